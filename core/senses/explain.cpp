// SPDX-License-Identifier: MIT
#include "core/senses/explain.hpp"

#include <fmt/format.h>

#include <cmath>

#include "core/senses/gates.hpp"
#include "core/senses/sense_values.hpp"

namespace leap {
namespace {

std::string ago(double seconds) {
    if (!std::isfinite(seconds)) return "not yet";
    return seconds <= 0.0 ? "now" : fmt::format("{:.2f} s ago", seconds);
}

std::string seen_by(const EvaluationContext& context, const GatePart& part) {
    if (part.within) return ago(context.now() - last_true(context, part.within->sense, part.within->index));
    if (part.left) {
        const std::string left = quantity_text(number(context, *part.left), part.left->type.dimension, 2);
        const std::string right = quantity_text(number(context, *part.right), part.right->type.dimension, 2);
        return fmt::format("{}, needs {} {}", left, part.comparison, right);
    }
    return truth(context, part.truth) ? "yes" : "no";
}

/// "breath 8 of 15" when the part compares a meter.
std::string meter_words(const EvaluationContext& context, const GatePart& part) {
    if (!part.left || part.left->count != 1) return {};
    const Instruction& in = context.program.code[part.left->first];
    if (in.op != Op::meter) return {};
    return fmt::format("{} {} of {}", context.program.meters[MeterId::read(in.index)].name,
                       number_text(number(context, *part.left), 0), number_text(number(context, *part.right), 0));
}

/// The first part of a gate that doesn't hold; the first part when all do.
const GatePart& refusing_part(const EvaluationContext& context, const Gate& gate) {
    for (const GatePart& part : gate.parts)
        if (!truth(context, part.truth)) return part;
    return gate.parts.front();
}

GateAnswer answer_of(const EvaluationContext& context, MachineId move, const Gate& gate) {
    GateAnswer out;
    out.text = gate.text;
    out.reason = gate.reason;
    out.range = gate.range;
    out.holds = gate_holds(context, move, gate);
    if (gate.cooldown) {
        const double since = context.now() - context.actor.machines[move].started_at;
        const double left = number(context, gate.cooldown_time) - since;
        out.seen = left > 0.0 ? fmt::format("{:.2f} s left", left) : "over";
        return out;
    }
    // Of several parts the one that refuses is the one worth showing.
    if (gate.parts.empty()) return out;
    const GatePart& shown = refusing_part(context, gate);
    out.seen = seen_by(context, shown);
    if (!out.holds) out.meter = meter_words(context, shown);
    if (gate.parts.size() > 1 && !out.holds) out.seen = fmt::format("{}: {}", shown.text, out.seen);
    return out;
}

GateAnswer refused_cut(const EvaluationContext& context, const CutRefusal& refusal) {
    const Machine& active = context.program.machines[refusal.active];
    const PhaseId phase = context.actor.machines[refusal.active].phase;
    GateAnswer out;
    out.text = fmt::format("may cut {}.{}", active.name, active.phases[phase].name);
    out.reason = fmt::format("{} holds the body", active.name);
    out.seen = refusal.seconds_left ? fmt::format("in {:.2f} s", *refusal.seconds_left) : "no";
    out.range = active.phases[phase].range;
    return out;
}

}  // namespace

MoveAnswer explain_move(const EvaluationContext& context, MachineId move) {
    const Machine& machine = context.program.machines[move];
    const MachineState& running = context.actor.machines[move];
    MoveAnswer out;
    out.move = move;
    const GateAnswer* refusing = nullptr;
    const Gate* waiting_for = nullptr;
    out.gates.reserve(machine.gates.size() + 1);
    if (machine.start_when) {
        out.gates.push_back(answer_of(context, move, *machine.start_when));
        out.gates.back().text = "when " + out.gates.back().text;
        if (!out.gates.back().holds)
            out.gates.back().reason = "waits for " + refusing_part(context, *machine.start_when).text;
    }
    const std::size_t first_gate = out.gates.size();
    for (const Gate& gate : machine.gates) out.gates.push_back(answer_of(context, move, gate));
    if (machine.charges) {
        GateAnswer charge;
        charge.text = "charges";
        charge.holds = charge_left(context, move);
        charge.reason = "no charge left";
        charge.seen = fmt::format("{} of {}", number_text(running.charges, 0),
                                  number_text(number(context, machine.charges->count), 0));
        charge.range = machine.charges->count.range;
        out.gates.push_back(std::move(charge));
    }
    const auto refusal = running.phase ? std::nullopt : cut_refusal(context, move);
    if (refusal) out.gates.push_back(refused_cut(context, *refusal));
    for (std::size_t i = 0; i < out.gates.size(); ++i) {
        if (out.gates[i].holds) continue;
        const std::size_t own = i - first_gate;
        const bool cooldown = i >= first_gate && own < machine.gates.size() && machine.gates[own].cooldown;
        // A refusal weighs more than a wait.
        if (refusing == nullptr || (waiting_for != nullptr && !cooldown)) {
            refusing = &out.gates[i];
            waiting_for = cooldown ? &machine.gates[own] : nullptr;
        }
    }
    if (context.tuning.is_off(move)) {
        out.readiness = Readiness::refused;
        out.why = "off for this run";
    } else if (running.phase) {
        out.readiness = Readiness::active;
        out.why = machine.phases[running.phase].name;
    } else if (context.actor.seat && machine.layer == 0) {
        out.readiness = Readiness::refused;
        out.why = "sits on " + context.course->plan.fixtures[context.actor.seat.at()].name;
    } else if (refusing == nullptr) {
        out.why = "ready";
    } else if (waiting_for != nullptr) {
        out.readiness = Readiness::waiting;
        out.why = refusing->seen;
    } else {
        out.readiness = Readiness::refused;
        out.why = refusing->reason.empty() ? fmt::format("not {}", refusing->text) : refusing->reason;
        if (!refusing->meter.empty()) out.why = fmt::format("{}: {}", out.why, refusing->meter);
    }
    return out;
}

}  // namespace leap
