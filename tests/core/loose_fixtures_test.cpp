// SPDX-License-Identifier: MIT
// Loose fixtures through the script's own door: pushed, ridden, carried, thrown, caught, on their way home.
#include <gtest/gtest.h>

#include "core/bodies/rigid_bodies.hpp"
#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"
#include "core/simulation/simulation.hpp"
#include "tests/core/support.hpp"

namespace leap::loose_fixtures_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;
using test::words_of;

const std::string world =
    std::string(test::plain_body).replace(std::string(test::plain_body).find("eyes"), 0, "mass 70 kg tag catcher ") +
    "button use key \"E\"\n"
    "fixture crate { box 0.8 m, 0.8 m, 0.8 m  mass 30 kg  friction 50 %\n"
    "  dial lies_heavy = 0 in 0..1\n"
    "  phase lies { loose } }\n"
    "fixture buoy { sphere radius 0.3 m  mass 5 kg  bounce 80 %\n"
    "  focus within 3 m on use prompt \"Take\"\n"
    "  phase free { loose\n"
    "    go held when touched_by(catcher) and by_lacks(stunned) and by_lacks(holding) then: hold }\n"
    "  phase held { hidden  carried 0.5 m, 0 m, 1.2 m\n"
    "    go free when holder_has(tester) and pressed(use) then: throw look at 12 m/s\n"
    "    go free when holder_has(thrower) and phase_time > 0.5 s then: throw to place + up * 1.2 m in 0.9 s } }\n"
    "fixture thrower { capsule radius 0.35 m height 1.8 m  phase waits { solid  tag catcher } }\n"
    "fixture stunned_hand { capsule radius 0.35 m height 1.8 m  phase waits { solid  tag catcher  tag stunned } }\n"
    "fixture toy { box 0.5 m, 0.5 m, 0.5 m  mass 2 kg\n"
    "  phase lies { loose  go goes_home when pressed(use) }\n"
    "  phase goes_home for 0.6 s { return home  seen through 50 %  go lies } }\n"
    "fixture lift { box 2 m, 2 m, 0.3 m\n"
    "  phase low for 0.5 s { solid  go up_there }\n"
    "  phase up_there for 1.5 s { solid  slide 0 m, 0 m, 3 m  go high }\n"
    "  phase high { solid  slide 0 m, 0 m, 3 m } }\n"
    "fixture flood_gate { box 0.2 m, 2 m, 2 m\n"
    "  phase open for 0.3 s { slide 0 m, 0 m, 2.5 m  go closing }\n"
    "  phase closing for 1 s { solid  go opening when blocked  go shut }\n"
    "  phase opening for 0.5 s { slide 0 m, 0 m, 2.5 m  go open_again }\n"
    "  phase open_again { slide 0 m, 0 m, 2.5 m  go closing when clear }\n"
    "  phase shut { solid } }\n";

Scene with(std::vector<PlacedFixture> fixtures) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = std::move(fixtures);
    return Scene(world, plan);
}

Vec3 middle_of(const Scene& scene, const Played& run, std::size_t fixture, int rate_hz = 120) {
    const SceneView rehearsal = scene.at(rate_hz);
    return fixture_pose(rehearsal.context(run.state, run.state.actors[0]), fixture).center;
}

using Words = std::vector<std::string>;

class LooseFixtures : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, LooseFixtures, testing::Values(30, 120, 480));

TEST_P(LooseFixtures, ACrateIsPushedAlongAndStopsWhenLetBe) {
    const Scene scene = with({{"box", "crate", {2, 0, 0}, 0, ""}});
    const Played pushed = play(scene, TapeMaker(2.0).stick(0.2, 0, 1), GetParam());
    const Vec3 crate = middle_of(scene, pushed, 0, GetParam());
    EXPECT_GT(crate.x, 4.0);
    EXPECT_NEAR(crate.y, 0.0, 0.3);
    EXPECT_NEAR(crate.z, 0.4, 0.01);
    EXPECT_GT(pushed.state.actors[0].body.velocity.x, 1.0) << "who pushes keeps going";
    EXPECT_LT(pushed.state.actors[0].body.position.x, crate.x - 0.4 - 0.29);
    EXPECT_LE(test::times_of(pushed.trace, EventKind::bumped_wall).size(), 2U) << "leaning on is no bump";
    const Played left = play(scene, TapeMaker(4.0).stick(0.2, 0, 1).stick(1.0, 0, 0), GetParam());
    EXPECT_TRUE(left.state.loose[0].body.asleep);
}

TEST(LooseFixture, PushesAreTheSameAtEveryTickRate) {
    const Scene scene = with({{"box", "crate", {2, 0, 0}, 0, ""}});
    const TapeMaker tape = TapeMaker(2.0).stick(0.2, 0, 1);
    const double at_30 = middle_of(scene, play(scene, tape, 30), 0, 30).x;
    const double at_480 = middle_of(scene, play(scene, tape, 480), 0, 480).x;
    EXPECT_NEAR(at_30, at_480, 0.005 * (at_480 - 2.0));
}

