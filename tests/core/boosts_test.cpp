// SPDX-License-Identifier: MIT
#include <gtest/gtest.h>

#include "core/senses/explain.hpp"
#include "tests/core/support.hpp"

namespace leap::boosts_test {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string hop = std::string(test::plain_body) +
                        "move hop on jump {\n"
                        "  dial rise = 2 m in 0.5..6\n"
                        "  phase up { start: launch up at sqrt(2 * 28 m/s^2 * rise)  gravity 28 m/s^2  end when "
                        "grounded and rising <= 0 m/s }\n"
                        "}\n";

double height_of(const Scene& scene, const Tape& tape, int rate) {
    double out = 0.0;
    for (const Trace trace = scene.run(tape, rate); const TraceRow& row : trace.tracks[0].rows)
        out = std::max(out, row.position.z);
    return out;
}

class DialBoosts : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, DialBoosts, testing::Values(120, 480));

TEST_P(DialBoosts, APhaseBoostsAnotherMovesDialWhileItLastsAndNotLonger) {
    const Scene scene(hop + "move pump on dash in arms { phase on for 1 s { boost hop.rise 150 % } }\n");
    const auto both = TapeMaker(3).hold("dash", 0.5, 0.1).hold("jump", 1.0, 0.1);
    const auto after = TapeMaker(3).hold("dash", 0.5, 0.1).hold("jump", 1.7, 0.1);
    EXPECT_NEAR(height_of(scene, both, GetParam()), 3.0, 0.02);
    EXPECT_NEAR(height_of(scene, after, GetParam()), 2.0, 0.02);
}

TEST_P(DialBoosts, BoostsOfSeveralPhasesMultiplyAndADialCanBoostItsOwnMove) {
    const Scene scene(hop +
                      "move pump on dash in arms { phase on for 2 s { boost hop.rise 150 %  boost hop.rise 2 } }\n"
                      "move high is hop { dial rise = 1 m  phase up { boost rise 200 %  start: launch up at sqrt(2 * "
                      "28 m/s^2 * rise)  gravity 28 m/s^2  end when grounded and rising <= 0 m/s } }\n");
    EXPECT_NEAR(height_of(scene, TapeMaker(3).hold("dash", 0.5, 0.1).hold("jump", 1.0, 0.1), GetParam()), 6.0, 0.04);
}

TEST(DialBoosts, AStanceBoostsAndADialSaysHowMuch) {
    Scene scene(
        hop + "dial gift = 125 % in 0 %..300 %\nstance wet when feet > -1 m { steer to 6 m/s  boost hop.rise gift }\n");
    const auto press = TapeMaker(2).hold("jump", 0.5, 0.1);
    EXPECT_NEAR(height_of(scene, press, 480), 2.5, 0.02);
    scene.set("gift", 0.5);
    EXPECT_NEAR(height_of(scene, press, 480), 1.0, 0.02);
}

TEST(DialBoosts, AGateThatReadsABoostedDialIsExplainedWithItsPresentValue) {
    const Scene scene(
        hop +
        "move far on jump { dial need = 10 m/s  gate speed >= need \"too slow\"  phase a { end when grounded } }\n"
        "stance easy when feet > -1 m { steer to 6 m/s  boost far.need 50 % }\n");
    const SceneView r = scene.at(120);
    const Tape tape = TapeMaker(1);
    const Trace trace = scene.run(tape);
    const World state = world_at(r, resolve_inputs(scene.program, tape).value(), trace, 0.5);
    const std::string words =
        explain_move(r.context(state, state.actors[0]), *scene.program.find_machine("far")).gates[0].seen;
    EXPECT_NE(words.find("5 m/s"), std::string::npos) << words;
}

/// A hop of 2 m under 28 m/s^2: v = sqrt(2 g h), so under a share s of gravity it rises h / s.
const std::string plain_hop = std::string(test::plain_body) +
                              "move hop on jump { phase up { start: launch up at sqrt(2 * 28 m/s^2 * 2 m)  gravity 28 "
                              "m/s^2  end when grounded and rising <= 0 m/s } }\n";

