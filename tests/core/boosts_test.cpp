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

}  // namespace
}  // namespace leap::boosts_test
