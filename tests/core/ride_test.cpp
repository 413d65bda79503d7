// SPDX-License-Identifier: MIT
// Who stands on something that moves goes with it, and takes its velocity along when leaving it.
#include "core/bodies/ride.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::ride_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

const std::string world =
    "button jump key \"Space\"\n"
    "body wick { capsule radius 0.3 m height 1.7 m  gravity 28 m/s^2 }\n"
    "stance flying when airborne { }\n"
    "stance walk { steer to 4 m/s gain 60 m/s^2 brake 60 m/s^2 }\n"
    "move hop on jump { gate grounded  phase up_there { start: launch up at 7 m/s\n"
    "  end when grounded } }\n"
    "fixture raft { box 6 m, 4 m, 0.5 m  dial along = 3 m/s in 0..9\n"
    "  gauge goes = length(own_velocity)\n"
    "  phase goes for 4 s { solid  slide along * 4 s, 0 m, 0 m  go there }\n"
    "  phase there { solid  slide along * 4 s, 0 m, 0 m } }\n"
    "fixture hoist is raft { phase goes for 4 s { solid  slide 0 m, 0 m, along * 4 s  go there } }\n"
    "fixture wheel { box 8 m, 4 m, 0.5 m  phase goes for 4 s { solid  swing 120 deg  go there }\n"
    "  phase there { solid  swing 120 deg } }\n";

/// The body starts in the middle of it, on its upper side.
Scene standing_on(const std::string& kind) {
    CoursePlan plan;
    plan.places.push_back({"start", {0.5, 0.2, 0.001}, 0.0});
    plan.pieces.push_back(test::box({0, 0, -40}, {200, 200, 1}));
    plan.fixtures = {{"it", kind, {0, 0, -0.5}, 0.0, ""}};
    return Scene(world, plan);
}

Vec3 on_it(const Scene& scene, const Played& played, int rate) {
    const SceneView rehearsal = scene.at(rate);
    const FixturePose pose = fixture_pose(rehearsal.context(played.state, played.state.actors[0]), 0);
    return glm::inverse(pose.turn) * (played.state.actors[0].body.position - pose.center);
}

class Rides : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Rides, testing::Values(30, 120, 480));

/// Each mm that a lift rises under somebody was an instant for all: sixteen times as many as for one alone.
TEST_P(Rides, WithOthersFarAwayALiftCarriesBitForBitAsAlone) {
    for (const char* kind : {"raft", "hoist", "wheel"}) {
        Scene scene = standing_on(kind);
        CoursePlan plan = scene.course.plan;
        plan.places.push_back({"far", {0, 80, -39.5}, 0.0});
        scene = Scene(world, plan);
        const Tape rides = TapeMaker(3.0).hold("jump", 1.0, 0.1);
        const Tape walks = TapeMaker(3.0).stick(0.5, 0, 1);
        const Trace alone = scene.run(test::together({{"", "start", rides}}), GetParam());
        const Trace both = scene.run(test::together({{"", "start", rides}, {"", "far", walks}}), GetParam());
        ASSERT_EQ(both.tracks[0].rows.size(), alone.tracks[0].rows.size()) << kind;
        for (std::size_t i = 0; i < alone.tracks[0].rows.size(); ++i)
            ASSERT_EQ(both.tracks[0].rows[i], alone.tracks[0].rows[i]) << kind << " row " << i;
    }
}

TEST_P(Rides, AHopFromARaftComesDownWhereItBegan) {
    const Scene scene = standing_on("raft");
    const Played before = play(scene, TapeMaker(1.0).hold("jump", 1.0, 0.1), GetParam());
    const Played up = play(scene, TapeMaker(1.3).hold("jump", 1.0, 0.1), GetParam());
    EXPECT_FALSE(up.state.actors[0].body.grounded);
    EXPECT_NEAR(up.state.actors[0].body.velocity.x, 3.0, 1e-6) << "in the air it goes as the raft goes";
    const Played after = play(scene, TapeMaker(2.5).hold("jump", 1.0, 0.1), GetParam());
    EXPECT_TRUE(after.state.actors[0].body.grounded);
    EXPECT_NEAR(glm::length(after.state.actors[0].body.velocity), 0.0, 1e-3);
    const Vec3 drift = on_it(scene, after, GetParam()) - on_it(scene, before, GetParam());
    EXPECT_NEAR(drift.x, 0.0, 2e-3);
    EXPECT_NEAR(drift.y, 0.0, 1e-6);
    EXPECT_NEAR(after.state.actors[0].body.position.x, 0.5 + 3.0 * 2.5, 4e-3);
}

