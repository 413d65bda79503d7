// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>
#include <QAbstractSpinBox>
#include <QAccessible>
#include <QComboBox>
#include <QScrollArea>
#include <QTest>

#include "studio/shared/spoken.hpp"
#include "studio/stage_desk/dial_row.hpp"
#include "studio/stage_desk/gate_list.hpp"
#include "studio/stage_desk/reading_list.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio {
namespace {

struct Heard : test::Studio {
    template <class Kind>
    QAccessibleInterface& of(std::ptrdiff_t number = 0) {
        return *QAccessible::queryAccessibleInterface(window->desk_in_view()->findChildren<Kind*>()[number]);
    }
};

/// What a reader of the screen stops at: it can have the focus, or is painted by us and no mere container.
bool is_stopped_at(const QWidget& widget) {
    if (qobject_cast<const QScrollArea*>(&widget) != nullptr) return false;  // what it holds is
    if (qobject_cast<const QAbstractSpinBox*>(widget.parentWidget()) != nullptr) return false;
    return widget.focusPolicy() != Qt::NoFocus || dynamic_cast<const Spoken*>(&widget) != nullptr;
}

TEST(AccessibleNames, WhateverCanHaveTheFocusHasANameAndARoleOnEveryDesk) {
    Heard at;
    int seen = 0;
    for (const DeskInfo& info : all_desks()) {
        at.window->show_desk(info.name);
        at.settle();
        for (const QWidget* each : at.window->findChildren<QWidget*>()) {
            if (!each->isVisible() || !is_stopped_at(*each)) continue;
            ++seen;
            const std::string which = info.name.toStdString() + ": " + each->metaObject()->className();
            QAccessibleInterface* heard = QAccessible::queryAccessibleInterface(const_cast<QWidget*>(each));
            ASSERT_NE(heard, nullptr) << which;
            EXPECT_FALSE(heard->text(QAccessible::Name).isEmpty()) << which;
            if (dynamic_cast<const Desk*>(each) != nullptr) continue;
            EXPECT_NE(heard->role(), QAccessible::Client)
                << which << ' ' << heard->text(QAccessible::Name).toStdString();
            if (qobject_cast<const QComboBox*>(each) != nullptr) {
                EXPECT_FALSE(each->accessibleName().isEmpty()) << which << ": its value alone doesn't say what it is";
            }
        }
    }
    EXPECT_GT(seen, 100);
}

TEST(AccessibleNames, NoTwoOfOneKindOnOneDeskAreCalledTheSame) {
    Heard at;
    at.window->show_desk("wire");
    at.settle();
    QStringList names;
    for (const QSlider* each : at.window->desk_in_view()->findChildren<QSlider*>())
        if (each->isVisible()) names << each->accessibleName();
    ASSERT_GT(names.size(), 4);
    EXPECT_EQ(QSet<QString>(names.begin(), names.end()).size(), names.size()) << names.join(", ").toStdString();
}

TEST(Spoken, ADialIsASliderThatCanBeHeardAndTurned) {
    Heard at;
    at.settle();
    const DialRow* row = nullptr;
    for (const DialRow* each : at.window->desk_in_view()->findChildren<DialRow*>())
        if (each->accessibleName() == "hop.rise") row = each;
    ASSERT_NE(row, nullptr);
    QAccessibleInterface* heard = QAccessible::queryAccessibleInterface(const_cast<DialRow*>(row));
    EXPECT_EQ(heard->role(), QAccessible::Slider);
    QAccessibleValueInterface* value = heard->valueInterface();
    ASSERT_NE(value, nullptr);
    EXPECT_DOUBLE_EQ(value->currentValue().toDouble(), at.value("hop.rise"));
    EXPECT_EQ(heard->text(QAccessible::Value), "2.1 m");
    EXPECT_FALSE(heard->text(QAccessible::Description).isEmpty()) << "what it does";
    value->setCurrentValue(2.5);
    EXPECT_DOUBLE_EQ(at.value("hop.rise"), 2.5);
    value->setCurrentValue(1e9);
    EXPECT_DOUBLE_EQ(at.value("hop.rise"), value->maximumValue().toDouble());
    value->setCurrentValue("loud");
    EXPECT_DOUBLE_EQ(at.value("hop.rise"), value->maximumValue().toDouble()) << "what is no number turns nothing";
}

TEST(Spoken, GatesAndReadingsSayWhatTheyShow) {
    Heard at;
    at.settle();
    const QString gates = at.of<GateList>().text(QAccessible::Description);
    EXPECT_TRUE(gates.contains("holds: ")) << gates.toStdString();
    const QString readings = at.of<ReadingList>().text(QAccessible::Description);
    EXPECT_TRUE(readings.contains("hop height: current 2.1 m, kept 2.1 m, mark 2 m to 2.3 m, holds"))
        << readings.toStdString();
    EXPECT_EQ(at.of<GateList>().valueInterface(), nullptr) << "it isn't turned";
    const QString stage = QAccessible::queryAccessibleInterface(at.window->stage())->text(QAccessible::Description);
    EXPECT_TRUE(stage.startsWith("walk\nfeet: 0 m")) << stage.toStdString();
}

}  // namespace
}  // namespace leap::studio
