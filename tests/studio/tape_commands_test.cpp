// SPDX-License-Identifier: GPL-3.0-or-later
// Stretches of tapes are cut, copied, pasted and trimmed; tapes are split, joined, mirrored, named, copied and deleted.
#include "studio/stage_desk/tape_commands.hpp"

#include <gtest/gtest.h>
#include <QClipboard>
#include <QGuiApplication>
#include <QLineEdit>
#include <QMenu>
#include <QSignalSpy>
#include <QTest>

#include "core/defaults.hpp"
#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::tape_commands_test {
namespace {

struct Tapes : test::Studio {
    TapeCommands* tapes = nullptr;
    explicit Tapes(const QString& tape = "three hops") {
        session->choose_tape(tape);
        settle();
        tapes = desk->score()->tape_commands();
        desk->score()->setFocus();
    }
    const Tape& tape() const { return *session->tape(); }
    void mark(double from, double to) { session->set_loop(LoopRange{from, to}); }
    void undo() {
        session->undo_stack().undo();
        settle();
    }
    void rename(const QString& name) {
        desk->transport()->begin_rename();
        QTest::keyClick(desk->transport()->tapes()->lineEdit(), Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(desk->transport()->tapes()->lineEdit(), name);
        QTest::keyClick(desk->transport()->tapes()->lineEdit(), Qt::Key_Return);
        settle();
    }
    bool has_file(const std::string& path) const { return std::filesystem::exists(project / path); }
};

TEST(TapeCommands, AStretchIsCutAndPastedByKeysEachOneStep) {
    Tapes window;
    const Tape before = window.tape();
    window.mark(0.5, 1.5);
    QTest::keyClick(window.desk->score(), Qt::Key_X, Qt::ControlModifier);
    window.settle();
    EXPECT_NEAR(window.tape().length_s, before.length_s - 1.0, 1e-6);
    EXPECT_EQ(window.tape(), cut_out(before, {0.5, 1.5}));
    EXPECT_NEAR(window.session->now_run()->trace.length_s(), before.length_s - 1.0, 0.01) << "the run follows";
    window.session->set_cursor(0.5);
    QTest::keyClick(window.desk->score(), Qt::Key_V, Qt::ControlModifier);
    window.settle();
    EXPECT_NEAR(window.tape().length_s, before.length_s, 1e-6);
    window.undo();
    window.undo();
    EXPECT_EQ(window.tape(), before);
    EXPECT_FALSE(window.session->modified());
}

TEST(TapeCommands, WithoutMarksOrAPieceTheUserIsToldWhatToDo) {
    Tapes window;
    QSignalSpy told(window.tapes, &TapeCommands::problem);
    window.tapes->cut();
    EXPECT_EQ(told.count(), 1);
    QGuiApplication::clipboard()->setText("something else");
    window.tapes->paste();
    EXPECT_EQ(told.count(), 2);
    window.session->set_cursor(0.0);
    window.tapes->split();
    EXPECT_EQ(told.count(), 3);
    EXPECT_FALSE(window.session->modified());
    EXPECT_TRUE(window.window->strip_text().contains("cursor"));
}

TEST(TapeCommands, APieceOfOneCharacterIsRefusedByATapeOfTwo) {
    Tapes window;
    window.mark(0.5, 1.5);
    window.tapes->copy();
    window.session->choose_tape("two on the quay");
    window.settle();
    QSignalSpy told(window.tapes, &TapeCommands::problem);
    window.tapes->paste();
    ASSERT_EQ(told.count(), 1);
    EXPECT_TRUE(told[0][0].toString().contains("characters"));
    const Tape before = window.tape();
    window.mark(1.0, 2.0);
    window.tapes->take_out();
    EXPECT_EQ(window.tape(), cut_out(before, {1.0, 2.0})) << "both characters lose the second";
}

TEST(TapeCommands, TrimInsertedTimeJoinAndMirror) {
    Tapes window;
    const Tape before = window.tape();
    window.mark(0.0, 1.0);
    window.tapes->trim();
    window.settle();
    EXPECT_NEAR(window.tape().length_s, 1.0, 1e-6);
    window.undo();
    window.session->set_cursor(0.5);
    window.tapes->insert_time(0.25);
    EXPECT_EQ(window.tape(), with_time_inserted(before, 0.5, 0.25));
    window.undo();
    window.tapes->join("quay loop");
    EXPECT_NEAR(window.tape().length_s, before.length_s + 10.0, 1e-6);
    window.undo();
    window.session->choose_tape("quay loop");
    window.settle();
    const double side = window.session->now_run()->trace.tracks[0].rows.back().position.y;
    window.tapes->mirror();
    window.settle();
    EXPECT_NE(window.session->now_run()->trace.tracks[0].rows.back().position.y, side);
    window.tapes->mirror();
    window.settle();
    EXPECT_NEAR(window.session->now_run()->trace.tracks[0].rows.back().position.y, side, 1e-3) << "twice is as before";
}

TEST(TapeCommands, ATapeIsMadeLongerOrShorter) {
    Tapes window;
    const Tape before = window.tape();
    window.tapes->set_length(before.length_s + 2.5);
    window.settle();
    EXPECT_NEAR(window.tape().length_s, before.length_s + 2.5, 1e-9);
    EXPECT_EQ(window.tape().tracks, before.tracks);
    EXPECT_NEAR(window.session->now_run()->trace.tracks[0].rows.back().time, before.length_s + 2.5, 0.01);
    window.undo();
    EXPECT_EQ(window.tape(), before);
    window.tapes->set_length(1.0);
    window.settle();
    EXPECT_NEAR(window.tape().length_s, 1.0, 1e-9);
    EXPECT_EQ(window.tape().name, before.name);
    for (const TapeEvent& event : window.tape().tracks[0].events) EXPECT_LE(event.time_s, 1.0);
    window.tapes->set_length(-4.0);
    EXPECT_NEAR(window.tape().length_s, defaults::min_tape_s, 1e-9) << "a tape has some length";
}

TEST(TapeCommands, ASplitTapeIsTwoAndOneStepMakesItWhole) {
    Tapes window;
    const Tape before = window.tape();
    const std::size_t count = window.session->tape_names().size();
    window.session->set_cursor(1.0);
    window.tapes->split();
    window.settle();
    EXPECT_EQ(window.session->tape_names().size(), count + 1);
    EXPECT_EQ(window.tape().name, "three hops 2");
    EXPECT_NEAR(window.tape().length_s, before.length_s - 1.0, 1e-6);
    window.undo();
    EXPECT_EQ(window.session->tape_names().size(), count);
    EXPECT_EQ(window.tape(), before);
    EXPECT_FALSE(window.session->modified());
}

TEST(TapeCommands, ACopyIsSavedUnderItsOwnName) {
    Tapes window;
    window.tapes->duplicate();
    window.settle();
    EXPECT_EQ(window.tape().name, "three hops 2");
    EXPECT_TRUE(window.session->modified());
    EXPECT_EQ(window.session->save(), "");
    EXPECT_TRUE(window.has_file("tapes/three-hops-2.tape.json"));
    EXPECT_NE(window.file_text("project.json").find("three-hops-2"), std::string::npos);
    window.undo();
    EXPECT_EQ(window.tape().name, "three hops");
    EXPECT_TRUE(window.session->modified()) << "its file is still there";
    EXPECT_EQ(window.session->save(), "");
    EXPECT_FALSE(window.has_file("tapes/three-hops-2.tape.json"));
    EXPECT_EQ(window.file_text("project.json").find("three-hops-2"), std::string::npos);
}

TEST(TapeCommands, ADeletedTapeGoesWhenTheProjectIsSavedAndUndoBringsItBack) {
    Tapes window;
    const Tape before = window.tape();
    window.tapes->remove();
    window.settle();
    EXPECT_NE(window.tape().name, "three hops");
    EXPECT_TRUE(window.has_file("tapes/three-hops.tape.json")) << "not before it is saved";
    EXPECT_EQ(window.session->deleted_tapes(), std::vector<std::string>{"three hops"});
    window.undo();
    EXPECT_EQ(window.tape(), before);
    EXPECT_FALSE(window.session->modified());
    window.session->undo_stack().redo();
    EXPECT_EQ(window.session->save(), "");
    EXPECT_FALSE(window.has_file("tapes/three-hops.tape.json"));
    EXPECT_FALSE(window.session->modified());
    window.undo();
    EXPECT_EQ(window.tape(), before);
    EXPECT_TRUE(window.session->modified()) << "it has to be written anew";
    EXPECT_EQ(window.session->save(), "");
    EXPECT_EQ(read_tape(window.file_text("tapes/three-hops.tape.json"), "t").value(), before);
}

TEST(TapeCommands, ANewNameIsTypedInPlaceAndMarksFollowIt) {
    Tapes window;
    std::string text;
    for (const SourceFile& file : window.session->source_files())
        if (file.text.find("\"three hops\"") != std::string::npos) text = file.path;
    ASSERT_FALSE(text.empty()) << "a mark speaks of it";
    window.rename("hops in a row");
    EXPECT_EQ(window.tape().name, "hops in a row");
    EXPECT_EQ(window.session->text(text)->find("\"three hops\""), std::string::npos);
    EXPECT_NE(window.session->text(text)->find("\"hops in a row\""), std::string::npos);
    EXPECT_EQ(window.session->save(), "");
    EXPECT_EQ(read_tape(window.file_text("tapes/three-hops.tape.json"), "t").value().name, "hops in a row");
    window.undo();
    EXPECT_EQ(window.tape().name, "three hops") << "one step";
    EXPECT_NE(window.session->text(text)->find("\"three hops\""), std::string::npos);
}

TEST(TapeCommands, ATakenNameIsRefused) {
    Tapes window;
    window.rename("quay loop");
    EXPECT_EQ(window.tape().name, "three hops");
    EXPECT_TRUE(window.window->strip_text().contains("already"));
    EXPECT_FALSE(window.session->modified());
}

TEST(TapeCommands, AnotherStartIsChosen) {
    Tapes window;
    const Vec3 before = window.session->now_run()->trace.tracks[0].rows.front().position;
    const std::string other = [&] {
        for (const Place& place : window.session->course()->plan.places)
            if (place.name != window.tape().tracks[0].start_place) return place.name;
        return std::string();
    }();
    ASSERT_FALSE(other.empty());
    window.tapes->start_at(other);
    window.settle();
    EXPECT_NE(window.session->now_run()->trace.tracks[0].rows.front().position, before);
    const std::vector<std::string> checkpoints = checkpoint_names(window.session->now_run()->ingredients.rehearsal());
    ASSERT_FALSE(checkpoints.empty());
    window.tapes->start_before(checkpoints.front());
    window.settle();
    EXPECT_TRUE(window.session->now_run()->problem.empty()) << window.session->now_run()->problem;
    window.undo();
    window.undo();
    EXPECT_EQ(window.session->now_run()->trace.tracks[0].rows.front().position, before);
}

TEST(TapeCommands, ATakeThatAnotherWasPlayedAfterComesBackFromTheMenu) {
    Tapes window;
    const auto play = [&](double seconds) {
        ASSERT_TRUE(window.session->play({}).isEmpty());
        window.pass(seconds);
        window.session->stop();
        window.settle();
    };
    play(0.5);
    const Tape good = *window.session->tape();
    play(0.9);
    ASSERT_NE(*window.session->tape(), good);
    QMenu menu;
    window.tapes->fill_menu(menu);
    const auto submenus = menu.findChildren<QMenu*>();
    const auto earlier = std::find_if(submenus.begin(), submenus.end(),
                                      [](const QMenu* each) { return each->title() == "Earlier takes"; });
    ASSERT_NE(earlier, submenus.end());
    ASSERT_TRUE((*earlier)->isEnabled());
    EXPECT_EQ((*earlier)->actions()[0]->text(), QString("1 earlier: %1 s, presses: 0").arg(good.length_s, 0, 'f', 2));
    (*earlier)->actions()[0]->trigger();
    window.settle();
    EXPECT_EQ(*window.session->tape(), good);
    ASSERT_NE(window.session->now_run(), nullptr);
    EXPECT_EQ(window.session->now_run()->tape, good) << "it is replayed";
    EXPECT_TRUE(window.session->modified());
}

TEST(TapeCommands, UnsavedPiecesOfATapeComeBackAfterACrash) {
    Tapes window;
    window.session->set_cursor(1.0);
    window.tapes->split();
    window.tapes->duplicate();
    window.settle();
    // Unsaved work is kept a moment after the last edit.
    const auto kept = std::filesystem::path(window.folder.path().toStdString()) / "data" / "unsaved";
    ASSERT_TRUE(QTest::qWaitFor(
        [&] {
            std::error_code error;
            for (const auto& file : std::filesystem::directory_iterator(kept, error))
                if (const auto text = read_file(file.path()); text && text->find("three hops 3") != std::string::npos)
                    return true;
            return false;
        },
        test::patience(10000)));
    window.restart();
    ASSERT_TRUE(window.session->recovery_offered());
    window.session->take_recovery();
    window.settle();
    const std::vector<QString> names = window.session->tape_names();
    EXPECT_NE(std::find(names.begin(), names.end(), "three hops 2"), names.end());
    EXPECT_EQ(window.session->unsaved_tapes().size(), 2U);
}

}  // namespace
}  // namespace leap::studio::tape_commands_test
