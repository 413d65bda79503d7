// SPDX-License-Identifier: MIT
// Hinges, sliders and ropes: what hangs, swings, slides and balances.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "core/senses/joints.hpp"
#include "core/simulation/fixture_check.hpp"
#include "tests/core/support.hpp"

namespace leap::joints_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

constexpr double degree = std::numbers::pi / 180.0;

const std::string people =
    "body heavy { capsule radius 0.3 m height 1.8 m mass 70 kg step up 0.3 m walkable up to 46 deg gravity 28 m/s^2 }\n"
    "body light is heavy { mass 35 kg }\n"
    "stance walk { steer to 5 m/s gain 40 m/s^2 brake 60 m/s^2 }\n";

double angle_of(const Scene& scene, const World& world, std::size_t fixture) {
    const SceneView rehearsal = scene.at(120);
    return own_joint_way(rehearsal.context(world, world.actors[0]), fixture, false) / degree;
}

/// A plank of 4 m on a hinge in its middle, 1 m up, two who stand on it at these distances from the hinge.
struct Seesaw {
    Scene scene;
    Played run;
    Seesaw(double heavy_at, double light_at, double seconds, int rate = 120)
        : scene(people +
                    "fixture plank { box 6 m, 1 m, 0.1 m mass 20 kg\n"
                    "  phase tilts { loose hinge about width from -15 deg to 15 deg } }\n",
                plan(heavy_at, light_at)),
          run(play(scene,
                   test::together({{"heavy", "left", TapeMaker(seconds)}, {"light", "right", TapeMaker(seconds)}}),
                   rate)) {}
    static CoursePlan plan(double heavy_at, double light_at) {
        CoursePlan out = test::flat_plan();
        out.fixtures = {{"plank", "plank", {0, 0, 1.5}, 0, {}}};
        out.places = {{"left", {-heavy_at, 0, 1.6}, 0.0}, {"right", {light_at, 0, 1.6}, 0.0}};
        return out;
    }
    double angle() const { return angle_of(scene, run.state, 0); }
};

TEST(Joints, TwoOnASeesawBalanceByTheLawOfTheLever) {
    for (const int rate : {30, 120, 480}) {
        EXPECT_NEAR(Seesaw(1.2, 2.4, 3.0, rate).angle(), 0.0, 0.2) << "70 kg at 1.2 m against 35 kg at 2.4 m";
        EXPECT_GT(std::abs(Seesaw(1.2, 2.424, 3.0, rate).angle()), 1.0) << "one per cent further out it goes down";
        const double light_down = Seesaw(1.2, 2.424, 3.0, rate).angle();
        const double heavy_down = Seesaw(1.2, 2.376, 3.0, rate).angle();
        EXPECT_LT(light_down * heavy_down, 0.0) << "and further in the other side does";
    }
}

TEST(Joints, ASeesawGoesDownToItsStopAndNoFurther) {
    const Seesaw one(2.0, 0.5, 3.0);
    EXPECT_NEAR(std::abs(one.angle()), 15.0, 0.3);
    const RigidBody& plank = one.run.state.loose[0].body;
    EXPECT_NEAR(plank.place.x, 0.0, 0.003) << "its hinge stays where it is";
    EXPECT_NEAR(plank.place.z, 1.55, 0.003);
    EXPECT_TRUE(one.run.state.actors[0].body.grounded);
}

/// A plank that hangs from one end, let go level.
Played pendulum(double seconds, const std::string& more = "", int rate = 120) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"beam", "beam", {20, 0, 30}, 0, {}}};
    const Scene scene(people + "fixture beam { box 2 m, 0.2 m, 0.2 m mass 12 kg\n  phase hangs { loose " +
                          "hinge about width at -1 m, 0 m, 0 m " + more + " } }\n",
                      plan);
    return play(scene, TapeMaker(seconds), rate);
}

