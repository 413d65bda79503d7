// SPDX-License-Identifier: MIT
#include "core/project/import_script.hpp"

#include <gtest/gtest.h>

#include "core/project/project.hpp"
#include "core/script/compile.hpp"
#include "core/script/use_edit.hpp"
#include "tests/core/support.hpp"

namespace leap::import_script_test {
namespace {

constexpr const char* theirs = R"(button jump key "Space"
button dash key "Shift"

body wick {
  capsule radius 0.3 m height 1.7 m
  gravity 28 m/s^2
}

# What dashes cost.
meter breath {
  from 0 to 100
  refill 24 /s after tiring
}
dial tiring = 0.6 s in 0..3 "how long after the last spending"
counter unasked in 0..3

use "moves/dash.leap"

stance walk {
  steer to 6 m/s gain 45 m/s^2 brake 60 m/s^2
}
)";

constexpr const char* dash = R"(use "shape.leap"

# A burst.
move burst on dash {
  gate breath >= 20 "out of breath"
  phase go_on for 0.2 s {
    start: spend breath 20
    drive forward at 12 m/s * shape(burst_shape, share)
  }
}
)";

constexpr const char* shape = "curve burst_shape = points (0, 1) (1, 0.5)\n";

constexpr const char* ours = R"(button jump key "Space"

body runner {
  capsule radius 0.3 m height 1.7 m
  gravity 28 m/s^2
}

stance walk {
  steer to 6 m/s gain 45 m/s^2 brake 60 m/s^2
}
)";

Program compiled(const std::vector<SourceFile>& files) {
    const CompileOutput out = compile_files(files);
    EXPECT_TRUE(out.program) << (out.program ? "" : first_error(out));
    return *out.program;
}

Program their_program() {
    return compiled({{"wick.leap", theirs}, {"moves/dash.leap", dash}, {"moves/shape.leap", shape}});
}

TEST(ImportScript, BringsWhatItUsesAndWhatItSpeaksOf) {
    const auto imported = import_script(their_program(), "moves/dash.leap", compiled({{"runner.leap", ours}}));
    ASSERT_TRUE(imported) << imported.error();
    ASSERT_EQ(imported->files.size(), 2U);
    EXPECT_EQ(imported->files[0].path, "moves/dash.leap");
    EXPECT_EQ(imported->files[1].path, "moves/shape.leap");
    EXPECT_EQ(imported->along, (std::vector<std::string>{"dash", "breath", "tiring"}))
        << "a meter brings the dial that it speaks of; what nothing speaks of stays";
    std::vector<SourceFile> joined{{"runner.leap", with_use(ours, "moves/dash.leap", false)}};
    joined.insert(joined.end(), imported->files.begin(), imported->files.end());
    const Program program = compiled(joined);
    EXPECT_TRUE(program.find_machine("burst"));
    EXPECT_TRUE(program.find_meter("breath"));
    EXPECT_TRUE(program.find_button("dash"));
    EXPECT_EQ(imported->files[0].text.find("unasked"), std::string::npos);
}

TEST(ImportScript, WhatIsThereAlreadyIsNotBroughtAgain) {
    const std::string with_breath = std::string(ours) + "\nmeter breath {\n  from 0 to 50\n}\nbutton dash key \"E\"\n";
    const auto imported = import_script(their_program(), "moves/dash.leap", compiled({{"runner.leap", with_breath}}));
    ASSERT_TRUE(imported);
    EXPECT_TRUE(imported->along.empty());
    EXPECT_EQ(imported->files.front().text, dash);
}

TEST(ImportScript, AFileThatTheScriptDoesntUseIsRefusedInWords) {
    const auto imported = import_script(their_program(), "moves/other.leap", compiled({{"runner.leap", ours}}));
    ASSERT_FALSE(imported);
    EXPECT_NE(imported.error().find("moves/other.leap"), std::string::npos);
}

TEST(ImportScript, EveryFileOfTheDemoComesAloneIntoASmallProject) {
    const Project project = load_project(std::string(LEAP_SOURCE_DIR) + "/examples/lantern-quay").value();
    const Program& quay = *project.compiled.program;
    // With what belongs to the body and never comes along: its dial, its hands, the speed it walks with.
    const std::string owner = R"(button grab key "E"
button let_go key "R"

body wick {
  capsule radius 0.32 m height 1.72 m
  mass 70 kg
  tag catcher
  hands at 0.28 m, 0.26 m, 0.95 m reach 0.6 m near 0.6 m far 7 m left grab use let_go right grab use let_go
  dial weight = 28 m/s^2 in 5..80 "gravity"
  gravity weight
}

stance walk {
  dial top = 6 m/s in 1..15 "speed"
  steer to top gain 45 m/s^2 brake 60 m/s^2
}
)";
    const Program small = compiled({{"runner.leap", owner}});
    int fit = 0;
    for (const SourceFile& file : quay.files) {
        if (!file.path.starts_with("moves/") && !file.path.starts_with("fixtures/")) continue;
        const auto imported = import_script(quay, file.path, small);
        ASSERT_TRUE(imported) << file.path;
        std::vector<SourceFile> joined{{"runner.leap", with_use(owner, file.path, false)}};
        joined.insert(joined.end(), imported->files.begin(), imported->files.end());
        const CompileOutput out = compile_files(joined);
        EXPECT_TRUE(out.program) << file.path << ": " << (out.program ? "" : first_error(out));
        ++fit;
    }
    EXPECT_GE(fit, 15);
}

TEST(UseEdit, AUseComesBeforeOrBehindTheOthersOrAtTheEnd) {
    EXPECT_EQ(with_use("", "a.leap", false), "\nuse \"a.leap\"\n");
    EXPECT_EQ(with_use("# no use here: use \"x\"", "a.leap", false), "# no use here: use \"x\"\n\nuse \"a.leap\"\n")
        << "what a comment says is no use";
    EXPECT_EQ(with_use("use \"a.leap\"\nbutton b key \"B\"\n", "c.leap", false),
              "use \"a.leap\"\nuse \"c.leap\"\nbutton b key \"B\"\n");
    EXPECT_EQ(with_use("button b key \"B\"\nuse \"a.leap\"", "c.leap", false),
              "button b key \"B\"\nuse \"a.leap\"\nuse \"c.leap\"\n");
    EXPECT_EQ(with_use("use \"a.leap\"\n", "c.leap", true), "use \"c.leap\"\nuse \"a.leap\"\n");
}

}  // namespace
}  // namespace leap::import_script_test
