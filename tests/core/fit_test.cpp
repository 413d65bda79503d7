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
    request.tape = &tape;
    request.measured = measured;
    request.most_tries = 400;
    const Fit found = fit(scene.setup(), request);
    ASSERT_TRUE(found.problem.empty()) << found.problem;
    EXPECT_NEAR(found.values[0], 2.7, 0.02 * 2.7);
    EXPECT_NEAR(found.values[1], 0.47, 0.02 * 0.47);
    EXPECT_NEAR(found.alignment.later_s, -4.8, 0.02);
    EXPECT_NEAR(found.after.by_column.at(Measured::height), 0.02, 0.005) << "nothing but the noise is left";
    EXPECT_GT(found.before.by_column.at(Measured::height), 0.1);
    EXPECT_EQ(fit(scene.setup(), request).values, found.values) << "the same answer every time";
}

TEST(Fit, WhatCantBeFittedIsRefusedInWords) {
    const test::HopScene scene;
    const Tape tape = test::TapeMaker(1);
    FitRequest request;
    request.tape = &tape;
    request.measured.times_s = {0, 1, 2};
    request.measured.columns[Measured::x] = {0, 1, 2};
    EXPECT_NE(fit(scene.setup(), request).problem.find("nothing is free"), std::string::npos);
    request.free = {scene.value("hop.rise")};
    std::swap(request.free[0].low, request.free[0].high);
    EXPECT_NE(fit(scene.setup(), request).problem.find("swap them"), std::string::npos);
    std::swap(request.free[0].low, request.free[0].high);
    Tape lost = tape;
    lost.tracks[0].start_place = "nowhere";
    request.tape = &lost;
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
    request.tape = &tape;
    request.measured = measured;
    request.most_tries = 200;
    request.align = false;
    request.alignment.later_s = 1.5;  // the second hop; the first is the same one
    const Fit found = fit(scene.setup(), request);
    EXPECT_EQ(found.alignment.later_s, 1.5);
    EXPECT_NEAR(found.values[0], 2.6, 0.01) << "the offset of 4 m follows by itself";
    request.alignment.later_s = 0.9;  // between the two
    EXPECT_GT(fit(scene.setup(), request).after.by_column.at(Measured::height), 0.3);
}

}  // namespace
}  // namespace leap::fit_test
