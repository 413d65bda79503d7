// SPDX-License-Identifier: MIT
// What a player feels of moves, against closed forms and at every tick rate.
#include <gtest/gtest.h>
#include <cstring>

#include <cmath>

#include "core/readings/readings.hpp"
#include "tests/core/support.hpp"

namespace leap::moves_test {
namespace {

using test::plain_body;
using test::Scene;
using test::spans_of;
using test::TapeMaker;
using test::times_of;

constexpr int rates[] = {30, 60, 120, 240, 480};

const std::string hop = std::string(plain_body) + R"(
move hop on jump {
  dial rise = 2.1 m in 0.5..6
  dial time_to_top = 0.36 s in 0.15..1
  gate grounded within 0.10 s "needs ground"
  buffer 0.12 s
  let pull = 2 * rise / time_to_top^2
  phase rise_up {
    start: launch up at 2 * rise / time_to_top
    gravity pull
    go cut_short when not held(jump)
    go drop when rising <= 0 m/s
  }
  phase cut_short { start: keep 45 % of rising  gravity pull  go drop when rising <= 0 m/s }
  phase drop { gravity pull * 180 %  end when grounded }
}
move air_hop is hop {
  without gates
  gate airborne
  buffer 0 s
  charges 1 refill when grounded
}
)";

class AtEveryRate : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, AtEveryRate, testing::ValuesIn(rates),
                         [](const auto& rate) { return std::to_string(rate.param) + "_ticks"; });

TEST_P(AtEveryRate, HopHeightAndTimeToTopMeetTheClosedForm) {
    const Scene scene(hop);
    const Trace trace = scene.run(TapeMaker(2.0).hold("jump", 0.333, 0.6), GetParam());
    const auto up = spans_of(scene, trace, "hop.rise_up");
    ASSERT_EQ(up.size(), 1U);
    EXPECT_NEAR(up[0].from, 0.333, 1e-9);
    EXPECT_NEAR(up[0].to - up[0].from, 0.36, 0.36 * 0.001);
    const double height = extreme(trace.tracks[0], Quantity::feet, {0, 2}, true) - position_at(trace.tracks[0], 0.3).z;
    EXPECT_NEAR(height, 2.1, 2.1 * 0.001);
    // Down with 1.8 times the pull: t = time_to_top / sqrt(1.8)
    const auto down = spans_of(scene, trace, "hop.drop");
    ASSERT_EQ(down.size(), 1U);
    EXPECT_NEAR(down[0].to - down[0].from, 0.36 / std::sqrt(1.8), 0.0015);
}

TEST_P(AtEveryRate, EarlyReleaseKeepsTheStatedShare) {
    const Scene scene(hop);
    const Trace trace = scene.run(TapeMaker(1.5).hold("jump", 0.2, 0.1), GetParam());
    // After 0.1 s: v = v0 - g t; 45 % of it is left; the rest of the rise is v²/2g.
    const double g = 2 * 2.1 / (0.36 * 0.36);
    const double v0 = 2 * 2.1 / 0.36;
    const double v1 = v0 - g * 0.1;
    const double expected = v0 * 0.1 - 0.5 * g * 0.01 + 0.45 * v1 * 0.45 * v1 / (2 * g);
    const double height =
        extreme(trace.tracks[0], Quantity::feet, {0, 1.5}, true) - position_at(trace.tracks[0], 0.1).z;
    EXPECT_NEAR(height, expected, expected * 0.001);
}

TEST_P(AtEveryRate, DriveDistanceIsTheIntegralOfItsCurve) {
    const Scene scene(std::string(plain_body) + R"(
curve soft = points (0, 1) (0.6, 1) (1, 0.55)
move dash on dash {
  phase burst for 0.17 s { drive forward at 19 m/s shaped soft  gravity 0 m/s^2 }
})");
    const Trace trace = scene.run(TapeMaker(1.0).hold("dash", 0.101, 0.1), GetParam());
    const auto burst = spans_of(scene, trace, "dash.burst");
    ASSERT_EQ(burst.size(), 1U);
    const double far =
        horizontal_length(position_at(trace.tracks[0], burst[0].to) - position_at(trace.tracks[0], burst[0].from));
    EXPECT_NEAR(far, 19 * 0.17 * (0.6 + 0.4 * 0.775), 19 * 0.17 * 0.002);
}