TEST(Joints, APendulumGainsNoEnergyAndItsHingeHolds) {
    double highest = 0.0;
    double lowest = 100.0;
    for (int i = 1; i <= 80; ++i) {
        const RigidBody body = pendulum(0.25 * i).state.loose[0].body;
        highest = std::max(highest, body.place.z);
        lowest = std::min(lowest, body.place.z);
        const Vec3 hinge = body.place + body.turn * Vec3{-1.0, 0.0, 0.0};
        EXPECT_NEAR(glm::length(hinge - Vec3(19.0, 0.0, 30.1)), 0.0, 0.004) << i;
        const Vec3 spin = body.spin;
        const double inertia = 12.0 * (4.0 + 0.04) / 12.0;
        const double energy = 12.0 * 28.0 * (body.place.z - 30.1) + 6.0 * glm::dot(body.velocity, body.velocity) +
                              0.5 * inertia * glm::dot(spin, spin);
        EXPECT_LT(energy, 0.5) << "of 336 J at " << 0.25 * i;
        EXPECT_GT(energy, -1.0) << "at " << 0.25 * i;
    }
    EXPECT_LT(highest, 30.1 + 0.01);
    EXPECT_LT(lowest, 29.3);
}

TEST(Joints, APendulumsPeriodIsThatOfItsMoment) {
    // Small swings about hanging: 2 pi sqrt(I / (m g c)), I = m (4 + 0.04) / 12 + m.
    const double period = 2.0 * std::numbers::pi * std::sqrt((4.04 / 12.0 + 1.0) / 28.0);
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"beam", "beam", {20, 0, 30}, 0, {}}};
    // It hangs: its hinge at its upper end; a short push sets it swinging.
    const Scene scene(
        people +
            "fixture beam { box 0.2 m, 0.2 m, 2 m mass 12 kg\n"
            "  phase begins for 0.05 s { loose hinge about width at 0 m, 0 m, 1 m push own_front by 60 N go hangs }\n"
            "  phase hangs { loose hinge about width at 0 m, 0 m, 1 m } gauge swing = hinge_angle \"\" }\n",
        plan);
    std::vector<double> zero;
    double before = 0.0;
    for (int i = 24; i <= 24 + 480; ++i) {
        const double t = i / 60.0;
        const double now = angle_of(scene, play(scene, TapeMaker(t)).state, 0);
        if (before > 0.0 && now <= 0.0) zero.push_back(t - now / (now - before) / 60.0);
        before = now;
        if (zero.size() == 5) break;
    }
    ASSERT_EQ(zero.size(), 5U);
    EXPECT_NEAR((zero.back() - zero.front()) / 4.0, period, 0.01 * period);
}

TEST(Joints, LimitsFrictionAndMotorsHold) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"gate", "gate", {20, 0, 5}, 0, {}},
                     {"wheel", "wheel", {20, 10, 5}, 0, {}},
                     {"heavy gate", "heavy_gate", {20, 20, 5}, 0, {}}};
    const Scene scene(people +
                          "fixture gate { box 2 m, 0.2 m, 0.2 m mass 10 kg phase p { loose hinge about width at -1 m, "
                          "0 m, 0 m from -30 deg to 30 deg } }\n"
                          "fixture wheel { box 2 m, 0.2 m, 2 m mass 10 kg phase p { loose hinge about width motor 90 "
                          "deg/s with 500 Nm } }\n"
                          "fixture heavy_gate { box 2 m, 0.2 m, 0.2 m mass 10 kg phase p { loose hinge about width at "
                          "-1 m, 0 m, 0 m friction 300 Nm } }\n",
                      plan);
    const Played run = play(scene, TapeMaker(2.0));
    EXPECT_NEAR(angle_of(scene, run.state, 0), 30.0, 0.3) << "it hangs at its stop";
    EXPECT_NEAR(glm::length(run.state.loose[1].body.spin), 90.0 * degree, 1e-3);
    EXPECT_NEAR(angle_of(scene, run.state, 2), 0.0, 0.1) << "10 kg * 28 m/s² * 1 m are held";
}

