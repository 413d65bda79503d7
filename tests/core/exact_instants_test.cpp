// SPDX-License-Identifier: MIT
// Touches, focus, probes and places change at their exact instant, whatever the tick rate.
#include <gtest/gtest.h>

#include <cmath>

#include "core/experiments/rate_check.hpp"
#include "core/project/project.hpp"
#include "tests/core/support.hpp"

namespace leap::exact_instants_test {
namespace {

using test::Scene;
using test::TapeMaker;

class ExactInstants : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, ExactInstants, testing::Values(30, 60, 120, 240, 480));

const std::string thrower = std::string(test::plain_body) + R"(
button use key "E"
move throw on jump { phase a for 0.6 s { drive forward at 55 m/s  gravity 0 m/s^2 } }
)";

TEST_P(ExactInstants, AThinFixtureThatIsCrossedFastIsTouched) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].size = {400, 400, 1};
    for (int i = 0; i < 12; ++i)
        plan.fixtures.push_back({fmt::format("wire{}", i), "wire", {4.0 + 2.37 * i, 0, 0}, 0.0, ""});
    const Scene scene(thrower + R"(
fixture wire {
  box 2 cm, 3 m, 3 m
  counter passed in 0..9
  phase rests { go shakes when touched then: passed + 1 }
  phase shakes { go rests when not touching }
}
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.513, 0.1), GetParam());
    const double start = test::spans_of(scene, trace, "throw.a").at(0).from;
    const double x = position_at(trace.tracks[0], start).x;
    const auto shakes = test::spans_of(scene, trace, "wire.shakes");
    ASSERT_EQ(shakes.size(), 12U) << "each once";
    for (std::size_t i = 0; i < shakes.size(); ++i) {
        // Half its thickness, the body's radius and the gap that counts as touching, before and behind.
        const double middle = 4.0 + 2.37 * static_cast<double>(i) - x;
        const double reach = 0.01 + 0.3 + 0.02;
        EXPECT_NEAR(shakes[i].from - start, (middle - reach) / 55.0, 2e-5) << i;
        EXPECT_NEAR(shakes[i].to - start, (middle + reach) / 55.0, 2e-5) << i;
    }
}

// At a tick's end, and up to two nudges beside it: the next tick begins just before or just after the crossing.
TEST_P(ExactInstants, ACrossingAtATicksEndIsNotPassedOver) {
    Scene scene(std::string(test::plain_body) + R"(
move jump on jump {
  dial limit = -3 m/s in -10..0
  dial rim = 0.1 m in 0..9
  phase up {
    start: launch up at 3 m/s
    gravity 24 m/s^2
    go high when feet > rim
  }
  phase high { gravity 24 m/s^2  go down when rising < limit }
  phase down { gravity 24 m/s^2  end when grounded }
}
)");
    const double stands = position_at(scene.run(TapeMaker(0.1), GetParam()).tracks[0], 0.05).z;
    for (int k = -40; k <= 40; ++k) {
        // 1/30 s is a tick at every rate: two of them after the press the feet pass the rim, seven after it the limit.
        const double off = k * 5e-11;
        const double rim_after = 2.0 / 30.0 + off;
        const double limit_after = 7.0 / 30.0 + off;
        scene.set("jump.rim", stands + 3.0 * rim_after - 12.0 * rim_after * rim_after);
        scene.set("jump.limit", 3.0 - 24.0 * limit_after);
        const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.5, 0.1), GetParam());
        const auto high = test::spans_of(scene, trace, "jump.high");
        const auto down = test::spans_of(scene, trace, "jump.down");
        ASSERT_EQ(high.size(), 1U) << k;
        ASSERT_EQ(down.size(), 1U) << k;
        EXPECT_NEAR(high[0].from, 0.5 + rim_after, 3e-9) << k;
        EXPECT_NEAR(down[0].from, 0.5 + limit_after, 3e-9) << k;
    }
}

