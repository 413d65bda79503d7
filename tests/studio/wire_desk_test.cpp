// SPDX-License-Identifier: GPL-3.0-or-later
// Shared play in the window: stages, chart, connections, and what one word of a script changes.
#include "studio/wire_desk/wire_desk.hpp"

#include <gtest/gtest.h>
#include <QTest>
#include <QUndoStack>
#include <set>

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
    /// Lets the session's clock go on, picture by picture.
    void wait(double seconds) {
        for (double gone = 0.0; gone < seconds; gone += 0.05) {
            clock += 0.05;
            wire->move_on();
        }
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
    EXPECT_TRUE(words.contains("Peer 2 joined later, and it is shared once")) << words.toStdString();
    window.wire->set_cursor(0.2);
    EXPECT_EQ(window.wire->sheet()->differences_text(), "Nothing: all agree");
    EXPECT_EQ(window.wire->stages()->frame_of(2), nullptr) << "not joined yet";
    window.wire->set_cursor(3.0);
    ASSERT_NE(window.wire->stages()->frame_of(2), nullptr);
    EXPECT_EQ(window.wire->stages()->frame_of(2)->world.actors.size(), 3U);
    EXPECT_FALSE(window.wire->grab().isNull());
}

TEST(WireDesk, WhileAPeerIsPlayedTheChartAndTheSheetSayWhatDiffersNow) {
    Wire window;
    window.wire->stages()->choose(1);
    window.wire->play();
    ASSERT_TRUE(window.wire->playing());
    const WireSheet* sheet = window.wire->sheet();
    window.wait(0.3);
    EXPECT_EQ(sheet->differences_text(), "Nothing: all agree");
    const double x_of_a_second = window.wire->chart()->x_of(1.0);
    window.wait(2.0);
    const QString words = sheet->differences_text();
    EXPECT_TRUE(words.contains("two quay door: open at Host, shut at Peer 2")) << words.toStdString();
    EXPECT_TRUE(words.contains("to the end")) << "as far as it has come";
    EXPECT_TRUE(words.contains("Peer 2 joined later, and it is shared once")) << words.toStdString();
    EXPECT_TRUE(window.wire->chart()->spoken_words().contains("two quay door: open at Host"));
    EXPECT_EQ(window.wire->chart()->x_of(1.0), x_of_a_second) << "the rehearsal's length is in view";
    window.wait(5.0);
    EXPECT_LT(window.wire->chart()->x_of(1.0), x_of_a_second) << "beyond it there is more room";
    window.wire->stop_playing();
    window.played();
    EXPECT_EQ(window.now()->problem, "");
}

TEST(WireDesk, OneButtonHasEverybodyPlayedFromInputsAlone) {
    Wire window;
    ASSERT_TRUE(window.late_door_differs());
    QTest::mouseClick(window.wire->sheet()->from_inputs(), Qt::LeftButton);
    EXPECT_EQ(window.plan().others, OthersShown::from_inputs);
    window.played();
    EXPECT_FALSE(window.late_door_differs()) << "the newcomer has played all that was";
    EXPECT_EQ(window.reading("worlds_parted"), 0.0);
    const auto has = [&](const char* cause) {
        const auto& all = window.now()->differences;
        return std::any_of(all.begin(), all.end(), [&](const WireDifference& each) {
            return cause_text(window.now()->run, each).find(cause) != std::string::npos;
        });
    };
    EXPECT_TRUE(has("input had not arrived"));
    EXPECT_FALSE(has("share"));
    window.session->undo_stack().undo();
    EXPECT_EQ(window.plan().others, OthersShown::behind);
}

