// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/session.hpp"

#include <gtest/gtest.h>
#include <QSignalSpy>
#include <QTest>

#include "core/project/file_io.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::session_test {
namespace {

using test::Studio;

std::string replaced(std::string text, const std::string& from, const std::string& to) {
    const auto at = text.find(from);
    EXPECT_NE(at, std::string::npos) << from;
    return at == std::string::npos ? text : text.replace(at, from.size(), to);
}

double reading(const RunPointer& run, const std::string& name) {
    for (const ReadingResult& result : run->readings)
        if (result.name == name) return result.value.value_or(-1.0);
    return -2.0;
}

TEST(Session, OpensTheDemoAndReplaysItsFirstTape) {
    Studio studio;
    EXPECT_TRUE(studio.open_problem.isEmpty()) << studio.open_problem.toStdString();
    ASSERT_TRUE(studio.session->now_run());
    EXPECT_TRUE(studio.session->now_run()->problem.empty());
    EXPECT_EQ(studio.session->tape()->name, "quay loop");
    EXPECT_TRUE(studio.session->kept_run());
    EXPECT_FALSE(studio.session->modified());
}

TEST(Session, APreviewReplaysWithoutTouchingTheText) {
    Studio studio;
    const std::string before = *studio.session->text("moves/hop.leap");
    studio.session->preview_dial(studio.dial("hop.rise"), 2.8);
    studio.settle();
    EXPECT_NEAR(reading(studio.session->now_run(), "hop_height"), 2.8, 0.003);
    EXPECT_NEAR(reading(studio.session->kept_run(), "hop_height"), 2.1, 0.003);
    EXPECT_EQ(*studio.session->text("moves/hop.leap"), before);
    EXPECT_FALSE(studio.session->modified());
}

TEST(Session, ASetDialIsOneUndoStepThatChangesOneLiteral) {
    Studio studio;
    const std::string before = *studio.session->text("moves/hop.leap");
    studio.session->preview_dial(studio.dial("hop.rise"), 2.5);
    studio.session->preview_dial(studio.dial("hop.rise"), 2.6);
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    EXPECT_EQ(studio.session->undo_stack().count(), 1);
    EXPECT_EQ(studio.session->undo_stack().undoText().toStdString(), "hop.rise = 2.6 m");
    EXPECT_EQ(*studio.session->text("moves/hop.leap"), replaced(before, "2.1 m", "2.6 m"));
    EXPECT_TRUE(studio.session->modified());
    studio.session->undo_stack().undo();
    EXPECT_EQ(*studio.session->text("moves/hop.leap"), before);
    EXPECT_NEAR(studio.value("hop.rise"), 2.1, 1e-12);
    EXPECT_FALSE(studio.session->modified());
    studio.session->undo_stack().redo();
    EXPECT_NEAR(studio.value("hop.rise"), 2.6, 1e-12);
}

TEST(Session, SavingWritesOneChangedNumber) {
    Studio studio;
    const std::string before = studio.file_text("moves/hop.leap");
    studio.session->set_dial(studio.dial("hop.rise"), 2.4);
    EXPECT_EQ(studio.file_text("moves/hop.leap"), before);
    EXPECT_TRUE(studio.session->save().isEmpty());
    EXPECT_EQ(studio.file_text("moves/hop.leap"), replaced(before, "2.1 m", "2.4 m"));
    EXPECT_FALSE(studio.session->modified());
}

TEST(Session, LooksThatChangeOnDiskAreTakenAndBrokenOnesAreToldOf) {
    Studio studio;
    const std::string path = studio.session->project().file.looks;
    QSignalSpy changed(studio.session.get(), &Session::looks_changed);
    QSignalSpy messages(studio.session.get(), &Session::message);
    const std::string before = studio.file_text(path);
    studio.write_outside(path, replaced(before, "2c444c", "112233"));
    studio.session->look_at_disk();
    EXPECT_EQ(changed.size(), 1);
    EXPECT_EQ(studio.session->looks().materials.at("bed").rgb, 0x112233U);
    EXPECT_TRUE(studio.session->diagnostics().empty());

    studio.write_outside(path, replaced(before, "\"curtain\"", "\"sheet\""));
    studio.session->look_at_disk();
    ASSERT_EQ(studio.session->diagnostics().size(), 1U);
    EXPECT_EQ(studio.session->diagnostics()[0].message, "nothing can be drawn as curtain");
    EXPECT_TRUE(studio.session->program()) << "it plays all the same";

    messages.clear();
    studio.write_outside(path, before.substr(0, before.size() / 2));
    studio.session->look_at_disk();
    ASSERT_EQ(messages.size(), 1);
    EXPECT_TRUE(messages[0][0].toString().contains("the looks as they were stay"))
        << messages[0][0].toString().toStdString();
    EXPECT_TRUE(studio.session->looks().objects.contains("sheet"));
}

TEST(Session, KeepAndDropMoveBetweenNowAndKept) {
    Studio studio;
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    studio.session->set_dial(studio.dial("dash.fade"), 90);
    studio.session->drop();
    EXPECT_NEAR(studio.value("hop.rise"), 2.1, 1e-12);
    EXPECT_NEAR(studio.value("dash.fade"), 50, 1e-12);
    studio.session->undo_stack().undo();  // the drop is one step
    EXPECT_NEAR(studio.value("hop.rise"), 2.6, 1e-12);
    EXPECT_NEAR(studio.value("dash.fade"), 90, 1e-12);
    studio.settle();
    studio.session->keep();
    studio.settle();
    EXPECT_NEAR(reading(studio.session->kept_run(), "hop_height"), 2.6, 0.003);
}

TEST(Session, AnErrorKeepsTheLastGoodProgramPlaying) {
    Studio studio;
    const auto good = studio.session->program();
    const std::string text = *studio.session->text("moves/hop.leap");
    studio.session->edit_text("moves/hop.leap", replaced(text, "gravity pull", "gravity rise"), "break it");
    EXPECT_EQ(studio.session->program(), good);
    ASSERT_FALSE(studio.session->diagnostics().empty());
    const std::string words = diagnostic_text(studio.session->diagnostics()[0], studio.session->source_files());
    EXPECT_EQ(words.find("moves/hop.leap:"), 0U) << words;
    EXPECT_NE(words.find("expects m/s²"), std::string::npos) << words;
    // Playing still works, and mending brings a new program.
    EXPECT_TRUE(studio.session->play({}).isEmpty());
    studio.session->stop();
    studio.session->undo_stack().undo();
    EXPECT_TRUE(studio.session->program_is_current());
    EXPECT_NE(studio.session->program(), good);
}

TEST(Session, ChangesOfAnotherEditorArePickedUpAndReplayed) {
    Studio studio;
    studio.write_outside("moves/hop.leap", replaced(studio.file_text("moves/hop.leap"), "2.1 m", "3 m"));
    EXPECT_NEAR(studio.value("hop.rise"), 3.0, 1e-12);
    EXPECT_NEAR(reading(studio.session->now_run(), "hop_height"), 3.0, 0.003);
    EXPECT_FALSE(studio.session->modified());
}

TEST(Session, AFileWatchedOnDiskIsReadAgainByItself) {
    Studio studio;
    ASSERT_TRUE(leap::write_file(studio.project / "moves/hop.leap",
                                 replaced(studio.file_text("moves/hop.leap"), "2.1 m", "3 m")));
    EXPECT_TRUE(QTest::qWaitFor([&] { return std::abs(studio.value("hop.rise") - 3.0) < 1e-9; }, test::patience(5000)));
}

TEST(Session, AChangeOnDiskUnderAnEditAsksWhichOneCounts) {
    Studio studio;
    studio.session->set_dial(studio.dial("hop.rise"), 2.6);
    QSignalSpy conflicts(studio.session.get(), &Session::conflict);
    studio.write_outside("moves/hop.leap", replaced(studio.file_text("moves/hop.leap"), "2.1 m", "3 m"));
    ASSERT_EQ(conflicts.count(), 1);
    EXPECT_NEAR(studio.value("hop.rise"), 2.6, 1e-12);
    studio.session->choose_disk("moves/hop.leap");
    EXPECT_NEAR(studio.value("hop.rise"), 3.0, 1e-12);
    studio.session->undo_stack().undo();
    EXPECT_NEAR(studio.value("hop.rise"), 2.6, 1e-12);
}

TEST(Session, ABrokenFileOnDiskKeepsTheLastGoodProgram) {
    Studio studio;
    studio.write_outside("moves/dash.leap", "move dash on dash {");
    EXPECT_FALSE(studio.session->program_is_current());
    ASSERT_TRUE(studio.session->program());
    QSignalSpy messages(studio.session.get(), &Session::message);
    studio.write_outside("quay.course.json", "{ not json");
    ASSERT_EQ(messages.count(), 1);
    EXPECT_NE(messages.at(0).at(0).toString().indexOf("quay.course.json:1:"), -1);
    ASSERT_TRUE(studio.session->course());
}

TEST(Session, PlayRecordsATapeThatReplaysTheSameRun) {
    Studio studio;
    ASSERT_TRUE(studio.session->play({}).isEmpty());
    studio.pass(0.3);
    studio.session->live()->stick({0, 1});
    studio.pass(0.5);
    studio.session->live()->button("jump", true);
    studio.pass(0.4);
    studio.session->live()->button("jump", false);
    studio.pass(0.8);
    const Trace played = studio.session->live_view().trace;
    studio.session->stop();
    studio.settle();
    ASSERT_TRUE(studio.session->tape_unsaved());
    EXPECT_EQ(studio.session->tape()->name, "take");
    const Trace& again = studio.session->now_run()->trace;
    ASSERT_GE(again.tracks[0].rows.size(), played.tracks[0].rows.size());
    for (std::size_t i = 0; i < played.tracks[0].rows.size(); ++i)
        EXPECT_EQ(played.tracks[0].rows[i], again.tracks[0].rows[i]) << i;
    // Saving keeps the tape beside the others.
    EXPECT_TRUE(studio.session->save().isEmpty());
    EXPECT_NE(studio.file_text("tapes/take.tape.json").find("\"jump\""), std::string::npos);
    EXPECT_NE(studio.file_text("project.json").find("tapes/take.tape.json"), std::string::npos);
}

TEST(Session, DialsTurnedWhilePlayingActAtOnceAndBothSidesCanBePlayed) {
    Studio studio;
    ASSERT_TRUE(studio.session->play({}).isEmpty());
    studio.pass(0.2);
    studio.session->set_dial(studio.dial("walk.top"), 12);
    studio.session->live()->stick({0, 1});
    studio.pass(0.4);
    EXPECT_NEAR(horizontal_length(studio.session->live_view().state.actors[0].body.velocity), 12.0, 0.01);
    studio.session->play_side(Side::kept);
    studio.pass(0.3);
    EXPECT_NEAR(horizontal_length(studio.session->live_view().state.actors[0].body.velocity), 6.0, 0.01);
    studio.session->play_side(Side::now);
    studio.pass(0.3);
    EXPECT_NEAR(horizontal_length(studio.session->live_view().state.actors[0].body.velocity), 12.0, 0.01);
}

TEST(Session, TheAnswersBelongToTheCursorsInstant) {
    Studio studio;
    const auto why = [&](double time) {
        for (const MoveAnswer& answer : studio.session->explain_at(time))
            if (studio.session->program()->machines[answer.move].name == "hop") return answer.why;
        return std::string();
    };
    EXPECT_EQ(why(0.5), "ready");
    EXPECT_EQ(why(1.1), "rise_up");
}

TEST(Session, WhatCannotBeOpenedSaysWhyAndLeavesEverythingAsItWas) {
    Studio studio;
    const QString why = studio.session->open(studio.project / "nowhere");
    EXPECT_TRUE(why.contains("nowhere")) << why.toStdString();
    EXPECT_TRUE(studio.session->is_open());
    EXPECT_EQ(studio.session->project_name(), "Lantern Quay");
}

TEST(Session, ATapeForAMissingButtonIsAMessageNotACrash) {
    Studio studio;
    QSignalSpy messages(studio.session.get(), &Session::message);
    studio.write_outside("tapes/quay-loop.tape.json",
                         replaced(studio.file_text("tapes/quay-loop.tape.json"), "\"jump\"", "\"jmup\""));
    ASSERT_GE(messages.count(), 1);
    EXPECT_TRUE(messages.at(0).at(0).toString().contains("did you mean 'jump'?"));
}

}  // namespace
}  // namespace leap::studio::session_test
