// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/script/action_words.hpp"
#include "core/script/parser.hpp"
#include "core/script/words.hpp"

namespace leap {
namespace {

bool is_action_word(std::string_view word) {
    return std::any_of(action_words().begin(), action_words().end(), [&](const ActionInfo& row) {
        return row.first_word() == word || (!row.was.empty() && row.was == word);
    });
}

}  // namespace

syntax::Phase Parser::phase() {
    syntax::Phase out;
    out.range = peek().range;
    accept("phase");
    out.name = name("the phase's name");
    if (accept("for")) {
        if (accept("at")) expect("most", "after for at");
        out.duration = expression();
    }
    block(words_at(any_phase), [&] { phase_item(out); });
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
        syntax::Transition read = transition();
        if (!failed_) phase.transitions.push_back(std::move(read));
    } else {
        unknown_statement("a phase", words_at(any_phase));
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
    expect(":", "before the acts");
    out.actions = actions();
    out.range = since(out.range);
    return out;
}

syntax::Transition Parser::transition() {
    syntax::Transition out;
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
            expect(":", "after then");
            out.actions = actions();
            break;
        } else {
            break;
        }
    }
    out.range = since(out.range);
    return out;
}

std::vector<syntax::Action> Parser::actions() {
    std::vector<syntax::Action> out;
    bool remembering = false;
    do {
        if (accept("(")) {
            action_group(out);
            remembering = false;
        } else {
            one_action(out, remembering);
        }
    } while (!failed_ && accept(","));
    return out;
}

void Parser::one_action(std::vector<syntax::Action>& out, bool& remembering) {
    syntax::Action read = action(remembering);
    remembering = read.row == action_row(ActionKind::remember);
    if (!failed_ && accept("when")) read.when = expression();
    if (!failed_) out.push_back(std::move(read));
}

/// Behind the opening bracket: several acts with one condition.
void Parser::action_group(std::vector<syntax::Action>& out) {
    const std::size_t first = out.size();
    bool remembering = false;
    do one_action(out, remembering);
    while (!failed_ && accept(","));
    expect(")", "after the acts in brackets");
    expect("when", "and a condition after the brackets");
    syntax::Expr when = expression();
    if (failed_) return;
    out[first].group_when = std::move(when);
    out[first].group = out.size() - first;
}

syntax::CutRights Parser::cut_rights() {
    syntax::CutRights out;
    out.range = peek().range;
    accept("cut");
    expect("by", "after cut");
    if (accept("any", "all")) {
        out.all = true;
    } else if (!accept("none")) {
        do out.moves.push_back(name("a move, any or none"));
        while (accept(",") && !failed_);
    }
    if (accept("after")) out.after = expression();
    out.range = since(out.range);
    return out;
}

/// COUNTER += N, COUNTER -= N, COUNTER = N, and + and - as they used to be written; the counter of another move or of a
/// fixture's kind is said as MOVE.COUNTER
bool Parser::counter_action(syntax::Action& out) {
    const std::string_view behind = peek(peek(1).text == "." ? 3 : 1).text;
    if (!is_name() || (behind != "+=" && behind != "-=" && behind != "=" && behind != "+" && behind != "-"))
        return false;
    out.clauses.resize(2);
    out.clauses[0].said = out.clauses[1].said = true;
    syntax::Name& counter = out.clauses[0].name;
    counter = name("the counter");
    if (accept(".")) {
        counter.text = fmt::format("{}.{}", counter.text, name("the counter").text);
        counter.range = since(counter.range);
    }
    out.row = action_row(is("=") ? ActionKind::set_counter : ActionKind::add_counter);
    const bool old = is("+") || is("-");
    const bool negative = accept("-=", "-");
    if (!negative && !accept("+=", "+")) accept("=");
    syntax::Expr amount = old ? binary(5) : binary(4);
    if (negative) {
        syntax::Expr negated;
        negated.kind = syntax::ExprKind::negate;
        negated.range = amount.range;
        negated.parts.push_back(std::move(amount));
        amount = std::move(negated);
    }
    out.clauses[1].values.push_back(std::move(amount));
    return true;
}

syntax::Action Parser::action(bool after_remember) {
    syntax::Action out;
    const SourceRange begin = peek().range;
    if (after_remember && is_name() && !is_action_word(peek().text)) {
        // remember A = X, B = Y
        out.row = action_row(ActionKind::remember);
        clauses(action_words()[out.row], out);
    } else if (is("collect") && counter_action(out)) {
        // A counter may be called like an act that came later.
    } else if (!statement(action_words(), out) && !counter_action(out)) {
        std::vector<std::string_view> words;
        for (const ActionInfo& row : action_words())
            if (!row.word.empty() && std::find(words.begin(), words.end(), row.first_word()) == words.end())
                words.push_back(row.first_word());
        fail(MessageCode::missing_token, "expected an act",
             fmt::format("acts are {}, or a counter like link += 1", fmt::join(words, ", ")));
    }
    out.range = since(begin);
    return out;
}

}  // namespace leap
