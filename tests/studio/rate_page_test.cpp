// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/rate_check/rate_page.hpp"

#include <gtest/gtest.h>

#include "tests/studio/support.hpp"

namespace leap::studio::rate_page_test {
namespace {

TEST(RatePage, ShowsEveryReadingAtEveryRateWorstFirst) {
    test::Studio studio;
    const RatePage page(*studio.session);
    const QTableWidget* table = page.table();
    EXPECT_EQ(table->rowCount(), 0) << "the window doesn't wait for it";
    ASSERT_TRUE(QTest::qWaitFor([&] { return table->rowCount() > 0; }, test::patience(20000)));
    ASSERT_GT(table->rowCount(), 10);
    const int rates = static_cast<int>(checked_rates.size());
    EXPECT_EQ(table->columnCount(), rates + 2);
    double before = 1e9;
    for (int row = 0; row < table->rowCount(); ++row) {
        const double spread = table->item(row, rates + 1)->text().remove("! ").remove(" %").toDouble();
        EXPECT_LE(spread, before);
        before = spread;
        if (table->item(row, 0)->text() == "hop height") {
            for (int column = 1; column <= rates; ++column)
                EXPECT_EQ(table->item(row, column)->text().toStdString(), "2.1 m");
        }
    }
}

TEST(RatePage, CanBeClosedWhileItWorks) {
    test::Studio studio;
    studio.session->choose_tape("lamp round");
    studio.settle();
    { const RatePage page(*studio.session); }
    EXPECT_TRUE(QTest::qWaitFor([&] { return !studio.session->replay_busy(); }, test::patience(20000)));
}

TEST(RatePage, SaysWhatToDoWithoutATape) {
    Session session({});
    const RatePage page(session);
    EXPECT_EQ(page.table()->rowCount(), 0);
}

}  // namespace
}  // namespace leap::studio::rate_page_test
