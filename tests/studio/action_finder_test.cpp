// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/action_finder.hpp"

#include <gtest/gtest.h>
#include <QSettings>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio {
namespace {

struct Finding : test::Studio {
    Finding() { QTest::keyClick(window.get(), Qt::Key_A, Qt::ControlModifier | Qt::ShiftModifier); }
    ActionFinder& finder() { return *window->finder(); }
    QStringList shown() {
        QStringList out;
        for (int i = 0; i < finder().list()->count(); ++i) out << finder().list()->item(i)->text();
        return out;
    }
};

TEST(ActionFinder, ListsWhatTheMenusCanDoWithItsKeys) {
    Finding window;
    ASSERT_TRUE(window.finder().isVisible());
    EXPECT_TRUE(window.shown().contains("Edit: Keep current   Ctrl+K")) << window.shown().join(" | ").toStdString();
    EXPECT_TRUE(window.shown().contains("Desk: Wire   Alt+5"));
    QTest::keyClicks(window.finder().field(), "keep current");
    EXPECT_EQ(window.shown().size(), 1);
    QTest::keyClicks(window.finder().field(), " nothing");
    EXPECT_TRUE(window.shown().isEmpty());
    QTest::keyClick(window.finder().field(), Qt::Key_Return);
    EXPECT_FALSE(window.finder().isVisible()) << "with nothing to do, nothing is done";
}

TEST(ActionFinder, EnterDoesTheChosenOneAndEscapeNone) {
    Finding window;
    QTest::keyClicks(window.finder().field(), "desk");
    const QStringList desks = window.shown();
    ASSERT_GE(desks.size(), 5);
    QTest::keyClick(window.finder().field(), Qt::Key_Down);
    QTest::keyClick(window.finder().field(), Qt::Key_Return);
    EXPECT_FALSE(window.finder().isVisible());
    EXPECT_TRUE(desks[1].startsWith("Desk: Script"));
    EXPECT_NE(window.window->desk_in_view(), window.window->desks()[0]);
    Desk* const before = window.window->desk_in_view();
    window.window->finder()->open({});
    QTest::keyClick(window.finder().field(), Qt::Key_Escape);
    EXPECT_EQ(window.window->desk_in_view(), before);
}

TEST(MainWindowPlace, TheWindowComesBackAsItWasClosed) {
    QVariant geometry;
    QVariant desk;
    {
        test::Studio first;
        first.window->resize(1250, 790);
        first.window->show_desk("course");
        first.window->close();
        geometry = QSettings().value("window/geometry");
        desk = QSettings().value("window/desk");
    }
    test::Studio second;  // which begins without any settings
    QSettings().setValue("window/geometry", geometry);
    QSettings().setValue("window/desk", desk);
    second.window->come_back();
    EXPECT_EQ(second.window->size(), QSize(1250, 790));
    EXPECT_EQ(second.window->desk_in_view(), second.window->desks()[2]);
    QSettings().remove("window");
}

}  // namespace
}  // namespace leap::studio
