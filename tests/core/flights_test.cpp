// SPDX-License-Identifier: MIT
// Flights to a point, clinging to walls, drives that add, steering along a line.
#include <gtest/gtest.h>

#include <cmath>

#include "core/readings/readings.hpp"
#include "core/senses/probes.hpp"
#include "tests/core/support.hpp"

namespace leap::flights_test {
namespace {

using test::Scene;
using test::TapeMaker;

class Flights : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Flights, testing::Values(30, 120, 480));

TEST_P(Flights, ArriveAfterTheirDistanceOverTheirSpeed) {
    const Scene scene(std::string(test::plain_body) + R"(
let goal = forward * 6 m + up * 4 m
move go_there on jump {
  phase on_the_way for at most 2 s { fly to goal at 8 m/s  go there_now when reached  fail }
  phase there_now for 0.1 s { gravity 0 m/s^2 }
}
)");
    const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.25, 0.1), GetParam());
    const auto way = test::spans_of(scene, trace, "go_there.on_the_way").at(0);
    const Vec3 from = position_at(trace.tracks[0], way.from) + Vec3{0, 0, 0.85};
    const double distance = glm::length(Vec3{6, 0, 4} - from);
    const auto left_ground = test::times_of(trace, EventKind::left_ground);
    ASSERT_EQ(left_ground.size(), 1U) << "a flight off the ground is told as leaving it";
    EXPECT_NEAR(left_ground[0], way.from, 1e-9);
    EXPECT_NEAR(way.to - way.from, distance / 8.0, 1e-4);
    EXPECT_NEAR(glm::length(position_at(trace.tracks[0], way.to) + Vec3{0, 0, 0.85} - Vec3{6, 0, 4}), 0.0, 1e-3);
}

TEST_P(Flights, StopShortOfTheirPoint) {
    const Scene scene(std::string(test::plain_body) + R"(
let goal = forward * 6 m + up * 0.85 m
move go_there on jump { phase on_the_way for at most 2 s { fly to goal at 8 m/s stopping 2 m short  end when reached } }
)");
    const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.25, 0.1), GetParam());
    const auto way = test::spans_of(scene, trace, "go_there.on_the_way").at(0);
    EXPECT_NEAR(position_at(trace.tracks[0], way.to).x, 4.0, 2e-3);
}

TEST(Flight, IntoAWallFailsAndEnds) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({3, 0, 2}, {0.5, 6, 4}));
    const Scene scene(std::string(test::plain_body) + R"(
let goal = forward * 6 m + up * 2 m
move go_there on jump { phase on_the_way for at most 2 s { fly to goal at 8 m/s  end when reached  fail when bumped(wall) } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(3).hold("jump", 0.25, 0.1));
    EXPECT_EQ(test::times_of(trace, EventKind::failed).size(), 1U);
    EXPECT_LT(trace.tracks[0].rows.back().position.x, 2.75);
}

TEST_P(Flights, AreNotEndlesslyLandedOnASlopeInTheirWay) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::ramp({4, 0, 0.75}, {2, 6, 1.5}));  // 37 degrees, far steeper than the way
    const Scene scene(std::string(test::plain_body) + R"(
let goal = forward * 8 m + up * 1.9 m
move go_there on jump { phase on_the_way for at most 2 s { fly to goal at 8 m/s  end when reached  fail } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(3).stick(0, 0, 0.5).hold("jump", 0.7, 0.1), GetParam());
    EXPECT_TRUE(test::times_of(trace, EventKind::fault).empty()) << "the slope is slid along, not stood upon";
    const auto way = test::spans_of(scene, trace, "go_there.on_the_way").at(0);
    EXPECT_LT(way.to - way.from, 1.5);
    EXPECT_NEAR(position_at(trace.tracks[0], way.to).x, 8.0, 0.02) << "and leads on to the goal";
}

constexpr const char* clinging = R"(
move run_along when airborne and side.hit {
  probe side = wall within 0.5 m
  gate not run_along within 5 s
  phase along for 0.8 s { start: stop falling  cling to side  gravity 0 m/s^2  face direction(flat(velocity))  end when not side.hit }
}
move hop on jump { gate grounded  phase a { start: launch up at 9 m/s  go b when rising <= 1 m/s }  phase b for 0.01 s { } }
)";

TEST_P(Flights, ClingingKeepsTheSpeedAlongAStraightWall) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({10, -0.9, 5}, {40, 1, 10}));
    const Scene scene(std::string(test::plain_body) + clinging, plan);
    const Trace trace = scene.run(TapeMaker(3).stick(0.05, 0, 1).hold("jump", 0.6, 0.1), GetParam());
    const auto run = test::spans_of(scene, trace, "run_along.along").at(0);
    EXPECT_NEAR(run.to - run.from, 0.8, 1e-6);
    const double speed = horizontal_length(velocity_at(trace.tracks[0], run.from + 1e-6));
    EXPECT_NEAR(horizontal_length(position_at(trace.tracks[0], run.to) - position_at(trace.tracks[0], run.from)),
                speed * 0.8, speed * 0.8 * 0.005);
}

