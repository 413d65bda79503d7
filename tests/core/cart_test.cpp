// SPDX-License-Identifier: MIT
// A cart through the script's own door: sat on, driven, left, tipped over, and read by gauges.
#include <gtest/gtest.h>

#include <numbers>

#include "core/readings/readings.hpp"
#include "core/senses/explain.hpp"
#include "core/senses/fixtures.hpp"
#include "tests/core/support.hpp"

namespace leap::cart_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;
using test::words_of;
using Words = std::vector<std::string>;

const std::string world =
    std::string(test::plain_body) +
    "button use key \"E\"\n"
    "fixture cart {\n"
    "  dial power = 1800 N in 0..9000  dial spring = 15 kN/m in 1..90  dial grip = 90 % in 10 %..200 %\n"
    "  box 2.2 m, 1.1 m, 0.45 m  mass 300 kg\n"
    "  wheels at 0.85 m, 0.62 m, -0.05 m radius 0.32 m travel 0.28 m stiffness spring damping 50 % grip grip\n"
    "  focus within 1.6 m on use prompt \"Drive\"\n"
    "  gauge slip = slip_angle  gauge sink = sunk\n"
    "  phase parked { loose  wheels brake 4000 N  go driven when used }\n"
    "  phase driven { loose  seat -0.25 m, 0 m, 0.1 m  wheels push power * stick_ahead  wheels turn 26 deg * "
    "stick_side\n"
    "    wheels brake 250 N  go parked when pressed(use)  go parked when not ridden } }\n"
    "fixture pillar { box 3 m, 3 m, 3 m  phase stands { solid } }\n"
    "move drowned when feet < -3 m in water { phase a { start: respawn  end } }\n"
    "reading fastest = highest(speed)\n"
    "reading most_slip = highest(cart.slip)\n"
    "reading sink_at_rest = cart.sink at start of cart.driven\n"
    "reading mean_slip = average(cart.slip) over cart.driven\n";

Scene with(std::vector<PlacedFixture> fixtures) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = std::move(fixtures);
    return Scene(world, plan);
}
const PlacedFixture beside{"cart", "cart", {0.3, 1.4, 0.42}, 0, ""};

double reading(const Scene& scene, const Trace& trace, const std::string& name) {
    for (const ReadingResult& result : take_readings(scene.program, scene.tuning, trace, "test"))
        if (result.name == name) return result.value.value();
    return -1.0;
}

class Cart : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Cart, testing::Values(30, 120, 480));

