// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <limits>
#include <vector>

#include "core/motion/body.hpp"
#include "core/script/program.hpp"
#include "core/state/heard.hpp"
#include "core/units/fields.hpp"
#include "core/units/id.hpp"

/// One character while a run lasts.
namespace leap {

inline constexpr double never = -std::numeric_limits<double>::infinity();

/// How a move came to its end.
enum class Outcome : std::uint8_t { none, completed, failed, cut };

/// One stance, move or fixture while a run lasts.
struct MachineState {
    PhaseId phase;                          ///< none: not active
    double phase_since = never;             ///< s
    double started_at = never;              ///< s
    double ended_at = never;                ///< s
    double charges = 0.0;                   ///< left of its move, a whole number
    double charge_spent_at = never;         ///< refills count from here
    Vec3 drive_direction{0.0};              ///< taken when the phase begins
    Vec3 drive_base{0.0};                   ///< velocity that an adding drive adds to
    Outcome outcome = Outcome::none;        ///< seen at this very instant
    Outcome outcome_ahead = Outcome::none;  ///< seen in the next round of this instant
    double blocks_done_until = never;       ///< `at` blocks up to this phase time are done

    static constexpr auto fields() {
        return std::tuple(
            Field("phase", &MachineState::phase), Field("phase_since", &MachineState::phase_since).counted_from(),
            Field("started_at", &MachineState::started_at).counted_from(),
            Field("ended_at", &MachineState::ended_at).counted_from(), Field("charges", &MachineState::charges),
            Field("charge_spent_at", &MachineState::charge_spent_at).counted_from(),
            Field("drive_direction", &MachineState::drive_direction), Field("drive_base", &MachineState::drive_base),
            Field("outcome", &MachineState::outcome), Field("outcome_ahead", &MachineState::outcome_ahead),
            Field("blocks_done_until", &MachineState::blocks_done_until));
    }
    friend bool operator==(const MachineState&, const MachineState&) = default;
};

struct ButtonState {
    bool down = false;
    bool pending = false;      ///< pressed, and no move has answered yet
    bool fresh_press = false;  ///< went down at this very instant
    bool fresh_release = false;
    double pressed_at = never;   ///< s
    double released_at = never;  ///< s

    static constexpr auto fields() {
        return std::tuple(Field("down", &ButtonState::down), Field("pending", &ButtonState::pending),
                          Field("fresh_press", &ButtonState::fresh_press),
                          Field("fresh_release", &ButtonState::fresh_release),
                          Field("pressed_at", &ButtonState::pressed_at).counted_from(),
                          Field("released_at", &ButtonState::released_at).counted_from());
    }
    friend bool operator==(const ButtonState&, const ButtonState&) = default;
};

struct CounterState {
    double value = 0.0;         ///< within its bounds
    double back_since = never;  ///< since when its `back to` condition holds

    static constexpr auto fields() {
        return std::tuple(Field("value", &CounterState::value),
                          Field("back_since", &CounterState::back_since).counted_from());
    }
    friend bool operator==(const CounterState&, const CounterState&) = default;
};

struct MeterState {
    double value = 0.0;       ///< within its bounds
    double spent_at = never;  ///< s; when it was spent from last

