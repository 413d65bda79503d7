// SPDX-License-Identifier: MIT
// What a piece's surface does to who stands on it: it may carry, and grip more or less.
#include <gtest/gtest.h>

#include <cmath>

#include "core/project/course_file.hpp"
#include "tests/core/support.hpp"

namespace leap::surfaces_test {
namespace {

using test::Played;
using test::Scene;
using test::TapeMaker;

class Surfaces : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Surfaces, testing::Values(30, 60, 120, 240, 480));

const std::string walker = R"(
button jump key "Space"
body wick {
  capsule radius 0.3 m height 1.7 m
  gravity 10 m/s^2
}
stance fly when airborne { steer to 0 m/s gain 0 m/s^2 brake 0 m/s^2 }
stance walk { steer to 4 m/s gain 20 m/s^2 brake 40 m/s^2 }
move hop on jump { phase a { start: launch up at 5 m/s  end when grounded after 0.1 s } }
)";

/// A floor of 100 m whose surface goes along its length, turned.
CoursePlan belt(const Vec3& carries, double turn_deg = 0.0, double grip = 1.0) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].carries = carries;
    plan.pieces[0].turn_deg = turn_deg;
    plan.pieces[0].grip = grip;
    return plan;
}

TEST_P(Surfaces, WhoStandsOnABeltGoesAlong) {
    const Scene scene(walker, belt({2, 0, 0}, 90.0));
    const Played played = test::play(scene, TapeMaker(3), GetParam());
    const Actor& actor = played.state.actors[0];
    EXPECT_NEAR(actor.body.position.y, 6.0, 1e-9) << "turned with the piece";
    EXPECT_NEAR(actor.body.position.x, 0.0, 1e-9);
    EXPECT_NEAR(glm::length(actor.body.velocity), 0.0, 1e-12) << "its velocity counts from what it stands on";
    EXPECT_NEAR(actor.ground_velocity.y, 2.0, 1e-12);
}

TEST_P(Surfaces, AHopOffABeltTakesItsSpeedAlong) {
    const Scene scene(walker, belt({3, 0, 0}));
    const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.5, 0.05), GetParam());
    for (const double time : {0.3, 0.7, 1.2, 1.5, 1.9})
        EXPECT_NEAR(position_at(trace.tracks[0], time).x, 3.0 * time, 1e-6) << time;
}

TEST_P(Surfaces, OffTheBeltsEndOneKeepsGoing) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].center.z -= 5.0;
    plan.pieces.push_back(test::box({0, 0, -0.5}, {4, 4, 1}));
    plan.pieces.back().carries = {1.6, 0, 0};
    const Scene scene(walker, plan);
    const Trace trace = scene.run(TapeMaker(4), GetParam());
    const auto left = test::times_of(trace, EventKind::left_ground);
    ASSERT_EQ(left.size(), 1U);
    const double fall = std::sqrt(2.0 * 5.0 / 10.0);
    const auto landed = test::times_of(trace, EventKind::landed);
    ASSERT_EQ(landed.size(), 1U);
    EXPECT_NEAR(position_at(trace.tracks[0], landed[0]).x - position_at(trace.tracks[0], left[0]).x,
                1.6 * (landed[0] - left[0]), 1e-6);
    EXPECT_NEAR(landed[0] - left[0], fall, 0.05);
}

TEST_P(Surfaces, AWallStopsWhoABeltCarries) {
    CoursePlan plan = belt({2, 0, 0});
    plan.pieces.push_back(test::box({3.3, 0, 2}, {1, 4, 4}));
    const Scene scene(walker, plan);
    const Played played = test::play(scene, TapeMaker(4), GetParam());
    EXPECT_NEAR(played.state.actors[0].body.position.x, 2.5, 2e-3) << "0.3 m before the wall at 2.8 m";
    const Trace away = scene.run(TapeMaker(4).look(2.0, 180).stick(2.0, 0, 1), GetParam());
    EXPECT_LT(position_at(away.tracks[0], 3.9).x, -0.5) << "and walks off against it";
}