TEST(WireDesk, EachStageSaysWhyItsCharacterCantStartAMove) {
    Wire window("two at the buoy");
    QComboBox* moves = window.wire->moves();
    const int row = moves->findText("hop");
    ASSERT_GT(row, 0);
    moves->setCurrentIndex(row);
    emit moves->activated(row);
    window.wire->set_cursor(0.1);
    for (const std::size_t peer : {0U, 1U}) EXPECT_EQ(window.wire->stages()->why_not_of(peer), "ready") << peer;
    moves->setCurrentIndex(0);
    emit moves->activated(0);
    EXPECT_EQ(window.wire->stages()->why_not_of(0), "");
    Wire knocked("knocked over the wire");
    const int dash = knocked.wire->moves()->findText("dash");
    knocked.wire->moves()->setCurrentIndex(dash);
    emit knocked.wire->moves()->activated(dash);
    QStringList said;
    for (double at = 0.0; at < knocked.now()->run.end_s; at += 0.1) {
        knocked.wire->set_cursor(at);
        for (const std::size_t peer : {0U, 1U}) said << knocked.wire->stages()->why_not_of(peer);
    }
    EXPECT_TRUE(said.contains("stunned")) << said.join(", ").toStdString();
}

TEST(WireDesk, CorrectionsAreLedOverForTheEyeAndKeptFiguresStay) {
    Wire window("two at the buoy");
    ASSERT_FALSE(window.now()->run.corrections.empty());
    const auto largest = std::max_element(window.now()->run.corrections.begin(), window.now()->run.corrections.end(),
                                          [](const auto& a, const auto& b) { return a.moved_m < b.moved_m; });
    ASSERT_GT(largest->moved_m, 0.2);
    const auto step = [&](double from_s, double to_s, bool shown) {
        const auto place = [&](double at_s) {
            window.wire->set_cursor(at_s);
            const WireFrame* frame = window.wire->stages()->frame_of(1);
            return shown ? *window.wire->stages()->feet_of(1) : frame->world.actors[1].body.position;
        };
        const Vec3 from = place(from_s);
        return glm::length(place(to_s) - from);
    };
    // The pictures right before and right after it.
    const auto& frames = window.now()->run.peers[1].frames;
    const auto next =
        std::find_if(frames.begin(), frames.end(), [&](const WireFrame& each) { return each.at_s >= largest->at_s; });
    ASSERT_TRUE(next != frames.begin() && next != frames.end());
    const double before = (next - 1)->at_s;
    const double after = next->at_s;
    ASSERT_GT(step(before, after, false), 0.2);
    EXPECT_LT(step(before, after, true), 0.5 * step(before, after, false)) << "the eye doesn't jump";
    EXPECT_NEAR(glm::length(led_over(window.now()->run, 1, largest->at_s + 1.0)), 0.0, 1e-9);
}

TEST(WireDesk, APeerIsPlayedByHandAndWhatWasPlayedIsItsTapeThen) {
    Wire window("two at the buoy");
    const WirePlan before = window.plan();
    const std::size_t tapes = window.session->project().tapes.size();
    window.wire->stages()->choose(1);
    EXPECT_EQ(window.wire->play_button()->text(), "Play Peer 1");
    window.wire->setFocus();
    QTest::keyClick(window.wire, Qt::Key_Return);
    ASSERT_TRUE(window.wire->playing());
    window.wait(0.3);
    QTest::keyPress(window.wire, Qt::Key_W);
    window.wait(0.4);
    QTest::keyPress(window.wire, Qt::Key_Space);
    window.wait(0.2);
    const World* own = window.wire->live()->world_of(1);
    ASSERT_NE(own, nullptr);
    EXPECT_GT(own->actors[1].body.position.z, 0.2) << "it hops at once";
    QTest::keyRelease(window.wire, Qt::Key_Space);
    QTest::keyRelease(window.wire, Qt::Key_W);
    window.wait(1.0);
    const Vec3 came_to = window.wire->live()->world_of(1)->actors[1].body.position;
    const double played_s = window.wire->live()->now_s();
    QTest::keyClick(window.wire, Qt::Key_Escape);
    EXPECT_FALSE(window.wire->playing());
    ASSERT_EQ(window.session->project().tapes.size(), tapes + 1);
    EXPECT_EQ(window.plan().peers[1].tape, "Peer 1 over the wire");
    window.played();
    window.wire->set_cursor(played_s);
    const Vec3 again = window.wire->stages()->frame_of(1)->world.actors[1].body.position;
    EXPECT_LT(glm::length(again - came_to), 0.1) << "rehearsed with its tape it goes the same way";
    window.session->undo_stack().undo();
    EXPECT_EQ(window.plan(), before) << "one step of undo";
    EXPECT_EQ(window.session->project().tapes.size(), tapes);
}

