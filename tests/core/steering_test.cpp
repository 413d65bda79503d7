// SPDX-License-Identifier: MIT
// Walking: speeding up, braking, turning, slopes, steps, walls.
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "core/motion/ground.hpp"
#include "core/readings/readings.hpp"
#include "tests/core/support.hpp"

namespace leap::steering_test {
namespace {

using test::plain_body;
using test::Scene;
using test::TapeMaker;
using test::times_of;

TEST(Steering, SpeedRisesAndFallsAtTheStatedRates) {
    const Scene scene(plain_body);
    const Trace trace = scene.run(TapeMaker(2.0).stick(0.1, 0, 1).stick(1.0, 0, 0), 60);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 0.2)), 4.5, 1e-6);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 0.5)), 6.0, 1e-9);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 1.05)), 6.0 - 70 * 0.05, 1e-6);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 1.5)), 0.0, 1e-9);
    // Stopping distance v²/2a.
    EXPECT_NEAR(position_at(trace.tracks[0], 1.9).x - position_at(trace.tracks[0], 1.0).x, 36.0 / 140.0, 1e-6);
}

TEST(Steering, TurningRoundDoesNotDependOnTheTickRate) {
    const Scene scene(plain_body);
    const Tape tape = TapeMaker(1.6).stick(0.1, 0, 1).stick(0.513, 1, 0.2).stick(0.9, -0.6, -0.8);
    const Vec3 at_120 = scene.run(tape, 120).tracks[0].rows.back().position;
    for (const int rate : {30, 60, 240, 480})
        EXPECT_LT(glm::length(scene.run(tape, rate).tracks[0].rows.back().position - at_120), 0.002) << rate;
}

TEST(Steering, TheStickIsTurnedWithTheView) {
    const Scene scene(plain_body);
    const Trace trace = scene.run(TapeMaker(1.0).look(0.0, 90.0).stick(0.1, 0, 1));
    EXPECT_NEAR(trace.tracks[0].rows.back().velocity.y, 6.0, 1e-6);
    EXPECT_NEAR(trace.tracks[0].rows.back().velocity.x, 0.0, 1e-6);
    EXPECT_NEAR(trace.tracks[0].rows.back().facing, std::numbers::pi / 2, 1e-6);
}

TEST(Steering, HalfATiltIsHalfTheSpeed) {
    const Scene scene(plain_body);
    EXPECT_NEAR(horizontal_length(scene.run(TapeMaker(1.0).stick(0.1, 0, 0.5)).tracks[0].rows.back().velocity), 3.0,
                1e-9);
}

CoursePlan slope(double degrees) {
    CoursePlan plan = test::flat_plan();
    const double run = 8.0;
    const double rise = run * std::tan(degrees * std::numbers::pi / 180.0);
    plan.pieces.push_back(test::ramp({2 + run / 2, 0, rise / 2}, {run, 6, rise}));
    return plan;
}

TEST(Steering, WalkableSlopesAreWalkedAtFullFlatSpeed) {
    for (const double degrees : {20.0, 35.0, 44.0}) {
        const Scene scene(plain_body, slope(degrees));
        const Trace trace = scene.run(TapeMaker(1.5).stick(0.0, 0, 1));
        EXPECT_GT(trace.tracks[0].rows.back().position.z, 2.0) << degrees;
        EXPECT_NEAR(horizontal_length(trace.tracks[0].rows.back().velocity), 6.0, 0.01) << degrees;
        EXPECT_TRUE(times_of(trace, EventKind::left_ground).empty()) << degrees;
    }
}

TEST(Steering, SteeperSlopesStopTheBodyAndSlideItDown) {
    for (const double degrees : {48.0, 60.0, 75.0}) {
        const Scene scene(plain_body, slope(degrees));
        const Trace walk = scene.run(TapeMaker(2.0).stick(0.0, 0, 1));
        EXPECT_LT(extreme(walk.tracks[0], Quantity::feet, {0, 2}, true), 0.15) << degrees;
    }
    // Put down high on it, the body slides to the foot.
    CoursePlan plan = slope(60);
    plan.places[0].position = {6, 0, 8};
    const Scene scene(plain_body, plan);
    const Trace slide = scene.run(TapeMaker(4.0));
    EXPECT_TRUE(slide.tracks[0].rows.back().grounded);
    EXPECT_NEAR(slide.tracks[0].rows.back().position.z, 0.001, 0.01);
}

TEST(Steering, SlidingDownASteepSlopeGathersSpeedAsGravityAlongIt) {
    CoursePlan plan = slope(60);
    plan.places[0].position = {9, 0, 13};
    const Scene scene(std::string(plain_body), plan);
    const Trace slide = scene.run(TapeMaker(3.0));
    // Between two instants on the slope: dv = g sin(60) dt along it.
    std::vector<const TraceRow*> on_slope;
    for (const TraceRow& row : slide.tracks[0].rows)
        if (!row.grounded && row.velocity.x < -1.0 && row.position.z > 2.0) on_slope.push_back(&row);
    ASSERT_GT(on_slope.size(), 20U);
    const double dv = glm::length(on_slope.back()->velocity) - glm::length(on_slope.front()->velocity);
    const double dt = on_slope.back()->time - on_slope.front()->time;
    // Steering pushes against a slope that is no ground as against a wall: it can't brake the slide.
    EXPECT_NEAR(dv / dt, 28 * std::sin(60 * std::numbers::pi / 180), 0.01);
}

