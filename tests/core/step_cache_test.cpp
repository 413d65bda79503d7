// SPDX-License-Identifier: MIT
// What is remembered within an instant: it holds while nothing that it depends on has changed, and no longer.
#include "core/senses/step_cache.hpp"

#include <gtest/gtest.h>

#include "core/bodies/known_poses.hpp"
#include "core/senses/answers.hpp"
#include "core/senses/probes.hpp"
#include "core/simulation/start.hpp"
#include "tests/core/support.hpp"

namespace leap::step_cache_test {
namespace {

using test::play;
using test::Scene;
using test::TapeMaker;

CoursePlan with_wall() {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({8, 0, 1.5}, {2, 4, 4}));
    return plan;
}

TEST(StepCache, AnActionSeesWhatTheOnesBeforeItDid) {
    // Both actions run at one instant. The first probe reaches as far as the counter says, the second looks where the
    // body goes.
    const Scene scene(std::string(test::plain_body) +
                          "counter steps in 0..9\n"
                          "probe ahead = ray look 3 m * steps\n"
                          "probe where = ray velocity / 1 m/s 20 m\n"
                          "move ask on jump { phase a {\n"
                          "  start: remember first = ahead.distance\n"
                          "  start: steps = 1, remember second = ahead.distance\n"
                          "  start: steps = 9, remember third = ahead.distance, still = where.distance\n"
                          "  start: launch forward at 4 m/s, remember moving = where.distance\n"
                          "  end when grounded } }\n",
                      with_wall());
    const auto played = play(scene, TapeMaker(0.5).hold("jump", 0.2, 0.3));
    const std::vector<double>& memory = played.state.actors[0].memory;
    ASSERT_EQ(memory.size(), 5U);
    EXPECT_DOUBLE_EQ(memory[0], 0.0);
    EXPECT_DOUBLE_EQ(memory[1], 3.0) << "within its reach there is nothing";
    EXPECT_NEAR(memory[2], 7.0, 1e-9) << "the wall";
    EXPECT_DOUBLE_EQ(memory[3], 20.0) << "no direction: nothing is found";
    EXPECT_NEAR(memory[4], 7.0, 0.1);
}

/// A cache, and the run's notes of what has changed.
struct Remembered {
    Scene scene{std::string(test::plain_body) +
                    "probe it = ray look 20 m\nmove ask on jump { gate it.hit \"no\" phase a for 0.1 s { } }\n",
                with_wall()};
    SceneView rehearsal = scene.at(120);
    World world = initial_world(rehearsal, Vec3{0.0}, 0.0);
    SharedCache shared;
    StepCache cache;

    Remembered() { cache.shared = &shared; }
    /// Whether an answer that was put there by hand comes back.
    bool is_remembered() {
        const EvaluationContext m = rehearsal.context(world, world.actors[0], &cache);
        return answers_for(m).probe(0) != nullptr;
    }
    void remember() {
        const EvaluationContext m = rehearsal.context(world, world.actors[0], &cache);
        answers_for(m).set_probe(0, ask_probe(m, 0));
        EXPECT_TRUE(is_remembered());
    }
};

TEST(StepCache, AnAnswerHoldsOnlyUnderWhatItWasFound) {
    Remembered r;
    EXPECT_FALSE(r.is_remembered());
    Actor& actor = r.world.actors[0];
    const auto forgets = [&](const char* what, auto change) {
        r.remember();
        change();
        EXPECT_FALSE(r.is_remembered()) << what;
    };
    forgets("time", [&] { actor.time += 0.01; });
    forgets("place", [&] { actor.body.position.x += 1e-9; });
    forgets("velocity", [&] { actor.body.velocity.z = 1.0; });
    forgets("facing", [&] { actor.facing = 0.5; });
    forgets("height", [&] { actor.height = 1.0; });
    forgets("a rule", [&] { r.shared.changes.note(); });
    forgets("a fixture", [&] { r.shared.changes.note_of_fixture(); });
    forgets("a solid that moved", [&] { r.cache.moving.note_all_moved(); });
}

TEST(StepCache, WhatIsAheadIsRememberedApart) {
    Remembered r;
    r.remember();
    const MotionAhead motion{{1.0, 0.0, 0.0}, Vec3{0.0}, 0.0};
    EvaluationContext ahead = r.rehearsal.context(r.world, r.world.actors[0], &r.cache);
    ahead.ahead = 0.1;
    ahead.motion = &motion;
    EXPECT_NEAR(ask_probe(ahead, 0).distance, 6.0, 1e-9);
    EXPECT_TRUE(r.is_remembered()) << "what is true now isn't forgotten for it";
}

TEST(StepCache, StandsHoldUntilAFixtureChanges) {
    Remembered r;
    EXPECT_FALSE(r.cache.poses_hold());
    place_solids(r.rehearsal, r.world, r.world.actors[0], r.cache);
    EXPECT_TRUE(r.cache.poses_hold());
    r.shared.changes.note();
    EXPECT_TRUE(r.cache.poses_hold()) << "a character's own rule moves no fixture";
    r.shared.changes.note_of_fixture();
    EXPECT_FALSE(r.cache.poses_hold());
}

}  // namespace
}  // namespace leap::step_cache_test
