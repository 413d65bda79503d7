// SPDX-License-Identifier: MIT
#include "core/senses/evaluate.hpp"
#include "core/simulation/start.hpp"

#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "core/senses/sense_values.hpp"
#include "core/units/noise.hpp"
#include "tests/core/support.hpp"

namespace leap::evaluate_test {
namespace {

/// The value of an expression in a state that has something to say about every sense.
class Probe {
  public:
    double operator()(const std::string& expression) {
        const std::string text =
            std::string(test::plain_body) +
            fmt::format(
                "counter n in 0..9 from 2\ncurve tent = points (0, 0) (0.5, 1) (1, 0)\n"
                "move probe on jump {{ dial size = 3 m in 0..9  phase a for 2 s {{ end when ({}) > -1e11 }} }}\n",
                expression);
        const CompileOutput out = compile_text(text);
        if (!out.program) {
            ADD_FAILURE() << expression << ": " << out.diagnostics.at(0).message;
            return 0.0;
        }
        const Program& program = *out.program;
        const Tuning tuning = written_tuning(program);
        const Course course = test::course_of(test::flat_plan());
        const SceneView rehearsal(program, tuning, course);
        World state = initial_world(rehearsal, {1, 2, 0}, 0.0);
        state.actors[0].time = 10.0;
        state.actors[0].body.velocity = {3, 4, -5};
        state.actors[0].facing = std::numbers::pi / 2;
        state.actors[0].look_yaw = 0.0;
        state.actors[0].look_pitch = std::numbers::pi / 6;
        state.actors[0].stick = {0.0, 0.5};
        state.actors[0].contact_since = 9.25;
        state.actors[0].buttons[0].down = true;
        state.actors[0].buttons[0].pressed_at = 9.6;
        state.actors[0].stance = program.stances.back();
        state.actors[0].machines[state.actors[0].stance].phase = PhaseId(0);
        state.actors[0].machines[state.actors[0].stance].phase_since = 8.0;
        const auto probe = program.find_machine("probe").value();
        state.actors[0].machines[probe].phase = PhaseId(0);
        state.actors[0].machines[probe].phase_since = 9.5;
        state.actors[0].moves = {probe};
        // The comparison's left side is the expression: run it alone.
        const Expression whole = program.machines[probe].phases[0].transitions[0].when->truth;
        Expression left = whole;
        left.count = whole.count - 3;  // without the bound, its sign and the comparison
        left.folded = -1;
        return number({all_senses, program, tuning, tuning, state, state.actors[0]}, left);
    }
};

TEST(Evaluate, Arithmetic) {
    Probe value;
    EXPECT_DOUBLE_EQ(value("1 + 2 * 3 - 4 / 2"), 5.0);
    EXPECT_DOUBLE_EQ(value("(1 + 2) * 3"), 9.0);
    EXPECT_DOUBLE_EQ(value("2 ^ 3 - -1"), 9.0);
    EXPECT_DOUBLE_EQ(value("size / (1 m)"), 3.0);
    EXPECT_DOUBLE_EQ(value("50 % * 4"), 2.0);
    EXPECT_DOUBLE_EQ(value("6 frames / (1 s)"), 0.1);
}

TEST(Evaluate, NothingGivesNaN) {
    Probe value;
    EXPECT_DOUBLE_EQ(value("1 / 0"), 0.0);
    EXPECT_DOUBLE_EQ(value("sqrt(0 - 4)"), 0.0);
    EXPECT_DOUBLE_EQ(value("0 ^ -1"), 0.0);
    EXPECT_DOUBLE_EQ(value("length(direction(velocity * 0))"), 0.0);
}

TEST(Evaluate, Functions) {
    Probe value;
    EXPECT_DOUBLE_EQ(value("pick(n, 10, 20, 30, 40)"), 30.0);
    EXPECT_DOUBLE_EQ(value("pick(n * 9, 10, 20)"), 20.0);
    EXPECT_DOUBLE_EQ(value("pick(0 - 5, 10, 20)"), 10.0);
    EXPECT_DOUBLE_EQ(value("min(3, 2) + max(3, 2)"), 5.0);
    EXPECT_DOUBLE_EQ(value("abs(0 - 3)"), 3.0);
    EXPECT_DOUBLE_EQ(value("clamp(9, 0, 4)"), 4.0);
    EXPECT_DOUBLE_EQ(value("mix(10, 20, 0.25)"), 12.5);
    EXPECT_DOUBLE_EQ(value("sqrt(16)"), 4.0);
    EXPECT_NEAR(value("sin(30 deg) + cos(60 deg)"), 1.0, 1e-12);
    EXPECT_DOUBLE_EQ(value("shape(tent, 0.25)"), 0.5);
    EXPECT_DOUBLE_EQ(value("shape(tent, 9)"), 0.0);
}

TEST(Evaluate, WholeNumbersSignsAndAngles) {
    Probe value;
    EXPECT_DOUBLE_EQ(value("floor(2.7) + ceil(2.1) + round(2.5)"), 2.0 + 3.0 + 3.0);
    EXPECT_DOUBLE_EQ(value("floor(0 - 0.5)"), -1.0);
    EXPECT_DOUBLE_EQ(value("floor(0.1 * 3 * 10)"), 3.0) << "a hair below three is three";
    EXPECT_DOUBLE_EQ(value("sign(rising) + 10 * sign(speed) + 100 * sign(0)"), -1.0 + 10.0);
    EXPECT_NEAR(value("atan2(3 m, 0 m - 3 m) / (1 deg)"), 135.0, 1e-12);
    EXPECT_NEAR(value("dot(turned(forward, -90 deg), right)"), 1.0, 1e-12);
    EXPECT_NEAR(value("dot(turned(forward + up, 30 deg), up)"), 1.0, 1e-12) << "its height stays";
    EXPECT_NEAR(value("dot(along_x, velocity) / (1 m/s)"), 3.0, 1e-12);
    EXPECT_NEAR(value("dot(along_y, velocity) / (1 m/s)"), 4.0, 1e-12);
    EXPECT_NEAR(value("length(stick_of(8))"), 0.5, 1e-12) << "as far as it is pushed";
    EXPECT_NEAR(value("dot(stick_of(4), along_x)"), 0.5, 1e-12) << "ahead, along the view";
    EXPECT_DOUBLE_EQ(value("length(stick_of(0))"), 0.0);
    EXPECT_NEAR(value("dot(view_ahead, look) - length(flat(look))"), 0.0, 1e-12);
    EXPECT_NEAR(value("dot(view_right, up) + dot(view_right, view_ahead)"), 0.0, 1e-12) << "level, and across";
    EXPECT_NEAR(value("dot(turned(view_ahead, -90 deg), view_right)"), 1.0, 1e-12);
}

TEST(Evaluate, NoiseIsSmoothBoundedAndTheSameEverywhere) {
    Probe value;
    const auto at = [&](double seed, double number) { return value(fmt::format("noise({}, {:.6f})", seed, number)); };
    // Worked out once: a change of it would change every run that uses it.
    EXPECT_DOUBLE_EQ(at(3, 0), -0.15621053627448012);
    EXPECT_DOUBLE_EQ(at(3, 1), 0.7008765002813211);
    EXPECT_DOUBLE_EQ(noise(11, -4), 0.9820156992936198);
    EXPECT_EQ(at(3, 2.5), 0.5 * (at(3, 2) + at(3, 3)));
    double steepest = 0.0;
    double mean = 0.0;
    double highest = -1.0;
    for (int i = 0; i < 4000; ++i) {
        const double a = noise(7, i * 0.1);
        steepest = std::max(steepest, std::abs(noise(7, i * 0.1 + 1e-6) - a) * 1e6);
        mean += a / 4000.0;
        highest = std::max(highest, std::abs(a));
        EXPECT_LE(std::abs(a), 1.0);
    }
    EXPECT_LT(steepest, 3.001) << "3/2 times the largest step of 2";
    EXPECT_LT(std::abs(mean), 0.1);
    EXPECT_GT(highest, 0.9);
    EXPECT_NE(at(1, 5), at(2, 5));
    EXPECT_NEAR(noise(7, -0.25), noise_at(7, -1) + (noise_at(7, 0) - noise_at(7, -1)) * (0.5625 * 1.5), 1e-12);
}

TEST(Evaluate, Senses) {
    Probe value;
    EXPECT_DOUBLE_EQ(value("speed / (1 m/s)"), 5.0);
    EXPECT_DOUBLE_EQ(value("rising / (1 m/s)"), -5.0);
    EXPECT_DOUBLE_EQ(value("x / (1 m)"), 1.0);
    EXPECT_DOUBLE_EQ(value("y / (1 m)"), 2.0);
    EXPECT_NEAR(value("feet / (1 m)"), 0.001, 1e-9);
    EXPECT_DOUBLE_EQ(value("grounded_time / (1 s)"), 0.75);
    EXPECT_DOUBLE_EQ(value("airborne_time / (1 s)"), 0.0);
    EXPECT_DOUBLE_EQ(value("phase_time / (1 s)"), 0.5);
    EXPECT_DOUBLE_EQ(value("share"), 0.25);
    EXPECT_DOUBLE_EQ(value("stance_time / (1 s)"), 2.0);
    EXPECT_NEAR(value("held_time(jump) / (1 s)"), 0.4, 1e-12);
    EXPECT_DOUBLE_EQ(value("slope / (1 deg)"), 0.0);
}

TEST(Evaluate, Directions) {
    Probe value;
    EXPECT_NEAR(value("dot(forward, velocity) / (1 m/s)"), 4.0, 1e-12);  // facing along y
    EXPECT_NEAR(value("dot(right, velocity) / (1 m/s)"), 3.0, 1e-12);
    EXPECT_NEAR(value("dot(up, velocity) / (1 m/s)"), -5.0, 1e-12);
    EXPECT_NEAR(value("dot(look, up)"), 0.5, 1e-12);
    EXPECT_NEAR(value("length(stick)"), 0.5, 1e-12);
    EXPECT_NEAR(value("dot(direction(stick), look)"), std::cos(std::numbers::pi / 6), 1e-12);
    EXPECT_NEAR(value("length(flat(velocity)) / (1 m/s)"), 5.0, 1e-12);
    EXPECT_NEAR(value("length(stick * 0 or forward)"), 1.0, 1e-12);
    EXPECT_NEAR(value("length((forward + up * 2) / 2)"), std::sqrt(5.0) / 2, 1e-12);
    EXPECT_NEAR(value("dot(2 * forward - right, forward)"), 2.0, 1e-12);
    EXPECT_NEAR(value("length(pick(n, up, up, forward + up))"), std::sqrt(2.0), 1e-12);
}

TEST(Curve, ValueAndIntegralBelongTogether) {
    const CurveInfo curve{"c", {{0, 1}, {0.6, 1}, {1, 0.5}}, {0, 0.6, 0.9}, {}};
    EXPECT_DOUBLE_EQ(curve_value(curve, -1), 1.0);
    EXPECT_DOUBLE_EQ(curve_value(curve, 0.8), 0.75);
    EXPECT_DOUBLE_EQ(curve_value(curve, 2), 0.5);
    double sum = 0.0;
    constexpr int parts = 100000;
    for (int i = 0; i < parts; ++i) sum += curve_value(curve, 1.2 * (i + 0.5) / parts) * 1.2 / parts;
    EXPECT_NEAR(curve_integral(curve, 1.2), sum, 1e-6);
}

}  // namespace
}  // namespace leap::evaluate_test
