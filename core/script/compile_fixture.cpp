// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/script/compiler.hpp"

namespace leap {

void Compiler::compile_fixture_head(Machine& machine, const Scope& scope) {
    FixtureInfo& info = machine.fixture.emplace();
    const syntax::Owner* shaped = nullptr;
    const syntax::Name* drawn = nullptr;
    for (std::size_t level = 0; level < scope.chain.size(); ++level) {
        const syntax::Owner& owner = *scope.chain[level];
        Scope at = scope;
        at.level = level;
        if (shaped == nullptr && (!owner.box.empty() || owner.radius)) {
            shaped = &owner;
            compile_shape(info, owner, at);
        }
        if (!info.focus && owner.focus) {
            FocusInfo focus;
            focus.reach = value(owner.focus->reach, at, length_type, "focus within");
            focus.front = value(owner.focus->front, at, angle_type, "in front");
            if (owner.focus->button) focus.button = button_index(*owner.focus->button);
            info.focus = focus;
        }
        if (info.prompt.empty()) info.prompt = owner.prompt;
        if (owner.drawn && drawn == nullptr) drawn = &*owner.drawn;
        for (const syntax::Block& block : owner.blocks) machine.blocks.push_back(compile_block(block, at));
    }
    const bool base_missing = scope.chain.back()->base.has_value();  // told already
    if (shaped == nullptr && !base_missing)
        report(MessageCode::missing_part, scope.chain.front()->name.range,
               fmt::format("fixture '{}' has no size", machine.name),
               "add box LENGTH, WIDTH, HEIGHT, sphere radius R, or capsule radius R height H");
    constexpr std::string_view by_its_shape = "plain";
    if (drawn != nullptr && drawn->text != by_its_shape) info.drawn = {drawn->text, drawn->range};
    for (const syntax::Owner* level : scope.chain) {
        if (level->wears.empty()) continue;
        info.wears = compile_wears(level->wears);
        break;
    }
    compile_loose(info, scope);
    compile_wheels(info, scope);
}

void Compiler::compile_shape(FixtureInfo& info, const syntax::Owner& owner, const Scope& scope) {
    const auto side = [&](std::size_t i, const syntax::Expr& written, std::string_view who) {
        info.size[i] = value(written, scope, length_type, who);
        if (info.size[i].folded < 0)
            report(MessageCode::not_constant, written.range, "expected a constant for the size of a fixture",
                   "use dials and numbers only; to move it use slide and swing");
    };
    if (!owner.box.empty()) {
        info.shape = FixtureShape::box;
        for (std::size_t i = 0; i < 3; ++i) side(i, owner.box[i], "box");
        if (owner.radius)
            report(MessageCode::given_twice, owner.radius->range, "this fixture has two shapes", "remove one of them");
        return;
    }
    info.shape = owner.height ? FixtureShape::capsule : FixtureShape::sphere;
    side(0, *owner.radius, "radius");
    if (owner.height) side(1, *owner.height, "height");
}

/// What it weighs, and how it rubs and bounces: each from the nearest of the kinds it is based on.
void Compiler::compile_loose(FixtureInfo& info, const Scope& scope) {
    std::optional<Expression> mass, friction, bounce;
    SourceRange without_mass;
    for (std::size_t level = 0; level < scope.chain.size(); ++level) {
        const syntax::Owner& owner = *scope.chain[level];
        Scope at = scope;
        at.level = level;
        const auto take = [&](std::optional<Expression>& to, const std::optional<syntax::Expr>& from, Type type,
                              std::string_view who) {
            if (to || !from) return;
            to = value(*from, at, type, who);
            if (to->folded < 0)
                report(MessageCode::not_constant, from->range, fmt::format("expected a constant for {}", who),
                       "use dials and numbers only");
        };
        take(mass, owner.mass, mass_type, "mass");
        take(friction, owner.friction, plain_number, "friction");
        take(bounce, owner.bounce, plain_number, "bounce");
        if (owner.friction) without_mass = owner.friction->range;
        if (owner.bounce) without_mass = owner.bounce->range;
    }
    if (mass) {
        info.loose = RigidInfo{*mass, friction, bounce};
    } else if (friction || bounce) {
        report(MessageCode::not_loose, without_mass, "friction and bounce are only allowed in fixtures with a mass",
               "add mass 12 kg");
    }
}

HandsInfo Compiler::compile_hands(const syntax::Hands& hands, const Scope& scope) {
    HandsInfo out;
    for (std::size_t i = 0; i < 3; ++i) out.at[i] = value(hands.at[i], scope, length_type, "hands at");
    const auto part = [&](Expression& to, const std::optional<syntax::Expr>& from, std::string_view word) {
        if (from) to = value(*from, scope, length_type, word);
        if (!from)
            report(MessageCode::missing_part, hands.range, fmt::format("hands: '{}' is missing", word),
                   "write hands at 0.3 m, 0.24 m, 1.05 m reach 0.6 m near 0.4 m far 7 m left B use U right B use U");
    };
    part(out.reach, hands.reach, "reach");
    part(out.near, hands.near, "near");
    part(out.far, hands.far, "far");
    if (hands.left) out.buttons[0] = button_index(*hands.left);
    if (hands.right) out.buttons[1] = button_index(*hands.right);
    if (hands.left_use) out.uses[0] = button_index(*hands.left_use);
    if (hands.right_use) out.uses[1] = button_index(*hands.right_use);
    return out;
}

void Compiler::compile_wheels(FixtureInfo& info, const Scope& scope) {
    for (std::size_t level = 0; level < scope.chain.size(); ++level) {
        const auto& written = scope.chain[level]->wheels;
        if (!written) continue;
        Scope at = scope;
        at.level = level;
        WheelInfo wheels;
        for (std::size_t i = 0; i < 3; ++i) wheels.at[i] = value(written->at[i], at, length_type, "wheels at");
        const auto part = [&](Expression& to, const std::optional<syntax::Expr>& from, Type type,
                              std::string_view word) {
            if (from) {
                to = value(*from, at, type, word);
            } else {
                report(MessageCode::missing_part, written->range, fmt::format("wheels: '{}' is missing", word),
                       "write wheels at 0.9 m, 0.6 m, -0.1 m radius 0.3 m travel 0.3 m stiffness 14 kN/m damping 60 % "
                       "grip 110 %");
            }
        };
        part(wheels.radius, written->radius, length_type, "radius");
        part(wheels.travel, written->travel, length_type, "travel");
        part(wheels.stiffness, written->stiffness, stiffness_type, "stiffness");
        part(wheels.damping, written->damping, plain_number, "damping");
        part(wheels.grip, written->grip, plain_number, "grip");
        if (!info.loose)
            report(MessageCode::not_loose, written->range, "wheels are only allowed in fixtures with a mass",
                   "add mass 300 kg");
        info.wheels = wheels;
        return;
    }
}

void Compiler::list_sought() {
    const auto is_sought = [](const std::optional<Condition>& c) { return c && c->may_be_sought(); };
    for (const MachineId index : program_.moves) {
        const Machine& move = program_.machines[index];
        const bool gated = std::any_of(move.gates.begin(), move.gates.end(), [](const Gate& gate) {
            return !gate.cooldown && gate.condition.may_be_sought();
        });
        const bool begins = move.start_when && move.start_when->condition.may_be_sought();
        if (begins || (gated && (move.start_when || move.buffer))) program_.sought.starts.push_back(index);
        if (move.charges && is_sought(move.charges->refill_when)) program_.sought.charges.push_back(index);
    }
    for (const MachineId index : program_.stances) {
        const Machine& stance = program_.machines[index];
        if (is_sought(stance.when) || is_sought(stance.until)) program_.sought.stances.push_back(index);
    }
    for (std::size_t i = 0; i < program_.counters.size(); ++i)
        if (!program_.counters[i].kind && is_sought(program_.counters[i].back_when))
            program_.sought.counters.emplace_back(i);
    for (std::size_t i = 0; i < program_.meters.size(); ++i)
        if (is_sought(program_.meters[i].refill_when)) program_.sought.meters.emplace_back(i);
}

void Compiler::list_foreseen() {
    for (const MachineId index : program_.moves) {
        const Machine& move = program_.machines[index];
        const bool begins = move.button ? move.buffer.has_value() : move.start_when.has_value();
        const bool refills = move.charges.has_value();
        if (begins || refills) program_.foreseen.moves.push_back({index, move.button, begins, refills});
    }
    for (std::size_t i = 0; i < program_.counters.size(); ++i)
        if (!program_.counters[i].kind && program_.counters[i].back_when) program_.foreseen.counters.emplace_back(i);
}

/// Names of kinds are tags of everything of that kind, or based on it; the body's name is one of its own.
void Compiler::join_tags() {
    const auto tag_named = [&](const std::string& name) { return tag_names_.find(name).value_or(-1); };
    program_.holding_tag = tag_named("holding");
    for (const MachineId index : program_.fixtures) {
        Machine& machine = program_.machines[index];
        for (const syntax::Owner* level : chain_of(*machine_syntax_[index]))
            if (const std::int32_t tag = tag_named(level->name.text); tag >= 0) machine.own_tags.push_back(tag);
    }
    for (BodyInfo& body : program_.bodies)
        for (const BodyId level : body.chain)
            if (const std::int32_t tag = tag_named(program_.bodies[level].name); tag >= 0) body.tags.push_back(tag);
}

ButtonId Compiler::button_index(const syntax::Name& name) {
    if (const auto found = program_.find_button(name.text)) {
        note_button(name.range, *found);
        return *found;
    }
    std::vector<std::string> names;
    for (const ButtonInfo& known : program_.buttons) names.push_back(known.name);
    const std::string near = near_name(name.text, names);
    report(MessageCode::unknown_name, name.range, fmt::format("unknown button '{}'", name.text),
           near.empty() ? fmt::format("declare it: button {} key \"Space\"", name.text)
                        : fmt::format("did you mean '{}'?", near));
    return {};
}

/// What fixtures and the body's own machines can't have of each other, and what each phase waits for.
void Compiler::check_fixture(Machine& machine) {
    for (Phase& phase : machine.phases) {
        const Effects& e = phase.effects;
        if (phase.cut)
            report(MessageCode::misplaced, phase.range, "'cut' is only allowed in moves",
                   "remove it; only moves cancel each other");
        if (e.stays && (e.slide || e.swing || e.follow || e.grow))
            report(MessageCode::conflict, phase.range,
                   "'stays' is not allowed with slide, swing, grow or follow path in one phase", "remove one of them");
        check_loose(machine, phase);
        check_placed(phase);
        if (e.dial_boosts.empty() && std::any_of(phase.transitions.begin(), phase.transitions.end(),
                                                 [](const Transition& transition) { return !transition.to; }))
            report(MessageCode::misplaced, phase.range,
                   fmt::format("'{}.{}': end and fail are only allowed in moves", machine.name, phase.name),
                   "use go to another phase");
        find_what_it_waits_for(machine, phase);
    }
}

/// Where a fixture stands can't be worked out from where it stands.
void Compiler::check_placed(const Phase& phase) {
    const auto reads = [&](const Expression& said, std::initializer_list<Sense> senses) {
        for (std::uint32_t i = 0; i < said.count; ++i) {
            const Instruction& in = program_.code[said.first + i];
            const bool asks = in.op == Op::sense || in.op == Op::sense_vector;
            if (asks && std::find(senses.begin(), senses.end(), in.sense) != senses.end()) return true;
        }
        return false;
    };
    const auto check = [&](const Expression& said, std::initializer_list<Sense> senses) {
        if (reads(said, senses))
            report(MessageCode::ring, said.range, "the position of a fixture cannot depend on its own position",
                   "use own_place, own_front and home_place: they say where it was placed");
    };
    const Effects& e = phase.effects;
    if (e.loose) return;
    const auto all = {Sense::own_middle, Sense::own_velocity, Sense::own_up, Sense::own_ahead, Sense::own_left};
    if (e.slide)
        for (const Expression& each : *e.slide) check(each, all);
    if (e.swing) check(*e.swing, all);
    if (e.grow)
        for (const Expression& each : *e.grow) check(each, all);
    if (e.face) check(*e.face, {Sense::own_velocity, Sense::own_up, Sense::own_ahead, Sense::own_left});
}

namespace {

/// Effects of what can be loose, and those that can't go with them.
bool is_of_loose(const Phase& phase) {
    const Effects& e = phase.effects;
    return e.loose || e.carried || e.returns_home || e.in_hand;
}
bool is_of_rails(const Phase& phase) {
    const Effects& e = phase.effects;
    return e.slide || e.swing || e.stays || e.follow || e.grow;
}

}  // namespace

void Compiler::check_loose(const Machine& machine, const Phase& phase) {
    const Effects& e = phase.effects;
    const bool is_both = std::any_of(machine.phases.begin(), machine.phases.end(), is_of_loose) &&
                         std::any_of(machine.phases.begin(), machine.phases.end(), is_of_rails);
    if (is_both && is_of_loose(phase)) {
        report(
            MessageCode::conflict, phase.range,
            fmt::format("'{}' slides, swings, grows or follows a path, so it cannot be loose, carried or return home",
                        machine.name),
            "make two kinds of it, or bring it back by slide 0 m, 0 m, 0 m or along its path");
        return;
    }
    if (is_both && is_of_rails(phase)) return;  // told at the other phase
    if (e.gravity && !e.loose)
        report(MessageCode::not_loose, phase.range, "gravity is only allowed in a loose phase",
               "add loose, or remove gravity");
    if (e.face && e.loose && !e.upright)
        report(MessageCode::conflict, phase.range, "face is only allowed with upright in a loose phase",
               "add upright, or remove face");
    if (e.follow && e.follow->folded < 0)
        report(MessageCode::not_constant, e.follow->range, "expected a constant for the speed along a path",
               "use dials and numbers only");
    const bool held = e.joint || e.tether || e.upright;
    if ((held || e.drag || !e.pushes.empty() || !e.springs.empty()) && !e.loose)
        report(MessageCode::not_loose, phase.range,
               "push, spring, drag, upright, hinge, slider and tied are only allowed in a loose phase",
               "add loose, or remove them");
    if (e.joint && e.joint->motor_most && !e.joint->motor)
        report(MessageCode::misplaced, phase.range, "'with' is only allowed after motor",
               "add motor 30 deg/s, or remove with");
    if ((e.wheels_push || e.wheels_brake || e.wheels_turn) && !machine.fixture->wheels)
        report(MessageCode::missing_part, phase.range, fmt::format("fixture '{}' has no wheels", machine.name),
               "add wheels at 0.9 m, 0.6 m, -0.1 m radius 0.3 m ...");
    if (!machine.fixture->loose) {
        if (e.loose || e.carried || e.returns_home || e.in_hand)
            report(MessageCode::not_loose, phase.range,
                   fmt::format("fixture '{}' has no mass, so it cannot be loose, carried or return home", machine.name),
                   "add mass 12 kg");
        return;
    }
    if (e.face && !e.loose)
        report(MessageCode::conflict, phase.range, "face is only allowed in phases that are loose and upright",
               "remove face here");
    if (e.slide || e.swing || e.stays || e.follow || e.grow)
        report(MessageCode::conflict, phase.range,
               "slide, swing, grow and follow path are not allowed in fixtures that can be loose",
               "remove mass, or let a character carry it");
    const bool hands = std::any_of(program_.bodies.begin(), program_.bodies.end(),
                                   [](const BodyInfo& body) { return body.hands.has_value(); });
    if (e.in_hand && !hands)
        report(MessageCode::missing_part, phase.range, "no body has hands",
               "add to a body: hands at 0.3 m, 0.24 m, 1.05 m reach 0.6 m ...");
    if (e.loose && (e.solid || e.hidden || e.carried || e.returns_home || e.in_hand))
        report(MessageCode::conflict, phase.range,
               "loose is not allowed with solid, hidden, carried or return home in one phase",
               "use a phase for each; loose is solid already");
}

}  // namespace leap