TEST_P(Rides, ALaunchFromAHoistGoesAsHighAsBothSpeedsTogether) {
    const Scene scene = standing_on("hoist");
    const Tape tape = TapeMaker(1.35).hold("jump", 1.0, 0.1);
    const Trace trace = scene.run(tape, GetParam());
    double top = 0.0;
    for (double t = 1.0; t < 1.35; t += 0.001) top = std::max(top, position_at(trace.tracks[0], t).z);
    EXPECT_NEAR(top - 3.0, (7.0 + 3.0) * (7.0 + 3.0) / (2.0 * 28.0), 0.01);
}

TEST_P(Rides, OverItsEdgeTheBodyTakesTheRaftsSpeedAlong) {
    const Scene scene = standing_on("raft");
    const Played ahead = play(scene, TapeMaker(1.4).stick(0.2, 0, 1), GetParam());
    ASSERT_FALSE(ahead.state.actors[0].body.grounded);
    EXPECT_NEAR(ahead.state.actors[0].body.velocity.x, 4.0 + 3.0, 1e-3);
    const Played back = play(scene, TapeMaker(1.6).stick(0.2, 0, -1), GetParam());
    ASSERT_FALSE(back.state.actors[0].body.grounded);
    EXPECT_NEAR(back.state.actors[0].body.velocity.x, 3.0 - 4.0, 1e-3);
}

TEST_P(Rides, WhoLandsOnARaftSlipsUntilItsWalkHasCaughtUp) {
    CoursePlan plan;
    plan.places.push_back({"start", {4.0, 0, 2.0}, 0.0});
    plan.pieces.push_back(test::box({0, 0, -40}, {200, 200, 1}));
    plan.fixtures = {{"it", "raft", {2.0, 0, -0.5}, 0.0, ""}};
    const Scene scene(world, plan);
    const double falls = std::sqrt(2.0 * 2.0 / 28.0);
    const Played after = play(scene, TapeMaker(2.0), GetParam());
    ASSERT_TRUE(after.state.actors[0].body.grounded);
    EXPECT_NEAR(glm::length(after.state.actors[0].body.velocity), 0.0, 1e-6);
    EXPECT_NEAR(after.state.actors[0].ground_velocity.x, 3.0, 1e-6);
    // It stood still while it fell and slipped at 3 m/s, braked by 60 m/s².
    EXPECT_NEAR(after.state.actors[0].body.position.x, 4.0 + 3.0 * (2.0 - falls) - 3.0 * 3.0 / (2.0 * 60.0), 0.03);
}

TEST_P(Rides, OnSomethingThatSwingsTheVelocityIsThatOfTheVeryPoint) {
    const Scene scene = standing_on("wheel");
    const Played played = play(scene, TapeMaker(1.0), GetParam());
    const double turning = 120.0 / 180.0 * 3.14159265358979 / 4.0;
    const Vec3 hinge{0.0, 2.0, 0.0};
    const Vec3 arm = horizontal(played.state.actors[0].body.position - hinge);
    EXPECT_NEAR(glm::length(played.state.actors[0].ground_velocity), turning * glm::length(arm), 1e-3);
    EXPECT_NEAR(glm::dot(played.state.actors[0].ground_velocity, arm), 0.0, 1e-3);
}

TEST(RaftGauge, TellsHowFastItSlides) {
    const Scene scene = standing_on("raft");
    const Trace trace = scene.run(TapeMaker(6.0));
    const auto gauge = static_cast<std::size_t>(scene.program.find_gauge("raft.goes").value());
    const auto value = [&](std::size_t row) { return trace.tracks[0].values[row * trace.value_count + gauge]; };
    EXPECT_NEAR(value(trace.tracks[0].rows.size() / 3), 3.0, 1e-6);
    EXPECT_NEAR(value(trace.tracks[0].rows.size() - 1), 0.0, 1e-9);
}

}  // namespace
}  // namespace leap::ride_test
