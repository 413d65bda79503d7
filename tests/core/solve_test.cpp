// SPDX-License-Identifier: MIT
#include "core/experiments/solve.hpp"

#include <gtest/gtest.h>

#include <cmath>
#include <limits>

#include "core/readings/readings.hpp"
#include "tests/core/experiment_scene.hpp"

namespace leap::solve_test {
namespace {

struct Solving : test::HopScene {
    Tape tape = test::TapeMaker(2).hold("jump", 0.2, 0.1);
    SolveRequest request;
    explicit Solving(CoursePlan plan = test::flat_plan())
        : HopScene("reading off_two = (highest(feet) - 2 m) * (highest(feet) - 2 m) / (1 m * 1 m)\n", std::move(plan)) {
        request.tapes = {&tape};
    }
    void free(const std::string& path, double low, double high) {
        FreeValue one = value(path);
        one.low = low;
        one.high = high;
        request.free.push_back(one);
    }
    void wish(const std::string& text) { request.wishes.push_back(read_wish(text, program, {tape.name}).value()); }
    Solution answer() const { return solve(setup(), request); }
};

TEST(Solve, AHeightAndATimeToTheTopWithinAThousandth) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.free("hop.time_to_top", 0.15, 1);
    scene.wish("hop_height = 2.4 m");
    scene.wish("hop_time = 0.38 s");
    const Solution answer = scene.answer();
    ASSERT_TRUE(answer.problem.empty()) << answer.problem;
    EXPECT_TRUE(answer.all_hold());
    EXPECT_NEAR(answer.values[0], 2.4, 0.0024) << "in closed form the height is the rise";
    EXPECT_NEAR(answer.values[1], 0.38, 0.00038);
    EXPECT_LE(answer.tries, scene.request.most_tries);
    EXPECT_EQ(scene.answer().values, answer.values) << "the same answer every time";
}

TEST(Solve, AGapIsClearedWithRoomToSpareWithThreeFreeDials) {
    // From a standing start of hop.rise the run falls 4 m short of the far quay at x = 9.
    Solving scene(test::gap_plan());
    scene.tape = test::gap_tape();
    scene.set("hop.rise", 0.6);
    scene.set("hop.time_to_top", 0.22);
    EXPECT_LT(scene.run(scene.tape).tracks[0].rows.back().position.z, -0.5) << "as it stands it falls short";
    scene.free("hop.rise", 0.3, 3);
    scene.free("hop.time_to_top", 0.15, 0.6);
    scene.free("walk.top", 4, 9);
    scene.wish("lowest >= -0.05 m");
    scene.wish("far >= 9.5 m");
    const Solution answer = scene.answer();
    for (const WishOutcome& wish : answer.wishes)
        EXPECT_TRUE(wish.held) << wish.wish << " " << wish.value.value_or(-1)
                               << fmt::format(" {}", fmt::join(wish.in_the_way, "; "));
    const Varied made = varied(scene.setup(), scene.request.free, answer.values);
    const Trace run = replay(made.rehearsal(120), scene.tape).value();
    EXPECT_GT(run.tracks[0].rows.back().position.z, -0.05);
    double landed = 0.0;
    for (const TraceEvent& event : run.events)
        if (event.kind == EventKind::landed && landed == 0.0) landed = position_at(run.tracks[0], event.time).x;
    EXPECT_GT(landed, 8.7) << "the feet's middle is past the edge, less the body's radius";
}

TEST(Solve, ABandIsMetNearWhereTheDialsStand) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.free("hop.time_to_top", 0.15, 1);
    scene.wish("hop_height in 2.5 m..4 m");
    const Solution answer = scene.answer();
    EXPECT_TRUE(answer.all_hold());
    EXPECT_LT(answer.values[0], 2.6) << "no farther than is needed";
    EXPECT_NEAR(answer.values[1], 0.4, 0.05) << "what isn't needed stays";
}

TEST(Solve, ABoundThatBindsIsTold) {
    Solving scene;
    scene.free("hop.rise", 0.3, 3);
    scene.wish("hop_height = 5 m");
    const Solution answer = scene.answer();
    EXPECT_FALSE(answer.all_hold());
    EXPECT_NEAR(answer.values[0], 3.0, 1e-6) << "the best that can be had";
    ASSERT_FALSE(answer.wishes[0].in_the_way.empty());
    EXPECT_NE(answer.wishes[0].in_the_way[0].find("hop.rise is at its upper bound 3 m"), std::string::npos)
        << answer.wishes[0].in_the_way[0];
}

TEST(Solve, WishesThatPullAgainstEachOtherAreTold) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.wish("hop_height = 2 m");
    scene.wish("hop_height = 3 m weight 2");
    const Solution answer = scene.answer();
    EXPECT_FALSE(answer.all_hold());
    std::string all;
    for (const WishOutcome& wish : answer.wishes)
        for (const std::string& line : wish.in_the_way) all += line + "\n";
    EXPECT_NE(all.find("pulls against hop_height"), std::string::npos) << all;
}

TEST(Solve, WhatNothingMovesAndWhatHasNoValueIsTold) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.wish("far >= 50 m");
    EXPECT_EQ(scene.answer().wishes[0].in_the_way.at(0), "it is 0 m in every run; no free dial changes it");
    Solving none;
    none.tape = test::TapeMaker(1);
    none.free("hop.rise", 0.3, 6);
    none.wish("hop_height = 2 m");
    EXPECT_NE(none.answer().wishes[0].in_the_way.at(0).find("it has no value: no hop on this tape"), std::string::npos);
}

