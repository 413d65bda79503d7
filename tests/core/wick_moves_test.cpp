// SPDX-License-Identifier: MIT
// The demo's moves against closed forms, at slow and fast tick rates.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <random>
#include <set>

#include "core/experiments/rate_check.hpp"
#include "core/project/project.hpp"
#include "core/senses/probes.hpp"
#include "tests/core/support.hpp"

namespace leap::wick_moves_test {
namespace {

/// The demo's project, and its tapes replayed.
struct Quay {
    Project project = load_project(std::string(LEAP_SOURCE_DIR) + "/examples/lantern-quay").value();
    Program program = project.compiled.program.value();
    Tuning tuning = written_tuning(program);
    Course course = test::course_of(project.course.value());

    SceneView at(int rate) const { return {program, tuning, course, rate}; }
    double dial(const std::string& path) const { return tuning.dials[*program.find_dial(path)]; }
    Trace run(const std::string& tape, int rate) const {
        return replay(at(rate), project.find_tape(tape)->tape).value();
    }
    std::vector<PhaseSpan> spans(const Trace& trace, const std::string& move, const std::string& phase) const {
        const auto machine = program.find_machine(move).value();
        const auto index = program.find_phase(machine, phase).value();
        std::vector<PhaseSpan> out;
        for (const PhaseSpan& span : trace.spans)
            if (span.machine == machine && span.phase == index) out.push_back(span);
        return out;
    }
};

class WickAt : public testing::TestWithParam<int> {
  protected:
    const Quay quay;
};
INSTANTIATE_TEST_SUITE_P(Rates, WickAt, testing::Values(30, 120, 480));

TEST_P(WickAt, ChargesAtASteadyRateUpToALimit) {
    const Trace trace = quay.run("charged hop", GetParam());
    const auto charging = quay.spans(trace, "charged_hop", "charging").at(0);
    const auto springs = quay.spans(trace, "charged_hop", "spring");
    ASSERT_EQ(springs.size(), 2U);
    const auto height = [&](const PhaseSpan& spring) {
        return extreme(trace.tracks[0], Quantity::feet, {spring.from, spring.to}, true) -
               position_at(trace.tracks[0], spring.from).z;
    };
    EXPECT_NEAR(height(springs[0]), quay.dial("charged_hop.least"), 1e-4) << "a tap is an ordinary hop";
    const double charged =
        quay.dial("charged_hop.least") + quay.dial("charged_hop.wind") * (charging.to - charging.from);
    EXPECT_NEAR(height(springs[1]), std::min(charged, quay.dial("charged_hop.most")), 1e-4);
    EXPECT_NEAR(charging.from - quay.spans(trace, "charged_hop", "wait").at(1).from, quay.dial("charged_hop.delay"),
                1e-6);
}

TEST_P(WickAt, EachHopOfTheChainGoesAsHighAsItsDial) {
    const Trace trace = quay.run("chain of three", GetParam());
    std::vector<double> heights;
    for (const PhaseSpan& rise : quay.spans(trace, "hop", "rise_up"))
        heights.push_back(position_at(trace.tracks[0], rise.to).z - position_at(trace.tracks[0], rise.from).z);
    ASSERT_EQ(heights.size(), 3U);
    EXPECT_NEAR(heights[0], quay.dial("hop.rise"), 1e-4);
    EXPECT_NEAR(heights[1], quay.dial("hop.lift_2"), 1e-4);
    EXPECT_NEAR(heights[2], quay.dial("hop.lift_3"), 1e-4);
}

/// Two hops with the second press a little before or after the window's end.
TEST_P(WickAt, TheChainsWindowEndsOnItsInstant) {
    const auto second_height = [&](double after_landing) {
        Tape tape = test::TapeMaker(3.0).hold("jump", 0.5, 0.5);
        tape.tracks[0].start_place = "first lantern";
        const Trace first = replay(quay.at(GetParam()), tape).value();
        const double landed = test::times_of(first, EventKind::landed).at(0);
        Tape both = test::TapeMaker(3.0).hold("jump", 0.5, 0.5).hold("jump", landed + after_landing, 0.6);
        both.tracks[0].start_place = "first lantern";
        const Trace trace = replay(quay.at(GetParam()), both).value();
        const auto rise = quay.spans(trace, "hop", "rise_up").at(1);
        return position_at(trace.tracks[0], rise.to).z - position_at(trace.tracks[0], rise.from).z;
    };
    EXPECT_NEAR(second_height(0.199), quay.dial("hop.lift_2"), 1e-3);
    EXPECT_NEAR(second_height(0.201), quay.dial("hop.rise"), 1e-3);
}

TEST_P(WickAt, ARollGoesAsFarAsTheIntegralOfItsCurve) {
    const Trace trace = quay.run("roll and slide", GetParam());
    const auto roll = quay.spans(trace, "roll", "tumble").at(0);
    const auto curve = std::find_if(quay.program.curves.begin(), quay.program.curves.end(),
                                    [](const CurveInfo& c) { return c.name == "roll_shape"; });
    ASSERT_NE(curve, quay.program.curves.end());
    const double expected = quay.dial("roll.far") * quay.dial("roll.last") * curve_integral(*curve, 1.0);
    EXPECT_NEAR(position_at(trace.tracks[0], roll.to).x - position_at(trace.tracks[0], roll.from).x, expected,
                expected * 1e-4);
}

TEST_P(WickAt, ASlideLosesItsSpeedAtTheFade) {
    const Trace trace = quay.run("roll and slide", GetParam());
    const auto slide = quay.spans(trace, "slide", "go_on").at(0);
    const double first = horizontal_length(velocity_at(trace.tracks[0], slide.from + 1e-6));
    const double last = horizontal_length(velocity_at(trace.tracks[0], slide.to - 1e-6));
    EXPECT_NEAR(first - last, quay.dial("slide.fade") * (slide.to - slide.from), 0.01);
}

TEST_P(WickAt, AWallRunLastsItsTimeAndDropsAsItsGravitySays) {
    // The first run is cut by the leap; the second one too: their drop follows the eased gravity up to there.
    const Trace trace = quay.run("sail alley", GetParam());
    const auto curve = std::find_if(quay.program.curves.begin(), quay.program.curves.end(),
                                    [](const CurveInfo& c) { return c.name == "sink_in"; });
    const double last = quay.dial("wall_run.last");
    const double pull = quay.dial("wick.weight") * quay.dial("wall_run.sink");
    for (const PhaseSpan& run : quay.spans(trace, "wall_run", "along")) {
        const double rising = velocity_at(trace.tracks[0], run.from + 1e-7).z;
        const double expected = rising - pull * last * curve_integral(*curve, (run.to - run.from) / last);
        EXPECT_NEAR(velocity_at(trace.tracks[0], run.to - 1e-7).z, expected, 0.02);
        EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], run.to - 1e-7)),
                    horizontal_length(velocity_at(trace.tracks[0], run.from + 1e-6)), 1e-3)
            << "the speed along the wall stays";
    }
    // Left alone it ends with its time.
    Tape alone = quay.project.find_tape("sail alley")->tape;
    std::erase_if(alone.tracks[0].events, [](const TapeEvent& event) {
        const auto* button = std::get_if<ButtonEvent>(&event.what);
        return button != nullptr && button->button == "jump" && event.time_s > 1.2;
    });
    const Trace whole = replay(quay.at(GetParam()), alone).value();
    const auto run = quay.spans(whole, "wall_run", "along").at(0);
    EXPECT_NEAR(run.to - run.from, last, 1e-6);
}

