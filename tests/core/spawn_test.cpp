// SPDX-License-Identifier: MIT
// Things that wait until they are spawned: as many at once as the course has.
#include <gtest/gtest.h>

#include "core/bodies/rigid_bodies.hpp"
#include "core/senses/fixtures.hpp"
#include "core/simulation/simulation.hpp"
#include "tests/core/support.hpp"

namespace leap::spawn_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;
using test::words_of;
using Words = std::vector<std::string>;

/// E throws a stone 2 m above the feet, straight ahead; a stone that has come down waits again a second later.
std::string stones(const std::string& act = "spawn stone at place + up * 2 m along forward by 6 m/s") {
    return std::string(test::plain_body) +
           "button use key \"E\"\n"
           "fixture stone { sphere radius 0.1 m  mass 1 kg\n"
           "  phase waits { hidden  go flies when spawned }\n"
           "  phase flies for 1 s { loose  gravity 10 m/s^2  go waits } }\n"
           "fixture hatch { box 1 m, 1 m, 1 m  phase shut { solid  go opens when pressed(use) then: spawn stone at "
           "own_middle + up * 3 m }\n"
           "  phase opens { solid  go shut } }\n"
           "move toss on use { phase out { start: " +
           act + " end } }\n";
}

Scene with_stones(std::size_t count,
                  const std::string& act = "spawn stone at place + up * 2 m along forward by 6 m/s") {
    CoursePlan plan = test::flat_plan();
    for (std::size_t i = 0; i < count; ++i)
        plan.fixtures.push_back({"stone " + std::to_string(i + 1), "stone", {40.0, 0, 0}, 0, ""});
    return Scene(stones(act), plan);
}

FixturePose pose_of(const Scene& scene, const Played& run, std::size_t fixture, int rate_hz) {
    const SceneView rehearsal = scene.at(rate_hz);
    return fixture_pose(rehearsal.context(run.state, run.state.actors[0]), fixture);
}

TapeMaker presses(double length, std::initializer_list<double> times) {
    TapeMaker tape(length);
    for (const double time : times) tape.hold("use", time, 0.05);
    return tape;
}

class Spawn : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Spawn, testing::Values(30, 120, 480));

TEST_P(Spawn, OneFliesFromWhereItWasSpawnedAsThrown) {
    const Scene scene = with_stones(1);
    const Played before = play(scene, presses(0.2, {}), GetParam());
    EXPECT_TRUE(pose_of(scene, before, 0, GetParam()).hidden);
    const Played after = play(scene, presses(0.7, {0.2}), GetParam());
    const FixturePose pose = pose_of(scene, after, 0, GetParam());
    EXPECT_FALSE(pose.hidden);
    const Vec3 feet = after.state.actors[0].body.position;
    // Half a second of free fall from 2 m with 6 m/s along the body's front.
    EXPECT_NEAR(pose.center.x - feet.x, 6.0 * 0.5, 0.01);
    EXPECT_NEAR(pose.center.z - feet.z, 2.0 - 0.5 * 10.0 * 0.25, 0.02);
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::spawned, EventKind::none_waits}), Words{"stone 1 spawned"});
}

TEST_P(Spawn, AsManyAreOutAtOnceAsTheCourseHasAndOneComesBackToWait) {
    const Scene scene = with_stones(2);
    const Played after = play(scene, presses(2.0, {0.2, 0.4, 0.6, 1.3}), GetParam());
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::spawned, EventKind::none_waits}),
              (Words{"stone 1 spawned", "stone 2 spawned", "no stone waits to be spawned", "stone 1 spawned"}));
}

TEST_P(Spawn, TwoAtOneInstantAreTwo) {
    const Scene scene =
        with_stones(3, "spawn stone at place + up * 2 m along forward by 6 m/s, spawn stone at place + up * 4 m");
    const Played after = play(scene, presses(0.5, {0.2}), GetParam());
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::spawned}), (Words{"stone 1 spawned", "stone 2 spawned"}));
    EXPECT_TRUE(pose_of(scene, after, 2, GetParam()).hidden);
    const Vec3 feet = after.state.actors[0].body.position;
    EXPECT_NEAR(pose_of(scene, after, 1, GetParam()).center.x, feet.x, 1e-6) << "without a speed it just falls";
}

TEST_P(Spawn, AFixtureSpawnsToo) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"hatch", "hatch", {10, 3, 0}, 0, ""},
                     {"stone 1", "stone", {40, 0, 0}, 0, ""},
                     {"stone 2", "stone", {40, 1, 0}, 0, ""}};
    const Scene scene(stones(), plan);
    const Played after = play(scene, presses(0.3, {0.2}), GetParam());
    // The move's comes first: characters before fixtures.
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::spawned}), (Words{"stone 1 spawned", "stone 2 spawned"}));
    EXPECT_NEAR(pose_of(scene, after, 2, GetParam()).center.x, 10.0, 1e-9);
}

TEST(SpawnPlace, ADivisionByZeroInItCountsAsNothingAdded) {
    const Scene scene = with_stones(1, "spawn stone at place + up * (1 m / (phase_time - phase_time)) * (1 s)");
    const Played after = play(scene, presses(0.3, {0.2}), 120);
    EXPECT_EQ(words_of(scene, after.trace, {EventKind::spawned}), Words{"stone 1 spawned"});
    const Vec3 off = pose_of(scene, after, 0, 120).center - after.state.actors[0].body.position;
    EXPECT_LT(glm::length(off), 2.0) << "where the body was";
}

TEST(SpawnState, ASnapshotTakenWhileOneFliesGoesOnAlike) {
    const Scene scene = with_stones(2);
    const SceneView rehearsal = scene.at(120);
    const auto inputs = resolve_inputs(scene.program, presses(1.6, {0.2, 0.4, 1.3})).value();
    const auto go_on = [&](Simulation& run, std::int64_t until) {
        while (run.world().tick < until) {
            const double from = static_cast<double>(run.world().tick) / 120.0;
            std::vector<InputEvent> now;
            for (const InputEvent& input : inputs)
                if (input.time >= from && input.time < from + 1.0 / 120.0) now.push_back(input);
            run.step(now);
        }
    };
    Simulation first(rehearsal, start_world(rehearsal, alone_at("start")).value());
    go_on(first, 36);
    Simulation second(rehearsal, first.world());
    go_on(first, 190);
    go_on(second, 190);
    EXPECT_EQ(first.world(), second.world());
}

}  // namespace
}  // namespace leap::spawn_test