TEST_P(AtEveryRate, ExtraSpeedFadesAtTheStatedRate) {
    const Scene scene(std::string(plain_body) + R"(
move dash on dash {
  phase burst for 0.1 s { drive forward at 16 m/s  gravity 0 m/s^2 }
  phase settle { cap speed walk.top fading 50 m/s^2  end when speed <= walk.top }
})");
    const Trace trace = scene.run(TapeMaker(1.5).stick(0.01, 0, 1).hold("dash", 0.5, 0.05), GetParam());
    const auto settle = spans_of(scene, trace, "dash.settle");
    ASSERT_EQ(settle.size(), 1U);
    EXPECT_NEAR(settle[0].to - settle[0].from, (16.0 - 6.0) / 50.0, 0.001);
}

TEST_P(AtEveryRate, APressBeforeLandingWaitsInTheBufferAndNoLonger) {
    const Scene scene(std::string(hop) + "");
    Trace probe = scene.run(TapeMaker(2.0).hold("jump", 0.2, 0.5), GetParam());
    const double landing = times_of(probe, EventKind::landed).at(0);
    // The air hop has its charge; spend it so that the second press can only wait.
    Scene no_air(std::string(plain_body) +
                 hop.substr(std::strlen(plain_body), hop.find("move air_hop") - std::strlen(plain_body)));
    const Trace early = no_air.run(TapeMaker(2.0).hold("jump", 0.2, 0.5).hold("jump", landing - 0.1, 0.3), GetParam());
    EXPECT_EQ(times_of(early, EventKind::started).size(), 2U);
    EXPECT_NEAR(times_of(early, EventKind::started)[1], landing, 1e-6);
    const Trace too_early =
        no_air.run(TapeMaker(2.0).hold("jump", 0.2, 0.4).hold("jump", landing - 0.14, 0.3), GetParam());
    EXPECT_EQ(times_of(too_early, EventKind::started).size(), 1U);
}

CoursePlan ledge() {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0] = test::box({-9, 0, -0.5}, {20, 20, 1});  // ends at x = 1
    plan.pieces.push_back(test::box({0, 0, -20.5}, {100, 100, 1}));
    return plan;
}

TEST_P(AtEveryRate, CoyoteTimeRunsFromTheEdge) {
    const Scene scene(std::string(plain_body) + R"(
move hop on jump {
  gate grounded within 0.10 s
  phase up_there { start: launch up at 8 m/s  end when grounded }
})",
                      ledge());
    const Trace walk = scene.run(TapeMaker(1.0).stick(0.0, 0, 1), GetParam());
    const double edge = times_of(walk, EventKind::left_ground).at(0);
    const auto starts = [&](double after) {
        return times_of(scene.run(TapeMaker(1.0).stick(0.0, 0, 1).hold("jump", edge + after, 0.1), GetParam()),
                        EventKind::started)
            .size();
    };
    EXPECT_EQ(starts(0.095), 1U);
    EXPECT_EQ(starts(0.105), 0U);
}

TEST(Moves, LeavingTheEdgeDoesNotDependOnTheTickRate) {
    const Scene scene(plain_body, ledge());
    std::vector<double> edges;
    for (const int rate : rates)
        edges.push_back(times_of(scene.run(TapeMaker(1.0).stick(0.0, 0, 1), rate), EventKind::left_ground).at(0));
    for (const double edge : edges) EXPECT_NEAR(edge, edges[2], 0.0005);
}

TEST(Moves, CoyoteTimeIsUsedUpByAHop) {
    const Scene scene(std::string(plain_body) + R"(
move hop on jump {
  gate grounded within 0.3 s
  phase up_there { start: launch up at 8 m/s  end when grounded }
})");
    const Trace trace = scene.run(TapeMaker(1.0).hold("jump", 0.2, 0.05).hold("jump", 0.3, 0.05));
    EXPECT_EQ(times_of(trace, EventKind::started).size(), 1U);
}

TEST_P(AtEveryRate, CoyoteTimeIsUsedUpByAHopBehindTheEdge) {
    const Scene scene(std::string(plain_body) + R"(
move hop on jump {
  gate grounded within 0.3 s
  phase up_there { start: launch up at 8 m/s  end when grounded }
})",
                      ledge());
    const double edge = times_of(scene.run(TapeMaker(1.0).stick(0.0, 0, 1), GetParam()), EventKind::left_ground).at(0);
    const Trace trace = scene.run(
        TapeMaker(1.0).stick(0.0, 0, 1).hold("jump", edge + 0.05, 0.05).hold("jump", edge + 0.15, 0.05), GetParam());
    EXPECT_EQ(times_of(trace, EventKind::started).size(), 1U);
}

