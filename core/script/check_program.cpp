// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <set>

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

/// Whether parts that must all hold leave no value for one of the quantities they bound, or say and deny the same.
bool contradict(const std::vector<const GatePart*>& parts, const Tuning& tuning) {
    std::map<std::string, std::pair<double, double>> bounds;
    bool grounded = false;
    bool airborne = false;
    std::set<std::string> said;
    for (const GatePart* each : parts) said.insert(each->text);
    for (const std::string& text : said)
        if (said.contains("not " + text)) return true;
    for (const GatePart* each : parts) {
        const GatePart& part = *each;
        grounded = grounded || part.text == "grounded" || part.text == "not airborne";
        airborne = airborne || part.text == "airborne" || part.text == "not grounded";
        if (!part.left || part.right->folded < 0 || part.left->folded >= 0) continue;
        auto [entry, fresh] = bounds.try_emplace(part.text.substr(0, part.text.find_first_of("<>=!")), -1e300, 1e300);
        const double value = folded_value(tuning, *part.right);
        if (part.comparison.front() == '>' || part.comparison == "==")
            entry->second.first = std::max(entry->second.first, value);
        if (part.comparison.front() == '<' || part.comparison == "==")
            entry->second.second = std::min(entry->second.second, value);
    }
    const bool empty = std::any_of(bounds.begin(), bounds.end(),
                                   [](const auto& bound) { return bound.second.first > bound.second.second; });
    return empty || (grounded && airborne);
}

std::vector<const GatePart*> parts_of(std::initializer_list<const Gate*> gates) {
    std::vector<const GatePart*> out;
    for (const Gate* gate : gates)
        for (const GatePart& part : gate->parts) out.push_back(&part);
    return out;
}

}  // namespace

void Compiler::check_program() {
    const Tuning tuning = written_tuning(program_);
    for (const Machine& machine : program_.machines) {
        check_phases(machine, tuning);
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
    // A first phase that a condition may end earlier says nothing about how long the move lasts.
    double shortest = 0.0;
    const auto& ways = machine.phases[0].ways;
    const bool whole = std::none_of(ways.begin(), ways.end(), [](const Way& way) { return way.when || way.after; });
    if (whole && machine.phases[0].duration && machine.phases[0].duration->folded >= 0)
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
        if (contradict(parts_of({&gate}), tuning)) {
            warn(gate.range, "this gate can never hold", "its parts exclude each other");
            continue;
        }
        for (const Gate& before : machine.gates) {
            if (&before == &gate) break;
            if (before.cooldown || contradict(parts_of({&before}), tuning)) continue;
            if (!contradict(parts_of({&before, &gate}), tuning)) continue;
            warn(gate.range,
                 fmt::format("this gate and the one in line {} can't both hold",
                             line_column(program_.files[before.range.file].text, before.range.begin).line),
                 "so the move never starts");
        }
    }
}

void Compiler::check_phases(const Machine& machine, const Tuning& tuning) {
    for (const Phase& phase : machine.phases) {
        if (phase.duration && phase.duration->folded >= 0 && folded_value(tuning, *phase.duration) < 0.0)
            warn(phase.duration->range,
                 fmt::format("{}.{} would last {}", machine.name, phase.name,
                             quantity_text(folded_value(tuning, *phase.duration), dimensions::time)),
                 "a phase lasts no time or longer; it ends at once");
        const auto& limit = phase.effects.limit;
        if (!limit || limit->low.folded < 0 || limit->high.folded < 0) continue;
        const double low = folded_value(tuning, limit->low);
        const double high = folded_value(tuning, limit->high);
        if (low > high)
            warn(limit->low.range,
                 fmt::format("this limit leaves nothing: {} is above {}", quantity_text(low, dimensions::speed),
                             quantity_text(high, dimensions::speed)),
                 "the lower end comes first");
    }
}

}  // namespace leap
