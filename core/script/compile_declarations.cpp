// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "core/defaults.hpp"
#include "core/script/action_words.hpp"
#include "core/script/compiler.hpp"
#include "core/script/effect_words.hpp"
#include "core/script/old_words.hpp"

namespace leap {

void Compiler::declare_dials(const std::string& owner, const std::vector<syntax::Dial>& dials, bool declares) {
    for (const syntax::Dial& dial : dials) {
        if (dial.of) continue;  // see declare_own_dials()
        DialInfo info;
        info.owner = owner;
        info.name = dial.name.text;
        info.unit = dial.value.unit;
        info.value = dial.value.si();
        info.meaning = dial.meaning;
        info.name_range = dial.name.range;
        info.literal = dial.value.range;
        info.whole = dial.whole;
        if (!owner.empty() &&
            ((!came_later(info.name) && find_sense(plain_senses(), info.name)) || unit_word(info.name))) {
            report(MessageCode::reserved_name, dial.name.range,
                   fmt::format("'{}' is a {}, so it cannot name a dial", info.name,
                               unit_word(info.name) ? "unit" : "sense"),
                   fmt::format("choose another name, for example own_{}", info.name));
        }
        if (declares) note_name(dial.name.range, dial.name.range);
        if (program_.find_dial(info.path()))
            report(MessageCode::declared_twice, dial.name.range, fmt::format("'{}' is declared twice", info.path()));
        if (dial.range) {
            // Bare numbers in a range count in the dial's own unit.
            const auto bound = [&](const syntax::Literal& literal) {
                if (literal.unit.text.empty()) return literal.written * info.unit.scale;
                if (literal.unit.dimension != info.unit.dimension)
                    report(MessageCode::wrong_type, dial.range->range,
                           fmt::format("range: expected {1}, got {0}", dimension_text(literal.unit.dimension),
                                       dimension_text(info.unit.dimension)),
                           "use the unit of the dial");
                return literal.si();
            };
            info.low = bound(dial.range->low);
            info.high = bound(dial.range->high);
            if (*info.low >= *info.high) {
                report(MessageCode::empty_range, dial.range->range,
                       "the lower end of this range is not below its upper end", "write the lower end first");
            } else if (info.value < *info.low || info.value > *info.high) {
                warn(MessageCode::out_of_range, dial.value.range,
                     fmt::format("the value of '{}' is outside its range", info.path()),
                     fmt::format("the range goes from {} to {}", quantity_text(*info.low, info.unit),
                                 quantity_text(*info.high, info.unit)));
            }
        }
        program_.dial_paths.add(info.path(), static_cast<std::int32_t>(program_.dials.size()));
        program_.dials.push_back(std::move(info));
    }
}

void Compiler::declare_counters(const std::string& path, const std::vector<syntax::Counter>& counters,
                                const Scope& scope) {
    for (const syntax::Counter& counter : counters) {
        const std::string own = path.empty() ? counter.name.text : path + "." + counter.name.text;
        note_name(counter.name.range, counter.name.range);
        if (counters_.contains(own)) continue;  // the derived owner's counter replaces the base's
        const CounterId index(program_.counters.size());
        counters_[own] = index;
        CounterInfo info;
        info.path = own;
        info.low = counter.low;
        info.high = counter.high;
        info.start = counter.start;
        info.range = counter.whole;
        if (is_fixture(scope)) {
            Machine& kind = program_.machines[scope.machine];
            info.kind = scope.machine;
            info.own = static_cast<std::int32_t>(kind.counters.size());
            kind.counters.push_back(index);
        }
        program_.counters.push_back(std::move(info));
        counter_syntax_.push_back({&counter, scope});
    }
}

void Compiler::compile_curves() {
    for (const syntax::File& file : syntax_) {
        for (const syntax::Curve& curve : file.curves) {
            CurveInfo info = with_points({curve.name.text, {}, {}, curve.range}, curve.points);
            curve_names_.add(info.name, static_cast<std::int32_t>(program_.curves.size()));
            program_.curves.push_back(std::move(info));
        }
    }
}

/// Machines, their phases and counters get their numbers first, so that any text may speak of any other.
void Compiler::declare_machines() {
    std::optional<MachineId> always;
    for (const syntax::File& file : syntax_) {
        declare_counters("", file.counters, {});
        for (const syntax::Owner& owner : file.owners) {
            if (owner.kind == syntax::OwnerKind::body || owner.kind == syntax::OwnerKind::meter) {
                declare_counters(owner.name.text, owner.counters, Scope{{&owner}, {}, 0});
                if (owner.kind == syntax::OwnerKind::body) continue;
                program_.meter_names.add(owner.name.text, static_cast<std::int32_t>(program_.meters.size()));
                program_.meters.push_back({owner.name.text, 0.0, 100.0, {}, {}, {}, {}, owner.range});
                meter_syntax_.push_back(&owner);
                continue;
            }
            Machine machine;
            machine.name = owner.name.text;
            machine.range = owner.range;
            const MachineId index(program_.machines.size());
            machine_syntax_.push_back(&owner);
            machine_ids_.emplace(&owner, index);
            if (owner.base) machine.base = owner.base->text;
            machine.bodies = bodies_named(owner.bodies);
            if (owner.kind == syntax::OwnerKind::stance) {
                machine.kind = MachineKind::stance;
                machine.phases.push_back({owner.name.text, {}, {}, {}, {}, owner.range, {}});
                machine.phase_names.add(owner.name.text, 0);
                if (owner.when) {
                    program_.stances.push_back(index);
                } else if (always) {
                    report(MessageCode::never_starts, owner.name.range,
                           fmt::format("stance '{}' is never entered", owner.name.text),
                           "an earlier stance has no condition; only one may have none");
                } else {
                    always = index;
                }
            } else {
                const bool fixture = owner.kind == syntax::OwnerKind::fixture;
                machine.kind = fixture ? MachineKind::fixture : MachineKind::move;
                (fixture ? program_.fixtures : program_.moves).push_back(index);
                // Phases of the base first, replaced or followed by the owner's own.
                const auto chain = chain_of(owner);
                for (const syntax::Phase& phase : owner.phases) {
                    note_name(phase.name.range, phase.name.range);
                    // One that is said again is renamed with that of the base.
                    for (auto level = chain.begin() + 1; level < chain.end(); ++level)
                        for (const syntax::Phase& base : (*level)->phases)
                            if (base.name.text == phase.name.text) note_name(phase.name.range, base.name.range);
                }
                for (auto level = chain.rbegin(); level != chain.rend(); ++level)
                    for (const syntax::Phase& phase : (*level)->phases) {
                        if (machine.phase_names.find(phase.name.text)) continue;
                        machine.phase_names.add(phase.name.text, static_cast<std::int32_t>(machine.phases.size()));
                        machine.phases.push_back({phase.name.text, {}, {}, {}, {}, phase.range, {}});
                    }
            }
            program_.machine_names.add(machine.name, index.written());
            program_.machines.push_back(std::move(machine));
        }
    }
    if (always) {
        program_.stances.push_back(*always);
    } else {
        report(MessageCode::missing_part, {0, 0, 0}, "the project has no stance without a condition",
               "add one, for example stance walk { steer to 6 m/s gain 40 m/s^2 brake 60 m/s^2 }");
    }
    for (std::size_t i = 0; i < machine_syntax_.size(); ++i) {
        const Scope scope = scope_of(*machine_syntax_[i]);
        for (const syntax::Owner* level : scope.chain)
            declare_counters(machine_syntax_[i]->name.text, level->counters, scope);
    }
}

void Compiler::declare_memory(const syntax::Action& action, const Scope& scope) {
    const syntax::Name& name = action.clauses[0].name;
    const std::string path = scope.chain.front()->name.text + "." + name.text;
    const syntax::Expr& amount = action.clauses[1].values.front();
    Emitted unused;
    const auto type = emit(amount, scope, unused);
    if (!type) return;
    if (const auto known = memories_.find(path); known != memories_.end()) {
        const Type before = program_.memories[static_cast<std::size_t>(known->second)].type;
        if (before != *type)
            report(MessageCode::different_types, amount.range,
                   fmt::format("'{}': expected {} as before, got {}", name.text, type_text(before), type_text(*type)),
                   "choose another name");
        return;
    }
    if (!came_later(name.text) && find_sense(plain_senses(), name.text))
        report(MessageCode::reserved_name, name.range,
               fmt::format("'{}' is a sense, so nothing can be remembered under that name", name.text));
    const bool is_counter =
        std::any_of(scope.chain.begin(), scope.chain.end(),
                    [&](const syntax::Owner* level) {
                        return std::any_of(
                            level->counters.begin(), level->counters.end(),
                            [&](const syntax::Counter& counter) { return counter.name.text == name.text; });
                    }) ||
        std::any_of(program_.counters.begin(), program_.counters.end(),
                    [&](const CounterInfo& counter) { return !counter.kind && counter.path == name.text; });
    if (is_counter)
        warn(MessageCode::hidden_name, name.range,
             fmt::format("'{}' is a counter, and this remembered value hides it", name.text),
             fmt::format("to set the counter, write it before remember: {} = ..., remember ...", name.text));
    memories_[path] = static_cast<std::int32_t>(program_.memories.size());
    const bool fixture = is_fixture(scope);
    std::int32_t& slots = fixture ? program_.machines[scope.machine].memory_slots : program_.memory_slots;
    program_.memories.push_back({path, *type, slots, fixture ? scope.machine : MachineId{}});
    slots += type->kind == ValueKind::vector ? 3 : 1;
}

namespace {

/// Whether an expression speaks of a name that nothing has been remembered under yet, of those that will be.
bool speaks_of(const syntax::Expr& expr, const std::set<std::string>& names) {
    if (expr.kind == syntax::ExprKind::name && expr.member.empty() && names.contains(expr.name)) return true;
    return std::any_of(expr.parts.begin(), expr.parts.end(),
                       [&](const syntax::Expr& part) { return speaks_of(part, names); });
}

}  // namespace

/// What is remembered may be said in terms of what is remembered further on in the text, `remember n = n + 1` before
/// `remember n = 0`: the kind of such a value is known from the others, so these come first.
void Compiler::declare_memories_of(const std::vector<const syntax::Action*>& said, const Scope& scope) {
    std::set<std::string> unknown;
    for (const syntax::Action* action : said) {
        const syntax::Name& name = action->clauses[0].name;
        const std::string path = scope.chain.front()->name.text + "." + name.text;
        note_name(name.range, memory_names_.emplace(path, name.range).first->second);
        if (!memories_.contains(path)) unknown.insert(name.text);
    }
    std::vector<const syntax::Action*> left = said;
    for (bool any = true; any && !left.empty();) {
        any = false;
        std::vector<const syntax::Action*> later;
        for (const syntax::Action* action : left) {
            if (speaks_of(action->clauses[1].values.front(), unknown)) {
                later.push_back(action);
                continue;
            }
            declare_memory(*action, scope);
            unknown.erase(action->clauses[0].name.text);
            any = true;
        }
        left = std::move(later);
    }
    for (const syntax::Action* action : left) declare_memory(*action, scope);  // in a ring: that is told
}

void Compiler::declare_memories() {
    for (const syntax::Owner* owner : machine_syntax_) {
        const Scope scope = scope_of(*owner);
        std::vector<const syntax::Action*> said;
        const auto look_at = [&](const std::vector<syntax::Action>& actions) {
            for (const syntax::Action& action : actions) {
                const ActionKind kind = action_words()[action.row].kind;
                if (kind == ActionKind::emit_event)
                    number_of(program_.events, event_names_, action.clauses[0].name.text);
                if (kind == ActionKind::remember) said.push_back(&action);
            }
        };
        for (auto level = scope.chain.rbegin(); level != scope.chain.rend(); ++level) {
            for (const syntax::Block& block : (*level)->blocks) look_at(block.actions);
            for (const syntax::Phase& phase : (*level)->phases) {
                for (const syntax::Effect& effect : phase.effects)
                    if (effect_words()[effect.row].clauses[0].kind == ClauseKind::event)
                        number_of(program_.events, event_names_, effect.clauses[0].name.text);
                for (const syntax::Block& block : phase.blocks) look_at(block.actions);
                for (const syntax::Transition& transition : phase.transitions) look_at(transition.actions);
            }
        }
        declare_memories_of(said, scope);
    }
}

/// Every machine has the gauges of what it is based on too.
void Compiler::compile_gauges() {
    const auto take = [&](const syntax::Gauge& gauge, const std::string& owner, MachineId machine, BodyId body,
                          const Scope& at) {
        note_name(gauge.name.range, gauge.name.range);
        const std::string path = owner + "." + gauge.name.text;
        if (program_.find_gauge(path)) return;
        GaugeInfo info{path, machine, body, number_of_any(gauge.value, at), gauge.meaning};
        if (info.value.type.kind != ValueKind::number && !has_errors(diagnostics_))
            report(MessageCode::wrong_type, gauge.value.range,
                   fmt::format("watch: expected a number, got {}", type_text(info.value.type)),
                   info.value.type.kind == ValueKind::vector
                       ? "use length(...), or one part of it: dot(..., up)"
                       : "use a number, for example grounded_time instead of grounded");
        program_.gauge_paths.add(path, static_cast<std::int32_t>(program_.gauges.size()));
        program_.gauges.push_back(std::move(info));
    };
    for (std::size_t i = 0; i < body_syntax_.size(); ++i)
        for (const syntax::Gauge& gauge : body_syntax_[i]->gauges)
            take(gauge, body_syntax_[i]->name.text, {}, BodyId(i), scope_of(*body_syntax_[i]));
    for (std::size_t i = 0; i < machine_syntax_.size(); ++i) {
        const Scope scope = scope_of(*machine_syntax_[i]);
        for (std::size_t level = 0; level < scope.chain.size(); ++level) {
            Scope at = scope;
            at.level = level;
            for (const syntax::Gauge& gauge : scope.chain[level]->gauges)
                take(gauge, machine_syntax_[i]->name.text, MachineId(i), {}, at);
        }
    }
}

void Compiler::compile_counters() {
    for (std::size_t i = 0; i < counter_syntax_.size(); ++i) {
        const auto& [counter, scope] = counter_syntax_[i];
        CounterInfo& info = program_.counters[i];
        if (!counter->back_to) continue;
        info.back_to = *counter->back_to;
        info.back_when = condition(*counter->back_when, scope, "back to ... after ... when");
        syntax::Expr after = counter->back_after;
        if (after.range == SourceRange{}) after.literal.unit.dimension = dimensions::time;
        info.back_after = value(after, scope, {ValueKind::number, dimensions::time}, "after");
    }
}

}  // namespace leap
