// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/script/compiler.hpp"

namespace leap {
std::int32_t Compiler::tag_index(const std::string& name) {
    return number_of(program_.tags, tag_names_, name);
}

std::int32_t Compiler::kind_index(const std::string& name) {
    return number_of(program_.kinds, kind_names_, name);
}

std::int32_t Compiler::meter_index(const syntax::Name& name) {
    note_file_name(name.range, name.text);
    if (const auto found = program_.find_meter(name.text)) return *found;
    std::vector<std::string> names;
    for (const MeterInfo& meter : program_.meters) names.push_back(meter.name);
    const std::string near = near_name(name.text, names);
    report(name.range, fmt::format("there is no meter called {}", name.text),
           near.empty() ? fmt::format("declare it: meter {} {{ from 0 to 100 refill 20 /s }}", name.text)
                        : fmt::format("did you mean {}?", near));
    return 0;
}

Effects Compiler::compile_effects(const std::vector<syntax::Effect>& effects, const Scope& scope) {
    Effects out;
    for (const syntax::Effect& effect : effects) compile_effect(effect, scope, out);
    return out;
}

void Compiler::compile_effect(const syntax::Effect& effect, const Scope& scope, Effects& out) {
    bool twice = false;
    const auto once = [&](auto& slot, auto made) {
        twice = slot.has_value();
        slot = std::move(made);
    };
    switch (effect.kind) {
        case syntax::EffectKind::steer:
            once(out.steer, Steer{value(effect.main, scope, speed_type, "steer to"),
                                  value(effect.second, scope, acceleration_type, "gain"),
                                  value(effect.third, scope, acceleration_type, "brake"),
                                  value(effect.along, scope, direction_type, "along")});
            break;
        case syntax::EffectKind::gravity:
            once(out.gravity, value(effect.main, scope, acceleration_type, "gravity"));
            break;
        case syntax::EffectKind::drive: once(out.drive, compile_drive(effect, scope)); break;
        case syntax::EffectKind::cap:
            once(out.cap, Cap{value(effect.main, scope, speed_type, "cap speed"),
                              value(effect.second, scope, acceleration_type, "fading")});
            break;
        case syntax::EffectKind::limit:
            once(out.limit, Limit{value(effect.main, scope, speed_type, "limit rising"),
                                  value(*effect.second, scope, speed_type, "limit rising")});
            break;
        case syntax::EffectKind::rope:
            once(out.rope, Rope{value(effect.main, scope, point_type, "rope to"),
                                value(*effect.second, scope, length_type, "length"),
                                value(effect.third, scope, speed_type, "reel")});
            break;
        case syntax::EffectKind::fly:
            once(out.fly, Fly{value(effect.main, scope, point_type, "fly to"),
                              value(*effect.second, scope, speed_type, "fly at"),
                              value(effect.third, scope, length_type, "stopping")});
            break;
        case syntax::EffectKind::capsule:
            once(out.capsule, CapsuleSize{value(effect.main, scope, length_type, "height"),
                                          value(effect.second, scope, length_type, "radius")});
            break;
        case syntax::EffectKind::boost: once(out.boost, value(effect.main, scope, plain_number, "boost speed")); break;
        case syntax::EffectKind::solid: out.solid = true; break;
        case syntax::EffectKind::slide:
            once(out.slide, std::array{value(effect.main, scope, length_type, "slide"),
                                       value(*effect.second, scope, length_type, "slide"),
                                       value(*effect.third, scope, length_type, "slide")});
            break;
        case syntax::EffectKind::carried:
            once(out.carried, std::array{value(effect.main, scope, length_type, "carried"),
                                         value(*effect.second, scope, length_type, "carried"),
                                         value(*effect.third, scope, length_type, "carried")});
            break;
        case syntax::EffectKind::seat:
            once(out.seat, std::array{value(effect.main, scope, length_type, "seat"),
                                      value(*effect.second, scope, length_type, "seat"),
                                      value(*effect.third, scope, length_type, "seat")});
            break;
        case syntax::EffectKind::in_hand: {
            Grip grip{{value(effect.main, scope, length_type, "in hand"),
                       value(*effect.second, scope, length_type, "in hand"),
                       value(*effect.third, scope, length_type, "in hand")},
                      {}};
            if (effect.turned.size() == 3)
                grip.turned = {value(effect.turned[0], scope, angle_type, "turned"),
                               value(effect.turned[1], scope, angle_type, "turned"),
                               value(effect.turned[2], scope, angle_type, "turned")};
            once(out.in_hand, std::move(grip));
            break;
        }
        case syntax::EffectKind::glows: out.glows = true; break;
        case syntax::EffectKind::wheels_push:
            once(out.wheels_push, value(effect.main, scope, force_type, "wheels push"));
            break;
        case syntax::EffectKind::wheels_brake:
            once(out.wheels_brake, value(effect.main, scope, force_type, "wheels brake"));
            break;
        case syntax::EffectKind::wheels_turn:
            once(out.wheels_turn, value(effect.main, scope, angle_type, "wheels turn"));
            break;
        case syntax::EffectKind::loose: out.loose = true; break;
        case syntax::EffectKind::hidden: out.hidden = true; break;
        case syntax::EffectKind::return_home: out.returns_home = true; break;
        case syntax::EffectKind::swing: once(out.swing, value(effect.main, scope, angle_type, "swing")); break;
        case syntax::EffectKind::say:
            twice = !out.say.empty();
            out.say = effect.name.text;
            break;
        case syntax::EffectKind::seen_through:
            once(out.seen_through, value(effect.main, scope, plain_number, "seen through"));
            break;
        case syntax::EffectKind::boost_dial: compile_boost(effect, scope, out); break;
        case syntax::EffectKind::face: once(out.face, value(effect.main, scope, direction_type, "face")); break;
        case syntax::EffectKind::drain:
            out.drains.push_back({meter_index(effect.name), value(effect.main, scope, rate_type, "drain")});
            break;
        case syntax::EffectKind::tag: out.tags.push_back(tag_index(effect.name.text)); break;
        case syntax::EffectKind::cling: {
            twice = out.cling >= 0;
            const auto probe = find_probe(effect.name.text, scope);
            const bool wall =
                probe && program_.probes[static_cast<std::size_t>(*probe)].kind == syntax::ProbeKind::wall;
            if (!wall)
                report(effect.name.range, fmt::format("{} is no wall probe", effect.name.text),
                       "declare it: probe NAME = wall within 0.6 m");
            out.cling = probe.value_or(0);
            if (!note_member(effect.name.range, effect.name.text, scope))
                note_file_name(effect.name.range, effect.name.text);
            break;
        }
    }
    if (twice) report(effect.range, "this is said twice here", "one of each kind holds at a time");
}

std::optional<std::int32_t> Compiler::find_boosted(const syntax::Effect& effect, const Scope& scope) const {
    const syntax::Expr& path = *effect.second;
    if (!path.member.empty()) return program_.find_dial(path.name + "." + path.member);
    for (const syntax::Owner* level : scope.chain)
        if (const auto own = program_.find_dial(level->name.text + "." + path.name)) return own;
    return program_.find_dial(path.name);
}

/// Dials that some text boosts are marked before anything is compiled, because what reads them then depends on what is
/// in force and can't be worked out once per tuning.
void Compiler::declare_boosts() {
    for (const syntax::Owner* owner : machine_syntax_) {
        const Scope scope = scope_of(*owner);
        const auto mark = [&](const std::vector<syntax::Effect>& effects) {
            for (const syntax::Effect& effect : effects)
                if (effect.kind == syntax::EffectKind::boost_dial)
                    if (const auto dial = find_boosted(effect, scope))
                        program_.dials[static_cast<std::size_t>(*dial)].boosted = true;
        };
        for (const syntax::Owner* level : scope.chain) {
            mark(level->effects);
            for (const syntax::Phase& phase : level->phases) mark(phase.effects);
        }
    }
}

void Compiler::compile_boost(const syntax::Effect& effect, const Scope& scope, Effects& out) {
    const auto dial = find_boosted(effect, scope);
    if (!dial) {
        std::vector<std::string> paths;
        for (const DialInfo& known : program_.dials) paths.push_back(known.path());
        const std::string near = near_name(text_of(effect.second->range), paths);
        report(effect.second->range, fmt::format("there is no dial called {}", text_of(effect.second->range)),
               near.empty() ? "boost takes speed or a dial" : fmt::format("did you mean {}?", near));
        return;
    }
    note_dial(*effect.second, scope);
    DialBoost boost{*dial, value(effect.main, scope, plain_number, "boost")};
    for (std::uint32_t i = 0; i < boost.share.count; ++i)
        if (program_.code[boost.share.first + i].op == Op::boosted_dial)
            report(effect.main.range, "how much a boost gives can't depend on a boosted dial", "use another dial");
    out.dial_boosts.push_back(std::move(boost));
}

Drive Compiler::compile_drive(const syntax::Effect& effect, const Scope& scope) {
    Drive drive{value(effect.main, scope, direction_type, "drive"),
                value(*effect.second, scope, speed_type, "drive at"), -1, effect.adding};
    if (!effect.curve) return drive;
    const auto& curves = program_.curves;
    const auto found =
        std::find_if(curves.begin(), curves.end(), [&](const CurveInfo& c) { return c.name == effect.curve->text; });
    used_curves_.insert(effect.curve->text);
    note_file_name(effect.curve->range, effect.curve->text);
    drive.curve = static_cast<std::int32_t>(found - curves.begin());
    if (found != curves.end()) return drive;
    std::vector<std::string> names;
    for (const CurveInfo& curve : curves) names.push_back(curve.name);
    const std::string near = near_name(effect.curve->text, names);
    report(effect.curve->range, fmt::format("there is no curve called {}", effect.curve->text),
           near.empty() ? "declare it: curve NAME = points (0, 1) (1, 0.5)" : fmt::format("did you mean {}?", near));
    return drive;
}

}  // namespace leap
