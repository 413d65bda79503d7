// SPDX-License-Identifier: MIT
// Every starting project is playable at once: it compiles without a message, its tape does what its marks want.
#include "core/project/starting_projects.hpp"

#include <gtest/gtest.h>

#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/project/project_check.hpp"
#include "core/readings/readings.hpp"
#include "core/script/format.hpp"
#include "core/tape/replay.hpp"
#include "tests/core/support.hpp"

namespace leap::starting_projects_test {
namespace {

namespace fs = std::filesystem;

class StartingProjects : public testing::Test {
  protected:
    void SetUp() override {
        std::string pattern = (fs::temp_directory_path() / "leap-start-XXXXXX").string();
        folder = fs::path(mkdtemp(pattern.data()));
    }
    void TearDown() override { fs::remove_all(folder); }
    Project made(const StartingProject& kind) {
        const fs::path here = folder / std::string(kind.name);
        EXPECT_TRUE(create_project(here, kind));
        return load_project(here).value();
    }
    fs::path folder;
};

TEST_F(StartingProjects, EachIsLaidOutAndCompilesWithoutAMessage) {
    ASSERT_GE(starting_projects().size(), 4U);
    for (const StartingProject& kind : starting_projects()) {
        const Project project = made(kind);
        EXPECT_EQ(project.file.name, kind.name);
        EXPECT_TRUE(project.problems.empty() && project.warnings.empty()) << kind.name;
        EXPECT_TRUE(project_warnings(project).empty()) << kind.name << ": " << project_warnings(project).front();
        for (const Diagnostic& each : project.compiled.diagnostics)
            ADD_FAILURE() << kind.name << ": " << diagnostic_text(each, project.compiled.files);
        for (const SourceFile& file : project.compiled.files) EXPECT_EQ(format(file.text), file.text) << kind.name;
        ASSERT_TRUE(project.course) << kind.name;
    }
}

TEST_F(StartingProjects, EachHasATapeWhoseMarksAreMetAtEveryRate) {
    for (const StartingProject& kind : starting_projects()) {
        const Project project = made(kind);
        ASSERT_EQ(project.tapes.size(), 1U) << kind.name;
        const Program& program = *project.compiled.program;
        ASSERT_FALSE(program.marks.empty()) << kind.name;
        const Course course = build_course(*project.course);
        const Tuning tuning = written_tuning(program);
        for (const int rate : {30, 60, 120, 240, 480}) {
            const auto trace = replay({program, tuning, course, rate}, project.tapes.front().tape);
            ASSERT_TRUE(trace) << kind.name << ": " << trace.error();
            std::size_t met = 0;
            for (const ReadingResult& result :
                 take_readings(program, tuning, *trace, project.tapes.front().tape.name)) {
                EXPECT_TRUE(result.met().value_or(true)) << kind.name << " at " << rate << ": " << result.name;
                met += result.met().value_or(false) ? 1 : 0;
            }
            EXPECT_GE(met, 1U) << kind.name;
        }
    }
}

TEST_F(StartingProjects, ANameMayBeGivenAndAnUnknownKindIsNone) {
    ASSERT_TRUE(create_project(folder / "a", *find_starting_project("vehicle"), "The yard"));
    EXPECT_EQ(load_project(folder / "a").value().file.name, "The yard");
    EXPECT_EQ(find_starting_project("submarine"), nullptr);
}

TEST_F(StartingProjects, WhyAFolderCantBecomeOneIsSaid) {
    EXPECT_TRUE(why_not_a_new_folder(folder / "fresh").empty());
    EXPECT_TRUE(why_not_a_new_folder(folder).empty()) << "an empty one may";
    ASSERT_TRUE(write_file(folder / "file", "x"));
    EXPECT_NE(why_not_a_new_folder(folder).find("not empty"), std::string::npos);
    EXPECT_FALSE(why_not_a_new_folder(folder / "file").empty());
    EXPECT_FALSE(why_not_a_new_folder({}).empty());
    const auto under_a_file = create_project(folder / "file" / "below");
    ASSERT_FALSE(under_a_file);
    EXPECT_NE(under_a_file.error().find("can't be made"), std::string::npos);
}

}  // namespace
}  // namespace leap::starting_projects_test
