// SPDX-License-Identifier: GPL-3.0-or-later
// The project into a new folder, and scripts from another project.
#include <gtest/gtest.h>

#include "core/project/file_io.hpp"
#include "core/project/starting_projects.hpp"
#include "studio/stage_desk/tape_commands.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::save_as_test {
namespace {

using test::Studio;
namespace fs = std::filesystem;

fs::path beside(const Studio& studio, const char* name) {
    return fs::path(studio.folder.path().toStdString()) / name;
}

TEST(SaveAs, TheWholeProjectWithWhatIsEditedGoesToTheNewFolderAndTheOldOneStays) {
    Studio studio;
    const std::string before = studio.file_text("moves/hop.leap");
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    ASSERT_EQ(studio.session->play({}), "");
    studio.pass(0.4);
    const fs::path copy = beside(studio, "copy");
    ASSERT_TRUE(studio.window->save_as(QString::fromStdString(copy.string())))
        << studio.window->strip_text().toStdString();
    EXPECT_FALSE(studio.session->modified());
    EXPECT_EQ(studio.session->project_name(), "copy");
    EXPECT_EQ(studio.file_text("moves/hop.leap"), before);

    const Project old_one = load_project(studio.project).value();
    const Project new_one = load_project(copy).value();
    EXPECT_TRUE(new_one.problems.empty()) << new_one.problems.front();
    EXPECT_EQ(new_one.tapes.size(), old_one.tapes.size() + 1) << "the take came along";
    EXPECT_EQ(new_one.tunings.size(), old_one.tunings.size());
    EXPECT_EQ(new_one.trials.size(), old_one.trials.size());
    EXPECT_EQ(new_one.file.looks, old_one.file.looks);
    const auto dial = *new_one.compiled.program->find_dial("hop.rise");
    EXPECT_DOUBLE_EQ(new_one.compiled.program->dials[dial].value, 2.6);
    for (const TrialEntry& entry : new_one.trials)
        EXPECT_TRUE(entry.trial.measured.empty() || fs::exists(copy / entry.trial.measured)) << entry.path;

    // Work goes on in the new folder.
    studio.session->set_dial(studio.dial("hop.rise"), 2.7);
    EXPECT_TRUE(studio.window->save());
    EXPECT_NE(read_file(copy / "moves/hop.leap").value().find("2.7 m"), std::string::npos);
    EXPECT_EQ(studio.file_text("moves/hop.leap"), before);
}

TEST(SaveAs, WhatWasUnsavedIsNotOfferedAgainInTheOldFolder) {
    Studio studio;
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    ASSERT_TRUE(studio.window->save_as(QString::fromStdString(beside(studio, "copy").string())));
    studio.restart();
    EXPECT_FALSE(studio.session->recovery_offered());
    EXPECT_DOUBLE_EQ(studio.value("hop.rise"), 2.1);
}

TEST(SaveAs, AFolderThatIsTakenOrInsideIsRefusedAndNothingChanges) {
    Studio studio;
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    EXPECT_FALSE(studio.window->save_as(QString::fromStdString(studio.project.string())));
    EXPECT_TRUE(studio.window->strip_text().contains("not empty"));
    EXPECT_FALSE(studio.window->save_as(QString::fromStdString((studio.project / "within").string())));
    EXPECT_TRUE(studio.window->strip_text().contains("inside this project"));
    ASSERT_TRUE(write_file(beside(studio, "file"), "x"));
    EXPECT_FALSE(studio.window->save_as(QString::fromStdString(beside(studio, "file/below").string())));
    EXPECT_EQ(studio.session->project_name(), "Lantern Quay");
    EXPECT_TRUE(studio.session->modified());
    EXPECT_EQ(studio.session->project().folder, studio.project);
}

TEST(SaveAs, ASharedScriptThatWouldntBeFoundIsToldOf) {
    Studio studio;
    ASSERT_TRUE(write_file(beside(studio, "shared.leap"), "counter shared_count in 0..3\n"));
    const std::string root = studio.file_text("wick.leap");
    studio.session->edit_text("wick.leap", root + "use \"../shared.leap\"\n", "use it");
    studio.settle();
    ASSERT_TRUE(studio.session->program_is_current());
    fs::create_directories(beside(studio, "deeper"));
    EXPECT_FALSE(studio.window->save_as(QString::fromStdString(beside(studio, "deeper/copy").string())));
    EXPECT_TRUE(studio.window->strip_text().contains("shared.leap")) << studio.window->strip_text().toStdString();
    EXPECT_TRUE(studio.window->save_as(QString::fromStdString(beside(studio, "copy").string())))
        << "beside the old one it is found";
    EXPECT_TRUE(load_project(beside(studio, "copy")).value().problems.empty());
}

TEST(ImportScriptHere, AMoveOfTheDemoComesWithItsMeterAndButtonAsOneStep) {
    Studio quay;
    const fs::path small = beside(quay, "small");
    ASSERT_TRUE(create_project(small));
    ASSERT_EQ(quay.session->open(small), "");
    quay.settle();
    const fs::path file = quay.project / "moves/sprint.leap";
    ASSERT_EQ(quay.session->import_script(file), "");
    quay.settle();
    ASSERT_TRUE(quay.session->program_is_current());
    EXPECT_TRUE(quay.session->program()->find_machine("sprint"));
    EXPECT_TRUE(quay.session->program()->find_meter("breath"));
    EXPECT_TRUE(quay.window->strip_text().contains("breath")) << quay.window->strip_text().toStdString();
    EXPECT_TRUE(quay.session->import_script(file).contains("already"));
    quay.session->undo_stack().undo();
    quay.settle();
    EXPECT_FALSE(quay.session->program()->find_machine("sprint"));
    quay.session->undo_stack().redo();
    EXPECT_TRUE(quay.window->save());
    EXPECT_TRUE(load_project(small).value().compiled.program->find_machine("sprint"));
}

TEST(ImportScriptHere, AFileOfNoProjectOrOfABrokenOneIsRefusedInWords) {
    Studio studio;
    ASSERT_TRUE(write_file(beside(studio, "alone.leap"), "counter c in 0..3\n"));
    EXPECT_TRUE(studio.session->import_script(beside(studio, "alone.leap")).contains("no project"));
    const fs::path broken = beside(studio, "broken");
    ASSERT_TRUE(create_project(broken));
    ASSERT_TRUE(write_file(broken / "runner.leap", "move {"));
    EXPECT_TRUE(studio.session->import_script(broken / "runner.leap").contains("error"));
}

TEST(NewTape, IsEmptyStartsWhereTheOneInViewDoesAndIsOneStep) {
    Studio studio;
    const std::size_t before = studio.session->tape_names().size();
    const Tape old_one = *studio.session->tape();
    studio.desk->score()->tape_commands()->make_new();
    studio.settle();
    ASSERT_EQ(studio.session->tape_names().size(), before + 1);
    const Tape& tape = *studio.session->tape();
    EXPECT_EQ(tape.name, "new tape");
    EXPECT_EQ(tape.tracks.front().start_place, old_one.tracks.front().start_place);
    EXPECT_TRUE(tape.tracks.front().events.empty());
    EXPECT_DOUBLE_EQ(tape.length_s, 5.0);
    ASSERT_TRUE(studio.session->now_run());
    EXPECT_TRUE(studio.session->now_run()->problem.empty());
    studio.session->undo_stack().undo();
    EXPECT_EQ(studio.session->tape_names().size(), before);
}

}  // namespace
}  // namespace leap::studio::save_as_test
