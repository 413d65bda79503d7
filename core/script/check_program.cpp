// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/defaults.hpp"
#include "core/script/compiler.hpp"

/// Warnings: what compiles but can't be meant.
namespace leap {
namespace {

/// The phases a phase can lead to; the size of `phases` stands for the end of the move.
std::vector<std::size_t> next_phases(const Machine& machine, std::size_t index) {
    const Phase& phase = machine.phases[index];
    std::vector<std::size_t> out;
    bool timed_way = false;
    for (const Transition& transition : phase.transitions) {
        out.push_back(!transition.to ? machine.phases.size() : transition.to.at());
        if (!transition.when && !transition.after) timed_way = true;
    }
    if (phase.duration && !timed_way) out.push_back(index + 1);
    return out;
}

double folded_value(const Tuning& tuning, const Expression& expression) {
    return tuning.folded[static_cast<std::size_t>(expression.folded)];
}

/// What gates that must all hold say together: the bounds of each quantity, and plain truths.
class GatesTogether {
  public:
    /// The gate before that leaves a value for none of its quantities beside this one, or denies what this one says;
    /// this one itself when its parts exclude each other. A gate that is excluded adds nothing.
    const Gate* excluded_by(const Gate& gate, const Tuning& tuning) {
        GatesTogether alone;
        for (const GatePart& part : gate.parts)
            if (alone.add(gate, part, tuning) != nullptr) return &gate;
        for (const GatePart& part : gate.parts)
            if (const Gate* other = conflict(part, tuning)) return other;
        for (const GatePart& part : gate.parts) add(gate, part, tuning);
        return nullptr;
    }

  private:
    struct Bounds {
        double low = -1e300, high = 1e300;
        const Gate* low_by = nullptr;
        const Gate* high_by = nullptr;
    };
    static std::string quantity(const GatePart& part) { return part.text.substr(0, part.text.find_first_of("<>=!")); }
    static bool bounds_something(const GatePart& part) {
        return part.left && part.right->folded >= 0 && part.left->folded < 0;
    }
    static std::string said(const GatePart& part) {
        if (part.text == "airborne") return "not grounded";
        return part.text == "not airborne" ? "grounded" : part.text;
    }

    const Gate* conflict(const GatePart& part, const Tuning& tuning) const {
        const std::string own = said(part);
        const std::string denied = own.starts_with("not ") ? own.substr(4) : "not " + own;
        if (const auto found = said_.find(denied); found != said_.end()) return found->second;
        if (!bounds_something(part)) return nullptr;
        const auto known = bounds_.find(quantity(part));
        if (known == bounds_.end()) return nullptr;
        const double value = folded_value(tuning, *part.right);
        const Bounds& b = known->second;
        if (part.comparison.front() != '<' && part.comparison != "!=" && value > b.high) return b.high_by;
        if (part.comparison.front() != '>' && part.comparison != "!=" && value < b.low) return b.low_by;
        return nullptr;
    }
    const Gate* add(const Gate& gate, const GatePart& part, const Tuning& tuning) {
        if (const Gate* other = conflict(part, tuning)) return other;
        said_.emplace(said(part), &gate);
        if (!bounds_something(part) || part.comparison == "!=") return nullptr;
        Bounds& b = bounds_[quantity(part)];
        const double value = folded_value(tuning, *part.right);
        if (part.comparison.front() != '<' && value > b.low) {
            b.low = value;
            b.low_by = &gate;
        }
        if (part.comparison.front() != '>' && value < b.high) {
            b.high = value;
            b.high_by = &gate;
        }
        return nullptr;
    }

    std::map<std::string, Bounds> bounds_;
    std::map<std::string, const Gate*> said_;
};

}  // namespace

void Compiler::check_program() {
    const Tuning tuning = written_tuning(program_);
    for (const Machine& machine : program_.machines) {
        check_phases(machine, tuning);
        for_each_action(machine, [&](const Action& action) {
            if (action.kind == ActionKind::spawn) check_spawn(action);
        });
        if (machine.kind != MachineKind::move) continue;
        check_ways_out(machine);
        check_gates(machine, tuning);
    }
    for (const CurveInfo& curve : program_.curves)
        if (!used_curves_.contains(curve.name))
            warn(MessageCode::unused, curve.range, fmt::format("curve '{}' is never used", curve.name));
}

/// What is spawned waits where nobody meets it, and is moved by what happens once it doesn't.
void Compiler::check_spawn(const Action& action) {
    const std::string& name = program_.tags[static_cast<std::size_t>(action.index)];
    const auto kind = program_.find_machine(name);
    if (!kind || program_.machines[*kind].kind != MachineKind::fixture) {
        std::vector<std::string> kinds;
        for (const Machine& machine : program_.machines)
            if (machine.kind == MachineKind::fixture) kinds.push_back(machine.name);
        const std::string near = nearest_name(name, kinds);
        return report(MessageCode::unknown_name, action.range, fmt::format("unknown fixture '{}'", name),
                      near.empty() ? std::string() : fmt::format("did you mean '{}'?", near));
    }
    const Machine& machine = program_.machines[*kind];
    if (machine.phases.empty()) return;
    if (!machine.phases[PhaseId(0)].effects.hidden)
        report(MessageCode::cannot_spawn, action.range,
               fmt::format("'{}' cannot be spawned: its first phase is not hidden", name),
               "add as its first phase: phase waits { hidden go out when spawned }");
    if (std::none_of(machine.phases.begin(), machine.phases.end(),
                     [](const Phase& phase) { return phase.effects.loose; }))
        report(MessageCode::cannot_spawn, action.range,
               fmt::format("'{}' cannot be spawned: none of its phases is loose", name),
               "add loose to the phase that follows spawned");
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
            warn(MessageCode::never_reached, phase.range,
                 fmt::format("phase '{}.{}' is never reached", machine.name, phase.name),
                 "no transition leads to it; add: go " + phase.name);
        else if (next_phases(machine, i).empty())
            warn(MessageCode::no_way_out, phase.range,
                 fmt::format("phase '{}.{}' never ends", machine.name, phase.name),
                 "add a transition (end when grounded), or a time after its name (for 0.5 s)");
    }
}