    static constexpr auto fields() {
        return std::tuple(Field("value", &MeterState::value), Field("spent_at", &MeterState::spent_at).counted_from());
    }
    friend bool operator==(const MeterState&, const MeterState&) = default;
};

/// Events live for the instant they happen in.
enum EventBit : std::uint32_t {
    event_landed = 1U << 0U,
    event_left_ground = 1U << 1U,
    event_bumped_wall = 1U << 2U,
    event_bumped_ceiling = 1U << 3U,
    event_bumped_piece = 1U << 4U,  ///< see ActorMotion::bumped
    event_respawned = 1U << 5U,
};

/// Events that happened to one fixture.
enum FixtureEvent : std::uint8_t {
    fixture_used = 1U << 0U,
    fixture_told = 1U << 1U,
    fixture_touched = 1U << 2U,
    fixture_grabbed = 1U << 3U,
    fixture_let_go = 1U << 4U,
    fixture_used_in_hand = 1U << 5U,
    fixture_spawned = 1U << 7U,
    fixture_heard = 1U << 6U  ///< an emitted event or a blow has reached it; see World::heard
};

/// What is between a character and one fixture.
struct ActorContact {
    bool touching = false;    ///< the character is at it
    bool blocked = false;     ///< its box came upon the character
    std::uint8_t events = 0;  ///< FixtureEvent: what the character has just done to it
    static constexpr auto fields() {
        return std::tuple(Field("touching", &ActorContact::touching), Field("blocked", &ActorContact::blocked),
                          Field("events", &ActorContact::events));
    }
    friend bool operator==(const ActorContact&, const ActorContact&) = default;
};

/// How a character is in the volumes of one kind whose changes the script hears.
struct VolumeContact {
    bool inside = false;
    bool entered = false;  ///< at this very instant
    bool left = false;     ///< likewise
    static constexpr auto fields() {
        return std::tuple(Field("inside", &VolumeContact::inside), Field("entered", &VolumeContact::entered),
                          Field("left", &VolumeContact::left));
    }
    friend bool operator==(const VolumeContact&, const VolumeContact&) = default;
};

/// Where a character is put back to.
struct RespawnPlace {
    Vec3 feet{0.0};  ///< m
    double facing_rad = 0.0;
    FixtureId fixture{};  ///< that burns for it
    static constexpr auto fields() {
        return std::tuple(Field("feet", &RespawnPlace::feet), Field("facing_rad", &RespawnPlace::facing_rad),
                          Field("fixture", &RespawnPlace::fixture));
    }
    friend bool operator==(const RespawnPlace&, const RespawnPlace&) = default;
};

/// Where the others see a character while they move: where it was when all of them were at the same instant last.
struct SeenBody {
    double time = 0.0;    ///< s
    Vec3 position{0.0};   ///< m, of the feet
    Vec3 velocity{0.0};   ///< world frame, with what carries it
    double height = 0.0;  ///< m
    double radius = 0.0;  ///< m
    Surface ground;
    bool there = false;    ///< false for one who sits: what it sits on stands for it
    bool settled = false;  ///< it has come to its place at the present instant

    static constexpr auto fields() {
        return std::tuple(Field("time", &SeenBody::time), Field("position", &SeenBody::position),
                          Field("velocity", &SeenBody::velocity), Field("height", &SeenBody::height),
                          Field("radius", &SeenBody::radius), Field("ground", &SeenBody::ground),
                          Field("there", &SeenBody::there), Field("settled", &SeenBody::settled));
    }
    friend bool operator==(const SeenBody&, const SeenBody&) = default;
};

/// What of a character can change while time passes from one instant to the next. Apart from the rest, so that a
/// substep can be taken again without a copy of every move's phase.
struct ActorMotion {
    double time = 0.0;  ///< s since the start; how far this character has gone, between instants ahead of the world
    double frozen_from = never;   ///< s; since when it stands still, for as long as `frozen_until` lies ahead
    double frozen_until = never;  ///< s
    BodyState body;
    double facing = 0.0;                 ///< rad, 0 along x
    double contact_since = 0.0;          ///< since when grounded (or airborne)
    double last_grounded = never;        ///< a launch off the ground forgets it, so coyote time can't be used twice
    double last_airborne = never;        ///< s
    double last_landed = never;          ///< s
    double last_left_ground = never;     ///< s
    double last_bumped_wall = never;     ///< s
    double last_bumped_ceiling = never;  ///< s
    Vec3 ground_velocity{0.0};           ///< of what carries the body, where its feet are; its own counts from it
    Vec3 wall_normal{0.0};               ///< of length 1, out of the wall it touches; zero: none
    double landing_mps = 0.0;            ///< into the ground, just before the last landing
    double bump_mps = 0.0;               ///< into the wall or ceiling, just before the last bump
    Surface bumped;                      ///< what it ran into
    double height = 0.0;                 ///< of the capsule now
    double radius = 0.0;                 ///< m
    bool taut = false;
    std::uint32_t events = 0;  ///< EventBit
    PerId<MeterId, MeterState> meters;
    PerId<MachineId, double> rope_left;  ///< m, by machine of the program: its rope's length after reeling
    std::vector<ActorContact> contacts;  ///< by fixture of the course
    std::vector<VolumeContact> volumes;  ///< by Program::volumes_heard
    FixtureId seat{};                    ///< the fixture that the body sits on
    SeenBody seen;                       ///< kept only when there are others

    bool is_frozen() const { return frozen_until > time; }
    /// What its timers go by (s): stands while it is frozen. Whatever happened later than that counts as just now.
    double own_time() const { return is_frozen() ? frozen_from : time; }

