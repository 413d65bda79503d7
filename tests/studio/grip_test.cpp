// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_grip.hpp"

#include <gtest/gtest.h>

#include <QApplication>
#include <QMouseEvent>
#include <QTest>
#include <stdexcept>

#include "tests/studio/support.hpp"

namespace leap::studio::grip_test {
namespace {

/// The lamp round at an instant at which the left hand holds the signal lamp.
struct Holding : test::Studio {
    StageView* stage = nullptr;
    Holding() {
        session->choose_tape("lamp round");
        settle();
        const RunPointer run = session->now_run();
        double at = 0.0;
        for (const TraceEvent& event : run->trace.events)
            if (event.kind == EventKind::grabbed && at == 0.0) at = event.time + 0.4;
        session->set_cursor(at);
        stage = desk->stage();
        stage->stand_still();
        settle();
    }
    const GripHandle& handle(const QString& word) const {
        for (const GripHandle& one : stage->grips())
            if (one.word == word) return one;
        throw std::runtime_error("no handle " + word.toStdString());  // the case fails, and goes no further
    }
    void drag(const QPointF& from, const QPointF& by) {
        const auto send = [&](QEvent::Type type, const QPointF& at, Qt::MouseButtons buttons) {
            QMouseEvent event(type, at, stage->mapToGlobal(at),
                              type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton, buttons, Qt::NoModifier);
            QApplication::sendEvent(stage, &event);
        };
        send(QEvent::MouseButtonPress, from, Qt::LeftButton);
        send(QEvent::MouseMove, from + by * 0.5, Qt::LeftButton);
        send(QEvent::MouseMove, from + by, Qt::LeftButton);
        send(QEvent::MouseButtonRelease, from + by, Qt::NoButton);
        settle();
    }
};

TEST(Grip, EveryPartThatIsADialHasAHandleOnWhatIsHeld) {
    Holding holding;
    QStringList words;
    for (const GripHandle& handle : holding.stage->grips()) words << handle.word;
    EXPECT_EQ(words, (QStringList{"out", "aside", "high", "tilt"}));
    EXPECT_TRUE(holding.handle("tilt").turns);
}

TEST(Grip, AHandleIsDraggedTheTapeFollowsAndTheNumberGoesIntoTheScript) {
    Holding holding;
    const GripHandle high = holding.handle("high");
    const std::string path = holding.session->program()->dials[high.dial].path();
    const double before = holding.value(path);
    const StageCamera camera = holding.stage->camera();
    const QSize size = holding.stage->size();
    const QPointF from = *camera.project(high.at, size);
    const QPointF by = *camera.project(high.at + high.axis * 0.1, size) - from;
    holding.drag(from, by);
    EXPECT_NEAR(holding.value(path), before + 0.1, 0.03);
    EXPECT_TRUE(holding.session->modified());
    EXPECT_NEAR(glm::dot(holding.handle("high").thing - high.thing, high.axis), holding.value(path) - before, 1e-3);
    holding.session->undo_stack().undo();
    holding.settle();
    EXPECT_NEAR(holding.value(path), before, 1e-9);
    EXPECT_FALSE(holding.session->playing()) << "a drag of a handle is no click on the stage";
}

TEST(Grip, WithNothingInHandThereAreNoHandles) {
    Holding holding;
    holding.session->set_cursor(1.0);
    holding.stage->stand_still();
    holding.settle();
    EXPECT_TRUE(holding.stage->grips().empty());
}

/// Played live, with the signal lamp before the eyes at the start and the left hand's button held down.
TEST(Grip, HandlesAreChosenAndTurnedByKeysAndSaidAloud) {
    Holding holding;
    StageView* stage = holding.stage;
    stage->setFocus();
    const GripHandle high = holding.handle("high");
    const std::string path = holding.session->program()->dials[high.dial].path();
    const double before = holding.value(path);
    for (int i = 0; i < 3; ++i) QTest::keyClick(stage, Qt::Key_Right, Qt::ControlModifier);
    EXPECT_TRUE(stage->spoken_words().contains("selected: high")) << stage->spoken_words().toStdString();
    for (int i = 0; i < 5; ++i) QTest::keyClick(stage, Qt::Key_Up, Qt::AltModifier);
    holding.settle();
    EXPECT_NEAR(holding.value(path), before + 0.05, 1e-9) << "by hundredths of its range, -50 to 50 cm";
    QTest::keyClick(stage, Qt::Key_Down, Qt::AltModifier);
    holding.settle();
    EXPECT_NEAR(holding.value(path), before + 0.04, 1e-9);
    QTest::keyClick(stage, Qt::Key_Left, Qt::ControlModifier);
    EXPECT_TRUE(stage->spoken_words().contains("selected: aside"));
}

struct HoldingLive : test::Studio {
    StageView* stage = nullptr;
    HoldingLive() {
        std::string course = file_text("quay.course.json");
        const auto change = [&](const std::string& from, const std::string& to) {
            const auto at = course.find(from);
            if (at == std::string::npos) ADD_FAILURE() << from;
            course.replace(at, from.size(), to);
        };
        change("\"places\": [",
               "\"places\": [\n    {\"name\": \"by the lamp\", \"position\": [-57.5, 3, 0], \"facing\": 0},");
        change("\"kind\": \"signal_lamp\", \"position\": [-57, 3, 0]",
               "\"kind\": \"signal_lamp\", \"position\": [-56, 3, 1.42]");
        write_outside("quay.course.json", course);
        settle();
        EXPECT_EQ(session->play("by the lamp"), QString());
        stage = desk->stage();
        QTest::keyPress(stage, Qt::Key_1);
        play_on(1.0);
    }
    /// With frames drawn, as in a real window.
    void play_on(double seconds) {
        pass(seconds);
        stage->stand_still();
        stage->grab();
    }
    void send(QEvent::Type type, const QPointF& at, Qt::MouseButton button, Qt::MouseButtons buttons) {
        QMouseEvent event(type, at, stage->mapToGlobal(at), button, buttons, Qt::NoModifier);
        QApplication::sendEvent(stage, &event);
    }
    std::optional<GripHandle> handle(const QString& word) const {
        for (const GripHandle& one : stage->grips())
            if (one.word == word) return one;
        return std::nullopt;
    }
};

TEST(Grip, WhilePlayingAHandleIsDraggedAndWhatIsHeldFollowsAtOnce) {
    HoldingLive live;
    ASSERT_TRUE(live.session->playing());
    const auto high = live.handle("high");
    ASSERT_TRUE(high);
    const std::string path = live.session->program()->dials[high->dial].path();
    const double before = live.value(path);
    const StageCamera camera = live.stage->camera();
    const QPointF from = *camera.project(high->at, live.stage->size());
    const QPointF to = *camera.project(high->at + high->axis * 0.1, live.stage->size());
    live.send(QEvent::MouseButtonPress, from, Qt::LeftButton, Qt::LeftButton);
    live.send(QEvent::MouseMove, to, Qt::NoButton, Qt::LeftButton);
    live.play_on(0.1);
    EXPECT_NEAR(live.value(path), before + 0.1, 0.03);
    EXPECT_NEAR(glm::dot(live.handle("high")->thing - high->thing, high->axis), live.value(path) - before, 5e-3)
        << "while the button is still down";
    live.send(QEvent::MouseButtonRelease, to, Qt::LeftButton, Qt::NoButton);
    live.play_on(0.1);
    EXPECT_TRUE(live.session->playing()) << "the run goes on";
    EXPECT_TRUE(live.session->modified()) << "and the number stands in the script";
    live.session->stop();
    live.settle();
    EXPECT_NEAR(live.value(path), before + 0.1, 0.03);
}

TEST(Grip, WhilePlayingAClickTakesTheMouseAndARightClickGivesItBack) {
    HoldingLive live;
    const QPointF middle(live.stage->width() / 2.0, live.stage->height() - 4.0);
    live.send(QEvent::MouseButtonPress, middle, Qt::LeftButton, Qt::LeftButton);
    EXPECT_EQ(live.stage->cursor().shape(), Qt::BlankCursor);
    live.send(QEvent::MouseButtonPress, middle, Qt::RightButton, Qt::RightButton);
    EXPECT_NE(live.stage->cursor().shape(), Qt::BlankCursor);
    EXPECT_TRUE(live.session->playing());
}

}  // namespace
}  // namespace leap::studio::grip_test
