// SPDX-License-Identifier: MIT
#include "core/experiments/free_value.hpp"

#include <gtest/gtest.h>

#include "tests/core/experiment_scene.hpp"

namespace leap::free_value_test {
namespace {

const char* const with_curve =
    "curve surge = points (0, 0) (0.5, 2) (1, 1)\n"
    "move rush on dash { phase go_on for 0.5 s { drive look at 8 m/s shaped surge } }\n";

std::string problem(const test::HopScene& scene, const std::string& path) {
    const auto found = find_free_value(scene.program, scene.tuning, scene.course.plan, path);
    return found ? "found" : found.error();
}

TEST(FreeValue, DialsPointsOfCurvesAndThingsOfTheCourseAreFound) {
    const test::HopScene scene(with_curve, test::gap_plan());
    const FreeValue rise = scene.value("hop.rise");
    EXPECT_EQ(rise.now, 2.0);
    EXPECT_EQ(rise.low, 0.3);
    EXPECT_EQ(rise.high, 6.0);
    EXPECT_EQ(free_value_text(rise, 2.5), "2.5 m");
    EXPECT_EQ(scene.value("curve surge point 2").now, 2.0);
    const FreeValue quay = scene.value("piece far quay x");
    EXPECT_EQ(quay.now, 24.0);
    EXPECT_EQ(quay.low, 19.0);
    EXPECT_EQ(scene.value("place start z").now, 0.0);
}

TEST(FreeValue, WhatIsLackingIsToldWithTheNearestName) {
    const test::HopScene scene(with_curve, test::gap_plan());
    EXPECT_EQ(problem(scene, "hop.rsie"), "unknown dial 'hop.rsie'; did you mean 'hop.rise'?");
    EXPECT_EQ(problem(scene, "curve surge point 9"), "the curve surge has 3 points");
    EXPECT_NE(problem(scene, "curve surge").find("names no point"), std::string::npos);
    EXPECT_NE(problem(scene, "curve surge point 0").find("names no point"), std::string::npos);
    EXPECT_NE(problem(scene, "curve serge point 1").find("did you mean 'surge'?"), std::string::npos);
    EXPECT_NE(problem(scene, "piece far quay").find("names no axis"), std::string::npos);
    EXPECT_NE(problem(scene, "piece fra quay x").find("did you mean 'far quay'?"), std::string::npos);
    EXPECT_NE(problem(scene, ""), "found");
}

TEST(FreeValue, EveryDialWithARangeIsFree) {
    const test::HopScene scene;
    std::vector<std::string> paths;
    for (const FreeValue& value : free_dials(scene.program, scene.tuning)) paths.push_back(value.path);
    EXPECT_EQ(paths, (std::vector<std::string>{"walk.top", "hop.rise", "hop.time_to_top"}));
}

TEST(Variation, ADialACurveAndAPieceChangeTheRunAndNothingElse) {
    const test::HopScene scene(with_curve, test::gap_plan());
    const Tape tape = test::TapeMaker(2).hold("dash", 0.2, 0.1);
    const auto end = [&](const std::vector<FreeValue>& free, const std::vector<double>& values) {
        const Varied made = varied(scene.setup(), free, values);
        return position_at(replay(made.rehearsal(120), tape)->tracks[0], 0.7);  // the drive's end
    };
    const Vec3 before = end({}, {});
    EXPECT_EQ(before, position_at(scene.run(tape).tracks[0], 0.7));
    EXPECT_EQ(end({scene.value("curve surge point 2")}, {2.0}), before) << "the same value is the same run";
    // Area under the curve from 0 to 1 is 1.25 with the middle at 2, and 0.75 with it at 1; 8 m/s for 0.5 s.
    const Vec3 slower = end({scene.value("curve surge point 2")}, {1.0});
    EXPECT_NEAR(before.x - slower.x, 8.0 * 0.5 * 0.5, 0.05);
    const Varied moved = varied(scene.setup(), std::vector{scene.value("piece far quay x")}, std::vector{26.0});
    EXPECT_EQ(moved.course->plan.pieces[1].center.x, 26.0);
    EXPECT_EQ(scene.course.plan.pieces[1].center.x, 24.0);
    EXPECT_EQ(moved.program.get(), &scene.program);
}

TEST(Variation, ADialStaysInItsRangeAndWhatIsOffStaysOff) {
    test::HopScene scene;
    ASSERT_TRUE(leave_out(scene.program, "hop", scene.tuning));
    const Varied made = varied(scene.setup(), std::vector{scene.value("hop.rise")}, std::vector{99.0});
    EXPECT_EQ(made.tuning.dials[*scene.program.find_dial("hop.rise")], 6.0);
    EXPECT_TRUE(made.tuning.is_off(*scene.program.find_machine("hop")));
}

}  // namespace
}  // namespace leap::free_value_test
