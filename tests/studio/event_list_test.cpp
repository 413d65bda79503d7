// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/event_list.hpp"

#include <gtest/gtest.h>
#include <QAbstractItemModelTester>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::event_list_test {
namespace {

TEST(EventModel, KeepsTheRulesOfAModelWhileRunsChange) {
    test::Studio studio;
    EventModel model(*studio.session);
    const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::Fatal);
    EXPECT_GT(model.rowCount(), 20);
    studio.session->preview_dial(studio.dial("hop.rise"), 4.0);
    studio.settle();
    studio.session->choose_tape("three hops");
    studio.settle();
    EXPECT_EQ(model.rowCount(), static_cast<int>(studio.session->now_run()->trace.events.size()));
}

TEST(EventList, FilterAndClickMoveTheCursor) {
    test::Studio studio;
    EventList* list = studio.desk->events();
    studio.desk->show_events(true);
    QTest::keyClicks(list->filter(), "landed");
    const QAbstractItemModel* shown = list->table()->model();
    ASSERT_GT(shown->rowCount(), 3);
    for (int i = 0; i < shown->rowCount(); ++i) EXPECT_TRUE(shown->index(i, 1).data().toString().contains("landed"));
    const QRect cell = list->table()->visualRect(shown->index(1, 1));
    QTest::mouseClick(list->table()->viewport(), Qt::LeftButton, {}, cell.center());
    EXPECT_NEAR(studio.session->cursor(), shown->index(1, 0).data().toString().section(' ', 0, 0).toDouble(), 0.001);
}

}  // namespace
}  // namespace leap::studio::event_list_test