void Compiler::check_gates(const Machine& machine, const Tuning& tuning) {
    // A first phase that a condition may end earlier says nothing about how long the move lasts.
    double shortest = 0.0;
    const auto& transitions = machine.phases[0].transitions;
    const bool whole = std::none_of(transitions.begin(), transitions.end(),
                                    [](const Transition& transition) { return transition.when || transition.after; });
    if (whole && machine.phases[0].duration && machine.phases[0].duration->folded >= 0)
        shortest = folded_value(tuning, *machine.phases[0].duration);
    GatesTogether together;
    for (const Gate& gate : machine.gates) {
        if (gate.cooldown) {
            if (gate.cooldown_time.folded < 0) continue;
            const double time = folded_value(tuning, gate.cooldown_time);
            if (time < shortest)
                warn(MessageCode::no_effect, gate.range,
                     fmt::format("the cooldown of {} has no effect: the move takes {}",
                                 quantity_text(time, dimensions::time), quantity_text(shortest, dimensions::time)),
                     "a cooldown counts from the start of the move");
            continue;
        }
        if (gate.condition.truth.folded >= 0 && folded_value(tuning, gate.condition.truth) == 0.0)
            warn(MessageCode::never_starts, gate.range, "this gate never holds",
                 "its value is the same at all times; compare with something that changes");
        const Gate* before = together.excluded_by(gate, tuning);
        if (before == &gate) {
            warn(MessageCode::never_starts, gate.range, "this gate never holds", "its conditions exclude each other");
        } else if (before != nullptr) {
            warn(MessageCode::never_starts, gate.range,
                 fmt::format("this gate and the gate in line {} never hold at the same time",
                             line_column(program_.files[before->range.file].text, before->range.begin).line),
                 "the move never starts; change one of them");
        }
    }
}

/// Forces beyond all reason, and joints that can go nowhere.
void Compiler::check_forces(const Effects& effects, const Tuning& tuning) {
    const auto beyond = [&](const std::optional<Expression>& said, double most, Dimension dimension) {
        if (!said || said->folded < 0 || std::abs(folded_value(tuning, *said)) <= most) return;
        warn(MessageCode::over_limit, said->range,
             fmt::format("{} is above the limit", quantity_text(folded_value(tuning, *said), dimension)),
             fmt::format("it is used as {}", quantity_text(most, dimension)));
    };
    for (const Push& push : effects.pushes) beyond(push.force, defaults::max_force_n, dimensions::force);
    for (const Blow& blow : effects.blows) {
        beyond(blow.radius, defaults::max_blow_m, dimensions::length);
        beyond(blow.height, 2.0 * defaults::max_blow_m, dimensions::length);
        if (!blow.box) continue;
        for (const Expression& side : *blow.box) beyond(side, 2.0 * defaults::max_blow_m, dimensions::length);
    }
    for (const Spring& spring : effects.springs)
        beyond(spring.stiffness, defaults::stiffest_spring, dimensions::stiffness);
    if (!effects.joint) return;
    const Joint& joint = *effects.joint;
    beyond(joint.motor_most, defaults::max_force_n, joint.slides ? dimensions::force : dimensions::torque);
    const bool known = joint.low && joint.high && joint.low->folded >= 0 && joint.high->folded >= 0;
    if (known && folded_value(tuning, *joint.low) > folded_value(tuning, *joint.high))
        warn(MessageCode::empty_range, joint.low->range, "this joint cannot move: its lower end is above its upper end",
             "write the lower end first: from -20 deg to 20 deg");
}

void Compiler::check_phases(const Machine& machine, const Tuning& tuning) {
    for (const Phase& phase : machine.phases) {
        if (phase.duration && phase.duration->folded >= 0 && folded_value(tuning, *phase.duration) < 0.0)
            warn(MessageCode::empty_range, phase.duration->range,
                 fmt::format("phase '{}.{}' has the negative duration {}", machine.name, phase.name,
                             quantity_text(folded_value(tuning, *phase.duration), dimensions::time)),
                 "it ends at once; use a duration of 0 s or more");
        check_forces(phase.effects, tuning);
        const auto& limit = phase.effects.limit;
        if (!limit || limit->low.folded < 0 || limit->high.folded < 0) continue;
        const double low = folded_value(tuning, limit->low);
        const double high = folded_value(tuning, limit->high);
        if (low > high)
            warn(MessageCode::empty_range, limit->low.range,
                 fmt::format("the lower end of this limit, {}, is above its upper end, {}",
                             quantity_text(low, dimensions::speed), quantity_text(high, dimensions::speed)),
                 "write the lower end first");
    }
}

}  // namespace leap
