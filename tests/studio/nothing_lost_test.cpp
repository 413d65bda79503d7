// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing is lost, and nothing is written outside of the project: opening another one, takes, files changed outside.
#include <gtest/gtest.h>

#include <QApplication>
#include <QMessageBox>
#include <QPushButton>
#include <QTest>
#include <QTimer>
#include <fstream>

#include "core/project/file_io.hpp"
#include "core/project/starting_projects.hpp"
#include "core/project/tape_file.hpp"
#include "studio/script_desk/script_editor.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::nothing_lost_test {
namespace {

using test::Studio;
namespace fs = std::filesystem;

/// Presses the button of the message box that comes up next, and keeps what the box said.
void answer(const QString& button, QString& said) {
    QTimer::singleShot(0, [button, &said] {
        auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
        if (box == nullptr) return;
        said = box->text();
        for (QAbstractButton* each : box->buttons())
            if (each->text() == button) return each->click();
        box->reject();
    });
}

/// A take of half a second with one press, still being played.
void begin_take(Studio& studio) {
    ASSERT_TRUE(studio.session->play({}).isEmpty());
    studio.pass(0.3);
    studio.session->live()->button("jump", true);
    studio.pass(0.2);
}

fs::path other_project(Studio& studio) {
    const fs::path other = fs::path(studio.folder.path().toStdString()) / "other";
    EXPECT_TRUE(create_project(other));
    return other;
}

TEST(NothingLost, OpeningAnotherProjectAsksAboutUnsavedWorkAndTheTakeThatStoppingMakes) {
    Studio studio;
    const fs::path other = other_project(studio);
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    begin_take(studio);
    QString said;
    answer("Cancel", said);
    EXPECT_FALSE(studio.window->open_project(QString::fromStdString(other.string())));
    EXPECT_TRUE(said.contains("moves/hop.leap")) << said.toStdString();
    EXPECT_TRUE(said.contains("\"take\"")) << said.toStdString();
    EXPECT_EQ(studio.session->project_name(), "Lantern Quay");
    EXPECT_TRUE(studio.session->modified());

    answer("Save", said);
    EXPECT_TRUE(studio.window->open_project(QString::fromStdString(other.string())));
    EXPECT_EQ(studio.session->project_name(), "other");
    EXPECT_NE(studio.file_text("moves/hop.leap").find("2.6 m"), std::string::npos);
    EXPECT_TRUE(fs::exists(studio.project / "tapes/take.tape.json"));
}

TEST(NothingLost, OpeningWithoutSavingForgetsItForGood) {
    Studio studio;
    const fs::path other = other_project(studio);
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    QString said;
    answer("Open without saving", said);
    EXPECT_TRUE(studio.window->open_project(QString::fromStdString(other.string())));
    ASSERT_TRUE(studio.session->open(studio.project).isEmpty());
    EXPECT_FALSE(studio.session->recovery_offered());
    EXPECT_EQ(studio.session->modified_files(), std::vector<std::string>{});
    EXPECT_EQ(studio.session->unsaved_tapes(), std::vector<std::string>{});
}

TEST(NothingLost, TheTextOfAProjectThatWasLeftStaysInIt) {
    // Both projects have a script of the same name; the editor shows it all the while.
    Studio studio;
    const fs::path one = other_project(studio);
    const fs::path two = one.parent_path() / "two";
    ASSERT_TRUE(create_project(two));
    const std::string text = read_file(two / "runner.leap").value() + "# of the second\n";
    ASSERT_TRUE(write_file(two / "runner.leap", text));
    ASSERT_TRUE(studio.session->open(one).isEmpty());
    studio.window->show_desk("script");
    ScriptEditor* editor = studio.window->findChild<ScriptEditor*>();
    ASSERT_NE(editor, nullptr);
    ASSERT_EQ(editor->path(), "runner.leap");
    editor->append("# typed\n");
    ASSERT_TRUE(studio.session->open(two).isEmpty());
    EXPECT_EQ(editor->text().toStdString(), text);
    editor->commit();
    EXPECT_EQ(*studio.session->text("runner.leap"), text);
    EXPECT_FALSE(studio.session->modified());
    ASSERT_TRUE(studio.session->open(one).isEmpty());
    EXPECT_TRUE(studio.session->recovery_offered()) << "what was typed in the first is offered there";
}

TEST(NothingLost, WhatASessionLeavesUnsavedIsOfferedAgain) {
    Studio studio;
    const fs::path other = other_project(studio);
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    begin_take(studio);
    ASSERT_TRUE(studio.session->open(other).isEmpty());
    ASSERT_TRUE(studio.session->open(studio.project).isEmpty());
    EXPECT_TRUE(studio.session->recovery_offered());
    studio.session->take_recovery();
    EXPECT_NEAR(studio.value("hop.rise"), 2.6, 1e-12);
    ASSERT_NE(studio.session->tape(), nullptr);
    EXPECT_EQ(studio.session->tape()->name, "take");
}

TEST(NothingLost, MovesLeftOutStayWithTheirProject) {
    Studio studio;
    const fs::path other = other_project(studio);
    ASSERT_TRUE(studio.session->set_off("hop", true).isEmpty());
    ASSERT_TRUE(studio.session->open(other).isEmpty());
    EXPECT_FALSE(studio.session->is_off("hop"));
}

TEST(NothingLost, ATakeIsKeptWhenAnotherTapeIsChosen) {
    Studio studio;
    begin_take(studio);
    studio.session->stop();
    const std::size_t events = studio.session->tape()->tracks[0].events.size();
    studio.session->choose_tape("quay loop");
    studio.settle();
    EXPECT_TRUE(studio.session->modified());
    EXPECT_EQ(studio.session->unsaved_tapes(), std::vector<std::string>{"take"});
    studio.session->choose_tape("take");
    EXPECT_EQ(studio.session->tape()->tracks[0].events.size(), events);
    EXPECT_TRUE(studio.session->save().isEmpty());
    EXPECT_FALSE(studio.session->modified());
    EXPECT_TRUE(fs::exists(studio.project / "tapes/take.tape.json"));
}

TEST(NothingLost, TapesWhoseNamesDifferInASignHaveFilesOfTheirOwn) {
    Studio studio;
    Project project = studio.session->project();
    EXPECT_EQ(tape_path_for(project, "quay loop"), "tapes/quay-loop.tape.json") << "its own";
    EXPECT_EQ(tape_path_for(project, "quay-loop"), "tapes/quay-loop-2.tape.json");
    EXPECT_EQ(tape_path_for(project, "quay/loop"), "tapes/quay-loop-2.tape.json");
    EXPECT_EQ(tape_path_for(project, "../../quay loop"), "tapes/------quay-loop.tape.json");
    ASSERT_TRUE(write_file(studio.project / "tapes/lone.tape.json", "of another program"));
    EXPECT_EQ(tape_path_for(project, "lone"), "tapes/lone-2.tape.json");
}

TEST(NothingLost, EveryFileChangedOutsideIsAskedAbout) {
    Studio studio;
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    studio.session->set_dial(studio.dial("dash.rest"), 0.9);
    const std::string hop = studio.file_text("moves/hop.leap") + "# outside\n";
    const std::string dash = studio.file_text("moves/dash.leap") + "# outside\n";
    ASSERT_TRUE(write_file(studio.project / "moves/hop.leap", hop));
    studio.write_outside("moves/dash.leap", dash);
    EXPECT_EQ(studio.session->conflicts(), (std::vector<std::string>{"moves/dash.leap", "moves/hop.leap"}));
    EXPECT_TRUE(studio.window->strip_text().contains("moves/dash.leap"));
    EXPECT_TRUE(studio.window->strip_text().contains("(and 1 more)"));
    const QString problems = studio.session->save();
    EXPECT_TRUE(problems.contains("moves/hop.leap was changed by another program")) << problems.toStdString();
    EXPECT_EQ(studio.file_text("moves/hop.leap"), hop) << "saving overwrites neither";
    EXPECT_EQ(studio.file_text("moves/dash.leap"), dash);
    studio.session->choose_disk("moves/dash.leap");
    EXPECT_TRUE(studio.window->strip_text().contains("moves/hop.leap"));
    studio.session->choose_own("moves/hop.leap");
    EXPECT_TRUE(studio.session->conflicts().empty());
    EXPECT_TRUE(studio.session->save().isEmpty());
    EXPECT_NE(studio.file_text("moves/hop.leap").find("2.6 m"), std::string::npos);
    EXPECT_NE(studio.file_text("moves/dash.leap").find("# outside"), std::string::npos);
}

TEST(NothingLost, ScriptsOutsideOfTheProjectAreReadAndNotWritten) {
    Studio studio;
    const fs::path shared = fs::path(studio.folder.path().toStdString()) / "shared.leap";
    const std::string text = "curve outside = points (0, 1) (1, 1)\n";
    ASSERT_TRUE(write_file(shared, text));
    const std::string main_script = studio.session->project().file.script;
    studio.session->edit_text(main_script, "use \"../shared.leap\"\n" + *studio.session->text(main_script), "use");
    EXPECT_TRUE(studio.session->program_is_current());
    studio.session->edit_text("../shared.leap", text + "# mine\n", "edit");
    const QString problems = studio.session->save();
    EXPECT_TRUE(problems.contains("../shared.leap is outside the project folder")) << problems.toStdString();
    EXPECT_EQ(read_file(shared).value(), text);
    EXPECT_TRUE(studio.session->modified()) << "it is still here";
}

TEST(NothingLost, UndoStepsKeepWhatDiffersAndLeadBackToTheLetter) {
    Studio studio;
    const std::string path = "moves/hop.leap";
    std::vector<std::string> texts{*studio.session->text(path)};
    const int gesture = studio.session->new_gesture();
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    texts.push_back(*studio.session->text(path));
    for (const char* more : {"# a\n", "# ab\n", "# abc\n"})
        studio.session->edit_text(path, texts[1] + more, "type", gesture);
    texts.push_back(*studio.session->text(path));
    studio.session->edit_text(path, "", "clear");
    texts.push_back(*studio.session->text(path));
    studio.session->edit_text(path, texts[0], "back");
    for (std::size_t i = texts.size(); i-- > 0;) {
        studio.session->undo_stack().undo();
        EXPECT_EQ(*studio.session->text(path), texts[i]) << i;
    }
    studio.session->undo_stack().redo();
    EXPECT_EQ(*studio.session->text(path), texts[1]);
    studio.session->undo_stack().redo();
    EXPECT_EQ(*studio.session->text(path), texts[2]) << "one gesture is one step";
}

}  // namespace
}  // namespace leap::studio::nothing_lost_test