TEST_P(Cart, ParkedItStandsOnItsSpringsFromTheFirstInstantAndSleeps) {
    const Scene scene = with({beside});
    const World state = start_world(scene.at(GetParam()), alone_at("start")).value();
    ASSERT_TRUE(state.loose.at(0).body.asleep);
    const double sunk = 300.0 * 28.0 / (4.0 * 15'000.0);
    for (const WheelState& wheel : state.wheels.at(0)) EXPECT_NEAR(wheel.squeezed_m, sunk, 1e-5);
    EXPECT_EQ(play(scene, TapeMaker(1.0), GetParam()).state.loose, state.loose);
}

TEST_P(Cart, IsSatOnDrivenAndLeftBesideIt) {
    const Scene scene = with({beside});
    const Played driven =
        play(scene, TapeMaker(6.0).hold("use", 1.5, 0.1).stick(2.0, 0, 1).stick(3.5, 0, 0).hold("use", 5.0, 0.1),
             GetParam());
    EXPECT_EQ(words_of(scene, driven.trace, {EventKind::seated, EventKind::stepped_out}),
              (Words{"seated on cart", "stepped out of cart"}));
    // 1800 N less what rolling costs push 300 kg and the driver's 70 for 1.5 s.
    EXPECT_NEAR(reading(scene, driven.trace, "fastest"), (1800.0 - 250.0) / 370.0 * 1.5, 0.25);
    const SceneView rehearsal = scene.at(GetParam());
    const FixturePose cart = fixture_pose(rehearsal.context(driven.state, driven.state.actors[0]), 0);
    EXPECT_GT(cart.center.x, 8.0);
    EXPECT_TRUE(driven.state.actors[0].body.grounded);
    EXPECT_NEAR(driven.state.actors[0].body.position.y, cart.center.y + 0.55 + 0.3 + 0.2, 0.05) << "to its left";
    EXPECT_FALSE(meets(cart, {driven.state.actors[0].radius, driven.state.actors[0].height},
                       driven.state.actors[0].body.position, 0.0));
}

TEST_P(Cart, TheDriverGoesWithItAndCanDoNoMovesOfTheBody) {
    const Scene scene = with({beside});
    const Tape tape = TapeMaker(4.0).hold("use", 1.0, 0.1).stick(1.2, 0.4, 1).hold("jump", 2.0, 0.2);
    const SceneView r = scene.at(GetParam());
    const auto inputs = resolve_inputs(scene.program, tape).value();
    World state = start_world(r, alone_at("start")).value();
    run_ticks(r, inputs, ticks_for(2.1, GetParam()), state, nullptr);
    for (int i = 0; i < GetParam(); ++i) {
        run_ticks(r, inputs, state.tick + 1, state, nullptr);
        const FixturePose cart = fixture_pose(r.context(state, state.actors[0]), 0);
        ASSERT_NEAR(glm::length(state.actors[0].body.position - cart.center), std::hypot(0.25, 0.1), 1e-9);
        ASSERT_LT(state.actors[0].body.position.z, 2.0);
    }
    EXPECT_LT(state.actors[0].facing, -0.1) << "it drives to the right";
    for (const MachineId move : scene.program.moves) {
        if (scene.program.machines[move].layer != 0) continue;
        EXPECT_EQ(explain_move(r.context(state, state.actors[0]), move).why, "sits on cart");
    }
}

TEST_P(Cart, ParkedItSettlesToItsWeightOverTheStiffnessOfItsSprings) {
    const Scene scene = with({beside});
    const Played driven = play(scene, TapeMaker(4.0).hold("use", 3.0, 0.1), GetParam());
    const double sink = 300.0 * 25.0 / (4.0 * 15'000.0);
    const SceneView rehearsal = scene.at(120);
    const double gravity =
        number(rehearsal.context(driven.state, driven.state.actors[0]), scene.program.bodies[0].gravity);
    EXPECT_NEAR(reading(scene, driven.trace, "sink_at_rest"), sink * gravity / 25.0, 0.01 * sink);
}

TEST(CartRuns, ReadingsComeOutTheSameAtEveryTickRate) {
    const Scene scene = with({beside});
    const Tape tape = TapeMaker(7.0).hold("use", 1.0, 0.1).stick(1.2, 0, 1).stick(3.0, 0.7, 1).stick(4.5, -0.4, 0.3);
    const Played slow = play(scene, tape, 30);
    const Played fast = play(scene, tape, 480);
    for (const char* name : {"fastest", "most_slip", "mean_slip"}) {
        const double value = reading(scene, fast.trace, name);
        EXPECT_NEAR(reading(scene, slow.trace, name), value, 0.01 * std::abs(value)) << name;
    }
    EXPECT_LT(glm::length(slow.state.actors[0].body.position - fast.state.actors[0].body.position), 0.05);
}

TEST(CartRuns, WithLessGripTheSameStickTurnsItLess) {
    Scene scene = with({beside});
    const Tape tape = TapeMaker(4.3).hold("use", 1.0, 0.1).stick(1.2, 0, 1).stick(3.5, 1, 0.5);
    const double held = play(scene, tape, 120).state.actors[0].facing;
    scene.set("cart.grip", 0.25);
    const double slid = play(scene, tape, 120).state.actors[0].facing;
    EXPECT_LT(std::abs(slid), 0.7 * std::abs(held));
    const Played after = play(scene, tape, 120);
    const SceneView rehearsal = scene.at(120);
    const FixturePose cart = fixture_pose(rehearsal.context(after.state, after.state.actors[0]), 0);
    EXPECT_TRUE(is_finite(cart.center));
}

TEST(CartRuns, WhoCanNotStepOutBesideItStandsOnIt) {
    std::vector<PlacedFixture> hemmed{beside};
    for (const Vec3& at : {Vec3{0.3, 3.8, 0}, Vec3{0.3, -1.0, 0}, Vec3{-2.8, 1.4, 0}, Vec3{3.4, 1.4, 0}})
        hemmed.push_back({"pillar " + std::to_string(hemmed.size()), "pillar", at, 0, ""});
    CoursePlan plan = test::flat_plan();
    plan.fixtures = hemmed;
    plan.places[0].position = {0.3, 1.4, 1.2};
    const Scene scene(world, plan);
    const Played after = play(scene, TapeMaker(4.0).hold("use", 1.0, 0.1).hold("use", 2.5, 0.1), 120);
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::seated, EventKind::stepped_out}).size(), 2U);
    EXPECT_GT(after.state.actors[0].body.position.z, 0.5) << "on its bed";
    EXPECT_NEAR(after.state.actors[0].body.position.x, 0.3, 1.0);
}

