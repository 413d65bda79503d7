// SPDX-License-Identifier: MIT
#include "core/script/number_edit.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::number_edit_test {
namespace {

std::string turned_at(const std::string& text, const char* where, double share) {
    const auto number = number_at(text, static_cast<std::uint32_t>(text.find(where)));
    if (!number) return "no number";
    return with_number(text, *number, turned(*number, share));
}

TEST(NumberEdit, ANumberTurnsByAShareOfItselfAndKeepsItsUnit) {
    EXPECT_EQ(turned_at("drive forward at 12 m/s", "12", 0.25), "drive forward at 18 m/s");
    EXPECT_EQ(turned_at("drain breath 18.5 /s", "18.5", -0.1), "drain breath 14.8 /s");
    EXPECT_EQ(turned_at("cap speed 140 %", "140", 0.01), "cap speed 143 %");
    EXPECT_EQ(turned_at("for 0.17 s", "0.17", 0.1), "for 0.22 s");
    EXPECT_EQ(turned_at("for 2 s", "2 s", 0.01), "for 2 s");
    EXPECT_EQ(turned_at("for 2 s", "2 s", 0.04), "for 2.2 s");
}

TEST(NumberEdit, CountsStayWholeAndNothingGoesBelowZero) {
    EXPECT_EQ(turned_at("charges 1 refill when grounded", "1", 0.03), "charges 3 refill when grounded");
    EXPECT_EQ(turned_at("counter link in 0..2", "2", 0.011), "counter link in 0..3");
    EXPECT_EQ(turned_at("launch up at 8 m/s", "8", -3.0), "launch up at 0 m/s");
}

TEST(NumberEdit, OnlyNumbersAreTurned) {
    EXPECT_EQ(turned_at("gravity 28 m/s^2", "2", 0.5), "gravity 56 m/s^2");
    EXPECT_EQ(turned_at("gravity 28 m/s^2", "^2", 0.5), "no number");
    EXPECT_EQ(turned_at("# at 12 m/s", "12", 0.5), "no number");
    EXPECT_EQ(turned_at("gate a \"7 of 9\"", "7", 0.5), "no number");
    EXPECT_EQ(turned_at("rise2 = 3 m", "rise2", 0.5), "no number");
    EXPECT_FALSE(number_at("", 0).has_value());
}

TEST(NumberEdit, ThereAndBackAgainIsTheSameText) {
    const std::string text = "launch up at 8.25 m/s";
    const auto number = number_at(text, 14);
    EXPECT_EQ(with_number(text, *number, turned(*number, 0.0)), text);
}

TEST(CurveEdit, PointsAreWrittenBackAndTheRestStays) {
    const std::string text = std::string(test::plain_body) +
                             "# soft\ncurve soft =  points (0, 1) (0.6, 1)\n  (1, 0.55)  # end\n"
                             "move glide on jump { phase a for 1 s { drive forward at 3 m/s shaped soft } }\n";
    const Program program = test::compile_or_fail(text);
    const std::string after = with_curve_points(text, program.curves[0], {{0, 0.5}, {0.25, 1.125}, {1, -0.2}});
    EXPECT_NE(after.find("# soft\ncurve soft =  points (0, 0.5) (0.25, 1.125) (1, -0.2)  # end\nmove glide"),
              std::string::npos)
        << after;
    const Program again = test::compile_or_fail(after);
    EXPECT_EQ(again.curves[0].points.size(), 3U);
    EXPECT_DOUBLE_EQ(again.curves[0].points[1].y, 1.125);
}

}  // namespace
}  // namespace leap::number_edit_test
