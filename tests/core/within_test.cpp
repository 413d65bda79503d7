// SPDX-License-Identifier: MIT
#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::within_test {
namespace {

using test::Scene;
using test::TapeMaker;

/// Runs at 6 m/s against a wall whose face is 3 m ahead, and is thrown back from it at once.
CoursePlan wall_ahead() {
    CoursePlan out = test::flat_plan();
    Piece wall;
    wall.name = "wall";
    wall.center = {3.5, 0.0, 3.0};
    wall.size = {1.0, 8.0, 6.0};
    out.pieces.push_back(wall);
    return out;
}

const std::string off_a_wall =
    std::string(test::plain_body) +
    "move back when bumped(wall) { phase a for 0.4 s { start: launch wall_normal at 3 m/s } }\n"
    "move kick on jump in legs { gate bumped(wall) within 0.15 s \"needs a wall\"  phase a for "
    "0.1 s { } }\n";

/// When the kick began after a press so long after the bump; nothing when it was refused.
std::optional<double> kick_after(double seconds, int rate, const std::string& script = off_a_wall) {
    const Scene scene(script, wall_ahead());
    const auto run_only = TapeMaker(3).look(0.0, 0.0).stick(0.2, 0.0, 1.0);
    const std::vector<double> bumps = test::times_of(scene.run(run_only, rate), EventKind::bumped_wall);
    if (bumps.empty()) return std::nullopt;
    const auto tape = TapeMaker(3)
                          .look(0.0, 0.0)
                          .stick(0.2, 0.0, 1.0)
                          .stick(bumps.front() + 0.001, 0.0, 0.0)
                          .hold("jump", bumps.front() + seconds, 0.05);
    const auto spans = test::spans_of(scene, scene.run(tape, rate), "kick.a");
    if (spans.empty()) return std::nullopt;
    return spans.front().from - bumps.front();
}

class Within : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Within, testing::Values(30, 120, 480));

TEST_P(Within, ABumpIsLookedBackOnForItsTimeAndNotLonger) {
    const auto in_time = kick_after(0.149, GetParam());
    ASSERT_TRUE(in_time);
    EXPECT_NEAR(*in_time, 0.149, 1e-9);
    EXPECT_FALSE(kick_after(0.151, GetParam()));
}

TEST_P(Within, AFreezeDoesNotCountAsTimeSinceTheBump) {
    const std::string frozen = std::string(test::plain_body) +
                               "move back when bumped(wall) { phase a for 0.4 s { start: launch wall_normal at 3 m/s, "
                               "freeze for 0.5 s } }\n"
                               "move kick on jump in legs { gate bumped(wall) within 0.15 s  phase a for 0.1 s { } }\n";
    EXPECT_TRUE(kick_after(0.64, GetParam(), frozen));
    EXPECT_FALSE(kick_after(0.66, GetParam(), frozen));
}

TEST(WithinWords, WhatHasNoPastIsRefusedWhereItWasNeverTrueBefore) {
    for (const std::string sense : {"seated", "reached", "taut", "respawned"}) {
        const std::string out = test::messages_of(std::string(test::plain_body) + "move a on jump { gate " + sense +
                                                  " within 0.1 s  phase b for 0.1 s { } }\n");
        EXPECT_NE(out.find("within is not allowed after this condition"), std::string::npos) << sense << ": " << out;
    }
    EXPECT_EQ(test::messages_of(std::string(test::plain_body) +
                                "move a on jump { gate bumped(ceiling) within 0.1 s  phase b for 0.1 s { } }\n"),
              "");
}

}  // namespace
}  // namespace leap::within_test