TEST(Joints, FrictionTakesWhatItSaysAndStops) {
    // A wheel on its axle: 10 kg, of 2 m by 2 m, spun up, then braked by 6 Nm.
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"wheel", "wheel", {20, 10, 5}, 0, {}}};
    const Scene scene(people +
                          "fixture wheel { box 2 m, 0.2 m, 2 m mass 10 kg\n"
                          "  phase spins for 1 s { loose hinge about width motor 360 deg/s with 5000 Nm go slows }\n"
                          "  phase slows { loose hinge about width friction 6 Nm } }\n",
                      plan);
    const double inertia = 10.0 * (4.0 + 4.0) / 12.0;
    const double rate = 2.0 * std::numbers::pi;
    const auto spin_at = [&](double t) { return glm::length(play(scene, TapeMaker(t)).state.loose[0].body.spin); };
    EXPECT_NEAR(spin_at(1.0), rate, 1e-3);
    EXPECT_NEAR(spin_at(4.0), rate - 6.0 / inertia * 3.0, 0.02);
    EXPECT_NEAR(spin_at(12.0), 0.0, 1e-6) << "it stops and doesn't turn back";
}

TEST(Joints, ADoorIsPushedOpenByWhoWalksAgainstIt) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"door", "door", {3, 0, 0.02}, 0, {}}};
    const Scene scene(people +
                          "fixture door { box 0.1 m, 1.6 m, 2 m mass 25 kg phase shut { loose "
                          "hinge about height at 0 m, 0.8 m, 0 m from -100 deg to 100 deg friction 5 Nm } }\n",
                      plan);
    const Played run = play(scene, TapeMaker(3.0).stick(0.1, 0, 1));
    EXPECT_GT(run.state.actors[0].body.position.x, 4.0) << "who walks on is through";
    EXPECT_GT(std::abs(angle_of(scene, run.state, 0)), 30.0);
    const RigidBody& door = run.state.loose[0].body;
    EXPECT_NEAR((door.turn * world_up).z, 1.0, 1e-3) << "it turns about its height alone";
    const Vec3 hinge = door.place + door.turn * Vec3{0.0, 0.8, 0.0};
    EXPECT_NEAR(glm::length(hinge - Vec3(3.0, 0.8, 1.02)), 0.0, 0.01);
}

TEST(Joints, ASliderGoesAlongItsWayOnly) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"drawer", "drawer", {3, 0, 2}, 90, {}}};
    const Scene scene(people +
                          "fixture drawer { box 1 m, 0.6 m, 0.3 m mass 8 kg phase p { loose "
                          "slider along length from 0 m to 0.8 m push own_front by 80 N } }\n",
                      plan);
    const Played half = play(scene, TapeMaker(0.3));
    EXPECT_NEAR(half.state.loose[0].body.place.y, 0.5 * 10.0 * 0.09, 0.03);
    const RigidBody end = play(scene, TapeMaker(2.0)).state.loose[0].body;
    EXPECT_NEAR(end.place.x, 3.0, 0.003);
    EXPECT_NEAR(end.place.y, 0.8, 0.005);
    EXPECT_NEAR(end.place.z, 2.15, 0.003) << "gravity doesn't take it along";
}

