// SPDX-License-Identifier: GPL-3.0-or-later
// What of the score stays in view, what folds and what scrolls.
#include <gtest/gtest.h>
#include <QTest>

#include "studio/stage_desk/score_metrics.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::score_lanes_test {
namespace {

struct Lanes : test::Studio {
    ScoreView* score = nullptr;
    explicit Lanes(const QString& tape = "quay loop") {
        session->choose_tape(tape);
        settle();
        score = desk->score();
    }
    void click(const QRectF& lane, double x) {
        QTest::mouseClick(score, Qt::LeftButton, {}, QPoint(static_cast<int>(x), static_cast<int>(lane.center().y())));
    }
};

TEST(ScoreLanes, MovesThatTheTapeDoesntUseFoldIntoOneLineThatOpens) {
    Lanes window;
    EXPECT_FALSE(window.score->move_lane("hop").isNull());
    EXPECT_FALSE(window.score->move_lane("dash").isNull());
    EXPECT_TRUE(window.score->move_lane("tether").isNull());
    ASSERT_FALSE(window.score->folded_line().isNull());
    window.score->resize(window.score->width(), 900);
    window.click(window.score->folded_line(), 60);
    EXPECT_FALSE(window.score->move_lane("tether").isNull());
    window.click(window.score->folded_line(), 60);
    EXPECT_TRUE(window.score->move_lane("tether").isNull());
    window.session->choose_tape("crane swing");
    window.settle();
    EXPECT_FALSE(window.score->move_lane("tether").isNull()) << "this tape uses it";
    EXPECT_TRUE(window.score->move_lane("dash").isNull());
}

TEST(ScoreLanes, ASelectedMoveIsBroughtIntoView) {
    Lanes window;
    window.score->set_unfolded(true);
    window.score->resize(800, 330);
    const Program& program = *window.session->program();
    for (const MachineId move : {program.moves.back(), program.moves.front(), program.moves.back()}) {
        window.score->select_machine(move);
        const QRectF lane = window.score->move_lane(program.machines[move].name);
        ASSERT_FALSE(lane.isNull());
        EXPECT_TRUE(window.score->lanes_region().adjusted(0, -1, 0, 1).contains(lane))
            << lane.top() << " in " << window.score->lanes_region().top();
    }
    window.score->set_unfolded(false);
    window.score->select_machine(program.find_machine("tether").value());
    EXPECT_FALSE(window.score->move_lane("tether").isNull()) << "selected it is never folded away";
}

TEST(ScoreLanes, RulerPressesAndCurvesStayWhileLanesScroll) {
    Lanes window;
    window.score->set_unfolded(true);
    window.score->resize(800, 330);
    const QRectF presses = window.score->button_lane("jump");
    const QRectF region = window.score->lanes_region();
    const QRectF stick = window.score->stick_lane();
    window.score->select_machine(window.session->program()->moves.back());
    EXPECT_EQ(window.score->button_lane("jump"), presses);
    EXPECT_EQ(window.score->stick_lane(), stick);
    EXPECT_EQ(window.score->lanes_region(), region);
    EXPECT_LE(region.bottom() + 3 * score::min_curve_height, 330);
    EXPECT_GE(region.top(), presses.bottom());
    // A click above the region never reaches a lane that is scrolled under it.
    const auto selected = window.score->selected();
    QTest::mouseClick(window.score, Qt::LeftButton, {}, QPoint(60, static_cast<int>(presses.center().y())));
    EXPECT_EQ(window.score->selected(), selected);
}

TEST(ScoreLanes, ATapeWithVeryManyButtonsLeavesRoomForTheRest) {
    Lanes window("lamp round");
    window.score->resize(800, 330);
    EXPECT_LE(window.score->lanes_region().bottom() + 3 * score::min_curve_height, 331);
    EXPECT_GT(window.score->lanes_region().height(), 2 * score::lane_height);
    EXPECT_FALSE(window.score->button_lane("jump").isNull()) << "they scroll with the lanes";
}

TEST(ScoreLanes, TheDividerBetweenLanesAndCurvesIsDragged) {
    Lanes window;
    window.score->resize(800, 420);
    const double before = window.score->lanes_region().bottom();
    const QPoint grip(400, static_cast<int>(before + 2));
    QTest::mousePress(window.score, Qt::LeftButton, {}, grip);
    QTest::mouseMove(window.score, grip - QPoint(0, 30));
    QTest::mouseRelease(window.score, Qt::LeftButton, {}, grip - QPoint(0, 30));
    EXPECT_NEAR(window.score->lanes_region().bottom(), before - 30, 1.5);
    window.score->resize(800, 300);
    EXPECT_GT(window.score->lanes_region().height(), 0.0) << "a smaller window leaves some lanes";
}

TEST(ScoreLanes, ATapeOfTenMinutesIsShownZoomedAndScrolled) {
    Lanes window("quay loop");
    Tape tape = *window.session->tape();
    while (tape.length_s < 600.0) tape = joined_tapes(tape, *window.session->tape()).value();
    window.session->edit_tape(tape, "longer");
    window.settle();
    window.score->show_all();
    EXPECT_FALSE(window.score->grab().isNull());
    window.score->zoom(0.01, 300.0);
    EXPECT_NEAR(window.score->to() - window.score->from(), 6.0, 0.2);
    EXPECT_FALSE(window.score->grab().isNull());
    window.session->set_cursor(599.0);
    EXPECT_LE(window.score->from(), 599.0);
    EXPECT_GE(window.score->to(), 599.0);
}

}  // namespace
}  // namespace leap::studio::score_lanes_test