TEST_P(LooseFixtures, HeavyOnesGiveWayLess) {
    Scene scene = with({{"box", "crate", {2, 0, 0}, 0, ""}});
    const double light = middle_of(scene, play(scene, TapeMaker(1.5).stick(0.2, 0, 1), GetParam()), 0).x;
    const std::string heavy_text = std::string(world).replace(world.find("mass 30 kg"), 10, "mass 300 kg");
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"box", "crate", {2, 0, 0}, 0, ""}};
    const Scene heavy(heavy_text, plan);
    EXPECT_LT(middle_of(heavy, play(heavy, TapeMaker(1.5).stick(0.2, 0, 1), GetParam()), 0).x, light - 0.5);
}

TEST_P(LooseFixtures, TheBodyStandsOnACrateAndIsNeverInsideOne) {
    const Scene scene = with({{"below", "crate", {0.2, 0, 0}, 0, ""}, {"falls", "crate", {0, 0.3, 6}, 20, ""}});
    const SceneView rehearsal = scene.at(GetParam());
    const auto inputs = resolve_inputs(scene.program, TapeMaker(3.0).stick(1.5, 1, 0)).value();
    Simulation run(rehearsal, start_world(rehearsal, alone_at("start")).value());
    const World& state = run.world();
    std::size_t next = 0;
    for (std::int64_t tick = 0; tick < 3 * GetParam(); ++tick) {
        std::vector<InputEvent> now;
        while (next < inputs.size() && inputs[next].time < static_cast<double>(tick + 1) / GetParam())
            now.push_back(inputs[next++]);
        run.step(now);
        for (std::size_t i = 0; i < 2; ++i)
            ASSERT_FALSE(meets(fixture_pose(rehearsal.context(state, state.actors[0]), i),
                               {state.actors[0].radius, state.actors[0].height}, state.actors[0].body.position, -0.02))
                << i << " at tick " << tick;
    }
}

TEST_P(LooseFixtures, ALiftCarriesACrate) {
    const Scene scene = with({{"lift", "lift", {6, 0, 0}, 0, ""}, {"box", "crate", {6, 0, 0.3}, 0, ""}});
    const Played up = play(scene, TapeMaker(4.0), GetParam());
    const Vec3 crate = middle_of(scene, up, 1, GetParam());
    EXPECT_NEAR(crate.z, 3.0 + 0.3 + 0.4, 0.01);
    EXPECT_NEAR(crate.x, 6.0, 0.01);
}

TEST_P(LooseFixtures, AGateThatComesDownOnACrateOpensAgain) {
    const Scene scene = with({{"gate", "flood_gate", {6, 0, 0}, 0, ""}, {"box", "crate", {6, 0, 0}, 0, ""}});
    const Played after = play(scene, TapeMaker(3.0), GetParam());
    const Words words = words_of(scene, after.trace, {EventKind::fixture_phase});
    EXPECT_EQ(words, (Words{"gate closing", "gate opening", "gate open_again"}));
    EXPECT_NEAR(middle_of(scene, after, 1, GetParam()).z, 0.4, 0.02);
}

TEST_P(LooseFixtures, ABuoyIsCaughtHiddenAndThrownAlongTheView) {
    const Scene scene = with({{"buoy", "buoy", {2, 0, 0}, 0, ""}});
    const Played caught = play(scene, TapeMaker(1.5).stick(0.1, 0, 1).stick(0.6, 0, 0), GetParam());
    EXPECT_EQ(words_of(scene, caught.trace, {EventKind::caught}), Words{"buoy caught by tester"});
    EXPECT_EQ(caught.state.loose[0].holder, actor_owner(0));
    const SceneView rehearsal = scene.at(120);
    EXPECT_TRUE(fixture_pose(rehearsal.context(caught.state, caught.state.actors[0]), 0).hidden);
    const Played thrown =
        play(scene, TapeMaker(1.5).stick(0.1, 0, 1).stick(0.6, 0, 0).look(0.7, 90).hold("use", 1.0, 0.1), GetParam());
    EXPECT_EQ(words_of(scene, thrown.trace, {EventKind::thrown}), Words{"buoy thrown by tester"});
    EXPECT_EQ(thrown.state.loose[0].holder, nobody);
    EXPECT_GT(middle_of(scene, thrown, 0, GetParam()).y, 3.0);
}

