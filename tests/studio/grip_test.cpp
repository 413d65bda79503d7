// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_grip.hpp"

#include <gtest/gtest.h>

#include <QApplication>
#include <QMouseEvent>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio {
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
        ADD_FAILURE() << "no handle " << word.toStdString();
        return stage->grips().front();
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
    const std::string path = holding.session->program()->dials[static_cast<std::size_t>(high.dial)].path();
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

}  // namespace
}  // namespace leap::studio
