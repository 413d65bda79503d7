// SPDX-License-Identifier: MIT
// Layers, rights to cut, starts without a button, how moves end, meters and tags.
#include <gtest/gtest.h>

#include "core/senses/explain.hpp"
#include "core/simulation/start.hpp"
#include "tests/core/support.hpp"

namespace leap::layers_test {
namespace {

using test::Scene;
using test::TapeMaker;

Scene scene_of(const std::string& more) {
    return Scene(std::string(test::plain_body) + more);
}

double meter_at(const Scene& scene, const Trace& trace, const std::string& name, double time) {
    const std::size_t row = row_at(trace.tracks[0], time + 1e-9);
    const std::size_t column = scene.program.counters.size() + scene.program.find_meter(name)->at();
    return trace.tracks[0].values[row * trace.value_count + column];
}

TEST(Layers, AMoveOnAnotherLayerRunsBesideTheBodys) {
    const Scene scene = scene_of(R"(
move hop on jump { gate grounded  phase up_there { start: launch up at 8 m/s  end when grounded } }
move sprint on dash in legs { phase go_on { boost speed 150 %  end when not held(dash) } }
)");
    const Trace trace = scene.run(TapeMaker(3.0).stick(0, 0, 1).hold("dash", 0.5, 2.0).hold("jump", 1.0, 0.1));
    EXPECT_TRUE(test::times_of(trace, EventKind::cut).empty());
    const auto sprint = test::spans_of(scene, trace, "sprint.go_on");
    ASSERT_EQ(sprint.size(), 1U);
    EXPECT_NEAR(sprint[0].to, 2.5, 1e-9) << "the hop in between does not end it";
    EXPECT_EQ(test::spans_of(scene, trace, "hop.up_there").size(), 1U);
    const double walk = horizontal_length(velocity_at(trace.tracks[0], 0.45));
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 0.98)), walk * 1.5, 1e-6);
    EXPECT_NEAR(horizontal_length(velocity_at(trace.tracks[0], 2.98)), walk, 1e-6) << "the boost ends with its phase";
}

class CutRightsAt : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, CutRightsAt, testing::Values(30, 120, 480));

TEST_P(CutRightsAt, OnlyWhoIsNamedAndFromItsInstantOn) {
    const std::string moves = R"(
move roll on dash { phase over for 0.6 s { RIGHT } }
move hop on jump { buffer 0.5 s  phase a for 0.1 s { } }
)";
    const auto started = [&](const std::string& right) {
        std::string script = moves;
        script.replace(script.find("RIGHT"), 5, right);
        const Scene scene = scene_of(script);
        const auto spans = test::spans_of(
            scene, scene.run(TapeMaker(1.5).hold("dash", 0.2, 0.1).hold("jump", 0.3, 0.05), GetParam()), "hop.a");
        return spans.empty() ? -1.0 : spans[0].from;
    };
    EXPECT_NEAR(started(""), 0.3, 1e-9) << "without a word anything may cut";
    EXPECT_NEAR(started("cut by hop after 0.25 s"), 0.45, 1e-8);
    EXPECT_NEAR(started("cut by all after 0.4 s"), 0.6, 1e-8);
    EXPECT_NEAR(started("cut by none"), 0.8, 1e-8) << "the press waits until the roll is over";
    EXPECT_NEAR(started("cut by roll"), 0.8, 1e-8);
}

TEST(CutRights, CutsAnythingOverridesThem) {
    const Scene scene = scene_of(R"(
move roll on dash { phase over for 0.6 s { cut by none } }
move hit on jump { cuts anything  phase a for 0.1 s { } }
)");
    const Trace trace = scene.run(TapeMaker(1).hold("dash", 0.2, 0.1).hold("jump", 0.3, 0.05));
    EXPECT_NEAR(test::spans_of(scene, trace, "hit.a").at(0).from, 0.3, 1e-9);
}

