// SPDX-License-Identifier: MIT
// Contacts of loose things are found at any speed, the same ones at every tick rate.
#include <gtest/gtest.h>

#include "core/senses/fixtures.hpp"
#include "core/simulation/simulation.hpp"
#include "core/simulation/start.hpp"
#include "tests/core/support.hpp"

namespace leap::fast_contacts_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

const std::string body =
    std::string(test::plain_body).replace(std::string(test::plain_body).find("eyes"), 0, "mass 70 kg tag player ") +
    "dial pace = 20 m/s in 0..120\n";
const std::string catching = body +
                             "fixture ball { sphere radius 0.25 m  mass 2 kg  bounce 60 %\n"
                             "  phase waits for 0.1 s { solid  go flies }\n"
                             "  phase flies { loose  gravity 0 m/s^2  start: throw along_x at pace\n"
                             "    go held when touched_by(player) then: hold }\n"
                             "  phase held { hidden  carried 0.5 m, 0 m, 1 m } }\n";
const std::string counting = body +
                             "counter bumps in 0..99\n"
                             "fixture ball { sphere radius 0.25 m  mass 2 kg  bounce 80 %\n"
                             "  phase waits for 0.1 s { solid  go flies }\n"
                             "  phase flies { loose  gravity 0 m/s^2  start: throw along_x at pace } }\n"
                             "fixture gong { box 0.5 m, 4 m, 4 m\n"
                             "  phase hangs { solid  go rings when touched_by(ball) then: emit gong }\n"
                             "  phase rings { solid  go hangs after 0.01 s } }\n"
                             "fixture skittle { box 0.4 m, 0.4 m, 0.4 m  mass 2 kg\n"
                             "  phase stands { loose  go fallen when touched_by(ball) then: emit skittle }\n"
                             "  phase fallen { loose } }\n";

class FastContacts : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, FastContacts, testing::Values(30, 60, 120, 240, 480));

TEST_P(FastContacts, ABallIsCaughtAtEverySpeed) {
    for (const double speed : {2.0, 5.0, 12.0, 20.0, 40.0, 80.0, 119.0})
        for (int shot = 0; shot < 6; ++shot) {
            CoursePlan plan = test::flat_plan();
            plan.fixtures = {{"ball", "ball", {-6.0 - 0.037 * shot - 0.011 * speed, 0.01 * shot, 0.7}, 0, ""}};
            Scene scene(catching, plan);
            scene.set("pace", speed);
            const Played played = play(scene, TapeMaker(0.1 + 8.5 / speed), GetParam());
            EXPECT_EQ(test::words_of(scene, played.trace, {EventKind::caught}),
                      std::vector<std::string>{"ball caught by tester"})
                << speed << " m/s, shot " << shot;
        }
}

TEST_P(FastContacts, ABallBetweenTwoGongsRingsThemEquallyOftenAtEveryRate) {
    for (const double speed : {10.0, 20.0, 60.0}) {
        CoursePlan plan = test::flat_plan();
        plan.fixtures = {{"ball", "ball", {0, 20, 2}, 0, ""},
                         {"east", "gong", {3.0, 20, 0}, 0, ""},
                         {"west", "gong", {-3.0, 20, 0}, 0, ""}};
        Scene scene(counting, plan);
        scene.set("pace", speed);
        const Played played = play(scene, TapeMaker(1.0), GetParam());
        const Played slow = play(scene, TapeMaker(1.0), 240);
        const auto rings = test::times_of(played.trace, EventKind::emitted);
        const auto expected = test::times_of(slow.trace, EventKind::emitted);
        ASSERT_EQ(rings.size(), expected.size()) << speed;
        EXPECT_GE(rings.size(), 1U);
        for (std::size_t i = 0; i < rings.size(); ++i) EXPECT_NEAR(rings[i], expected[i], 1e-9) << speed;
    }
}

TEST_P(FastContacts, ABallTellsTheLooseThingsThatItHits) {
    for (const double speed : {10.0, 30.0, 90.0}) {
        CoursePlan plan = test::flat_plan();
        plan.fixtures = {{"ball", "ball", {0, 20, 0.1}, 0, ""}, {"skittle", "skittle", {5, 20, 0}, 0, ""}};
        Scene scene(counting, plan);
        scene.set("pace", speed);
        const Played played = play(scene, TapeMaker(1.0), GetParam());
        EXPECT_EQ(test::times_of(played.trace, EventKind::emitted).size(), 1U) << speed;
    }
}

/// Held above the head, a thing overlaps its holder when it is thrown.
TEST_P(FastContacts, WhatIsThrownLeavesItsHolderWhereItIs) {
    const std::string script = body +
                               "button use key \"E\"\n"
                               "fixture crate { box 0.6 m, 0.6 m, 0.6 m  mass 5 kg\n"
                               "  phase lies { loose  go held when touched then: hold }\n"
                               "  phase held { carried 0 m, 0 m, 1.6 m\n"
                               "    go flies when pressed(use) then: throw along_x at 8 m/s }\n"
                               "  phase flies { loose } }\n";
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"crate", "crate", {0.7, 0, 0}, 0, ""}};
    const Scene scene(script, plan);
    const Played played =
        play(scene, TapeMaker(2.0).stick(0.1, 0, 1).stick(0.2, 0, 0).hold("use", 1.0, 0.1), GetParam());
    ASSERT_EQ(test::words_of(scene, played.trace, {EventKind::thrown}).size(), 1U);
    const auto& rows = played.trace.tracks[0].rows;
    const auto at = [&](double time) {
        return std::find_if(rows.begin(), rows.end(), [&](const TraceRow& row) { return row.time >= time; })->position;
    };
    EXPECT_LT(glm::length(at(1.9) - at(0.95)), 1e-6) << "it isn't pushed";
    EXPECT_NEAR(played.state.loose[0].body.velocity.y, 0.0, 1e-9);
    EXPECT_GT(played.state.loose[0].body.place.x, 2.0) << "and neither is what is thrown";
    EXPECT_TRUE(played.state.loose[0].passes.is_nobody()) << "they have been apart";
}

TEST(FastContact, AThingBeyondTheWorldSleepsWhereItLeftIt) {
    const std::string script = body +
                               "fixture stone { sphere radius 0.25 m  mass 2 kg\n"
                               "  phase flies { loose  gravity 0 m/s^2  start: throw along_x at 100 m/s } }\n";
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"stone", "stone", {0, 0, 5}, 0, ""}};
    const Scene scene(script, plan);
    const SceneView r = scene.at(120);
    World world = initial_world(r, Vec3{0.0}, 0.0);
    world.loose[0].body.place = {999'999.9, 0, 5};
    world.loose[0].body.velocity = {100, 0, 0};
    world.loose[0].body.asleep = false;
    Simulation run(r, world);
    for (int i = 0; i < 60; ++i) run.step({});
    const RigidBody& stone = run.world().loose[0].body;
    EXPECT_TRUE(stone.asleep);
    EXPECT_GT(stone.place.x, 999'999.0);
    EXPECT_EQ(stone.velocity, Vec3{0.0});
}

}  // namespace
}  // namespace leap::fast_contacts_test