TEST(WireDesk, APadPlaysAPeerAndTheChartGrowsMeanwhile) {
    Wire window("two at the buoy");
    window.wire->stages()->choose(1);
    PlayInput* input = window.window->input();
    input->pad(0, "south", true);  // nobody plays yet: nothing comes of it
    input->pad(0, "south", false);
    window.wire->play();
    ASSERT_TRUE(window.wire->playing());
    window.wait(0.3);
    input->pad_stick(0, {0.0, 1.0});
    input->pad_look(0, {1.0, 0.0}, 0.1);
    input->pad(0, "south", true);
    window.wait(0.2);
    const World* own = window.wire->live()->world_of(1);
    ASSERT_NE(own, nullptr);
    EXPECT_GT(own->actors[1].body.position.z, 0.2) << "it hops at once";
    const QImage early = window.wire->chart()->grab().toImage();
    input->pad(0, "south", false);
    input->pad_stick(0, {0.0, 0.0});
    window.wait(0.8);
    EXPECT_NE(window.wire->chart()->grab().toImage(), early) << "what is sent is drawn as it is sent";
    EXPECT_NEAR(window.wire->chart()->cursor(), window.wire->live()->now_s(), 1e-9);
    window.wire->stop_playing();
    const TapeEntry* take = window.session->project().find_tape("Peer 1 over the wire");
    ASSERT_NE(take, nullptr);
    std::set<std::size_t> kinds;
    for (const TapeEvent& event : take->tape.tracks.front().events) kinds.insert(event.what.index());
    EXPECT_EQ(kinds.size(), 3U) << "a button, the stick and the view";
}

TEST(WireDesk, ClocksAndInputDelayAreTurnedInTheSheet) {
    Wire window("two at the buoy");
    window.wire->sheet()->link_row(1, "clock")->box()->setValue(-40.0);
    EXPECT_NEAR(window.plan().peers[1].clock_s, -0.04, 1e-9);
    window.wire->sheet()->link_row(0, "input delay")->box()->setValue(50.0);
    EXPECT_NEAR(window.plan().input_delay_s, 0.05, 1e-9);
    window.played();
    window.session->undo_stack().undo();
    EXPECT_EQ(window.plan().input_delay_s, 0.0);
}

TEST(WireDesk, LeavingTheDeskEndsPlayingAndLosesNothing) {
    Wire window("two at the buoy");
    window.wire->play();
    ASSERT_TRUE(window.wire->playing());
    window.clock += 0.2;
    window.wire->move_on();
    QTest::keyPress(window.wire, Qt::Key_D);
    window.clock += 0.5;
    window.wire->move_on();
    window.window->show_desk("stage");
    EXPECT_FALSE(window.wire->playing());
    EXPECT_EQ(window.plan().peers[0].tape, "Host over the wire");
    // Without a press there is nothing to keep.
    Wire idle("two at the buoy");
    const WirePlan before = idle.plan();
    idle.wire->play();
    idle.clock += 0.5;
    idle.wire->move_on();
    QTest::keyClick(idle.wire, Qt::Key_Escape);
    EXPECT_EQ(idle.plan(), before);
}

TEST(WireDesk, OneWordOfTheScriptMakesTheLateJoinerAgree) {
    Wire window;
    EXPECT_TRUE(window.late_door_differs());
    std::string text = *window.session->text("fixtures/door.leap");
    const std::size_t at = text.find("as once");
    ASSERT_NE(at, std::string::npos);
    text.replace(at, 7, "as kept");
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
    EXPECT_NE(window.now()->problem.find("unknown tape \"gone\""), std::string::npos);
    EXPECT_FALSE(window.wire->grab().isNull());
    EXPECT_TRUE(window.wire->sheet()->differences_text().contains("unknown tape"));
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
