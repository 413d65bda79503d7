// SPDX-License-Identifier: MIT
#include "core/project/project.hpp"

#include <gtest/gtest.h>

#include "core/project/file_io.hpp"
#include "core/project/starting_projects.hpp"
#include "tests/core/support.hpp"

namespace leap::project_test {
namespace {

namespace fs = std::filesystem;

class NewProject : public testing::Test {
  protected:
    void SetUp() override {
        std::string pattern = (fs::temp_directory_path() / "leap-project-XXXXXX").string();
        folder = fs::path(mkdtemp(pattern.data())) / "mine";
    }
    void TearDown() override { fs::remove_all(folder.parent_path()); }
    fs::path folder;
};

TEST_F(NewProject, CompilesRunsAndMeetsItsMark) {
    ASSERT_TRUE(create_project(folder));
    const Project project = load_project(folder).value();
    EXPECT_EQ(project.file.name, "mine");
    EXPECT_TRUE(project.problems.empty());
    EXPECT_TRUE(project.compiled.diagnostics.empty());
    ASSERT_TRUE(project.compiled.program && project.course);
    EXPECT_NE(project.find_tape("first hop"), nullptr);
    EXPECT_TRUE(load_project(folder / "project.json"));
}

TEST_F(NewProject, IsNeverWrittenOverOtherFiles) {
    fs::create_directories(folder);
    ASSERT_TRUE(write_file(folder / "precious", "x"));
    const auto made = create_project(folder);
    ASSERT_FALSE(made);
    EXPECT_NE(made.error().find("not empty"), std::string::npos);
}

TEST_F(NewProject, WhatCantBeReadIsNamedAndTheRestIsThere) {
    ASSERT_TRUE(create_project(folder));
    ASSERT_TRUE(write_file(folder / "ground.course.json", "{"));
    fs::remove(folder / "tapes/first-hop.tape.json");
    const Project project = load_project(folder).value();
    EXPECT_EQ(project.problems.size(), 2U);
    EXPECT_FALSE(project.course);
    EXPECT_TRUE(project.compiled.program);
}

TEST_F(NewProject, EditedTextsCountInsteadOfTheFiles) {
    ASSERT_TRUE(create_project(folder));
    const Project project = load_project(folder, {{"runner.leap", "nonsense"}}).value();
    EXPECT_TRUE(has_errors(project.compiled.diagnostics));
}

TEST_F(NewProject, AFolderWithoutAProjectSaysHowToMakeOne) {
    const auto missing = load_project(folder);
    ASSERT_FALSE(missing);
    EXPECT_NE(missing.error().find("leap new"), std::string::npos);
}

TEST(Examples, EveryExampleCompilesWithoutAMessage) {
    for (const auto& entry : fs::directory_iterator(fs::path(LEAP_SOURCE_DIR) / "examples")) {
        const Project project = load_project(entry.path()).value();
        for (const Diagnostic& d : project.compiled.diagnostics)
            ADD_FAILURE() << diagnostic_text(d, project.compiled.files);
        for (const std::string& problem : project.problems) ADD_FAILURE() << problem;
    }
}

}  // namespace
}  // namespace leap::project_test
