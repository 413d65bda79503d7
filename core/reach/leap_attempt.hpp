// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/reach/leap_way.hpp"
#include "core/simulation/step.hpp"
#include "core/tape/tape.hpp"

/// One attempt at a leap, made by the same step function that plays and replays.
namespace leap {

struct LeapInput {
    std::size_t from = 0;  ///< pieces of the rehearsal's course
    std::size_t to = 0;
    double run_up_m = 5.0;  ///< longest; the first piece may leave less
    double longest_s = 4.0;
};

/// One way of trying: stick ahead, and buttons pressed at the edge or at the top of the flight.
struct LeapAttempt {
    std::string name;  ///< "walk off", "hop", "hop (let go early)", "hop, then dash", "sprint: hop"
    bool reaches = false;
    bool gets_off = true;           ///< otherwise something stands in the way of the run-up
    double spare_m = 0.0;           ///< beyond the lip where it landed
    double short_m = 0.0;           ///< of the lip when it fell below it; never so high: where it was nearest
    double low_m = 0.0;             ///< under the lip at its highest, when it never came so high
    double away_m = 0.0;            ///< least distance in space that the feet, with their radius, had from the lip
    bool flies_over = false;        ///< it came down behind what it was to reach
    std::vector<Vec3> path;         ///< of the feet, at every instant from the edge on
    Vec3 start{0.0};                ///< where the run-up began, feet
    double facing_deg = 0.0;        ///< there, and where the view looks
    std::vector<TapeEvent> inputs;  ///< what was pressed, from the start on
};

/// What is pressed, and when.
struct LeapPresses {
    MachineId at_edge{};  ///< moves
    MachineId at_top{};
    MachineId all_along{};
    double hold_s = 1e9;       ///< of the first press
    bool from_run_up = false;  ///< the first press begins with the run-up and is let go at the edge: moves that charge
    bool very_edge = false;    ///< the press comes at the last tick on the ground, not a little before
    double behind_s = 0.0;     ///< more than 0: it comes that long after the ground has ended (coyote time)
};

/// Nothing when a move that was to start didn't. Deterministic.
std::optional<LeapAttempt> try_leap(const SceneView& rehearsal, const LeapInput& input, const LeapWay& way,
                                    const LeapPresses& presses);

}  // namespace leap