TEST(CartRuns, WhoIsPutBackNoLongerSitsOnIt) {
    CoursePlan plan;
    plan.places = {{"start", {0, 0, 0}, 0.0}};
    plan.pieces = {test::box({0, 0, -0.5}, {12, 12, 1})};
    plan.fixtures = {beside};
    const Scene scene(world, plan);
    const Played after = play(scene, TapeMaker(7.0).hold("use", 1.0, 0.1).stick(1.2, 0, 1).stick(2.9, 0, 0), 120);
    EXPECT_FALSE(after.state.actors[0].seat);
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::respawned}).size(), 1U);
    EXPECT_NEAR(after.state.actors[0].body.position.z, 0.0, 0.01);
    const auto cart = *scene.program.find_machine("cart");
    EXPECT_EQ(scene.program.machines[cart].phases[after.state.machines[0].phase].name, "parked");
}

TEST(CartRuns, ASnapshotGoesOnAsTheRunDid) {
    const Scene scene = with({beside});
    const Tape tape = TapeMaker(5.0).hold("use", 1.0, 0.1).stick(1.2, 0.3, 1);
    const SceneView r = scene.at(120);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    World whole = start_world(r, alone_at("start")).value();
    run_ticks(r, inputs, 600, whole, nullptr);
    World half = start_world(r, alone_at("start")).value();
    run_ticks(r, inputs, 301, half, nullptr);
    World copy = half;
    run_ticks(r, inputs, 600, copy, nullptr);
    EXPECT_EQ(copy, whole);
}

TEST(CartRuns, MistakesAreTold) {
    const std::string body = test::plain_body;
    const auto told = [&](const std::string& fixture, const std::string& words) {
        const std::string all = test::messages_of(body + fixture);
        EXPECT_NE(all.find(words), std::string::npos) << fixture << "\n" << all;
    };
    const std::string wheels =
        "wheels at 1 m, 1 m, 0 m radius 0.3 m travel 0.2 m stiffness 9 kN/m damping 50 % grip 90 %";
    told("fixture a { box 1 m, 1 m, 1 m " + wheels + " phase p { solid } }", "only allowed in fixtures with a mass");
    told("fixture a { box 1 m, 1 m, 1 m mass 9 kg wheels at 1 m, 1 m, 0 m radius 0.3 m phase p { loose } }",
         "is missing");
    told("fixture a { box 1 m, 1 m, 1 m mass 9 kg phase p { loose wheels push 3 N } }", "'a' has no wheels");
    told("fixture a { box 1 m, 1 m, 1 m mass 9 kg " + wheels + " phase p { loose wheels push 3 m } }",
         "wheels push: expected");
    told("fixture a { box 1 m, 1 m, 1 m watch g = own_front phase p { solid } }", "watch: expected a number");
    told("reading r = largest_drop(a.g)\nfixture a { box 1 m, 1 m, 1 m watch g = progress phase p { solid } }",
         "largest_drop: expected");
}

}  // namespace
}  // namespace leap::cart_test
