// SPDX-License-Identifier: GPL-3.0-or-later
// A tape's presses are edited in the score, through real mouse events.
#include <gtest/gtest.h>
#include <QTest>

#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::score_presses_test {
namespace {

struct Editing : test::Studio {
    ScoreView* score = nullptr;
    ButtonRow jump{0, "jump"};
    explicit Editing(const QString& tape = "three hops") {
        session->choose_tape(tape);
        settle();
        score = desk->score();
        score->setFocus();
    }
    std::vector<Press> presses() const { return presses_of(*session->tape(), jump); }
    QPoint at(double time) const {
        return {static_cast<int>(std::lround(score->x_of(time))),
                static_cast<int>(score->button_lane("jump").center().y())};
    }
    double pixel_s() const { return score->time_at(501.0) - score->time_at(500.0); }
    void move_to(double time, Qt::KeyboardModifiers keys = {}) {
        QMouseEvent move(QEvent::MouseMove, at(time), score->mapToGlobal(QPointF(at(time))), Qt::NoButton,
                         Qt::LeftButton, keys);
        QCoreApplication::sendEvent(score, &move);
    }
    void drag(double from, double to, Qt::KeyboardModifiers keys = {}) {
        QTest::mousePress(score, Qt::LeftButton, keys, at(from));
        move_to(to, keys);
        QTest::mouseRelease(score, Qt::LeftButton, keys, at(to));
        settle();
    }
    std::string tape_text() const { return file_text("tapes/three-hops.tape.json"); }
};

TEST(ScorePresses, AnEdgeIsDraggedTheRunFollowsAndTheOldOneStaysAsGhost) {
    Editing window;
    const Press first = window.presses().at(0);
    const Tape before = *window.session->tape();
    const RunPointer old = window.session->now_run();
    QTest::mousePress(window.score, Qt::LeftButton, {}, window.at(first.to_s));
    window.move_to(first.from_s + 0.06);
    window.settle();
    EXPECT_NE(window.session->now_run(), old) << "the run is bent while it is dragged";
    EXPECT_NE(window.session->now_run()->trace.tracks[0].rows.back().position,
              old->trace.tracks[0].rows.back().position);
    EXPECT_EQ(*window.session->tape(), before) << "the tape stays until it is let go";
    EXPECT_EQ(window.session->kept_run()->trace.tracks[0].rows.back().position,
              old->trace.tracks[0].rows.back().position);
    QTest::mouseRelease(window.score, Qt::LeftButton, {}, window.at(first.from_s + 0.06));
    window.settle();
    const Press now = window.presses().at(0);
    EXPECT_EQ(now.from_s, first.from_s);
    EXPECT_NEAR(now.to_s, first.from_s + 0.06, 0.5 / 120 + window.pixel_s());
    EXPECT_NEAR(now.to_s * 120.0, std::round(now.to_s * 120.0), 1e-3) << "at a tick";
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_EQ(*window.session->tape(), before) << "one step";
    EXPECT_FALSE(window.session->modified());
    EXPECT_EQ(window.session->now_run()->trace.tracks[0].rows.back().position,
              old->trace.tracks[0].rows.back().position);
    window.session->undo_stack().redo();
    EXPECT_EQ(window.presses().at(0), now);
}

TEST(ScorePresses, AWholePressIsMovedFinerWithAltAndNeverPastItsNeighbour) {
    Editing window;
    const std::vector<Press> before = window.presses();
    ASSERT_GE(before.size(), 2U);
    const double middle = 0.5 * (before[0].from_s + before[0].to_s);
    window.drag(middle, middle + 0.1);
    Press now = window.presses()[0];
    EXPECT_NEAR(now.from_s, before[0].from_s + 0.1, 0.5 / 120 + window.pixel_s());
    EXPECT_NEAR(now.to_s - now.from_s, before[0].to_s - before[0].from_s, 1e-5);
    window.session->undo_stack().undo();
    window.settle();
    window.drag(middle, middle + 99.0);
    EXPECT_LT(window.presses()[0].to_s, window.presses()[1].from_s);
    window.session->undo_stack().undo();
    window.settle();
    window.drag(middle, middle + 0.1, Qt::AltModifier);
    now = window.presses()[0];
    EXPECT_NEAR(now.from_s * 1000.0, std::round(now.from_s * 1000.0), 1e-3) << "at a millisecond";
}

TEST(ScorePresses, OneIsDrawnInItsRowAndDeletedWithAKey) {
    Editing window;
    const std::vector<Press> before = window.presses();
    const double from = before[0].to_s + 0.1;
    ASSERT_LT(from + 0.1, before[1].from_s);
    window.drag(from, from + 0.08);
    ASSERT_EQ(window.presses().size(), before.size() + 1);
    EXPECT_NEAR(window.presses()[1].from_s, from, 0.5 / 120 + window.pixel_s());
    QTest::mouseClick(window.score, Qt::LeftButton, {}, window.at(from + 0.04));
    QTest::keyClick(window.score, Qt::Key_Delete);
    window.settle();
    EXPECT_EQ(window.presses(), before);
    EXPECT_FALSE(window.session->modified()) << "it says what the file says again";
    QTest::keyClick(window.score, Qt::Key_Delete);
    EXPECT_EQ(window.presses(), before) << "nothing is selected any more";
}

TEST(ScorePresses, ATapeThatChangesUnderTheMouseEndsTheDrag) {
    Editing window;
    const std::vector<Press> before = window.presses();
    const double from = before.back().to_s + 0.05;
    ASSERT_LT(from + 0.1, window.session->tape()->length_s);
    window.drag(from, from + 0.1);
    ASSERT_EQ(window.presses().size(), before.size() + 1);
    QTest::mousePress(window.score, Qt::LeftButton, {}, window.at(from + 0.05));
    window.session->undo_stack().undo();  // the press that is held is gone
    window.move_to(from + 0.3);
    QTest::mouseRelease(window.score, Qt::LeftButton, {}, window.at(from + 0.3));
    window.settle();
    EXPECT_EQ(window.presses(), before);
}

TEST(ScorePresses, AClickInARowMovesTheCursorOnly) {
    Editing window;
    const Tape before = *window.session->tape();
    QTest::mouseClick(window.score, Qt::LeftButton, {}, window.at(1.0));
    EXPECT_NEAR(window.session->cursor(), 1.0, window.pixel_s());
    EXPECT_EQ(*window.session->tape(), before);
}

TEST(ScorePresses, SavingChangesTheOneLineOfTheTapesFile) {
    Editing window;
    // As this version writes it, so that only the edit is seen.
    const std::string before = write_tape(*window.session->tape());
    const Press first = window.presses()[0];
    window.drag(first.to_s, first.to_s - 0.1);
    EXPECT_EQ(window.session->modified_files(), std::vector<std::string>{"tapes/three-hops.tape.json"});
    EXPECT_TRUE(window.session->save().isEmpty());
    EXPECT_FALSE(window.session->modified());
    const std::string after = window.tape_text();
    EXPECT_EQ(read_tape(after, "t").value(), *window.session->tape());
    const auto lines = [](const std::string& text) {
        std::multiset<std::string> out;
        std::istringstream in(text);
        for (std::string line; std::getline(in, line);) out.insert(line);
        return out;
    };
    std::vector<std::string> changed;
    const auto was = lines(before);
    const auto is = lines(after);
    std::set_difference(is.begin(), is.end(), was.begin(), was.end(), std::back_inserter(changed));
    EXPECT_EQ(changed.size(), 1U);
}

TEST(ScorePresses, AnotherProgramsChangeOfAnEditedTapeIsAConflictAndNothingIsLost) {
    Editing window;
    const Press first = window.presses()[0];
    window.drag(first.to_s, first.to_s - 0.1);
    const Tape mine = *window.session->tape();
    Tape theirs = mine;
    theirs.length_s += 1.0;
    window.write_outside("tapes/three-hops.tape.json", write_tape(theirs));
    EXPECT_EQ(window.session->conflicts(), std::vector<std::string>{"tapes/three-hops.tape.json"});
    EXPECT_EQ(*window.session->tape(), mine);
    window.session->choose_disk("tapes/three-hops.tape.json");
    window.settle();
    EXPECT_EQ(*window.session->tape(), theirs);
    EXPECT_TRUE(window.session->conflicts().empty());
}

TEST(ScorePresses, AnEditedTapeIsOfferedAgainAfterACrash) {
    Editing window;
    const Press first = window.presses()[0];
    window.drag(first.to_s, first.to_s - 0.1);
    const Tape mine = *window.session->tape();
    QTest::qWait(600);  // unsaved work is kept a little later
    window.restart();
    window.session->choose_tape("three hops");
    window.settle();
    ASSERT_TRUE(window.session->recovery_offered());
    EXPECT_NE(*window.session->tape(), mine);
    window.session->take_recovery();
    window.settle();
    EXPECT_EQ(*window.session->tape(), mine);
    window.session->forget_unsaved();
    window.settle();
    EXPECT_NE(*window.session->tape(), mine) << "the file's again";
}

TEST(ScorePresses, ATakeWithoutAFileAndTheOtherOfTwoCharactersAreEditedToo) {
    Editing window("two on the quay");
    window.session->select_character(1);
    window.settle();
    window.jump.track = 1;
    const Tape before = *window.session->tape();
    const Press first = window.presses().at(0);
    window.drag(first.to_s, first.to_s + 0.2);
    EXPECT_NEAR(window.presses()[0].to_s, first.to_s + 0.2, 0.5 / 120 + window.pixel_s());
    EXPECT_EQ(window.session->tape()->tracks[0], before.tracks[0]);

    ASSERT_TRUE(window.session->play({}).isEmpty());
    window.session->live()->button("jump", true, 1);
    window.pass(0.3);
    window.session->live()->button("jump", false, 1);
    window.pass(0.7);
    window.session->stop();
    window.settle();
    const Tape take = *window.session->tape();
    const Press press = window.presses().at(0);
    window.drag(press.to_s, press.to_s + 0.3);
    EXPECT_NE(*window.session->tape(), take);
    window.session->undo_stack().undo();
    EXPECT_EQ(*window.session->tape(), take);
    window.session->undo_stack().redo();
    const Tape edited = *window.session->tape();
    EXPECT_TRUE(window.session->save().isEmpty());
    EXPECT_EQ(window.session->project().find_tape(edited.name)->tape, edited);
}

}  // namespace
}  // namespace leap::studio::score_presses_test