TEST_P(WickAt, AClimbEndsStandingFreeOnTop) {
    const Trace trace = quay.run("rope loft", GetParam());
    const auto over = quay.spans(trace, "lip_hang", "step_over").at(0);
    const SceneView r = quay.at(GetParam());
    const auto inputs = resolve_inputs(quay.program, quay.project.find_tape("rope loft")->tape).value();
    const World state = world_at(r, inputs, trace, over.to + 0.1);
    EXPECT_TRUE(state.actors[0].body.grounded);
    EXPECT_NEAR(state.actors[0].body.position.z, 2.6, 0.005);
    EXPECT_FALSE(deepest_overlap(quay.course, r.bodies[0].shape.capsule, state.actors[0].body.position));
    EXPECT_FALSE(state.actors[0].body_move());
}

TEST_P(WickAt, BreathAddsUp) {
    const Trace trace = quay.run("sail alley", GetParam());
    const auto sprint = quay.spans(trace, "sprint", "go_on").at(0);
    const std::size_t column = quay.program.counters.size();
    const double at_end = trace.tracks[0].values[row_at(trace.tracks[0], sprint.to) * trace.value_count + column];
    EXPECT_NEAR(at_end, 100.0 - quay.dial("sprint.cost") * (sprint.to - sprint.from), 1e-6);
}