TEST(Steering, StepsUpToTheLimitAreClimbedHigherOnesStop) {
    for (const double height : {0.1, 0.25, 0.34, 0.4, 0.8}) {
        CoursePlan plan = test::flat_plan();
        plan.pieces.push_back(test::box({6, 0, height / 2}, {8, 6, height}));
        const Scene scene(plain_body, plan);
        const Trace trace = scene.run(TapeMaker(1.2).stick(0.0, 0, 1));
        const bool climbed = trace.tracks[0].rows.back().position.z > height - 0.01;
        EXPECT_EQ(climbed, height < 0.35) << height;
        if (climbed) {
            EXPECT_GT(trace.tracks[0].rows.back().position.x, 3.0) << height;
        } else {
            EXPECT_LT(trace.tracks[0].rows.back().position.x, 1.71) << height;
        }
    }
}

TEST(Steering, AFlightOfStepsIsWalkedUpAndDownOnSolidGround) {
    CoursePlan plan = test::flat_plan();
    Piece steps = test::box({4, 0, 0.75}, {3, 4, 1.5});
    steps.kind = PieceKind::steps;
    steps.count = 6;
    plan.pieces.push_back(steps);
    plan.pieces.push_back(test::box({8, 0, 0.75}, {5, 4, 1.5}));
    const Scene scene(plain_body, plan);
    const Trace trace = scene.run(TapeMaker(3.0).stick(0.0, 0, 1).stick(1.4, 0, -1));
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {0, 3}, true), 1.501, 0.01);
    EXPECT_NEAR(trace.tracks[0].rows.back().position.z, 0.001, 0.01);
    EXPECT_TRUE(times_of(trace, EventKind::left_ground).empty());
}

TEST(Steering, WallsTakeTheSpeedIntoThemAndLeaveTheRest) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({5, 0, 1.5}, {1, 40, 3}));
    const Scene scene(plain_body, plan);
    const Trace straight = scene.run(TapeMaker(2.0).stick(0.0, 0, 1));
    EXPECT_NEAR(straight.tracks[0].rows.back().position.x, 4.5 - 0.3, 0.005);
    EXPECT_EQ(times_of(straight, EventKind::bumped_wall).size(), 1U);  // leaning on it is no second bump
    // Nor does the trace show speed while the body leans.
    for (double t = 1.5; t < 2.0; t += 0.0031)
        EXPECT_LT(horizontal_length(velocity_at(straight.tracks[0], t)), 1e-6) << t;
    const Trace along = scene.run(TapeMaker(2.0).stick(0.0, -0.6, 0.8));
    EXPECT_NEAR(along.tracks[0].rows.back().velocity.y, 3.6, 0.4);
    EXPECT_NEAR(along.tracks[0].rows.back().velocity.x, 0.0, 0.01);
}

TEST(Steering, TheBumpComesAtTheSameInstantAtEveryRate) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({5, 0, 1.5}, {1, 40, 3}));
    const Scene scene(plain_body, plan);
    std::vector<double> bumps;
    for (const int rate : {30, 120, 480})
        bumps.push_back(times_of(scene.run(TapeMaker(1.5).stick(0.0, 0, 1), rate), EventKind::bumped_wall).at(0));
    EXPECT_NEAR(bumps[0], bumps[2], 0.0005);
    EXPECT_NEAR(bumps[1], bumps[2], 0.0005);
}

TEST(Steering, CornersHoldTheBodyStill) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({3, 0, 1}, {1, 10, 2}));
    plan.pieces.push_back(test::box({0, 3, 1}, {10, 1, 2}));
    const Scene scene(plain_body, plan);
    const Trace trace = scene.run(TapeMaker(2.0).stick(0.0, -0.6, 0.8));
    EXPECT_LT(horizontal_length(trace.tracks[0].rows.back().velocity), 0.05);
    EXPECT_LT(trace.tracks[0].rows.back().position.x, 2.21);
    EXPECT_LT(trace.tracks[0].rows.back().position.y, 2.21);
}

TEST(Steering, AJumpUnderACeilingBumpsAndFalls) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({0, 0, 2.6}, {4, 4, 1}));  // underside at 2.1
    const Scene scene(
        std::string(plain_body) + "move hop on jump { phase a { start: launch up at 9 m/s end when grounded } }", plan);
    const Trace trace = scene.run(TapeMaker(1.0).hold("jump", 0.1, 0.2));
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {0, 1}, true), 0.4, 0.01);
    EXPECT_EQ(times_of(trace, EventKind::bumped_ceiling).size(), 1U);
    EXPECT_TRUE(trace.tracks[0].rows.back().grounded);
}

TEST(Steering, ALockedBodyStaysInItsPlane) {
    const std::string text =
        std::string(plain_body).replace(std::string(plain_body).find("gravity 28"), 0, "locked y at 0.5 m\n  ");
    CoursePlan plan = test::flat_plan();
    Piece turned = test::box({4, 0.5, 1}, {2, 2, 2});
    turned.turn_deg = 30;
    plan.pieces.push_back(turned);
    const Scene scene(text, plan);
    const Trace trace = scene.run(TapeMaker(1.5).stick(0.1, 1, 0));
    for (const TraceRow& row : trace.tracks[0].rows) EXPECT_DOUBLE_EQ(row.position.y, 0.5);
    EXPECT_GT(trace.tracks[0].rows.back().position.x, 1.0);
    EXPECT_LT(trace.tracks[0].rows.back().position.x, 3.3);
}

}  // namespace
}  // namespace leap::steering_test
