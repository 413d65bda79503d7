// SPDX-License-Identifier: MIT
#include "core/project/tuning_file.hpp"

#include <gtest/gtest.h>

#include "tests/core/experiment_scene.hpp"

namespace leap::tuning_file_test {
namespace {

std::string problem(const std::string& text) {
    const auto read = read_tuning(text, "t.tuning.json");
    return read ? "fine" : read.error();
}

TEST(TuningFile, WhatIsWrittenIsReadTheSame) {
    test::HopScene scene;
    scene.set("hop.rise", 2.7);
    const TuningFile tuning = tuning_of("floaty", scene.program, scene.tuning.dials);
    EXPECT_EQ(read_tuning(write_tuning(tuning), "t").value(), tuning);
    EXPECT_NE(write_tuning(tuning).find("\"hop.rise\": \"2.7 m\""), std::string::npos);
    const ResolvedTuning back = resolve_tuning(tuning, scene.program, written_tuning(scene.program).dials);
    EXPECT_EQ(back.dials, scene.tuning.dials);
    EXPECT_TRUE(back.problems.empty());
}

TEST(TuningFile, ADialThatIsGoneIsToldAndNotLost) {
    const test::HopScene scene;
    TuningFile tuning =
        read_tuning(R"({"format":1,"name":"old","dials":{"hop.rsie":"2 m","hop.rise":"3 m"}})", "t").value();
    const ResolvedTuning found = resolve_tuning(tuning, scene.program, scene.tuning.dials);
    ASSERT_EQ(found.problems.size(), 1U);
    EXPECT_NE(found.problems[0].find("did you mean 'hop.rise'?"), std::string::npos);
    EXPECT_EQ(found.dials[*scene.program.find_dial("hop.rise")], 3.0);
    EXPECT_NE(write_tuning(tuning).find("hop.rsie"), std::string::npos);
}

TEST(TuningFile, AValueOutsideOfItsRangeIsTold) {
    const test::HopScene scene;
    const TuningFile tuning = read_tuning(R"({"format":1,"name":"t","dials":{"hop.rise":"99 m"}})", "t").value();
    const ResolvedTuning found = resolve_tuning(tuning, scene.program, scene.tuning.dials);
    EXPECT_NE(found.problems.at(0).find("outside the range"), std::string::npos);
    EXPECT_EQ(found.dials, scene.tuning.dials);
}

TEST(TuningFile, DamagedFilesAreRefusedInWords) {
    for (const char* text :
         {"", "{", "[]", "{\"format\":1}", "{\"format\":1,\"name\":\"\",\"dials\":{}}",
          "{\"format\":1,\"name\":\"a\",\"dials\":[]}", "{\"format\":99,\"name\":\"a\",\"dials\":{}}",
          "{\"format\":1,\"name\":\"a\",\"dials\":{\"b\":3}}"}) {
        EXPECT_NE(problem(text), "fine") << text;
        EXPECT_NE(problem(text).find("t.tuning.json"), std::string::npos) << problem(text);
    }
    std::vector<std::string> warnings;
    ASSERT_TRUE(read_tuning(R"({"format":1,"name":"a","dails":{},"dials":{}})", "t", &warnings));
    EXPECT_EQ(warnings.size(), 1U);
}

}  // namespace
}  // namespace leap::tuning_file_test
