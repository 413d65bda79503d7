// SPDX-License-Identifier: MIT
#pragma once

#include <vector>

#include "core/bodies/scratch.hpp"
#include "core/record/record.hpp"
#include "core/senses/scene_view.hpp"
#include "core/units/fields.hpp"

/// What one peer's world is told of by others: characters that are only shown in it, phases that fixtures are put into.
namespace leap {

/// As much of a character as others need to see. World frame.
struct RemoteActor {
    double time = 0.0;        ///< s since the start
    Vec3 position{0.0};       ///< m, of the feet
    Vec3 velocity{0.0};       ///< m/s, with what carries it
    double facing = 0.0;      ///< rad
    double look_yaw = 0.0;    ///< rad
    double look_pitch = 0.0;  ///< rad, up is positive
    double height = 0.0;      ///< m
    double radius = 0.0;      ///< m
    bool grounded = false;
    FixtureId seat{};
    MachineId stance;
    /// Of each layer's move, and of the stance behind them.
    struct Running {
        MachineId move;
        PhaseId phase;
        double phase_since = 0.0;  ///< s
        static constexpr auto fields() {
            return std::tuple(Field("move", &Running::move), Field("phase", &Running::phase),
                              Field("phase_since", &Running::phase_since));
        }
        friend bool operator==(const Running&, const Running&) = default;
    };
    std::vector<Running> moves;  ///< by layer

    static constexpr auto fields() {
        return std::tuple(Field("time", &RemoteActor::time), Field("position", &RemoteActor::position),
                          Field("velocity", &RemoteActor::velocity), Field("facing", &RemoteActor::facing),
                          Field("look_yaw", &RemoteActor::look_yaw), Field("look_pitch", &RemoteActor::look_pitch),
                          Field("height", &RemoteActor::height), Field("radius", &RemoteActor::radius),
                          Field("grounded", &RemoteActor::grounded), Field("seat", &RemoteActor::seat),
                          Field("stance", &RemoteActor::stance), Field("moves", &RemoteActor::moves));
    }
    friend bool operator==(const RemoteActor&, const RemoteActor&) = default;
};

RemoteActor remote_of(const Actor& actor);

/// Where it is at `time` between two that were told; `share` of the way from `a` to `b`. What isn't a place is `a`'s.
RemoteActor between(const RemoteActor& a, const RemoteActor& b, double share);

/// The character stands there from now on, at the world's present instant, and goes on at its velocity.
void show_remote(const RemoteActor& from, double time, Actor& to);

/// A character that is only shown goes on to `goal` (s since the start), at its velocity.
ActorSubstep go_as_remote(const SceneView& scene, const World& world, Actor& actor, double goal, Record* record);

/// What a fixture is, as far as it can be told: its phase, where it stood when that began, its counters.
struct FixtureTold {
    PhaseId phase;
    double phase_since = 0.0;  ///< s since the start
    FixtureOffset from;
    static constexpr auto fields() {
        return std::tuple(Field("phase", &FixtureTold::phase), Field("phase_since", &FixtureTold::phase_since),
                          Field("from", &FixtureTold::from));
    }
    friend bool operator==(const FixtureTold&, const FixtureTold&) = default;
};
FixtureTold told_of(const World& world, std::size_t fixture);

/// Something in the world was changed between two ticks from outside of its rules: nothing that was found out before
/// holds any more. What is below calls it by itself.
void note_from_outside(StepScratch& scratch);

/// Fixtures hear at the next instant what a character of another peer has emitted.
void let_hear(const SceneView& scene, const Heard& heard, World& world);

/// Puts a fixture into a phase as another peer tells it: nothing of what a way does to characters happens here. What
/// was held or lay loose takes part in it from where it is.
void put_into_phase(const SceneView& scene, std::size_t fixture, const FixtureTold& told, World& world);

}  // namespace leap
