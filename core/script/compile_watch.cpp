// SPDX-License-Identifier: MIT
#include <algorithm>
#include <map>

#include "core/script/compiler.hpp"
#include "core/script/old_words.hpp"

/// What of a condition is watched inside a tick, and what has to be sought.
namespace leap {

using syntax::Expr;
using syntax::ExprKind;

namespace {

/// How a sense is watched, where its course inside a tick is known.
std::optional<WatchKind> watch_kind(const Instruction& in) {
    if (in.op == Op::meter) return WatchKind::meter;
    switch (in.sense) {
        case Sense::rising: return WatchKind::rising;
        case Sense::speed: return WatchKind::speed;
        case Sense::feet: return WatchKind::feet;
        case Sense::phase_time: return WatchKind::phase_time;
        case Sense::stance_time: return WatchKind::stance_time;
        case Sense::grounded_time: return WatchKind::grounded_time;
        case Sense::airborne_time: return WatchKind::airborne_time;
        case Sense::held_time: return WatchKind::held_time;
        default: return std::nullopt;
    }
}

}  // namespace

/// Whether anything in it changes on the way without being watched. Each watch takes care of one thing that changes,
/// when what that is compared with doesn't change itself.
bool Compiler::is_sought(const Condition& condition) const {
    std::vector<WatchKind> watched;
    for (const Watch& watch : condition.watches)
        if (!watch.value.varies && !watch.value.turns) watched.push_back(watch.kind);
    for (std::uint32_t i = 0; i < condition.truth.count; ++i) {
        const Instruction& in = program_.code[condition.truth.first + i];
        const bool asks = in.op == Op::sense || in.op == Op::sense_vector;
        if (asks && depends_on_place(in.sense)) return true;
        const bool turns = in.op == Op::sense_vector && (in.sense == Sense::forward || in.sense == Sense::right);
        if (!(in.op == Op::meter || turns || (asks && varies_between_instants(in.sense)))) continue;
        const auto kind = watch_kind(in);
        const auto found = kind ? std::find(watched.begin(), watched.end(), *kind) : watched.end();
        if (found == watched.end()) return true;
        watched.erase(found);
    }
    return false;
}

/// Whether a name means something of the script's own, which is called like a sense that came later.
bool Compiler::hides_sense(const Expr& name, const Scope& scope) const {
    const auto has = [&](const auto& items) {
        return std::any_of(items.begin(), items.end(), [&](const auto& item) { return item.name.text == name.name; });
    };
    for (const syntax::Owner* level : scope.chain)
        if (has(level->lets) || has(level->dials) || has(level->counters)) return true;
    return claimed_.contains(name.name);
}

/// What to watch for a quantity; false for those whose course inside a tick isn't known.
bool Compiler::watch_of(const Expr& quantity, const Scope& scope, Watch& out) const {
    const Expr& q = quantity.kind == ExprKind::within ? quantity.parts[0] : quantity;
    if (quantity.kind == ExprKind::within) {
        out.kind = WatchKind::within;
        if (q.kind == ExprKind::name && q.member.empty()) {
            const auto sense = find_sense(plain_senses(), q.name);
            if (sense) {
                out.sense = sense->sense;
                return is_remembered(sense->sense);
            }
            const auto machine = program_.find_machine(q.name);
            if (!machine) return false;
            out.sense = Sense::active;
            out.index = machine->written();
            return true;
        }
        if (q.kind != ExprKind::call || q.parts.size() != 1) return false;
        if (q.name == "bumped" && (q.parts[0].name == "wall" || q.parts[0].name == "ceiling")) {
            out.sense = q.parts[0].name == "wall" ? Sense::bumped_wall : Sense::bumped_ceiling;
            return true;
        }
        const auto sense = find_sense(button_senses(), q.name);
        const auto button = program_.find_button(q.parts[0].name);
        if (!sense || !button || !is_remembered(sense->sense)) return false;
        out.sense = sense->sense;
        out.index = button->written();
        return true;
    }
    if (q.kind == ExprKind::call && q.name == "held_time" && q.parts.size() == 1) {
        const auto button = program_.find_button(q.parts[0].name);
        out.kind = WatchKind::held_time;
        out.index = button.value_or(ButtonId{}).written();
        return button.has_value();
    }
    if (q.kind != ExprKind::name || !q.member.empty()) return false;
    if (const auto meter = program_.find_meter(q.name)) {
        out.kind = WatchKind::meter;
        out.index = meter->written();
        return true;
    }
    if (came_later(q.name) && hides_sense(q, scope)) return false;
    static const std::map<std::string, WatchKind> kinds{
        {"vertical_speed", WatchKind::rising},       {"speed", WatchKind::speed},
        {"horizontal_speed", WatchKind::speed},      {"feet", WatchKind::feet},
        {"phase_time", WatchKind::phase_time},       {"stance_time", WatchKind::stance_time},
        {"grounded_time", WatchKind::grounded_time}, {"airborne_time", WatchKind::airborne_time}};
    const auto found = kinds.find(q.name);
    if (found == kinds.end()) return false;
    out.kind = found->second;
    out.index = scope.machine.written();
    return true;
}

void Compiler::find_watches(const Expr& expr, const Scope& scope, std::vector<Watch>& out) {
    const auto add = [&](const Expr& quantity, const Expr& bound) {
        Watch watch;
        if (!watch_of(quantity, scope, watch)) return;
        Emitted emitted;
        const auto type = emit(bound, scope, emitted);
        if (!type || type->kind != ValueKind::number) return;
        watch.value = finish(std::move(emitted), *type, bound.range);
        out.push_back(std::move(watch));
    };
    switch (expr.kind) {
        case ExprKind::less:
        case ExprKind::less_equal:
        case ExprKind::greater:
        case ExprKind::greater_equal:
            add(expr.parts[0], expr.parts[1]);
            add(expr.parts[1], expr.parts[0]);
            return;
        case ExprKind::within: add(expr, expr.parts[1]); return;
        case ExprKind::name:
            // A condition given a name with let is watched just the same.
            for (const syntax::Owner* level : scope.chain)
                for (const syntax::Let& let : level->lets)
                    if (expr.member.empty() && let.name.text == expr.name) return find_watches(let.value, scope, out);
            return;
        default:
            for (const Expr& part : expr.parts) find_watches(part, scope, out);
    }
}

}  // namespace leap
