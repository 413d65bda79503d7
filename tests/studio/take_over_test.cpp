// SPDX-License-Identifier: GPL-3.0-or-later
// A tape goes on by hand from the cursor, through the window.
#include <gtest/gtest.h>
#include <QSignalSpy>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::take_over_test {
namespace {

struct Taking : test::Studio {
    Tape old;
    Trace trace;
    explicit Taking(const QString& tape) {
        session->choose_tape(tape);
        settle();
        old = *session->tape();
        trace = session->now_run()->trace;
        desk->stage()->setFocus();
    }
    void take_over(double time) {
        session->set_cursor(time);
        QTest::keyClick(desk->stage(), Qt::Key_Return, Qt::ShiftModifier);
    }
    void stop() {
        QTest::keyClick(desk->stage(), Qt::Key_Escape);
        settle();
    }
};

TEST(TakeOver, ShiftEnterPlaysOnAndTheTakeKeepsTheHead) {
    Taking window("quay loop");
    window.session->set_loop(LoopRange{2.0, 4.0});
    window.take_over(3.0);
    ASSERT_TRUE(window.session->playing());
    EXPECT_NEAR(window.session->cursor(), 3.0, 1.0 / 120 + 1e-9);
    QTest::keyPress(window.desk->stage(), Qt::Key_S);
    window.pass(1.0);
    QTest::keyRelease(window.desk->stage(), Qt::Key_S);
    window.pass(0.5);
    window.stop();
    const Tape& take = *window.session->tape();
    EXPECT_NE(take.name, window.old.name);
    EXPECT_TRUE(window.session->tape_unsaved());
    EXPECT_NEAR(take.length_s, 4.5, 1.0 / 60);
    std::size_t same = 0;
    for (const TapeEvent& event : window.old.tracks[0].events) {
        if (event.time_s >= 3.0 - 1e-9) break;
        ASSERT_LT(same, take.tracks[0].events.size());
        EXPECT_EQ(take.tracks[0].events[same++], event);
    }
    EXPECT_GT(same, 3U);
    const auto& rows = window.session->now_run()->trace.tracks[0].rows;
    for (std::size_t i = 0; window.trace.tracks[0].rows[i].time < 3.0 - 1e-9; ++i)
        ASSERT_EQ(rows[i], window.trace.tracks[0].rows[i]) << "bit for bit";
    EXPECT_NE(position_at(window.session->now_run()->trace.tracks[0], 4.4), position_at(window.trace.tracks[0], 4.4));
    EXPECT_NE(window.session->project().find_tape("quay loop"), nullptr) << "the old tape stays";
    EXPECT_FALSE(window.session->playback().loop()) << "marks were those of the old tape";
}

TEST(TakeOver, BothCharactersOfATapeKeepTheirHeads) {
    Taking window("two on the quay");
    window.take_over(5.0);
    ASSERT_TRUE(window.session->playing());
    window.pass(1.0);
    window.stop();
    const Tape& take = *window.session->tape();
    ASSERT_EQ(take.tracks.size(), 2U);
    for (std::size_t k = 0; k < 2; ++k) {
        const auto& rows = window.session->now_run()->trace.tracks[k].rows;
        for (std::size_t i = 0; window.trace.tracks[k].rows[i].time < 5.0 - 1e-9; ++i)
            ASSERT_EQ(rows[i], window.trace.tracks[k].rows[i]) << k;
    }
}

TEST(TakeOver, TheViewGoesOnWhereTheTapeLookedAndOldTurnsAreNotTurnedAgain) {
    Taking window("lamp round");  // through a pair of bells, which turn the view
    const double late = window.session->length() - 0.5;
    const auto turned = std::count_if(window.trace.events.begin(), window.trace.events.end(), [](const TraceEvent& e) {
        return e.kind == EventKind::teleported || e.kind == EventKind::respawned;
    });
    ASSERT_GT(turned, 0);
    window.take_over(late);
    const double yaw = window.session->live_view().state.actors[0].look_yaw;
    window.pass(0.2);
    QTest::qWait(60);  // pictures of the live run follow the turns of the body
    window.pass(0.2);
    EXPECT_NEAR(window.session->live_view().state.actors[0].look_yaw, yaw, 1e-6);
    window.stop();
}

TEST(TakeOver, GoingBackTwoSecondsWhilePlayingMayGoBehindTheInstant) {
    Taking window("quay loop");
    window.take_over(3.0);
    window.pass(0.5);
    window.session->live()->rewind(2.0);
    window.pass(0.1);
    EXPECT_NEAR(window.session->cursor(), 1.6, 0.04);
    window.stop();
    EXPECT_NEAR(window.session->tape()->length_s, 1.6, 0.04);
}

TEST(TakeOver, WithoutARunItSaysWhy) {
    Taking window("quay loop");
    QSignalSpy problems(window.desk, &Desk::problem);
    window.session->choose_tape("three hops");  // its run is on its way
    QTest::keyClick(window.desk->stage(), Qt::Key_Return, Qt::ShiftModifier);
    EXPECT_FALSE(window.session->playing());
    ASSERT_EQ(problems.size(), 1);
    EXPECT_TRUE(problems[0][0].toString().contains("still being replayed")) << problems[0][0].toString().toStdString();
    window.settle();
    QTest::keyClick(window.desk->stage(), Qt::Key_Return, Qt::ShiftModifier);
    EXPECT_TRUE(window.session->playing());
}

}  // namespace
}  // namespace leap::studio::take_over_test