class MotionBoosts : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, MotionBoosts, testing::Values(30, 120, 480));

TEST_P(MotionBoosts, GravityOfAPhaseIsMultipliedByEveryBoostInForce) {
    const Scene scene(std::string(test::plain_body) +
                      "move hop on jump { phase up { start: launch up at sqrt(2 * 28 m/s^2 * 2 m)  gravity 28 m/s^2  "
                      "boost gravity 80 %  end when grounded and rising <= 0 m/s } }\n"
                      "move moon on dash in arms { phase on for 3 s { boost gravity 50 % } }\n");
    const auto alone = TapeMaker(5).hold("jump", 1.0, 0.1);
    const auto both = TapeMaker(5).hold("dash", 0.5, 0.1).hold("jump", 1.0, 0.1);
    EXPECT_NEAR(height_of(scene, alone, GetParam()), 2.0 / 0.8, 0.002);
    EXPECT_NEAR(height_of(scene, both, GetParam()), 2.0 / 0.4, 0.002);
}

TEST_P(MotionBoosts, GravityThatIsBoostedToNothingLeavesAStraightFlight) {
    const Scene scene(plain_hop + "move none on dash in arms { phase on for 3 s { boost gravity -20 % } }\n");
    const auto tape = TapeMaker(2).hold("dash", 0.5, 0.1).hold("jump", 1.0, 0.1);
    // Launched at 1 s, for a second at 10.583 m/s.
    EXPECT_NEAR(height_of(scene, tape, GetParam()), std::sqrt(2.0 * 28.0 * 2.0), 0.02);
}

TEST_P(MotionBoosts, AShareOfGravityThatChangesWithTimeIsIntegrated) {
    // Gravity fades from all of it to none within 1 s: v(t) = v0 - g (t - t^2/2), y(1) = v0 - g (1/2 - 1/6).
    const Scene scene(std::string(test::plain_body) +
                      "move fade on jump { phase up for 1 s { start: launch up at 12 m/s  gravity 28 m/s^2  boost "
                      "gravity 1 - share } }\n");
    const Trace trace = scene.run(TapeMaker(3).hold("jump", 1.0, 0.1), GetParam());
    double at_end = 0.0;
    for (const TraceRow& row : trace.tracks[0].rows)
        if (row.time <= 2.0 + 1e-9) at_end = row.position.z;
    EXPECT_NEAR(at_end, 12.0 - 28.0 * (0.5 - 1.0 / 6.0), 0.005);
}

TEST_P(MotionBoosts, SteeringIsQuickerAndComesToTheSameSpeed) {
    const Scene scene(std::string(test::plain_body) +
                      "stance run when feet > -1 m { steer to 6 m/s gain 10 m/s^2 brake 20 m/s^2 }\n"
                      "move slip on dash in legs { phase on for 3 s { boost steering 50 % } }\n");
    const auto speed_after = [&](const Tape& tape, double seconds) {
        double out = 0.0;
        for (const Trace trace = scene.run(tape, GetParam()); const TraceRow& row : trace.tracks[0].rows)
            if (row.time <= 1.0 + seconds + 1e-9) out = glm::length(row.velocity);
        return out;
    };
    const auto plain = TapeMaker(3).stick(1.0, 0.0, 1.0);
    const auto slow = TapeMaker(3).hold("dash", 0.5, 0.1).stick(1.0, 0.0, 1.0);
    EXPECT_NEAR(speed_after(plain, 0.4), 4.0, 1e-3);
    EXPECT_NEAR(speed_after(slow, 0.4), 2.0, 1e-3);
    EXPECT_NEAR(speed_after(slow, 1.5), 6.0, 1e-3);
}

TEST(MotionBoostWords, EachMayBeSaidOnceInAPhase) {
    const std::string out = test::messages_of(
        std::string(test::plain_body) + "stance a { boost gravity 50 %  boost gravity 40 %  boost steering 50 % }\n");
    EXPECT_NE(out.find("twice"), std::string::npos) << out;
}

}  // namespace
}  // namespace leap::boosts_test
