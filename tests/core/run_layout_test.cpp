// SPDX-License-Identifier: MIT
// What stays the same while a run lasts stands beside the World, once.
#include "core/state/run_layout.hpp"

#include <gtest/gtest.h>

#include "core/simulation/start.hpp"
#include "tests/core/support.hpp"

namespace leap::run_layout_test {
namespace {

const char* const kinds =
    "fixture chest { box 1 m, 1 m, 1 m  counter pulls in 0..3  counter knocks in 2..5\n"
    "  phase shut { on used: pulls + 1, remember seen = feet } }\n"
    "fixture ball { sphere radius 0.3 m mass 2 kg  phase lies { loose } }\n"
    "fixture post { box 0.2 m, 0.2 m, 1 m  phase stands { solid } }\n";

CoursePlan yard() {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"first", "chest", {3, 0, 0}, 0, "round"},
                     {"round", "ball", {5, 0, 0}, 0, "nobody there"},
                     {"second", "chest", {7, 0, 0}, 0, ""},
                     {"unknown", "kind without a script", {9, 0, 0}, 0, "first"},
                     {"post", "post", {11, 0, 0}, 0, "post"}};
    return plan;
}

MachineId kind_id(const test::Scene& scene, const std::string& name) {
    return scene.program.find_machine(name).value();
}

TEST(RunLayout, EachFixtureHasItsKindAndItsOwnPlacesInTheWorld) {
    const test::Scene scene(std::string(test::plain_body) + kinds, yard());
    const RunLayout layout = run_layout(scene.program, scene.tuning, scene.course);
    ASSERT_EQ(layout.fixtures.size(), 5U);
    EXPECT_EQ(layout.fixtures[0].kind, kind_id(scene, "chest"));
    EXPECT_EQ(layout.fixtures[3].kind, MachineId{}) << "the script has no such kind";
    EXPECT_EQ(layout.fixtures[0].first_counter, 0U);
    EXPECT_EQ(layout.fixtures[2].first_counter, 2U) << "behind the first chest's two";
    EXPECT_EQ(layout.counters, 4U);
    EXPECT_EQ(layout.fixtures[2].first_memory, 1U);
    EXPECT_EQ(layout.memory, 2U);
    EXPECT_EQ(layout.first_of_kind[kind_id(scene, "chest")], 0U);
    const World world = initial_world(scene.at(120), Vec3{0.0}, 0.0);
    ASSERT_EQ(world.counters.size(), layout.counters);
    EXPECT_EQ(world.memory.size(), layout.memory);
    EXPECT_EQ(world.counters[0].value, 0.0);
    EXPECT_EQ(world.counters[3].value, 2.0) << "its own first value";
}

TEST(RunLayout, LinksLeadToWhatIsThere) {
    const test::Scene scene(std::string(test::plain_body) + kinds, yard());
    const RunLayout layout = run_layout(scene.program, scene.tuning, scene.course);
    EXPECT_EQ(layout.fixtures[0].link, 1U);
    EXPECT_EQ(layout.fixtures[1].link, std::nullopt) << "the course has no such fixture";
    EXPECT_EQ(layout.fixtures[2].link, std::nullopt) << "none is said";
    EXPECT_EQ(layout.fixtures[4].link, 4U) << "to itself";
}

TEST(RunLayout, WhatCanBeLooseHasABodyAndTheRestHasNone) {
    const test::Scene scene(std::string(test::plain_body) + kinds, yard());
    const SceneView rehearsal = scene.at(120);
    ASSERT_EQ(rehearsal.layout.rigid.size(), 1U);
    EXPECT_EQ(rehearsal.layout.rigid[0].fixture, 1U);
    EXPECT_EQ(rehearsal.layout.rigid[0].wheels, std::nullopt);
    EXPECT_EQ(rehearsal.layout.fixtures[1].rigid, 0U);
    EXPECT_FALSE(rehearsal.layout.can_be_loose(0));
    EXPECT_EQ(initial_world(rehearsal, Vec3{0.0}, 0.0).loose.size(), 1U);
}

TEST(RunLayout, AKindThatIsSwitchedOffIsNotThereButKeepsItsRoom) {
    test::Scene scene(std::string(test::plain_body) + kinds, yard());
    scene.tuning.off.assign(scene.program.machines.size(), 0);
    scene.tuning.off[kind_id(scene, "chest")] = 1;
    const SceneView rehearsal = scene.at(120);
    EXPECT_EQ(rehearsal.layout.fixtures[0].kind, MachineId{});
    EXPECT_EQ(rehearsal.layout.fixtures[0].placed, kind_id(scene, "chest"));
    EXPECT_EQ(rehearsal.layout.counters, 4U);
    EXPECT_EQ(rehearsal.layout.off, (std::vector<std::size_t>{0, 2}));
    EXPECT_EQ(rehearsal.layout.first_of_kind[kind_id(scene, "chest")], std::nullopt);
    EXPECT_EQ(initial_world(rehearsal, Vec3{0.0}, 0.0).machines[0].phase, PhaseId(0)) << "for when it is on again";
}

TEST(RunLayout, WithoutFixturesThereIsNone) {
    const test::Scene scene(std::string(test::plain_body) + kinds, test::flat_plan());
    const RunLayout layout = run_layout(scene.program, scene.tuning, scene.course);
    EXPECT_TRUE(layout.fixtures.empty());
    EXPECT_TRUE(layout.rigid.empty());
    EXPECT_EQ(layout.counters, 0U);
}

}  // namespace
}  // namespace leap::run_layout_test
