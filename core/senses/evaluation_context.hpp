// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/step_cache.hpp"
#include "core/state/run_layout.hpp"
#include "core/world/query.hpp"

namespace leap {

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

struct EvaluationContext;

/// What expressions ask of the running state. Senses are worked out from expressions in turn (the length of a probe,
/// the slide of a fixture), so the evaluator is handed them rather than knowing them.
struct SenseTable {
    double (*number)(const EvaluationContext& context, Sense sense, int index, int detail);
    Vec3 (*vector)(const EvaluationContext& context, Sense sense, int index);
    double (*last_true)(const EvaluationContext& context, Sense sense, int index);
    /// Whether the body, or the fixture that asks, may be in a volume of a kind; see core/senses/volumes.hpp.
    bool (*may_be_in)(const EvaluationContext& context, PieceKindId kind);
};

/// What expressions are worked out against. Without a course no probe hits anything.
struct EvaluationContext {
    const SenseTable& senses;
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
    /// holds it, sits on it or touches it, else of the nearest; see core/senses/subject.hpp.
    EvaluationContext of_fixture(std::size_t fixture) const;

    /// The same instant, asked by another character with the dials that all bodies share.
    EvaluationContext of_actor(std::size_t actor) const;

    Surroundings surroundings() const {
        if (cache == nullptr) return {*course};
        if (!cache->nearby.has_world()) return {*course, cache->moving};
        return cache->surroundings();
    }
};

}  // namespace leap
