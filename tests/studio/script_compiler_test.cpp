// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/script_compiler.hpp"

#include <gtest/gtest.h>

namespace leap::studio::script_compiler_test {
namespace {

constexpr const char* good = R"(
button jump key "Space"
body tester { capsule radius 0.3 m height 1.7 m  gravity 28 m/s^2 }
stance walk { steer to 6 m/s gain 40 m/s^2 brake 60 m/s^2 }
)";

TEST(ScriptCompiler, TheLastGoodProgramStaysWhileTheTextHasErrors) {
    Project project;
    project.file.script = "a.leap";
    ScriptCompiler compiler;
    EXPECT_FALSE(compiler.compile(project, {{"a.leap", "stance {"}}));
    EXPECT_EQ(compiler.program(), nullptr);
    EXPECT_FALSE(compiler.is_current());
    EXPECT_TRUE(compiler.compile(project, {{"a.leap", good}}));
    const auto first = compiler.program();
    ASSERT_NE(first, nullptr);
    EXPECT_TRUE(compiler.is_current());
    EXPECT_FALSE(compiler.compile(project, {{"a.leap", std::string(good) + "move {"}}));
    EXPECT_EQ(compiler.program(), first);
    EXPECT_FALSE(compiler.is_current());
    EXPECT_TRUE(has_errors(compiler.diagnostics()));
    EXPECT_TRUE(compiler.compile(project, {{"a.leap", good}}));
    EXPECT_NE(compiler.program(), first) << "a new one each time: runs are told apart by it";
    compiler.clear();
    EXPECT_EQ(compiler.program(), nullptr);
}

}  // namespace
}  // namespace leap::studio::script_compiler_test