TEST(CutRights, AreExplained) {
    const Scene scene = scene_of(R"(
move roll on dash { phase over for 0.6 s { cut by hop after 0.5 s } }
move hop on jump { phase a for 0.1 s { } }
)");
    const Tape tape = TapeMaker(1).hold("dash", 0.2, 0.1);
    const SceneView r = scene.at(120);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    const World state = world_at(r, inputs, scene.run(tape), 0.4);
    const MoveAnswer answer = explain_move(r.context(state, state.actors[0]), *scene.program.find_machine("hop"));
    EXPECT_EQ(answer.readiness, Readiness::refused);
    EXPECT_EQ(answer.why, "roll holds the body");
    EXPECT_EQ(answer.gates.back().seen, "in 0.30 s");
}

TEST_P(CutRightsAt, AConditionStartsAMoveByItself) {
    const Scene scene = scene_of(
        "move glide when airborne and rising < -2 m/s { phase a { gravity 2 m/s^2  end when grounded } }\n"
        "move hop on jump { phase up_there { start: launch up at 8 m/s  end when rising <= 0 m/s } }");
    const Trace trace = scene.run(TapeMaker(3).hold("jump", 0.5, 0.1), GetParam());
    const auto spans = test::spans_of(scene, trace, "glide.a");
    ASSERT_EQ(spans.size(), 1U) << "it doesn't start again while it runs";
    const double pull = 28.0;
    EXPECT_NEAR(spans[0].from, 0.5 + 10.0 / pull, 1e-6);
}

TEST(Starts, AnEventStartsAMove) {
    const Scene scene = scene_of(R"(
move hop on jump { gate grounded  phase up_there { start: launch up at 6 m/s  end when grounded } }
move crouch_down on landed in pose { phase a for 0.2 s { } }
move answer on released(jump) in pose { phase a for 0.1 s { } }
)");
    const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.5, 0.1));
    EXPECT_NEAR(test::spans_of(scene, trace, "answer.a").at(0).from, 0.6, 1e-9);
    EXPECT_NEAR(test::spans_of(scene, trace, "crouch_down.a").at(0).from,
                test::times_of(trace, EventKind::landed).at(0), 1e-9);
}

TEST(Outcomes, CompletedFailedAndCutAreToldApart) {
    const Scene scene = scene_of(R"(
counter done in 0..9
counter fell in 0..9
counter lost in 0..9
button stop_it key "S"
move burst on dash { phase a for 0.3 s { fail when held(stop_it) } }
move other on jump { phase a for 0.05 s { } }
move listen when grounded in ears {
  on completed(burst): done + 1
  on failed(burst): fell + 1
  on was_cut(burst): lost + 1
  phase always { end when airborne }
}
)");
    const Tape tape = TapeMaker(4)
                          .hold("dash", 0.5, 0.1)
                          .hold("dash", 1.5, 0.1)
                          .hold("stop_it", 1.6, 0.1)
                          .hold("dash", 2.5, 0.1)
                          .hold("jump", 2.6, 0.1);
    const Trace trace = scene.run(tape);
    const std::vector<double> last(trace.tracks[0].values.end() - 3, trace.tracks[0].values.end());
    EXPECT_EQ(last, (std::vector<double>{1, 1, 1}));
    EXPECT_EQ(test::times_of(trace, EventKind::failed).size(), 1U);
    EXPECT_EQ(test::times_of(trace, EventKind::cut).size(), 1U);
}

class Meters : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Meters, testing::Values(30, 120, 480));

constexpr const char* breath = R"(
meter breath { from 0 to 100  dial back = 20 /s in 0..100  refill back after 0.5 s }
move sprint on dash in legs {
  gate breath >= 15 "out of breath"
  phase go_on { drain breath 40 /s  end when not held(dash)  fail when breath <= 0 }
}
)";

