// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <array>
#include <cmath>
#include <utility>

#include "core/script/old_words.hpp"
#include "core/script/parser.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

using syntax::Expr;
using syntax::ExprKind;

struct Operator {
    std::string_view text;
    ExprKind kind;
    int level;
};

constexpr std::array<Operator, 12> operators{{
    {"or", ExprKind::either, 0},
    {"and", ExprKind::both, 1},
    {"<", ExprKind::less, 3},
    {"<=", ExprKind::less_equal, 3},
    {">", ExprKind::greater, 3},
    {">=", ExprKind::greater_equal, 3},
    {"==", ExprKind::equal, 3},
    {"!=", ExprKind::unequal, 3},
    {"+", ExprKind::add, 4},
    {"-", ExprKind::subtract, 4},
    {"*", ExprKind::multiply, 5},
    {"/", ExprKind::divide, 5},
}};

/// Units of everyday life that scripts don't know, and what to write instead; empty for any other word.
std::string_view instead_of_unit(std::string_view word) {
    static constexpr std::array<std::pair<std::string_view, std::string_view>, 31> known{{
        {"ft", "write metres: 1 ft is 0.3048 m"},
        {"foot", "write metres: 1 foot is 0.3048 m"},
        {"inch", "write centimetres: 1 inch is 2.54 cm"},
        {"inches", "write centimetres: 1 inch is 2.54 cm"},
        {"yd", "write metres: 1 yd is 0.9144 m"},
        {"yards", "write metres: 1 yard is 0.9144 m"},
        {"mi", "write kilometres: 1 mi is 1.609 km"},
        {"miles", "write kilometres: 1 mile is 1.609 km"},
        {"mph", "write km/h or m/s: 1 mph is 1.609 km/h"},
        {"kmh", "write km/h"},
        {"kph", "write km/h"},
        {"knots", "write km/h: 1 knot is 1.852 km/h"},
        {"metre", "write m"},
        {"metres", "write m"},
        {"meters", "write m"},
        {"sec", "write s"},
        {"secs", "write s"},
        {"second", "write s"},
        {"seconds", "write s"},
        {"msec", "write ms"},
        {"minutes", "write seconds: 1 minute is 60 s"},
        {"frame", "write frames; one is 1/60 s"},
        {"tick", "nothing is said in ticks: write seconds"},
        {"ticks", "nothing is said in ticks: write seconds"},
        {"degree", "write deg"},
        {"degrees", "write deg"},
        {"radians", "write rad"},
        {"percent", "write %"},
        {"Hz", "write /s"},
        {"hz", "write /s"},
        {"lb", "write kilograms: 1 lb is 0.4536 kg"},
    }};
    for (const auto& [unit, instead] : known)
        if (unit == word) return instead;
    return {};
}

constexpr int level_not = 2;
constexpr int level_unary = 6;
constexpr int deepest_nesting = 200;

Expr node(ExprKind kind, Expr left, Expr right) {
    Expr out;
    out.kind = kind;
    out.range = joined(left.range, right.range);
    out.parts.push_back(std::move(left));
    out.parts.push_back(std::move(right));
    return out;
}

}  // namespace

Expr Parser::expression() {
    if (++depth_ > deepest_nesting) fail(MessageCode::too_complex, "this is nested too deeply", "split it with let");
    Expr out = binary(0);
    --depth_;
    return out;
}

Expr Parser::binary(int level) {
    if (level == level_not && is("not")) {
        const SourceRange begin = peek().range;
        accept("not");
        Expr out;
        out.kind = ExprKind::invert;
        if (++depth_ > deepest_nesting)
            fail(MessageCode::too_complex, "this is nested too deeply", "split it with let");
        out.parts.push_back(binary(level_not));
        --depth_;
        out.range = since(begin);
        return out;
    }
    if (level == level_unary) return unary();
    Expr left = binary(level + 1);
    while (!failed_) {
        const Operator* found = nullptr;
        for (const Operator& candidate : operators)
            if (candidate.level == level && is(candidate.text)) found = &candidate;
        if (found == nullptr) {
            if (level == 3 && is("=") && !peek().first_on_line)
                fail(MessageCode::missing_token, "expected ==, got =", "== compares two values; = sets one");
            if (level != 3 || !is("within")) return left;
            accept("within");
            left = node(ExprKind::within, std::move(left), binary(4));
            continue;
        }
        accept(found->text);
        left = node(found->kind, std::move(left), binary(level + 1));
    }
    return left;
}

Expr Parser::unary() {
    if (!is("-")) return powered();
    const SourceRange begin = peek().range;
    accept("-");
    Expr out;
    out.kind = ExprKind::negate;
    if (++depth_ > deepest_nesting) fail(MessageCode::too_complex, "this is nested too deeply", "split it with let");
    out.parts.push_back(unary());
    --depth_;
    out.range = since(begin);
    return out;
}

