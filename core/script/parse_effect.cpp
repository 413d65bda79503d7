// SPDX-License-Identifier: MIT
#include "core/script/parser.hpp"

namespace leap {

using syntax::EffectKind;

void Parser::steer_clauses(syntax::Effect& out) {
    expect("to", "behind steer");
    out.main = expression();
    while (!failed_) {
        if (accept("gain")) {
            out.second = expression();
        } else if (accept("brake")) {
            out.third = expression();
        } else if (accept("along")) {
            out.along = expression();
        } else {
            break;
        }
    }
}

/// One effect, when one stands here; they hold as long as the phase or stance does.
bool Parser::effect(std::vector<syntax::Effect>& effects) {
    syntax::Effect out;
    out.range = peek().range;
    if (accept("steer")) {
        out.kind = EffectKind::steer;
        steer_clauses(out);
    } else if (accept("gravity")) {
        out.kind = EffectKind::gravity;
        out.main = expression();
    } else if (accept("drive")) {
        out.kind = EffectKind::drive;
        out.main = expression();
        expect("at", "behind the direction");
        out.second = expression();
        if (accept("shaped")) out.curve = name("the curve's name");
        out.adding = accept("adding");
    } else if (accept("cap")) {
        out.kind = EffectKind::cap;
        expect("speed", "behind cap");
        out.main = expression();
        if (accept("fading")) out.second = expression();
    } else if (accept("limit")) {
        out.kind = EffectKind::limit;
        expect("rising", "behind limit");
        out.main = expression();
        expect("..", "between the two ends of the limit");
        out.second = expression();
    } else if (!rare_effect(out) && !fixture_effect(out)) {
        return false;
    }
    out.range = since(out.range);
    if (!failed_) effects.push_back(std::move(out));
    return true;
}

bool Parser::rare_effect(syntax::Effect& out) {
    if (accept("drain")) {
        out.kind = EffectKind::drain;
        out.name = name("the meter");
        out.main = expression();
    } else if (accept("tag")) {
        out.kind = EffectKind::tag;
        out.name = name("the tag");
    } else if (accept("rope")) {
        out.kind = EffectKind::rope;
        expect("to", "behind rope");
        out.main = expression();
        expect("length", "behind the rope's point");
        out.second = expression();
        if (accept("reel")) out.third = expression();
    } else if (accept("fly")) {
        out.kind = EffectKind::fly;
        expect("to", "behind fly");
        out.main = expression();
        expect("at", "behind the point");
        out.second = expression();
        if (accept("stopping")) {
            out.third = expression();
            expect("short", "behind the distance");
        }
    } else if (accept("cling")) {
        out.kind = EffectKind::cling;
        expect("to", "behind cling");
        out.name = name("a wall probe");
    } else if (accept("capsule")) {
        out.kind = EffectKind::capsule;
        if (accept("radius")) out.second = expression();
        expect("height", "behind capsule");
        out.main = expression();
    } else if (accept("boost")) {
        out.kind = EffectKind::boost;
        if (!accept("speed")) {
            out.kind = EffectKind::boost_dial;
            out.second = expression();
            if (!failed_ && out.second->kind != syntax::ExprKind::name)
                fail_at(out.second->range, "boost wants speed or a dial",
                        "for example boost speed 140 % or boost hop.rise 120 %");
        }
        out.main = expression();
    } else if (accept("face")) {
        out.kind = EffectKind::face;
        out.main = expression();
    } else {
        return false;
    }
    return true;
}

}  // namespace leap
