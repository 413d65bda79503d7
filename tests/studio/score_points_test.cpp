// SPDX-License-Identifier: GPL-3.0-or-later
// The stick and the look of a tape are shaped in the score, through real mouse events.
#include <gtest/gtest.h>
#include <QTest>

#include "tests/studio/support.hpp"

namespace leap::studio::score_points_test {
namespace {

struct Shaping : test::Studio {
    ScoreView* score = nullptr;
    explicit Shaping(const QString& tape = "quay loop") {
        session->choose_tape(tape);
        settle();
        score = desk->score();
        score->resize(900, 620);
        score->show_input_curves(true);
        score->setFocus();
    }
    std::vector<InputPoint> points(InputCurve curve, std::size_t track = 0) const {
        return points_of(*session->tape(), track, curve);
    }
    QPoint at(InputCurve curve, double time, double value) const {
        return {static_cast<int>(std::lround(score->x_of(time))),
                static_cast<int>(std::lround(score->y_of(curve, value)))};
    }
    void move_to(const QPoint& point) {
        QMouseEvent move(QEvent::MouseMove, point, score->mapToGlobal(QPointF(point)), Qt::NoButton, Qt::LeftButton,
                         Qt::NoModifier);
        QCoreApplication::sendEvent(score, &move);
    }
    void drag(const std::vector<QPoint>& way) {
        QTest::mousePress(score, Qt::LeftButton, {}, way.front());
        for (const QPoint& point : way) move_to(point);
        QTest::mouseRelease(score, Qt::LeftButton, {}, way.back());
        settle();
    }
    Vec3 end() const { return session->now_run()->trace.tracks[0].rows.back().position; }
};

TEST(ScorePoints, TheLanesOpenFromTheSticksHead) {
    Shaping window;
    EXPECT_FALSE(window.score->input_lane(InputCurve::stick_side).isNull());
    QTest::mouseClick(window.score, Qt::LeftButton, {},
                      QPoint(30, static_cast<int>(window.score->stick_lane().center().y())));
    EXPECT_TRUE(window.score->input_lane(InputCurve::stick_side).isNull());
}

TEST(ScorePoints, APointIsDraggedTheRunFollowsAndUndoBringsItBack) {
    Shaping window;
    const Tape before = *window.session->tape();
    const InputPoint first = window.points(InputCurve::stick_ahead).at(0);
    const Vec3 end = window.end();
    const QPoint from = window.at(InputCurve::stick_ahead, first.time_s, first.value);
    const QPoint to = window.at(InputCurve::stick_ahead, first.time_s + 0.1, 0.5);
    QTest::mousePress(window.score, Qt::LeftButton, {}, from);
    window.move_to(to);
    window.settle();
    EXPECT_NE(window.end(), end) << "bent while it is dragged";
    EXPECT_EQ(*window.session->tape(), before);
    QTest::mouseRelease(window.score, Qt::LeftButton, {}, to);
    window.settle();
    const InputPoint now = window.points(InputCurve::stick_ahead).at(0);
    EXPECT_NEAR(now.value, 0.5, 0.04);
    EXPECT_NEAR(now.time_s, first.time_s + 0.1, 0.02);
    EXPECT_NEAR(now.time_s * 120.0, std::round(now.time_s * 120.0), 1e-3) << "at a tick";
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_EQ(*window.session->tape(), before) << "one step";
    EXPECT_EQ(window.end(), end);
}

TEST(ScorePoints, ADoubleClickAddsAPointAndDeleteTakesItAway) {
    Shaping window;
    const std::size_t before = window.points(InputCurve::stick_side).size();
    const QPoint at = window.at(InputCurve::stick_side, 3.0, -0.5);
    QTest::mouseDClick(window.score, Qt::LeftButton, {}, at);
    window.settle();
    ASSERT_EQ(window.points(InputCurve::stick_side).size(), before + 1);
    std::size_t added = 0;
    while (std::abs(window.points(InputCurve::stick_side)[added].time_s - 3.0) > 0.02) ++added;
    const InputPoint point = window.points(InputCurve::stick_side)[added];
    QTest::mouseClick(window.score, Qt::LeftButton, {}, window.at(InputCurve::stick_side, point.time_s, point.value));
    QTest::keyClick(window.score, Qt::Key_Delete);
    window.settle();
    EXPECT_EQ(window.points(InputCurve::stick_side).size(), before);
}

TEST(ScorePoints, AStrokeIsDrawnAndIsOneStep) {
    Shaping window;
    const Vec3 end = window.end();
    std::vector<QPoint> way;
    for (int i = 0; i <= 20; ++i)
        way.push_back(window.at(InputCurve::stick_ahead, 4.0 + 0.05 * i, 0.5 + 0.4 * std::sin(0.3 * i)));
    window.drag(way);
    double high = -1.0;
    double low = 1.0;
    std::size_t inside = 0;
    for (const InputPoint& point : window.points(InputCurve::stick_ahead)) {
        if (point.time_s < 3.9 || point.time_s > 4.98) continue;
        ++inside;
        high = std::max(high, point.value);
        low = std::min(low, point.value);
    }
    EXPECT_GT(inside, 10U);
    EXPECT_NEAR(high, 0.9, 0.06);
    EXPECT_NEAR(low, 0.1, 0.06);
    EXPECT_NE(window.end(), end);
    window.session->undo_stack().undo();
    window.settle();
    EXPECT_FALSE(window.session->modified());
    EXPECT_EQ(window.end(), end);
}

TEST(ScorePoints, BothCurvesTogetherStayWithinTheSticksCircle) {
    Shaping window;
    const double ahead = window.points(InputCurve::stick_ahead).at(1).value;
    QTest::mouseDClick(window.score, Qt::LeftButton, {}, window.at(InputCurve::stick_side, 2.0, 0.9));
    window.settle();
    for (const TapeEvent& event : window.session->tape()->tracks[0].events)
        if (const auto* stick = std::get_if<StickEvent>(&event.what)) {
            EXPECT_LE(glm::length(stick->stick), 1.0 + 1e-6) << ahead;
        }
}

TEST(ScorePoints, TheLookIsTurnedForTheSelectedCharacterAlone) {
    Shaping window("two on the quay");
    window.session->select_character(1);
    const Tape before = *window.session->tape();
    QTest::mouseDClick(window.score, Qt::LeftButton, {}, window.at(InputCurve::look_up, 2.0, 30.0));
    window.settle();
    EXPECT_EQ(window.session->tape()->tracks[0], before.tracks[0]);
    const std::vector<InputPoint> up = window.points(InputCurve::look_up, 1);
    EXPECT_TRUE(std::any_of(up.begin(), up.end(), [](const InputPoint& point) {
        return std::abs(point.time_s - 2.0) < 0.02 && std::abs(point.value - 30.0) < 4.0;
    }));
}

TEST(ScorePoints, AStrokeIsDrawnWithKeysAlone) {
    Shaping window("gong pier");  // the stick is nowhere tilted
    const std::size_t before = window.points(InputCurve::stick_ahead).size();
    const Vec3 end = window.end();
    for (const double time : {1.0, 1.1, 1.2}) {
        window.session->set_cursor(time);
        QTest::keyClick(window.score, Qt::Key_Insert);
        for (int step = 0; step < 4; ++step) QTest::keyClick(window.score, Qt::Key_Up, Qt::AltModifier);
        window.settle();
    }
    const std::vector<InputPoint> points = window.points(InputCurve::stick_ahead);
    EXPECT_EQ(points.size(), before + 3) << "of the first curve that is shown";
    const auto at = [&](double time) {
        return *std::find_if(points.begin(), points.end(),
                             [&](const InputPoint& point) { return std::abs(point.time_s - time) < 1e-6; });
    };
    EXPECT_GT(at(1.1).value, at(1.0).value) << "each goes on from where the curve is";
    EXPECT_GT(at(1.2).value, at(1.1).value);
    EXPECT_NE(window.end(), end) << "and the run follows";
    QTest::keyClick(window.score, Qt::Key_Delete);
    EXPECT_EQ(window.points(InputCurve::stick_ahead).size(), before + 2) << "the last one is the chosen one";
}

}  // namespace
}  // namespace leap::studio::score_points_test