TEST(Moves, AChargeIsSpentInTheAirAndGivenBackOnTheGround) {
    const Scene scene(hop);
    const Trace trace = scene.run(TapeMaker(4.0)
                                      .hold("jump", 0.2, 0.3)
                                      .hold("jump", 0.6, 0.1)
                                      .hold("jump", 0.9, 0.1)
                                      .hold("jump", 2.5, 0.3)
                                      .hold("jump", 2.9, 0.1));
    std::vector<std::string> started;
    for (const TraceEvent& event : trace.events)
        if (event.kind == EventKind::started) started.push_back(scene.program.machines[event.index].name);
    EXPECT_EQ(started, (std::vector<std::string>{"hop", "air_hop", "hop", "air_hop"}));
}

TEST(Moves, CooldownCountsFromTheStartAndABufferedPressWaitsForIt) {
    const Scene scene(std::string(plain_body) + R"(
move dash on dash {
  gate cooldown 0.8 s
  buffer 0.2 s
  phase burst for 0.1 s { drive forward at 10 m/s }
})");
    const Trace trace =
        scene.run(TapeMaker(3.0).hold("dash", 0.1, 0.05).hold("dash", 0.5, 0.05).hold("dash", 0.8, 0.05), 60);
    const auto starts = times_of(trace, EventKind::started);
    ASSERT_EQ(starts.size(), 2U);
    EXPECT_NEAR(starts[1], 0.9, 1e-9);
}

TEST(Moves, CountersPickAndFallBackExactly) {
    const Scene scene(std::string(plain_body) + R"(
move hop on jump {
  counter link in 0..2 back to 0 after 0.2 s when grounded
  gate grounded
  on landed: link + 1
  phase up_there { start: launch up at pick(link, 4 m/s, 5 m/s, 6 m/s)  end when grounded }
})");
    const auto heights = [&](double pause, int rate) {
        std::vector<double> out;
        TapeMaker maker(6.0);
        double at = 0.3;
        for (const double v : {4.0, 5.0, 6.0}) {
            maker.hold("jump", at, 0.05);
            at += 2 * v / 28.0 + pause;
        }
        const Trace trace = scene.run(maker, rate);
        for (const PhaseSpan& span : spans_of(scene, trace, "hop.up_there"))
            out.push_back(extreme(trace.tracks[0], Quantity::feet, {span.from, span.to}, true) - 0.001);
        return out;
    };
    for (const int rate : rates) {
        const auto chained = heights(0.15, rate);
        ASSERT_EQ(chained.size(), 3U);
        EXPECT_NEAR(chained[0], 16.0 / 56, 0.001);
        EXPECT_NEAR(chained[1], 25.0 / 56, 0.001);
        EXPECT_NEAR(chained[2], 36.0 / 56, 0.001);
    }
    const auto late = heights(0.45, 120);
    ASSERT_GE(late.size(), 2U);
    EXPECT_NEAR(late[1], 16.0 / 56, 0.001);
}

TEST(Moves, AMoveThatStartsCutsTheOneThatRuns) {
    const Scene scene(std::string(plain_body) + R"(
move hop on jump { phase up_there { start: launch up at 8 m/s  end when grounded  finish: stop rising } }
move dash on dash { phase burst for 0.1 s { drive forward at 12 m/s  gravity 0 m/s^2 } }
)");
    const Trace trace = scene.run(TapeMaker(1.0).hold("jump", 0.1, 0.3).hold("dash", 0.2, 0.1));
    const auto cut = std::find_if(trace.events.begin(), trace.events.end(),
                                  [](const TraceEvent& e) { return e.kind == EventKind::cut; });
    ASSERT_NE(cut, trace.events.end());
    EXPECT_EQ(event_text(*cut, scene.program, trace), "hop cut by dash");
    EXPECT_NEAR(cut->time, 0.2, 1e-9);
    // `finish` runs on a cut too: the rise was stopped before the dash began.
    EXPECT_NEAR(velocity_at(trace.tracks[0], 0.25).z, 0.0, 1e-9);
}

