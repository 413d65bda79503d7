// SPDX-License-Identifier: MIT
// Characters who sit on loose bodies, or stand on what a hinge holds, against closed forms.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "core/senses/joints.hpp"
#include "tests/core/support.hpp"

namespace leap::riders_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

constexpr double g = 28.0;
constexpr double rider_kg = 70.0;

const std::string person =
    "button use key \"E\"\n"
    "body rider { capsule radius 0.3 m height 1.8 m mass 70 kg step up 0.3 m walkable up to 46 deg gravity 28 m/s^2 }\n"
    "stance walk { steer to 5 m/s gain 40 m/s^2 brake 60 m/s^2 }\n";

class Riders : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Riders, testing::Values(30, 120, 480));

Scene with(const std::string& kind, const Vec3& at) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"thing", "thing", at, 0, {}}};
    return Scene(person + kind, plan);
}

double angle_of(const Scene& scene, const World& world) {
    const SceneView rehearsal = scene.at(120);
    return own_joint_way(rehearsal.context(world, world.actors[0]), 0, false);
}

/// Someone on a swing of 12 kg whose seat is `seat_m` above its middle, 1.9 m below its hinge: the period of both
/// together is 2 pi sqrt(I / torque).
double period_of_swing(double seat_m, int rate, double from_s) {
    const std::string hinge = "loose hinge about width at 0 m, 0 m, 1.9 m";
    const std::string seat = fmt::format("seat 0 m, 0 m, {} m", seat_m);
    const Scene scene = with(
        "fixture thing { box 0.5 m, 0.5 m, 0.4 m mass 12 kg focus within 2 m on use prompt \"Sit\"\n"
        "  phase hangs { " +
            hinge +
            " go pushed when used }\n"
            "  phase pushed for 0.1 s { " +
            hinge + " " + seat +
            " push own_front by 300 N go swings }\n"
            "  phase swings { " +
            hinge + " " + seat + " } }\n",
        {0.9, 0.0, 0.9});
    const SceneView rehearsal = scene.at(rate);
    const auto inputs = resolve_inputs(scene.program, TapeMaker(from_s + 9.0).hold("use", 0.5, 0.1)).value();
    World world = start_world(rehearsal, alone_at("start")).value();
    std::vector<double> zero;
    double before = 0.0;
    for (double t = from_s; t < from_s + 9.0 && zero.size() < 4; t += 1.0 / 30.0) {
        run_ticks(rehearsal, inputs, ticks_for(t, rate), world, nullptr);
        const double now = angle_of(scene, world);
        if (before > 0.0 && now <= 0.0) zero.push_back(t - now / (now - before) / 30.0);
        before = now;
    }
    EXPECT_EQ(zero.size(), 4U);
    return zero.size() < 4 ? 0.0 : (zero.back() - zero.front()) / 3.0;
}

TEST_P(Riders, ASwingGoesWithThePeriodOfBoth) {
    for (const double seat_m : {0.2, -0.5}) {
        const double down = 1.9 - seat_m;
        const double inertia = 12.0 * (0.25 + 0.16) / 12.0 + 12.0 * 1.9 * 1.9 + rider_kg * down * down;
        const double torque = (12.0 * 1.9 + rider_kg * down) * g;
        const double period = 2.0 * std::numbers::pi * std::sqrt(inertia / torque);
        EXPECT_NEAR(period_of_swing(seat_m, GetParam(), 1.0), period, 0.005 * period) << seat_m;
    }
}

