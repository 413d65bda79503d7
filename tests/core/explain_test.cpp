// SPDX-License-Identifier: MIT
#include "core/senses/explain.hpp"
#include "core/bodies/known_poses.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::explain_test {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string explained = std::string(test::plain_body) + R"(
move hop on jump {
  gate grounded within 0.10 s  "needs ground"
  gate cooldown 1 s
  charges 1 refill when grounded
  phase a { start: launch up at 8 m/s  end when grounded }
}
move slide on dash {
  gate grounded and speed >= 4 m/s  "too slow"
  phase b for 0.2 s { steer to 2 m/s gain 9 m/s^2 brake 9 m/s^2 }
}
)";

MoveAnswer answer_at(const Tape& tape, double time, const std::string& move) {
    const Scene scene(explained);
    const Trace trace = scene.run(tape);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    const World state = world_at(scene.at(120), inputs, trace, time);
    const SceneView rehearsal = scene.at(120);
    return explain_move(rehearsal.context(state, state.actors[0]), scene.program.find_machine(move).value());
}

TEST(Explain, AReadyMoveSaysSo) {
    const MoveAnswer answer = answer_at(TapeMaker(2.0), 1.5, "hop");
    EXPECT_EQ(answer.readiness, Readiness::ready);
    EXPECT_EQ(answer.why, "ready");
    EXPECT_TRUE(answer.gates.at(0).holds);
    EXPECT_EQ(answer.gates.at(0).seen, "now");
}

TEST(Explain, TheAuthorsWordsStandForTheFirstGateThatRefuses) {
    const MoveAnswer answer = answer_at(TapeMaker(2.0), 0.5, "slide");
    EXPECT_EQ(answer.readiness, Readiness::refused);
    EXPECT_EQ(answer.why, "too slow");
    EXPECT_EQ(answer.gates.at(0).seen, "speed >= 4 m/s: 0 m/s, needs >= 4 m/s");
    EXPECT_EQ(answer_at(TapeMaker(2.0).stick(0.1, 0, 1), 1.0, "slide").why, "ready");
}

TEST(Explain, ACooldownTellsWhatIsLeft) {
    // A hop of 8 m/s lasts 16/28 s; at 0.9 s it stands again and waits.
    const MoveAnswer answer = answer_at(TapeMaker(2.0).hold("jump", 0.2, 0.1), 0.9, "hop");
    EXPECT_EQ(answer.readiness, Readiness::waiting);
    EXPECT_EQ(answer.why, "0.30 s left");
}

TEST(Explain, AnActiveMoveNamesItsPhaseAndARefusalOutweighsAWait) {
    const MoveAnswer answer = answer_at(TapeMaker(2.0).hold("jump", 0.2, 0.1), 0.5, "hop");
    EXPECT_EQ(answer.readiness, Readiness::active);
    EXPECT_EQ(answer.why, "a");
    EXPECT_FALSE(answer.gates.at(0).holds);
    EXPECT_EQ(answer.gates.at(0).seen, "not yet");  // a launch forgets the ground, so coyote time is used up
    EXPECT_EQ(answer.gates.at(2).seen, "0 of 1");
}

TEST(Explain, AFixtureThatAsksAProbeIsAnsweredAsTheRunIs) {
    // The eye looks for the plate; a crate stands on it.
    CoursePlan plan = test::flat_plan();
    Piece plate = test::box({4, 0, 0.01}, {1, 1, 0.02});
    plate.kinds = {"plate"};
    plan.pieces.push_back(plate);
    plan.fixtures = {{"eye", "eye", {4, 0, 4}, 0.0, ""}, {"crate", "crate", {4, 0, 0.02}, 0.0, ""}};
    const Scene scene(std::string(test::plain_body) + R"(
fixture eye { box 0.2 m, 0.2 m, 0.2 m  probe plate = ray (up * -1) 9 m from feet hits plate  phase shut { go open when plate.hit }  phase open { } }
fixture crate { box 0.6 m, 0.6 m, 0.6 m  mass 20 kg  phase lies { loose } }
)",
                      plan);
    const Tape tape = TapeMaker(1.0);
    const Trace trace = scene.run(tape);
    EXPECT_TRUE(test::spans_of(scene, trace, "eye.open").empty()) << "the run says no";
    const World state = world_at(scene.at(120), {}, trace, 0.5);
    StepCache cache;
    const SceneView rehearsal = scene.at(120);
    const MoveAnswer answer = explain_fixture(context_at(rehearsal, state, state.actors[0], cache), 0);
    ASSERT_FALSE(answer.gates.empty());
    EXPECT_FALSE(answer.gates.back().holds) << "and so does the explanation";
}

}  // namespace
}  // namespace leap::explain_test