TEST_P(Flights, ClingingStaysAttachedRoundAGentleBend) {
    CoursePlan plan = test::flat_plan();
    Piece tank;
    tank.kind = PieceKind::cylinder;
    tank.center = {4, -8.5, 5};
    tank.size = {16, 16, 10};
    plan.pieces.push_back(tank);
    const Scene scene(std::string(test::plain_body) + clinging, plan);
    const Trace trace = scene.run(TapeMaker(3).stick(0.05, 0, 1).hold("jump", 0.55, 0.1), GetParam());
    const auto runs = test::spans_of(scene, trace, "run_along.along");
    ASSERT_FALSE(runs.empty());
    EXPECT_NEAR(runs[0].to - runs[0].from, 0.8, 1e-6) << "it doesn't fly off where the wall bends away";
    for (double t = runs[0].from + 0.2; t < runs[0].to; t += 0.05) {
        const double gap = horizontal_length(position_at(trace.tracks[0], t) - horizontal(tank.center)) - 8.0 - 0.3;
        EXPECT_LT(gap, 0.15) << t;
    }
    // The drum has flat sides: their edges are bends, which take no speed.
    const double begin = horizontal_length(velocity_at(trace.tracks[0], runs[0].from + 1e-6));
    EXPECT_GT(horizontal_length(velocity_at(trace.tracks[0], runs[0].to - 1e-6)), begin * 0.995);
    EXPECT_LE(horizontal_length(velocity_at(trace.tracks[0], runs[0].to - 1e-6)), begin + 1e-6);
}

TEST_P(Flights, AnAddingDriveAddsToWhatThereWas) {
    const Scene scene(std::string(test::plain_body) +
                      "move push on dash { phase a for 0.4 s { drive right at 3 m/s adding  gravity 0 m/s^2 } }\n");
    const Trace trace = scene.run(TapeMaker(2).stick(0, 0, 1).hold("dash", 1.0, 0.1), GetParam());
    const auto push = test::spans_of(scene, trace, "push.a").at(0);
    const Vec3 moved = position_at(trace.tracks[0], push.to) - position_at(trace.tracks[0], push.from);
    EXPECT_NEAR(moved.x, 6.0 * 0.4, 1e-6) << "the walk goes on";
    EXPECT_NEAR(moved.y, -3.0 * 0.4, 1e-6);
}

TEST_P(Flights, AnAddingDriveCoversItsWayAndLeavesWhatItHasReached) {
    // 6 m/s carried, 4 m/s across for 0.5 s: sqrt(36 + 16) m/s.
    const Scene scene(std::string(test::plain_body) + R"(
move push on dash { phase a for 0.5 s { drive right at 4 m/s adding  gravity 0 m/s^2 }
                    phase free for 0.2 s { steer to 0 m/s } }
reading way = distance of push.a
)");
    const Trace trace = scene.run(TapeMaker(2).stick(0, 0, 1).hold("dash", 1.0, 0.1), GetParam());
    const double both = std::sqrt(52.0);
    const auto readings = take_readings(scene.program, scene.tuning, trace, "test");
    EXPECT_NEAR(*readings.at(0).value, both * 0.5, 1e-6);
    const auto push = test::spans_of(scene, trace, "push.a").at(0);
    for (const double t : {push.from + 0.01, push.from + 0.26, push.to - 1e-6})
        EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], t)), both, 1e-6) << t;
    const Vec3 half = position_at(trace.tracks[0], push.from + 0.2503) - position_at(trace.tracks[0], push.from);
    EXPECT_NEAR(half.x, 6.0 * 0.2503, 1e-6) << "between rows, too";
    EXPECT_NEAR(half.y, -4.0 * 0.2503, 1e-6);
}