TEST(Moves, WhatAPhaseSetsEndsWithItWhateverCutsIt) {
    const Scene scene(std::string(plain_body) + R"(
move heavy on jump { phase a for 0.4 s { gravity 200 m/s^2  limit rising -1 m/s..1 m/s  start: launch up at 9 m/s } }
move light on dash { phase b for 0.3 s { gravity 1 m/s^2  steer to 20 m/s gain 500 m/s^2 brake 500 m/s^2 } }
)");
    // After any mix of presses, once no move is active, free fall is free fall again.
    for (unsigned seed = 1; seed <= 30; ++seed) {
        const Tape tape = test::random_tape(scene.program, seed, 3.0);
        const Trace trace = scene.run(tape);
        for (std::size_t i = 0; i + 1 < trace.tracks[0].rows.size(); ++i) {
            const TraceRow& row = trace.tracks[0].rows[i];
            if (!row.move && !row.grounded) {
                EXPECT_NEAR(row.acceleration.z, -28.0, 1e-9);
            }
            if (!row.move && row.grounded) {
                EXPECT_LE(horizontal_length(row.acceleration), 70.0 + 1e-9);
            }
        }
    }
}

TEST(Moves, PhasesThatLeadToEachOtherAtOnceAreCaughtAndTold) {
    const Scene scene(std::string(plain_body) + R"(
move ring on jump {
  phase a { go b when grounded }
  phase b { go a when grounded  end after 1 s }
})");
    const Trace trace = scene.run(TapeMaker(0.5).hold("jump", 0.1, 0.1));
    EXPECT_FALSE(times_of(trace, EventKind::fault).empty());
    EXPECT_NEAR(trace.length_s(), 0.5, 1e-9);
}

TEST(Moves, LaunchesAddOrReplaceAlongTheirDirection) {
    const Scene scene(std::string(plain_body) + R"(
move one on jump { phase a for 0.02 s { start: launch up at 5 m/s  gravity 0 m/s^2 } phase b { start: launch up at 2 m/s adding gravity 0 m/s^2 end after 0.05 s } }
)");
    const Trace trace = scene.run(TapeMaker(0.3).stick(0.0, 0, 1).hold("jump", 0.15, 0.1));
    EXPECT_NEAR(velocity_at(trace.tracks[0], 0.16).z, 5.0, 1e-9);
    EXPECT_NEAR(velocity_at(trace.tracks[0], 0.18).z, 7.0, 1e-9);
    EXPECT_NEAR(velocity_at(trace.tracks[0], 0.16).x, 6.0, 0.2);
}

TEST(Moves, RememberedValuesAndEmittedEventsReachOtherRules) {
    const Scene scene(std::string(plain_body) + R"(
move climb on jump {
  counter heard_it in 0..9
  on heard(over): heard_it + 1
  phase a {
    start: remember top = feet + 0.5 m, launch up at 9 m/s
    go b when feet > top
  }
  phase b { start: emit over  end when grounded }
})");
    const Trace trace = scene.run(TapeMaker(1.2).hold("jump", 0.1, 0.1));
    const auto b = spans_of(scene, trace, "climb.b");
    ASSERT_EQ(b.size(), 1U);
    EXPECT_NEAR(position_at(trace.tracks[0], b[0].from).z, 0.501, 1e-6);
    EXPECT_EQ(trace.tracks[0].values.back(), 1.0);
}

TEST(Moves, AnActIsDoneOnlyWhenItsConditionHolds) {
    const Scene scene(std::string(plain_body) + R"(
counter links in 0..99
move hop on jump {
  counter own in 0..99
  phase a for 0.1 s {
    start: links + 1 when speed > 1 m/s, own + 10, links + own when own > 5, launch up at 5 m/s when links == 10
  }
}
move reset on landed { phase a for 0.05 s { start: hop.own = 3 when links >= 10, hop.own + 1 } }
)");
    for (const int rate : rates) {
        const test::Played still = test::play(scene, TapeMaker(2).hold("jump", 0.5, 0.1), rate);
        EXPECT_EQ(still.state.actors[0].counters[0].value, 10.0) << "standing: only the second one counts";
        EXPECT_NEAR(times_of(still.trace, EventKind::left_ground).at(0), 0.5, 1e-9) << "after what came before it";
        EXPECT_EQ(still.state.actors[0].counters[1].value, 4.0) << "another move's counter";
        const test::Played running = test::play(scene, TapeMaker(2).stick(0.1, 0, 1).hold("jump", 0.5, 0.1), rate);
        EXPECT_EQ(running.state.actors[0].counters[0].value, 11.0);
        EXPECT_TRUE(times_of(running.trace, EventKind::left_ground).empty());
    }
}

}  // namespace
}  // namespace leap::moves_test
