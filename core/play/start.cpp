// SPDX-License-Identifier: MIT
// The state a run begins with.
#include <algorithm>
#include <cmath>
#include <map>
#include <string_view>

#include "core/play/loose.hpp"
#include "core/play/state.hpp"

namespace leap {
namespace {

/// Each fixture of the course in the first phase of its kind. Kinds that are left out of the run are not there.
void place_fixtures(const Program& program, const Tuning& tuning, const CoursePlan& plan, State& state) {
    state.fixtures.resize(plan.fixtures.size());
    state.contacts.resize(plan.fixtures.size());
    std::map<std::string_view, std::int32_t> by_name;
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i)
        by_name.emplace(plan.fixtures[i].name, static_cast<std::int32_t>(i));
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) {
        const auto kind = program.find_machine(plan.fixtures[i].kind);
        if (!kind || program.machines[static_cast<std::size_t>(*kind)].kind != MachineKind::fixture) continue;
        if (tuning.is_off(*kind)) continue;
        state.fixtures[i].machine = *kind;
        state.fixtures[i].first_counter = static_cast<std::int32_t>(state.counters.size());
        state.fixtures[i].first_memory = static_cast<std::int32_t>(state.memory.size());
        const Machine& machine = program.machines[static_cast<std::size_t>(*kind)];
        for (const std::int32_t counter : machine.counters)
            state.counters.push_back({program.counters[static_cast<std::size_t>(counter)].start, never});
        state.memory.resize(state.memory.size() + static_cast<std::size_t>(machine.memory_slots));
        state.machines[program.machines.size() + i].phase = 0;
        state.machines[program.machines.size() + i].phase_since = 0.0;
        if (const auto link = by_name.find(plan.fixtures[i].link);
            !plan.fixtures[i].link.empty() && link != by_name.end())
            state.fixtures[i].link = link->second;
    }
}

}  // namespace

BodyShape body_shape(const Program& program, const Tuning& tuning) {
    const State none;
    const Moment m{program, tuning, none};
    BodyShape out;
    out.capsule.radius = std::clamp(number(m, program.body.radius), 0.01, 50.0);
    out.capsule.height = std::clamp(number(m, program.body.height), 2.0 * out.capsule.radius, 200.0);
    out.step_up = std::clamp(number(m, program.body.step_up), 0.0, out.capsule.height);
    out.walkable_cos = std::cos(std::clamp(number(m, program.body.walkable), 0.0, 1.55));
    out.locked_axis = program.body.locked_axis;
    if (program.body.locked_at.folded >= 0) out.locked_at = number(m, program.body.locked_at);
    return out;
}

State initial_state(const Program& program, const Tuning& tuning, const Course& course, const Vec3& position,
                    double facing_rad) {
    State state;
    state.buttons.resize(program.buttons.size());
    state.machines.resize(program.machines.size() + course.plan.fixtures.size());
    state.rope_left.resize(program.machines.size());
    state.counters.resize(program.counters.size());
    state.memory.resize(static_cast<std::size_t>(program.memory_slots));
    for (std::size_t i = 0; i < program.counters.size(); ++i) state.counters[i].value = program.counters[i].start;
    place_fixtures(program, tuning, course.plan, state);
    state.meters.resize(program.meters.size());
    state.moves.assign(program.layers.size(), -1);
    state.tagged_until.assign(program.tags.size(), never);
    state.target_struck_at.assign(course.plan.targets.size(), never);
    state.body.position = position;
    state.facing = state.look_yaw = facing_rad;
    state.respawn = {position, facing_rad};
    start_loose({program, tuning, course, {}}, state);
    const Moment m{program, tuning, state};
    for (std::size_t i = 0; i < program.machines.size(); ++i)
        if (program.machines[i].charges) state.machines[i].charges = number(m, program.machines[i].charges->count);
    for (std::size_t i = 0; i < program.meters.size(); ++i)
        state.meters[i].value =
            std::clamp(number(m, program.meters[i].first), program.meters[i].low, program.meters[i].high);
    const BodyShape shape = body_shape(program, tuning);
    state.height = shape.capsule.height;
    state.radius = shape.capsule.radius;
    if (shape.locked_axis >= 0) state.body.position[shape.locked_axis] = shape.locked_at;
    state.body = settle_body(course, shape, free_body(course, shape, state.body), shape.step_up);
    if (state.body.grounded) state.last_grounded = 0.0;
    return state;
}

}  // namespace leap
