// SPDX-License-Identifier: MIT
#include "core/script/parse.hpp"

#include <gtest/gtest.h>

#include "core/script/token.hpp"

namespace leap::parse_test {
namespace {

syntax::Expr expression_of(const std::string& text) {
    ParseOutput out = parse("let probe = " + text, 0);
    EXPECT_TRUE(out.diagnostics.empty()) << (out.diagnostics.empty() ? "" : out.diagnostics[0].message);
    return out.file.lets.at(0).value;
}

TEST(Lex, RangesAreHalfOpenAndCoverTheText) {
    const std::string text = "move hop # note\n  2.5e1..\"x\"";
    for (const Token& token : lex(text, 0).tokens)
        EXPECT_EQ(text.substr(token.range.begin, token.range.end - token.range.begin), token.text);
}

TEST(Lex, APointPairEndsANumber) {
    const auto tokens = lex("0.5..6", 0).tokens;
    ASSERT_EQ(tokens.size(), 4U);
    EXPECT_DOUBLE_EQ(tokens[0].number, 0.5);
    EXPECT_EQ(tokens[1].text, "..");
    EXPECT_DOUBLE_EQ(tokens[2].number, 6.0);
}

TEST(Lex, AbsurdNumbersAndStrayCharactersAreReportedOnce) {
    EXPECT_EQ(lex("1e999", 0).diagnostics.size(), 1U);
    EXPECT_EQ(lex("@@@@ x", 0).diagnostics.size(), 1U);
    EXPECT_EQ(lex("\"open", 0).diagnostics.size(), 1U);
}

TEST(Parse, UnitsBelongToNumbersOnly) {
    const syntax::Expr quotient = expression_of("2 * rise / s2");
    EXPECT_EQ(quotient.kind, syntax::ExprKind::divide);
    const syntax::Expr speed = expression_of("3 m/s^2");
    ASSERT_EQ(speed.kind, syntax::ExprKind::literal);
    EXPECT_EQ(speed.literal.unit.dimension, dimensions::acceleration);
    EXPECT_EQ(speed.literal.unit.text, "m/s^2");
    const syntax::Expr rate = expression_of("24 /s");
    ASSERT_EQ(rate.kind, syntax::ExprKind::literal);
    EXPECT_EQ(rate.literal.unit.dimension, dimensions::rate);
}

TEST(Parse, OperatorsBindAsExpected) {
    EXPECT_EQ(expression_of("1 + 2 * 3").kind, syntax::ExprKind::add);
    EXPECT_EQ(expression_of("-2 ^ 2").kind, syntax::ExprKind::negate);
    EXPECT_EQ(expression_of("not a and b").kind, syntax::ExprKind::both);
    EXPECT_EQ(expression_of("a or b and c").kind, syntax::ExprKind::either);
    EXPECT_EQ(expression_of("grounded within 0.1 s and b").kind, syntax::ExprKind::both);
    EXPECT_EQ(expression_of("1 - 2 - 3").parts[0].kind, syntax::ExprKind::subtract);
}

TEST(Parse, SeveralStatementsStandOnOneLine) {
    const ParseOutput out = parse(
        "move hop on jump { phase a { start: keep 45 % of rising gravity pull go b when rising <= 0 m/s } "
        "phase b { end when grounded } }",
        0);
    EXPECT_TRUE(out.diagnostics.empty());
    ASSERT_EQ(out.file.owners.size(), 1U);
    const auto& phases = out.file.owners[0].phases;
    ASSERT_EQ(phases.size(), 2U);
    EXPECT_EQ(phases[0].blocks.size(), 1U);
    EXPECT_EQ(phases[0].effects.size(), 1U);
    EXPECT_EQ(phases[0].transitions.size(), 1U);
}

TEST(Parse, OneMistakeGivesOneMessageAndTheRestIsRead) {
    const ParseOutput out = parse(R"(
move first on jump {
  dial rise = = 2 m
  phase a { end when grounded }
}
move second on jump {
  phase b { gravty 3 m/s^2  end when grounded }
  phase c { end when grounded }
}
)",
                                  0);
    EXPECT_EQ(out.diagnostics.size(), 2U);
    ASSERT_EQ(out.file.owners.size(), 2U);
    EXPECT_EQ(out.file.owners[0].phases.size(), 1U);
    EXPECT_EQ(out.file.owners[1].phases.size(), 2U);
}

TEST(Parse, DeepNestingIsRefusedNotFollowed) {
    const std::string deep(100000, '(');
    EXPECT_FALSE(parse("let a = " + deep, 0).diagnostics.empty());
    std::string signs = "let a = ";
    for (int i = 0; i < 50000; ++i) signs += "- ";
    EXPECT_FALSE(parse(signs + "1", 0).diagnostics.empty());
    std::string nots = "let a = ";
    for (int i = 0; i < 50000; ++i) nots += "not ";
    EXPECT_FALSE(parse(nots + "b", 0).diagnostics.empty());
}

}  // namespace
}  // namespace leap::parse_test
