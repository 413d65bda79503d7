// SPDX-License-Identifier: MIT
#include "core/tape/live_run.hpp"

#include <gtest/gtest.h>

#include "core/project/tape_file.hpp"
#include "tests/core/support.hpp"

namespace leap::live_run_test {
namespace {

const std::string live_script = std::string(test::plain_body) + R"(
move hop on jump {
  dial rise = 2 m in 0.5..6
  gate grounded
  phase a { start: launch up at sqrt(2 * rise * 28 m/s^2)  end when grounded }
})";

LiveRun begin() {
    Ingredients made;
    made.program = std::make_shared<const Program>(test::compile_or_fail(live_script));
    made.course = std::make_shared<const Course>(test::course_of(test::flat_plan()));
    made.tuning = written_tuning(*made.program);
    World start = start_world(made.rehearsal(), alone_at("start")).value();
    return {made, std::move(start), alone_at("start")};
}

TEST(LiveRun, TheRecordedTapeReplaysTheVeryRunThatWasPlayed) {
    LiveRun live = begin();
    live.input({0.1234567, StickEvent{{0.3333333333, 0.91}}});
    live.advance_to(0.4);
    live.input({0.4011111, ButtonEvent{"jump", true}});
    live.input({0.45, LookEvent{33.3333333333, -4.0}});
    live.advance_to(0.9);
    live.input({0.2, ButtonEvent{"jump", false}});  // late: counts now
    live.advance_to(2.0);
    const Tape saved = read_tape(write_tape(live.tape("take")), "t").value();
    const Trace again = replay(live.ingredients().rehearsal(), saved).value();
    ASSERT_GE(again.tracks[0].rows.size(), live.trace().tracks[0].rows.size());
    for (std::size_t i = 0; i < live.trace().tracks[0].rows.size(); ++i)
        EXPECT_EQ(live.trace().tracks[0].rows[i], again.tracks[0].rows[i]) << i;
}

TEST(LiveRun, RewindForgetsWhatCameAfterAndGoesOn) {
    LiveRun live = begin();
    live.input({0.1, StickEvent{{0, 1}}});
    live.advance_to(1.0);
    const Vec3 there = position_at(live.trace().tracks[0], 0.5);
    live.input({1.0, ButtonEvent{"jump", true}});
    live.advance_to(2.5);
    live.rewind(2.0);
    EXPECT_NEAR(live.time(), 0.5, 1.0 / 120);
    EXPECT_LT(glm::length(live.world().actors[0].body.position - there), 0.06);
    EXPECT_EQ(live.generation(), 1);
    for (const Tape tape = live.tape("x"); const TapeEvent& event : tape.tracks[0].events)
        EXPECT_LE(event.time_s, 0.51);
    live.advance_to(1.5);
    const Trace again = replay(live.ingredients().rehearsal(), live.tape("x")).value();
    EXPECT_EQ(again.tracks[0].rows.back().position, live.world().actors[0].body.position);
    EXPECT_TRUE(test::times_of(live.trace(), EventKind::started).empty());
}

TEST(LiveRun, RewindPastTheBeginStopsThere) {
    LiveRun live = begin();
    live.advance_to(0.5);
    live.rewind(10.0);
    EXPECT_EQ(live.time(), 0.0);
    live.advance_to(0.25);
    EXPECT_NEAR(live.time(), 0.25, 1e-9);
}

TEST(LiveRun, ADialTurnedWhilePlayingHoldsFromTheNextTick) {
    LiveRun live = begin();
    live.advance_to(0.2);
    Tuning higher = live.ingredients().tuning;
    higher.dials[*live.ingredients().program->find_dial("hop.rise")] = 3.0;
    live.set_tuning(make_tuning(*live.ingredients().program, higher.dials));
    live.input({0.3, ButtonEvent{"jump", true}});
    live.advance_to(1.5);
    double top = 0.0;
    for (const TraceRow& row : live.trace().tracks[0].rows) top = std::max(top, row.position.z);
    EXPECT_NEAR(top, 3.0, 0.02);
}

TEST(LiveRun, SingleTicksAdvanceByOne) {
    LiveRun live = begin();
    live.single_tick();
    EXPECT_EQ(live.world().tick, 1);
    live.single_tick();
    EXPECT_EQ(live.world().tick, 2);
}

TEST(LiveRun, AnInputToldLateCountsWhereItHappened) {
    const auto play = [](bool late) {
        LiveRun live = begin();
        live.advance_to(0.5);
        if (!late) live.input({0.71, ButtonEvent{"jump", true}});
        live.input({0.65, StickEvent{{0.0, 1.0}}});
        live.advance_to(0.95);  // the window stalls meanwhile
        if (late) live.input({0.71, ButtonEvent{"jump", true}});
        live.input({0.96, ButtonEvent{"jump", false}});
        live.advance_to(1.5);
        return live;
    };
    const LiveRun late = play(true);
    const LiveRun in_time = play(false);
    EXPECT_EQ(late.tape("x"), in_time.tape("x"));
    EXPECT_EQ(trace_hash(late.trace()), trace_hash(in_time.trace()));
    EXPECT_EQ(late.world(), in_time.world());
    EXPECT_GT(late.generation(), in_time.generation()) << "whoever shows it has to look anew";
}

TEST(LiveRun, AnInputThatComesMuchTooLateCountsNow) {
    LiveRun live = begin();
    live.advance_to(2.0);
    live.input({0.3, ButtonEvent{"jump", true}});
    live.advance_to(2.2);
    ASSERT_EQ(live.tape("x").tracks[0].events.size(), 1U);
    EXPECT_NEAR(live.tape("x").tracks[0].events[0].time_s, 2.0, 0.01);
}

/// A run with hops and turns, and where it is taken over.
struct Replayed {
    LiveRun made = begin();
    Tape tape;
    Trace trace;
    std::vector<InputEvent> inputs;
    Replayed() {
        made.input({0.1, StickEvent{{0.2, 0.9}}});
        made.input({0.4, ButtonEvent{"jump", true}});
        made.input({0.55, ButtonEvent{"jump", false}});
        made.input({1.4, ButtonEvent{"jump", true}});
        made.input({1.8, ButtonEvent{"jump", false}});
        made.advance_to(3.0);
        tape = made.tape("first");
        trace = replay(rehearsal(), tape).value();
        inputs = resolve_inputs(*made.ingredients().program, tape).value();
    }
    SceneView rehearsal() const { return made.ingredients().rehearsal(); }
    World at(double time) const { return world_at(rehearsal(), inputs, trace, time); }
    LiveRun take_over(double time) const { return {made.ingredients(), tape.tracks, trace, at(time)}; }
};

TEST(LiveRun, ATakeKeepsTheHeadOfTheTapeThatItTookOverBitForBit) {
    const Replayed old;
    LiveRun live = old.take_over(1.5);  // in the air, with jump held
    EXPECT_NEAR(live.time(), 1.5, 1e-12);
    live.input({1.9, ButtonEvent{"jump", true}});
    live.input({2.0, ButtonEvent{"jump", false}});
    live.input({2.1, StickEvent{{-1.0, 0.0}}});
    live.advance_to(4.0);
    const Tape take = live.tape("second");
    EXPECT_EQ(take.tracks[0].start_place, old.tape.tracks[0].start_place);
    std::vector<TapeEvent> head;
    for (const TapeEvent& event : old.tape.tracks[0].events)
        if (event.time_s < 1.5) head.push_back(event);
    ASSERT_EQ(head.size(), 4U);
    for (std::size_t i = 0; i < head.size(); ++i) EXPECT_EQ(take.tracks[0].events[i], head[i]) << i;
    EXPECT_EQ(take.tracks[0].events[4], (TapeEvent{1.5, ButtonEvent{"jump", false}})) << "held, so it counts as let go";
    const Trace again = replay(old.rehearsal(), take).value();
    for (std::size_t i = 0; old.trace.tracks[0].rows[i].time < 1.5; ++i) {
        ASSERT_EQ(live.trace().tracks[0].rows[i], old.trace.tracks[0].rows[i]) << i;
        ASSERT_EQ(again.tracks[0].rows[i], old.trace.tracks[0].rows[i]) << i;
    }
    ASSERT_GE(again.tracks[0].rows.size(), live.trace().tracks[0].rows.size());
    for (std::size_t i = 0; i < live.trace().tracks[0].rows.size(); ++i)
        ASSERT_EQ(again.tracks[0].rows[i], live.trace().tracks[0].rows[i]) << i;
}

TEST(LiveRun, ARunThatWasTakenOverCanBeRewoundBehindThatInstant) {
    const Replayed old;
    LiveRun live = old.take_over(2.0);
    live.advance_to(2.5);
    live.rewind(2.0);
    EXPECT_NEAR(live.time(), 0.5, 1.0 / 120);
    EXPECT_EQ(live.world().actors[0].body, old.at(0.5).actors[0].body);
    live.advance_to(1.0);
    const Trace again = replay(old.rehearsal(), live.tape("x")).value();
    EXPECT_EQ(again.tracks[0].rows.back().position, live.world().actors[0].body.position);
}

TEST(LiveRun, ATapeIsTakenOverAtItsBeginAndAtItsEnd) {
    const Replayed old;
    LiveRun first = old.take_over(0.0);
    EXPECT_TRUE(first.tape("x").tracks[0].events.empty());
    first.advance_to(0.5);
    EXPECT_NEAR(first.time(), 0.5, 1e-9);
    LiveRun last = old.take_over(3.0);
    last.advance_to(3.5);
    EXPECT_EQ(last.tape("x").tracks[0].events.size(), old.tape.tracks[0].events.size() + 1) << "the stick is let go";
    EXPECT_NEAR(last.time(), 3.5, 1e-9);
}

TEST(WorldAt, GoesOnFromAnEarlierWorldToTheSameState) {
    const Replayed old;
    const World early = old.at(1.05);
    const World by_snapshot = old.at(1.35);
    const World by_step = world_at(old.rehearsal(), old.inputs, old.trace, 1.35, &early);
    EXPECT_EQ(by_step.tick, by_snapshot.tick);
    EXPECT_EQ(by_step.actors[0].body, by_snapshot.actors[0].body);
    EXPECT_EQ(by_step.actors[0].machines, by_snapshot.actors[0].machines);
    const World late = old.at(2.0);
    EXPECT_EQ(world_at(old.rehearsal(), old.inputs, old.trace, 1.35, &late).tick, by_snapshot.tick)
        << "a later one is no help";
}

}  // namespace
}  // namespace leap::live_run_test
