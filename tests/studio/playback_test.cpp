// SPDX-License-Identifier: GPL-3.0-or-later
// Watching a run: by the clock, at several speeds, round a loop.
#include "studio/session/playback.hpp"

#include <gtest/gtest.h>
#include <QMenu>
#include <QSignalSpy>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::playback_test {
namespace {

struct Watched {
    double clock = 10.0;
    Playback playback{[this] { return clock; }};
    double at(double seconds_later, double length = 4.0) {
        clock += seconds_later;
        return playback.position(length);
    }
};

TEST(Playback, GoesWithTheClockAndStopsAtTheEnd) {
    Watched watched;
    watched.playback.start(1.0, 4.0);
    EXPECT_NEAR(watched.at(0.5), 1.5, 1e-12);
    EXPECT_NEAR(watched.at(2.0), 3.5, 1e-12);
    EXPECT_TRUE(watched.playback.running());
    EXPECT_EQ(watched.at(9.0), 4.0);
    EXPECT_FALSE(watched.playback.running());
    watched.playback.start(4.0, 4.0);
    EXPECT_NEAR(watched.at(0.25), 0.25, 1e-12) << "from the end it begins anew";
}

TEST(Playback, AnotherSpeedGoesOnFromWhereItIs) {
    for (const double speed : Playback::speeds) {
        Watched watched;
        watched.playback.start(0.5, 4.0);
        const double here = watched.at(1.0);
        watched.playback.set_speed(speed, here);
        EXPECT_NEAR(watched.at(0.8), 1.5 + 0.8 * speed, 1e-12) << speed;
    }
}

TEST(Playback, ALoopIsGoneRoundHoweverLateThePicturesCome) {
    Watched watched;
    watched.playback.set_loop(LoopRange{2.0, 1.0}, 0.0);
    EXPECT_EQ(watched.playback.loop(), (LoopRange{1.0, 2.0})) << "in order";
    watched.playback.start(3.5, 4.0);
    EXPECT_NEAR(watched.at(0.0), 1.0, 1e-12) << "from outside of it: at its begin";
    EXPECT_NEAR(watched.at(0.75), 1.75, 1e-12);
    EXPECT_NEAR(watched.at(0.5), 1.25, 1e-12);
    EXPECT_NEAR(watched.at(7.5), 1.75, 1e-9) << "seven and a half rounds later";
    EXPECT_TRUE(watched.playback.running());
}

TEST(Playback, ALoopBehindTheRunsEndEndsWithTheRunInsteadOfTurningOnTheSpot) {
    Watched watched;
    watched.playback.set_loop(LoopRange{2.0, 3.0}, 0.0);
    watched.playback.start(2.5, 4.0);
    EXPECT_EQ(watched.at(0.1, 1.5), 1.5) << "the tape was cut meanwhile";
    EXPECT_FALSE(watched.playback.running());
    watched.playback.set_loop(LoopRange{1.0, 1.001}, 0.0);
    EXPECT_FALSE(watched.playback.loop()) << "too short to be seen";
}

/// A window with "three hops" in view.
struct Watching : test::Studio {
    StageView* stage = nullptr;
    Watching() {
        session->choose_tape("three hops");
        settle();
        stage = desk->stage();
        stage->setFocus();
    }
    void key(Qt::Key key) { QTest::keyClick(stage, key); }
};

TEST(Watch, SpaceWatchesTheTapeAndHoldsIt) {
    Watching window;
    WatchButton* button = window.desk->transport()->watch_button();
    EXPECT_EQ(button->text(), "Replay");
    window.session->set_cursor(0.5);
    window.key(Qt::Key_Space);
    EXPECT_TRUE(window.session->playback().running());
    EXPECT_EQ(button->text(), "Pause");
    window.pass(0.75);
    EXPECT_NEAR(window.session->cursor(), 1.25, 1e-9);
    window.key(Qt::Key_Space);
    window.pass(0.5);
    EXPECT_NEAR(window.session->cursor(), 1.25, 1e-9) << "held";
    QTest::mouseClick(button, Qt::LeftButton, {}, QPoint(10, 10));
    window.pass(0.25);
    EXPECT_NEAR(window.session->cursor(), 1.5, 1e-9);
    window.pass(100.0);
    EXPECT_EQ(window.session->cursor(), window.session->length());
    EXPECT_EQ(button->text(), "Replay") << "over";
}

TEST(Watch, CommaAndFullStopChangeTheSpeedFromTheScoreToo) {
    Watching window;
    ScoreView* score = window.desk->score();
    score->setFocus();
    QTest::keyClick(score, Qt::Key_Comma);
    QTest::keyClick(score, Qt::Key_Comma);
    EXPECT_DOUBLE_EQ(window.session->playback().speed(), 0.25);
    EXPECT_EQ(window.desk->transport()->watch_button()->text(), "Replay 0.25×");
    QTest::keyClick(score, Qt::Key_Space);
    window.pass(1.0);
    EXPECT_NEAR(window.session->cursor(), 0.25, 1e-9);
    for (int i = 0; i < 9; ++i) QTest::keyClick(score, Qt::Key_Period);
    EXPECT_DOUBLE_EQ(window.session->playback().speed(), 2.0) << "there is no faster one";
    window.pass(0.25);
    EXPECT_NEAR(window.session->cursor(), 0.75, 1e-9);
}

TEST(Watch, BracketsSetALoopAndLTakesItAway) {
    Watching window;
    window.session->set_cursor(1.0);
    window.key(Qt::Key_BracketLeft);
    window.session->set_cursor(1.5);
    window.key(Qt::Key_BracketRight);
    ASSERT_EQ(window.session->playback().loop(), (LoopRange{1.0, 1.5}));
    window.key(Qt::Key_Space);
    EXPECT_NEAR(window.session->cursor(), 1.0, 1e-9);
    window.pass(0.75);
    EXPECT_NEAR(window.session->cursor(), 1.25, 1e-6);
    window.key(Qt::Key_L);
    EXPECT_FALSE(window.session->playback().loop());
    window.pass(0.5);
    EXPECT_NEAR(window.session->cursor(), 1.75, 1e-6) << "it goes on beyond";
}

TEST(Watch, ALoopIsSpannedAndMovedOnTheRuler) {
    Watching window;
    ScoreView* score = window.desk->score();
    const auto at = [&](double time) { return QPoint(static_cast<int>(std::lround(score->x_of(time))), 8); };
    const double pixel_s = score->time_at(501.0) - score->time_at(500.0);
    const auto drag = [&](double from, double to, Qt::KeyboardModifiers keys) {
        QTest::mousePress(score, Qt::LeftButton, keys, at(from));
        QMouseEvent move(QEvent::MouseMove, at(to), score->mapToGlobal(QPointF(at(to))), Qt::NoButton, Qt::LeftButton,
                         keys);
        QCoreApplication::sendEvent(score, &move);
        QTest::mouseRelease(score, Qt::LeftButton, keys, at(to));
    };
    drag(1.5, 0.8, Qt::ControlModifier);
    ASSERT_TRUE(window.session->playback().loop());
    EXPECT_NEAR(window.session->playback().loop()->from, 0.8, pixel_s);
    EXPECT_NEAR(window.session->playback().loop()->to, 1.5, pixel_s);
    const double cursor = window.session->cursor();
    drag(1.5, 2.0, {});
    EXPECT_NEAR(window.session->playback().loop()->to, 2.0, pixel_s);
    EXPECT_EQ(window.session->cursor(), cursor) << "a mark was moved, not the cursor";
    drag(2.3, 2.4, {});
    EXPECT_NEAR(window.session->cursor(), 2.4, pixel_s) << "elsewhere the ruler scrubs";
    QTest::mouseClick(score, Qt::LeftButton, Qt::ControlModifier, at(1.0));
    EXPECT_FALSE(window.session->playback().loop()) << "a click with Ctrl takes it away";
}

TEST(Watch, ADialThatIsTurnedBendsTheRunUnderWay) {
    Watching window;
    window.session->set_cursor(0.4);
    window.key(Qt::Key_Space);
    window.pass(0.2);
    const double before = window.session->cursor();
    window.session->preview_dial(window.dial("hop.rise"), 3.0);
    window.settle();
    EXPECT_TRUE(window.session->playback().running());
    EXPECT_EQ(window.session->cursor(), before);
    EXPECT_NEAR(window.session->now_run()->ingredients.tuning.dials[window.dial("hop.rise")], 3.0, 1e-12);
    window.pass(0.2);
    EXPECT_NEAR(window.session->cursor(), before + 0.2, 1e-9);
}

TEST(Watch, ScrubbingWhileWatchingGoesOnFromThereAndAnotherTapeEndsIt) {
    Watching window;
    window.key(Qt::Key_Space);
    window.pass(0.5);
    window.session->set_cursor(2.0);
    window.pass(0.25);
    EXPECT_NEAR(window.session->cursor(), 2.25, 1e-9);
    window.session->set_loop(LoopRange{0.5, 1.0});
    window.session->choose_tape("quay loop");
    window.settle();
    EXPECT_FALSE(window.session->playback().running());
    EXPECT_FALSE(window.session->playback().loop()) << "its marks were those of the other tape";
    EXPECT_EQ(window.session->cursor(), 0.0);
}

TEST(Watch, TheMenuHasEverySpeedTheLoopAndTakingOver) {
    Watching window;
    QMenu* menu = window.desk->transport()->watch_button()->menu();
    emit menu->aboutToShow();
    const auto pick = [&](const QString& words) {
        for (QAction* action : menu->actions())
            if (action->text().startsWith(words)) return action->trigger();
        ADD_FAILURE() << words.toStdString();
    };
    pick("0.1 ×");
    EXPECT_DOUBLE_EQ(window.session->playback().speed(), 0.1);
    pick("Real time");
    EXPECT_DOUBLE_EQ(window.session->playback().speed(), 1.0);
    window.session->set_cursor(1.0);
    pick("Loop from the cursor");
    EXPECT_EQ(window.session->playback().loop(), (LoopRange{1.0, window.session->length()}));
    emit menu->aboutToShow();
    pick("No loop");
    EXPECT_FALSE(window.session->playback().loop());
    pick("Take over");
    EXPECT_TRUE(window.session->playing());
}

}  // namespace
}  // namespace leap::studio::playback_test
