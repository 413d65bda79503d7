// SPDX-License-Identifier: MIT
#include "core/experiments/sensitivity.hpp"

#include <gtest/gtest.h>

#include <cmath>

#include "tests/core/experiment_scene.hpp"

namespace leap::sensitivity_test {
namespace {

const Influence* influence(const Sensitivity& found, const Program& program, const std::string& dial,
                           const std::string& reading) {
    for (const Influence& each : found.influences)
        if (found.values[each.value].path == dial && program.readings[each.reading].name == reading) return &each;
    return nullptr;
}

TEST(Sensitivity, AgreesWithTheClosedFormsOfAHop) {
    const test::HopScene scene;
    const Tape tape = test::TapeMaker(2).hold("jump", 0.2, 0.1);
    const Tape* list[] = {&tape};
    const Sensitivity found = find_sensitivity(scene.setup(), free_dials(scene.program, scene.tuning), list);
    EXPECT_TRUE(found.complete);
    const Influence* height = influence(found, scene.program, "hop.rise", "hop_height");
    ASSERT_NE(height, nullptr);
    EXPECT_NEAR(height->per_unit.value(), 1.0, 1e-3) << "a metre of rise is a metre of height";
    EXPECT_NEAR(height->change(), 0.57, 1e-3) << "for a tenth of 0.3 to 6 m";
    const Influence* time = influence(found, scene.program, "hop.time_to_top", "hop_time");
    ASSERT_NE(time, nullptr);
    EXPECT_NEAR(time->per_unit.value(), 1.0, 1e-3);
    EXPECT_EQ(influence(found, scene.program, "hop.rise", "hop_time"), nullptr) << "the time doesn't follow the height";
    EXPECT_EQ(influence(found, scene.program, "walk.top", "hop_height"), nullptr) << "nobody walks";
    EXPECT_TRUE(found.edges.empty());
}

TEST(Sensitivity, AnEdgeBeyondWhichTheGapIsMissedIsFoundAndTold) {
    test::HopScene scene("", test::gap_plan());
    // Just enough: a little less time in the air and the hop ends in the gap.
    const Tape tape = test::gap_tape();
    double least = 0.15;
    for (double high = 0.4; high - least > 1e-7;) {
        const double middle = 0.5 * (least + high);
        scene.set("hop.time_to_top", middle);
        (scene.run(tape).tracks[0].rows.back().position.z < -0.5 ? least : high) = middle;
    }
    scene.set("hop.time_to_top", least + 0.004);
    const Tape* list[] = {&tape};
    const Sensitivity found = find_sensitivity(scene.setup(), {scene.value("hop.time_to_top")}, list);
    ASSERT_EQ(found.edges.size(), 1U);
    EXPECT_FALSE(found.edges[0].above);
    EXPECT_NEAR(found.edges[0].at, least, 1e-5);
    EXPECT_NE(edge_text(found, found.edges[0]).find("below"), std::string::npos);
    const Influence* time = influence(found, scene.program, "hop.time_to_top", "hop_time");
    ASSERT_NE(time, nullptr);
    EXPECT_TRUE(time->one_sided);
    EXPECT_NEAR(time->per_unit.value(), 1.0, 0.01) << "taken from the side that still lands";
}

TEST(Sensitivity, AStepAndATurnWithinATenthAreTold) {
    // The run over the gap stops short where the hop is too low; (height - 2 m)^2 turns where the height is 2 m.
    test::HopScene scene("reading off_two = (highest(feet) - 2 m) * (highest(feet) - 2 m) / (1 m * 1 m)\n",
                         test::gap_plan());
    const Tape tape = test::gap_tape();
    const Tape* list[] = {&tape};
    const Sensitivity turns = find_sensitivity(scene.setup(), {scene.value("hop.rise")}, list);
    const Influence* off = influence(turns, scene.program, "hop.rise", "off_two");
    ASSERT_NE(off, nullptr);
    ASSERT_TRUE(off->turn.has_value());
    EXPECT_NEAR(*off->turn, 2.0, 0.12);
    EXPECT_FALSE(off->step.has_value());
    EXPECT_GT(*off->less, 0.25);
    EXPECT_GT(*off->more, 0.25) << "a small step would have said nothing of this";
    EXPECT_NE(influence_note(turns, *off).find("turns near"), std::string::npos);

    double least = 0.15;
    for (double high = 0.4; high - least > 1e-6;) {
        const double middle = 0.5 * (least + high);
        scene.set("hop.time_to_top", middle);
        (scene.run(tape).tracks[0].rows.back().position.z < -0.5 ? least : high) = middle;
    }
    scene.set("hop.time_to_top", least + 0.04);
    const Sensitivity steps = find_sensitivity(scene.setup(), {scene.value("hop.time_to_top")}, list);
    EXPECT_TRUE(steps.edges.empty()) << "farther away than a small step";
    const Influence* lowest = influence(steps, scene.program, "hop.time_to_top", "lowest");
    ASSERT_NE(lowest, nullptr);
    ASSERT_TRUE(lowest->step.has_value());
    EXPECT_LE(lowest->step->first, least);
    EXPECT_GE(lowest->step->second, least);
    EXPECT_LT(*lowest->less, -1.0);
    EXPECT_FALSE(lowest->more && std::abs(*lowest->more) > 1e-3);
}

TEST(Sensitivity, AtABoundThereIsOneSideOnly) {
    test::HopScene scene;
    scene.set("hop.rise", 6.0);
    const Tape tape = test::TapeMaker(2.5).hold("jump", 0.2, 0.1);
    const Tape* list[] = {&tape};
    const Sensitivity found = find_sensitivity(scene.setup(), {scene.value("hop.rise")}, list);
    const Influence* height = influence(found, scene.program, "hop.rise", "hop_height");
    ASSERT_NE(height, nullptr);
    EXPECT_FALSE(height->more.has_value());
    EXPECT_NEAR(height->less.value(), -0.57, 1e-6);
    EXPECT_EQ(influence_note(found, *height), "higher only to 6 m");
}

TEST(Sensitivity, ATapeThatDoesntPlayIsToldAndStopEndsIt) {
    const test::HopScene scene;
    Tape tape = test::TapeMaker(1);
    tape.tracks[0].start_place = "nowhere";
    const Tape* list[] = {&tape};
    const Sensitivity found = find_sensitivity(scene.setup(), free_dials(scene.program, scene.tuning), list);
    ASSERT_EQ(found.problems.size(), 1U);
    EXPECT_TRUE(found.influences.empty());
    SensitivityOptions options;
    options.stop = [] { return true; };
    EXPECT_FALSE(find_sensitivity(scene.setup(), free_dials(scene.program, scene.tuning), list, options).complete);
}

}  // namespace
}  // namespace leap::sensitivity_test
