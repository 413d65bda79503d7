// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "core/script/compiler.hpp"

/// Warnings: what compiles but can't be meant.
namespace leap {
namespace {

/// The phases a phase can lead to; the size of `phases` stands for the end of the move.
std::vector<std::size_t> next_phases(const Machine& machine, std::size_t index) {
    const Phase& phase = machine.phases[index];
    std::vector<std::size_t> out;
    bool timed_way = false;
    for (const Way& way : phase.ways) {
        out.push_back(way.to < 0 ? machine.phases.size() : static_cast<std::size_t>(way.to));
        if (!way.when && !way.after) timed_way = true;
    }
    if (phase.duration && !timed_way) out.push_back(index + 1);
    return out;
}

double folded_value(const Tuning& tuning, const Expression& expression) {
    return tuning.folded[static_cast<std::size_t>(expression.folded)];
}

}  // namespace

void Compiler::check_program() {
    const Tuning tuning = written_tuning(program_);
    for (const Machine& machine : program_.machines) {
        if (machine.kind != MachineKind::move) continue;
        check_ways_out(machine);
        check_gates(machine, tuning);
    }
    for (const CurveInfo& curve : program_.curves)
        if (!used_curves_.contains(curve.name))
            warn(curve.range, fmt::format("the curve {} is never used", curve.name));
}

void Compiler::check_ways_out(const Machine& machine) {
    std::vector<bool> reached(machine.phases.size() + 1, false);
    std::vector<std::size_t> open{0};
    while (!open.empty()) {
        const std::size_t at = open.back();
        open.pop_back();
        if (reached[at]) continue;
        reached[at] = true;
        if (at == machine.phases.size()) continue;
        for (const std::size_t next : next_phases(machine, at)) open.push_back(next);
    }
    for (std::size_t i = 0; i < machine.phases.size(); ++i) {
        const Phase& phase = machine.phases[i];
        if (!reached[i])
            warn(phase.range, fmt::format("{}.{} is never reached", machine.name, phase.name),
                 "no way leads to it: add go " + phase.name);
        else if (next_phases(machine, i).empty())
            warn(phase.range, fmt::format("{}.{} has no way out", machine.name, phase.name),
                 "add end when grounded, or for 0.5 s behind its name");
    }
}

void Compiler::check_gates(const Machine& machine, const Tuning& tuning) {
    double shortest = 0.0;
    if (machine.phases[0].duration && machine.phases[0].duration->folded >= 0)
        shortest = folded_value(tuning, *machine.phases[0].duration);
    for (const Gate& gate : machine.gates) {
        if (gate.cooldown) {
            if (gate.cooldown_time.folded < 0) continue;
            const double time = folded_value(tuning, gate.cooldown_time);
            if (time < shortest)
                warn(gate.range,
                     fmt::format("the cooldown ({}) is shorter than the move ({})",
                                 quantity_text(time, dimensions::time), quantity_text(shortest, dimensions::time)),
                     "it counts from the move's start");
            continue;
        }
        if (gate.condition.truth.folded >= 0 && folded_value(tuning, gate.condition.truth) == 0.0)
            warn(gate.range, "this gate can never hold", "it does not depend on anything that happens");
        const bool grounded_and_airborne = gate.text == "grounded and airborne" || gate.text == "airborne and grounded";
        if (grounded_and_airborne)
            warn(gate.range, "this gate can never hold", "grounded and airborne exclude each other");
    }
}

}  // namespace leap