TEST_P(LooseFixtures, OnlyOneCatchesWhatTwoTouchAtOnce) {
    // It falls between two hands that stand close together.
    const Scene scene = with({{"a", "thrower", {5, -0.6, 0}, 0, ""},
                              {"b", "thrower", {5, 0.6, 0}, 0, ""},
                              {"buoy", "buoy", {5, 0, 4}, 0, ""}});
    const Played after = play(scene, TapeMaker(0.9), GetParam());
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::caught}).size(), 1U);
    EXPECT_EQ(after.state.loose[0].holder, fixture_owner(0)) << "the first by the course's order";
}

TEST_P(LooseFixtures, WhoIsStunnedDoesNotCatch) {
    const Scene scene = with({{"a", "stunned_hand", {5, 0, 0}, 0, ""}, {"buoy", "buoy", {5, 0.1, 4}, 0, ""}});
    const Played after = play(scene, TapeMaker(2.0), GetParam());
    EXPECT_TRUE(words_of(scene, after.trace, {EventKind::caught}).empty());
}

TEST_P(LooseFixtures, AHandThrowsBackToTheBodyWhoCatchesIt) {
    const Scene scene = with({{"hand", "thrower", {6, 0, 0}, 180, ""}, {"buoy", "buoy", {6, 0, 4}, 0, ""}});
    const Played after = play(scene, TapeMaker(3.5), GetParam());
    const Words words = words_of(scene, after.trace, {EventKind::caught, EventKind::thrown});
    EXPECT_EQ(words, (Words{"buoy caught by hand", "buoy thrown by hand", "buoy caught by tester"}));
}

TEST_P(LooseFixtures, WhatReturnsHomeIsExactlyWhereItWas) {
    const Scene scene = with({{"toy", "toy", {1.2, 0, 0}, 30, ""}});
    const Played after = play(
        scene, TapeMaker(4.0).stick(0.1, 0, 1).stick(0.6, 0, -1).stick(1.3, 0, 0).hold("use", 2.0, 0.1), GetParam());
    const Played before = play(scene, TapeMaker(1.9).stick(0.1, 0, 1).stick(0.6, 0, -1).stick(1.3, 0, 0), GetParam());
    EXPECT_GT(middle_of(scene, before, 0, GetParam()).x, 1.6) << "it was pushed away first";
    EXPECT_NEAR(middle_of(scene, after, 0, GetParam()).x, 1.2, 0.002);
    EXPECT_NEAR(middle_of(scene, after, 0, GetParam()).z, 0.25, 0.002);
}

TEST(LooseFixture, ASnapshotGoesOnAsTheRunDid) {
    const Scene scene = with({{"buoy", "buoy", {2, 0.5, 3}, 0, ""}, {"box", "crate", {2, 0, 0}, 0, ""}});
    const Tape tape = TapeMaker(3.0).stick(0.3, 0.2, 1);
    const SceneView rehearsal = scene.at(120);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    World whole = start_world(rehearsal, alone_at("start")).value();
    run_ticks(rehearsal, inputs, 360, whole, nullptr);
    World half = start_world(rehearsal, alone_at("start")).value();
    run_ticks(rehearsal, inputs, 171, half, nullptr);
    World copy = half;
    run_ticks(rehearsal, inputs, 360, copy, nullptr);
    EXPECT_EQ(copy, whole);
}

TEST(LooseFixture, OnesThatLieStillCostNothingPerTick) {
    const Scene scene = with({{"box", "crate", {5, 0, 0}, 0, ""}, {"on it", "crate", {5, 0, 0.8}, 0, ""}});
    const Played after = play(scene, TapeMaker(0.1));
    EXPECT_TRUE(after.state.loose[0].body.asleep);
    EXPECT_TRUE(after.state.loose[1].body.asleep);
    EXPECT_DOUBLE_EQ(after.state.loose[1].body.place.z, 1.2) << "they have not moved at all";
}

TEST(LooseFixture, MistakesAreTold) {
    const std::string body = test::plain_body;
    const auto told = [&](const std::string& fixture, const std::string& words) {
        const std::string all = test::messages_of(body + fixture);
        EXPECT_NE(all.find(words), std::string::npos) << fixture << "\n" << all;
    };
    told("fixture a { box 1 m, 1 m, 1 m phase p { loose } }", "has no mass");
    told("fixture a { box 1 m, 1 m, 1 m bounce 50 % phase p { solid } }", "friction and bounce are only allowed");
    told("fixture a { sphere radius 1 m mass 3 m phase p { loose } }", "mass: expected kg");
    told("fixture a { sphere radius 1 m mass 3 kg phase p { loose solid } }", "solid already");
    told("fixture a { sphere radius 1 m mass 3 kg phase p { slide 0 m, 0 m, 1 m } }",
         "are not allowed in fixtures that can be loose");
    told("fixture a { phase p { solid } }", "has no size");
    told("stance odd when touched_by(crate) { }", "only allowed in fixtures");
    told("move m on jump { phase a { start: hold  end } }", "this is only allowed in fixtures");
}

}  // namespace
}  // namespace leap::loose_fixtures_test
