// SPDX-License-Identifier: MIT
#include "core/play/explain.hpp"

#include <fmt/format.h>

#include <cmath>

#include "core/play/gates.hpp"

namespace leap {
namespace {

std::string ago(double seconds) {
    if (!std::isfinite(seconds)) return "not yet";
    return seconds <= 0.0 ? "now" : fmt::format("{:.2f} s ago", seconds);
}

std::string seen_by(const Moment& m, const GatePart& part) {
    if (part.within) return ago(m.state.time - last_true(m, part.within->sense, part.within->index));
    if (part.left) {
        const std::string left = quantity_text(number(m, *part.left), part.left->type.dimension, 2);
        const std::string right = quantity_text(number(m, *part.right), part.right->type.dimension, 2);
        return fmt::format("{}, needs {} {}", left, part.comparison, right);
    }
    return truth(m, part.truth) ? "yes" : "no";
}

GateAnswer answer_of(const Moment& m, std::int32_t move, const Gate& gate) {
    GateAnswer out;
    out.text = gate.text;
    out.reason = gate.reason;
    out.range = gate.range;
    out.holds = gate_holds(m, move, gate);
    if (gate.cooldown) {
        const double since = m.state.time - m.state.machines[static_cast<std::size_t>(move)].started_at;
        const double left = number(m, gate.cooldown_time) - since;
        out.seen = left > 0.0 ? fmt::format("{:.2f} s left", left) : "over";
        return out;
    }
    // Of several parts the one that refuses is the one worth showing.
    const GatePart* shown = gate.parts.empty() ? nullptr : &gate.parts.front();
    for (const GatePart& part : gate.parts)
        if (!truth(m, part.truth)) {
            shown = &part;
            break;
        }
    if (shown == nullptr) return out;
    out.seen = seen_by(m, *shown);
    if (gate.parts.size() > 1 && !out.holds) out.seen = fmt::format("{}: {}", shown->text, out.seen);
    return out;
}

}  // namespace

MoveAnswer explain_move(const Moment& m, std::int32_t move) {
    const auto index = static_cast<std::size_t>(move);
    const Machine& machine = m.program.machines[index];
    const MachineState& running = m.state.machines[index];
    MoveAnswer out;
    out.move = move;
    const GateAnswer* refusing = nullptr;
    const Gate* waiting_for = nullptr;
    out.gates.reserve(machine.gates.size() + 1);
    for (const Gate& gate : machine.gates) out.gates.push_back(answer_of(m, move, gate));
    if (machine.charges) {
        GateAnswer charge;
        charge.text = "charges";
        charge.holds = charge_left(m, move);
        charge.reason = "no charge left";
        charge.seen =
            fmt::format("{} of {}", number_text(running.charges, 0), number_text(number(m, machine.charges->count), 0));
        charge.range = machine.charges->count.range;
        out.gates.push_back(std::move(charge));
    }
    for (std::size_t i = 0; i < out.gates.size(); ++i) {
        if (out.gates[i].holds) continue;
        const bool cooldown = i < machine.gates.size() && machine.gates[i].cooldown;
        // A refusal weighs more than a wait.
        if (refusing == nullptr || (waiting_for != nullptr && !cooldown)) {
            refusing = &out.gates[i];
            waiting_for = cooldown ? &machine.gates[i] : nullptr;
        }
    }
    if (running.phase >= 0) {
        out.readiness = Readiness::active;
        out.why = machine.phases[static_cast<std::size_t>(running.phase)].name;
    } else if (refusing == nullptr) {
        out.why = "ready";
    } else if (waiting_for != nullptr) {
        out.readiness = Readiness::waiting;
        out.why = refusing->seen;
    } else {
        out.readiness = Readiness::refused;
        out.why = refusing->reason.empty() ? fmt::format("not {}", refusing->text) : refusing->reason;
    }
    return out;
}

}  // namespace leap
