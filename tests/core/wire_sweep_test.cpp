// SPDX-License-Identifier: MIT
#include "core/project/wire_sweep.hpp"

#include <gtest/gtest.h>

#include "core/project/project.hpp"

namespace leap {
namespace {

struct Demo {
    Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    const Program& program = *project.compiled.program;
    Tuning tuning = written_tuning(program);
    Course course = build_course(*project.course);
    std::vector<Tape> tapes;
    Demo() {
        for (const TapeEntry& entry : project.tapes) tapes.push_back(entry.tape);
    }
    WirePlan plan(const std::string& name) const { return project.find_wire(name)->plan; }
    WireSweep sweep(const WirePlan& of, const std::vector<std::string>& texts, ParallelOptions options = {}) const {
        std::vector<WireAxis> axes;
        for (const std::string& text : texts) axes.push_back(read_wire_axis(program, of, text).value());
        return wire_sweep(program, tuning, course, of, tapes, std::move(axes), options).value();
    }
    std::string problem(const std::string& text) const {
        const auto axis = read_wire_axis(program, plan("two at the buoy"), text);
        return axis ? "none" : axis.error();
    }
};

double reading(const WireCell& cell, std::string_view name) {
    for (const WireReading& each : cell.readings)
        if (each.name == name) return each.value;
    return -1.0;
}

TEST(WireSweep, ThePressIsSeenLaterTheLongerTheDelay) {
    const Demo demo;
    const WireSweep sweep = demo.sweep(demo.plan("two at the buoy"), {"Peer 1.delay=0.02..0.2:4"});
    ASSERT_EQ(sweep.cells.size(), 4U);
    for (std::size_t i = 0; i < sweep.cells.size(); ++i) {
        ASSERT_EQ(sweep.cells[i].problem, "");
        // Shown behind by 0.1 s; those who come later than that wait for the next state.
        EXPECT_GE(reading(sweep.cells[i], "press_to_seen"), 0.1 - 1e-9);
        if (i > 0) {
            EXPECT_GE(reading(sweep.cells[i], "longest_difference"), reading(sweep.cells[i - 1], "longest_difference"));
        }
    }
    EXPECT_EQ(sweep.axes[0].texts, (std::vector<std::string>{"0.02", "0.08", "0.14", "0.2"}));
}

TEST(WireSweep, TheStretchWhereEveryMarkHoldsIsFound) {
    const Demo demo;
    WirePlan plan = demo.plan("two at the buoy");
    plan.marks = {{"longest_difference", 0.0, 0.25}};
    const WireSweep sweep = demo.sweep(plan, {"Peer 1.delay=0.02..0.2:10"});
    const auto stretch = fine_range(sweep, 0);
    ASSERT_TRUE(stretch.has_value());
    EXPECT_EQ(stretch->first, 0U);
    EXPECT_GT(stretch->last, 1U);
    EXPECT_LT(stretch->last, 9U);
    EXPECT_TRUE(sweep.cells[stretch->last].is_fine());
    EXPECT_FALSE(sweep.cells[stretch->last + 1].is_fine());
    plan.marks = {{"longest_difference", 5.0, 6.0}};
    EXPECT_FALSE(fine_range(demo.sweep(plan, {"behind=0..0.2:2"}), 0).has_value());
    plan.marks.clear();
    EXPECT_FALSE(fine_range(demo.sweep(plan, {"behind=0..0.2:2"}), 0).has_value());
}

TEST(WireSweep, TwoAtOnceDialsTooAndTheSameOnAnyNumberOfThreads) {
    const Demo demo;
    const WirePlan plan = demo.plan("two at the buoy");
    ParallelOptions one;
    one.threads = 1;
    ParallelOptions two;
    two.threads = 2;
    const std::vector<std::string> axes{"loss=0..0.2:2", "bouncer.throw=6 m/s..12 m/s:3"};
    const WireSweep first = demo.sweep(plan, axes, one);
    const WireSweep second = demo.sweep(plan, axes, two);
    ASSERT_EQ(first.cells.size(), 6U);
    EXPECT_EQ(wire_sweep_csv(first), wire_sweep_csv(second));
    EXPECT_EQ(first.axes[1].texts[1], "9 m/s");
    EXPECT_EQ(first.cells[4].at, (std::vector<std::size_t>{1, 1}));
    const std::string csv = wire_sweep_csv(first);
    EXPECT_TRUE(csv.starts_with("loss,bouncer.throw,differing,")) << csv.substr(0, 60);
    EXPECT_EQ(std::count(csv.begin(), csv.end(), '\n'), 7);
    EXPECT_EQ(reading(first.cells[0], "lost_messages"), 0.0);
    EXPECT_GT(reading(first.cells[3], "lost_messages"), 0.0);
}

TEST(WireSweep, FieldsAreQuotedWhereTheyNeedIt) {
    WireSweep sweep;
    WireAxis axis;
    axis.what = "Peer \"one\", the first.delay";
    axis.texts = {"0"};
    axis.values = {0.0};
    sweep.axes = {axis};
    WireCell cell;
    cell.at = {0};
    cell.problem = "no tape \"a, b\"";
    sweep.cells = {cell};
    EXPECT_EQ(wire_sweep_csv(sweep),
              "\"Peer \"\"one\"\", the first.delay\",marks held,marks,problem\n0,0,0,\"no tape \"\"a, b\"\"\"\n");
}

TEST(WireSweep, ItStopsWhenAskedTo) {
    const Demo demo;
    ParallelOptions options;
    options.stop = [] { return true; };
    EXPECT_TRUE(demo.sweep(demo.plan("two at the buoy"), {"behind=0..0.2:50"}, options).stopped);
}

TEST(WireSweep, WhatIsWrongIsSaid) {
    const Demo demo;
    EXPECT_NE(demo.problem("Peer 1.delay").find("write it like"), std::string::npos);
    EXPECT_NE(demo.problem("Peer 1.delay=0..0.3:1").find("at least 2"), std::string::npos);
    EXPECT_NE(demo.problem("Peer 1.delay=0..soon:3").find("no numbers"), std::string::npos);
    EXPECT_NE(demo.problem("Peer 2.delay=0..0.3:3").find("did you mean 'Peer 1'?"), std::string::npos);
    EXPECT_NE(demo.problem("Peer 1.speed=0..0.3:3").find("a link has"), std::string::npos);
    EXPECT_NE(demo.problem("hop.rise=1s..2s:3").find("hop.rise"), std::string::npos);
    EXPECT_NE(demo.problem("behind=0..1:999999999").find("too many"), std::string::npos);
    const WirePlan plan = demo.plan("two at the buoy");
    const WireAxis axis = read_wire_axis(demo.program, plan, "behind=0..1:1000").value();
    EXPECT_FALSE(wire_sweep(demo.program, demo.tuning, demo.course, plan, demo.tapes, {axis, axis}).has_value());
    EXPECT_FALSE(wire_sweep(demo.program, demo.tuning, demo.course, plan, demo.tapes, {axis, axis, axis}).has_value());
    // A value that a link can't have is a cell's own problem.
    const WireSweep sweep = demo.sweep(plan, {"loss=0.5..1.5:3"});
    EXPECT_EQ(sweep.cells[0].problem, "");
    EXPECT_NE(sweep.cells[2].problem.find("loss"), std::string::npos);
}

}  // namespace
}  // namespace leap
