// SPDX-License-Identifier: MIT
#include "core/project/tape_file.hpp"

#include <gtest/gtest.h>

#include "core/project/course_file.hpp"
#include "tests/core/support.hpp"

namespace leap::tape_file_test {
namespace {

TEST(TapeFile, RoundTripKeepsEveryEvent) {
    const Program program = test::compile_or_fail(test::plain_body);
    for (unsigned seed = 1; seed < 20; ++seed) {
        Tape tape = test::random_tape(program, seed, 5.0);
        tape.name = "näme \"quoted\"";
        for (TapeEvent& event : tape.tracks[0].events) event = rounded(event);
        const auto again = read_tape(write_tape(tape), "t.json");
        ASSERT_TRUE(again) << again.error();
        EXPECT_EQ(*again, tape);
        EXPECT_EQ(write_tape(*again), write_tape(tape));
    }
}

TEST(TapeFile, EventsAreSortedByTime) {
    const auto tape = read_tape(R"({"format":1,"name":"a","start":{"at":"p"},"length":1,
      "events":[{"t":0.5,"button":"x","down":true},{"t":0.1,"stick":[0,1]}]})",
                                "t");
    ASSERT_TRUE(tape) << tape.error();
    EXPECT_DOUBLE_EQ(tape->tracks[0].events[0].time_s, 0.1);
}

TEST(CourseFile, RoundTripKeepsEveryPiece) {
    CoursePlan plan = test::flat_plan();
    plan.water_level = -2.5;
    Piece steps = test::box({1.25, 2, 3}, {1, 2, 0.7});
    steps.kind = PieceKind::steps;
    steps.count = 7;
    steps.turn_deg = 30;
    steps.material = "timber";
    plan.pieces.push_back(steps);
    Piece mesh;
    mesh.kind = PieceKind::mesh;
    mesh.name = "rock";
    mesh.vertices = {{0, 0, 0}, {1, 0, 0}, {0, 1, 0.5}};
    mesh.faces = {{0, 1, 2}};
    plan.pieces.push_back(mesh);
    const auto again = read_course(write_course(plan), "c.json");
    ASSERT_TRUE(again) << again.error();
    EXPECT_EQ(*again, plan);
}

}  // namespace
}  // namespace leap::tape_file_test
