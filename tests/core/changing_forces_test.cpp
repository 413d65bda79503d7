// SPDX-License-Identifier: MIT
// Forces that are worked out from where the body is and how fast it goes, against their closed forms.
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "core/readings/quantity.hpp"
#include "tests/core/support.hpp"

namespace leap::changing_forces_test {
namespace {

using test::Scene;
using test::TapeMaker;

class ChangingForces : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, ChangingForces, testing::Values(30, 60, 120, 240, 480));

/// A body in the air at a height over flat ground, with one stance.
Scene floating(const std::string& stance, double height = 8.0) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position.z = height;
    return Scene(R"(
button jump key "Space"
body tester {
  capsule radius 0.3 m height 1.7 m
  gravity 28 m/s^2
}
stance only {
)" + stance + "\n}\n",
                 plan);
}

/// Times at which a quantity passes a value upward.
std::vector<double> upward(const Trace& trace, Quantity quantity, double value) {
    std::vector<double> out;
    double from = 0.0;
    while (const auto below = first_past(trace.tracks[0], quantity, {from, trace.length_s()}, value - 1e-3, false)) {
        const auto above = first_past(trace.tracks[0], quantity, {*below, trace.length_s()}, value, true);
        if (!above) break;
        out.push_back(*above);
        from = *above + 1e-3;
    }
    return out;
}

TEST_P(ChangingForces, ASpringKeepsItsAmplitudeAndPeriod) {
    const Trace trace = floating("gravity 16 /s^2 * (feet - 5 m)").run(TapeMaker(22), GetParam());
    const double period = 2 * std::numbers::pi / 4.0;
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {20, 22}, true), 8.0, 3.0 * 0.005);
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {20, 22}, false), 2.0, 3.0 * 0.005);
    const std::vector<double> times = upward(trace, Quantity::feet, 5.0);
    ASSERT_EQ(times.size(), 13U + 1U);
    EXPECT_NEAR((times.back() - times.front()) / 13.0, period, period * 0.0005);
}

TEST_P(ChangingForces, AStiffSpringKeepsThemToo) {
    const Trace trace = floating("gravity 400 /s^2 * (feet - 7 m)").run(TapeMaker(22), GetParam());
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {20, 22}, true), 8.0, 0.005);
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {20, 22}, false), 6.0, 0.005);
    const std::vector<double> times = upward(trace, Quantity::feet, 7.0);
    ASSERT_GT(times.size(), 60U);
    const double period = 2 * std::numbers::pi / 20.0;
    EXPECT_NEAR((times[60] - times[0]) / 60.0, period, period * 0.005);
}

TEST_P(ChangingForces, DragByTheSpeedFollowsItsClosedFormToTheTerminalSpeed) {
    const Trace trace = floating("gravity 28 m/s^2 + 4 /s * rising", 60.0).run(TapeMaker(5), GetParam());
    for (const double t : {0.1, 0.4, 1.0, 4.0})
        EXPECT_NEAR(velocity_at(trace.tracks[0], t).z, -7.0 * (1.0 - std::exp(-4.0 * t)), 7.0 * 0.0005) << t;
    EXPECT_NEAR(position_at(trace.tracks[0], 2.0).z, 60.0 - 7.0 * (2.0 - (1.0 - std::exp(-8.0)) / 4.0), 0.005);
}

TEST_P(ChangingForces, DragByTheSquareOfTheSpeedFollowsItsClosedForm) {
    // v = V tanh(g t / V) with V = sqrt(g / c)
    const Trace trace = floating("gravity 28 m/s^2 - 0.28 /m * rising * rising", 80.0).run(TapeMaker(5), GetParam());
    for (const double t : {0.2, 0.5, 1.0, 4.0})
        EXPECT_NEAR(velocity_at(trace.tracks[0], t).z, -10.0 * std::tanh(2.8 * t), 10.0 * 0.0005) << t;
}

TEST_P(ChangingForces, AVeryStiffDragComesToRestWithoutSwinging) {
    const Trace trace = floating("gravity 28 m/s^2 + 5000 /s * rising").run(TapeMaker(2), GetParam());
    EXPECT_NEAR(velocity_at(trace.tracks[0], 1.5).z, -28.0 / 5000.0, 28.0 / 5000.0 * 0.005);
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::rising, {0, 2}, true), 0.0, 1e-3) << "it never rises";
}