    static constexpr auto fields() {
        return std::tuple(
            Field("time", &ActorMotion::time), Field("frozen_from", &ActorMotion::frozen_from),
            Field("frozen_until", &ActorMotion::frozen_until), Field("body", &ActorMotion::body),
            Field("facing", &ActorMotion::facing), Field("contact_since", &ActorMotion::contact_since).counted_from(),
            Field("last_grounded", &ActorMotion::last_grounded).counted_from(),
            Field("last_airborne", &ActorMotion::last_airborne).counted_from(),
            Field("last_landed", &ActorMotion::last_landed).counted_from(),
            Field("last_left_ground", &ActorMotion::last_left_ground).counted_from(),
            Field("last_bumped_wall", &ActorMotion::last_bumped_wall).counted_from(),
            Field("last_bumped_ceiling", &ActorMotion::last_bumped_ceiling).counted_from(),
            Field("ground_velocity", &ActorMotion::ground_velocity), Field("wall_normal", &ActorMotion::wall_normal),
            Field("landing_mps", &ActorMotion::landing_mps), Field("bump_mps", &ActorMotion::bump_mps),
            Field("bumped", &ActorMotion::bumped), Field("height", &ActorMotion::height),
            Field("radius", &ActorMotion::radius), Field("taut", &ActorMotion::taut),
            Field("events", &ActorMotion::events), Field("meters", &ActorMotion::meters),
            Field("rope_left", &ActorMotion::rope_left), Field("contacts", &ActorMotion::contacts),
            Field("volumes", &ActorMotion::volumes, Peers::told_with_length), Field("seat", &ActorMotion::seat),
            Field("seen", &ActorMotion::seen, Peers::not_told));
    }
    friend bool operator==(const ActorMotion&, const ActorMotion&) = default;
};

/// One character. What stands here beside the motion changes at instants only, by inputs and rules.
struct Actor : ActorMotion {
    std::int32_t id = 0;  ///< in World::actors
    BodyId kind{0};
    /// It goes where it is said to be at the begin of each tick (see core/simulation/remote_actor.hpp): another peer
    /// decides. It stands in the way of others, and no rule is asked of it.
    bool remote = false;
    /// Its peer says what it does to fixtures that are shared by the word of who acts; here they don't answer it.
    bool owner_authoritative = false;
    double look_yaw = 0.0;           ///< rad
    double look_pitch = 0.0;         ///< rad, up is positive
    Vec2 look_rate{0.0};             ///< rad/s, of yaw and pitch between the last two changes of the view
    double look_changed_at = never;  ///< s
    Vec2 stick{0.0};                 ///< each of them -1 to 1: right, ahead; its length is 1 at most
    MachineId stance;
    std::vector<MachineId> moves;  ///< by layer: the active move, if any
    std::vector<Heard> heard;      ///< what it hears now
    std::vector<Heard> news;       ///< by Program::news: as it was heard last
    PerId<ButtonId, ButtonState> buttons;
    PerId<CounterId, CounterState> counters;  ///< by counter of the program; those of fixtures stand in World::counters
    std::vector<double> memory;
    std::vector<double> tagged_until;         ///< by tag
    PerId<MachineId, MachineState> machines;  ///< by machine of the program; those of kinds of fixtures are not used
    FixtureId focus{};                        ///< the fixture that has the focus
    double blow_reach_m = 0.0;                ///< how far the blows of the phases in force reach; 0: there are none
    RespawnPlace respawn;

    /// The active move of the body's layer, if any.
    MachineId body_move() const { return moves.empty() ? MachineId{} : moves.front(); }

    static constexpr auto fields() {
        return std::tuple_cat(
            ActorMotion::fields(),
            std::tuple(Field("id", &Actor::id, Peers::not_told), Field("kind", &Actor::kind, Peers::not_told),
                       Field("remote", &Actor::remote, Peers::not_told),
                       Field("owner_authoritative", &Actor::owner_authoritative, Peers::not_told),
                       Field("look_yaw", &Actor::look_yaw), Field("look_pitch", &Actor::look_pitch),
                       Field("look_rate", &Actor::look_rate), Field("look_changed_at", &Actor::look_changed_at),
                       Field("stick", &Actor::stick), Field("stance", &Actor::stance), Field("moves", &Actor::moves),
                       Field("heard", &Actor::heard, Peers::not_told),
                       Field("news", &Actor::news, Peers::told_with_length), Field("buttons", &Actor::buttons),
                       Field("counters", &Actor::counters), Field("memory", &Actor::memory),
                       Field("tagged_until", &Actor::tagged_until), Field("machines", &Actor::machines),
                       Field("focus", &Actor::focus), Field("blow_reach_m", &Actor::blow_reach_m),
                       Field("respawn", &Actor::respawn)));
    }
    friend bool operator==(const Actor&, const Actor&) = default;
};

}  // namespace leap
