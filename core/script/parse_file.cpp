// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "core/defaults.hpp"
#include "core/script/parser.hpp"
#include "core/script/words.hpp"

namespace leap {
ParseOutput Parser::run() {
    while (!at_end()) {
        const std::size_t before = at_;
        file_item();
        unclosed_ = false;
        if (!failed_) continue;
        recover(words_at(StatementPlace::file));
        if (at_ == before || is("}")) ++at_;
    }
    return std::move(out_);
}

void Parser::file_item() {
    const SourceRange begin = peek().range;
    if (accept("use")) {
        syntax::Use use;
        use.path = string("the file to use");
        use.range = since(begin);
        if (!failed_) out_.file.uses.push_back(std::move(use));
    } else if (accept("button")) {
        button();
    } else if (is("body")) {
        body();
    } else if (is("meter")) {
        meter();
    } else if (is("probe")) {
        syntax::Probe read = probe();
        if (!failed_) out_.file.probes.push_back(std::move(read));
    } else if (is("stance")) {
        stance();
    } else if (is("move")) {
        move();
    } else if (is("fixture")) {
        fixture();
    } else if (accept("curve")) {
        curve();
    } else if (is("dial")) {
        syntax::Dial read = dial();
        if (!failed_) out_.file.dials.push_back(std::move(read));
    } else if (is("let")) {
        syntax::Let read = let();
        if (!failed_) out_.file.lets.push_back(std::move(read));
    } else if (is("counter")) {
        syntax::Counter read = counter();
        if (!failed_) out_.file.counters.push_back(std::move(read));
    } else if (is("share")) {
        syntax::Share read = share();
        if (!failed_) out_.file.shares.push_back(std::move(read));
    } else if (accept("reading")) {
        reading();
    } else if (accept("mark")) {
        mark();
    } else {
        const std::vector<std::string_view> words = words_at(StatementPlace::file);
        const std::vector<std::string> known(words.begin(), words.end());
        const std::string near = is_name() ? nearest_name(peek().text, known) : std::string{};
        fail_at(MessageCode::unknown_statement, peek().range, fmt::format("unknown statement '{}'", peek().text),
                near.empty() ? fmt::format("a file may have {}", fmt::join(words, ", "))
                             : fmt::format("did you mean '{}'?", near));
    }
}

void Parser::button() {
    syntax::Button read;
    read.name = name("the button's name");
    const auto list = [this](std::vector<std::string>& into) {
        do into.push_back(string("a key or pad button"));
        while (accept(",") && !failed_);
    };
    while (!failed_) {
        if (accept("key")) {
            list(read.keys);
        } else if (accept("pad")) {
            list(read.pads);
        } else {
            break;
        }
    }
    if (!failed_) out_.file.buttons.push_back(std::move(read));
}

void Parser::curve() {
    syntax::Curve read;
    read.name = name("the curve's name");
    read.range = read.name.range;
    expect("=", "after the curve's name");
    expect("points", "before the curve's points");
    while (!failed_ && accept("(")) {
        syntax::CurvePoint point;
        point.x = literal().si();
        expect(",", "between the two numbers of a point");
        point.y = literal().si();
        expect(")", "after the point");
        read.points.push_back(point);
        accept(",");
    }
    read.range = since(read.range);
    if (!failed_ && read.points.size() < 2) {
        fail_at(MessageCode::missing_part, read.range, "expected at least two points",
                "for example points (0, 1) (1, 0.5)");
        return;
    }
    for (std::size_t i = 1; i < read.points.size(); ++i)
        if (read.points[i].x <= read.points[i - 1].x) {
            fail_at(MessageCode::wrong_number, read.range,
                    "the points of a curve must be in order of their first numbers",
                    fmt::format("the first number of point {} must be above that of the point before", i + 1));
            return;
        }
    if (!failed_) out_.file.curves.push_back(std::move(read));
}

syntax::Dial Parser::dial() {
    syntax::Dial out;
    const SourceRange begin = peek().range;
    accept("dial");
    out.name = name("the dial's name");
    if (is(".")) {
        accept(".");
        out.of = out.name;
        out.name = name("the dial's name");
    }
    expect("=", "after the dial's name");
    out.value = literal();
    if (accept("in")) out.range = range();
    out.meaning = optional_string();
    out.whole = since(begin);
    return out;
}

syntax::Let Parser::let() {
    accept("let");
    syntax::Let out;
    out.name = name("a name after let");
    expect("=", "after the name");
    out.value = expression();
    return out;
}

syntax::Counter Parser::counter() {
    syntax::Counter out;
    const SourceRange begin = peek().range;
    accept("counter");
    out.name = name("the counter's name");
    expect("in", "after the counter's name");
    out.low = whole_number("the counter's lowest value");
    expect("..", "between the counter's lowest and highest value");
    out.high = whole_number("the counter's highest value");
    out.start = out.low;
    if (accept("from")) out.start = whole_number("the counter's first value");
    if (accept("back")) {
        expect("to", "after back");
        out.back_to = whole_number("the value the counter falls back to");
        if (accept("after")) {
            out.back_after = syntax::Expr{};
            out.back_after.literal = literal();
            out.back_after.range = out.back_after.literal.range;
        }
        accept("when");
        out.back_when = expression();
    }
    out.whole = since(begin);
    if (!failed_ && (out.high < out.low || out.start < out.low || out.start > out.high))
        fail_at(MessageCode::out_of_range, out.whole, "the start value of this counter is outside its range",
                "write in LOW..HIGH from FIRST");
    return out;
}

syntax::Gauge Parser::gauge() {
    syntax::Gauge out;
    accept("watch", "gauge");
    out.name = name("the name of the watched value");
    expect("=", "after the name");
    out.value = expression();
    out.meaning = optional_string();
    return out;
}

ParseOutput parse(std::string_view text, std::uint32_t file) {
    if (text.size() > defaults::max_script_bytes) {
        ParseOutput refused;
        refused.diagnostics.push_back(
            {Severity::error,
             {file, 0, 0},
             fmt::format("this script is larger than {} MiB", defaults::max_script_bytes / (1024 * 1024)),
             "split it into several files, and name them with use",
             MessageCode::too_many});
        return refused;
    }
    LexOutput lexed = lex(text, file);
    return Parser(std::move(lexed.tokens), std::move(lexed.diagnostics)).run();
}

}  // namespace leap