TEST_P(ChangingForces, HoveringOverAProbeSwingsOnAsItBegan) {
    const Trace trace = floating("probe below = ground within 20 m\n gravity 30 /s^2 * (below.distance - 3 m)", 4.0)
                            .run(TapeMaker(20), GetParam());
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {17, 20}, true), 4.0, 0.01);
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {17, 20}, false), 2.0, 0.01);
}

TEST_P(ChangingForces, BrakingByTheSpeedStopsAfterItsClosedForm) {
    // 6 m/s, braked by 2 /s times the speed: v = 6 e^(-2t), 3 m in all.
    const Scene scene(std::string(test::plain_body) +
                      "move glide on dash { phase a for 2.5 s { steer to 0 m/s brake 2 /s * speed } }\n");
    const Trace trace = scene.run(TapeMaker(4).stick(0, 0, 1).hold("dash", 1.0, 0.1), GetParam());
    const auto glide = test::spans_of(scene, trace, "glide.a").at(0);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], glide.from + 1.0)), 6.0 * std::exp(-2.0), 6.0 * 0.0005);
    EXPECT_NEAR(position_at(trace.tracks[0], glide.to).x - position_at(trace.tracks[0], glide.from).x,
                3.0 * (1.0 - std::exp(-5.0)), 0.003);
}

TEST_P(ChangingForces, ADriveThatDependsOnItsTimeCoversTheIntegral) {
    // 10 m/s falling evenly to nothing over 0.5 s: 2.5 m.
    const Scene scene(std::string(test::plain_body) +
                      "move burst on dash { phase a for 0.5 s { drive forward at 10 m/s * (1 - share) } }\n");
    const Trace trace = scene.run(TapeMaker(2).hold("dash", 0.51, 0.1), GetParam());
    const auto burst = test::spans_of(scene, trace, "burst.a").at(0);
    EXPECT_NEAR(position_at(trace.tracks[0], burst.to).x - position_at(trace.tracks[0], burst.from).x, 2.5, 0.0025);
}

TEST_P(ChangingForces, SteeringByThePlaceFollowsItsClosedForm) {
    // Speed in proportion to the way left, at once: x = 4 (1 - e^(-3t)).
    const Scene scene(std::string(test::plain_body) +
                      "move approach on dash { phase a for 1.5 s { steer to 3 /s * (4 m - x) } }\n");
    const Trace trace = scene.run(TapeMaker(3).hold("dash", 0.5, 0.1).stick(0.501, 0, 1), GetParam());
    const auto approach = test::spans_of(scene, trace, "approach.a").at(0);
    const double from = approach.from + (0.501 - 0.5);
    EXPECT_NEAR(position_at(trace.tracks[0], from + 1.0).x, 4.0 * (1.0 - std::exp(-3.0)), 4.0 * 0.001);
}

TEST_P(ChangingForces, ALooseBallOnASpringKeepsItsSwing) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"ball", "floater", {10, 0, 6}, 0.0, ""}};
    const Scene scene(std::string(test::plain_body) + R"(
fixture floater {
  sphere radius 0.25 m
  mass 1 kg
  gauge high = dot(own_middle, up)
  phase swings { loose  gravity 16 /s^2 * (dot(own_middle, up) - 4 m) }
}
reading top = highest(floater.high)
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(20), GetParam());
    double late_top = 0.0;
    double late_bottom = 1e9;
    for (std::size_t i = 0; i < trace.tracks[0].rows.size(); ++i) {
        if (trace.tracks[0].rows[i].time < 18.0) continue;
        late_top = std::max(late_top, trace.tracks[0].values[i * trace.value_count]);
        late_bottom = std::min(late_bottom, trace.tracks[0].values[i * trace.value_count]);
    }
    const double begun = trace.tracks[0].values[0];
    EXPECT_NEAR(late_top - 4.0, begun - 4.0, (begun - 4.0) * 0.005);
    EXPECT_NEAR(4.0 - late_bottom, begun - 4.0, (begun - 4.0) * 0.005);
}

}  // namespace
}  // namespace leap::changing_forces_test
