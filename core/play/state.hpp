// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <limits>
#include <vector>

#include "core/loose/loose_body.hpp"
#include "core/loose/wheels.hpp"
#include "core/motion/body.hpp"
#include "core/script/program.hpp"

namespace leap {

inline constexpr double never = -std::numeric_limits<double>::infinity();

/// How a move came to its end.
enum class Outcome : std::uint8_t { none, completed, failed, cut };

/// One stance or move while a run lasts.
struct MachineState {
    std::int32_t phase = -1;  ///< -1: not active
    double phase_since = never;
    double started_at = never;
    double ended_at = never;
    double charges = 0.0;
    double charge_spent_at = never;         ///< refills count from here
    Vec3 drive_direction{0.0};              ///< taken when the phase begins
    Vec3 drive_base{0.0};                   ///< velocity that an adding drive adds to
    Outcome outcome = Outcome::none;        ///< seen at this very instant
    Outcome outcome_ahead = Outcome::none;  ///< seen in the next round of this instant
    double blocks_done_until = never;       ///< `at` blocks up to this phase time are done

    friend bool operator==(const MachineState&, const MachineState&) = default;
};

struct ButtonState {
    bool down = false;
    bool pending = false;      ///< pressed, and no move has answered yet
    bool fresh_press = false;  ///< went down at this very instant
    bool fresh_release = false;
    double pressed_at = never;
    double released_at = never;

    friend bool operator==(const ButtonState&, const ButtonState&) = default;
};

struct CounterState {
    double value = 0.0;
    double back_since = never;  ///< since when its `back to` condition holds

    friend bool operator==(const CounterState&, const CounterState&) = default;
};

struct MeterState {
    double value = 0.0;
    double spent_at = never;

