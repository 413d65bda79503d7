// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <array>

#include "core/script/parser.hpp"

namespace leap {
namespace {

constexpr std::array<std::string_view, 18> fixture_statements{
    "drawn", "box",   "sphere", "capsule", "mass",  "friction", "bounce", "wheels",  "dial",
    "let",   "gauge", "focus",  "prompt",  "phase", "probe",    "on",     "counter", "wears"};

}  // namespace

/// fixture NAME [is BASE] { box ... focus ... phase ... }
void Parser::fixture() {
    syntax::Owner owner;
    owner.kind = syntax::OwnerKind::fixture;
    owner.range = peek().range;
    accept("fixture");
    owner.name = name("the fixture's name");
    if (accept("is")) owner.base = name("the fixture it is based on");
    block(fixture_statements, [&] { fixture_item(owner); });
    owner.range = since(owner.range);
    if (!failed_) out_.file.owners.push_back(std::move(owner));
}

void Parser::fixture_item(syntax::Owner& owner) {
    if (shared_item(owner)) return;
    if (accept("box")) {
        for (std::size_t i = 0; i < 3; ++i) {
            if (i > 0) expect(",", "between length, width and height");
            owner.box.push_back(expression());
        }
    } else if (is("sphere") || is("capsule")) {
        const bool long_one = is("capsule");
        accept(peek().text);
        expect("radius", long_one ? "behind capsule" : "behind sphere");
        owner.radius = expression();
        if (long_one) {
            expect("height", "behind the radius");
            owner.height = expression();
        }
    } else if (accept("mass")) {
        owner.mass = expression();
    } else if (accept("friction")) {
        owner.friction = expression();
    } else if (accept("bounce")) {
        owner.bounce = expression();
    } else if (is("wheels")) {
        syntax::Wheels read = wheels();
        if (!failed_) owner.wheels = std::move(read);
    } else if (accept("focus")) {
        expect("within", "behind focus");
        syntax::Focus read;
        read.reach = expression();
        while (!failed_) {
            if (accept("on")) {
                read.button = name("the button that uses it");
            } else if (accept("in")) {
                expect("front", "behind in");
                read.front = expression();
            } else {
                break;
            }
        }
        if (!failed_) owner.focus = std::move(read);
        if (accept("prompt")) owner.prompt = string("the prompt's words");
    } else if (is("wears")) {
        wears(owner);
    } else if (accept("drawn")) {
        expect("as", "behind drawn");
        owner.drawn = name("what it is drawn as");
    } else if (accept("prompt")) {
        owner.prompt = string("the prompt's words");
    } else if (is("phase")) {
        syntax::Phase read = phase();
        if (!failed_) owner.phases.push_back(std::move(read));
    } else if (is("on")) {
        syntax::Block read = trigger_block();
        if (!failed_) owner.blocks.push_back(std::move(read));
    } else {
        const std::string near =
            nearest_name(peek().text, std::vector<std::string>(fixture_statements.begin(), fixture_statements.end()));
        fail_at(
            peek().range, fmt::format("a fixture has no '{}'", peek().text),
            near.empty()
                ? "it holds box, sphere, capsule, mass, friction, bounce, wheels, dial, let, counter, probe, gauge, "
                  "focus, prompt, drawn, phase and on"
                : fmt::format("did you mean {}?", near));
    }
}

/// wheels at X, Y, Z radius R travel T stiffness K damping D grip G
syntax::Wheels Parser::wheels() {
    syntax::Wheels out;
    out.range = peek().range;
    accept("wheels");
    expect("at", "behind wheels");
    for (std::size_t i = 0; i < 3; ++i) {
        if (i > 0) expect(",", "between ahead, to the side and up");
        out.at.push_back(expression());
    }
    while (!failed_) {
        if (accept("radius")) {
            out.radius = expression();
        } else if (accept("travel")) {
            out.travel = expression();
        } else if (accept("stiffness")) {
            out.stiffness = expression();
        } else if (accept("damping")) {
            out.damping = expression();
        } else if (accept("grip")) {
            out.grip = expression();
        } else {
            break;
        }
    }
    out.range = since(out.range);
    return out;
}

/// What only a fixture's phases hold: solid, slide, swing, seen through, say, loose, hidden, carried, in hand, seat,
/// return home, glows, wheels.
bool Parser::fixture_effect(syntax::Effect& out) {
    if (accept("solid")) {
        out.kind = syntax::EffectKind::solid;
    } else if (accept("wheels")) {
        if (accept("push")) {
            out.kind = syntax::EffectKind::wheels_push;
        } else if (accept("brake")) {
            out.kind = syntax::EffectKind::wheels_brake;
        } else {
            expect("turn", "behind wheels; they push, brake and turn");
            out.kind = syntax::EffectKind::wheels_turn;
        }
        out.main = expression();
    } else if (is("slide") || is("carried") || is("seat")) {
        out.kind = is("slide")     ? syntax::EffectKind::slide
                   : is("carried") ? syntax::EffectKind::carried
                                   : syntax::EffectKind::seat;
        accept(peek().text);
        out.main = expression();
        expect(",", "between the ways ahead, to the left and up");
        out.second = expression();
        expect(",", "between the ways to the left and up");
        out.third = expression();
    } else if (is("in") && peek(1).text == "hand") {
        accept("in");
        accept("hand");
        out.kind = syntax::EffectKind::in_hand;
        out.main = expression();
        expect(",", "between the ways ahead, to the left and up");
        out.second = expression();
        expect(",", "between the ways to the left and up");
        out.third = expression();
        if (accept("turned"))
            for (int i = 0; i < 3; ++i) {
                if (i > 0) expect(",", "between the turns about ahead, left and up");
                out.turned.push_back(expression());
            }
    } else if (accept("glows")) {
        out.kind = syntax::EffectKind::glows;
    } else if (accept("loose")) {
        out.kind = syntax::EffectKind::loose;
    } else if (accept("hidden")) {
        out.kind = syntax::EffectKind::hidden;
    } else if (accept("return")) {
        expect("home", "behind return");
        out.kind = syntax::EffectKind::return_home;
    } else if (accept("swing")) {
        out.kind = syntax::EffectKind::swing;
        out.main = expression();
    } else if (accept("seen")) {
        out.kind = syntax::EffectKind::seen_through;
        expect("through", "behind seen");
        out.main = expression();
    } else if (accept("say")) {
        out.kind = syntax::EffectKind::say;
        out.name.text = string("the words");
    } else {
        return false;
    }
    return true;
}

/// tell link, teleport to link, respawn here, respawn, hold, throw D at V, throw to P in T.
bool Parser::fixture_act(syntax::Act& out) {
    if (accept("tell")) {
        out.kind = syntax::ActKind::tell_link;
        expect("link", "behind tell");
    } else if (accept("teleport")) {
        out.kind = syntax::ActKind::teleport;
        expect("to", "behind teleport");
        expect("link", "behind teleport to");
        out.adding = !accept("stopping");  // without the word the velocity goes on, turned with the exit
    } else if (accept("respawn")) {
        out.kind = accept("here") ? syntax::ActKind::respawn_here : syntax::ActKind::respawn;
    } else if (accept("hold")) {
        out.kind = syntax::ActKind::hold;
    } else if (accept("throw")) {
        out.kind = syntax::ActKind::throw_it;
        out.to_point = accept("to");
        out.direction = expression();
        expect(out.to_point ? "in" : "at", out.to_point ? "behind the point" : "behind the direction");
        out.amount = expression();
        out.adding = !out.to_point && accept("adding");
    } else {
        return false;
    }
    return true;
}

}  // namespace leap
