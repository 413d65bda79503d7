// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/script/compiler.hpp"

namespace leap {
void Compiler::compile_machine(MachineId index) {
    Machine machine = program_.machines[index];
    const Scope scope = scope_of(*machine_syntax_[index]);
    if (machine.kind == MachineKind::stance) {
        compile_stance_head(machine, scope);
    } else if (machine.kind == MachineKind::fixture) {
        compile_fixture_head(machine, scope);
        compile_phases(machine, scope);
        check_fixture(machine);
        compile_shares(machine, scope);
    } else {
        compile_move_head(machine, scope);
        compile_phases(machine, scope);
    }
    check_lets(machine_syntax_[index]->lets, scope);
    machine.asks_touch = program_.machines[index].asks_touch;
    machine.hears = program_.machines[index].hears;
    machine.asks_who_touches = program_.machines[index].asks_who_touches;
    machine.asks_load = program_.machines[index].asks_load;
    program_.machines[index] = std::move(machine);
}

void Compiler::compile_stance_head(Machine& machine, const Scope& scope) {
    const syntax::Owner& owner = *scope.chain.front();
    if (owner.when) machine.when = condition(*owner.when, scope, "when");
    if (owner.until) machine.until = condition(*owner.until, scope, "until");
    for (const syntax::Name& name : owner.from) {
        const auto found = program_.find_machine(name.text);
        if (found && program_.machines[*found].kind == MachineKind::stance) {
            machine.from.push_back(*found);
            note_file_name(name.range, name.text);
        } else {
            report(MessageCode::unknown_name, name.range, fmt::format("unknown stance '{}'", name.text));
        }
    }
    Effects& merged = machine.phases[0].effects;
    for (std::size_t level = 0; level < scope.chain.size(); ++level) {
        Scope at = scope;
        at.level = level;
        add_effects(scope.chain[level]->effects, StatementPlace::stance, at, merged);
        compile_accents(scope.chain[level]->accents, at, merged);
        for (const syntax::Block& block : scope.chain[level]->blocks)
            machine.phases[0].blocks.push_back(compile_block(block, at));
    }
}

void Compiler::compile_move_head(Machine& machine, const Scope& scope) {
    const syntax::Name* button = nullptr;
    bool gates_closed = false;
    std::set<std::string> kinds_of_gates;
    for (std::size_t level = 0; level < scope.chain.size(); ++level) {
        const syntax::Owner& owner = *scope.chain[level];
        Scope at = scope;
        at.level = level;
        const bool said = button != nullptr || machine.start_on || machine.start_when;
        if (!said && owner.button) button = &*owner.button;
        if (!said && owner.start_on) machine.start_on = condition(*owner.start_on, at, "on");
        if (!said && owner.when) {
            syntax::Gate gate;
            gate.condition = *owner.when;
            gate.range = owner.when->range;
            machine.start_when = compile_gate(gate, at);
        }
        machine.cuts_anything = machine.cuts_anything || owner.cuts_anything;
        if (!gates_closed) {
            for (const syntax::Gate& gate : owner.gates) {
                // A gate with the same reason replaces the base's.
                const std::string of_kind =
                    gate.cooldown ? "cooldown" : (gate.reason.empty() ? "" : "\"" + gate.reason);
                const bool replaced = !of_kind.empty() && !kinds_of_gates.insert(of_kind).second;
                if (!replaced || level == 0) machine.gates.push_back(compile_gate(gate, at));
            }
        }
        gates_closed = gates_closed || owner.without_gates;
        if (!machine.buffer) machine.buffer = value(owner.buffer, at, time_type, "buffer");
        if (!machine.charges && owner.charges) {
            Charges charges;
            charges.count = value(owner.charges->count, at, plain_number, "charges");
            if (owner.charges->refill_when)
                charges.refill_when = condition(*owner.charges->refill_when, at, "refill when");
            charges.refill_after = value(owner.charges->refill_after, at, time_type, "refill after");
            machine.charges = std::move(charges);
        }
        for (const syntax::Block& block : owner.blocks) machine.blocks.push_back(compile_block(block, at));
    }
    compile_start(machine, scope);
    if (button == nullptr) {
        if (machine.start_on || machine.start_when) return;
        report(MessageCode::never_starts, scope.chain.front()->name.range,
               fmt::format("nothing starts move '{}'", machine.name),
               "add a button (move NAME on BUTTON) or a condition (move NAME when CONDITION)");
        return;
    }
    machine.button = button_index(*button);
}

/// What starts the move besides a button, and the layer it lives on.
void Compiler::compile_start(Machine& machine, const Scope& scope) {
    const bool is_told = std::any_of(told_.begin(), told_.end(), [&](const auto& told) {
        return machine.start_on && std::get<0>(told) == machine.start_on->truth.range.file &&
               std::get<1>(told) >= machine.start_on->truth.range.begin &&
               std::get<2>(told) <= machine.start_on->truth.range.end;
    });
    if (machine.start_on && !is_told && !is_event(*machine.start_on))
        report(MessageCode::not_an_event, machine.start_on->truth.range, "on: expected a button or an event",
               "for example on jump, on landed, on heard(struck); for a condition that lasts use when");
    for (const syntax::Owner* level : scope.chain) {
        if (!level->layer) continue;
        layer_names_.add("body", 0);
        machine.layer = number_of(program_.layers, layer_names_, level->layer->text);
        return;
    }
}

CutRights Compiler::compile_cut(const syntax::CutRights& cut, const Scope& scope) {
    CutRights out;
    out.all = cut.all;
    out.after = value(cut.after, scope, time_type, "after");
    for (const syntax::Name& name : cut.moves) {
        const auto found = program_.find_machine(name.text);
        if (found && program_.machines[*found].kind == MachineKind::move) {
            out.moves.push_back(*found);
            note_file_name(name.range, name.text);
            continue;
        }
        std::vector<std::string> names;
        for (const MachineId move : program_.moves) names.push_back(program_.machines[move].name);
        const std::string near = near_name(name.text, names);
        report(MessageCode::unknown_name, name.range, fmt::format("unknown move '{}'", name.text),
               near.empty() ? "write cut by with moves, any or none" : fmt::format("did you mean '{}'?", near));
    }
    return out;
}

void Compiler::compile_phases(Machine& machine, const Scope& scope) {
    if (machine.phases.empty()) {
        report(MessageCode::missing_part, scope.chain.front()->name.range,
               fmt::format("'{}' has no phase", machine.name), "add phase NAME { ... end when grounded }");
        return;
    }
    // The nearest level that says a phase decides about it.
    std::map<std::string, std::pair<std::size_t, const syntax::Phase*>> said;
    for (std::size_t level = 0; level < scope.chain.size(); ++level) {
        std::set<std::string_view> here;
        for (const syntax::Phase& phase : scope.chain[level]->phases) {
            const auto [first, fresh] = said.try_emplace(phase.name.text, level, &phase);
            if (!here.insert(phase.name.text).second && first->second.first == level)
                report(MessageCode::declared_twice, first->second.second->name.range,
                       fmt::format("'{}' has two phases '{}'", machine.name, phase.name.text));
        }
    }
    for (Phase& phase : machine.phases) {
        const auto found = said.find(phase.name);
        if (found == said.end()) continue;
        Scope at = scope;
        at.level = found->second.first;
        phase = compile_phase(*found->second.second, machine, at);
    }
}

Phase Compiler::compile_phase(const syntax::Phase& phase, const Machine& machine, const Scope& scope) {
    Phase out;
    out.name = phase.name.text;
    out.range = phase.range;
    out.duration = value(phase.duration, scope, time_type, "for");
    add_effects(phase.effects, is_fixture(scope) ? StatementPlace::fixture_phase : StatementPlace::phase, scope,
                out.effects);
    compile_accents(phase.accents, scope, out.effects);
    for (const syntax::Block& block : phase.blocks) out.blocks.push_back(compile_block(block, scope));
    for (const syntax::Transition& transition : phase.transitions)
        out.transitions.push_back(compile_way(transition, machine, scope));
    if (phase.cut) out.cut = compile_cut(*phase.cut, scope);
    return out;
}

Transition Compiler::compile_way(const syntax::Transition& transition, const Machine& machine, const Scope& scope) {
    Transition out;
    out.range = transition.range;
    out.fails = transition.fails;
    if (transition.to) {
        std::vector<std::string> names;
        for (const Phase& phase : machine.phases) names.push_back(phase.name);
        const auto found = std::find(names.begin(), names.end(), transition.to->text);
        if (found == names.end()) {
            const std::string near = near_name(transition.to->text, names);
            report(MessageCode::unknown_name, transition.to->range,
                   fmt::format("'{}' has no phase '{}'", machine.name, transition.to->text),
                   near.empty() ? "" : fmt::format("did you mean '{}'?", near));
        }
        out.to = PhaseId(static_cast<std::size_t>(found - names.begin()));
        note_phase(transition.to->range, scope.machine, transition.to->text);
    }
    if (transition.when) {
        out.when = condition(*transition.when, scope, "when");
        if (const Instruction* press = find_sense_in(*out.when, Sense::pressed))
            out.takes_press = ButtonId::read(press->index);
    }
    out.after = value(transition.after, scope, time_type, "after");
    out.actions = compile_actions(transition.actions, scope);
    return out;
}

/// The first place where a condition asks for a sense, or nothing.
const Instruction* Compiler::find_sense_in(const Condition& condition, Sense sense) const {
    const auto first = program_.code.begin() + condition.truth.first;
    const auto last = first + condition.truth.count;
    const auto found = std::find_if(first, last, [&](const Instruction& in) {
        return (in.op == Op::sense || in.op == Op::sense_vector) && in.sense == sense;
    });
    return found == last ? nullptr : &*found;
}

/// Whether a condition speaks of something that happens, not only of what lasts.
bool Compiler::is_event(const Condition& condition) const {
    constexpr std::array events{Sense::landed,      Sense::left_ground, Sense::bumped_wall,  Sense::bumped_ceiling,
                                Sense::pressed,     Sense::released,    Sense::heard,        Sense::bumped_kind,
                                Sense::failed,      Sense::completed,   Sense::was_cut,      Sense::respawned,
                                Sense::used,        Sense::told,        Sense::touched,      Sense::touched_by,
                                Sense::grabbed,     Sense::let_go,      Sense::used_in_hand, Sense::entered,
                                Sense::left_volume, Sense::struck,      Sense::spawned};
    return std::any_of(events.begin(), events.end(),
                       [&](Sense event) { return find_sense_in(condition, event) != nullptr; });
}

Block Compiler::compile_block(const syntax::Block& block, const Scope& scope) {
    Block out;
    out.trigger = block.trigger;
    out.range = block.range;
    if (block.trigger == syntax::Trigger::on) {
        out.on = condition(block.when, scope, "on");
        if (!is_event(out.on))
            report(MessageCode::not_an_event, block.when.range, "on: expected an event",
                   "events are landed, left_ground, bumped(wall), pressed(b), released(b), heard(e), completed(m), "
                   "failed(m) or "
                   "was_cut(m)");
    }
    if (block.trigger == syntax::Trigger::at) out.at = value(block.when, scope, time_type, "at");
    out.actions = compile_actions(block.actions, scope);
    return out;
}

std::vector<Action> Compiler::compile_actions(const std::vector<syntax::Action>& actions, const Scope& scope) {
    std::vector<Action> out;
    out.reserve(actions.size());
    for (const syntax::Action& action : actions) out.push_back(compile_action(action, scope));
    return out;
}

Gate Compiler::compile_gate(const syntax::Gate& gate, const Scope& scope) {
    Gate out;
    out.cooldown = gate.cooldown;
    out.reason = gate.reason;
    out.range = gate.range;
    out.text = text_of(gate.condition.range);
    if (gate.cooldown) {
        out.text = "cooldown " + out.text;
        out.cooldown_time = value(gate.condition, scope, time_type, "cooldown");
    } else {
        out.condition = condition(gate.condition, scope, "gate");
        if (!has_errors(diagnostics_)) add_gate_parts(gate.condition, scope, out.parts);
    }
    return out;
}

Expression Compiler::number_of_any(const syntax::Expr& expr, const Scope& scope) {
    Emitted emitted;
    const Type type = emit(expr, scope, emitted).value_or(Type{});
    return finish(std::move(emitted), type, expr.range);
}

void Compiler::add_gate_parts(const syntax::Expr& expr, const Scope& scope, std::vector<GatePart>& out) {
    using syntax::ExprKind;
    if (expr.kind == ExprKind::both) {
        for (const syntax::Expr& part : expr.parts) add_gate_parts(part, scope, out);
        return;
    }
    GatePart part;
    part.text = text_of(expr.range);
    part.truth = number_of_any(expr, scope);
    static const std::map<ExprKind, std::string> comparisons{{ExprKind::less, "<"},    {ExprKind::less_equal, "<="},
                                                             {ExprKind::greater, ">"}, {ExprKind::greater_equal, ">="},
                                                             {ExprKind::equal, "=="},  {ExprKind::unequal, "!="}};
    if (const auto found = comparisons.find(expr.kind); found != comparisons.end()) {
        part.comparison = found->second;
        part.left = number_of_any(expr.parts[0], scope);
        part.right = number_of_any(expr.parts[1], scope);
    }
    Watch watch;
    if (expr.kind == ExprKind::within && watch_of(expr, scope, watch)) {
        watch.value = number_of_any(expr.parts[1], scope);
        part.within = watch;
    }
    out.push_back(std::move(part));
}

}  // namespace leap
