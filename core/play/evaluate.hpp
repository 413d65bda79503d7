// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/play/world.hpp"
#include "core/rigid/rigid_step.hpp"
#include "core/world/course.hpp"
#include "core/world/moving_solids.hpp"
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
    Owner asker;
};

/// A fixture at an instant. World frame.
struct FixturePose {
    Vec3 center{0.0};
    Vec3 half{0.5};         ///< along its front, its width, up; of the box round what is round
    double turn_rad = 0.0;  ///< where its front points, about the upward axis
    Quat turn{1.0, 0.0, 0.0, 0.0};
    RigidShape shape;
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
    std::int32_t slot = -1;     ///< in StepCache::moving
    bool lively = false;        ///< in StepCache::lively
};

/// Of which character each fixture speaks, as far as it has been looked for at the world's present instant; see
/// subject_now().
struct SubjectCache {
    std::vector<std::int32_t> actors;  ///< by fixture; -1: not looked for
    double time = -1.0;
};

/// Answers of probes at one instant, so that each is asked once. Forgotten when anything they depend on changes.
struct StepCache {
    std::vector<std::optional<ProbeResult>> results;
    std::vector<std::optional<ProbeResult>>
        results_ahead;               ///< the same for where the body will be; see EvaluationContext::motion
    MovingSolids moving;             ///< what is solid and moves, where it stands at this instant; see place_solids()
    std::size_t fixture_solids = 0;  ///< how many of them are fixtures; other characters stand behind
    bool moves_near = false;         ///< a fixture of them that moves, by the body
    /// Another character that is in sight, behind the fixtures among the solids.
    struct Other {
        std::int32_t actor = -1;
        bool near = false;  ///< it could be met within a tick
    };
    std::vector<Other> others;
    SubjectCache* subjects = nullptr;   ///< of the run, for all its characters
    double others_time = -1.0;          ///< for what time they stand where they do
    bool others_near = false;           ///< one of them could be met within a tick
    bool stale = true;                  ///< a fixture has gone to another phase, or has news, since they were placed
    std::vector<FixtureStand> stands;   ///< by fixture; outlives the instant
    std::vector<std::size_t> lively;    ///< fixtures that anything can happen to now, in the course's order
    Vec3 lively_around{1e300};          ///< where the body was when they were found
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

/// Room for the steps of what is loose.
struct RigidWork {
    RigidScratch scratch;
    std::vector<RigidObject> things;
    std::vector<Vec3> pulls;                      ///< gravity on each of them
    std::vector<std::optional<RigidKind>> kinds;  ///< what each is made of: the same for a whole run
    std::vector<KinematicObstacle> obstacles;     ///< first the characters, in their order
    std::vector<ContactExemption> passes;
};

/// How the body will have gone on a little later, for values that change on the way. World frame.
struct MotionAhead {
    Vec3 moved{0.0};   ///< m
    Vec3 gained{0.0};  ///< m/s
    double turned_rad = 0.0;
};

/// What expressions are worked out against. Without a course no probe hits anything.
struct EvaluationContext {
    const Program& program;
    const Tuning& tuning;         ///< in force: the character's own, or `shared_tuning` for fixtures
    const Tuning& shared_tuning;  ///< as the dials say it, without what one body has of its own
    const World& world;
    const Actor& actor;  ///< one of the world's: whom senses of a character speak of
    const Course* course = nullptr;
    StepCache* cache = nullptr;           ///< of this character
    double ahead = 0.0;                   ///< s; times are taken this much later
    const MotionAhead* motion = nullptr;  ///< and the body where it will be by then
    std::int32_t fixture = -1;            ///< that asks; -1: the character itself
    Owner by{};                           ///< who has just come to it

    const BodyInfo& body() const { return program.bodies[static_cast<std::size_t>(actor.kind)]; }
    double time() const { return actor.time + ahead; }
    Vec3 feet() const { return motion == nullptr ? actor.body.position : actor.body.position + motion->moved; }
    Vec3 velocity() const { return motion == nullptr ? actor.body.velocity : actor.body.velocity + motion->gained; }
    double facing() const { return motion == nullptr ? actor.facing : actor.facing + motion->turned_rad; }

    /// The same instant, asked by a fixture. Of several characters its rules speak of the one who has just come to it,
    /// holds it, sits on it or touches it, else of the nearest; see core/play/subject.hpp.
    EvaluationContext of_fixture(std::size_t fixture) const;

    Surroundings surroundings() const {
        if (cache == nullptr) return {*course};
        return {*course, cache->moving};
    }
};

double number(const EvaluationContext& context, const Expression& expression);
Vec3 vector(const EvaluationContext& context, const Expression& expression);
bool truth(const EvaluationContext& context, const Expression& expression);

/// A sense without an expression around it.
double sense_number(const EvaluationContext& context, Sense sense, int index, int detail);
Vec3 sense_vector(const EvaluationContext& context, Sense sense, int index = -1);

/// The fixture that is meant by its kind: the one that asks, the one that is ridden, or the first in the course; -1:
/// none stands in it.
std::int32_t fixture_meant(const EvaluationContext& context, std::int32_t kind);
/// Where a counter stands: in Actor::counters, or in World::counters for those of fixtures; nothing when no fixture of
/// the kind is there. The same for memory.
struct Slot {
    bool of_fixture = false;
    std::size_t index = 0;
};
std::optional<Slot> counter_slot(const EvaluationContext& context, const CounterInfo& counter, std::int32_t index);
std::optional<Slot> memory_slot(const EvaluationContext& context, std::int32_t kind, std::int32_t slot);

/// Whether the character carries a tag, by an act or by a phase in force.
bool has_tag(const EvaluationContext& context, std::int32_t tag);
/// Whether somebody does: a fixture, a character or nobody.
bool has_tag(const EvaluationContext& context, const Owner& who, std::int32_t tag);
/// The phase and effects of a machine in force, or nothing.
const Phase* phase_in_force(const EvaluationContext& context, std::int32_t machine);
/// Whether a target of the course is there.
bool target_there(const EvaluationContext& context, std::int32_t target);

/// When a sense that `within` knows last held: now while it does, `never` when it has not yet.
double last_true(const EvaluationContext& context, Sense sense, int index);

}  // namespace leap
