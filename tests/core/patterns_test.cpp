// SPDX-License-Identifier: MIT
// What docs/patterns.md promises, pattern for pattern.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <filesystem>

#include "core/project/file_io.hpp"
#include "core/readings/quantity.hpp"
#include "core/script/format.hpp"
#include "tests/core/support.hpp"

namespace leap::patterns_test {
namespace {

using test::Played;
using test::Scene;
using test::TapeMaker;

std::string page() {
    return read_file(std::filesystem::path(LEAP_SOURCE_DIR) / "docs/patterns.md").value();
}

/// The example under a heading, behind the common ground.
std::string pattern(const std::string& heading) {
    const std::string text = page();
    const auto block = [&](std::size_t from) {
        const std::size_t begin = text.find("```leap\n", from) + 8;
        return text.substr(begin, text.find("```", begin) - begin);
    };
    const std::string common = block(text.find("Common ground:"));
    const std::size_t at = text.find(fmt::format("## {}\n", heading));
    EXPECT_NE(at, std::string::npos) << heading;
    return fmt::format("{}\n{}", common, block(at));
}

PlacedFixture placed(const std::string& kind, const Vec3& position, const std::string& link = {}) {
    PlacedFixture out;
    out.name = kind;
    out.kind = kind;
    out.position = position;
    out.link = link;
    return out;
}

Piece volume(const std::string& kind, const Vec3& center, const Vec3& size) {
    Piece out = test::box(center, size);
    out.solid = false;
    out.kinds = {kind};
    return out;
}

/// What the fixtures did, after the phases they begin in.
std::vector<std::string> phases_of(const Scene& scene, const Trace& trace) {
    return test::words_of(scene, trace, {EventKind::fixture_phase});
}

class Patterns : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Patterns, testing::Values(30, 120, 480));

TEST(PatternPage, EveryExampleIsLaidOut) {
    const std::string text = page();
    int count = 0;
    for (std::size_t at = 0; (at = text.find("```leap\n", at)) != std::string::npos; ++count) {
        const std::size_t begin = at + 8;
        const std::size_t end = text.find("```", begin);
        const std::string example = text.substr(begin, end - begin);
        EXPECT_EQ(format(example), example);
        at = end + 3;
    }
    EXPECT_EQ(count, 20);
}

TEST_P(Patterns, ABouncePadThrowsFourMetresHigh) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position.z = 1.5;
    plan.pieces[0].kinds = {"pad"};
    const Scene scene(pattern("Bounce pad"), plan);
    const Trace trace = scene.run(TapeMaker(3), GetParam());
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {0.5, 3}, true), 4.0, 2e-3);
    EXPECT_EQ(test::spans_of(scene, trace, "bounced.up_there").size(), 3U) << "again and again";
}

TEST_P(Patterns, ThornsCostTwentyAtEachTouch) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("thorns", {3, 0, 0})};
    const Scene scene(pattern("Damage"), plan);
    const Played once = test::play(scene, TapeMaker(2).stick(0.1, 0, 1), GetParam());
    EXPECT_EQ(once.state.actors[0].counters[0].value, 80.0);
    TapeMaker there_and_back(12);
    for (int i = 0; i < 5; ++i)
        there_and_back.stick(0.1 + 2.0 * i, 0, 1).stick(0.7 + 2.0 * i, 0, -1).stick(1.35 + 2.0 * i, 0, 0);
    const Played dead = test::play(scene, there_and_back, GetParam());
    EXPECT_EQ(test::times_of(dead.trace, EventKind::respawned).size(), 1U);
    EXPECT_EQ(dead.state.actors[0].counters[0].value, 100.0) << "whole again";
}

TEST_P(Patterns, TwoThornsAtOneInstantCostTwice) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("thorns", {3, 0.6, 0}), placed("thorns", {3, -0.6, 0})};
    const Scene scene(pattern("Damage"), plan);
    const Played hurt = test::play(scene, TapeMaker(1.2).stick(0.1, 0, 1).stick(0.9, 0, 0), GetParam());
    EXPECT_EQ(hurt.state.actors[0].counters[0].value, 60.0);
}

