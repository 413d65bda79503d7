// SPDX-License-Identifier: MIT
// Large and hostile files: read in time near to their length (bench/reader_bench prints it), or refused with a reason.
#include <gtest/gtest.h>

#include "core/defaults.hpp"
#include "core/project/course_file.hpp"
#include "core/project/tape_file.hpp"
#include "tests/core/support.hpp"

namespace leap::large_files_test {
namespace {

TEST(LargeFiles, FortyThousandNamesOfEachKindCompile) {
    constexpr int many = 10000;
    std::string script = test::plain_body;
    for (int i = 0; i < many; ++i)
        script += fmt::format("dial d{0} = {0} m\nlet l{0} = d{0} * 2\ncounter c{0} in 0..3\n", i);
    for (int i = 0; i < many; ++i) script += fmt::format("curve v{0} = points (0, 1) (1, 0)\n", i);
    const CompileOutput out = compile_text(script);
    ASSERT_TRUE(out.program);
    EXPECT_EQ(out.program->find_dial("d9999"), DialId(many - 1));
    EXPECT_EQ(out.program->find_dial("d10000"), std::nullopt);
}

TEST(LargeFiles, MoreMistakesThanAnyoneReadsAreCutOffAndThatIsTold) {
    std::string names = test::plain_body;
    std::string junk;
    for (int i = 0; i < 5000; ++i) {
        names += fmt::format("let v{0} = nothing{0}\n", i);
        junk += "@ $ move move\n";
    }
    for (const std::string& text : {names, junk}) {
        const CompileOutput out = compile_text(text);
        EXPECT_FALSE(out.program);
        EXPECT_LE(out.diagnostics.size(), 2 * max_messages + 2);
        EXPECT_GE(out.diagnostics.size(), max_messages);
        EXPECT_EQ(out.diagnostics.back().message, "there are more than 200 errors");
    }
}

TEST(LargeFiles, AChainOfBasesHasAnEnd) {
    std::string script = test::plain_body;
    script += "move v0 on jump { phase a for 1 s { } }\n";
    for (int i = 1; i < 40; ++i) script += fmt::format("move v{} is v{} {{ }}\n", i, i - 1);
    EXPECT_NE(test::messages_of(script).find("'v17' has more than 16 bases"), std::string::npos);
}

TEST(LargeFiles, AScriptLargerThanItsLimitIsRefused) {
    const std::string script(defaults::max_script_bytes + 1, '\n');
    EXPECT_EQ(
        test::messages_of(script),
        "1:1: error E0501: this script is larger than 1 MiB; split it into several files, and name them with use\n");
}

TEST(LargeFiles, JsonBeyondItsLimitsIsRefusedBeforeItIsKept) {
    EXPECT_EQ(read_course(std::string(defaults::max_json_bytes + 1, ' '), "c").error(), "c: it is larger than 32 MiB");
    std::string many = "[0";
    while (many.size() < 2 * defaults::max_json_values + 4) many += ",0";
    EXPECT_EQ(read_tape(many + "]", "t").error(), "t: it holds more than 4 million values");
    EXPECT_EQ(read_course(std::string(100000, '['), "c").error(), "c: it is nested more than 64 deep");
}

TEST(LargeFiles, ManyFixturesAndPlacesAreReadAndLinked) {
    std::string text =
        R"({"format": 1, "name": "many", "places": [{"name": "start", "position": [0, 0, 0]}], "fixtures": [)";
    for (int i = 0; i < 20000; ++i)
        text += fmt::format("{}{{\"name\": \"f{}\", \"kind\": \"post\", \"position\": [{}, 0, 0], \"link\": \"f{}\"}}",
                            i == 0 ? "" : ",", i, i, (i + 7) % 20000);
    const auto plan = read_course(text + "]}", "c").value();
    ASSERT_EQ(plan.fixtures.size(), 20000U);
    const test::Scene scene(std::string(test::plain_body) + "fixture post { box 0.1 m, 0.1 m, 0.1 m  phase a { } }\n",
                            plan);
    EXPECT_EQ(start_world(scene.at(120), alone_at("start")).value().fixtures.size(), 20000U);
    EXPECT_EQ(scene.at(120).layout.fixtures.at(19999).link, 6U);
    const std::string twice = text + R"(,{"name": "f5", "kind": "post", "position": [0, 0, 0]}]})";
    EXPECT_NE(read_course(twice, "c").error().find("there are two fixtures \"f5\""), std::string::npos);
}

}  // namespace
}  // namespace leap::large_files_test
