// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/play/run_layout.hpp"
#include "core/play/step_cache.hpp"
#include "core/rigid/rigid_step.hpp"
#include "core/world/query.hpp"

namespace leap {

/// Room for the steps of what is loose.
struct RigidWork {
    RigidScratch scratch;
    std::vector<RigidObject> things;
    std::vector<Vec3> pulls;   ///< gravity on each of them
    std::vector<Vec3> pushes;  ///< m/s² that forces add to it in the present step
    std::vector<RigidJoint> joints;
    std::vector<std::optional<RigidKind>> kinds;  ///< what each is made of: the same for a whole run
    std::vector<KinematicObstacle> obstacles;     ///< first the characters, in their order
    std::vector<ContactExemption> passes;
    /// A loose thing and what it has touched in the steps of this stretch, however briefly: another thing, a fixture
    /// that isn't loose now, or a character. A thing at 20 m/s is centimetres away again at a step's end.
    struct Met {
        std::size_t thing = 0;
        Owner other;
        friend bool operator==(const Met&, const Met&) = default;
    };
    std::vector<Met> met;
};

/// The fixtures whose poses are being worked out: one pose may depend on another's. A list on the stack.
struct PoseChain {
    std::size_t fixture = 0;
    const PoseChain* outer = nullptr;  ///< whose pose depends on this one
    std::size_t length = 1;

    bool has(std::size_t other) const {
        for (const PoseChain* each = this; each != nullptr; each = each->outer)
            if (each->fixture == other) return true;
        return false;
    }
};

/// What expressions are worked out against. Without a course no probe hits anything.
struct EvaluationContext {
    const Program& program;
    const Tuning& tuning;         ///< in force: the character's own, or `shared_tuning` for fixtures
    const Tuning& shared_tuning;  ///< as the dials say it, without what one body has of its own
    const World& world;
    const Actor& actor;  ///< one of the world's: whom senses of a character speak of
    const RunLayout& layout = no_fixtures;
    const Course* course = nullptr;
    StepCache* cache = nullptr;           ///< of this character
    double ahead = 0.0;                   ///< s; times are taken this much later
    const MotionAhead* motion = nullptr;  ///< and the body where it will be by then
    FixtureId fixture{};                  ///< that asks; none: the character itself
    Owner by{};                           ///< who has just come to it
    const PoseChain* poses = nullptr;     ///< poses that wait for this answer; see fixture_pose()

    const BodyInfo& body() const { return program.bodies[actor.kind]; }
    /// What timers go by: a fixture's by the world's time, a character's by its own.
    double now() const { return fixture ? actor.time : actor.own_time(); }
    double time() const { return now() + ahead; }
    Vec3 feet() const { return motion == nullptr ? actor.body.position : actor.body.position + motion->moved; }
    Vec3 velocity() const { return motion == nullptr ? actor.body.velocity : actor.body.velocity + motion->gained; }
    double facing() const { return motion == nullptr ? actor.facing : actor.facing + motion->turned_rad; }

    /// The same instant, asked by a fixture. Of several characters its rules speak of the one who has just come to it,
    /// holds it, sits on it or touches it, else of the nearest; see core/play/subject.hpp.
    EvaluationContext of_fixture(std::size_t fixture) const;

    /// The same instant, asked by another character with the dials that all bodies share.
    EvaluationContext of_actor(std::size_t actor) const;

    Surroundings surroundings() const {
        if (cache == nullptr) return {*course};
        if (!cache->nearby.has_world()) return {*course, cache->moving};
        return cache->surroundings();
    }
};

double number(const EvaluationContext& context, const Expression& expression);
Vec3 vector(const EvaluationContext& context, const Expression& expression);
bool truth(const EvaluationContext& context, const Expression& expression);
/// The same as the condition's truth; what can hold in a volume only isn't worked out far from it.
bool holds(const EvaluationContext& context, const Condition& condition);

/// A sense without an expression around it.
double sense_number(const EvaluationContext& context, Sense sense, int index, int detail);
Vec3 sense_vector(const EvaluationContext& context, Sense sense, int index = -1);

/// The fixture that is meant by its kind: the one that asks, the one that is ridden, or the first in the course;
/// nothing when none stands in it.
std::optional<std::size_t> fixture_meant(const EvaluationContext& context, MachineId kind);
/// Where a counter stands: in Actor::counters, or in World::counters for those of fixtures; nothing when no fixture of
/// the kind is there. The same for memory.
struct Slot {
    bool of_fixture = false;
    std::size_t index = 0;
};
std::optional<Slot> counter_slot(const EvaluationContext& context, CounterId counter);
std::optional<Slot> memory_slot(const EvaluationContext& context, MachineId kind, std::int32_t slot);

/// Whether somebody holds a loose body.
bool holds_something(const World& world, const Owner& who);
/// Whether the character carries a tag, by an act or by a phase in force.
bool has_tag(const EvaluationContext& context, std::int32_t tag);
/// Whether somebody does: a fixture, a character or nobody.
bool has_tag(const EvaluationContext& context, const Owner& who, std::int32_t tag);
/// The phase and effects of a machine in force, or nothing.
const Phase* phase_in_force(const EvaluationContext& context, MachineId machine);
/// Whether a target of the course is there.
bool target_there(const EvaluationContext& context, std::int32_t target);

/// When a sense that `within` knows last held: now while it does, `never` when it has not yet.
double last_true(const EvaluationContext& context, Sense sense, int index);

}  // namespace leap