TEST_P(Patterns, TheLockedDoorOpensForTheKeyAlone) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("locked_door", {4, 0, 0})};
    const Scene without(pattern("Key and lock"), plan);
    EXPECT_TRUE(phases_of(without, without.run(TapeMaker(2).stick(0.1, 0, 1), GetParam())).empty());
    plan.fixtures.push_back(placed("brass_key", {2, 0, 0}));
    const Scene with(pattern("Key and lock"), plan);
    EXPECT_EQ(phases_of(with, with.run(TapeMaker(2).stick(0.1, 0, 1), GetParam())),
              (std::vector<std::string>{"brass_key taken", "locked_door opened"}));
}

TEST_P(Patterns, TheDoorIsUpWhileThePlateIsPressed) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("plate", {2, 0, 0}, "sluice"), placed("sluice", {20, 0, 0})};
    const Scene scene(pattern("Plate and door"), plan);
    const Trace trace =
        scene.run(TapeMaker(4).stick(0.1, 0, 1).stick(0.4, 0, 0).stick(2.0, 0, 1).stick(2.6, 0, 0), GetParam());
    EXPECT_EQ(phases_of(scene, trace),
              (std::vector<std::string>{"plate pressed_down", "sluice up", "plate free", "sluice down"}));
}

TEST_P(Patterns, ThePlatformStopsAboveAndBelowAndCarries) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {0, 0, 0.2};
    plan.fixtures = {placed("lift", {0, 0, 0})};
    const Scene scene(pattern("Platform with stops"), plan);
    const Trace trace = scene.run(TapeMaker(8), GetParam());
    const auto feet = [&](double time) { return position_at(trace.tracks[0], time).z; };
    EXPECT_NEAR(feet(0.9), 0.2, 2e-3);
    EXPECT_NEAR(feet(1.75), 1.7, 2e-3);
    EXPECT_NEAR(feet(3.0), 3.2, 2e-3);
    EXPECT_NEAR(feet(4.25), 1.7, 2e-3);
    EXPECT_NEAR(feet(5.5), 0.2, 2e-3);
}

TEST_P(Patterns, TheFerryWaitsAtEveryStop) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {0, 0, 0.4};
    plan.fixtures = {placed("ferry", {0, 0, 0})};
    plan.fixtures[0].path.points = {{{4, 0, 0}, true}, {{4, 6, 0}, false}};
    const Scene scene(pattern("Ferry"), plan);
    const Trace trace = scene.run(TapeMaker(11), GetParam());
    const auto feet = [&](double time) { return position_at(trace.tracks[0], time); };
    // 1 s, 4 m in 2 s, 1 s, 6 m in 3 s, 1 s, and back.
    EXPECT_NEAR(glm::length(feet(2.0) - Vec3(2, 0, 0.4)), 0.0, 2e-3);
    EXPECT_NEAR(glm::length(feet(3.5) - Vec3(4, 0, 0.4)), 0.0, 2e-3);
    EXPECT_NEAR(glm::length(feet(5.0) - Vec3(4, 2, 0.4)), 0.0, 2e-3);
    EXPECT_NEAR(glm::length(feet(7.5) - Vec3(4, 6, 0.4)), 0.0, 2e-3);
    EXPECT_NEAR(glm::length(feet(10.0) - Vec3(4, 2, 0.4)), 0.0, 2e-3);
}

TEST_P(Patterns, TheGuardGoesForthAndBackAndCallsToWhomItSees) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("guard", {0, 12, 0})};
    const Scene scene(pattern("Patrol"), plan);
    const Trace alone = scene.run(TapeMaker(9), GetParam());
    EXPECT_EQ(phases_of(scene, alone), (std::vector<std::string>{"guard back", "guard forth"}));
    const Trace seen =
        scene.run(TapeMaker(6).look(0.0, 90).stick(0.5, 0, 1).stick(2.0, 0, 0).stick(4.0, 0, -1), GetParam());
    EXPECT_EQ(phases_of(scene, seen), (std::vector<std::string>{"guard calls", "guard back"}));
}

