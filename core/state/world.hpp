// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <vector>

#include "core/rigid/rigid_body.hpp"
#include "core/rigid/wheels.hpp"
#include "core/state/actor.hpp"
#include "core/units/fields.hpp"
#include "core/units/owner.hpp"
#include "core/world/course.hpp"

namespace leap {

/// How far a fixture stands from where it was placed: in its own frame, and turned about its hinge.
struct FixtureOffset {
    Vec3 slide{0.0};  ///< m
    double swing_rad = 0.0;
    double face_rad = 0.0;  ///< about its middle, from where it was placed
    double way_m = 0.0;     ///< gone along its path
    Vec3 grown{1.0};        ///< shares of its own length, width and height
    static constexpr auto fields() {
        return std::tuple(Field("slide", &FixtureOffset::slide), Field("swing_rad", &FixtureOffset::swing_rad),
                          Field("face_rad", &FixtureOffset::face_rad), Field("way_m", &FixtureOffset::way_m),
                          Field("grown", &FixtureOffset::grown));
    }
    friend bool operator==(const FixtureOffset&, const FixtureOffset&) = default;
};

/// Something that a loose fixture lies on, and which share of its weight that bears.
struct RigidSupport {
    Surface on;          ///< a fixture; none: it isn't one
    double share = 0.0;  ///< 0 to 1
    static constexpr auto fields() {
        return std::tuple(Field("on", &RigidSupport::on), Field("share", &RigidSupport::share));
    }
    friend bool operator==(const RigidSupport&, const RigidSupport&) = default;
};
inline constexpr std::size_t max_supports = 4;  ///< those that bear most

/// A fixture that can be loose; see RunLayout::rigid.
struct RigidState {
    RigidBody body;
    Owner holder;
    Owner passes;          ///< who has just let go of it: they don't touch until they have been apart
    Vec3 from_place{0.0};  ///< where it was when its phase began
    Quat from_turn{1.0, 0.0, 0.0, 0.0};
    std::int8_t hand = -1;  ///< of its holder: 0 left, 1 right; the one that reaches for it, then holds it
    Vec3 pushed{0.0};       ///< m/s² that its phase's forces gave it when it moved last
    Vec3 pushed_turn{0.0};  ///< N m, likewise
    std::array<RigidSupport, max_supports> rests_on{};  ///< as it moved last
    static constexpr auto fields() {
        return std::tuple(Field("body", &RigidState::body), Field("holder", &RigidState::holder),
                          Field("passes", &RigidState::passes), Field("from_place", &RigidState::from_place),
                          Field("from_turn", &RigidState::from_turn), Field("hand", &RigidState::hand),
                          Field("pushed", &RigidState::pushed), Field("pushed_turn", &RigidState::pushed_turn),
                          Field("rests_on", &RigidState::rests_on));
    }
    friend bool operator==(const RigidState&, const RigidState&) = default;
};

/// One fixture of the course; see RunLayout::fixtures.
struct FixtureState {
    FixtureOffset from;  ///< where it stood when its phase began
    static constexpr auto fields() { return std::tuple(Field("from", &FixtureState::from)); }
    friend bool operator==(const FixtureState&, const FixtureState&) = default;
};

/// What has just happened to one fixture, beside what characters do to it (ActorContact).
struct FixtureContact {
    bool blocked = false;  ///< something loose is pressed into it
    std::uint8_t events = 0;
    std::uint8_t events_ahead = 0;  ///< seen in the next round of the instant
    Owner told_by;                  ///< whose doing it is that it was told something; see doer_of()
    Owner told_by_ahead;            ///< likewise, of the next round
    bool met_anew = false;          ///< one of its encounters is fresh
    static constexpr auto fields() {
        return std::tuple(
            Field("blocked", &FixtureContact::blocked), Field("events", &FixtureContact::events),
            Field("events_ahead", &FixtureContact::events_ahead), Field("told_by", &FixtureContact::told_by),
            Field("told_by_ahead", &FixtureContact::told_by_ahead), Field("met_anew", &FixtureContact::met_anew));
    }
    friend bool operator==(const FixtureContact&, const FixtureContact&) = default;
};

/// Two fixtures that touch: each of them has the other in a list of such pairs.
struct Encounter {
    FixtureId fixture{};
    FixtureId other{};
    bool fresh = false;  ///< they have just met
    static constexpr auto fields() {
        return std::tuple(Field("fixture", &Encounter::fixture), Field("other", &Encounter::other),
                          Field("fresh", &Encounter::fresh));
    }
    friend bool operator==(const Encounter&, const Encounter&) = default;
};

/// What of the world, beside its characters, can change while time passes.
struct WorldMotion {
    double time = 0.0;                     ///< s since the start
    std::vector<FixtureContact> contacts;  ///< by fixture of the course
    std::vector<Encounter> encounters;     ///< in the order in which they met
    std::vector<RigidState> loose;         ///< those of the fixtures that can be
    std::vector<Wheels> wheels;            ///< of those that have some

