// SPDX-License-Identifier: MIT
// The order inside an instant, as core/simulation/step.hpp states it, and what follows from splitting ticks.
#include "core/simulation/step.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::step_order_test {
namespace {

using test::plain_body;
using test::Scene;
using test::spans_of;
using test::TapeMaker;
using test::times_of;

TEST(StepOrder, OnBlocksSeeWhatWasInForceWhenTheEventHappened) {
    // The landing ends the move, and is still counted by it.
    const Scene scene(std::string(plain_body) + R"(
move hop on jump {
  counter landings in 0..9
  on landed: landings + 1
  phase a { start: launch up at 5 m/s  end when grounded }
})");
    const Trace trace = scene.run(TapeMaker(2.0).hold("jump", 0.1, 0.1).hold("jump", 1.0, 0.1));
    EXPECT_EQ(trace.tracks[0].values.back(), 2.0);
}

TEST(StepOrder, AMoveThatEndsMakesRoomForOneThatStartsAtTheSameInstant) {
    const Scene scene(std::string(plain_body) + R"(
move hop on jump {
  gate grounded
  buffer 0.3 s
  phase a { start: launch up at 5 m/s  end when grounded }
})");
    const Trace trace = scene.run(TapeMaker(2.0).hold("jump", 0.1, 0.1).hold("jump", 0.35, 0.1), 30);
    const auto ends = times_of(trace, EventKind::ended);
    const auto starts = times_of(trace, EventKind::started);
    ASSERT_EQ(starts.size(), 2U);
    EXPECT_EQ(starts[1], ends[0]);
    EXPECT_TRUE(times_of(trace, EventKind::cut).empty());
}

TEST(StepOrder, ThePressGoesToTheFirstMoveThatMayStart) {
    const Scene scene(std::string(plain_body) + R"(
move high on jump { gate speed > 3 m/s  phase a for 0.2 s { start: launch up at 9 m/s } }
move low on jump { phase a for 0.2 s { start: launch up at 3 m/s } }
)");
    const auto first = [&](const Tape& tape) {
        const Trace trace = scene.run(tape);
        for (const TraceEvent& event : trace.events)
            if (event.kind == EventKind::started) return scene.program.machines[event.index].name;
        return std::string("none");
    };
    EXPECT_EQ(first(TapeMaker(1.0).hold("jump", 0.5, 0.1)), "low");
    EXPECT_EQ(first(TapeMaker(1.0).stick(0, 0, 1).hold("jump", 0.5, 0.1)), "high");
}

TEST(StepOrder, AtBlocksRunOnceAtTheirTime) {
    const Scene scene(std::string(plain_body) + R"(
move pulse on jump {
  counter beats in 0..9
  phase a for 0.5 s { at 0.1 s: beats + 1  at 0.3 s: beats + 1, launch up at 4 m/s }
})");
    for (const int rate : {30, 480}) {
        const Trace trace = scene.run(TapeMaker(1.5).hold("jump", 0.2171, 0.1), rate);
        EXPECT_EQ(trace.tracks[0].values.back(), 2.0) << rate;
        EXPECT_NEAR(times_of(trace, EventKind::left_ground).at(0), 0.5171, 1e-9) << rate;
    }
}

TEST(StepOrder, PhasesLastExactlyAsLongAsTheySay) {
    const Scene scene(std::string(plain_body) + R"(
move steps on jump {
  phase a for 0.0137 s { gravity 1 m/s^2 }
  phase b for 7 frames { gravity 2 m/s^2  go d }
  phase c for 1 s { gravity 3 m/s^2 }
  phase d { end after 0.25 s }
})");
    const Trace trace = scene.run(TapeMaker(1.0).hold("jump", 0.1003, 0.1), 30);
    EXPECT_NEAR(spans_of(scene, trace, "steps.a").at(0).to, 0.1003 + 0.0137, 1e-9);
    EXPECT_NEAR(spans_of(scene, trace, "steps.b").at(0).to, 0.1003 + 0.0137 + 7.0 / 60, 1e-9);
    EXPECT_TRUE(spans_of(scene, trace, "steps.c").empty());
    EXPECT_NEAR(spans_of(scene, trace, "steps.d").at(0).to, 0.1003 + 0.0137 + 7.0 / 60 + 0.25, 1e-9);
}

TEST(StepOrder, HeldTimeIsPassedAtItsInstant) {
    const Scene scene(std::string(plain_body) + R"(
move charge on jump {
  phase wait { go ready when held_time(jump) > 0.3 s  end when not held(jump) }
  phase ready { end when released(jump) then: launch up at 8 m/s }
})");
    for (const int rate : {30, 480}) {
        const Trace trace = scene.run(TapeMaker(1.5).hold("jump", 0.111, 0.6), rate);
        EXPECT_NEAR(spans_of(scene, trace, "charge.ready").at(0).from, 0.411, 1e-6) << rate;
        EXPECT_NEAR(times_of(trace, EventKind::left_ground).at(0), 0.711, 1e-9) << rate;
        const Trace tap = scene.run(TapeMaker(1.0).hold("jump", 0.111, 0.1), rate);
        EXPECT_TRUE(times_of(tap, EventKind::left_ground).empty()) << rate;
    }
}

TEST(StepOrder, HeightsAndSpeedsArePassedAtTheirInstant) {
    const Scene scene(std::string(plain_body) + R"(
move climb on jump {
  phase up_there { start: launch up at 10 m/s  go high when feet > 1 m }
  phase high { end when grounded }
}
move boost on dash {
  phase gather { steer to 20 m/s gain 13 m/s^2 brake 10 m/s^2  go fast when speed >= 5 m/s  end after 3 s }
  phase fast { end after 0.1 s }
})");
    for (const int rate : {30, 120, 480}) {
        const Trace up = scene.run(TapeMaker(1.5).hold("jump", 0.2, 0.1), rate);
        // 0.001 + 10 t - 14 t² = 1
        const double t = (10 - std::sqrt(100 - 4 * 14 * 0.999)) / 28;
        EXPECT_NEAR(spans_of(scene, up, "climb.high").at(0).from, 0.2 + t, 1e-6) << rate;
        const Trace fast = scene.run(TapeMaker(1.5).hold("dash", 0.2, 0.1).stick(0.25, 0, 1), rate);
        EXPECT_NEAR(spans_of(scene, fast, "boost.fast").at(0).from, 0.25 + 5.0 / 13, 1e-6) << rate;
    }
}

TEST(StepOrder, RandomRunsEndWhereTheyDoAtAnyRate) {
    // On open ground, whatever is pressed: the run at 30 ticks/s ends where the run at 480 does.
    const Scene scene(std::string(plain_body) + R"(
move hop on jump {
  gate grounded within 0.1 s
  buffer 0.1 s
  phase rise { start: launch up at 9 m/s  go cut when not held(jump)  go drop when rising <= 0 m/s }
  phase cut { start: keep 50 % of rising  go drop when rising <= 0 m/s }
  phase drop { gravity 50 m/s^2  end when grounded }
}
move dash on dash {
  gate cooldown 0.4 s
  phase burst for 0.15 s { drive (direction(stick) or forward) at 15 m/s  gravity 0 m/s^2  start: stop falling }
  phase settle { cap speed walk.top fading 60 m/s^2  end when speed <= walk.top }
})");
    double worst = 0.0;
    for (unsigned seed = 1; seed <= 40; ++seed) {
        Tape tape = test::random_tape(scene.program, seed, 4.0);
        const Vec3 slow = scene.run(tape, 30).tracks[0].rows.back().position;
        const Vec3 quick = scene.run(tape, 480).tracks[0].rows.back().position;
        worst = std::max(worst, glm::length(slow - quick));
    }
    EXPECT_LT(worst, 0.05);  // of some 20 m
}

}  // namespace
}  // namespace leap::step_order_test
