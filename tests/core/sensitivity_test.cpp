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
    EXPECT_NEAR(height->per_unit, 1.0, 1e-3) << "a metre of rise is a metre of height";
    EXPECT_NEAR(height->change, 0.57, 1e-3) << "for a tenth of 0.3 to 6 m";
    const Influence* time = influence(found, scene.program, "hop.time_to_top", "hop_time");
    ASSERT_NE(time, nullptr);
    EXPECT_NEAR(time->per_unit, 1.0, 1e-3);
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
    EXPECT_NEAR(time->per_unit, 1.0, 0.01) << "taken from the side that still lands";
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
