// SPDX-License-Identifier: MIT
#include "core/script/dial_edit.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::dial_edit_test {
namespace {

const std::string dialled_script =
    std::string(test::plain_body) +
    "move hop on jump {\n  dial rise =  2.1 m   in 0.5..6  # keep me\n  dial cut = 45 % in 0 %..100 %\n"
    "  phase a { end when grounded }\n}\n";

DialInfo dial(const std::string& path) {
    const Program program = test::compile_or_fail(dialled_script);
    return program.dials[program.find_dial(path).value()];
}

TEST(DialEdit, OnlyTheLiteralChanges) {
    const std::string after = with_dial_literal(dialled_script, dial("hop.rise"), 2.41);
    std::string expected = dialled_script;
    expected.replace(expected.find("2.1 m"), 5, "2.41 m");
    EXPECT_EQ(after, expected);
    EXPECT_EQ(with_dial_literal(after, dial("hop.rise"), 2.1).size() - dialled_script.size(), 1U);
}

TEST(DialEdit, TheUnitOfTheTextStays) {
    EXPECT_EQ(dial_literal(dial("hop.cut"), 0.5), "50 %");
    EXPECT_EQ(dial_literal(dial("hop.rise"), 2.0), "2 m");
}

TEST(DialEdit, ValuesAreRoundedToAboutAThousandthOfTheRangeAndKeptInside) {
    EXPECT_DOUBLE_EQ(rounded_dial_value(dial("hop.rise"), 2.123456), 2.12);
    EXPECT_DOUBLE_EQ(rounded_dial_value(dial("hop.rise"), 99), 6.0);
    EXPECT_DOUBLE_EQ(rounded_dial_value(dial("hop.rise"), -99), 0.5);
    // What is rounded reads back as itself.
    const double value = rounded_dial_value(dial("hop.rise"), 3.33333);
    EXPECT_DOUBLE_EQ(parse_dial_value(dial("hop.rise"), dial_literal(dial("hop.rise"), value)).value(), value);
}

TEST(DialEdit, TypedValuesMayUseAnyUnitOfTheKind) {
    EXPECT_DOUBLE_EQ(parse_dial_value(dial("hop.rise"), "240 cm").value(), 2.4);
    EXPECT_DOUBLE_EQ(parse_dial_value(dial("hop.rise"), "2.4").value(), 2.4);
    EXPECT_DOUBLE_EQ(parse_dial_value(dial("hop.cut"), "30").value(), 0.3);
}

TEST(DialEdit, WrongTypedValuesSayWhy) {
    const auto why = [](const std::string& typed) { return parse_dial_value(dial("hop.rise"), typed).error(); };
    EXPECT_NE(why("2 s").find("hop.rise: expected m, got s"), std::string::npos) << why("2 s");
    EXPECT_NE(why("9 m").find("outside the range of hop.rise: 0.5 m to 6 m"), std::string::npos) << why("9 m");
    EXPECT_NE(why("tall").find("expected a value"), std::string::npos);
    EXPECT_NE(why("").find("expected a value"), std::string::npos);
    EXPECT_NE(why("2 m in 0..9").find("expected a value"), std::string::npos);
    EXPECT_NE(why("nan").find("expected a value"), std::string::npos);
    EXPECT_NE(why("1e400").find("expected a value"), std::string::npos);
}

}  // namespace
}  // namespace leap::dial_edit_test