TEST_P(Patterns, OneFloatsWithFourFifthsUnder) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position.z = 2.0;
    plan.pieces.push_back(volume("water", {0, 0, 2}, {10, 10, 4}));
    const Scene scene(pattern("Swim"), plan);
    const Played played = test::play(scene, TapeMaker(10), GetParam());
    EXPECT_NEAR(played.state.actors[0].body.position.z, 4.0 - 0.8 * 1.7, 2e-3);
}

TEST_P(Patterns, TheLadderIsClimbedAtTwoMetresASecond) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(volume("rungs", {0, 0, 3}, {1, 1, 6}));
    const Scene scene(pattern("Ladder"), plan);
    const Trace trace = scene.run(TapeMaker(2).stick(0.2, 0, 1), GetParam());
    EXPECT_NEAR(velocity_at(trace.tracks[0], 1.0).z, 2.0, 1e-3);
    EXPECT_NEAR(position_at(trace.tracks[0], 1.5).z - position_at(trace.tracks[0], 1.0).z, 1.0, 2e-3);
}

TEST_P(Patterns, TheLeapGrowsWithTheCharge) {
    const Scene scene(pattern("Charge"));
    for (const double held : {0.1, 0.5, 0.9}) {
        const Trace trace = scene.run(TapeMaker(3).hold("brace", 0.3, held), GetParam());
        const double speed = 5.0 + 7.0 * held;
        EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {0, 3}, true), speed * speed / 56.0, 2e-3) << held;
    }
}

TEST_P(Patterns, TheSecondBlowFollowsTheFirst) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("post", {1.2, 0, 0})};
    const Scene scene(pattern("Chain of hits"), plan);
    const Played chain = test::play(scene, TapeMaker(2).hold("hit", 0.3, 0.05).hold("hit", 0.6, 0.05), GetParam());
    EXPECT_EQ(chain.state.counters.at(0).value, 1.0 + 3.0);
    const Played late = test::play(scene, TapeMaker(2).hold("hit", 0.3, 0.05).hold("hit", 1.2, 0.05), GetParam());
    EXPECT_EQ(late.state.counters.at(0).value, 1.0 + 1.0);
    const auto spans = test::spans_of(scene, chain.trace, "first.lands");
    EXPECT_NEAR(spans.at(0).to - spans.at(0).from, 0.1 + 0.06, 1e-9) << "with its stop";
}

TEST_P(Patterns, AlongAWallOneFallsAtTwoMetresASecond) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {0, 0, 8};
    plan.pieces.push_back(test::box({0.9, 0, 5}, {1, 10, 12}));
    const Scene scene(pattern("Wall slide"), plan);
    const Trace trace = scene.run(TapeMaker(3), GetParam());
    EXPECT_NEAR(velocity_at(trace.tracks[0], 1.5).z, -2.0, 1e-6);
    EXPECT_NEAR(position_at(trace.tracks[0], 1.0).z - position_at(trace.tracks[0], 2.0).z, 2.0, 1e-6);
}

TEST_P(Patterns, AnEdgeWithinReachIsClimbed) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({3, 0, 0.75}, {4, 4, 1.5}));
    const Scene scene(pattern("Mantle"), plan);
    const Played played =
        test::play(scene, TapeMaker(2).stick(0.1, 0, 1).stick(0.35, 0, 0).hold("jump", 0.6, 0.1), GetParam());
    EXPECT_NEAR(played.state.actors[0].body.position.z, 1.5, 5e-3);
    EXPECT_TRUE(played.state.actors[0].body.grounded);
}

TEST_P(Patterns, OneGlidesDownAtOneAndAHalfMetresASecond) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position.z = 8.0;
    const Scene scene(pattern("Glide"), plan);
    const Trace trace = scene.run(TapeMaker(3).hold("jump", 0.3, 2.6), GetParam());
    EXPECT_NEAR(velocity_at(trace.tracks[0], 2.0).z, -1.5, 1e-3);
}

TEST_P(Patterns, SideWindLeavesWhatSteeringCantHold) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(volume("wind", {0, 0, 2}, {100, 100, 4}));
    const Scene scene(pattern("Side wind"), plan);
    const BodyState body = test::play(scene, TapeMaker(1.0), GetParam()).state.actors[0].body;
    EXPECT_NEAR(-body.velocity.y, 5.0, 0.05);
    EXPECT_NEAR(-body.position.y, 2.5, 0.05);
}

