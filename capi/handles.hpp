// SPDX-License-Identifier: MIT
#pragma once

#include <deque>
#include <memory>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "capi/game_solids.hpp"
#include "capi/leap.h"
#include "core/script/compile.hpp"
#include "core/simulation/simulation.hpp"
#include "core/tape/live_run.hpp"

/// What stands behind the handles of the C interface.

struct leap_program {
    std::shared_ptr<const leap::Program> program;
    /// Names that the program puts together: values and dials.
    std::vector<std::string> values;
    std::vector<std::string> dials;
    std::vector<std::string> units;
};

struct leap_report {
    leap::CompileOutput output;
    std::vector<std::string> files;  ///< by diagnostic
};

struct leap_tuning {
    std::shared_ptr<const leap::Program> program;
    leap::Tuning tuning;
};

struct leap_course {
    std::shared_ptr<const leap::Course> course;
    std::shared_ptr<leap::GameSolids> game;  ///< null: a course file's own solids
};

namespace leap::capi {

/// What worlds share of a scene.
struct Scene : leap::Scene {
    std::shared_ptr<GameSolids> game;

    Scene(Ingredients of, const std::shared_ptr<GameSolids>& in) : leap::Scene(std::move(of), in), game(in) {}
};

}  // namespace leap::capi

struct leap_scene {
    std::shared_ptr<const leap::capi::Scene> shared;
};

struct leap_state {
    leap::Snapshot at;
    double left_over_s = 0.0;
};

struct leap_world {
    leap_world(const std::shared_ptr<const leap::capi::Scene>& in, leap::World start, std::vector<leap::TapeTrack> who)
        : scene(in), simulation(in, std::move(start)), tracks(std::move(who)) {}

    std::shared_ptr<const leap::capi::Scene> scene;
    leap::Simulation simulation;
    /// What was written down lately: the events, the phases for the eye, the rows of the last second; everything from
    /// the start while it is recorded.
    leap::Trace lately;
    std::vector<leap::TapeTrack> tracks;
    std::vector<leap::Vec3> before;     ///< by character: where its feet were a tick before
    std::vector<double> walked_before;  ///< by character; see AccentInput::walked_before_m
    bool recorded = false;
    struct Waiting {
        leap::TapeEvent event;
        std::size_t character = 0;
    };
    std::deque<Waiting> waiting;           ///< by time
    std::vector<leap::InputEvent> inputs;  ///< room for a tick's
    std::size_t first_event = 0;           ///< in `lately`: of the last step, or of the last advance
    std::size_t first_sound = 0;           ///< likewise
    double left_over_s = 0.0;
    std::uint64_t geometry_seen = 0;  ///< GameSolids::changes() when it was stepped last
};