    static constexpr auto fields() {
        return std::tuple(Field("time", &WorldMotion::time), Field("contacts", &WorldMotion::contacts),
                          Field("encounters", &WorldMotion::encounters), Field("loose", &WorldMotion::loose),
                          Field("wheels", &WorldMotion::wheels));
    }
    friend bool operator==(const WorldMotion&, const WorldMotion&) = default;
};

/// Somebody whom a blow has met, so that it isn't met again.
struct Met {
    Owner striker;
    MachineId machine;
    std::size_t blow = 0;  ///< in Effects::blows of the phase
    Owner victim;
    static constexpr auto fields() {
        return std::tuple(Field("striker", &Met::striker), Field("machine", &Met::machine), Field("blow", &Met::blow),
                          Field("victim", &Met::victim));
    }
    friend bool operator==(const Met&, const Met&) = default;
};

/// Everything a run is at one instant: the characters, and what they share. A value: copying it is a snapshot,
/// comparing it compares two runs.
struct World : WorldMotion {
    std::int64_t tick = 0;
    PerId<FixtureId, MachineState> machines;  ///< by fixture of the course
    std::vector<FixtureState> fixtures;       ///< by fixture of the course
    std::vector<CounterState> counters;       ///< of fixtures
    std::vector<double> memory;               ///< of fixtures
    std::vector<double> target_struck_at;     ///< by target of the course; never: it is there
    std::vector<Heard> heard;                 ///< what fixtures hear now
    std::vector<Heard> news;                  ///< by fixture and Program::news: as it was heard last
    std::vector<Met> met;                     ///< by blows whose phase is still on
    std::vector<Actor> actors;                ///< in the order of the tape, which breaks ties

    static constexpr auto fields() {
        return std::tuple_cat(
            WorldMotion::fields(),
            std::tuple(Field("tick", &World::tick), Field("machines", &World::machines),
                       Field("fixtures", &World::fixtures), Field("counters", &World::counters),
                       Field("memory", &World::memory), Field("target_struck_at", &World::target_struck_at),
                       Field("heard", &World::heard), Field("news", &World::news), Field("met", &World::met),
                       Field("actors", &World::actors)));
    }
    friend bool operator==(const World&, const World&) = default;
};

/// Whether a character can meet anything beside the course's fixed pieces.
inline bool meets_others(const World& world) {
    return !world.fixtures.empty() || world.actors.size() > 1;
}

/// A body's shape when no phase says another.
BodyShape body_shape(const Program& program, const Tuning& tuning, BodyId kind = BodyId(0));

/// Where a character starts, and which body it is.
struct ActorStart {
    BodyId kind{0};
    Vec3 position{0.0};  ///< m
    double facing_rad = 0.0;
};

}  // namespace leap
