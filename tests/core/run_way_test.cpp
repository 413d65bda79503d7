// SPDX-License-Identifier: MIT
#include "core/experiments/run_way.hpp"

#include <gtest/gtest.h>

#include "tests/core/experiment_scene.hpp"

namespace leap::run_way_test {
namespace {

RunWay way(std::vector<TraceEvent> events, double length_s = 10.0) {
    Trace trace;
    trace.tracks.push_back({"one", BodyId(0), {}, {}});
    TraceRow row;
    row.time = length_s;
    trace.tracks[0].rows.push_back(row);
    trace.events = std::move(events);
    return way_of(trace);
}

TEST(RunWay, TheSameThingsAtOtherTimesAreTheSameWay) {
    const RunWay one = way({{1.0, EventKind::started, 3, -1, 0}, {1.5, EventKind::ended, 3, -1, 0}});
    const RunWay other = way({{1.2, EventKind::started, 3, -1, 0}, {1.9, EventKind::ended, 3, -1, 0}});
    EXPECT_FALSE(parting_of(one, other, 0.1));
    EXPECT_EQ(way_number(one), way_number(other));
}

TEST(RunWay, TheOrderOfIndependentOnesDoesntCountThatOfOneCharacterDoes) {
    const TraceEvent mine{1.0, EventKind::started, 3, -1, 0};
    const TraceEvent yours{1.1, EventKind::started, 3, -1, 1};
    TraceEvent later = mine;
    later.time = 1.2;
    EXPECT_FALSE(parting_of(way({mine, yours}), way({yours, later}), 0.1));
    const TraceEvent hit{1.1, EventKind::struck, 0, -1, 0};
    TraceEvent early = hit;
    early.time = 0.9;
    const auto parting = parting_of(way({mine, hit}), way({early, mine}), 0.1);
    ASSERT_TRUE(parting);
    EXPECT_EQ(parting->time_s, 0.9);
}

TEST(RunWay, WhatIsMissingOrNewIsToldAtItsTime) {
    const TraceEvent start{1.0, EventKind::started, 3, -1, 0};
    const TraceEvent back{4.0, EventKind::respawned, 2, -1, 0};
    const auto fewer = parting_of(way({start, back}), way({start}), 0.1);
    ASSERT_TRUE(fewer);
    EXPECT_EQ(fewer->was, back);
    EXPECT_FALSE(fewer->is);
    const auto more = parting_of(way({start}), way({start, back}), 0.1);
    ASSERT_TRUE(more);
    EXPECT_EQ(more->is, back);
}

TEST(RunWay, NearTheEndNothingDecides) {
    const TraceEvent end{9.9, EventKind::ended, 3, -1, 0};
    EXPECT_FALSE(parting_of(way({end}), way({}), 0.2));
    EXPECT_TRUE(parting_of(way({end}), way({}), 0.05));
}

TEST(RunWay, LandingsAndPressesAreNotAmongWhatDecides) {
    EXPECT_TRUE(way({{1.0, EventKind::landed, -1, -1, 0}, {1.0, EventKind::pressed, 0, -1, 0}}).steps.empty());
}

TEST(RunWay, AMissedGapIsAnotherWayOfARealRun) {
    const test::HopScene scene("", test::gap_plan());
    const RunWay jumped = way_of(scene.run(test::gap_tape()));
    const RunWay again = way_of(scene.run(test::gap_tape(0.81)));
    EXPECT_FALSE(parting_of(jumped, again, 0.25));
    const RunWay missed = way_of(scene.run(test::gap_tape(1.4)));  // over the edge before it jumps
    const auto parting = parting_of(jumped, missed, 0.25);
    ASSERT_TRUE(parting);
    EXPECT_NE(parting_text(*parting, scene.program, scene.run(test::gap_tape())).find("hop"), std::string::npos);
}

}  // namespace
}  // namespace leap::run_way_test
