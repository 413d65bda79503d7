// SPDX-License-Identifier: MIT
// What docs/language.md says under "To the digit".
#include <gtest/gtest.h>

#include <cmath>

#include "core/readings/readings.hpp"
#include "tests/core/support.hpp"

namespace leap::reference_facts_test {
namespace {

using test::Played;
using test::Scene;
using test::TapeMaker;

class ReferenceFacts : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, ReferenceFacts, testing::Values(30, 120, 480));

const std::string body = R"(
button jump key "Space"
button hit key "J"
body wick {
  capsule radius 0.3 m height 1.7 m
  gravity 10 m/s^2
}
stance walk { steer to 3 m/s gain 40 m/s^2 brake 60 m/s^2 }
)";

TEST_P(ReferenceFacts, GroundEndsOneRadiusBeyondTheEdge) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].size = {4, 4, 1};
    const Scene scene(body, plan);
    const Trace trace = scene.run(TapeMaker(2).stick(0.1, 0, 1), GetParam());
    const auto left = test::times_of(trace, EventKind::left_ground);
    ASSERT_EQ(left.size(), 1U);
    EXPECT_NEAR(position_at(trace.tracks[0], left[0]).x, 2.0 + 0.3, 2e-3);
    EXPECT_NEAR(position_at(trace.tracks[0], left[0]).z, 0.0, 2e-3) << "flat-footed up to there";
}

TEST_P(ReferenceFacts, AtLandedTheBodyStandsAlready) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position.z = 5.0;
    const Scene scene(body + R"(
counter still in 0..9
move lands on landed { phase a for 0.1 s { start: still + 1 when rising == 0 m/s, still + 1 when landing_speed > 9.9 m/s } }
reading came = rising just before landed
)",
                      plan);
    const Played played = test::play(scene, TapeMaker(2), GetParam());
    EXPECT_EQ(played.state.actors[0].counters[0].value, 2.0);
    const auto read = take_readings(scene.program, scene.tuning, played.trace, "test");
    EXPECT_NEAR(read.at(0).value.value(), -std::sqrt(2.0 * 10.0 * 5.0), 2e-3);
}

TEST_P(ReferenceFacts, AMoveBasedOnAnotherCountsForItself) {
    const Scene scene(body + R"(
move one on jump { counter times in 0..9  phase a for 0.05 s { start: times + 1 } }
move other is one on hit { phase b for 0.05 s { } }
)");
    const Played played =
        test::play(scene, TapeMaker(2).hold("jump", 0.2, 0.1).hold("jump", 0.6, 0.1).hold("hit", 1.0, 0.1), GetParam());
    const auto& counters = played.state.actors[0].counters;
    ASSERT_EQ(counters.size(), 2U);
    EXPECT_EQ(counters[0].value, 2.0);
    EXPECT_EQ(counters[1].value, 1.0);
}

TEST_P(ReferenceFacts, EveryEventIsHeardInARoundOfItsOwn) {
    const Scene scene(body + R"(
counter heard_of in 0..99
counter last in 0..99
move calls on jump { phase a for 0.1 s { start: emit call by 3, emit call by 5 } }
counter starts in 0..9
stance hears when grounded {
  on heard(call): heard_of + 1, last = amount_of(call), emit call by 7 when heard_of < 2
}
move listens on heard(call) in ears { phase a for 0.1 s { start: starts + 1 } }
)");
    const Played played = test::play(scene, TapeMaker(1).hold("jump", 0.3, 0.1), GetParam());
    EXPECT_EQ(played.state.actors[0].counters[1].value, 7.0) << "the answer's own, a round later";
    EXPECT_EQ(played.state.actors[0].counters[0].value, 3.0) << "each of two, then the answer's";
    EXPECT_EQ(played.state.actors[0].counters[2].value, 1.0) << "a move starts once an instant";
}

TEST_P(ReferenceFacts, AnglesCountCounterClockwise) {
    const Scene scene(body + R"(
counter right_ones in 0..9
move looks on jump { phase a for 0.1 s {
  start: right_ones + 1 when dot(turned(view_ahead, 90 deg), along_y) > 0.99, right_ones + 1 when dot(view_right, along_y) < -0.99
} }
)");
    const Played played = test::play(scene, TapeMaker(1).hold("jump", 0.3, 0.1), GetParam());
    EXPECT_EQ(played.state.actors[0].counters[0].value, 2.0);
}

}  // namespace
}  // namespace leap::reference_facts_test
