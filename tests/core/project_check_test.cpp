// SPDX-License-Identifier: MIT
#include "core/project/project_check.hpp"

#include <gtest/gtest.h>

#include "core/project/course_file.hpp"
#include "core/project/tape_file.hpp"
#include "tests/core/support.hpp"

namespace leap::project_check_test {
namespace {

using Words = std::vector<std::string>;

TEST(ProjectCheck, TheExamplesAreMeantAsTheyAre) {
    for (const std::string example : {"lantern-quay", "little-quay", "paper-alley"}) {
        const auto project = load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples" / example);
        ASSERT_TRUE(project);
        EXPECT_EQ(project_warnings(*project), Words{}) << example;
    }
}

TEST(ProjectCheck, ATapeWhosePressesDontPairIsToldWithItsTimes) {
    Tape tape = test::TapeMaker(1.0).hold("jump", 0.2, 0.1);
    EXPECT_EQ(tape_warnings(tape, "t"), Words{});
    tape.tracks[0].events = {{0.1, ButtonEvent{"jump", false}},
                             {0.2, ButtonEvent{"jump", true}},
                             {0.3, ButtonEvent{"jump", true}},
                             {1.5, ButtonEvent{"jump", false}},
                             {1.6, ButtonEvent{"dash", true}}};
    EXPECT_EQ(tape_warnings(tape, "t"),
              (Words{"t: jump is let go at 0.1 s, and it is up already; leave one of the two out",
                     "t: jump is pressed at 0.3 s, and it is down already; leave one of the two out",
                     "t: events at 1.5 s and later come after the tape's end (1 s) and never happen; make it longer or "
                     "leave them out"}));
}

TEST(ProjectCheck, TwinNamesAndPlacesInsideSolidsAreTold) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].name = "ground";
    for (int i = 0; i < 3; ++i) {
        plan.pieces.push_back(test::box({6.0 + 3 * i, 0, 1}, {2, 2, 2}));
        plan.pieces.back().name = "block";
    }
    plan.places.push_back({"in it", {6, 0, 0.2}, 0.0});
    plan.places.push_back({"on it", {6, 0, 2}, 0.0});
    EXPECT_EQ(
        course_warnings(plan, "c", {0.3, 1.7}),
        (Words{"c: there are two pieces \"block\"; give one of them another name",
               "c: the place \"in it\" lies inside \"block\"; who starts there is pushed out of it: move it 1.30 m"}));
}

TEST(ProjectCheck, AMarkOnATapeThatIsntThereIsToldAtItsLine) {
    Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    std::erase_if(project.tapes, [](const TapeEntry& entry) { return entry.tape.name == "sail alley"; });
    const Words words = project_warnings(project);
    ASSERT_FALSE(words.empty());
    EXPECT_EQ(words[0].find("readings.leap:"), 0U) << words[0];
    EXPECT_NE(words[0].find("is for a tape \"sail alley\", which the project doesn't have"), std::string::npos)
        << words[0];
}

TEST(ProjectCheck, MisspeltMembersAreTold) {
    Words warnings;
    const auto plan =
        read_course(R"({"format": 1, "name": "a", "plcaes": [], "places": [{"name": "p", "position": [0, 0, 0],
        "facign": 90}], "pieces": [{"centre": [0, 0, 0], "center": [0, 0, 0], "size": [1, 1, 1]}]})",
                    "c", &warnings);
    ASSERT_TRUE(plan);
    EXPECT_EQ(warnings, (Words{"c: plcaes: this is not read; did you mean 'places'?",
                               "c: places[0].facign: this is not read; did you mean 'facing'?",
                               "c: pieces[0].centre: this is not read; did you mean 'center'?"}));
    warnings.clear();
    EXPECT_TRUE(read_tape(R"({"format": 1, "name": "t", "start": {"at": "p"}, "length": 1, "lenght": 2,
        "events": [{"t": 0.5, "button": "jump", "down": true, "donw": false}]})",
                          "t", &warnings));
    EXPECT_EQ(warnings, (Words{"t: lenght: this is not read; did you mean 'length'?",
                               "t: events[0].donw: this is not read; did you mean 'down'?"}));
}

TEST(ProjectCheck, WhatActsOnSomethingSharedAndIsntSharedItselfIsTold) {
    const auto words_with = [](const std::string& of_lever) {
        Project project;
        project.compiled =
            compile_text(std::string(test::plain_body) + "fixture lever { box 1 m, 1 m, 1 m  " + of_lever +
                         R"(
  phase ready { go pulled when touched then: tell link }
  phase pulled for 0.4 s { go ready } }
fixture leaf { box 1 m, 1 m, 1 m  share phase as state
  phase shut { go opened when told }  phase opened { go shut when told } }
)");
        EXPECT_TRUE(project.compiled.program);
        CoursePlan plan = test::flat_plan();
        PlacedFixture lever;
        lever.name = "pull";
        lever.kind = "lever";
        lever.link = "way in";
        PlacedFixture leaf;
        leaf.name = "way in";
        leaf.kind = "leaf";
        plan.fixtures = {lever, leaf};
        project.course = plan;
        return project_warnings(project);
    };
    EXPECT_EQ(words_with("share phase as kept"), Words{});
    const Words words = words_with("");
    ASSERT_EQ(words.size(), 1U);
    EXPECT_NE(words[0].find("leaf is shared, and what acts on it, lever (\"pull\"), isn't"), std::string::npos)
        << words[0];
}

TEST(ProjectCheck, AVolumeThatTheCourseLacksIsToldOnce) {
    Project project;
    project.compiled = compile_text(std::string(test::plain_body) + R"(
move swim when inside(watre) { phase a { end when not inside(watre) } }
move lifted when inside(draught) { phase a { end when not inside(draught) } }
)");
    ASSERT_TRUE(project.compiled.program);
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({6, 0, 1}, {2, 2, 2}));
    plan.pieces.back().kinds = {"draught"};
    plan.pieces.push_back(test::box({9, 0, 1}, {2, 2, 2}));
    plan.pieces.back().kinds = {"water"};
    plan.pieces.back().solid = false;
    project.course = plan;
    const Words words = project_warnings(project);
    ASSERT_EQ(words.size(), 2U);
    EXPECT_NE(words[0].find("the course has no volume of the kind watre; did you mean 'water'?"), std::string::npos)
        << words[0];
    EXPECT_NE(words[1].find("no volume of the kind draught"), std::string::npos) << "one of that kind is solid";
}

}  // namespace
}  // namespace leap::project_check_test
