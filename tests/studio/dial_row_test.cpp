// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/dial_row.hpp"

#include <gtest/gtest.h>
#include <QApplication>
#include <QTest>
#include <QWheelEvent>

#include "tests/studio/support.hpp"

namespace leap::studio::dial_row_test {
namespace {

TEST(DialRow, ArrowKeysTurnByAHundredthShiftByAThousandth) {
    test::Studio studio;
    DialRow* row = studio.desk->sheet()->row_of(studio.dial("hop.rise"));
    QTest::keyClick(row, Qt::Key_Right);
    EXPECT_NEAR(studio.value("hop.rise"), 2.16, 0.006);
    QTest::keyClick(row, Qt::Key_Left);
    EXPECT_NEAR(studio.value("hop.rise"), 2.1, 0.012);
    const double before = studio.value("hop.rise");
    QTest::keyClick(row, Qt::Key_Right, Qt::ShiftModifier);
    EXPECT_NEAR(studio.value("hop.rise"), before + 0.0055, 0.006);
}

TEST(DialRow, ADragStaysInTheRange) {
    test::Studio studio;
    DialRow* row = studio.desk->sheet()->row_of(studio.dial("hop.rise"));
    const QPoint middle(static_cast<int>(row->track().left() + 40), row->height() / 2);
    QTest::mousePress(row, Qt::LeftButton, {}, middle);
    QTest::mouseMove(row, middle + QPoint(2000, 0));
    EXPECT_DOUBLE_EQ(studio.value("hop.rise"), 6.0);
    QTest::mouseRelease(row, Qt::LeftButton, {}, middle + QPoint(2000, 0));
    EXPECT_DOUBLE_EQ(studio.value("hop.rise"), 6.0);
}

TEST(DialRow, TheWheelTurnsOnlyWithTheFocus) {
    test::Studio studio;
    DialRow* row = studio.desk->sheet()->row_of(studio.dial("hop.rise"));
    const auto wheel = [&] {
        QWheelEvent event(QPointF(100, 10), row->mapToGlobal(QPointF(100, 10)), {}, {0, 120}, Qt::NoButton,
                          Qt::NoModifier, Qt::NoScrollPhase, false);
        QApplication::sendEvent(row, &event);
    };
    row->clearFocus();
    wheel();
    EXPECT_NEAR(studio.value("hop.rise"), 2.1, 1e-12);
    row->setFocus();
    wheel();
    EXPECT_GT(studio.value("hop.rise"), 2.1);
}

TEST(Sheet, ABasedOnMoveShowsItsOwnDialsAndThoseItShares) {
    test::Studio studio;
    studio.desk->score()->select_machine(studio.session->program()->find_machine("air_hop").value());
    EXPECT_NE(studio.desk->sheet()->row_of(studio.dial("air_hop.rise")), nullptr);
    EXPECT_NE(studio.desk->sheet()->row_of(studio.dial("hop.time_to_top")), nullptr);
    EXPECT_EQ(studio.desk->sheet()->row_of(studio.dial("hop.rise")), nullptr);
}

TEST(Sheet, GatesFollowTheCursor) {
    test::Studio studio;
    studio.session->set_cursor(0.5);
    EXPECT_TRUE(studio.desk->sheet()->gates()->answer().gates.at(0).holds);
    studio.session->set_cursor(1.2);
    EXPECT_FALSE(studio.desk->sheet()->gates()->answer().gates.at(0).holds);
}

}  // namespace
}  // namespace leap::studio::dial_row_test
