// SPDX-License-Identifier: MIT
#include "core/project/course_uses.hpp"

#include <gtest/gtest.h>

#include <algorithm>

namespace leap::course_uses_test {
namespace {

using Lines = std::vector<std::string>;

struct Demo {
    Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");

    Lines uses(const std::string& name) const {
        const CoursePlan& plan = *project.course;
        for (const CourseItem& item : all_items(plan))
            if (item_name(plan, item) == name) return uses_of(project, *project.compiled.program, plan, item);
        ADD_FAILURE() << "there is no " << name;
        return {};
    }
};

TEST(CourseUses, APlaceTellsWhoStartsThereOnWhichTape) {
    const Demo demo;
    const Lines east = demo.uses("buoy east");
    EXPECT_NE(std::find(east.begin(), east.end(), "Host starts here in the rehearsal \"two at the buoy\""), east.end())
        << testing::PrintToString(east);
    EXPECT_EQ(demo.uses("cask pier").front(), "wick starts here on the tape \"cask pier\"");
    const Lines both = demo.uses("lever stand");
    EXPECT_TRUE(std::any_of(both.begin(), both.end(), [](const std::string& line) {
        return line.ends_with("starts here on the tape \"two on the quay\"");
    })) << testing::PrintToString(both);
}

TEST(CourseUses, AFixtureTellsItsLinksItsScriptAndWhoSpawnsIt) {
    const Demo demo;
    const Lines door = demo.uses("two quay door");
    EXPECT_EQ(door[0], "two quay lever is linked to it");
    EXPECT_TRUE(door[1].starts_with("its kind, sluice_door, stands in fixtures/door.leap, line ")) << door[1];
    EXPECT_EQ(demo.uses("two quay lever")[0], "it is linked to two quay door");
    EXPECT_EQ(demo.uses("cask 1").back(), "cask_hatch spawns what is of its kind");
}

TEST(CourseUses, TrialsTellWhereTheyBeginAndEndAndWhatTheyVary) {
    Demo demo;
    const Lines stand = demo.uses("gull stand");
    EXPECT_NE(std::find(stand.begin(), stand.end(), "the trial \"far rock without a dash\" begins here"), stand.end())
        << testing::PrintToString(stand);
    demo.project.trials.front().trial.free = {{"place gull stand x", "", "", 0}, {"place gull x", "", "", 0}};
    const std::string varies =
        "the trial \"" + demo.project.trials.front().trial.name + "\" varies where it stands: place gull stand x";
    const Lines now = demo.uses("gull stand");
    EXPECT_EQ(std::count(now.begin(), now.end(), varies), 1) << testing::PrintToString(now);
    EXPECT_EQ(now.size(), stand.size() + 1);
}

TEST(CourseUses, WhatIsGoneIsUsedByNothing) {
    const Demo demo;
    EXPECT_TRUE(
        uses_of(demo.project, *demo.project.compiled.program, *demo.project.course, {ItemKind::piece, 100000}).empty());
}

}  // namespace
}  // namespace leap::course_uses_test