Expr Parser::powered() {
    Expr base = primary();
    if (!accept("^")) return base;
    Expr exponent;
    exponent.kind = ExprKind::literal;
    exponent.range = peek().range;
    exponent.literal.written = whole_number("an exponent");
    if (std::abs(exponent.literal.written) > 8) fail(MessageCode::wrong_number, "expected an exponent of at most 8");
    return node(ExprKind::power, std::move(base), std::move(exponent));
}

Expr Parser::primary() {
    Expr out;
    const Token token = peek();
    if (token.kind == TokenKind::number) {
        out.literal = literal();
        out.range = out.literal.range;
        return out;
    }
    if (accept("(")) {
        out = expression();
        expect(")", "at the end of this bracket");
        return out;
    }
    if (in_reading_ && reading_primary(out)) return out;
    if (is_name()) return name_or_call();
    fail(MessageCode::missing_token, "expected a value",
         "write a number with its unit, a dial, or a sense like vertical_speed");
    return out;
}

Expr Parser::name_or_call() {
    const SourceRange begin = peek().range;
    Expr out;
    out.kind = ExprKind::name;
    out.name = name("a name").text;
    if (accept(".")) out.member = name("a name after the point").text;
    if (!out.member.empty() && is(".") && peek().glued)
        fail(MessageCode::unknown_name, fmt::format("'{}.{}' has no parts", out.name, out.member),
             "to use a probe in several moves declare it outside of any move");
    if (is("(") && peek().glued) {
        accept("(");
        out.kind = ExprKind::call;
        if (!is(")")) {
            do out.parts.push_back(expression());
            while (accept(","));
        }
        expect(")", fmt::format("after the values of {}", out.name));
    }
    out.range = since(begin);
    note_old_sense(begin, out);
    return out;
}

/// `lacks(x)` is `not has(x)`; the other old words are the new ones in other letters.
void Parser::note_old_sense(SourceRange word, Expr& expr) {
    const std::string_view now = current_sense(expr.name);
    if (failed_ || !expr.member.empty() || now == expr.name) return;
    const bool call = expr.kind == ExprKind::call;
    if (expr.name == "lacks") {
        if (!call) return;
        note_old(word, now, true);
        Expr asked = expr;
        asked.name = "has";
        Expr inverted;
        inverted.kind = ExprKind::invert;
        inverted.range = expr.range;
        inverted.parts.push_back(std::move(asked));
        expr = std::move(inverted);
        return;
    }
    note_old(word, now, true);
    expr.was = std::exchange(expr.name, std::string(now));
}

syntax::Literal Parser::literal() {
    syntax::Literal out;
    out.range = peek().range;
    const bool negative = accept("-");
    if (peek().kind != TokenKind::number) {
        fail(MessageCode::missing_token, "expected a number", "for example 2.1 m");
        return out;
    }
    const Token& token = tokens_[at_++];
    out.range = joined(out.range, token.range);
    out.written = negative ? -token.number : token.number;
    out.unit = unit_behind_number(out.range);
    return out;
}

/// Reads `m/s^2`, `%`, `/s`, ... behind a number. A `/` belongs to the unit only when a unit word follows it.
Unit Parser::unit_behind_number(SourceRange& range) {
    Unit unit;
    bool first = true;
    while (true) {
        const bool divides = is("/");
        if (!first && !divides) break;
        const Token& word = peek(divides ? 1 : 0);
        const auto found = word.kind == TokenKind::name || word.text == "%" ? unit_word(word.text) : std::nullopt;
        if (!found && word.kind == TokenKind::name && !word.first_on_line) {
            if (const std::string_view instead = instead_of_unit(word.text); !instead.empty())
                fail_at(MessageCode::unknown_unit, word.range, fmt::format("unknown unit '{}'", word.text),
                        std::string(instead));
        }
        if (!found || word.first_on_line) break;
        at_ += divides ? 2 : 1;
        int exponent = 1;
        if (is("^") && peek().glued) {
            accept("^");
            exponent = whole_number("a unit's exponent");
            if (std::abs(exponent) > 8) fail(MessageCode::wrong_number, "expected an exponent of at most 8");
        }
        const int sign = divides ? -1 : 1;
        unit.text += divides ? "/" : "";
        unit.text += found->text;
        if (exponent != 1) unit.text += fmt::format("^{}", exponent);
        unit.scale *= elementary::pow(found->scale, sign * exponent);
        unit.dimension = unit.dimension * power(found->dimension, sign * exponent);
        range = since(range);
        first = false;
    }
    return unit;
}

syntax::Range Parser::range() {
    syntax::Range out;
    out.low = literal();
    expect("..", "between the two ends of a range");
    out.high = literal();
    out.range = joined(out.low.range, out.high.range);
    return out;
}

}  // namespace leap
