// SPDX-License-Identifier: MIT
#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::stances_test {
namespace {

using test::Scene;
using test::TapeMaker;
using test::times_of;

const char* const body = R"(
button jump key "Space"
button run key "Ctrl"
button duck key "C"
body tester {
  capsule radius 0.3 m height 1.7 m
  step up 0.35 m
  walkable up to 46 deg
  gravity 28 m/s^2
}
)";

/// Names of the stances entered, in order.
std::vector<std::string> entered(const Scene& scene, const Trace& trace) {
    std::vector<std::string> out;
    for (const TraceEvent& event : trace.events)
        if (event.kind == EventKind::stance) out.push_back(scene.program.machines[event.index].name);
    return out;
}

TEST(Stances, TheFirstThatHoldsIsInForceAndTheOneWithoutWhenIsLeft) {
    const Scene scene(std::string(body) + R"(
stance sneak when held(duck) { steer to 2 m/s gain 50 m/s^2 brake 50 m/s^2 }
stance sprint when held(run) { steer to 9 m/s gain 50 m/s^2 brake 50 m/s^2 }
stance walk { steer to 5 m/s gain 50 m/s^2 brake 50 m/s^2 }
)");
    const Trace trace = scene.run(TapeMaker(3.0).stick(0, 0, 1).hold("run", 0.5, 2.0).hold("duck", 1.0, 0.5));
    EXPECT_EQ(entered(scene, trace), (std::vector<std::string>{"walk", "sprint", "sneak", "sprint", "walk"}));
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 0.9)), 9.0, 1e-6);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 1.4)), 2.0, 1e-6);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 2.9)), 5.0, 1e-6);
}

TEST(Stances, FallingBeginsAtTheInstantTheSpeedIsReached) {
    const Scene scene(std::string(body) + R"(
stance fall when airborne and rising < -3 m/s until grounded { steer to 4 m/s gain 20 m/s^2 brake 4 m/s^2 }
stance drift when airborne { steer to 4 m/s gain 20 m/s^2 brake 4 m/s^2 }
stance walk { steer to 5 m/s gain 50 m/s^2 brake 50 m/s^2 }
move hop on jump { phase a { start: launch up at 7 m/s  end when grounded } }
)");
    for (const int rate : {30, 120, 480}) {
        const Trace trace = scene.run(TapeMaker(1.5).hold("jump", 0.2, 0.1), rate);
        const auto times = times_of(trace, EventKind::stance);
        ASSERT_EQ(times.size(), 4U) << rate;  // walk, drift, fall, walk
        EXPECT_NEAR(times[2], 0.2 + (7.0 + 3.0) / 28.0, 1e-6) << rate;
        EXPECT_NEAR(times[3], 0.2 + 14.0 / 28.0, 1e-6) << rate;
    }
}

TEST(Stances, UntilHoldsAStanceWhateverOthersSay) {
    const Scene scene(std::string(body) + R"(
stance locked_in when held(duck) until released(run) { steer to 1 m/s gain 50 m/s^2 brake 50 m/s^2 }
stance walk { steer to 5 m/s gain 50 m/s^2 brake 50 m/s^2 }
)");
    const Trace trace = scene.run(TapeMaker(2.0).hold("duck", 0.2, 0.1).hold("run", 0.8, 0.3));
    const auto times = times_of(trace, EventKind::stance);
    ASSERT_EQ(times.size(), 3U);
    EXPECT_NEAR(times[2], 1.1, 1e-9);
}

TEST(Stances, FromNamesTheOnlyWaysIn) {
    const Scene scene(std::string(body) + R"(
stance air when airborne { steer to 4 m/s gain 20 m/s^2 brake 4 m/s^2 }
stance slide when held(duck) from sprint { steer to 12 m/s gain 50 m/s^2 brake 5 m/s^2 }
stance sprint when held(run) { steer to 9 m/s gain 50 m/s^2 brake 50 m/s^2 }
stance walk { steer to 5 m/s gain 50 m/s^2 brake 50 m/s^2 }
)");
    EXPECT_EQ(entered(scene, scene.run(TapeMaker(1.0).hold("duck", 0.2, 0.5))), (std::vector<std::string>{"walk"}));
    EXPECT_EQ(entered(scene, scene.run(TapeMaker(1.0).hold("run", 0.1, 0.8).hold("duck", 0.3, 0.3))),
              (std::vector<std::string>{"walk", "sprint", "slide", "sprint", "walk"}));
}

TEST(Stances, StartFinishAndEventBlocksRun) {
    const Scene scene(std::string(body) + R"(
counter ins in 0..9
counter outs in 0..9
counter landings in 0..9
stance air when airborne { start: ins + 1  finish: outs + 1  on landed: landings + 1  gravity 20 m/s^2 }
stance walk { steer to 5 m/s gain 50 m/s^2 brake 50 m/s^2 }
move hop on jump { phase a { start: launch up at 5 m/s  end when grounded } }
)");
    const Trace trace = scene.run(TapeMaker(2.5).hold("jump", 0.2, 0.1).hold("jump", 1.4, 0.1));
    const std::vector<double> last(trace.tracks[0].values.end() - 3, trace.tracks[0].values.end());
    EXPECT_EQ(last, (std::vector<double>{2, 2, 2}));
    // The stance's gravity held: 5 m/s up takes 0.5 s with 20 m/s².
    EXPECT_NEAR(times_of(trace, EventKind::landed).at(0), 0.7, 1e-6);
}

TEST(Stances, ABasedOnStanceChangesOnlyWhatItSays) {
    const Scene scene(std::string(body) + R"(
stance sprint is walk when held(run) { dial top = 9 m/s in 1..20 }
stance walk {
  dial top = 5 m/s in 1..20
  dial gain = 50 m/s^2 in 1..200
  steer to top gain gain brake 60 m/s^2
}
)");
    const Trace trace = scene.run(TapeMaker(2.0).stick(0, 0, 1).hold("run", 1.0, 1.5));
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 0.9)), 5.0, 1e-6);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 1.9)), 9.0, 1e-6);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 1.04)), 7.0, 1e-5);  // the shared gain
}

}  // namespace
}  // namespace leap::stances_test
