// SPDX-License-Identifier: MIT
// Fixtures that turn to somebody, ways that begin and end at rest, and a guard that sees, chases and loses.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>

#include "core/script/compile.hpp"
#include "core/senses/fixtures.hpp"
#include "tests/core/support.hpp"

namespace leap::facing_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

constexpr double degree = 3.14159265358979323846 / 180.0;

const std::string body =
    "body b { capsule radius 0.3 m height 1.8 m mass 70 kg gravity 28 m/s^2 }\n"
    "stance walk { steer to 4 m/s gain 40 m/s^2 brake 60 m/s^2 }\n";

FixturePose pose_of(const Scene& scene, const World& world, std::size_t fixture, int rate = 120) {
    const SceneView rehearsal = scene.at(rate);
    return fixture_pose(rehearsal.context(world, world.actors[0]), fixture);
}

double facing_of(const Scene& scene, const World& world, std::size_t fixture) {
    const Vec3 front = pose_of(scene, world, fixture).turn * Vec3{1.0, 0.0, 0.0};
    return std::atan2(front.y, front.x) / degree;
}

Scene person() {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"man", "man", {4, 4, 0}, 0, {}}};
    return Scene(body +
                     "fixture man { capsule radius 0.3 m height 1.7 m\n"
                     "  phase waits for 1 s { solid go turns }\n"
                     "  phase turns for 0.5 s { solid face direction(place - own_middle) go looks }\n"
                     "  phase looks { solid face direction(place - own_middle) go turns_back when phase_time > 2 s }\n"
                     "  phase turns_back for 0.5 s { solid go waits_again }\n"
                     "  phase waits_again { solid } }\n",
                 plan);
}

TEST(FixturesThatFace, TurnNoFasterThanTheyMay) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"man", "man", {4, 4, 0}, 0, {}}};
    const Scene scene(body +
                          "fixture man { capsule radius 0.3 m height 1.7 m\n"
                          "  phase waits for 1 s { solid go looks }\n"
                          "  phase looks { solid face direction(place - own_middle) at 90 deg/s go back after 2 s }\n"
                          "  phase back { solid face own_front at 270 deg/s } }\n",
                      plan);
    for (const int rate : {30, 120, 480}) {
        const auto at = [&](double t) { return facing_of(scene, play(scene, TapeMaker(t), rate).state, 0); };
        EXPECT_NEAR(at(1.5), -45.0, 1e-6) << rate;
        EXPECT_NEAR(at(2.9), -135.0, 0.01) << "there after a second and a half, at " << rate;
        EXPECT_NEAR(at(3.2), -81.0, 1e-6) << rate;
        EXPECT_NEAR(at(4.0), 0.0, 1e-6) << rate;
    }
}

TEST(FixturesThatFace, TurnSteadilyKeepLookingAndTurnBack) {
    const Scene scene = person();
    for (const int rate : {30, 120, 480}) {
        const auto at = [&](double t) { return facing_of(scene, play(scene, TapeMaker(t), rate).state, 0); };
        EXPECT_NEAR(at(0.9), 0.0, 1e-6);
        EXPECT_NEAR(at(1.3), -81.0, 0.01) << "six tenths of the way to -135 degrees, at " << rate;
        EXPECT_NEAR(at(2.0), -135.0, 0.01);
        EXPECT_NEAR(at(3.8), -54.0, 0.01);
        EXPECT_NEAR(at(4.5), 0.0, 1e-6);
    }
}

TEST(FixturesThatFace, FollowWhoWalksPast) {
    const Scene scene = person();
    const Played run = play(scene, TapeMaker(2.5).stick(1.0, 0, 1));
    const Vec3 to = run.state.actors[0].body.position - Vec3(4, 4, 0);
    EXPECT_NEAR(facing_of(scene, run.state, 0), std::atan2(to.y, to.x) / degree, 0.01);
}

TEST(FixturesThatFace, TheShortWayRound) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"man", "man", {4, 0, 0}, 170, {}}};
    const Scene scene(body +
                          "fixture man { capsule radius 0.3 m height 1.7 m\n"
                          "  phase turns for 1 s { solid face direction(-right - forward) go stays_there }\n"
                          "  phase stays_there { solid face direction(-right - forward) } }\n",
                      plan);
    // From 170 degrees to 135 the short way; at half time 152.5.
    EXPECT_NEAR(facing_of(scene, play(scene, TapeMaker(0.5)).state, 0), 152.5, 0.1);
}

