// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/score_view.hpp"

#include <gtest/gtest.h>
#include <QSignalSpy>
#include <QTest>

#include "studio/stage_desk/score_metrics.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::score_view_test {
namespace {

TEST(Score, AClickScrubsTheCursorEverywhere) {
    test::Studio studio;
    ScoreView* score = studio.desk->score();
    const QPoint at(static_cast<int>(score->x_of(4.0)), 10);
    QTest::mouseClick(score, Qt::LeftButton, {}, at);
    EXPECT_NEAR(studio.session->cursor(), 4.0, 0.02);
    QTest::mousePress(score, Qt::LeftButton, {}, at);
    QTest::mouseMove(score, at + QPoint(100, 0));
    EXPECT_NEAR(studio.session->cursor(), score->time_at(at.x() + 100), 1e-9);
    QTest::mouseRelease(score, Qt::LeftButton, {}, at);
}

TEST(Score, TimeAndPlaceAreInverse) {
    test::Studio studio;
    const ScoreView* score = studio.desk->score();
    for (const double t : {0.0, 1.25, 9.9}) EXPECT_NEAR(score->time_at(score->x_of(t)), t, 1e-9);
}

TEST(Score, ZoomKeepsWhatIsUnderThePointerAndNullShowsAll) {
    test::Studio studio;
    ScoreView* score = studio.desk->score();
    const double x = score->x_of(3.0);
    score->zoom(0.25, 3.0);
    EXPECT_NEAR(score->x_of(3.0), x, 1e-6);
    EXPECT_NEAR(score->to() - score->from(), 2.5, 0.01);
    QTest::keyClick(score, Qt::Key_0);
    EXPECT_NEAR(score->to(), 10.0, 1e-9);
}

TEST(Score, ArrowsStepByTicksAndShiftByTenths) {
    test::Studio studio;
    studio.session->set_cursor(1.0);
    QTest::keyClick(studio.desk->score(), Qt::Key_Right);
    EXPECT_NEAR(studio.session->cursor(), 1.0 + 1.0 / 120, 1e-9);
    QTest::keyClick(studio.desk->score(), Qt::Key_Left, Qt::ShiftModifier);
    EXPECT_NEAR(studio.session->cursor(), 1.0 + 1.0 / 120 - 0.1, 1e-9);
    QTest::keyClick(studio.desk->score(), Qt::Key_End);
    EXPECT_NEAR(studio.session->cursor(), 10.0, 1e-9);
}

TEST(Score, TheLaneHeadsAreTheListOfMoves) {
    test::Studio studio;
    ScoreView* score = studio.desk->score();
    const auto dash = studio.session->program()->find_machine("dash").value();
    const QRectF lane = score->move_lane("dash");
    ASSERT_FALSE(lane.isNull());
    QTest::mouseClick(score, Qt::LeftButton, {}, QPoint(40, static_cast<int>(lane.center().y())));
    EXPECT_EQ(score->selected(), dash);
    EXPECT_EQ(studio.desk->sheet()->machine(), dash);
}

TEST(Score, CurvesCanBeAddedAndStayInView) {
    test::Studio studio;
    ScoreView* score = studio.desk->score();
    QSignalSpy changed(score, &ScoreView::curves_changed);
    score->set_curves({"feet", "speed", "vertical_speed", "x", "facing"});
    EXPECT_EQ(changed.count(), 1);
    EXPECT_GE(score->minimumSizeHint().height(), 5 * static_cast<int>(score::min_curve_height));
    EXPECT_FALSE(score->grab().isNull());
}

}  // namespace
}  // namespace leap::studio::score_view_test
