// SPDX-License-Identifier: MIT
#include "core/script/format.hpp"

#include <gtest/gtest.h>

namespace leap::format_test {
namespace {

TEST(Format, IndentsByBracesAndSpacesByWords) {
    EXPECT_EQ(format("move hop on jump{\nphase a{\ngravity   3 m/s^2\n}\n}\n"),
              "move hop on jump {\n  phase a {\n    gravity 3 m/s^2\n  }\n}\n");
}

TEST(Format, DialsThatFollowEachOtherShareColumns) {
    EXPECT_EQ(
        format("move m {\ndial a = 2 m in 0..9 \"x\"\ndial longer = 100 % in 0 %..400 %\n\ndial alone = 1 s\n}\n"),
        "move m {\n  dial a      = 2 m    in 0..9        \"x\"\n  dial longer = 100 %  in 0 %..400 %\n\n  dial alone = "
        "1 s\n}\n");
}

TEST(Format, CommentsAndEmptyLinesStay) {
    EXPECT_EQ(format("# head\n\n\n\nlet a = 1 # behind\n   # alone\n"), "# head\n\nlet a = 1  # behind\n# alone\n");
}

TEST(Format, SignsTouchAndDifferencesDoNot) {
    EXPECT_EQ(format("let a = -3 m/s-2 m/s\n"), "let a = -3 m/s - 2 m/s\n");
    EXPECT_EQ(format("limit rising -2 m/s..-1 m/s\n"), "limit rising -2 m/s..-1 m/s\n");
    EXPECT_EQ(format("let b = 24 /s * ( a / 2 )\n"), "let b = 24 /s * (a / 2)\n");
    EXPECT_EQ(format("let d = a*-b - - c\n"), "let d = a * -b - -c\n");
    EXPECT_EQ(format("let c = pick( n,a ,b )^2\n"), "let c = pick(n, a, b)^2\n");
}

TEST(Format, TextThatDoesNotLexComesBackAsItWas) {
    EXPECT_EQ(format("let a = \"open\nx  =  1"), "let a = \"open\nx  =  1");
}

TEST(Format, FormattingTwiceChangesNothing) {
    for (const char* text :
         {"let a=-(-3)", "}\n}\n{", "a-b - c -d", "dial x = 3 in 1..2 \"é\"\ndial yy = 4 in 1..2 \"e\"\n",
          "x = 3 m / s2", "points (0, 1) (0. 0.55)", "height 0. 1.7 m", "a . b", ". ..", "..", ". . .", "^ -s", "( -s",
          "a ( - s", "= - 3", "x , - y", "a - b"})
        EXPECT_EQ(format(format(text)), format(text)) << text;
}

}  // namespace
}  // namespace leap::format_test