TEST(EasedWays, BeginAndEndAtRestAndCarryWhoStandsOnThem) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"lift", "lift", {0, 0, 0.02}, 0, {}}, {"plain", "plain", {20, 0, 0}, 0, {}}};
    plan.places[0].position = {0, 0, 0.33};
    const Scene scene(body +
                          "fixture lift { box 2 m, 2 m, 0.3 m\n"
                          "  phase waits for 1 s { solid go rises }\n"
                          "  phase rises for 2 s { solid slide 0 m, 0 m, 4 m eased go stands }\n"
                          "  phase stands { solid slide 0 m, 0 m, 4 m } }\n"
                          "fixture plain { box 2 m, 2 m, 0.3 m phase p for 1 s { solid go q }\n"
                          "  phase q for 2 s { solid swing 90 deg eased go r } phase r { solid swing 90 deg } }\n",
                      plan);
    for (const int rate : {30, 120, 480}) {
        const auto height = [&](double t) {
            const Played run = play(scene, TapeMaker(t), rate);
            EXPECT_NEAR(run.state.actors[0].body.position.z, pose_of(scene, run.state, 0).center.z + 0.15, 0.012) << t;
            return pose_of(scene, run.state, 0).center.z - 0.17;
        };
        for (const double share : {0.1, 0.25, 0.5, 0.75, 0.9})
            EXPECT_NEAR(height(1.0 + 2.0 * share), 4.0 * share * share * (3.0 - 2.0 * share), 1e-6) << share;
    }
    EXPECT_NEAR(facing_of(scene, play(scene, TapeMaker(1.5)).state, 1), 90.0 * (3.0 / 16.0 - 2.0 / 64.0), 1e-6);
}

Scene guarded(bool wall) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"guard", "guard", {7, -5, 0}, 90, {}}};
    if (wall) plan.pieces.push_back(test::box({5, 0, 1.5}, {0.5, 20, 3}));
    return Scene(
        body +
            "fixture guard {\n"
            "  capsule radius 0.3 m height 1.7 m\n  mass 60 kg\n  friction 0 %\n"
            "  let far_end = home_place + own_front * 10 m\n"
            "  let sees = length(place - own_middle) < 9 m and dot(own_ahead, direction(place - own_middle)) "
            "> 0.3 and in_sight\n"
            "  phase goes { loose upright face direction(far_end - own_middle) push direction(flat(far_end - "
            "own_middle)) by 240 N drag 2 /s\n"
            "    go chases when sees  go comes when length(flat(far_end - own_middle)) < 0.5 m }\n"
            "  phase comes { loose upright face direction(home_place - own_middle) push direction(flat(home_place - "
            "own_middle)) by 240 N drag 2 /s\n"
            "    go chases when sees  go goes when length(flat(home_place - own_middle)) < 0.5 m }\n"
            "  phase chases { loose upright face direction(place - own_middle) push direction(flat(place - "
            "own_middle)) "
            "by 420 N drag 2 /s\n"
            "    go comes when length(place - own_middle) > 12 m or not in_sight } }\n",
        plan);
}

TEST(Guards, PatrolSeeChaseAndStayUpright) {
    const Scene scene = guarded(false);
    for (const int rate : {30, 120, 480}) {
        const Played run = play(scene, TapeMaker(8.0), rate);
        const RigidBody& guard = run.state.loose[0].body;
        const auto words = test::words_of(scene, run.trace, {EventKind::fixture_phase});
        ASSERT_FALSE(words.empty());
        EXPECT_EQ(words.back(), "guard chases") << rate;
        EXPECT_NEAR(glm::length(horizontal(guard.place)), 0.6, 0.06) << "it stands before the body, at " << rate;
        EXPECT_NEAR((guard.turn * world_up).z, 1.0, 1e-9);
        const Vec3 front = guard.turn * Vec3{1.0, 0.0, 0.0};
        EXPECT_GT(glm::dot(front, direction_or_zero(-horizontal(guard.place))), 0.99) << "and looks at it";
    }
}

TEST(Guards, BehindAWallOneIsntSeen) {
    const Scene scene = guarded(true);
    const Played run = play(scene, TapeMaker(20.0));
    const auto words = test::words_of(scene, run.trace, {EventKind::fixture_phase});
    EXPECT_EQ(std::count(words.begin(), words.end(), "guard chases"), 0);
    EXPECT_GE(std::count(words.begin(), words.end(), "guard goes"), 1) << "it walks up and down";
}

TEST(FixturesThatFace, WhatCantBeMeantIsToldWithItsPlace) {
    const auto messages = [](const std::string& fixture) {
        std::string all;
        for (const Diagnostic& each : compile_text(body + fixture).diagnostics) all += each.message + "\n";
        return all;
    };
    const std::string box = "fixture f { box 1 m, 1 m, 1 m ";
    EXPECT_NE(messages(box + "phase p { solid slide 0 m, 0 m, length(own_middle) } }\n")
                  .find("position of a fixture cannot depend"),
              std::string::npos);
    EXPECT_NE(messages(box + "let away = length(own_middle)  phase p { solid slide 0 m, 0 m, away } }\n")
                  .find("position of a fixture cannot depend"),
              std::string::npos);
    EXPECT_NE(messages(box + "phase p { solid face own_ahead } }\n").find("position of a fixture cannot depend"),
              std::string::npos);
    EXPECT_EQ(messages(box + "phase p { solid face direction(place - own_middle) } }\n"), "");
    EXPECT_EQ(messages(box + "phase p { solid face direction(place - own_middle) at 90 deg/s } }\n"), "");
    EXPECT_NE(messages(box + "mass 3 kg phase p { loose face up } }\n").find("upright"), std::string::npos);
    EXPECT_NE(messages("move m on j { phase p { face up at 90 deg/s } }\nbutton j key \"J\"\n")
                  .find("the body sets how fast"),
              std::string::npos);
}

}  // namespace
}  // namespace leap::facing_test
