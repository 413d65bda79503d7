// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "core/script/parser.hpp"
#include "core/script/senses.hpp"
#include "core/script/words.hpp"

namespace leap {
/// What isn't known here, with what may be meant.
void Parser::unknown_statement(std::string_view owner, const std::vector<std::string_view>& known) {
    const std::string near = nearest_name(peek().text, std::vector<std::string>(known.begin(), known.end()));
    fail_at(
        MessageCode::unknown_statement, peek().range, fmt::format("{} has no statement '{}'", owner, peek().text),
        near.empty() ? fmt::format("it may have {}", fmt::join(known, ", ")) : fmt::format("did you mean '{}'?", near));
}

void Parser::body() {
    syntax::Owner owner;
    owner.kind = syntax::OwnerKind::body;
    owner.range = peek().range;
    accept("body");
    owner.name = name("the body's name");
    if (accept("is")) owner.base = name("the body it is based on");
    block(words_at(StatementPlace::body), [&] { body_item(owner); });
    owner.range = since(owner.range);
    if (!failed_) out_.file.owners.push_back(std::move(owner));
}

bool Parser::shared_item(syntax::Owner& owner) {
    if (is("dial")) {
        syntax::Dial read = dial();
        if (!failed_) owner.dials.push_back(std::move(read));
    } else if (is("let")) {
        syntax::Let read = let();
        if (!failed_) owner.lets.push_back(std::move(read));
    } else if (is("counter")) {
        syntax::Counter read = counter();
        if (!failed_) owner.counters.push_back(std::move(read));
    } else if (is("watch") || is("gauge")) {
        syntax::Gauge read = gauge();
        if (!failed_) owner.gauges.push_back(std::move(read));
    } else if (is("probe")) {
        syntax::Probe read = probe();
        if (!failed_) owner.probes.push_back(std::move(read));
    } else {
        return false;
    }
    return true;
}

void Parser::meter() {
    syntax::Owner owner;
    owner.kind = syntax::OwnerKind::meter;
    owner.range = peek().range;
    accept("meter");
    owner.name = name("the meter's name");
    block(words_at(StatementPlace::meter), [&] { meter_item(owner); });
    owner.range = since(owner.range);
    if (!failed_) out_.file.owners.push_back(std::move(owner));
}

void Parser::meter_item(syntax::Owner& owner) {
    if (!is("watch") && !is("gauge") && !is("probe") && shared_item(owner)) return;
    if (property(meter_properties(), owner)) return;
    const SourceRange begin = peek().range;
    if (accept("from")) {
        syntax::Range bounds;
        bounds.low = literal();
        expect("to", "between the meter's lowest and highest value");
        bounds.high = literal();
        bounds.range = since(begin);
        owner.bounds = bounds;
    } else if (accept("refill")) {
        owner.refill = expression();
        if (accept("after")) owner.refill_after = expression();
        if (accept("when")) owner.refill_when = expression();
    } else {
        unknown_statement("a meter", words_at(StatementPlace::meter));
    }
}

void Parser::body_item(syntax::Owner& owner) {
    if (!is("probe") && shared_item(owner)) return;
    if (property(body_properties(), owner)) return;
    if (owner.radius && is("capsule")) told_twice("capsule");
    if (owner.hands && is("hands")) told_twice("hands");
    if (accept("capsule")) {
        expect("radius", "after capsule");
        owner.radius = expression();
        expect("height", "after the radius");
        owner.height = expression();
    } else if (accept("tag")) {
        owner.tags.push_back(name("the tag"));
    } else if (is("wears")) {
        wears(owner);
    } else if (is("hands")) {
        syntax::Hands read = hands();
        if (!failed_) owner.hands = std::move(read);
    } else if (is("gravity")) {
        effect(owner.effects);
    } else if (accept("locked")) {
        const syntax::Name axis = name("x or y");
        if (!failed_ && axis.text != "x" && axis.text != "y")
            fail_at(MessageCode::missing_token, axis.range, "expected x or y");
        if (!failed_) owner.locked_axis = axis.text[0];
        expect("at", "after the axis");
        owner.locked_at = expression();
    } else {
        unknown_statement("a body", words_at(StatementPlace::body));
    }
}

/// hands at X, Y, Z reach R near N far F left BUTTON use BUTTON right BUTTON use BUTTON
syntax::Hands Parser::hands() {
    syntax::Hands out;
    out.range = peek().range;
    accept("hands");
    expect("at", "after hands");
    for (std::size_t i = 0; i < 3; ++i) {
        if (i > 0) expect(",", "between ahead, to the side and up");
        out.at.push_back(expression());
    }
    const auto side = [&](std::optional<syntax::Name>& button, std::optional<syntax::Name>& use) {
        button = name("the button that raises the hand");
        if (accept("use")) use = name("the button that uses what it holds");
    };
    while (!failed_) {
        if (property(hand_properties(), out)) continue;
        if (accept("left")) {
            side(out.left, out.left_use);
        } else if (accept("right")) {
            side(out.right, out.right_use);
        } else {
            break;
        }
    }
    out.range = since(out.range);
    return out;
}

/// wears GARMENT "colour", GARMENT ...
void Parser::wears(syntax::Owner& owner) {
    accept("wears");
    do {
        syntax::Worn worn;
        worn.range = peek().range;
        worn.what = name("the name of a garment");
        worn.color = optional_string();
        worn.range = since(worn.range);
        if (!failed_) owner.wears.push_back(std::move(worn));
    } while (!failed_ && accept(","));
}

/// for BODY, BODY
void Parser::for_bodies(syntax::Owner& owner) {
    do owner.bodies.push_back(name("a body"));
    while (accept(","));
}

void Parser::stance() {
    syntax::Owner owner;
    owner.kind = syntax::OwnerKind::stance;
    owner.range = peek().range;
    accept("stance");
    owner.name = name("the stance's name");
    while (!failed_ && !is("{")) {
        if (accept("is")) {
            owner.base = name("the stance it is based on");
        } else if (accept("when")) {
            owner.when = expression();
        } else if (accept("until")) {
            owner.until = expression();
        } else if (accept("from")) {
            do owner.from.push_back(name("a stance"));
            while (accept(","));
        } else if (accept("for")) {
            for_bodies(owner);
        } else {
            fail(MessageCode::missing_token, "expected '{'",
                 "before it a stance may have is, for, when, until and from");
        }
    }
    block(words_at(StatementPlace::stance), [&] { stance_item(owner); });
    owner.range = since(owner.range);
    if (!failed_) out_.file.owners.push_back(std::move(owner));
}

void Parser::stance_item(syntax::Owner& owner) {
    if (shared_item(owner) || effect(owner.effects)) return;
    if (is("accent")) {
        syntax::Accent read = accent();
        if (!failed_) owner.accents.push_back(std::move(read));
    } else if (is("on") || is("start") || is("finish")) {
        syntax::Block read = trigger_block();
        if (!failed_) owner.blocks.push_back(std::move(read));
    } else {
        unknown_statement("a stance", words_at(StatementPlace::stance));
    }
}

void Parser::move() {
    syntax::Owner owner;
    owner.kind = syntax::OwnerKind::move;
    owner.range = peek().range;
    accept("move");
    owner.name = name("the move's name");
    while (!failed_ && !is("{")) {
        if (accept("is")) {
            owner.base = name("the move it is based on");
        } else if (accept("on")) {
            // A name alone is a button; anything else is an event.
            if (is_name() && peek(1).text != "(" && peek(1).text != "or" && peek(1).text != "and" &&
                !find_sense(plain_senses(), peek().text)) {
                owner.button = name("the button that starts it");
            } else {
                owner.start_on = expression();
            }
        } else if (accept("when")) {
            owner.when = expression();
        } else if (accept("layer", "in")) {
            owner.layer = name("the layer it belongs to");
        } else if (accept("for")) {
            for_bodies(owner);
        } else {
            fail(MessageCode::missing_token, "expected '{'", "before it a move may have is, for, on, when and layer");
        }
    }
    block(words_at(StatementPlace::move), [&] { move_item(owner); });
    owner.range = since(owner.range);
    if (!failed_) out_.file.owners.push_back(std::move(owner));
}

void Parser::move_item(syntax::Owner& owner) {
    if (shared_item(owner)) return;
    const SourceRange begin = peek().range;
    if (is("gate")) {
        syntax::Gate read = gate();
        if (!failed_) owner.gates.push_back(std::move(read));
    } else if (accept("buffer")) {
        owner.buffer = expression();
    } else if (accept("cuts")) {
        if (!accept("any", "anything")) expect("any", "after cuts");
        owner.cuts_anything = true;
    } else if (accept("without")) {
        expect("gates", "after without");
        owner.without_gates = true;
    } else if (is("charges")) {
        syntax::Charges read = charges();
        if (failed_) return;
        if (owner.charges) warn(MessageCode::given_twice, begin, "charges are given twice; the second is used");
        owner.charges = std::move(read);
    } else if (is("phase")) {
        syntax::Phase read = phase();
        if (!failed_) owner.phases.push_back(std::move(read));
    } else if (is("on")) {
        syntax::Block read = trigger_block();
        if (!failed_) owner.blocks.push_back(std::move(read));
    } else {
        unknown_statement("a move", words_at(StatementPlace::move));
    }
}

syntax::Gate Parser::gate() {
    syntax::Gate out;
    out.range = peek().range;
    accept("gate");
    out.cooldown = accept("cooldown");
    out.condition = expression();
    out.reason = optional_string();
    out.range = since(out.range);
    return out;
}

syntax::Charges Parser::charges() {
    syntax::Charges out;
    out.range = peek().range;
    accept("charges");
    out.count = expression();
    if (accept("refill")) {
        if (accept("when")) {
            out.refill_when = expression();
        } else if (accept("after")) {
            out.refill_after = expression();
        } else {
            fail(MessageCode::missing_token, "expected 'when' or 'after' after refill");
        }
    }
    out.range = since(out.range);
    return out;
}

}  // namespace leap
