// SPDX-License-Identifier: MIT
// Bodies: what a character is made of, and the values that dials have for it alone.
#include <fmt/format.h>

#include <algorithm>

#include "core/defaults.hpp"
#include "core/script/compiler.hpp"
#include "core/script/value_types.hpp"
#include "core/units/color.hpp"

namespace leap {

void Compiler::compile_bodies() {
    if (body_syntax_.empty())
        report(MessageCode::missing_part, {0, 0, 0}, "the project has no body",
               "add: body NAME { capsule radius 0.3 m height 1.7 m ... }");
    program_.bodies.resize(body_syntax_.size());
    for (std::size_t i = 0; i < body_syntax_.size(); ++i) {
        program_.bodies[i].name = body_syntax_[i]->name.text;
        for (const syntax::Owner* level : chain_of(*body_syntax_[i])) {
            const auto at = std::find(body_syntax_.begin(), body_syntax_.end(), level);
            program_.bodies[i].chain.emplace_back(static_cast<std::size_t>(at - body_syntax_.begin()));
        }
    }
    for (std::size_t i = 0; i < body_syntax_.size(); ++i) compile_body(*body_syntax_[i], program_.bodies[i]);
}

/// What a body doesn't say itself it has from the nearest that it is based on. That text speaks of the body's own
/// dials where it has some of the same names.
void Compiler::compile_body(const syntax::Owner& owner, BodyInfo& body) {
    const Scope whole = scope_of(owner);
    const auto said = [&](auto part) -> std::optional<Scope> {
        for (std::size_t level = 0; level < whole.chain.size(); ++level) {
            if (!part(*whole.chain[level])) continue;
            Scope at = whole;
            at.level = level;
            return at;
        }
        return std::nullopt;
    };
    using Part = std::optional<syntax::Expr> syntax::Owner::*;
    const Type length{ValueKind::number, dimensions::length};
    const Type angle{ValueKind::number, dimensions::angle};
    const auto number_of = [&](Part part, Type type, double fallback, const char* who) {
        if (const auto at = said([&](const syntax::Owner& level) { return (level.*part).has_value(); }))
            return value(*(at->chain[at->level]->*part), *at, type, who);
        syntax::Expr literal;
        literal.literal.written = fallback;
        literal.literal.unit.dimension = type.dimension;
        literal.range = owner.name.range;
        return value(literal, whole, type, who);
    };
    if (!said([](const syntax::Owner& level) { return level.radius.has_value(); }))
        report(MessageCode::missing_part, owner.name.range, "this body has no size",
               "add capsule radius 0.32 m height 1.72 m");
    body.radius = number_of(&syntax::Owner::radius, length, 0.3, "radius");
    body.height = number_of(&syntax::Owner::height, length, 1.7, "height");
    body.eyes = number_of(&syntax::Owner::eyes, length, 1.5, "eyes at");
    body.step_up = number_of(&syntax::Owner::step_up, length, 0.3, "step up");
    body.mass = number_of(&syntax::Owner::mass, mass_type, defaults::body_mass_kg, "mass");
    if (const auto at = said([](const syntax::Owner& level) { return level.hands.has_value(); }))
        body.hands = compile_hands(*at->chain[at->level]->hands, *at);
    for (const syntax::Owner* level : whole.chain)
        for (const syntax::Name& tag : level->tags) body.tags.push_back(tag_index(tag.text));
    body.walkable = number_of(&syntax::Owner::walkable, angle, 0.8, "walkable up to");
    body.turn = number_of(&syntax::Owner::turn, {ValueKind::number, dimensions::turn_rate}, 15.0, "turn");
    body.locked_at = number_of(&syntax::Owner::locked_at, length, 0.0, "locked at");
    if (const auto at = said([](const syntax::Owner& level) { return level.locked_axis.has_value(); }))
        body.locked_axis = *at->chain[at->level]->locked_axis == 'x' ? 0 : 1;
    if (const auto at = said([](const syntax::Owner& level) { return !level.wears.empty(); }))
        body.wears = compile_wears(at->chain[at->level]->wears);
    const auto pulls = said([](const syntax::Owner& level) { return !level.effects.empty(); });
    Effects effects;
    if (pulls) add_effects(pulls->chain[pulls->level]->effects, StatementPlace::body, *pulls, effects);
    if (effects.gravity) {
        body.gravity = *effects.gravity;
    } else {
        report(MessageCode::missing_part, owner.name.range, "this body has no gravity", "add gravity 28 m/s^2");
    }
    for (const Expression* fixed : {&body.radius, &body.height, &body.step_up, &body.walkable, &body.eyes})
        if (fixed->folded < 0)
            report(MessageCode::not_constant, fixed->range, "expected a constant for the size of a body",
                   "use dials and numbers only");
}

std::vector<Garment> Compiler::compile_wears(const std::vector<syntax::Worn>& wears) {
    std::vector<Garment> out;
    for (const syntax::Worn& worn : wears) {
        const auto rgb = rgb_of_digits(worn.color);
        if (!rgb && !worn.color.empty())
            report(MessageCode::wrong_text, worn.range, fmt::format("expected a colour, got \"{}\"", worn.color),
                   "write red, green and blue as six hexadecimal digits: \"b4863a\"");
        out.push_back({{worn.what.text, worn.what.range}, rgb});
    }
    return out;
}

/// `dial hop.rise = 2 m` in a body: the dial of that name has another value for its characters. Ranges and meanings
/// are the dial's own where the body says none.
void Compiler::declare_own_dials() {
    for (std::size_t i = 0; i < body_syntax_.size(); ++i)
        for (const syntax::Dial& dial : body_syntax_[i]->dials) {
            if (!dial.of) continue;
            const std::string path = dial.of->text + "." + dial.name.text;
            const auto replaced = program_.find_dial(path);
            if (!replaced) {
                std::vector<std::string> paths;
                for (const DialInfo& known : program_.dials) paths.push_back(known.path());
                const std::string near = near_name(path, paths);
                report(MessageCode::unknown_name, dial.name.range, fmt::format("unknown dial '{}'", path),
                       near.empty() ? "" : fmt::format("did you mean '{}'?", near));
                continue;
            }
            const DialInfo& known = program_.dials[*replaced];
            if (dial.value.unit.dimension != known.unit.dimension) {
                report(MessageCode::wrong_type, dial.value.range,
                       fmt::format("'{}': expected {}, got {}", path, dimension_text(known.unit.dimension),
                                   dimension_text(dial.value.unit.dimension)),
                       "use the unit of the dial");
                continue;
            }
            syntax::Dial own = dial;
            own.of.reset();
            if (own.meaning.empty()) own.meaning = known.meaning;
            const std::optional<double> low = known.low;
            const std::optional<double> high = known.high;
            const bool boosted = known.boosted;
            const std::size_t before = program_.dials.size();
            note_file_name(dial.of->range, dial.of->text);
            note_name(dial.name.range, known.name_range);
            declare_dials(body_syntax_[i]->name.text + "." + dial.of->text, {own}, false);
            if (program_.dials.size() == before) continue;
            DialInfo& made = program_.dials.back();
            made.body = BodyId(i);
            made.replaces = *replaced;
            made.boosted = boosted;
            if (!dial.range) {
                made.low = low;
                made.high = high;
            }
        }
}

/// Bodies that a move or stance is for.
std::vector<BodyId> Compiler::bodies_named(const std::vector<syntax::Name>& names) {
    std::vector<BodyId> out;
    for (const syntax::Name& name : names) {
        const auto found = std::find_if(body_syntax_.begin(), body_syntax_.end(),
                                        [&](const syntax::Owner* body) { return body->name.text == name.text; });
        if (found == body_syntax_.end()) {
            std::vector<std::string> known;
            for (const syntax::Owner* body : body_syntax_) known.push_back(body->name.text);
            const std::string near = near_name(name.text, known);
            report(MessageCode::unknown_name, name.range, fmt::format("unknown body '{}'", name.text),
                   near.empty() ? "" : fmt::format("did you mean '{}'?", near));
            continue;
        }
        note_name(name.range, (*found)->name.range);
        out.emplace_back(static_cast<std::size_t>(found - body_syntax_.begin()));
    }
    return out;
}

}  // namespace leap