TEST(Joints, ARopeHoldsAtItsLengthAndPullsAtTheOther) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"hook", "hook", {20, 0, 30}, 0, {}},
                     {"lamp", "lamp", {20, 0, 28.9}, 0, "hook"},
                     {"left", "ball", {20, 10, 30}, 0, "right"},
                     {"right", "stone", {20, 12, 30}, 0, {}}};
    const Scene scene(
        people +
            "fixture hook { box 0.2 m, 0.2 m, 0.2 m phase p { solid } }\n"
            "fixture lamp { sphere radius 0.1 m mass 2 kg phase p { loose tied to link length 2 m drag 1 /s } }\n"
            "fixture ball { sphere radius 0.1 m mass 2 kg phase p { loose gravity 0 m/s^2 tied to link length 3 m push "
            "-own_left by 4 N } }\n"
            "fixture stone { sphere radius 0.1 m mass 6 kg phase p { loose gravity 0 m/s^2 } }\n",
        plan);
    EXPECT_NEAR(play(scene, TapeMaker(0.2)).state.loose[0].body.place.z, 29.0 - 0.5 * 28.0 * 0.04, 0.06)
        << "slack it falls freely";
    const Played run = play(scene, TapeMaker(6.0));
    EXPECT_NEAR(run.state.loose[0].body.place.z, 28.1, 0.01) << "it hangs 2 m below the hook's middle";
    const RigidBody& ball = run.state.loose[1].body;
    const RigidBody& stone = run.state.loose[2].body;
    EXPECT_LE(glm::length(ball.place - stone.place), 3.0 + 0.01);
    EXPECT_NEAR(2.0 * ball.velocity.y + 6.0 * stone.velocity.y, -4.0 * 6.0, 0.3) << "all that was pushed is there";
    EXPECT_LT(stone.velocity.y, -1.0) << "the stone is pulled along";
}

TEST(Joints, AHangingBridgeBearsWhoWalksOverIt) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.clear();
    plan.pieces.push_back(test::box({-4, 0, -0.5}, {8, 4, 1}));
    plan.pieces.push_back(test::box({11.2, 0, -0.5}, {12, 4, 1}));
    constexpr int planks = 6;
    for (int i = 0; i < planks; ++i)
        plan.fixtures.push_back({fmt::format("plank {}", i),
                                 i == 0 ? "first" : (i == planks - 1 ? "last" : "plank"),
                                 {0.45 + 0.86 * i, 0, -0.12},
                                 0,
                                 i == 0 ? "" : fmt::format("plank {}", i - 1)});
    // The last one hangs on a rope from a post beyond it, too.
    plan.fixtures.push_back({"post", "post", {0.45 + 0.86 * planks, 0, -0.06}, 0, {}});
    plan.places[0].position = {-2, 0, 0};
    const Scene scene(
        people +
            "fixture post { box 0.1 m, 1 m, 0.1 m phase p { } }\n"
            "fixture plank { box 0.8 m, 1.2 m, 0.1 m mass 15 kg phase p { loose hinge about width at -0.43 m, 0 m, 0 m "
            "linked drag 1 /s } }\n"
            "fixture first is plank { phase p { loose hinge about width at -0.43 m, 0 m, 0 m drag 1 /s } }\n"
            "fixture last is plank { phase p { loose hinge about width at -0.43 m, 0 m, 0 m linked drag 1 /s\n"
            "  spring to home_place + own_front * 0.43 m stiffness 40 kN/m damping 400 kg/s at 0.43 m, 0 m, 0 m } }\n",
        plan);
    const Played run = play(scene, TapeMaker(4.0).stick(0.5, 0, 1));
    EXPECT_GT(run.state.actors[0].body.position.x, 6.0) << "over it";
    EXPECT_TRUE(run.state.actors[0].body.grounded);
    for (const RigidState& loose : run.state.loose) {
        EXPECT_GT(loose.body.place.z, -1.5);
        EXPECT_LT(glm::length(loose.body.velocity), 3.0);
    }
}

TEST(Joints, WhatIsHeldByALinkItDoesntHaveIsToldOf) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"lamp", "lamp", {3, 0, 3}, 0, {}}, {"own", "lamp", {5, 0, 3}, 0, "own"}};
    const Scene scene(
        people + "fixture lamp { sphere radius 0.1 m mass 2 kg phase p { loose tied to link length 2 m } }\n", plan);
    const auto warnings = fixture_warnings(scene.program, scene.tuning, plan);
    ASSERT_GE(warnings.size(), 2U);
    EXPECT_NE(warnings[0].text.find("held by its link, but has none"), std::string::npos);
    EXPECT_NE(warnings[1].text.find("held by itself"), std::string::npos);
    EXPECT_TRUE(is_finite(play(scene, TapeMaker(1.0)).state.loose[1].body.place)) << "and it plays all the same";
}

}  // namespace
}  // namespace leap::joints_test
