// SPDX-License-Identifier: MIT
#include "core/experiments/measured_run.hpp"

#include <gtest/gtest.h>

#include <cmath>

#include "tests/core/experiment_scene.hpp"

namespace leap::measured_run_test {
namespace {

std::string problem(const std::string& text) {
    const auto read = read_measured(text, "m.csv");
    return read ? "fine" : read.error();
}

TEST(MeasuredRun, ColumnsAreReadWithTheirUnitsAndOthersLeftOut) {
    const auto run =
        read_measured("time (ms), height [cm] ,frame,speed\n0,0,1,2\n100,12.5,2,\n200,50,3,4e0\n", "m.csv").value();
    EXPECT_EQ(run.times_s, (std::vector<double>{0.0, 0.1, 0.2}));
    EXPECT_NEAR(run.columns.at(Measured::height)[1], 0.125, 1e-12);
    EXPECT_TRUE(std::isnan(run.columns.at(Measured::speed)[1])) << "an empty field is unknown";
    EXPECT_EQ(run.columns.at(Measured::speed)[2], 4.0);
    EXPECT_EQ(run.columns.size(), 2U);
}

TEST(MeasuredRun, OtherWaysOfWritingAreRead) {
    const std::string mark = "\xEF\xBB\xBF";
    const auto comma = read_measured(mark + "Time;Height (m)\r\n0;0,5\r\n0,1;1,25\r\n0,2;2\r\n", "m.csv").value();
    EXPECT_EQ(comma.times_s[1], 0.1);
    EXPECT_EQ(comma.columns.at(Measured::height)[1], 1.25);
    const auto tabs = read_measured("# a film\nt\tx\n0\t1\n1\t2\n2\t3\n", "m.csv").value();
    EXPECT_EQ(tabs.columns.at(Measured::x)[2], 3.0);
    MeasuredUnits units;
    units.length = "cm";
    EXPECT_EQ(read_measured("time,z\n0,100\n1,100\n2,100\n", "m.csv", units)->columns.at(Measured::z)[0], 1.0);
}

TEST(MeasuredRun, WhatIsWrongIsToldWithItsLine) {
    EXPECT_NE(problem("").find("at least 3"), std::string::npos);
    EXPECT_NE(problem("a,b\n1,2\n").find("m.csv:1: the head line needs a column time"), std::string::npos);
    EXPECT_NE(problem("time,a\n1,2\n").find("one of x, y, z, height, speed"), std::string::npos);
    EXPECT_NE(problem("time,height\n0,1\n1,nan\n2,1\n").find("m.csv:3: expected a number, got \"nan\" (height)"),
              std::string::npos);
    EXPECT_NE(problem("time,height\n0,1\n1,2 m\n2,1\n").find("m.csv:3:"), std::string::npos);
    EXPECT_NE(problem("time,height\n0,1\n0,2\n2,1\n").find("doesn't come after"), std::string::npos);
    EXPECT_NE(problem("time,height (s)\n0,1\n1,2\n2,1\n").find("unknown unit \"s\" of m"), std::string::npos);
    EXPECT_NE(problem("time,height\n0,1\n").find("there are 1 measured times"), std::string::npos);
    EXPECT_NE(problem("time,height\n,1\n").find("expected a number, got \"\" (time)"), std::string::npos);
}

/// What a rehearsed run has, as if it had been measured from `later` on, 10 m higher up.
MeasuredRun taken_from(const Trace& run, double later, double up) {
    MeasuredRun out;
    for (double t = 0.0; t < 1.0; t += 0.02) {
        out.times_s.push_back(t);
        out.columns[Measured::z].push_back(rehearsed(Measured::z, run.tracks[0], t + later) + up);
        out.columns[Measured::speed].push_back(rehearsed(Measured::speed, run.tracks[0], t + later));
    }
    return out;
}

TEST(MeasuredRun, QuotedFieldsInchesAndFeetAreRead) {
    const auto read = read_measured(
        "\"time\",\"height (in)\",\"speed (ft/s)\",\"note, with \"\"quotes\"\"\"\n0,\"0\",10,\"a,b\"\n0.1,10,10,\n0.2, "
        "\"20\" ,10,c\n",
        "m.csv");
    ASSERT_TRUE(read.has_value()) << read.error();
    EXPECT_NEAR(read->columns.at(Measured::height)[2], 0.508, 1e-12);
    EXPECT_NEAR(read->columns.at(Measured::speed)[0], 3.048, 1e-12);
    const auto open = read_measured("time,x\n0,\"1\n0.1,2\n0.2,3\n", "m.csv");
    ASSERT_FALSE(open.has_value());
    EXPECT_EQ(open.error(), "m.csv:2: a quoted field doesn't end on its line; close it with \"");
}

TEST(MeasuredRun, TwoColumnsOfOneNameAndMistypedNamesAreErrors) {
    const auto twice = read_measured("time,x,speed,x (cm)\n0,0,0,0\n1,0,0,0\n2,0,0,0\n", "m.csv");
    ASSERT_FALSE(twice.has_value());
    EXPECT_EQ(twice.error(), "m.csv:1: columns 2 and 4 are both named x; rename or remove one");
    const auto near = read_measured("time,x,Heigth (m)\n0,0,0\n1,0,0\n2,0,0\n", "m.csv");
    ASSERT_FALSE(near.has_value());
    EXPECT_EQ(near.error(), "m.csv:1: unknown column \"Heigth (m)\"; did you mean 'height'? Rename or remove it");
    EXPECT_TRUE(read_measured("time,x,frame,vx,stance\n0,0,0,0,0\n1,0,0,0,0\n2,0,0,0,0\n", "m.csv").has_value());
}

TEST(MeasuredRun, AlignsItselfInTimeAndPlace) {
    const test::HopScene scene;
    const Trace run = scene.run(test::TapeMaker(3).stick(0.3, 0, 1).hold("jump", 0.8, 0.2));
    const MeasuredRun measured = taken_from(run, 0.437, 10.0);
    const Alignment found = aligned(measured, run.tracks[0]);
    EXPECT_NEAR(found.later_s, 0.437, 1e-3);
    EXPECT_NEAR(found.offset.at(Measured::z), -10.0, 1e-3);
    const FitError error = error_of(measured, found, run.tracks[0]);
    EXPECT_LT(error.by_column.at(Measured::z), 1e-3);
    EXPECT_EQ(error.covered, 1.0);
}

TEST(MeasuredRun, TheErrorIsARootMeanSquareAndWhatLiesOutsideCounts) {
    const test::HopScene scene;
    const Trace run = scene.run(test::TapeMaker(1));
    MeasuredRun measured;
    measured.times_s = {0.0, 0.5, 1.0};
    measured.columns[Measured::height] = {3.0, -4.0, 0.0};
    const FitError error = error_of(measured, {}, run.tracks[0]);
    EXPECT_NEAR(error.by_column.at(Measured::height), std::sqrt((9.0 + 16.0) / 3.0), 1e-9);
    Alignment away;
    away.later_s = 50.0;
    EXPECT_EQ(error_of(measured, away, run.tracks[0]).covered, 0.0);
    EXPECT_GT(error_of(measured, away, run.tracks[0]).together, error.together);
}

TEST(MeasuredRun, ItIsLaidOverTheRunWithWhatWasMeasuredInItsPlace) {
    const test::HopScene scene;
    const Trace run = scene.run(test::TapeMaker(2).stick(0.0, 0, 1).hold("jump", 0.3, 0.1));
    const TraceTrack& track = run.tracks[0];
    const MeasuredRun measured = taken_from(run, 0.2, 10.0);
    const Alignment alignment = aligned(measured, track);
    const std::vector<LaidPoint> points = laid_over(measured, alignment, track);
    ASSERT_EQ(points.size(), measured.times_s.size());
    for (const LaidPoint& point : points) {
        const Vec3 there = position_at(track, point.time_s);
        EXPECT_NEAR(point.feet.x, there.x, 1e-9) << "x wasn't measured: the run's";
        EXPECT_NEAR(point.feet.z, there.z, 2e-3);
        EXPECT_NEAR(point.values.at(Measured::speed), rehearsed(Measured::speed, track, point.time_s), 0.2);
    }
    Alignment late = alignment;
    late.later_s = 1.5;
    late = with_offsets(measured, late, track);
    EXPECT_EQ(late.later_s, 1.5) << "the times stay";
    EXPECT_LT(laid_over(measured, late, track).size(), points.size()) << "what lies outside of the run isn't there";
    EXPECT_GT(error_of(measured, late, track).together, error_of(measured, alignment, track).together);
    Alignment twice = alignment;
    twice.stretch = 2.0;
    const std::vector<LaidPoint> slow = laid_over(measured, twice, track);
    EXPECT_NEAR(slow[1].time_s - slow[0].time_s, 0.04, 1e-12);
    EXPECT_TRUE(laid_over(measured, alignment, TraceTrack{}).empty());
}

TEST(MeasuredRun, UnitsThatAreNoneAreToldBeforeAnythingIsRead) {
    EXPECT_TRUE(check_units({}));
    EXPECT_TRUE(check_units({"ms", "cm", "km/h"}));
    EXPECT_NE(check_units({"m", "cm", "km/h"}).error().find("unknown unit \"m\" of s"), std::string::npos);
    EXPECT_NE(check_units({"s", "feet?", "m/s"}).error().find("\"feet?\""), std::string::npos);
    EXPECT_NE(check_units({"s", "m", "s"}).error().find("write it like km/h"), std::string::npos);
}

}  // namespace
}  // namespace leap::measured_run_test
