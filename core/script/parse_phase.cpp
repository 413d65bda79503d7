// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/script/parser.hpp"

namespace leap {
namespace {

constexpr std::array<std::string_view, 34> phase_statements{
    "start", "finish", "at",    "on",     "go",      "end",     "fail",   "cut",  "steer",  "gravity", "drive", "cap",
    "limit", "drain",  "tag",   "rope",   "cling",   "capsule", "boost",  "face", "accent", "solid",   "slide", "swing",
    "seen",  "say",    "loose", "hidden", "carried", "return",  "wheels", "seat", "in",     "glows"};

bool is_act_keyword(std::string_view word) {
    constexpr std::array<std::string_view, 16> acts{"launch",   "keep",    "stop",  "remember", "emit",   "spend",
                                                    "gain",     "tag",     "untag", "strike",   "accent", "tell",
                                                    "teleport", "respawn", "hold",  "throw"};
    return std::find(acts.begin(), acts.end(), word) != acts.end();
}

}  // namespace

syntax::Phase Parser::phase() {
    syntax::Phase out;
    out.range = peek().range;
    accept("phase");
    out.name = name("the phase's name");
    if (accept("for")) {
        if (accept("at")) expect("most", "behind for at");
        out.duration = expression();
    }
    block(phase_statements, [&] { phase_item(out); });
    out.range = since(out.range);
    return out;
}

void Parser::phase_item(syntax::Phase& phase) {
    if (effect(phase.effects)) return;
    if (is("accent")) {
        syntax::Accent read = accent();
        if (!failed_) phase.accents.push_back(std::move(read));
    } else if (is("start") || is("finish") || is("at") || is("on")) {
        syntax::Block read = trigger_block();
        if (!failed_) phase.blocks.push_back(std::move(read));
    } else if (is("cut")) {
        syntax::CutRights read = cut_rights();
        if (!failed_) phase.cut = std::move(read);
    } else if (is("go") || is("end") || is("fail")) {
        syntax::Way read = way();
        if (!failed_) phase.ways.push_back(std::move(read));
    } else {
        const std::string near =
            nearest_name(peek().text, std::vector<std::string>(phase_statements.begin(), phase_statements.end()));
        fail_at(peek().range, fmt::format("a phase has no '{}'", peek().text),
                near.empty() ? fmt::format("it holds {}", fmt::join(phase_statements, ", "))
                             : fmt::format("did you mean {}?", near));
    }
}

syntax::Block Parser::trigger_block() {
    syntax::Block out;
    out.range = peek().range;
    if (accept("start")) {
        out.trigger = syntax::Trigger::start;
    } else if (accept("finish")) {
        out.trigger = syntax::Trigger::finish;
    } else if (accept("at")) {
        out.trigger = syntax::Trigger::at;
        out.when = expression();
    } else {
        accept("on");
        out.trigger = syntax::Trigger::on;
        out.when = expression();
    }
    expect(":", "before what is to happen");
    out.acts = acts();
    out.range = since(out.range);
    return out;
}

syntax::Way Parser::way() {
    syntax::Way out;
    out.range = peek().range;
    if (accept("go")) {
        out.to = name("the phase to go to");
    } else {
        out.fails = accept("fail");
        if (!out.fails) accept("end");
    }
    while (!failed_) {
        if (accept("when")) {
            out.when = expression();
        } else if (accept("after")) {
            out.after = expression();
        } else if (accept("then")) {
            expect(":", "behind then");
            out.acts = acts();
            break;
        } else {
            break;
        }
    }
    out.range = since(out.range);
    return out;
}

std::vector<syntax::Act> Parser::acts() {
    std::vector<syntax::Act> out;
    bool remembering = false;
    do {
        syntax::Act read = act(remembering);
        remembering = read.kind == syntax::ActKind::remember;
        if (!failed_) out.push_back(std::move(read));
    } while (!failed_ && accept(","));
    return out;
}

/// Acts that begin with a word and a name.
bool Parser::named_act(syntax::Act& out) {
    using syntax::ActKind;
    if (accept("emit")) {
        out.kind = ActKind::emit_event;
        out.name = name("the event's name");
    } else if (is("spend") || is("gain")) {
        out.kind = accept("spend") ? ActKind::spend : (accept("gain"), ActKind::gain);
        out.name = name("the meter");
        out.amount = expression();
    } else if (accept("tag")) {
        out.kind = ActKind::tag;
        out.name = name("the tag");
        expect("for", "behind the tag; a tag without a time belongs to the phase, not to an act");
        out.amount = expression();
    } else if (accept("untag")) {
        out.kind = ActKind::untag;
        out.name = name("the tag");
    } else if (is("accent")) {
        const syntax::Accent read = accent();
        out.kind = ActKind::pose;
        out.name = {read.pose, read.range};
        if (!failed_ && (read.kind != syntax::AccentKind::pose || !read.second))
            fail_at(read.range, "only a pose can be an act, and it wants a time", "accent pose \"land\" for 0.2 s");
        if (read.second) out.amount = *read.second;
    } else if (accept("strike")) {
        out.kind = ActKind::strike;
        out.amount = expression();
    } else {
        return fixture_act(out);
    }
    return true;
}

syntax::CutRights Parser::cut_rights() {
    syntax::CutRights out;
    out.range = peek().range;
    accept("cut");
    expect("by", "behind cut");
    if (accept("all")) {
        out.all = true;
    } else if (!accept("none")) {
        do out.moves.push_back(name("a move, all or none"));
        while (accept(",") && !failed_);
    }
    if (accept("after")) out.after = expression();
    out.range = since(out.range);
    return out;
}

syntax::Act Parser::act(bool after_remember) {
    using syntax::ActKind;
    using syntax::MotionPart;
    syntax::Act out;
    out.range = peek().range;
    if (accept("launch")) {
        out.kind = ActKind::launch;
        out.direction = expression();
        expect("at", "behind the direction");
        out.amount = expression();
        out.adding = accept("adding");
    } else if (accept("keep")) {
        out.kind = ActKind::keep;
        out.amount = expression();
        expect("of", "behind the share");
        if (accept("velocity")) {
            out.part = MotionPart::velocity;
        } else if (accept("speed")) {
            out.part = MotionPart::speed;
        } else if (accept("rising")) {
            out.part = MotionPart::rising;
        } else {
            fail("keep wants 'velocity', 'speed' or 'rising' behind of");
        }
    } else if (accept("stop")) {
        out.kind = ActKind::stop;
        if (accept("falling")) {
            out.part = MotionPart::falling;
        } else if (accept("rising")) {
            out.part = MotionPart::rising;
        } else if (accept("moving")) {
            out.part = MotionPart::speed;
        }
    } else if (is("remember") || (after_remember && is_name() && !is_act_keyword(peek().text))) {
        accept("remember");
        out.kind = ActKind::remember;
        out.name = name("the name to remember it by");
        expect("=", "behind the name");
        out.amount = expression();
    } else if (named_act(out)) {
    } else if (is_name() && (peek(1).text == "+" || peek(1).text == "-" || peek(1).text == "=")) {
        out.name = name("the counter");
        out.kind = is("=") ? ActKind::set_counter : ActKind::add_counter;
        const bool negative = accept("-");
        if (!negative) ++at_;
        out.amount = binary(5);
        if (negative) {
            syntax::Expr negated;
            negated.kind = syntax::ExprKind::negate;
            negated.range = out.amount.range;
            negated.parts.push_back(std::move(out.amount));
            out.amount = std::move(negated);
        }
    } else {
        fail(
            "an act is missing here",
            "acts are launch, keep, stop, remember, emit, spend, gain, tag, untag, strike, or a counter like link + 1");
    }
    out.range = since(out.range);
    return out;
}

}  // namespace leap