TEST_P(Flights, WhatAnAddingDriveHasReachedGoesOn) {
    const Scene scene(std::string(test::plain_body) + R"(
stance drift when airborne and held(dash) { gravity 0 m/s^2 }
move hop on jump { phase a for 0.1 s { start: launch up at 3 m/s  gravity 0 m/s^2 } }
curve up_and_down = points (0, 0) (0.5, 1) (1, 0.5)
move push on dash { gate airborne
  phase a for 0.4 s { drive right + up * 0.5 at 5 m/s shaped up_and_down adding } }
)");
    const Trace trace =
        scene.run(TapeMaker(3).stick(0, 0, 1).hold("jump", 1.0, 0.05).hold("dash", 1.2, 1.5), GetParam());
    const auto push = test::spans_of(scene, trace, "push.a").at(0);
    const Vec3 before = velocity_at(trace.tracks[0], push.from - 1e-6);
    const Vec3 along = glm::normalize(Vec3{0.0, -1.0, 0.5});
    // The curve's integral: 0.25 + 0.375 of the time.
    const Vec3 moved = position_at(trace.tracks[0], push.to) - position_at(trace.tracks[0], push.from);
    const Vec3 wanted = before * 0.4 + along * (5.0 * 0.625 * 0.4);
    EXPECT_NEAR(glm::length(moved - wanted), 0.0, 2e-3);
    const Vec3 after = velocity_at(trace.tracks[0], push.to + 1e-6);
    EXPECT_NEAR(glm::length(after - (before + along * 2.5)), 0.0, 2e-2);
}

TEST_P(Flights, DrivesUpAndAslantCoverTheirClosedForms) {
    for (const std::string direction : {"up", "forward + up", "up - right * 0.3", "forward * 0.2 + up"}) {
        const Scene scene(std::string(test::plain_body) + "curve c = points (0, 1) (0.3, 0.2) (1, 0.6)\n" +
                          "move rise on dash { phase a for 0.35 s { drive " + direction + " at 7 m/s shaped c } }\n");
        const Trace trace = scene.run(TapeMaker(1.5).hold("dash", 0.503, 0.1), GetParam());
        const auto rise = test::spans_of(scene, trace, "rise.a").at(0);
        const Vec3 moved = position_at(trace.tracks[0], rise.to) - position_at(trace.tracks[0], rise.from);
        EXPECT_NEAR(glm::length(moved), 7.0 * 0.35 * (0.3 * 0.6 + 0.7 * 0.4), 1e-6) << direction;
        EXPECT_NEAR(glm::length(velocity_at(trace.tracks[0], rise.to - 1e-7)), 7.0 * 0.6, 1e-4) << direction;
        EXPECT_NEAR(glm::length(glm::cross(glm::normalize(moved),
                                           glm::normalize(velocity_at(trace.tracks[0], rise.to - 1e-7)))),
                    0.0, 1e-6);
    }
}

TEST_P(Flights, AnAddingDriveAlongAWallKeepsWhatTheWallLeaves) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({20, -1.3, 2}, {60, 1, 4}));
    const Scene scene(std::string(test::plain_body) +
                          "move push on dash { phase a for 0.5 s { drive right at 4 m/s adding  gravity 0 m/s^2 } }\n",
                      plan);
    const Trace trace = scene.run(TapeMaker(3).stick(0, 0, 1).hold("dash", 1.0, 0.1), GetParam());
    const auto push = test::spans_of(scene, trace, "push.a").at(0);
    const Vec3 moved = position_at(trace.tracks[0], push.to) - position_at(trace.tracks[0], push.from);
    EXPECT_NEAR(moved.x, 6.0 * 0.5, 1e-3) << "along the wall nothing is lost";
    const Vec3 after = velocity_at(trace.tracks[0], push.to);
    EXPECT_NEAR(after.x, 6.0, 1e-3);
    EXPECT_NEAR(after.y, 0.0, 1e-3) << "what the wall took is gone";
}

TEST_P(Flights, ADriveThatTurnsRoundGoesBack) {
    const Scene scene(std::string(test::plain_body) + "curve back = points (0, 1) (1, -1)\n" +
                      "move sway on dash { phase a for 0.4 s { drive forward at 6 m/s shaped back } }\n");
    const Trace trace = scene.run(TapeMaker(1.5).hold("dash", 0.503, 0.1), GetParam());
    const auto sway = test::spans_of(scene, trace, "sway.a").at(0);
    EXPECT_NEAR(position_at(trace.tracks[0], sway.to).x - position_at(trace.tracks[0], sway.from).x, 0.0, 1e-6);
    EXPECT_NEAR(velocity_at(trace.tracks[0], sway.to - 1e-7).x, -6.0, 1e-3);
}

TEST(Steering, AlongALineOnlyForthAndBack) {
    const Scene scene(
        std::string(test::plain_body) +
        "move shuffle on dash { phase a { steer to 2 m/s along right  face forward  end when not held(dash) } }\n");
    const Trace trace = scene.run(TapeMaker(2).hold("dash", 0.1, 1.8).stick(0.4, 0.5, 0.8));
    const Vec3 velocity = velocity_at(trace.tracks[0], 1.4);
    EXPECT_NEAR(velocity.x, 0.0, 1e-9) << "the stick's part ahead counts for nothing";
    EXPECT_NEAR(velocity.y, -2.0 * 0.5, 1e-9);
}

}  // namespace
}  // namespace leap::flights_test
