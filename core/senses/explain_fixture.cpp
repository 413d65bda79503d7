// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <cmath>
#include <numbers>

#include "core/senses/explain.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/sight.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

std::string written(const Program& program, SourceRange range) {
    if (range.file >= program.files.size()) return {};
    const std::string& text = program.files[range.file].text;
    return range.end <= text.size() && range.begin < range.end ? text.substr(range.begin, range.end - range.begin)
                                                               : std::string();
}

GateAnswer focus_answer(const EvaluationContext& context, std::size_t fixture, const FocusInfo& focus) {
    GateAnswer out;
    out.text = "has the focus";
    out.range = focus.reach.range;
    out.holds = context.actor.focus.is(fixture);
    if (out.holds) return out;
    const FixturePose pose = fixture_pose(context, fixture);
    const Vec3 middle = context.actor.body.position + world_up * (0.5 * context.actor.height);
    const double distance = distance_to(pose, middle);
    const double reach = number(context, focus.reach);
    const Vec3 to = horizontal(middle - pose.center);
    const double angle =
        std::abs(std::remainder(elementary::atan2(to.y, to.x) - pose.turn_rad, 2.0 * std::numbers::pi));
    if (pose.hidden) {
        out.reason = "no focus: it is hidden";
    } else if (distance > reach) {
        out.reason = fmt::format("no focus: {:.2f} m away, it reaches {:.2f} m", distance, reach);
    } else if (focus.front && angle > 0.5 * number(context, *focus.front)) {
        out.reason =
            fmt::format("no focus: {:.0f} deg off its front, it listens to {:.0f}", angle * 180.0 / std::numbers::pi,
                        0.5 * number(context, *focus.front) * 180.0 / std::numbers::pi);
    } else if (!is_seen_from(context,
                             context.actor.body.position +
                                 world_up * std::min(number(context, context.body().eyes), context.actor.height),
                             fixture, pose)) {
        out.reason = "no focus: something solid hides it";
    } else {
        const FixtureId other = context.actor.focus;
        out.reason =
            other ? fmt::format("no focus: {} has it", context.course->plan.fixtures[other.at()].name) : "no focus";
    }
    return out;
}

GateAnswer way_answer(const EvaluationContext& own, const Machine& kind, const Phase& phase,
                      const Transition& transition) {
    const MachineState& running = own.world.machines[own.fixture];
    const double elapsed = own.actor.time - running.phase_since;
    GateAnswer out;
    out.range = transition.range;
    out.text = !transition.to ? "ends" : "go " + kind.phases[transition.to].name;
    const bool in_time = !transition.after || elapsed >= number(own, *transition.after) - 1e-9;
    const bool asked = !transition.when || truth(own, transition.when->truth);
    out.holds = in_time && asked && (transition.when || transition.after);
    if (transition.when) out.text += " when " + written(own.program, transition.when->truth.range);
    if (transition.after) out.text += fmt::format(" after {:g} s", number(own, *transition.after));
    if (!in_time) {
        out.seen = fmt::format("in {:.2f} s", number(own, *transition.after) - elapsed);
    } else if (transition.when) {
        out.seen = asked ? "yes" : "no";
    } else if (phase.duration) {
        out.seen = fmt::format("in {:.2f} s", std::max(0.0, number(own, *phase.duration) - elapsed));
    }
    return out;
}

}  // namespace

MoveAnswer explain_fixture(const EvaluationContext& context, std::size_t fixture) {
    MoveAnswer out;
    const Machine* kind = fixture_kind(context, fixture);
    const Phase* phase = fixture_phase(context, fixture);
    if (kind == nullptr || phase == nullptr) {
        out.readiness = Readiness::refused;
        out.why = "off for this run";
        return out;
    }
    out.move = context.layout.fixtures[fixture].kind;
    out.readiness = Readiness::active;
    out.why = phase->name;
    const EvaluationContext own = context.of_fixture(fixture);
    if (kind->fixture->focus) out.gates.push_back(focus_answer(own, fixture, *kind->fixture->focus));
    for (const Transition& transition : phase->transitions)
        out.gates.push_back(way_answer(own, *kind, *phase, transition));
    return out;
}

std::optional<std::size_t> fixture_to_explain(const EvaluationContext& context, MachineId machine) {
    std::optional<std::size_t> best;
    double least = 1e300;
    for (std::size_t i = 0; i < context.world.fixtures.size(); ++i) {
        if (context.layout.fixtures[i].kind != machine) continue;
        if (context.actor.focus.is(i) || context.actor.seat.is(i)) return i;
        const double distance = distance_to(fixture_pose(context, i), context.actor.body.position);
        if (distance >= least) continue;
        least = distance;
        best = i;
    }
    return best;
}

}  // namespace leap
