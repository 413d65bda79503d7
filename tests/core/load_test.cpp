// SPDX-License-Identifier: MIT
// What rests on a fixture: characters, loose things, and stacks of them.
#include "core/senses/load.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::load_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

const std::string script = R"(
button jump key "Space"
button use key "E"
body b { capsule radius 0.3 m height 1.8 m mass 70 kg tag catcher gravity 28 m/s^2 }
stance walk { steer to 4 m/s gain 40 m/s^2 brake 60 m/s^2 }
stance air when airborne { }
move hop on jump { gate grounded  phase up for 0.1 s { start: launch up at 7 m/s } }
fixture plate {
  box 3 m, 3 m, 0.2 m
  phase free { solid  go pressed when load > 100 kg }
  phase pressed { solid  go free when load <= 100 kg }
}
fixture crate { box 0.8 m, 0.8 m, 0.8 m mass 40 kg phase lies { loose } }
fixture plank { box 4 m, 0.5 m, 0.1 m mass 20 kg phase lies { loose } }
fixture ball {
  sphere radius 0.2 m
  mass 5 kg
  phase free { loose go held when touched_by(catcher) then: hold }
  phase held { hidden carried 0.5 m, 0 m, 1 m }
}
)";

CoursePlan yard(const Vec3& body) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = body;
    return plan;
}

double load_of(const Scene& scene, const World& world, std::size_t fixture) {
    const SceneView rehearsal = scene.at(120);
    return load_on(rehearsal.context(world, world.actors[0]), fixture);
}

TEST(Load, OfACharacterAndOfACrateAndOfBothOnEachOther) {
    for (const int rate : {30, 120, 480}) {
        CoursePlan plan = yard({0.8, 0, 0.2});
        plan.fixtures = {{"plate", "plate", {0, 0, 0}, 0, {}}, {"crate", "crate", {-0.8, 0, 0.21}, 0, {}}};
        const Scene beside(script, plan);
        EXPECT_NEAR(load_of(beside, play(beside, TapeMaker(2), rate).state, 0), 110.0, 1e-9) << rate;
        plan.places[0].position = {-0.8, 0, 1.02};
        const Scene above(script, plan);
        const Played run = play(above, TapeMaker(2), rate);
        EXPECT_NEAR(load_of(above, run.state, 0), 110.0, 1e-9) << "on the crate, that on the plate";
        EXPECT_NEAR(load_of(above, run.state, 1), 70.0, 1e-9);
        plan.places[0].position = {0, 9, 0};
        const Scene away(script, plan);
        EXPECT_NEAR(load_of(away, play(away, TapeMaker(2), rate).state, 0), 40.0, 1e-9);
    }
}

TEST(Load, OfAStackThatSleepsFromTheBegin) {
    CoursePlan plan = yard({0, 9, 0});
    plan.fixtures = {{"one", "crate", {0, 0, 0}, 0, {}},
                     {"two", "crate", {0, 0, 0.8}, 0, {}},
                     {"three", "crate", {0, 0, 1.6}, 0, {}},
                     {"plate", "plate", {20, 0, 0}, 0, {}}};
    const Scene scene(script, plan);
    const Played run = play(scene, TapeMaker(0.1));
    ASSERT_TRUE(run.state.loose[2].body.asleep);
    EXPECT_NEAR(load_of(scene, run.state, 0), 80.0, 1e-9);
    EXPECT_NEAR(load_of(scene, run.state, 1), 40.0, 1e-9);
    EXPECT_EQ(load_of(scene, run.state, 2), 0.0);
}

TEST(Load, OfAPlankIsSharedByWhatBearsIt) {
    CoursePlan plan = yard({0, 9, 0});
    plan.fixtures = {{"left", "plate", {-2.5, 0, 0}, 0, {}},
                     {"right", "plate", {2.5, 0, 0}, 0, {}},
                     {"plank", "plank", {0, 0, 0.201}, 0, {}}};
    const Scene scene(script, plan);
    const Played run = play(scene, TapeMaker(3));
    EXPECT_NEAR(load_of(scene, run.state, 0), 10.0, 1.0) << "as the solver's last step pressed";
    EXPECT_NEAR(load_of(scene, run.state, 0) + load_of(scene, run.state, 1), 20.0, 1e-6);
}

TEST(Load, OfWhoHoldsSomething) {
    CoursePlan plan = yard({-0.8, 0, 0.2});
    plan.fixtures = {{"plate", "plate", {0, 0, 0}, 0, {}}, {"ball", "ball", {0.4, 0, 0.2}, 0, {}}};
    const Scene scene(script, plan);
    const Played run = play(scene, TapeMaker(2).stick(0.2, 0, 1).stick(0.5, 0, 0));
    ASSERT_FALSE(run.state.loose[0].holder.is_nobody()) << "it was walked into";
    EXPECT_NEAR(load_of(scene, run.state, 0), 75.0, 1e-9);
}

TEST(Load, AnswersWhenItChanges) {
    for (const int rate : {30, 60, 120, 240, 480}) {
        CoursePlan plan = yard({0.8, 0, 0.2});
        plan.fixtures = {{"plate", "plate", {0, 0, 0}, 0, {}}, {"crate", "crate", {-0.8, 0, 0.21}, 0, {}}};
        const Scene scene(script, plan);
        const Trace trace = scene.run(TapeMaker(3).hold("jump", 1.0, 0.1), rate);
        const auto pressed = test::spans_of(scene, trace, "plate.pressed");
        ASSERT_EQ(pressed.size(), 2U) << rate;
        EXPECT_NEAR(pressed[0].to, 1.0, 1e-6) << "the hop takes 70 kg off it";
        EXPECT_NEAR(pressed[1].from, 1.5, 1e-3) << "7 m/s up and down again at 28 m/s², at " << rate;
    }
}

TEST(Load, IsOnlyNotedWhereSomebodyAsks) {
    CoursePlan plan = yard({0, 9, 0});
    plan.fixtures = {{"one", "crate", {0, 0, 1}, 0, {}}};
    std::string silent = script;
    for (const char* way : {"go pressed when load > 100 kg", "go free when load <= 100 kg"})
        silent.replace(silent.find(way), std::string(way).size(), "");
    const Scene scene(silent, plan);
    EXPECT_EQ(play(scene, TapeMaker(2)).state.loose[0].rests_on[0], RigidSupport{});
    EXPECT_FALSE(scene.program.asks_load);
}

}  // namespace
}  // namespace leap::load_test
