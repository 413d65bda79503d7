// SPDX-License-Identifier: MIT
#include "core/tape/tape_curves.hpp"

#include <gtest/gtest.h>

#include <random>

#include "core/project/project_check.hpp"
#include "core/project/tape_file.hpp"
#include "core/tape/tape_edit.hpp"
#include "tests/core/support.hpp"

namespace leap::tape_curves_test {
namespace {

using test::TapeMaker;

const Vec2 none{0.0};

Tape some_tape() {
    return TapeMaker(4).stick(0.5, 0, 1).hold("jump", 1, 0.5).stick(1, 0.6, 0.8).stick(2, 0, 0).look(1.5, 30);
}

double value_at(const Tape& tape, InputCurve curve, double time, double at_start = 0.0) {
    double out = at_start;
    for (const InputPoint& point : points_of(tape, 0, curve))
        if (point.time_s <= time) out = point.value;
    return out;
}

TEST(TapeCurves, TheStickIsTwoCurvesWithTheSameTimes) {
    const Tape tape = some_tape();
    const std::vector<InputPoint> ahead{{0.5, 1}, {1, 0.8}, {2, 0}};
    const std::vector<InputPoint> side{{0.5, 0}, {1, 0.6}, {2, 0}};
    EXPECT_EQ(points_of(tape, 0, InputCurve::stick_ahead), ahead);
    EXPECT_EQ(points_of(tape, 0, InputCurve::stick_side), side);
    EXPECT_EQ(points_of(tape, 0, InputCurve::look_turn), (std::vector<InputPoint>{{1.5, 30}}));
}

TEST(TapeCurves, AMovedPointStaysBetweenItsNeighboursAndTheStickWithinOne) {
    const Tape tape = some_tape();
    Tape moved = with_point_moved(tape, 0, InputCurve::stick_ahead, 1, {1.25, 0.25});
    EXPECT_EQ(points_of(moved, 0, InputCurve::stick_ahead)[1], (InputPoint{1.25, 0.25}));
    EXPECT_EQ(points_of(moved, 0, InputCurve::stick_side)[1], (InputPoint{1.25, 0.6})) << "the other goes along";
    moved = with_point_moved(tape, 0, InputCurve::stick_ahead, 1, {7.0, 5.0});
    EXPECT_EQ(points_of(moved, 0, InputCurve::stick_ahead)[1], (InputPoint{1.999, 0.8})) << "0.6 aside leaves 0.8";
    moved = with_point_moved(tape, 0, InputCurve::look_up, 0, {1.5, 200.0});
    EXPECT_EQ(points_of(moved, 0, InputCurve::look_up)[0].value, 80.0);
}

TEST(TapeCurves, AnAddedPointKeepsTheOtherCurveAndAnEarlierOneIsMoved) {
    const Tape tape = some_tape();
    const Tape more = with_point(tape, 0, InputCurve::stick_side, {1.5, -0.25}, none);
    EXPECT_EQ(points_of(more, 0, InputCurve::stick_side)[2], (InputPoint{1.5, -0.25}));
    EXPECT_EQ(points_of(more, 0, InputCurve::stick_ahead)[2], (InputPoint{1.5, 0.8}));
    EXPECT_EQ(
        points_of(with_point(tape, 0, InputCurve::stick_side, {1.0, -0.25}, none), 0, InputCurve::stick_side).size(),
        3U);
    const Tape turned = with_point(TapeMaker(1), 0, InputCurve::look_up, {0.5, 10}, Vec2(90, 0));
    EXPECT_EQ(points_of(turned, 0, InputCurve::look_turn)[0].value, 90.0) << "the first view stays";
}

TEST(TapeCurves, WithoutAPointTheOneBeforeHoldsOn) {
    const Tape less = without_point(some_tape(), 0, InputCurve::stick_ahead, 1);
    EXPECT_EQ(value_at(less, InputCurve::stick_ahead, 1.5), 1.0);
    EXPECT_EQ(presses_of(less, {0, "jump"}).size(), 1U) << "presses stay";
}

TEST(TapeCurves, AStrokeHoldsUnderItselfAndTheCurveGoesOnBehindIt) {
    const std::vector<InputPoint> stroke{{0.75, 0.5}, {1.25, 0.25}, {1.75, -0.5}};
    const Tape drawn = with_stroke(some_tape(), 0, InputCurve::stick_ahead, stroke, none);
    for (const auto& [time, value] : {std::pair{0.6, 1.0}, {0.8, 0.5}, {1.2, 0.5}, {1.3, 0.25}, {1.8, 0.8}, {2.1, 0.0}})
        EXPECT_EQ(value_at(drawn, InputCurve::stick_ahead, time), value) << time;
    for (const auto& [time, value] : {std::pair{0.8, 0.0}, {1.1, 0.6}, {1.8, 0.6}, {2.1, 0.0}})
        EXPECT_EQ(value_at(drawn, InputCurve::stick_side, time), value) << time;
}

TEST(TapeCurves, AnyChangesLeaveASoundTapeThatIsWrittenAndReadTheSame) {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> time(-0.5, 4.5);
    std::uniform_real_distribution<double> value(-1.5, 1.5);
    Tape tape = some_tape();
    for (int i = 0; i < 800; ++i) {
        const auto curve = static_cast<InputCurve>(random() % input_curve_count);
        const double size = is_stick(curve) ? 1.0 : 100.0;
        const std::size_t count = points_of(tape, 0, curve).size();
        const InputPoint wanted{time(random), value(random) * size};
        switch (random() % 4) {
            case 0: tape = with_point(tape, 0, curve, wanted, none); break;
            case 1:
                if (count > 0) tape = with_point_moved(tape, 0, curve, random() % count, wanted);
                break;
            case 2:
                if (count > 3) tape = without_point(tape, 0, curve, random() % count);
                break;
            default: {
                std::vector<InputPoint> stroke{wanted};
                for (int k = 0; k < 3; ++k) stroke.push_back({stroke.back().time_s + 0.05, value(random) * size});
                tape = with_stroke(tape, 0, curve, stroke, none);
            }
        }
        ASSERT_EQ(tape_warnings(tape, "t"), std::vector<std::string>{}) << i;
        ASSERT_TRUE(std::is_sorted(tape.tracks[0].events.begin(), tape.tracks[0].events.end(),
                                   [](const auto& a, const auto& b) { return a.time_s < b.time_s; }));
        ASSERT_EQ(read_tape(write_tape(tape), "t").value(), tape) << i;
        for (const TapeEvent& event : tape.tracks[0].events) {
            const auto* stick = std::get_if<StickEvent>(&event.what);
            ASSERT_TRUE(stick == nullptr || glm::length(stick->stick) <= 1.0 + 1e-6);
        }
    }
    EXPECT_EQ(presses_of(tape, {0, "jump"}), presses_of(some_tape(), {0, "jump"}));
}

}  // namespace
}  // namespace leap::tape_curves_test