    friend bool operator==(const MeterState&, const MeterState&) = default;
};

/// Events live for the instant they happen in.
enum EventBit : std::uint32_t {
    event_landed = 1U << 0U,
    event_left_ground = 1U << 1U,
    event_bumped_wall = 1U << 2U,
    event_bumped_ceiling = 1U << 3U,
    event_bumped_piece = 1U << 4U,  ///< any piece: State::bumped_piece
    event_respawned = 1U << 5U,
};

/// How far a fixture stands from where it was placed: in its own frame, and turned about its hinge.
struct FixtureOffset {
    Vec3 slide{0.0};
    double swing_rad = 0.0;
    friend bool operator==(const FixtureOffset&, const FixtureOffset&) = default;
};

/// Events that happened to one fixture.
enum FixtureEvent : std::uint8_t {
    fixture_used = 1U << 0U,
    fixture_told = 1U << 1U,
    fixture_touched = 1U << 2U,
    fixture_grabbed = 1U << 3U,
    fixture_let_go = 1U << 4U,
    fixture_used_in_hand = 1U << 5U
};

/// Who holds, touches or passes: a fixture by its number, the character, or nobody.
inline constexpr std::int32_t nobody = -2;
inline constexpr std::int32_t the_body = -1;

/// A fixture that can be loose.
struct LooseState {
    LooseBody body;
    std::int32_t fixture = -1;
    std::int32_t holder = nobody;
    std::int32_t passes = nobody;  ///< who has just let go of it: they don't touch until they have been apart
    Vec3 from_place{0.0};          ///< where it was when its phase began
    Quat from_turn{1.0, 0.0, 0.0, 0.0};
    std::int32_t wheels = -1;  ///< in State::wheels
    std::int8_t hand = -1;     ///< of the body: 0 left, 1 right; the one that reaches for it, then holds it
    friend bool operator==(const LooseState&, const LooseState&) = default;
};

/// One fixture of the course. Its phase stands in State::machines, behind the program's own.
struct FixtureState {
    std::int32_t machine = -1;       ///< its kind
    std::int32_t link = -1;          ///< the fixture it is linked to
    std::int32_t loose = -1;         ///< in State::loose
    std::int32_t first_counter = 0;  ///< in State::counters, of its own
    std::int32_t first_memory = 0;   ///< in State::memory
    FixtureOffset from;              ///< where it stood when its phase began
    friend bool operator==(const FixtureState&, const FixtureState&) = default;
};

/// What is at one fixture now, and what has just happened to it.
struct FixtureContact {
    bool touching = false;  ///< the body is at it
    bool blocked = false;   ///< its box came upon the body
    std::uint8_t events = 0;
    std::uint8_t events_ahead = 0;  ///< seen in the next round of the instant
    bool met_anew = false;          ///< one of its encounters is fresh
    friend bool operator==(const FixtureContact&, const FixtureContact&) = default;
};

/// Two fixtures that touch: each of them has the other in a list of such pairs.
struct Encounter {
    std::int32_t fixture = -1;
    std::int32_t other = -1;
    bool fresh = false;  ///< they have just met
    friend bool operator==(const Encounter&, const Encounter&) = default;
};

/// Where the body is put back to.
struct RespawnPlace {
    Vec3 feet{0.0};
    double facing_rad = 0.0;
    std::int32_t fixture = -1;  ///< that burns for it
    friend bool operator==(const RespawnPlace&, const RespawnPlace&) = default;
};

/// What can change while time passes from one instant to the next. Apart from the rest, so that a stretch of motion can
/// be taken anew without a copy of every fixture's phase.
struct MotionState {
    std::int64_t tick = 0;
    double time = 0.0;  ///< s since the start
    BodyState body;
    double facing = 0.0;  ///< rad, 0 along x
    double look_yaw = 0.0;
    double look_pitch = 0.0;
    Vec2 stick{0.0};
    std::int32_t stance = -1;         ///< machine
    std::vector<std::int32_t> moves;  ///< by layer: the active move, or -1
    double contact_since = 0.0;       ///< since when grounded (or airborne)
    double last_grounded = never;     ///< a launch off the ground forgets it, so coyote time can't be used twice
    double last_airborne = never;
    double last_landed = never;
    double last_left_ground = never;
    Vec3 ground_velocity{0.0};  ///< of what bears the body, where its feet are; its own counts from it
    Vec3 wall_normal{0.0};
    std::int32_t bumped_piece = -1;
    double height = 0.0;  ///< of the capsule now
    double radius = 0.0;
    bool taut = false;
    std::uint32_t events = 0;         ///< EventBit
    std::vector<std::int32_t> heard;  ///< emitted events that are heard now, in Program::events
    std::vector<ButtonState> buttons;
    std::vector<CounterState> counters;  ///< the program's, then each fixture's own
    std::vector<double> memory;          ///< likewise
    std::vector<MeterState> meters;
    std::vector<double> tagged_until;      ///< by tag
    std::vector<double> target_struck_at;  ///< by target of the course; never: it is there
    std::vector<double> rope_left;         ///< m, by machine of the program: its rope's length after reeling
    std::vector<FixtureContact> contacts;  ///< by fixture of the course
    std::vector<Encounter> encounters;     ///< in the order in which they met
    std::vector<LooseState> loose;         ///< those of the fixtures that can be
    std::vector<Wheels> wheels;            ///< of those that have some
    std::int32_t focus = -1;               ///< the fixture that has the focus
    std::int32_t seat = -1;                ///< the fixture that the body sits on
    RespawnPlace respawn;

    /// The active move of the body's layer, or -1.
    std::int32_t body_move() const { return moves.empty() ? -1 : moves.front(); }

    friend bool operator==(const MotionState&, const MotionState&) = default;
};

/// Everything a run is at one instant. A value: copying it is a snapshot, comparing it compares two runs. What stands
/// here beside the motion changes at instants only, by rules.
struct State : MotionState {
    std::vector<MachineState> machines;  ///< the program's, then one for each fixture of the course
    std::vector<FixtureState> fixtures;  ///< by fixture of the course

    friend bool operator==(const State&, const State&) = default;
};

/// The body's shape when no phase says another.
BodyShape body_shape(const Program& program, const Tuning& tuning);

/// The state at the start of a run: standing at `position` when ground is near, everything else at its first value.
State initial_state(const Program& program, const Tuning& tuning, const Course& course, const Vec3& position,
                    double facing_rad);

}  // namespace leap
