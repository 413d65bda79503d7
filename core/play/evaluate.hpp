// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/loose/loose_step.hpp"
#include "core/play/state.hpp"
#include "core/world/course.hpp"
#include "core/world/query.hpp"

namespace leap {

struct ProbeResult {
    bool hit = false;
    Vec3 from{0.0};   ///< where it looks from
    Vec3 point{0.0};  ///< where it ends
    Vec3 place{0.0};
    Vec3 normal{0.0};
    double distance = 0.0;
    double side = 0.0;
    std::int32_t target = -1;
    std::int32_t asker = -1;  ///< the fixture that asked; -1: the body
};

/// A fixture at an instant. World frame.
struct FixturePose {
    Vec3 center{0.0};
    Vec3 half{0.5};         ///< along its front, its width, up; of the box round what is round
    double turn_rad = 0.0;  ///< where its front points, about the upward axis
    Quat turn{1.0, 0.0, 0.0, 0.0};
    LooseShape shape;
    bool solid = false;
    bool hidden = false;
    bool can_be_loose = false;
    bool glows = false;
    double seen_through = 0.0;  ///< 0: not at all, 1: invisible
    FixtureLook drawn = FixtureLook::plain;
};

/// Where a fixture stands; holds on while it keeps still in the same phase.
struct FixtureStand {
    FixturePose pose;
    std::int32_t phase = -2;
    double phase_since = 0.0;
    bool still = false;
    bool waits = false;         ///< nothing in its phase happens without an event
    double focus_reach = -1.0;  ///< m; negative: it has no focus
    std::int32_t slot = -1;     ///< in ProbeMemo::moving
    bool lively = false;        ///< in ProbeMemo::lively
};

/// Answers of probes at one instant, so that each is asked once. Forgotten when anything they depend on changes.
struct ProbeMemo {
    std::vector<std::optional<ProbeResult>> results;
    std::vector<std::optional<ProbeResult>> results_ahead;  ///< the same for where the body will be; see Moment::motion
    MovingSolids moving;               ///< what is solid and moves, where it stands at this instant; see place_solids()
    bool moves_near = false;           ///< one of them, by the body
    bool stale = true;                 ///< a fixture has gone to another phase, or has news, since they were placed
    std::vector<FixtureStand> stands;  ///< by fixture; outlives the instant
    std::vector<std::size_t> lively;   ///< fixtures that anything can happen to now, in the course's order
    Vec3 lively_around{1e300};         ///< where the body was when they were found
    LooseScratch loose;
    std::vector<LooseThing> things;
    std::vector<Vec3> pulls;                      ///< gravity on each of them
    std::vector<std::optional<LooseKind>> kinds;  ///< what each is made of: the same for a whole run
    std::vector<LooseObstacle> obstacles;
    Vec3 moving_around{1e300};          ///< where the body was when `moving` was gathered
    std::optional<std::int32_t> focus;  ///< the fixture that has the focus, when it has been looked for
    BodyState asked_at;                 ///< for what body and when the answers are
    double asked_time = -1.0;
    void forget() {
        focus.reset();
        for (auto& result : results) result.reset();
        forget_ahead();
    }
    void forget_ahead() {
        for (auto& result : results_ahead) result.reset();
    }
};

/// How the body will have gone on a little later, for values that change on the way. World frame.
struct MotionAhead {
    Vec3 moved{0.0};   ///< m
    Vec3 gained{0.0};  ///< m/s
    double turned_rad = 0.0;
};

/// What expressions are worked out against. Without a course no probe hits anything.
struct Moment {
    const Program& program;
    const Tuning& tuning;
    const State& state;
    const Course* course = nullptr;
    ProbeMemo* memo = nullptr;
    double ahead = 0.0;                   ///< s; times are taken this much later
    const MotionAhead* motion = nullptr;  ///< and the body where it will be by then
    std::int32_t self = -1;               ///< in State::machines: the fixture that asks; -1: the body's own
    std::int32_t by = nobody;             ///< who has just come to it

    double time() const { return state.time + ahead; }
    Vec3 feet() const { return motion == nullptr ? state.body.position : state.body.position + motion->moved; }
    Vec3 velocity() const { return motion == nullptr ? state.body.velocity : state.body.velocity + motion->gained; }
    double facing() const { return motion == nullptr ? state.facing : state.facing + motion->turned_rad; }

    Surroundings surroundings() const {
        if (memo == nullptr) return {*course};
        return {*course, memo->moving};
    }
};

double number(const Moment& moment, const Expression& expression);
Vec3 vector(const Moment& moment, const Expression& expression);
bool truth(const Moment& moment, const Expression& expression);

/// A sense without an expression around it.
double sense_number(const Moment& moment, Sense sense, int index, int detail);
Vec3 sense_vector(const Moment& moment, Sense sense, int index = -1);

/// The fixture that is meant by its kind: the one that asks, the one that is ridden, or the first in the course; -1:
/// none stands in it.
std::int32_t fixture_meant(const Moment& moment, std::int32_t kind);
/// Where a counter stands in State::counters, or a fixture's memory in State::memory; nothing when no fixture of the
/// kind is there.
std::optional<std::size_t> counter_slot(const Moment& moment, const CounterInfo& counter, std::int32_t index);
std::optional<std::size_t> memory_slot(const Moment& moment, std::int32_t kind, std::int32_t slot);

/// Whether the body carries a tag, by an act or by a phase in force.
bool has_tag(const Moment& moment, std::int32_t tag);
/// Whether somebody does: a fixture, the body or nobody.
bool has_tag(const Moment& moment, std::int32_t who, std::int32_t tag);
/// The phase and effects of a machine in force, or nothing.
const Phase* phase_in_force(const Moment& moment, std::int32_t machine);
/// Whether a target of the course is there.
bool target_there(const Moment& moment, std::int32_t target);

/// When a sense that `within` knows last held: now while it does, `never` when it has not yet.
double last_true(const Moment& moment, Sense sense, int index);

}  // namespace leap