TEST_P(ExactInstants, TheFocusComesAndGoesWhereItsReachBeginsAndEnds) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"post", "post", {3, 1, 0}, 0.0, ""}};
    const Scene scene(
        thrower + "fixture post { box 0.4 m, 0.4 m, 1.7 m  focus within 1.2 m on use prompt \"Use\"  phase a { } }\n",
        plan);
    const Trace trace = scene.run(TapeMaker(3).stick(0.5, 0, 1), GetParam());
    const auto in = test::times_of(trace, EventKind::focus_in);
    const auto out = test::times_of(trace, EventKind::focus_out);
    ASSERT_EQ(in.size(), 1U);
    ASSERT_EQ(out.size(), 1U);
    // The body's middle passes at 0.8 m from its side.
    const double half_way = 0.2 + std::sqrt(1.2 * 1.2 - 0.8 * 0.8);
    EXPECT_NEAR(position_at(trace.tracks[0], in[0]).x, 3.0 - half_way, 2e-4);
    EXPECT_NEAR(position_at(trace.tracks[0], out[0]).x, 3.0 + half_way, 2e-4);
}

TEST_P(ExactInstants, AFocusThatIsPassedWithinATickComesAndGoes) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].size = {400, 400, 1};
    plan.fixtures = {{"post", "post", {20, 0.9, 0}, 0.0, ""}};
    const Scene scene(
        thrower + "fixture post { box 0.1 m, 0.1 m, 1.7 m  focus within 0.9 m on use prompt \"Use\"  phase a { } }\n",
        plan);
    const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.513, 0.1), GetParam());
    ASSERT_EQ(test::times_of(trace, EventKind::focus_in).size(), 1U);
    EXPECT_NEAR(position_at(trace.tracks[0], test::times_of(trace, EventKind::focus_in)[0]).x,
                20.0 - 0.05 - std::sqrt(0.9 * 0.9 - 0.85 * 0.85), 2e-3);
    EXPECT_EQ(test::times_of(trace, EventKind::focus_out).size(), 1U);
}

TEST_P(ExactInstants, AProbeStartsAMoveOnTheGroundWhereItFinds) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({8, 0, 1}, {1, 6, 2}));
    const Scene scene(thrower + R"(
move brake when grounded and ahead.hit {
  probe ahead = ray forward 2 m from middle
  phase a for 0.3 s { steer to 0 m/s brake 40 m/s^2 }
}
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(3).stick(0.5, 0, 1), GetParam());
    const auto brake = test::spans_of(scene, trace, "brake.a").at(0);
    EXPECT_NEAR(position_at(trace.tracks[0], brake.from).x, 7.5 - 2.0, 2e-4);
}

TEST_P(ExactInstants, APlaceThatIsComeToEndsAPhase) {
    const Scene scene(thrower + R"(
move run_to on dash { phase a for at most 3 s { steer to 6 m/s  end when x > 4 m } }
move over on use { phase a for at most 3 s { steer to 6 m/s  end when dot(place, forward) * 2 > 9 m } }
)");
    const Trace trace =
        scene.run(TapeMaker(4).hold("dash", 0.4, 0.1).stick(0.5, 0, 1).hold("use", 1.2, 0.1), GetParam());
    EXPECT_NEAR(position_at(trace.tracks[0], test::spans_of(scene, trace, "run_to.a").at(0).to).x, 4.0, 2e-4);
    EXPECT_NEAR(position_at(trace.tracks[0], test::spans_of(scene, trace, "over.a").at(0).to).x, 4.5, 2e-4);
}

TEST_P(ExactInstants, HeightsAreMetOnSlopesToo) {
    CoursePlan plan = test::flat_plan();
    Piece slope = test::ramp({8, 0, 1.5}, {8, 6, 3});
    plan.pieces.push_back(slope);
    const Scene scene(
        thrower + "move top on dash { phase a for at most 3 s { steer to 6 m/s  end when feet > 1 m } }\n", plan);
    const Trace trace = scene.run(TapeMaker(4).hold("dash", 0.4, 0.1).stick(0.5, 0, 1), GetParam());
    EXPECT_NEAR(position_at(trace.tracks[0], test::spans_of(scene, trace, "top.a").at(0).to).z, 1.0, 2e-4);
}

TEST_P(ExactInstants, AnOpenDoorSeesWhenItIsClear) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"door", "door", {3, 0, 0}, 0.0, ""}};
    const Scene scene(thrower + R"(
fixture door { box 0.2 m, 2 m, 2 m
  phase open { go passed when not clear }
  phase passed { go shut when clear }
  phase shut { } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(3).stick(0.5, 0, 1), GetParam());
    const auto passed = test::spans_of(scene, trace, "door.passed").at(0);
    EXPECT_NEAR(position_at(trace.tracks[0], passed.from).x, 3.0 - 0.1 - 0.3 - 0.15, 2e-4);
    EXPECT_NEAR(position_at(trace.tracks[0], passed.to).x, 3.0 + 0.1 + 0.3 + 0.15, 2e-4);
}