TEST(Solve, AReadingThatJumpsIsMetWhereverItsStepIs) {
    // Whether the gap is cleared: nothing around the present value says which way to go.
    Solving scene(test::gap_plan());
    scene.tape = test::gap_tape();
    scene.set("hop.time_to_top", 0.15);
    scene.free("hop.time_to_top", 0.15, 1);
    scene.wish("lowest >= -0.05 m");
    const Solution answer = scene.answer();
    ASSERT_TRUE(answer.all_hold());
    ASSERT_EQ(answer.ranges.size(), 1U);
    EXPECT_EQ(answer.ranges[0].low, answer.values[0]) << "no farther than is needed";
    const auto dry = [&](double value) {
        scene.set("hop.time_to_top", value);
        const Trace trace = scene.run(scene.tape);
        return extreme(trace.tracks[0], Quantity::feet, {0.0, trace.length_s()}, false) >= -0.05;
    };
    EXPECT_TRUE(dry(answer.ranges[0].low));
    EXPECT_FALSE(dry(answer.ranges[0].low - 0.001));
}

TEST(Solve, EveryStretchThatHoldsIsListed) {
    // (height - 2 m)^2 is the same below and above 2 m.
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.wish("off_two in 0.25..0.49");
    const Solution answer = scene.answer();
    ASSERT_TRUE(answer.all_hold());
    ASSERT_EQ(answer.ranges.size(), 2U);
    EXPECT_NEAR(answer.ranges[0].low, 1.3, 0.0101);
    EXPECT_NEAR(answer.ranges[0].high, 1.5, 0.0101);
    EXPECT_NEAR(answer.ranges[1].low, 2.5, 0.0101);
    EXPECT_NEAR(answer.ranges[1].high, 2.7, 0.0101);
    EXPECT_NE(answer.not_tried.find("another solution narrower than that may be missed"), std::string::npos)
        << answer.not_tried;
}

TEST(Solve, AGoalBetweenTwoWrittenValuesIsToldWithBoth) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.wish("hop_height in 2.0002 m..2.0004 m");
    const Solution answer = scene.answer();
    EXPECT_FALSE(answer.all_hold());
    std::string all = fmt::format("{}", fmt::join(answer.wishes[0].in_the_way, "\n"));
    EXPECT_NE(all.find("no value between them can be written"), std::string::npos) << all;
    EXPECT_NE(all.find("the closest is"), std::string::npos) << all;
}

TEST(Solve, GoalsThatDontGoTogetherComeWithTheirCompromises) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.wish("hop_height = 2 m");
    scene.wish("hop_height = 3 m");
    const Solution answer = scene.answer();
    EXPECT_FALSE(answer.all_hold());
    ASSERT_GE(answer.front.size(), 3U);
    for (std::size_t k = 0; k + 1 < answer.front.size(); ++k) {
        EXPECT_GT(answer.front[k + 1].values[0], answer.front[k].values[0]) << "one gains what the other loses";
        EXPECT_GE(answer.front[k].values[0], 1.99);
        EXPECT_LE(answer.front[k + 1].values[0], 3.01);
    }
}

TEST(Solve, OfSeveralDialsEachGoalThatCanBeMetAloneIsToldWithWhatItCosts) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.free("hop.time_to_top", 0.15, 1);
    scene.wish("hop_height = 2 m");
    scene.wish("hop_height = 3 m");
    const Solution answer = scene.answer();
    EXPECT_FALSE(answer.all_hold());
    for (const WishOutcome& wish : answer.wishes) {
        ASSERT_FALSE(wish.held);
        ASSERT_FALSE(wish.in_the_way.empty());
        EXPECT_NE(wish.in_the_way[0].find("pulls against hop_height"), std::string::npos) << wish.in_the_way[0];
    }
    EXPECT_NE(answer.not_tried.find("don't prove"), std::string::npos);
}

TEST(Solve, RequestsThatCantBeAnsweredAreRefusedInWords) {
    Solving scene;
    EXPECT_NE(scene.answer().problem.find("there is no goal"), std::string::npos);
    scene.wish("hop_height = 2 m");
    EXPECT_NE(scene.answer().problem.find("nothing is free"), std::string::npos);
    scene.free("hop.rise", 3, 1);
    EXPECT_NE(scene.answer().problem.find("swap them"), std::string::npos);
}

TEST(Solve, StopKeepsTheBestSoFar) {
    Solving scene;
    scene.free("hop.rise", 0.3, 6);
    scene.wish("hop_height = 5 m");
    SolveOptions options;
    options.threads = 1;
    int tried = 0;
    options.progress = [&](int tries, int) { tried = tries; };
    options.stop = [&] { return tried == 12; };
    double best = std::numeric_limits<double>::infinity();
    options.better = [&](std::span<const double> values) { best = std::min(best, std::abs(values[0] - 5.0)); };
    const Solution answer = solve(scene.setup(), scene.request, options);
    EXPECT_TRUE(answer.stopped);
    EXPECT_EQ(answer.tries, 12);
    EXPECT_NEAR(std::abs(answer.values[0] - 5.0), best, 0.005);
    EXPECT_LT(best, 3.0) << "better than where it stood";
}

}  // namespace
}  // namespace leap::solve_test