TEST_P(Meters, DrainWaitAndRefillAddUpExactly) {
    const Scene scene = scene_of(breath);
    const Trace trace = scene.run(TapeMaker(4).hold("dash", 0.31, 1.3), GetParam());
    EXPECT_NEAR(meter_at(scene, trace, "breath", 0.31), 100.0, 1e-9);
    EXPECT_NEAR(meter_at(scene, trace, "breath", 1.61), 100 - 40 * 1.3, 1e-6);
    EXPECT_NEAR(meter_at(scene, trace, "breath", 2.1), 48.0, 1e-6) << "the wait of half a second";
    EXPECT_NEAR(trace.tracks[0].values.back(), 48.0 + 20 * (4 - 2.11), 1e-6);
}

TEST_P(Meters, RunningOutThrowsTheMoveOutAtThatInstant) {
    const Scene scene = scene_of(breath);
    const Trace trace = scene.run(TapeMaker(4).hold("dash", 0.5, 3.4), GetParam());
    const auto span = test::spans_of(scene, trace, "sprint.go_on").at(0);
    EXPECT_NEAR(span.to, 0.5 + 100 / 40.0, 1e-6);
    EXPECT_EQ(test::times_of(trace, EventKind::failed).size(), 1U);
    for (std::size_t i = 0; i < trace.tracks[0].rows.size(); ++i)
        EXPECT_TRUE(trace.tracks[0].values[i] >= 0.0 && trace.tracks[0].values[i] <= 100.0);
}

TEST(Meters, SpendingMoreThanThereIsStopsAtTheEnd) {
    const Scene scene = scene_of(R"(
meter breath { from 0 to 100  start 30 }
move gulp on jump { phase a for 0.1 s { start: spend breath 45  finish: gain breath 10 } }
)");
    const Trace trace = scene.run(TapeMaker(1).hold("jump", 0.2, 0.1));
    EXPECT_DOUBLE_EQ(meter_at(scene, trace, "breath", 0.2), 0.0);
    EXPECT_DOUBLE_EQ(trace.tracks[0].values.back(), 10.0);
}

TEST(Meters, AreNamedWithWhatTheyHaveAndNeed) {
    const Scene scene = scene_of(breath);
    World state = initial_world(scene.at(120), Vec3{0.0}, 0.0);
    state.actors[0].meters[0].value = 8.0;
    const SceneView rehearsal = scene.at(120);
    const MoveAnswer answer =
        explain_move(rehearsal.context(state, state.actors[0]), *scene.program.find_machine("sprint"));
    EXPECT_EQ(answer.why, "out of breath: breath 8 of 15");
}

TEST_P(Meters, ATagLastsItsTimeAndBlocksGates) {
    const Scene scene = scene_of(R"(
move hurt on dash { phase a for 0.1 s { start: tag stunned for 0.7 s } }
move hop on jump { gate not has(stunned) "stunned"  buffer 1 s  phase a for 0.1 s { } }
move glow when has(stunned) in lamp { phase a { tag lit  end when not has(stunned) } }
move answer when has(lit) in mind { phase a { end when not has(lit) } }
)");
    const Trace trace = scene.run(TapeMaker(2).hold("dash", 0.2, 0.1).hold("jump", 0.4, 0.1), GetParam());
    EXPECT_NEAR(test::spans_of(scene, trace, "hop.a").at(0).from, 0.9, 1e-8);
    const auto answer = test::spans_of(scene, trace, "answer.a");
    ASSERT_EQ(answer.size(), 1U) << "a tag that a phase carries is seen by others";
    EXPECT_NEAR(answer[0].from, 0.2, 1e-8);
    EXPECT_NEAR(answer[0].to, 0.9, 1e-8);
}

