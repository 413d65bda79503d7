// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <utility>

#include "core/script/parser.hpp"

namespace leap {

using syntax::Expr;
using syntax::ExprKind;

void Parser::reading() {
    syntax::Reading read;
    read.range = peek().range;
    read.name = name("the reading's name");
    expect("=", "after the reading's name");
    in_reading_ = true;
    read.value = expression();
    in_reading_ = false;
    if (accept("over")) {
        read.over = stretch();
        const Token& next = peek();
        if (next.kind == TokenKind::symbol && !next.first_on_line && next.text != "}" &&
            std::string_view("+-*/<>").find(next.text.front()) != std::string_view::npos)
            fail(MessageCode::misplaced, "'over' is only allowed at the end of a reading",
                 "it is for the whole reading; use two readings for two parts");
    }
    read.meaning = optional_string();
    read.range = since(read.range);
    if (!failed_) out_.file.readings.push_back(std::move(read));
}

void Parser::mark() {
    syntax::Mark read;
    read.range = peek().range;
    read.reading = name("the reading's name");
    expect("in", "after the reading's name");
    read.band = range();
    if (accept("on")) {
        expect("tape", "after on");
        read.tape = string("the tape's name");
    }
    read.range = since(read.range);
    if (!failed_) out_.file.marks.push_back(std::move(read));
}

syntax::Stretch Parser::stretch() {
    syntax::Stretch out;
    out.range = peek().range;
    if (accept("last")) out.ordinal = 0;
    out.numbered = out.ordinal == 0;
    const syntax::Name owner = name("a move, a phase or a stance");
    out.owner = owner.text;
    out.owner_range = owner.range;
    if (accept(".")) {
        const syntax::Name phase = name("the phase");
        out.phase = phase.text;
        out.phase_range = phase.range;
        if (accept(".")) {
            // Three names: whose, what, and its phase. Which of two is meant the compiler knows.
            const syntax::Name third = name("the phase");
            out.actor = std::exchange(out.owner, std::exchange(out.phase, third.text));
            out.actor_range = std::exchange(out.owner_range, std::exchange(out.phase_range, third.range));
        }
    }
    const Token& token = peek();
    if (out.ordinal != 0 && token.kind == TokenKind::number && !token.first_on_line) {
        out.ordinal = whole_number("the ordinal");
        out.numbered = true;
        if (out.ordinal < 1) fail(MessageCode::wrong_number, "expected a number of 1 or more");
    }
    out.range = since(out.range);
    return out;
}

/// What only readings can say: `duration of hop`, `feet at start of hop`, `time from press of jump to start of hop`.
bool Parser::reading_primary(Expr& out) {
    const SourceRange begin = peek().range;
    if (!is_name()) return false;
    if ((is("duration") || is("distance") || is("count")) && peek(1).text == "of") {
        out.kind = ExprKind::of;
        out.name = name("").text;
        accept("of");
        out.stretch = stretch();
    } else if (is("time") && peek(1).text == "from") {
        out.kind = ExprKind::time_from;
        accept("time");
        accept("from");
        out.parts.push_back(instant());
        expect("to", "after the first instant");
        out.parts.push_back(instant());
    } else if (const std::size_t k = peek(1).text == "." ? 3 : 1;
               peek(k).text == "at" && (peek(k + 1).text == "start" || peek(k + 1).text == "end")) {
        Expr quantity = name_or_call();
        accept("at");
        out.kind = is("start") ? ExprKind::at_start : ExprKind::at_end;
        if (!accept("start")) accept("end");
        expect("of", "after start or end");
        out.stretch = stretch();
        out.parts.push_back(std::move(quantity));
    } else if (const std::size_t behind = peek(1).text == "." ? 3 : 1; quantity_at_instant(behind)) {
        Expr quantity = name_or_call();
        out.kind = accept("just") ? ExprKind::just_before : ExprKind::at_instant;
        if (!accept("at")) expect("before", "after just");
        out.parts.push_back(instant());
        out.parts.push_back(std::move(quantity));
    } else {
        return false;
    }
    out.range = since(begin);
    return true;
}

/// `at press of`, `at landed`, `just before`, so many tokens ahead.
bool Parser::quantity_at_instant(std::size_t ahead) const {
    if (peek(ahead).text == "just") return peek(ahead + 1).text == "before";
    if (peek(ahead).text != "at") return false;
    const std::string_view next = peek(ahead + 1).text;
    return next == "press" || next == "release" || next == "landed" || next == "left_ground" || next == "last";
}

Expr Parser::instant() {
    Expr out;
    out.kind = ExprKind::instant;
    out.range = peek().range;
    const std::string_view behind = peek(peek(1).text == "." ? 3 : 1).text;
    if (is_name() && (behind == ">=" || behind == "<=")) {
        out.parts.push_back(name_or_call());
        out.name = std::string(behind);
        ++at_;
        Expr value;
        value.literal = literal();
        value.range = value.literal.range;
        out.parts.push_back(std::move(value));
        out.range = since(out.range);
        return out;
    }
    const bool last = is("last") && (peek(1).text == "landed" || peek(1).text == "left_ground") && accept("last");
    out.name = name("an instant").text;
    if (out.name == "start" || out.name == "end" || out.name == "press" || out.name == "release") {
        expect("of", fmt::format("after {}", out.name));
        out.stretch = stretch();
    } else {
        out.stretch.owner = out.name;
        out.stretch.numbered = last;
        if (last) out.stretch.ordinal = 0;
        const Token& token = peek();
        if (!last && token.kind == TokenKind::number && !token.first_on_line) {
            out.stretch.ordinal = whole_number("the ordinal");
            out.stretch.numbered = true;
            if (out.stretch.ordinal < 1) fail(MessageCode::wrong_number, "expected a number of 1 or more");
        }
        if ((out.name == "landed" || out.name == "left_ground") && accept("of")) {
            const syntax::Name actor = name("the body of a character");
            out.stretch.actor = actor.text;
            out.stretch.actor_range = actor.range;
        }
    }
    out.range = since(out.range);
    return out;
}

}  // namespace leap
