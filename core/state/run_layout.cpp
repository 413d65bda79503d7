// SPDX-License-Identifier: MIT
#include "core/state/run_layout.hpp"

#include <algorithm>
#include <map>
#include <string_view>

namespace leap {
namespace {

MachineId kind_of(const Program& program, const std::string& name) {
    const auto kind = program.find_machine(name);
    return !kind || program.machines[*kind].kind != MachineKind::fixture ? MachineId{} : *kind;
}

bool is_forced_in(const Phase& phase) {
    const Effects& effects = phase.effects;
    const bool is_driven = effects.joint && effects.joint->motor;
    const bool is_carried = effects.drag && effects.drag->medium;
    return is_driven || is_carried || effects.face || !effects.springs.empty() || !effects.pushes.empty();
}

}  // namespace

RunLayout run_layout(const Program& program, const Tuning& tuning, const Course& course) {
    const CoursePlan& plan = course.plan;
    std::map<std::string_view, std::size_t> by_name;
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) by_name.emplace(plan.fixtures[i].name, i);
    RunLayout out;
    out.fixtures.resize(plan.fixtures.size());
    out.first_of_kind.resize(program.machines.size());
    for (const std::string& kind : program.kinds) out.volume_kinds.push_back(course.volumes.find(kind));
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) {
        FixtureLayout& fixture = out.fixtures[i];
        fixture.placed = kind_of(program, plan.fixtures[i].kind);
        if (!fixture.placed) continue;
        if (tuning.is_off(fixture.placed)) {
            out.off.push_back(i);
        } else {
            fixture.kind = fixture.placed;
            if (auto& first = out.first_of_kind[fixture.kind]; !first) first = i;
        }
        const Machine& machine = program.machines[fixture.placed];
        fixture.first_counter = out.counters;
        fixture.first_memory = out.memory;
        out.counters += machine.counters.size();
        out.memory += static_cast<std::size_t>(machine.memory_slots);
        if (const auto link = by_name.find(plan.fixtures[i].link);
            !plan.fixtures[i].link.empty() && link != by_name.end())
            fixture.link = link->second;
        if (!machine.fixture->loose) continue;
        fixture.rigid = out.rigid.size();
        RigidLayout& rigid = out.rigid.emplace_back();
        rigid.fixture = i;
        rigid.can_be_forced = std::any_of(machine.phases.begin(), machine.phases.end(), is_forced_in);
        if (machine.fixture->wheels) rigid.wheels = out.wheels++;
    }
    return out;
}

}  // namespace leap
