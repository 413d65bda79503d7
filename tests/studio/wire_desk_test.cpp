// SPDX-License-Identifier: GPL-3.0-or-later
// Shared play in the window: stages, chart, connections, and what one word of a script changes.
#include "studio/wire_desk/wire_desk.hpp"

#include <gtest/gtest.h>
#include <QTest>
#include <QUndoStack>

#include "core/project/file_io.hpp"
#include "core/project/wire_file.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::wire_desk_test {
namespace {

struct Wire : test::Studio {
    WireDesk* wire = nullptr;
    explicit Wire(const std::string& rehearsal = "lever and door") {
        window->show_desk("wire");
        wire = window->desk<WireDesk>();
        const int row = wire->rehearsals()->findText(QString::fromStdString(rehearsal));
        wire->rehearsals()->setCurrentIndex(row);
        emit wire->rehearsals()->activated(row);
        played();
    }
    WirePointer now() const { return session->wire_runs().result(Side::now); }
    const WirePlan& plan() const { return session->wire_entry(wire->path())->plan; }
    /// Waits until what is in view was played with the plan as it is.
    void played() {
        ASSERT_TRUE(QTest::qWaitFor([&] { return now() && now()->plan == plan() && !session->wire_runs().busy(); },
                                    test::patience(20000)));
        settle();
    }
    double reading(const std::string& name) const {
        for (const WireReading& each : now()->readings)
            if (each.name == name) return each.value;
        return -1.0;
    }
    bool late_door_differs() const {
        return std::any_of(now()->differences.begin(), now()->differences.end(), [&](const WireDifference& each) {
            return each.peer == 2 && now()->run.fixtures[each.fixture] == "two quay door";
        });
    }
    void click(double at_s, double y) {
        QTest::mouseClick(wire->chart(), Qt::LeftButton, {},
                          QPoint(static_cast<int>(std::lround(wire->chart()->x_of(at_s))), static_cast<int>(y)));
    }
};

TEST(WireDesk, SaysAtTheCursorWhatDiffersAndWhy) {
    Wire window;
    EXPECT_EQ(window.now()->problem, "");
    window.click(2.2, window.wire->chart()->y_of(0) + 40);
    EXPECT_NEAR(window.wire->cursor(), 2.2, 0.02);
    const QString words = window.wire->sheet()->differences_text();
    EXPECT_TRUE(words.contains("two quay door: open at Host, shut at Peer 2")) << words.toStdString();
    EXPECT_TRUE(words.contains("Peer 2 joined later, and it isn't kept")) << words.toStdString();
    window.wire->set_cursor(0.2);
    EXPECT_EQ(window.wire->sheet()->differences_text(), "Nothing: all agree");
    EXPECT_EQ(window.wire->stages()->frame_of(2), nullptr) << "not there yet";
    window.wire->set_cursor(3.0);
    ASSERT_NE(window.wire->stages()->frame_of(2), nullptr);
    EXPECT_EQ(window.wire->stages()->frame_of(2)->world.actors.size(), 3U);
    EXPECT_FALSE(window.wire->grab().isNull());
}

TEST(WireDesk, OneWordOfTheScriptMakesTheLateJoinerAgree) {
    Wire window;
    EXPECT_TRUE(window.late_door_differs());
    std::string text = *window.session->text("fixtures/door.leap");
    const std::size_t at = text.find("as present");
    ASSERT_NE(at, std::string::npos);
    text.replace(at, 10, "as kept");
    const auto before = window.now();
    window.session->edit_text("fixtures/door.leap", text, "share");
    ASSERT_TRUE(QTest::qWaitFor([&] { return window.now() != before && !window.session->wire_runs().busy(); },
                                test::patience(20000)));
    EXPECT_FALSE(window.late_door_differs());
    ASSERT_TRUE(window.session->wire_runs().result(Side::kept));
}

TEST(WireDesk, ADelayThatIsDraggedBendsTheRehearsalAndIsOneStepOfUndo) {
    Wire window("dash and wall run far off");
    const int steps = window.session->undo_stack().count();
    LinkRow* delay = window.wire->sheet()->link_row(1, "delay");
    ASSERT_NE(delay, nullptr);
    EXPECT_NEAR(delay->value(), 0.15, 1e-6);
    const double seen = window.reading("press_to_seen");
    delay->slider()->setSliderDown(true);
    for (int step = 300; step <= 600; step += 50) delay->slider()->setValue(step);
    delay->slider()->setSliderDown(false);
    window.played();
    EXPECT_NEAR(window.plan().peers[1].link.delay_s, 0.3, 1e-6);
    EXPECT_GT(window.reading("press_to_seen"), seen + 0.03);
    EXPECT_EQ(window.session->undo_stack().count(), steps + 1);
    window.session->undo_stack().undo();
    window.played();
    EXPECT_NEAR(window.plan().peers[1].link.delay_s, 0.15, 1e-6);
    EXPECT_NEAR(delay->value(), 0.15, 1e-6) << "the row follows";
}

TEST(WireDesk, WhenAPeerJoinsIsDragged) {
    Wire window;
    WireChart* chart = window.wire->chart();
    const int y = static_cast<int>(chart->y_of(2));
    const auto point = [&](double at_s) { return QPoint(static_cast<int>(std::lround(chart->x_of(at_s))), y); };
    QTest::mousePress(chart, Qt::LeftButton, {}, point(1.5));
    QTest::mouseMove(chart, point(2.0));
    QTest::mouseMove(chart, point(3.0));
    QTest::mouseRelease(chart, Qt::LeftButton, {}, point(3.0));
    window.played();
    EXPECT_NEAR(window.plan().peers[2].joins_s, 3.0, 0.02);
    EXPECT_GE(window.now()->run.peers[2].from_s, 3.0);
    window.session->undo_stack().undo();
    EXPECT_NEAR(window.plan().peers[2].joins_s, 1.5, 1e-9) << "one step";
}

TEST(WireDesk, ANewRehearsalIsAFileWhenSavedAndGoesWhenDeleted) {
    Wire window;
    window.session->choose_tape("three hops");
    const std::size_t count = window.session->wires().size();
    QPushButton* make = nullptr;
    QPushButton* remove = nullptr;
    for (QPushButton* each : window.wire->findChildren<QPushButton*>()) {
        if (each->text() == "New rehearsal") make = each;
        if (each->text() == "Delete") remove = each;
    }
    ASSERT_TRUE(make != nullptr && remove != nullptr);
    QTest::mouseClick(make, Qt::LeftButton);
    window.played();
    ASSERT_EQ(window.session->wires().size(), count + 1);
    EXPECT_EQ(window.plan().peers[0].tape, "three hops");
    EXPECT_EQ(window.now()->problem, "");
    EXPECT_TRUE(window.session->modified());
    EXPECT_EQ(window.session->save(), "");
    const std::string path = window.wire->path();
    EXPECT_TRUE(read_wire_plan(window.file_text(path), path).has_value());
    QTest::mouseClick(remove, Qt::LeftButton);
    window.settle();
    EXPECT_EQ(window.session->wires().size(), count);
    EXPECT_NE(window.wire->path(), path);
    window.session->undo_stack().undo();
    EXPECT_EQ(window.session->wires().size(), count + 1);
}

TEST(WireDesk, WhatCantBePlayedIsSaidAndNothingIsLost) {
    Wire window;
    WirePlan plan = window.plan();
    plan.peers[1].tape = "gone";
    window.session->edit_wire(window.wire->path(), plan);
    window.played();
    EXPECT_NE(window.now()->problem.find("there is no tape called \"gone\""), std::string::npos);
    EXPECT_FALSE(window.wire->grab().isNull());
    EXPECT_TRUE(window.wire->sheet()->differences_text().contains("no tape called"));
    // Another program writes nonsense into the file: what it said before stays.
    window.session->undo_stack().undo();
    ASSERT_EQ(window.session->save(), "");
    window.write_outside(window.wire->path(), "{\"format\": 1, \"name\": ");
    window.session->look_at_disk();
    window.settle();
    EXPECT_EQ(window.plan().peers[1].tape, "two on the quay");
    EXPECT_TRUE(window.window->strip_text().contains("what it said before stays"))
        << window.window->strip_text().toStdString();
}

TEST(WireDesk, IsWatchedByTheSessionsClockAndHoldsAtTheEnd) {
    Wire window;
    window.wire->set_cursor(1.0);
    QTest::keyClick(window.wire->chart(), Qt::Key_Space);
    EXPECT_TRUE(window.wire->watching());
    window.clock += 0.5;
    window.wire->move_on();
    EXPECT_NEAR(window.wire->cursor(), 1.5, 1e-6);
    window.clock += 60.0;
    window.wire->move_on();
    EXPECT_NEAR(window.wire->cursor(), 6.0, 1e-6);
    EXPECT_FALSE(window.wire->watching());
    QTest::keyClick(window.wire->chart(), Qt::Key_Left);
    EXPECT_NEAR(window.wire->cursor(), 6.0 - 1.0 / 120, 1e-6);
}

TEST(WireDesk, PeersAreAddedAndTakenAway) {
    Wire window("catch and shove");
    const auto press = [&](const QString& text) {
        for (QPushButton* each : window.wire->sheet()->findChildren<QPushButton*>())
            if (each->text() == text && each->isVisible()) return QTest::mouseClick(each, Qt::LeftButton);
        FAIL() << text.toStdString();
    };
    press("Add a peer");
    window.played();
    ASSERT_EQ(window.plan().peers.size(), 3U);
    EXPECT_EQ(window.plan().peers[2].name, "Peer 2");
    EXPECT_NE(window.wire->sheet()->link_row(2, "lost"), nullptr);
    press("Remove");
    window.played();
    EXPECT_EQ(window.plan().peers.size(), 2U);
}

TEST(WireDesk, IsPlayedOnlyWhileItIsInView) {
    Wire window;
    window.window->show_desk("stage");
    const auto before = window.now();
    window.session->preview_dial(window.dial("hop.rise"), 3.0);
    window.settle();
    EXPECT_EQ(window.now(), before);
    window.window->show_desk("wire");
    ASSERT_TRUE(QTest::qWaitFor([&] { return window.now() != before; }, test::patience(20000)));
}

}  // namespace
}  // namespace leap::studio::wire_desk_test