TEST_P(Patterns, SeesawGoesDownToItsStopOnTheHeavierSide) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("seesaw", {0, 0, 1})};
    plan.places[0].position = {2, 0, 1.1};
    const Scene scene(pattern("Seesaw"), plan);
    const Played run = test::play(scene, TapeMaker(2.0), GetParam());
    const Vec3 front = run.state.loose[0].body.turn * Vec3{1.0, 0.0, 0.0};
    EXPECT_NEAR(std::asin(-front.z), 8.0 * 3.14159265358979 / 180.0, 0.004);
}

TEST_P(Patterns, MagnetHoldsWhatComesNear) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("keeper", {10, 0, 0}), placed("ball", {12, 0, 2}, "keeper"),
                     placed("ball", {20, 0, 0}, "keeper")};
    plan.fixtures[2].name = "far ball";
    const Scene scene(pattern("Magnet"), plan);
    const Played run = test::play(scene, TapeMaker(8.0), GetParam());
    const Vec3 point{10.0, 0.0, 1.1};
    EXPECT_NEAR(glm::length(run.state.loose[0].body.place - (point - Vec3{0, 0, 0.25})), 0.0, 0.02);
    EXPECT_NEAR(run.state.loose[1].body.place.x, 20.0, 1e-6) << "from afar it isn't drawn";
}

TEST_P(Patterns, GuardWalksUpAndDownAndChasesWhomHeSees) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("guard", {-12, 12, 0})};
    const Scene scene(pattern("Guard"), plan);
    const Played round = test::play(scene, TapeMaker(4.0), GetParam());
    EXPECT_NEAR(round.state.loose[0].body.velocity.x, 2.0, 0.01);
    const auto walked = phases_of(scene, test::play(scene, TapeMaker(11.0), GetParam()).trace);
    EXPECT_EQ(walked, (std::vector<std::string>{"guard comes", "guard goes"})) << "12 m off he sees nobody";
    // Wick comes to him, and is followed.
    const Played chase = test::play(scene, TapeMaker(8.0).stick(0.0, -1, 0).stick(1.2, 0, 0), GetParam());
    const auto words = phases_of(scene, chase.trace);
    ASSERT_FALSE(words.empty());
    EXPECT_EQ(words.back(), "guard chases");
    const Vec3 between = chase.state.actors[0].body.position - chase.state.loose[0].body.place;
    EXPECT_NEAR(glm::length(horizontal(between)), 0.6, 0.06) << "he stands before Wick";
}

TEST_P(Patterns, ThreeShotsAreOutAtOnceAndComeDownFourMetresAhead) {
    CoursePlan plan = test::flat_plan();
    for (int i = 0; i < 3; ++i) {
        plan.fixtures.push_back(placed("shot", {50, 0, 0}));
        plan.fixtures.back().name = fmt::format("shot {}", i + 1);
    }
    const Scene scene(pattern("Spawning from a pool"), plan);
    TapeMaker tape(1.0);
    for (const double time : {0.1, 0.3, 0.5, 0.7}) tape.hold("hit", time, 0.05);
    const Played run = test::play(scene, tape, GetParam());
    EXPECT_EQ(test::words_of(scene, run.trace, {EventKind::spawned, EventKind::none_waits}),
              (std::vector<std::string>{"shot 1 spawned", "shot 2 spawned", "shot 3 spawned",
                                        "no shot waits to be spawned"}));
    // Half a second after it was thrown; from there to where it comes down nothing meets it.
    const Played down = test::play(scene, TapeMaker(0.6).hold("hit", 0.1, 0.05), GetParam());
    const Vec3 off = down.state.loose[0].body.place - down.state.actors[0].body.position;
    const Vec3 velocity = down.state.loose[0].body.velocity;
    const double left_s = std::sqrt(2.0 * 1.4 / 10.0) - 0.5;
    EXPECT_NEAR(off.x + velocity.x * left_s, 4.73, 0.01);
    EXPECT_NEAR(off.z + velocity.z * left_s - 5.0 * left_s * left_s, 0.1, 0.01);
}

}  // namespace
}  // namespace leap::patterns_test