TEST_P(Surfaces, GripIsAShareOfWhatSteeringGainsAndBrakesAt) {
    const Scene scene(walker, belt({0, 0, 0}, 0.0, 0.25));
    const Trace trace = scene.run(TapeMaker(3).stick(0.5, 0, 1).stick(1.5, 0, 0), GetParam());
    // 4 m/s at 5 m/s² takes 0.8 s, and back at 10 m/s² 0.4 s.
    const auto speed = [&](double time) { return velocity_at(trace.tracks[0], time).x; };
    EXPECT_NEAR(speed(0.9), 2.0, 1e-6);
    EXPECT_NEAR(speed(1.4), 4.0, 1e-6);
    EXPECT_NEAR(speed(1.7), 2.0, 1e-6);
    EXPECT_NEAR(speed(2.0), 0.0, 1e-6);
}

TEST_P(Surfaces, OffABeltOntoIceOneSlidesAsFarAsTheGripSays) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0] = test::box({28, 0, -0.5}, {50, 10, 1});
    plan.pieces[0].grip = 0.05;
    plan.pieces.push_back(test::box({0, 0, -0.5}, {6, 4, 1}));
    plan.pieces.back().carries = {2.5, 0, 0};
    const Scene scene(walker, plan);
    const Played played = test::play(scene, TapeMaker(6), GetParam());
    EXPECT_NEAR(played.state.actors[0].body.position.x, 3.0 + 2.5 * 2.5 / (2.0 * 40.0 * 0.05), 2e-3);
}

TEST_P(Surfaces, WhatIsLooseIsCarriedAndSlidesToo) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {-40, 20, 0};
    plan.pieces.push_back(test::box({0, 0, 0.25}, {6, 4, 0.5}));
    plan.pieces.back().carries = {2, 0, 0};
    PlacedFixture crate;
    crate.name = crate.kind = "crate";
    crate.position = {-2, 0, 0.5};
    plan.fixtures.push_back(crate);
    const Scene scene(walker + R"(
fixture crate {
  box 0.6 m, 0.6 m, 0.6 m
  mass 20 kg
  friction 60 %
  phase lies { loose }
}
)",
                      plan);
    const Played riding = test::play(scene, TapeMaker(1.5), GetParam());
    EXPECT_NEAR(riding.state.loose.at(0).body.velocity.x, 2.0, 0.02) << "it has come to the belt's speed";
    const Played off = test::play(scene, TapeMaker(6), GetParam());
    EXPECT_GT(off.state.loose.at(0).body.place.x, 3.0);
    EXPECT_NEAR(off.state.loose.at(0).body.place.z, 0.3, 0.02) << "over its end, onto the floor";
    EXPECT_TRUE(off.state.loose.at(0).body.asleep);
}

TEST_P(Surfaces, ScriptsAskForTheGripUnderTheFeet) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({6, 0, 0.001 - 0.5}, {4, 4, 1}));
    plan.pieces.back().grip = 0.2;
    const Scene scene(walker + R"(
move slip when ground_grip < 0.5 in feet_only { phase on { end when ground_grip > 0.5 } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(4).stick(0.1, 0, 1), GetParam());
    const auto slips = test::spans_of(scene, trace, "slip.on");
    ASSERT_EQ(slips.size(), 1U);
    // The icy plate stands a millimetre higher: the ball at the body's foot comes onto its edge a little before.
    const double before = std::sqrt(0.3 * 0.3 - 0.299 * 0.299);
    EXPECT_NEAR(position_at(trace.tracks[0], slips[0].from).x, 4.0 - before, 1e-3);
    EXPECT_NEAR(position_at(trace.tracks[0], slips[0].to).x, 8.0 + before, 1e-3);
}

TEST(SurfaceFiles, KeepWhatASurfaceDoes) {
    const CoursePlan plan = belt({1.5, 0, 0}, 0.0, 0.3);
    const auto again = read_course(write_course(plan), "course.json");
    ASSERT_TRUE(again) << again.error();
    EXPECT_EQ(again->pieces, plan.pieces);
    CoursePlan wild = plan;
    wild.pieces[0].carries = {9e4, 0, 0};
    const auto refused = read_course(write_course(wild), "course.json");
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().find("nothing goes faster than"), std::string::npos) << refused.error();
}

}  // namespace
}  // namespace leap::surfaces_test
