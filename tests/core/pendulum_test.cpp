// SPDX-License-Identifier: MIT
#include "core/motion/pendulum.hpp"

#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "core/senses/probes.hpp"
#include "tests/core/support.hpp"

namespace leap::pendulum_test {
namespace {

constexpr double pi = std::numbers::pi;

/// Exact period of a pendulum: 2π √(l/g) / agm(1, cos(amplitude / 2)).
double exact_period(double length, double gravity, double amplitude) {
    double a = 1.0;
    double b = std::cos(amplitude / 2);
    for (int i = 0; i < 30; ++i) {
        const double mean = 0.5 * (a + b);
        b = std::sqrt(a * b);
        a = mean;
    }
    return 2 * pi * std::sqrt(length / gravity) / a;
}

/// Hangs the body on a rope of 4 m from an anchor 12 m up, let go at an angle.
struct Hung {
    test::Scene scene;
    Trace trace;
    static constexpr double anchor_z = 12.0;
    static constexpr double length = 4.0;
    static constexpr double gravity = 10.0;

    static std::string script(double angle, const std::string& more) {
        return "button jump key \"Space\"\n"
               "body b { capsule radius 0.3 m height 1.6 m gravity 10 m/s^2 }\n"
               "stance still { steer to 0 m/s }\n"
               "let anchor = " +
               anchor(angle) + "\nmove hang on jump { phase a { rope to anchor length 4 m " + more +
               " end when grounded } }\n";
    }
    /// The anchor lies so that the body's middle, where it starts, is at the angle from straight below.
    static std::string anchor(double angle) {
        return fmt::format("forward * {:.9f} m + up * {:.9f} m", length * std::sin(angle),
                           20.8 + length * std::cos(angle));
    }
    static CoursePlan plan() {
        CoursePlan plan = test::flat_plan();
        plan.places.push_back({"high", {0, 0, 20}, 0.0});
        return plan;
    }
    Hung(double angle, int rate, double seconds, const std::string& more = {}) : scene(script(angle, more), plan()) {
        Tape tape = test::TapeMaker(seconds).hold("jump", 0.0, seconds);
        tape.tracks[0].start_place = "high";
        trace = scene.run(tape, rate);
    }
};

class Swings : public testing::TestWithParam<std::tuple<double, int>> {};
INSTANTIATE_TEST_SUITE_P(AnglesAndRates, Swings,
                         testing::Combine(testing::Values(20.0, 60.0), testing::Values(30, 120, 480)));

TEST_P(Swings, HaveThePeriodOfTheExactPendulum) {
    const auto [degrees, rate] = GetParam();
    const double angle = degrees * pi / 180;
    const Hung hung(angle, rate, 12.0);
    // Times at which the body passes the lowest point, going forward: one period apart.
    std::vector<double> passes;
    const double middle = Hung::length * std::sin(angle);
    for (std::size_t i = 1; i < hung.trace.tracks[0].rows.size(); ++i) {
        const TraceRow& a = hung.trace.tracks[0].rows[i - 1];
        const TraceRow& b = hung.trace.tracks[0].rows[i];
        if (a.position.x < middle && b.position.x >= middle)
            passes.push_back(a.time + (b.time - a.time) * (middle - a.position.x) / (b.position.x - a.position.x));
    }
    ASSERT_GE(passes.size(), 2U);
    const double period = (passes.back() - passes.front()) / static_cast<double>(passes.size() - 1);
    const double exact = exact_period(Hung::length, Hung::gravity, angle);
    EXPECT_NEAR(period, exact, exact * 0.0005);
}

TEST_P(Swings, KeepTheRopesLengthAndTheEnergy) {
    const auto [degrees, rate] = GetParam();
    const double angle = degrees * pi / 180;
    const Hung hung(angle, rate, 10.0);
    const Vec3 anchor{Hung::length * std::sin(angle), 0, 20.8 + Hung::length * std::cos(angle)};
    for (const TraceRow& row : hung.trace.tracks[0].rows) {
        const Vec3 arm = row.position + Vec3{0, 0, 0.8} - anchor;
        EXPECT_NEAR(glm::length(arm), Hung::length, 1e-4);
        const double energy = 0.5 * glm::dot(row.velocity, row.velocity) + Hung::gravity * arm.z;
        EXPECT_NEAR(energy, -Hung::gravity * Hung::length * std::cos(angle), 0.02);
    }
}

TEST(Pendulum, AReelShortensTheRopeAtItsSpeed) {
    for (const int rate : {30, 480}) {
        const Hung hung(0.3, rate, 1.0, "reel 1.5 m/s");
        const Vec3 anchor{Hung::length * std::sin(0.3), 0, 20.8 + Hung::length * std::cos(0.3)};
        const Vec3 arm = hung.trace.tracks[0].rows.back().position + Vec3{0, 0, 0.8} - anchor;
        EXPECT_NEAR(glm::length(arm), Hung::length - 1.5, 0.01) << rate;
    }
}

TEST(Pendulum, ARopeLongerThanItsWayHangsSlack) {
    // Beside the anchor at half the length: free fall until the rope is stretched.
    const test::Scene scene(
        "button jump key \"Space\"\nbody b { capsule radius 0.3 m height 1.6 m gravity 10 m/s^2 }\n"
        "stance still { steer to 0 m/s }\n"
        "move hang on jump { phase a { rope to up * 20.8 m length 4 m  go stretched when taut  end when grounded }\n"
        "  phase stretched for 1 s { rope to up * 20.8 m length 4 m } }\n",
        Hung::plan());
    Tape tape = test::TapeMaker(1.5).hold("jump", 0.0, 1.0);
    tape.tracks[0].start_place = "high";
    const Trace trace = scene.run(tape);
    const auto spans = test::spans_of(scene, trace, "hang.stretched");
    ASSERT_EQ(spans.size(), 1U);
    EXPECT_NEAR(spans[0].from, std::sqrt(2 * 4.0 / 10.0), 0.02) << "it falls 4 m before the rope holds";
}

TEST(Pendulum, TheRopeNeverPushes) {
    const Pendulum p{{0, 0, 0}, 2.0, 0.0, {0, 0, -10}};
    EXPECT_LT(rope_pull(p, {0, 0, 2}, {1, 0, 0}), 0.0) << "above the anchor and slow";
    EXPECT_NEAR(rope_pull(p, {0, 0, -2}, {3, 0, 0}), 10 + 9 / 2.0, 1e-12);
}

}  // namespace
}  // namespace leap::pendulum_test