TEST_P(Riders, ACartSinksByTheWeightOfBothAndIsPushedLikeBoth) {
    const Scene scene = with(
        "fixture thing { box 2.2 m, 1.1 m, 0.45 m  mass 300 kg\n"
        "  wheels at 0.85 m, 0.62 m, -0.05 m radius 0.32 m travel 0.28 m stiffness 15 kN/m damping "
        "50 % grip 90 %\n"
        "  focus within 1.6 m on use prompt \"Drive\"\n"
        "  phase parked { loose  wheels brake 4000 N  go waits when used }\n"
        "  phase waits for 2 s { loose  seat 0 m, 0 m, 0.1 m  wheels brake 4000 N go driven }\n"
        "  phase driven { loose  seat 0 m, 0 m, 0.1 m  wheels push 1800 N } }\n",
        {0.3, 1.4, 0.42});
    const auto at = [&](double seconds) {
        return play(scene, TapeMaker(seconds).hold("use", 0.5, 0.1), GetParam()).state;
    };
    const double sunk = (300.0 + rider_kg) * g / (4.0 * 15'000.0);
    const World rests = at(2.4);
    ASSERT_TRUE(rests.actors[0].seat);
    for (const WheelState& wheel : rests.wheels.at(0)) EXPECT_NEAR(wheel.squeezed_m, sunk, 0.01 * sunk);
    const double gained = at(3.8).loose[0].body.velocity.x - at(2.8).loose[0].body.velocity.x;
    EXPECT_NEAR(gained, 1800.0 / (300.0 + rider_kg), 0.01 * gained);
}

TEST_P(Riders, AFloatGoesDownByTheWeightOfBoth) {
    const Scene scene = with(
        "fixture thing { box 2 m, 2 m, 0.2 m mass 100 kg focus within 3 m on use prompt \"Sit\"\n"
        "  phase drifts { loose push up by 40 kN/m * (1 m - dot(own_middle, up)) drag 4 /s go sat when used }\n"
        "  phase sat { loose push up by 40 kN/m * (1 m - dot(own_middle, up)) drag 4 /s seat 0 m, 0 m, 0.1 m }"
        " }\n",
        {1.5, 0.0, 0.95});
    const World before = play(scene, TapeMaker(3.0), GetParam()).state;
    EXPECT_NEAR(before.loose[0].body.place.z, 1.0 - 100.0 * g / 40'000.0, 2e-3);
    const World sat = play(scene, TapeMaker(8.0).hold("use", 3.0, 0.1), GetParam()).state;
    ASSERT_TRUE(sat.actors[0].seat);
    EXPECT_NEAR(sat.loose[0].body.place.z, 1.0 - (100.0 + rider_kg) * g / 40'000.0, 2e-3);
}

/// A plank of 4 m hinged at its end, somebody on it: both fall together by the torque of both weights over the moment
/// of both. Nearer to the hinge than two thirds of the way they stay on it.
TEST_P(Riders, WhoStandsOnAPlankThatHangsByItsEndGoesDownWithIt) {
    for (const double stands_m : {1.0, 2.0, 2.5}) {
        CoursePlan plan = test::flat_plan();
        plan.fixtures = {{"thing", "thing", {0, 0, 8}, 0, {}}};
        plan.places = {{"start", {-2.0 + stands_m, 0, 8.051}, 0.0}};
        const Scene scene(person +
                              "fixture thing { box 4 m, 1 m, 0.1 m mass 20 kg\n"
                              "  phase holds for 0.5 s { solid go falls }\n"
                              "  phase falls { loose hinge about width at -2 m, 0 m, 0 m } }\n",
                          plan);
        const auto angle = [&](double seconds) {
            return std::abs(angle_of(scene, play(scene, TapeMaker(seconds), GetParam()).state));
        };
        const double inertia = 20.0 * (16.0 + 0.01) / 12.0 + 20.0 * 4.0 + rider_kg * stands_m * stands_m;
        const double torque = (20.0 * 2.0 + rider_kg * stands_m) * g;
        // The equation of the pendulum in small steps.
        double turned = 0.0;
        double rate = 0.0;
        constexpr double seconds = 0.2;
        constexpr int steps = 20'000;
        for (int i = 0; i < steps; ++i) {
            rate += torque * std::cos(turned) / inertia * seconds / steps;
            turned += rate * seconds / steps;
        }
        EXPECT_NEAR(angle(0.5 + seconds), turned, 0.03 * turned) << stands_m;
    }
}

}  // namespace
}  // namespace leap::riders_test