TEST(Wick, EveryMoveRunsOnSomeTapeOfTheDemo) {
    const Quay quay;
    std::set<MachineId> ran;
    for (const TapeEntry& entry : quay.project.tapes)
        for (const PhaseSpan& span : quay.run(entry.tape.name, 120).spans) ran.insert(span.machine);
    for (const MachineId move : quay.program.moves) EXPECT_TRUE(ran.contains(move)) << quay.program.machines[move].name;
}

TEST(Wick, AMoveLeftOutDoesNotRunAndIsExplained) {
    Quay quay;
    ASSERT_TRUE(leave_out(quay.program, "wall_run", quay.tuning));
    EXPECT_TRUE(quay.spans(quay.run("sail alley", 120), "wall_run", "along").empty());
    EXPECT_FALSE(leave_out(quay.program, "no such move", quay.tuning));
    EXPECT_FALSE(leave_out(quay.program, "walk", quay.tuning)) << "something must hold when nothing else does";
}

TEST(Wick, TheRateCheckFindsSpreadsWorstFirst) {
    const Quay quay;
    const auto check = check_rates(quay.at(120), quay.project.find_tape("rope loft")->tape);
    ASSERT_TRUE(check);
    EXPECT_EQ(check->traces.size(), checked_rates.size());
    ASSERT_FALSE(check->readings.empty());
    for (std::size_t i = 1; i < check->readings.size(); ++i)
        EXPECT_GE(check->readings[i - 1].spread, check->readings[i].spread);
    EXPECT_LT(check->readings.front().spread, 0.005);
    Tape wrong = quay.project.find_tape("rope loft")->tape;
    wrong.tracks[0].start_place = "nowhere";
    EXPECT_FALSE(check_rates(quay.at(120), wrong));
}

/// Moths at random places in reach, some behind crates: a strike that may start always ends on its moth.
TEST_P(WickAt, AHomingStrikeNeverMissesATargetInReachWithAClearLine) {
    std::mt19937 random(GetParam() == 30 ? 11U : 12U);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    int struck = 0;
    for (int round = 0; round < 60; ++round) {
        CoursePlan plan = test::flat_plan();
        plan.places[0].name = "first lantern";
        for (int i = 0; i < 4; ++i)
            plan.pieces.push_back(
                test::box({between(2, 10), between(-6, 6), between(0.5, 2)}, Vec3{between(0.4, 1.5)}));
        for (int i = 0; i < 3; ++i)
            plan.targets.push_back({"moth", "moth", {between(2, 10), between(-5, 5), between(1.2, 4)}, 0.25, -1.0});
        const Course course = test::course_of(plan);
        const SceneView r{quay.program, quay.tuning, course, GetParam()};
        Tape tape = test::TapeMaker(2.5).hold("jump", 0.2, 0.4).hold("strike", 0.5, 0.1);
        tape.tracks[0].start_place = "first lantern";
        const Trace trace = replay(r, tape).value();
        const auto rush = quay.spans(trace, "moth_strike", "rush_at");
        if (rush.empty()) continue;
        // A clear line is a ray; where a corner is nearer to it than the body is wide the strike ends with a bump.
        const bool bumped = !test::times_of(trace, EventKind::failed).empty();
        const auto hits = test::times_of(trace, EventKind::struck);
        EXPECT_TRUE(bumped || hits.size() == 1U) << "round " << round;
        if (bumped) continue;
        ++struck;
        EXPECT_LE(hits.at(0) - rush[0].from, 12.0 / quay.dial("moth_strike.rush") + 1e-6);
    }
    EXPECT_GT(struck, 15);
}

}  // namespace
}  // namespace leap::wick_moves_test
