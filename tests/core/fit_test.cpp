// SPDX-License-Identifier: MIT
#include "core/experiments/fit.hpp"

#include <gtest/gtest.h>

#include <random>

#include "tests/core/experiment_scene.hpp"

namespace leap::fit_test {
namespace {

TEST(Fit, FindsTheDialsOfAMeasuredHopWithNoise) {
    test::HopScene scene;
    const Tape tape = test::TapeMaker(2).hold("jump", 0.3, 0.1);
    scene.set("hop.rise", 2.7);
    scene.set("hop.time_to_top", 0.47);
    const Trace truth = scene.run(tape);
    MeasuredRun measured;
    std::mt19937 random(3);
    std::normal_distribution<double> noise(0.0, 0.02);
    for (double t = 0.0; t < 1.3; t += 1.0 / 60.0) {
        measured.times_s.push_back(t + 5.0);
        measured.columns[Measured::height].push_back(rehearsed(Measured::height, truth.tracks[0], t + 0.2) +
                                                     noise(random));
    }
    scene.set("hop.rise", 2.0);
    scene.set("hop.time_to_top", 0.4);
    FitRequest request;
    request.free = {scene.value("hop.rise"), scene.value("hop.time_to_top")};
    request.runs = {{&tape, 0, measured, {}, true}};
    request.most_tries = 400;
    const Fit found = fit(scene.setup(), request);
    ASSERT_TRUE(found.problem.empty()) << found.problem;
    EXPECT_NEAR(found.values[0], 2.7, 0.02 * 2.7);
    EXPECT_NEAR(found.values[1], 0.47, 0.02 * 0.47);
    EXPECT_NEAR(found.runs[0].alignment.later_s, -4.8, 0.02);
    EXPECT_NEAR(found.runs[0].after.by_column.at(Measured::height), 0.02, 0.005) << "nothing but the noise is left";
    EXPECT_GT(found.runs[0].before.by_column.at(Measured::height), 0.1);
    EXPECT_EQ(fit(scene.setup(), request).values, found.values) << "the same answer every time";
}

/// A measured hop: heights every 60th of a second with noise, off by nothing.
MeasuredRun measured_hop(test::HopScene& scene, const Tape& tape, double rise, double time_to_top, unsigned seed,
                         double noise_m) {
    const double was_rise = scene.value("hop.rise").now;
    const double was_time = scene.value("hop.time_to_top").now;
    scene.set("hop.rise", rise);
    scene.set("hop.time_to_top", time_to_top);
    const Trace truth = scene.run(tape);
    scene.set("hop.rise", was_rise);
    scene.set("hop.time_to_top", was_time);
    MeasuredRun out;
    std::mt19937 random(seed);
    std::normal_distribution<double> noise(0.0, noise_m);
    for (double t = 0.0; t < 1.5; t += 1.0 / 60.0) {
        out.times_s.push_back(t);
        out.columns[Measured::height].push_back(rehearsed(Measured::height, truth.tracks[0], t) + noise(random));
    }
    return out;
}

TEST(Fit, IntervalsHoldTheTruthAboutAsOftenAsTheySay) {
    test::HopScene scene;
    const Tape tape = test::TapeMaker(2).hold("jump", 0.3, 0.1);
    int held = 0;
    constexpr int tries = 24;
    double widest = 0.0;
    for (unsigned seed = 1; seed <= tries; ++seed) {
        FitRequest request;
        request.free = {scene.value("hop.rise")};
        request.runs = {{&tape, 0, measured_hop(scene, tape, 2.7, 0.4, seed, 0.03), {}, false}};
        request.most_tries = 150;
        const Fit found = fit(scene.setup(), request);
        ASSERT_EQ(found.certainty.size(), 1U);
        EXPECT_TRUE(found.certainty[0].seen);
        held += found.certainty[0].low <= 2.7 && 2.7 <= found.certainty[0].high ? 1 : 0;
        widest = std::max(widest, found.certainty[0].high - found.certainty[0].low);
    }
    EXPECT_GE(held, tries - 4);
    EXPECT_LT(widest, 0.15) << "and say something";
}

TEST(Fit, ADialThatNoMeasuredRunShowsStaysAndIsNamed) {
    test::HopScene scene;
    const Tape tape = test::TapeMaker(2).hold("jump", 0.3, 0.1);
    FitRequest request;
    request.free = {scene.value("hop.rise"), scene.value("walk.top")};
    request.runs = {{&tape, 0, measured_hop(scene, tape, 2.7, 0.4, 5, 0.01), {}, false}};
    const Fit found = fit(scene.setup(), request);
    EXPECT_NEAR(found.values[0], 2.7, 0.05);
    EXPECT_EQ(found.values[1], scene.value("walk.top").now);
    EXPECT_FALSE(found.certainty[1].seen);
    EXPECT_EQ(certainty_text(request.free[1], found.values[1], found.certainty[1]),
              "6 m/s, not changed: no measured run shows it");
}

TEST(Fit, DialsThatOnlyShowTogetherAreNamed) {
    // Only the sum of both is seen.
    test::HopScene scene(
        "move boost on dash { dial one = 1 m/s in 0..5\n dial two = 1 m/s in 0..5\n"
        "  phase a for 0.5 s { start: launch up at one + two } }\n");
    const Tape tape = test::TapeMaker(2).hold("dash", 0.3, 0.1);
    MeasuredRun measured;
    scene.set("boost.one", 3.0);
    scene.set("boost.two", 2.0);
    const Trace truth = scene.run(tape);
    for (double t = 0.0; t < 1.5; t += 1.0 / 60.0) {
        measured.times_s.push_back(t);
        measured.columns[Measured::height].push_back(rehearsed(Measured::height, truth.tracks[0], t));
    }
    scene.set("boost.one", 1.0);
    scene.set("boost.two", 1.0);
    FitRequest request;
    request.free = {scene.value("boost.one"), scene.value("boost.two")};
    request.runs = {{&tape, 0, measured, {}, false}};
    const Fit found = fit(scene.setup(), request);
    EXPECT_NEAR(found.values[0] + found.values[1], 5.0, 0.02);
    ASSERT_EQ(found.correlated.size(), 1U);
    EXPECT_NE(correlated_text(found.correlated[0], request.free).find("boost.one and boost.two can hardly be told"),
              std::string::npos);
    EXPECT_EQ(found.certainty[0].low, 0.0);
    EXPECT_EQ(found.certainty[0].high, 5.0);
}

TEST(Fit, SeveralMeasuredRunsOnSeveralTapesCountTogether) {
    test::HopScene scene;
    const Tape one = test::TapeMaker(2).hold("jump", 0.3, 0.1);
    const Tape other = test::TapeMaker(2).hold("jump", 0.6, 0.1);
    FitRequest request;
    request.free = {scene.value("hop.rise")};
    request.runs = {{&one, 0, measured_hop(scene, one, 2.6, 0.4, 1, 0.0), {}, false},
                    {&other, 0, measured_hop(scene, other, 2.8, 0.4, 1, 0.0), {}, false}};
    const Fit found = fit(scene.setup(), request);
    EXPECT_NEAR(found.values[0], 2.7, 0.0101) << "between both, as it can be written";
    ASSERT_EQ(found.runs.size(), 2U);
    EXPECT_GT(found.runs[1].after.by_column.at(Measured::height), 0.02);
    request.runs.clear();
    EXPECT_NE(fit(scene.setup(), request).problem.find("there is no measured run"), std::string::npos);
}

TEST(Fit, WhatCantBeFittedIsRefusedInWords) {
    const test::HopScene scene;
    const Tape tape = test::TapeMaker(1);
    FitRequest request;
    MeasuredRun measured;
    measured.times_s = {0, 1, 2};
    measured.columns[Measured::x] = {0, 1, 2};
    request.runs = {{&tape, 0, measured, {}, true}};
    EXPECT_NE(fit(scene.setup(), request).problem.find("nothing is free"), std::string::npos);
    request.free = {scene.value("hop.rise")};
    std::swap(request.free[0].low, request.free[0].high);
    EXPECT_NE(fit(scene.setup(), request).problem.find("swap them"), std::string::npos);
    std::swap(request.free[0].low, request.free[0].high);
    Tape lost = tape;
    lost.tracks[0].start_place = "nowhere";
    request.runs[0].tape = &lost;
    EXPECT_NE(fit(scene.setup(), request).problem.find("nowhere"), std::string::npos);
}

TEST(Fit, WhereItWasPutByHandItStays) {
    test::HopScene scene;
    const Tape tape = test::TapeMaker(3).hold("jump", 0.3, 0.1).hold("jump", 1.6, 0.1);
    scene.set("hop.rise", 2.6);
    const Trace truth = scene.run(tape);
    MeasuredRun measured;
    for (double t = 0.0; t < 1.0; t += 1.0 / 60.0) {
        measured.times_s.push_back(t);
        measured.columns[Measured::height].push_back(rehearsed(Measured::height, truth.tracks[0], t + 1.5) + 4.0);
    }
    scene.set("hop.rise", 2.0);
    FitRequest request;
    request.free = {scene.value("hop.rise")};
    request.runs = {{&tape, 0, measured, {}, true}};
    request.most_tries = 200;
    request.runs[0].align = false;
    request.runs[0].alignment.later_s = 1.5;  // the second hop; the first is the same one
    const Fit found = fit(scene.setup(), request);
    EXPECT_EQ(found.runs[0].alignment.later_s, 1.5);
    EXPECT_NEAR(found.values[0], 2.6, 0.01) << "the offset of 4 m follows by itself";
    request.runs[0].alignment.later_s = 0.9;  // between the two
    EXPECT_GT(fit(scene.setup(), request).runs[0].after.by_column.at(Measured::height), 0.3);
}

}  // namespace
}  // namespace leap::fit_test
