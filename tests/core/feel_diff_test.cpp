// SPDX-License-Identifier: MIT
#include "core/report/feel_diff.hpp"

#include <gtest/gtest.h>

#include <unistd.h>
#include "core/project/command.hpp"
#include "core/project/file_io.hpp"
#include "core/project/revision.hpp"
#include "core/project/starting_projects.hpp"
#include "core/project/trial_run.hpp"
#include "core/report/html_report.hpp"

#include "tests/core/experiment_scene.hpp"

namespace leap::feel_diff_test {
namespace {

FeelSide side_of(const test::HopScene& scene, const std::string& name, const std::vector<std::string>& tapes) {
    FeelSide out{name,
                 std::make_shared<const Program>(scene.program),
                 std::make_shared<const Course>(scene.course),
                 scene.tuning,
                 {}};
    for (const std::string& tape : tapes) {
        out.tapes.push_back(test::TapeMaker(2).stick(0, 0, 1).hold("jump", 0.5, 0.1));
        out.tapes.back().name = tape;
    }
    return out;
}

const char* const a_mark = "mark hop_height in 1.9 m..2.1 m\n";

TEST(FeelDiff, NamesReadingsDialsAndTapesThatChanged) {
    test::HopScene scene(a_mark);
    const FeelSide before = side_of(scene, "then", {"one", "gone"});
    scene.set("hop.rise", 2.5);
    const FeelSide after = side_of(scene, "now", {"one", "new"});
    const FeelDiff diff = compare_feel(before, after, 0.01);
    ASSERT_EQ(diff.dials.size(), 1U);
    EXPECT_EQ(diff.dials[0].before, "2 m");
    EXPECT_EQ(diff.dials[0].after, "2.5 m");
    EXPECT_EQ(diff.only_before, std::vector<std::string>{"gone"});
    EXPECT_EQ(diff.only_after, std::vector<std::string>{"new"});
    ASSERT_FALSE(diff.changes.empty());
    EXPECT_EQ(change_text(diff.changes[0]), "hop_height on one: 2 m -> 2.5 m (+25.0 %)  mark broken");
    EXPECT_EQ(diff.marks_before.held, 2U);
    EXPECT_EQ(diff.marks_after.held, 0U);
    EXPECT_FALSE(diff.same());
}

TEST(FeelDiff, SmallChangesAndTheVerySameStateAreNone) {
    test::HopScene scene(a_mark);
    const FeelSide before = side_of(scene, "then", {"one"});
    EXPECT_TRUE(compare_feel(before, before, 0.0).same());
    scene.set("hop.rise", 2.005);
    EXPECT_TRUE(compare_feel(before, side_of(scene, "now", {"one"}), 0.01).same());
    EXPECT_FALSE(compare_feel(before, side_of(scene, "now", {"one"}), 0.001).same());
}

TEST(FeelDiff, AMarkThatBreaksIsAChangeHoweverSmall) {
    test::HopScene scene("mark hop_height in 1.9 m..2.002 m\n");
    const FeelSide before = side_of(scene, "then", {"one"});
    scene.set("hop.rise", 2.005);
    const FeelDiff diff = compare_feel(before, side_of(scene, "now", {"one"}), 0.01);
    EXPECT_FALSE(diff.same());
    ASSERT_EQ(diff.changes.size(), 1U);
    EXPECT_TRUE(diff.changes[0].breaks());
    EXPECT_NE(change_text(diff.changes[0]).find("mark broken"), std::string::npos);
    const FeelDiff back = compare_feel(side_of(scene, "now", {"one"}), before, 0.01);
    ASSERT_EQ(back.changes.size(), 1U);
    EXPECT_TRUE(back.changes[0].fixes());
}

TEST(HtmlReport, StandsForItselfAndSaysNothingUnescaped) {
    test::HopScene scene(a_mark);
    const FeelSide before = side_of(scene, "<then> & \"before\"", {"one"});
    scene.set("hop.rise", 2.5);
    const FeelSide after = side_of(scene, "now", {"one"});
    const std::string page = feel_diff_html(compare_feel(before, after, 0.01), before, after, {"a<b>.leap"});
    EXPECT_EQ(page.find("<then>"), std::string::npos);
    EXPECT_NE(page.find("&lt;then&gt; &amp; &quot;before&quot;"), std::string::npos);
    EXPECT_NE(page.find("a&lt;b&gt;.leap"), std::string::npos);
    EXPECT_NE(page.find("<svg"), std::string::npos);
    EXPECT_NE(page.find("stroke-dasharray"), std::string::npos) << "the run before is dashed";
    for (const char* from_elsewhere : {"http", "src=", "<script", "@import", "url("})
        EXPECT_EQ(page.find(from_elsewhere), std::string::npos) << from_elsewhere;
    const Trace trace = scene.run(after.tapes[0]);
    const std::string one =
        run_html(after, after.tapes[0], trace, take_readings(scene.program, scene.tuning, trace, "one"));
    EXPECT_NE(one.find("hop_height"), std::string::npos);
    EXPECT_NE(one.find("hop.rise"), std::string::npos);
}

TEST(Command, GivesWhatIsPrintedAndSaysWhyNot) {
    EXPECT_EQ(run_command({"printf", "a\\nb"}, ".").value(), "a\nb");
    EXPECT_NE(run_command({"no-such-program-here"}, ".").error().find("isn't installed"), std::string::npos);
    EXPECT_NE(run_command({"ls", "/no/such/folder"}, ".").error().find("/no/such/folder"), std::string::npos);
    EXPECT_FALSE(run_command({"true"}, "/no/such/folder"));
    // More than a pipe holds, on both at once.
    const auto much = run_command({"sh", "-c", "head -c 300000 /dev/zero; head -c 300000 /dev/zero >&2"}, ".");
    EXPECT_EQ(much->size(), 300000U);
}

TEST(Revision, WithoutAGitRepositoryOrSuchARevisionItIsTold) {
    const std::filesystem::path folder =
        std::filesystem::temp_directory_path() / fmt::format("leap-rev-{}", ::getpid());
    std::filesystem::remove_all(folder);
    ASSERT_TRUE(create_project(folder));
    EXPECT_NE(load_revision(folder, "HEAD").error().find("can't be compared with a revision"), std::string::npos);
    for (const std::vector<std::string>& words :
         {std::vector<std::string>{"git", "init", "-q", "."},
          {"git", "add", "-A"},
          {"git", "-c", "user.name=a", "-c", "user.email=a@b.c", "commit", "-qm", "first"}})
        ASSERT_TRUE(run_command(words, folder));
    EXPECT_NE(load_revision(folder, "nothing").error().find("unknown revision \"nothing\""), std::string::npos);
    EXPECT_FALSE(load_revision(folder, "--output=/tmp/x")) << "a revision is never an option";
    const auto then = load_revision(folder, "HEAD");
    ASSERT_TRUE(then) << then.error();
    EXPECT_TRUE(then->project.compiled.program);
    EXPECT_EQ(then->project.tapes.size(), 1U);
    EXPECT_TRUE(changed_files(folder, then->revision).empty());
    ASSERT_TRUE(write_file(folder / "runner.leap", "nonsense {"));
    ASSERT_TRUE(write_file(folder / "other.leap", "# new\n"));
    EXPECT_EQ(changed_files(folder, then->revision), (std::vector<std::string>{"other.leap", "runner.leap"}));
    EXPECT_TRUE(load_revision(folder, "HEAD")->project.compiled.program) << "what is there now doesn't count";
    std::filesystem::remove_all(folder);
}

TEST(Revision, FilesOfAnyNameAndThoseThatArchivesLeaveOutAreThere) {
    const std::filesystem::path top = std::filesystem::temp_directory_path() / fmt::format("leap-rév-{}", ::getpid());
    const std::filesystem::path folder = top / "Kai für Füße";
    std::filesystem::remove_all(top);
    std::filesystem::create_directories(top);
    ASSERT_TRUE(create_project(folder));
    ASSERT_TRUE(write_file(folder / ".gitattributes", "*.leap export-ignore\ntapes export-ignore\n"));
    ASSERT_TRUE(write_file(folder / "größer.leap", "# a file\n"));
    const auto git = [&](std::vector<std::string> words) {
        words.insert(words.begin(), {"git", "-c", "user.name=a", "-c", "user.email=a@b.c"});
        return run_command(words, top).has_value();
    };
    ASSERT_TRUE(git({"init", "-q", "."}));
    ASSERT_TRUE(git({"add", "-A"}));
    ASSERT_TRUE(git({"commit", "-qm", "first"}));
    const auto then = load_revision(folder, "HEAD");
    ASSERT_TRUE(then) << then.error();
    EXPECT_TRUE(then->project.compiled.program);
    EXPECT_EQ(then->project.tapes.size(), 1U);
    EXPECT_TRUE(then->project.problems.empty());
    ASSERT_TRUE(write_file(folder / "größer.leap", "# another\n"));
    ASSERT_TRUE(write_file(folder / "neu \"Ä\".leap", "# new\n"));
    EXPECT_EQ(changed_files(folder, then->revision), (std::vector<std::string>{"größer.leap", "neu \"Ä\".leap"}));
    EXPECT_EQ(run_command({"git", "diff", "--cached", "--name-only"}, top).value(), "") << "the index stays as it was";
    std::filesystem::remove_all(top);
}

TEST(Revision, AResultOfAFeelDiffIsStaleAfterACommit) {
    const std::filesystem::path folder =
        std::filesystem::temp_directory_path() / fmt::format("leap-stale-{}", ::getpid());
    std::filesystem::remove_all(folder);
    ASSERT_TRUE(create_project(folder));
    const auto git = [&](std::vector<std::string> words) {
        words.insert(words.begin(), {"git", "-c", "user.name=a", "-c", "user.email=a@b.c"});
        ASSERT_TRUE(run_command(words, folder));
    };
    git({"init", "-q", "."});
    git({"add", "-A"});
    git({"commit", "-qm", "first"});
    test::HopScene hop;
    TrialScene scene;
    scene.program = std::make_shared<const Program>(hop.program);
    scene.course = std::make_shared<const Course>(hop.course);
    scene.tuning = hop.tuning;
    scene.folder = folder;
    Trial trial;
    trial.kind = TrialKind::compare;
    trial.against = "HEAD";
    const std::string before = trial_hash(trial, {}, scene);
    EXPECT_EQ(trial_hash(trial, {}, scene), before);
    git({"commit", "-q", "--allow-empty", "-m", "second"});
    EXPECT_NE(trial_hash(trial, {}, scene), before);
    std::filesystem::remove_all(folder);
}

}  // namespace
}  // namespace leap::feel_diff_test
