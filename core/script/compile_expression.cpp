// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/script/compiler.hpp"
#include "core/script/old_words.hpp"

namespace leap {
namespace {

using syntax::Expr;
using syntax::ExprKind;

constexpr std::size_t max_code = 80;  // each pushes three values at most, see expression_stack

bool is_vector(Type type) {
    return type.kind == ValueKind::vector;
}
bool is_number(Type type) {
    return type.kind == ValueKind::number;
}

}  // namespace

bool Compiler::expects(const Expr& expr, std::optional<Type> got, Type wanted, std::string_view who) {
    if (!got) return false;
    if (*got == wanted) return true;
    std::string hint;
    if (expr.kind == ExprKind::literal && is_number(wanted) && expr.literal.unit.text.empty()) {
        hint = fmt::format("add the unit: {} {}", number_text(expr.literal.written, 6),
                           display_unit(wanted.dimension).text);
    } else if (is_number(wanted) && is_number(*got)) {
        const Dimension factor = wanted.dimension / got->dimension;
        if (factor == dimensions::time) hint = "a time is missing as a factor";
        if (factor == dimensions::rate) hint = "it must be divided by a time";
        if (factor == dimensions::length) hint = "a length is missing as a factor";
    } else if (wanted.kind == ValueKind::truth) {
        hint = "compare it with something, for example with <";
    }
    report(MessageCode::wrong_type, expr.range,
           fmt::format("{}: expected {}, got {}", who, type_text(wanted), type_text(*got)), hint);
    return false;
}

/// A dial whose unit doesn't fit: the mistake is where its value stands.
void Compiler::dial_of_other_unit(const Expr& use, const DialInfo& dial, Type wanted, std::string_view who) {
    const Dimension own = dial.unit.dimension;
    std::string hint = "write it in another unit, or calculate with it where it is used";
    if (is_number(wanted)) {
        const std::string unit{display_unit(wanted.dimension).text};
        hint = fmt::format("write it in {}, or calculate with it where it is used", unit.empty() ? "no unit" : unit);
    }
    report(MessageCode::wrong_type, dial.literal,
           fmt::format("dial '{0}': {2} in line {3} expects {4}, got {1}", dial.path(), dimension_text(own), who,
                       line_column(program_.files[use.range.file].text, use.range.begin).line, type_text(wanted)),
           hint);
}

Expression Compiler::finish(Emitted emitted, Type type, SourceRange range) {
    Expression out;
    out.first = static_cast<std::uint32_t>(program_.code.size());
    out.count = static_cast<std::uint32_t>(emitted.code.size());
    out.type = type;
    out.range = range;
    out.varies = std::any_of(emitted.code.begin(), emitted.code.end(), [](const Instruction& in) {
        const bool asks = in.op == Op::sense || in.op == Op::sense_vector;
        return in.op == Op::meter || (asks && varies_between_instants(in.sense));
    });
    out.turns = std::any_of(emitted.code.begin(), emitted.code.end(), [](const Instruction& in) {
        return in.op == Op::sense_vector && (in.sense == Sense::forward || in.sense == Sense::right);
    });
    program_.code.insert(program_.code.end(), emitted.code.begin(), emitted.code.end());
    if (emitted.code.size() > max_code)
        report(MessageCode::too_complex, range, "this expression is too long", "split it with let");
    if (emitted.constant) {
        out.folded = program_.folded_slots;
        program_.folded.push_back({out, out.folded});
        program_.folded_slots += is_vector(type) ? 3 : 1;
    }
    return out;
}

Expression Compiler::value(const Expr& expr, const Scope& scope, Type wanted, std::string_view who) {
    Emitted emitted;
    const std::optional<Type> type = emit(expr, scope, emitted);
    const bool is_dial = type && *type != wanted && emitted.code.size() == 1 &&
                         (emitted.code[0].op == Op::dial || emitted.code[0].op == Op::boosted_dial);
    if (is_dial) {
        dial_of_other_unit(expr, program_.dials[DialId::read(emitted.code[0].index)], wanted, who);
    } else {
        expects(expr, type, wanted, who);
    }
    return finish(std::move(emitted), wanted, expr.range);
}

std::optional<Expression> Compiler::value(const std::optional<Expr>& expr, const Scope& scope, Type wanted,
                                          std::string_view who) {
    if (!expr) return std::nullopt;
    return value(*expr, scope, wanted, who);
}

namespace {

/// The call of inside, submerged or depth that a condition needs in order to hold; null without one.
const Expr* volume_it_needs(const Expr& expr) {
    const auto calls = [](const Expr& e, std::string_view name) {
        return e.kind == ExprKind::call && e.name == name && e.parts.size() == 1;
    };
    const auto more_than_none = [&](const Expr& asked, const Expr& than) -> const Expr* {
        const bool some = than.kind == ExprKind::literal && than.literal.si() >= 0.0;
        return some && (calls(asked, "submerged") || calls(asked, "depth")) ? &asked : nullptr;
    };
    if (calls(expr, "inside")) return &expr;
    if (expr.kind == ExprKind::greater) return more_than_none(expr.parts[0], expr.parts[1]);
    if (expr.kind == ExprKind::less) return more_than_none(expr.parts[1], expr.parts[0]);
    if (expr.kind != ExprKind::both) return nullptr;
    for (const Expr& part : expr.parts)
        if (const Expr* found = volume_it_needs(part)) return found;
    return nullptr;
}

}  // namespace

Condition Compiler::condition(const Expr& expr, const Scope& scope, std::string_view who) {
    Condition out;
    out.truth = value(expr, scope, truth_type, who);
    find_watches(expr, scope, out.watches);
    out.sought = is_sought(out);
    if (const auto* asked = volume_it_needs(expr)) out.only_in = kind_called(asked->parts[0].name);
    for (const Watch& watch : out.watches) {
        out.sought_on_ground = out.sought_on_ground || watch.kind == WatchKind::rising || watch.kind == WatchKind::feet;
        out.sought_when_driven = out.sought_when_driven || watch.kind == WatchKind::speed;
    }
    return out;
}

std::optional<Type> Compiler::emit(const Expr& expr, const Scope& scope, Emitted& out) {
    switch (expr.kind) {
        case ExprKind::literal: {
            Instruction in = instruction(Op::constant);
            in.number = expr.literal.si();
            out.code.push_back(in);
            return Type{ValueKind::number, expr.literal.unit.dimension};
        }
        case ExprKind::name: return expr.member.empty() ? emit_name(expr, scope, out) : emit_member(expr, scope, out);
        case ExprKind::call: return emit_call(expr, scope, out);
        case ExprKind::within: return emit_within(expr, scope, out);
        case ExprKind::less:
        case ExprKind::less_equal:
        case ExprKind::greater:
        case ExprKind::greater_equal:
        case ExprKind::equal:
        case ExprKind::unequal: return emit_comparison(expr, scope, out);
        case ExprKind::both:
        case ExprKind::either:
        case ExprKind::invert: return emit_logic(expr, scope, out);
        case ExprKind::negate:
        case ExprKind::add:
        case ExprKind::subtract:
        case ExprKind::multiply:
        case ExprKind::divide:
        case ExprKind::power: return emit_arithmetic(expr, scope, out);
        default:
            report(MessageCode::misplaced, expr.range, "this is only allowed in readings",
                   "a reading looks at a whole run; a script at one instant");
            return std::nullopt;
    }
}

Type Compiler::emit_dial(DialId dial, Emitted& out) {
    const DialInfo& info = program_.dials[dial];
    out.constant = out.constant && !info.boosted;
    out.code.push_back(instruction(info.boosted ? Op::boosted_dial : Op::dial, dial.written()));
    return {ValueKind::number, info.unit.dimension};
}

std::optional<Type> Compiler::emit_let(const syntax::Let& let, const Scope& scope, std::size_t level, Emitted& out) {
    if (ringed_lets_.contains(&let)) return std::nullopt;
    if (!open_lets_.insert(&let).second) {
        ringed_lets_ = open_lets_;
        report(MessageCode::ring, let.value.range, fmt::format("'{}' depends on itself", let.name.text),
               "remove one of the uses in the ring");
        return std::nullopt;
    }
    Scope inner = scope;
    inner.level = level;
    Emitted emitted;
    const std::optional<Type> type = emit(let.value, inner, emitted);
    open_lets_.erase(&let);
    if (!type) return std::nullopt;
    if (emitted.constant && is_number(*type)) {
        const Expression folded = finish(std::move(emitted), *type, let.value.range);
        out.code.push_back(instruction(Op::folded, folded.folded));
    } else {
        out.constant = out.constant && emitted.constant;
        out.code.insert(out.code.end(), emitted.code.begin(), emitted.code.end());
    }
    return type;
}

/// Values that nothing asks for are checked too.
void Compiler::check_lets(const std::vector<syntax::Let>& lets, const Scope& scope) {
    for (const syntax::Let& let : lets) {
        note_name(let.name.range, let.name.range);
        Emitted unused;
        emit_let(let, scope, 0, unused);
    }
}

/// Looks a name up in the owner and what it is based on, from the given level of the chain on.
std::optional<Type> Compiler::emit_in_chain(const std::string& name, SourceRange at, const Scope& scope,
                                            std::size_t from, Emitted& out, bool& found) {
    found = true;
    note_member(at, name, scope, from);
    for (std::size_t level = from; level < scope.chain.size(); ++level) {
        const syntax::Owner& owner = *scope.chain[level];
        for (const syntax::Let& let : owner.lets)
            if (let.name.text == name) return emit_let(let, scope, level, out);
        if (const auto dial = program_.find_dial(owner.name.text + "." + name)) return emit_dial(*dial, out);
    }
    const std::string path = scope.chain.empty() ? name : scope.chain.front()->name.text + "." + name;
    if (const auto counter = counters_.find(path); counter != counters_.end()) {
        emit_counter(counter->second, out);
        return plain_number;
    }
    if (const auto memory = memories_.find(path); memory != memories_.end()) {
        out.constant = false;
        const MemoryInfo& info = program_.memories[static_cast<std::size_t>(memory->second)];
        Instruction in = instruction(is_vector(info.type) ? Op::memory_vector : Op::memory, info.slot);
        if (info.kind) {
            in.op = is_vector(info.type) ? Op::own_memory_vector : Op::own_memory;
            in.detail = info.kind.written();
        }
        out.code.push_back(in);
        return info.type;
    }
    found = false;
    return std::nullopt;
}

void Compiler::emit_counter(CounterId counter, Emitted& out) {
    out.constant = false;
    const CounterInfo& info = program_.counters[counter];
    Instruction in = instruction(Op::counter, counter.written());
    if (info.kind) {
        in.op = Op::own_counter;
        in.index = info.own;
        in.detail = info.kind.written();
    }
    out.code.push_back(in);
}

std::optional<Type> Compiler::emit_name(const Expr& expr, const Scope& scope, Emitted& out) {
    bool found = false;
    const SourceRange at = first_part(expr);
    const auto in_chain = emit_in_chain(expr.name, at, scope, 0, out, found);
    if (found) return in_chain;
    if (!expr.was.empty()) {  // what an owner has under the old word of a sense hides the sense
        const auto own = emit_in_chain(expr.was, at, scope, 0, out, found);
        if (found) return own;
    }
    note_file_name(at, expr.name);
    if (const auto let = file_lets_.find(expr.name); let != file_lets_.end()) {
        return emit_let(*let->second, Scope{}, 0, out);
    }
    if (const auto dial = program_.find_dial(expr.name)) return emit_dial(*dial, out);
    if (const auto counter = counters_.find(expr.name); counter != counters_.end()) {
        emit_counter(counter->second, out);
        return plain_number;
    }
    if (const auto meter = program_.find_meter(expr.name)) {
        out.constant = false;
        out.code.push_back(instruction(Op::meter, meter->written()));
        return plain_number;
    }
    if (came_later(expr.name) && expr.was.empty())
        if (const auto machine = program_.find_machine(expr.name)) return emit_active(expr, *machine, out);
    if (const auto sense = find_sense(plain_senses(), expr.name)) return emit_sense(*sense, scope, expr, out);
    if (const auto sense = find_sense(fixture_senses(), expr.name); sense && is_fixture(scope)) {
        const bool touch = sense->sense == Sense::touched || sense->sense == Sense::touching;
        if (touch && scope.machine) program_.machines[scope.machine].asks_touch = true;
        if (sense->sense == Sense::load && scope.machine)
            program_.machines[scope.machine].asks_load = program_.asks_load = true;
        return emit_sense(*sense, scope, expr, out);
    }
    if (const auto machine = program_.find_machine(expr.name)) return emit_active(expr, *machine, out);
    unknown_name(expr, scope);
    return std::nullopt;
}

std::optional<Type> Compiler::emit_sense(const SenseInfo& sense, const Scope& scope, const Expr& expr, Emitted& out) {
    const bool of_phase = sense.sense == Sense::phase_time || sense.sense == Sense::share;
    if (of_phase && !scope.machine) {
        report(MessageCode::misplaced, expr.range,
               fmt::format("'{}' is only allowed in moves, stances and fixtures", sense.word));
        return std::nullopt;
    }
    if (sense.sense != Sense::up) out.constant = false;
    Instruction in = instruction(is_vector(sense.type) ? Op::sense_vector : Op::sense, scope.machine.written());
    in.sense = sense.sense;
    out.code.push_back(in);
    return sense.type;
}

std::optional<Type> Compiler::emit_active(const Expr& expr, MachineId machine, Emitted& out) {
    if (program_.machines[machine].kind == MachineKind::fixture) {
        report(MessageCode::wrong_argument, expr.range,
               fmt::format("'{}' is a fixture, and the course may have several", expr.name),
               "let the fixture emit an event, and use heard(EVENT)");
        return std::nullopt;
    }
    PhaseId phase;
    if (!expr.member.empty()) {
        const auto found = program_.find_phase(machine, expr.member);
        if (!found) return std::nullopt;
        phase = *found;
        note_phase(last_part(expr), machine, expr.member);
    }
    out.constant = false;
    Instruction in = instruction(Op::sense, machine.written(), phase.written());
    in.sense = Sense::active;
    out.code.push_back(in);
    return truth_type;
}

std::optional<Type> Compiler::emit_member(const Expr& expr, const Scope& scope, Emitted& out) {
    bool found = false;
    if (expr.name == "base") {
        const auto type = emit_in_chain(expr.member, last_part(expr), scope, scope.level + 1, out, found);
        if (found) return type;
        report(MessageCode::unknown_name, expr.range, fmt::format("the base has no '{}'", expr.member),
               scope.chain.size() < 2 ? "only a move or stance with 'is' has a base" : "");
        return std::nullopt;
    }
    if (const auto probe = find_probe(expr.name, scope)) {
        if (!note_member(first_part(expr), expr.name, scope)) note_file_name(first_part(expr), expr.name);
        return emit_probe_member(expr, *probe, out);
    }
    const auto owner = owners_.find(expr.name);
    if (owner == owners_.end()) {
        if (!foreign_probe(expr) && !part_of_value(expr, scope)) unknown_name(expr, scope);
        return std::nullopt;
    }
    note_file_name(first_part(expr), expr.name);
    const auto type = emit_in_chain(expr.member, last_part(expr), scope_of(*owner->second), 0, out, found);
    if (found) return type;
    if (const auto machine = program_.find_machine(expr.name))
        if (const auto active = emit_active(expr, *machine, out)) return active;
    std::vector<std::string> names;
    for (const syntax::Owner* level : chain_of(*owner->second)) {
        for (const auto& dial : level->dials) names.push_back(dial.name.text);
        for (const auto& let : level->lets) names.push_back(let.name.text);
        for (const auto& counter : level->counters) names.push_back(counter.name.text);
        for (const auto& phase : level->phases) names.push_back(phase.name.text);
    }
    const std::string near = near_name(expr.member, names);
    report(MessageCode::unknown_name, expr.range,
           fmt::format("'{}' has no dial, value or phase '{}'", expr.name, expr.member),
           near.empty() ? "" : fmt::format("did you mean '{}.{}'?", expr.name, near));
    return std::nullopt;
}

/// `place.z`: what has a value of its own has no parts by name.
bool Compiler::part_of_value(const Expr& expr, const Scope& scope) {
    Expr whole = expr;
    whole.member.clear();
    constexpr std::array<std::string_view, 3> parts{"x", "y", "z"};
    const auto part = std::find(parts.begin(), parts.end(), expr.member);
    const bool sense = find_sense(plain_senses(), expr.name) || find_sense(fixture_senses(), expr.name);
    if (!sense && part == parts.end()) return false;
    Emitted unused;
    const auto type = emit(whole, scope, unused);
    if (!type) return true;  // that has been told
    std::string hint;
    constexpr std::array<std::string_view, 3> along{"along_x", "along_y", "up"};
    if (is_vector(*type) && part != parts.end())
        hint = fmt::format("how far it goes along a direction: dot({}, {})", expr.name,
                           along[static_cast<std::size_t>(part - parts.begin())]);
    report(MessageCode::unknown_name, expr.range, fmt::format("'{}' has no part '{}'", expr.name, expr.member),
           std::move(hint));
    return true;
}

/// A probe belongs to the move that declares it; asked from another one it isn't there.
bool Compiler::foreign_probe(const Expr& expr) {
    for (const ProbeInfo& probe : program_.probes) {
        const std::size_t point = probe.path.find('.');
        if (point == std::string::npos || probe.path.substr(point + 1) != expr.name) continue;
        report(MessageCode::misplaced, expr.range,
               fmt::format("'{}' is a probe of '{}', and is only allowed in '{}'", expr.name,
                           probe.path.substr(0, point), probe.path.substr(0, point)),
               fmt::format("declare it outside of any move: probe {} = ...", expr.name));
        return true;
    }
    return false;
}

/// Whose dial or counter has this name: of the body, stance, move or kind of fixture that is declared first; or
/// nobody's.
std::string Compiler::owner_with(const std::string& name) const {
    const auto has = [&](const auto& items) {
        return std::any_of(items.begin(), items.end(), [&](const auto& item) { return item.name.text == name; });
    };
    const syntax::Owner* first = nullptr;
    for (const auto& [owner_name, owner] : owners_) {
        const auto place = [](const syntax::Owner& of) { return std::pair(of.name.range.file, of.name.range.begin); };
        if ((has(owner->dials) || has(owner->counters)) && (first == nullptr || place(*owner) < place(*first)))
            first = owner;
    }
    return first == nullptr ? std::string() : first->name.text;
}

std::optional<Type> Compiler::emit_arithmetic(const Expr& expr, const Scope& scope, Emitted& out) {
    const auto left = emit(expr.parts[0], scope, out);
    if (!left) return std::nullopt;
    if (left->kind == ValueKind::truth) {
        report(MessageCode::wrong_type, expr.parts[0].range, "expected a number, got yes or no",
               "use pick, or compare numbers");
        return std::nullopt;
    }
    if (expr.kind == ExprKind::negate) {
        out.code.push_back(instruction(is_vector(*left) ? Op::negate_vector : Op::negate));
        return left;
    }
    if (expr.kind == ExprKind::power) {
        if (is_vector(*left)) {
            report(MessageCode::wrong_type, expr.range, "^: expected a number, got a direction", "use length(...)");
            return std::nullopt;
        }
        Instruction in = instruction(Op::power);
        in.number = expr.parts[1].literal.written;
        out.code.push_back(in);
        return Type{ValueKind::number, power(left->dimension, static_cast<int>(in.number))};
    }
    const bool sum = expr.kind == ExprKind::add || expr.kind == ExprKind::subtract;
    // number * vector is compiled as vector * number
    if (expr.kind == ExprKind::multiply && is_number(*left)) {
        Emitted right_code;
        const auto right = emit(expr.parts[1], scope, right_code);
        if (!right) return std::nullopt;
        if (is_vector(*right)) {
            Emitted left_code;
            emit(expr.parts[0], scope, left_code);
            out.code.resize(out.code.size() - left_code.code.size());
            out.code.insert(out.code.end(), right_code.code.begin(), right_code.code.end());
            out.code.insert(out.code.end(), left_code.code.begin(), left_code.code.end());
            out.code.push_back(instruction(Op::scale_vector));
            out.constant = out.constant && right_code.constant;
            return Type{ValueKind::vector, left->dimension * right->dimension};
        }
    }
    const auto right = emit(expr.parts[1], scope, out);
    if (!right) return std::nullopt;
    if (right->kind == ValueKind::truth) {
        report(MessageCode::wrong_type, expr.parts[1].range, "expected a number, got yes or no",
               "use pick, or compare numbers");
        return std::nullopt;
    }
    if (sum) {
        if (*left != *right) {
            report(MessageCode::different_types, expr.range,
                   fmt::format("{} and {} cannot be {}", type_text(*left), type_text(*right),
                               expr.kind == ExprKind::add ? "added" : "subtracted"),
                   "both sides need the same unit");
            return std::nullopt;
        }
        const bool add = expr.kind == ExprKind::add;
        if (is_vector(*left)) {
            out.code.push_back(instruction(add ? Op::add_vector : Op::subtract_vector));
        } else {
            out.code.push_back(instruction(add ? Op::add : Op::subtract));
        }
        return left;
    }
    if (is_vector(*right)) {
        report(MessageCode::wrong_type, expr.range, "expected a number beside the direction",
               "for two directions use dot(a, b)");
        return std::nullopt;
    }
    const bool multiply = expr.kind == ExprKind::multiply;
    const Dimension dimension = multiply ? left->dimension * right->dimension : left->dimension / right->dimension;
    if (is_vector(*left)) {
        out.code.push_back(instruction(multiply ? Op::scale_vector : Op::divide_vector));
        return Type{ValueKind::vector, dimension};
    }
    out.code.push_back(instruction(multiply ? Op::multiply : Op::divide));
    return Type{ValueKind::number, dimension};
}

std::optional<Type> Compiler::emit_comparison(const Expr& expr, const Scope& scope, Emitted& out) {
    const std::size_t left_begins = out.code.size();
    const auto left = emit(expr.parts[0], scope, out);
    const std::size_t right_begins = out.code.size();
    const auto right = emit(expr.parts[1], scope, out);
    if (!left || !right) return std::nullopt;
    if (!is_number(*left) || *left != *right) {
        report(MessageCode::different_types, expr.range,
               fmt::format("{} cannot be compared with {}", type_text(*left), type_text(*right)),
               is_vector(*left) ? "compare its length(...)" : "both sides need the same unit");
        return std::nullopt;
    }
    check_counter_range(expr, left_begins, right_begins, out);
    static const std::map<ExprKind, Op> ops{
        {ExprKind::less, Op::less},       {ExprKind::less_equal, Op::less_equal},
        {ExprKind::greater, Op::greater}, {ExprKind::greater_equal, Op::greater_equal},
        {ExprKind::equal, Op::equal},     {ExprKind::unequal, Op::unequal}};
    out.code.push_back(instruction(ops.at(expr.kind)));
    return truth_type;
}

/// A counter that is compared with a number beyond its range: the comparison says the same for ever.
void Compiler::check_counter_range(const Expr& expr, std::size_t left, std::size_t right, const Emitted& code) {
    if (right != left + 1 || code.code.size() != right + 1) return;
    Instruction counter = code.code[left];
    Instruction constant = code.code[right];
    bool mirrored = false;
    if (constant.op != Op::constant) {
        std::swap(counter, constant);
        mirrored = true;
    }
    if (constant.op != Op::constant || (counter.op != Op::counter && counter.op != Op::own_counter)) return;
    const auto found = std::find_if(program_.counters.begin(), program_.counters.end(), [&](const CounterInfo& info) {
        if (counter.op == Op::counter) return &info - program_.counters.data() == counter.index;
        return info.kind.written() == counter.detail && info.own == counter.index;
    });
    if (found == program_.counters.end()) return;
    const auto holds = [&](double value) {
        const double a = mirrored ? constant.number : value;
        const double b = mirrored ? value : constant.number;
        switch (expr.kind) {
            case ExprKind::less: return a < b;
            case ExprKind::less_equal: return a <= b;
            case ExprKind::greater: return a > b;
            case ExprKind::greater_equal: return a >= b;
            case ExprKind::equal: return a == b;
            default: return a != b;
        }
    };
    bool always = true;
    bool never = true;
    for (double value = found->low; value <= found->high; value += 1.0) (holds(value) ? never : always) = false;
    if (!always && !never) return;
    warn(MessageCode::out_of_range, expr.range,
         fmt::format("counter '{}' goes from {:g} to {:g}, so this {}", found->path, found->low, found->high,
                     always ? "always holds" : "never holds"),
         "compare with a number inside its range, or widen the range");
}

std::optional<Type> Compiler::emit_logic(const Expr& expr, const Scope& scope, Emitted& out) {
    const auto left = emit(expr.parts[0], scope, out);
    if (expr.kind == ExprKind::invert) {
        if (!expects(expr.parts[0], left, truth_type, "not")) return std::nullopt;
        out.code.push_back(instruction(Op::invert));
        return truth_type;
    }
    // What the left side decides alone is not asked further: probes on the right cost more than a button on the left.
    const bool truths = left && *left == truth_type;
    const std::size_t skip = out.code.size();
    if (truths) out.code.push_back(instruction(expr.kind == ExprKind::both ? Op::skip_if_no : Op::skip_if_yes));
    const auto right = emit(expr.parts[1], scope, out);
    if (!left || !right) return std::nullopt;
    if (truths) out.code[skip].detail = static_cast<std::int32_t>(out.code.size() - skip);
    if (expr.kind == ExprKind::either && is_vector(*left) && *left == *right) {
        out.code.push_back(instruction(Op::either_vector));
        return left;
    }
    const char* word = expr.kind == ExprKind::both ? "and" : "or";
    if (!expects(expr.parts[0], left, truth_type, word) || !expects(expr.parts[1], right, truth_type, word))
        return std::nullopt;
    out.code.push_back(instruction(expr.kind == ExprKind::both ? Op::both : Op::either));
    return truth_type;
}

/// `X within T`: X holds, or held at most T ago. Known for what the state keeps the time of.
std::optional<Type> Compiler::emit_within(const Expr& expr, const Scope& scope, Emitted& out) {
    Watch watch;
    if (!watch_of(expr, scope, watch)) {
        // What isn't known at all is told as such; what is known but has no past, as that.
        Emitted unused;
        if (!emit(expr.parts[0], scope, unused)) return std::nullopt;
        report(MessageCode::wrong_argument, expr.parts[0].range, "within is not allowed after this condition",
               "it is allowed after grounded, airborne, landed, left_ground, bumped(wall), bumped(ceiling), held(b), "
               "pressed(b), "
               "released(b), moves and stances");
        return std::nullopt;
    }
    if (watch.sense == Sense::active) note_file_name(expr.parts[0].range, expr.parts[0].name);
    out.constant = false;
    const auto time = emit(expr.parts[1], scope, out);
    if (!expects(expr.parts[1], time, {ValueKind::number, dimensions::time}, "within")) return std::nullopt;
    Instruction in = instruction(Op::within, watch.index);
    in.sense = watch.sense;
    out.code.push_back(in);
    return truth_type;
}

}  // namespace leap
