// SPDX-License-Identifier: MIT
// Several acts in brackets with one condition.
#include <gtest/gtest.h>

#include "core/script/compile.hpp"
#include "core/script/format.hpp"
#include "tests/core/support.hpp"

namespace leap::act_groups_test {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string body = R"(
button jump key "Space"
body b { capsule radius 0.3 m height 1.7 m gravity 28 m/s^2 }
stance rest { }
counter first in 0..99
counter second in 0..99
counter third in 0..99
)";

/// first, second and third.
Vec3 counted(const test::Played& run) {
    const auto& counters = run.state.actors[0].counters;
    return {counters.at(0).value, counters.at(1).value, counters.at(2).value};
}

TEST(ActGroups, AreDoneTogetherOrNotAtAll) {
    const auto run = [](const char* condition) {
        const Scene scene(body + "move act on jump { phase a for 0.1 s { start: (first += 1, second += 2) when " +
                          condition + ", third += 3 } }\n");
        const test::Played played = test::play(scene, TapeMaker(1).hold("jump", 0.2, 0.1));
        return counted(played);
    };
    EXPECT_EQ(run("grounded"), Vec3(1, 2, 3));
    EXPECT_EQ(run("airborne"), Vec3(0, 0, 3));
}

TEST(ActGroups, AskOnceWhenTheirTurnComes) {
    // The first of them makes the condition wrong for those behind it: they were asked about together.
    const Scene scene(
        body +
        "move act on jump { phase a for 0.1 s { start: first += 1, (first += 1, second += 1, third += 5 when "
        "first > 1) when first == 1, third += 1 when first == 2 } }\n");
    const test::Played played = test::play(scene, TapeMaker(1).hold("jump", 0.2, 0.1));
    EXPECT_EQ(counted(played), Vec3(2, 1, 6)) << "a condition of one within them is asked, too";
}

TEST(ActGroups, RememberSeveralAndStandInWays) {
    const Scene scene(
        body +
        "move act on jump { phase a { start: (first = 3, remember one = 1, two = 2) when grounded go b after "
        "0.1 s then: (second += 1, third += 1) when airborne } phase b for 0.1 s { } }\n");
    const test::Played played = test::play(scene, TapeMaker(1).hold("jump", 0.2, 0.1));
    EXPECT_EQ(counted(played), Vec3(3, 0, 0));
}

TEST(ActGroups, WithoutAConditionOrAnEndAreMistakes) {
    const auto message = [](const std::string& acts) {
        const CompileOutput out =
            compile_text(body + "move act on jump { phase a for 0.1 s { start: " + acts + " } }\n");
        return out.diagnostics.empty() ? std::string() : out.diagnostics.front().message;
    };
    EXPECT_EQ(message("(first += 1, second += 1) when grounded"), "");
    EXPECT_NE(message("(first += 1, second += 1)").find("when"), std::string::npos);
    EXPECT_NE(message("(first += 1, second += 1 when grounded").find(")"), std::string::npos);
    EXPECT_NE(message("(first += 1) when 3 m"), "");
}

TEST(ActGroups, StayAsTheyAreWhenLaidOut) {
    const std::string text =
        "move act on jump {\n  phase a for 0.1 s {\n    start: (first += 1, second += 2) when grounded, "
        "third += 3\n  }\n}\n";
    EXPECT_EQ(format(text), text);
}

}  // namespace
}  // namespace leap::act_groups_test
