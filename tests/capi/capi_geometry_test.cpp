// SPDX-License-Identifier: MIT
// A game's own geometry through the C interface: triangles, what moves, and what makes no sense.
#include <gtest/gtest.h>

#include <limits>

#include "tests/capi/hopper.hpp"

namespace leap::capi_test {
namespace {

TEST(CapiGeometry, AHopIsAsHighAsItsDialSaysInAGamesOwnTriangles) {
    Level level;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const int jump = leap_find(program.get(), LEAP_BUTTONS, "jump");
    for (const double rise : {0.5, 1.6, 3.0}) {
        leap_tuning* made = nullptr;
        ASSERT_EQ(leap_tuning_new(program.get(), &made, nullptr), LEAP_OK);
        const TuningHandle tuning(made);
        ASSERT_EQ(leap_tuning_set(made, "hop.rise", rise, nullptr), LEAP_OK);
        const WorldHandle world = world_of(scene_of(program, course, made));
        // Between two ticks the top is missed by at most g·(1/240 s)²/2.
        EXPECT_NEAR(highest_hop(world, jump), rise, 0.001);
    }
}

TEST(CapiGeometry, WhatMovesInTheGameIsAskedForAgainAndCarriesWhoStandsOnIt) {
    Level level;
    level.carries[0] = 1.5;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const WorldHandle world = world_of(scene_of(program, course));
    for (int i = 0; i < 120; ++i) leap_step(world.get());
    EXPECT_NEAR(character_of(world).position[0], 1.5, 0.02) << "a belt";
    // A lift: the game moves it between ticks, and says where it was and is.
    std::fill(std::begin(level.carries), std::end(level.carries), 0.0);
    for (int i = 0; i < 240; ++i) {
        level.floor_m += 0.01;
        const double low[3] = {-100, -100, level.floor_m - 0.02};
        const double high[3] = {100, 100, level.floor_m};
        ASSERT_EQ(leap_course_changed(course.get(), low, high), LEAP_OK);
        ASSERT_EQ(leap_step(world.get()), LEAP_OK);
        ASSERT_NEAR(character_of(world).position[2], level.floor_m, 0.012) << i;
    }
    EXPECT_TRUE(character_of(world).grounded);
    EXPECT_EQ(character_of(world).ground_piece, 0);
}

TEST(CapiGeometry, AWallThatComesUponACharacterLeavesItOutsideAtEveryTick) {
    Level level;
    level.boxes.push_back({-2.0, 0.0, 1.0, 1.0, 3.0, 1.0});
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const WorldHandle world = world_of(scene_of(program, course));
    for (int i = 0; i < 240; ++i) {
        double& x = level.boxes[0][0];
        const double low[3] = {x - 1.0, -3.0, 0.0};
        x += 0.01;
        const double high[3] = {x + 1.0, 3.0, 2.0};
        ASSERT_EQ(leap_course_changed(course.get(), low, high), LEAP_OK);
        ASSERT_EQ(leap_step(world.get()), LEAP_OK);
        ASSERT_GT(character_of(world).position[0], x + 1.0 + 0.3 - 0.011) << i;
    }
    EXPECT_NEAR(character_of(world).position[2], 0.0, 0.01);
}

TEST(CapiGeometry, AGameThatLiesAboutItsGeometryIsToldAndDoesNoHarm) {
    struct Liar {
        static int gather(void*, const double*, const double*, leap_sink* sink) {
            const double nan = std::numeric_limits<double>::quiet_NaN();
            const double a[3] = {-100, -100, 0}, b[3] = {100, -100, 0}, c[3] = {0, 100, 0}, none[3] = {nan, 0, 0};
            leap_sink_triangle(sink, 0, 0, a, b, c);
            leap_sink_triangle(sink, 1, 0, a, b, none);
            leap_sink_triangle(sink, 1, 1, a, b, b);
            leap_sink_triangle(sink, 1, 2, nullptr, b, c);
            leap_sink_box(sink, 2, 0, none, b, 0.0);
            leap_sink_box(sink, 2, 1, a, a, 0.0);
            leap_sink_round(sink, 3, 0, a, b, -1.0);
            const double corners[] = {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 5, 5, 5};
            const unsigned faces[] = {3, 0, 1, 2, 3, 0, 1, 3, 3, 0, 2, 3, 3, 1, 2, 3};
            leap_sink_hull(sink, 4, 0, corners, 5, faces, 4);  // a corner stands out
            const unsigned wild[] = {3, 0, 1, 99, 3, 0, 1, 3, 3, 0, 2, 3, 3, 1, 2, 3};
            leap_sink_hull(sink, 4, 1, corners, 4, wild, 4);
            leap_sink_hull(sink, 4, 2, corners, std::size_t{1} << 60U, faces, 4);
            leap_sink_triangle(nullptr, 0, 0, a, b, c);
            return 0;
        }
    };
    leap_geometry geometry{};
    geometry.size = sizeof geometry;
    geometry.gather = &Liar::gather;
    leap_course* made = nullptr;
    ASSERT_EQ(leap_course_in_game(&geometry, nullptr, 0, &made, nullptr), LEAP_OK);
    const CourseHandle course(made);
    const ProgramHandle program = hopper_program();
    const WorldHandle world = world_of(scene_of(program, course));
    EXPECT_NEAR(highest_hop(world, 0), 1.6, 0.001) << "what made sense is there";
    EXPECT_GE(leap_course_problems(course.get()), 9U);
    char text[256];
    leap_course_problem(course.get(), 0, text, sizeof text);
    EXPECT_NE(std::strstr(text, "piece "), nullptr) << text;
}

TEST(CapiGeometry, AHullIsTheSameWhicheverWayItsFacesRun) {
    struct Ramp {
        bool turned = false;
        static int gather(void* user, const double*, const double*, leap_sink* sink) {
            const double corners[] = {-20, -5, -1, 20, -5, -1, 20, 5, -1, -20, 5, -1, 20, -5, 4, 20, 5, 4};
            const unsigned out[] = {4, 0, 3, 2, 1, 4, 1, 2, 5, 4, 4, 0, 4, 5, 3, 3, 0, 1, 4, 3, 3, 5, 2};
            const unsigned in[] = {4, 1, 2, 3, 0, 4, 4, 5, 2, 1, 4, 3, 5, 4, 0, 3, 4, 1, 0, 3, 2, 5, 3};
            leap_sink_hull(sink, 0, 0, corners, 6, static_cast<Ramp*>(user)->turned ? in : out, 5);
            return 0;
        }
    };
    double heights[2];
    for (int i = 0; i < 2; ++i) {
        Ramp ramp{i == 1};
        leap_geometry geometry{};
        geometry.size = sizeof geometry;
        geometry.user = &ramp;
        geometry.gather = &Ramp::gather;
        leap_course* made = nullptr;
        ASSERT_EQ(leap_course_in_game(&geometry, nullptr, 0, &made, nullptr), LEAP_OK);
        const CourseHandle course(made);
        const ProgramHandle program = hopper_program();
        const SceneHandle scene = scene_of(program, course);
        leap_start start{};
        start.size = sizeof start;
        start.position[2] = 2.0;
        leap_world* out = nullptr;
        ASSERT_EQ(leap_world_new(scene.get(), &start, 1, &out, nullptr), LEAP_OK);
        const WorldHandle world(out);
        leap_stick(out, 0, 0.0, 1.0, 0.5);
        for (int k = 0; k < 240; ++k) leap_step(out);
        EXPECT_TRUE(character_of(world).grounded);
        heights[i] = character_of(world).position[2];
    }
    EXPECT_GT(heights[0], 1.6) << "it has walked up";
    EXPECT_NEAR(heights[0], heights[1], 1e-9);
}

TEST(CapiGeometry, AGatherThatFailsLeavesAHoleUntilItIsAskedAgain) {
    Level level;
    level.fails = 1'000'000;
    const ProgramHandle program = hopper_program();
    const CourseHandle course = course_of(level);
    const WorldHandle world = world_of(scene_of(program, course));
    for (int i = 0; i < 12; ++i) leap_step(world.get());
    EXPECT_LT(character_of(world).position[2], -0.01) << "nothing is there to stand on";
    EXPECT_GT(leap_course_problems(course.get()), 0U);
    level.fails = 0;
    level.floor_m = -5.0;
    for (int i = 0; i < 240; ++i) leap_step(world.get());
    EXPECT_NEAR(character_of(world).position[2], -5.0, 0.01);
}

}  // namespace
}  // namespace leap::capi_test