/// Whatever ends a phase, what it set is gone: after any cuts the body walks as it did before.
TEST(PhaseProperty, NothingAPhaseSetsOutlivesIt) {
    const std::string script = std::string(test::plain_body) + R"(
meter breath { from 0 to 100  refill 1000 /s }
move low on jump { phase a for 0.4 s { capsule height 0.9 m  tag small  boost speed 40 %  cap speed 1 m/s  drain breath 5 /s } }
move light on dash { phase a for 0.3 s { gravity 1 m/s^2  limit rising -1 m/s..1 m/s  face -forward }  phase b for 0.2 s { drive right at 9 m/s } }
button third key "T"
move side on third in legs { phase a for 0.5 s { boost speed 300 %  tag quick  cap speed 30 m/s } }
)";
    const Scene scene(script);
    for (unsigned seed = 1; seed <= 25; ++seed) {
        Tape tape = test::random_tape(scene.program, seed, 4.0);
        // Everything is let go, and the stick held ahead: after a while only the stance is left.
        std::vector<TapeEvent> ends;
        for (const ButtonInfo& button : scene.program.buttons) {
            TapeEvent& up = ends.emplace_back();
            up.time_s = 4.0;
            up.what = ButtonEvent{button.name, false};
        }
        TapeEvent& ahead = ends.emplace_back();
        ahead.time_s = 4.0;
        ahead.what = StickEvent{Vec2{0.0, 1.0}};
        tape.tracks[0].events.insert(tape.tracks[0].events.end(), ends.begin(), ends.end());
        tape.length_s = 7.0;
        const SceneView r = scene.at(120);
        const auto inputs = resolve_inputs(scene.program, tape).value();
        World state = start_world(r, alone_at("start")).value();
        run_ticks(r, inputs, ticks_for(7.0, 120), state, nullptr);
        const EvaluationContext m = r.context(state, state.actors[0]);
        EXPECT_EQ(state.actors[0].moves, (std::vector<MachineId>{{}, {}}));
        EXPECT_DOUBLE_EQ(state.actors[0].height, 1.7);
        EXPECT_DOUBLE_EQ(state.actors[0].radius, 0.3);
        for (std::int32_t tag = 0; tag < static_cast<std::int32_t>(scene.program.tags.size()); ++tag)
            EXPECT_FALSE(has_tag(m, tag));
        const auto top = scene.program.find_dial("walk.top").value();
        EXPECT_NEAR(horizontal_length(state.actors[0].body.velocity), scene.tuning.dials[top], 1e-6) << seed;
    }
}

TEST(Rings, MovesThatCutEachOtherAreStoppedAndTold) {
    const Scene scene = scene_of(R"(
move first on heard(ping) { phase a for 1 s { start: emit pong } }
move second on heard(pong) { phase a for 1 s { start: emit ping } }
move kick_off on jump { phase a for 1 s { start: emit ping } }
)");
    const Trace trace = scene.run(TapeMaker(2).hold("jump", 0.5, 0.1));
    EXPECT_LT(trace.events.size(), 300U) << "it does not go on for ever";
    EXPECT_NEAR(trace.length_s(), 2.0, 1e-9);
    for (const TraceRow& row : trace.tracks[0].rows) EXPECT_TRUE(is_finite(row.position));
}

TEST(Capsules, ABodyStaysLowWhereThereIsNoRoom) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({4, 0, 1.6}, {4, 6, 1.0}));  // 1.1 m of room from x = 2 to 6
    const Scene scene(
        std::string(test::plain_body) + "move duck on dash { phase a for 0.6 s { capsule height 0.9 m } }\n", plan);
    const Trace trace = scene.run(TapeMaker(4).stick(0, 0, 1).hold("dash", 0.1, 0.1));
    const SceneView r = scene.at(120);
    const Tape tape = TapeMaker(4).stick(0, 0, 1).hold("dash", 0.1, 0.1);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    const World below = world_at(r, inputs, trace, 0.9);
    ASSERT_GT(below.actors[0].body.position.x, 2.0);
    EXPECT_DOUBLE_EQ(below.actors[0].height, 0.9) << "the phase is over, but a beam hangs above";
    const World past = world_at(r, inputs, trace, 3.5);
    ASSERT_GT(past.actors[0].body.position.x, 6.5);
    EXPECT_DOUBLE_EQ(past.actors[0].height, 1.7);
}

}  // namespace
}  // namespace leap::layers_test