TEST_P(ExactInstants, SlidingRoundACornerLeadsToTheSamePlace) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({0, 2.0, 1}, {6, 2, 2}));
    const Scene scene(thrower, plan);
    const Tape tape = TapeMaker(3).stick(0.3, -0.4, 0.9);
    const Vec3 end = scene.run(tape, GetParam()).tracks[0].rows.back().position;
    const Vec3 fine = scene.run(tape, 1920).tracks[0].rows.back().position;
    EXPECT_NEAR(glm::length(end - fine), 0.0, 0.01);
}

TEST_P(ExactInstants, ABallInFlightIsCaughtAtTheSameInstant) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"ball", "ball", {10, 0, 3}, 0.0, ""}, {"net", "net", {10, 0, 0.5}, 0.0, ""}};
    const Scene scene(thrower + R"(
fixture ball { sphere radius 0.2 m  mass 1 kg  phase free { loose  go caught when touched_by(net) }  phase caught { hidden } }
fixture net { box 1 m, 1 m, 0.2 m  phase rests { } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(2), GetParam());
    const auto caught = test::spans_of(scene, trace, "ball.caught");
    ASSERT_EQ(caught.size(), 1U);
    // It falls from 3 m (its lowest point) to 0.7 m and the gap that counts: sqrt(2 h / g), to the step behind it.
    EXPECT_NEAR(caught[0].from, std::sqrt(2.0 * 2.28 / 28.0), 1.0 / 240.0 + 1e-6);
    const Trace other = scene.run(TapeMaker(2), GetParam() == 120 ? 60 : 120);
    EXPECT_NEAR(caught[0].from, test::spans_of(scene, other, "ball.caught").at(0).from, 1e-9)
        << "the same at every rate";
}

TEST(TickRates, TheDemosLongestTapesDontDependOnThem) {
    const Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    const Program& program = *project.compiled.program;
    const Course course = test::course_of(*project.course);
    const Tuning tuning = written_tuning(program);
    for (const std::string name : {"lamp round", "crane swing", "two talks", "sail alley", "dash and stop"}) {
        std::map<std::string, std::pair<double, double>> ranges;
        for (const int rate : {30, 60, 120, 240, 480}) {
            const SceneView rehearsal{program, tuning, course, rate};
            const Trace trace = replay(rehearsal, project.find_tape(name)->tape).value();
            for (const ReadingResult& reading : take_readings(program, tuning, trace, name)) {
                if (!reading.value) continue;
                const auto [at, fresh] = ranges.try_emplace(reading.name, *reading.value, *reading.value);
                at->second.first = std::min(at->second.first, *reading.value);
                at->second.second = std::max(at->second.second, *reading.value);
            }
        }
        for (const auto& [reading, range] : ranges)
            EXPECT_LE(range.second - range.first, 0.005 * std::max(std::abs(range.second), 1e-3))
                << name << " " << reading;
    }
}

TEST_P(ExactInstants, TheSpeedOfALandingAndOfABumpIsThatJustBefore) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {0, 0, 7};
    plan.pieces.push_back(test::box({12, 0, 2}, {2, 8, 4}));
    const Scene scene(std::string(test::plain_body) + R"(
move note_it on landed { phase a for 0.05 s { start: remember fell_at = landing_speed } }
move rush on jump { phase a for 3 s { drive forward at 9 m/s  end when bumped(wall) then: remember ran_at = bump_speed } }
)",
                      plan);
    const test::Played played = test::play(scene, TapeMaker(4).hold("jump", 1.5, 0.1), GetParam());
    ASSERT_EQ(played.state.actors[0].memory.size(), 2U);
    EXPECT_NEAR(played.state.actors[0].memory[0], std::sqrt(2.0 * 28.0 * 7.0), 0.01) << "v = sqrt(2 g h)";
    EXPECT_NEAR(played.state.actors[0].memory[1], 9.0, 1e-6);
    EXPECT_NEAR(played.state.actors[0].bump_mps, 9.0, 1e-6);
}

}  // namespace
}  // namespace leap::exact_instants_test
