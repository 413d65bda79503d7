// SPDX-License-Identifier: MIT
#include "core/tape/live_run.hpp"

#include <gtest/gtest.h>

#include "core/project/tape_file.hpp"
#include "tests/core/support.hpp"

namespace leap {
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
    higher.dials[static_cast<std::size_t>(*live.ingredients().program->find_dial("hop.rise"))] = 3.0;
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

}  // namespace
}  // namespace leap
