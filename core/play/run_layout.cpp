// SPDX-License-Identifier: MIT
#include "core/play/run_layout.hpp"

#include <map>
#include <string_view>

namespace leap {
namespace {

MachineId kind_of(const Program& program, const Tuning& tuning, const std::string& name) {
    const auto kind = program.find_machine(name);
    if (!kind || program.machines[*kind].kind != MachineKind::fixture) return {};
    return tuning.is_off(*kind) ? MachineId{} : *kind;
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
        fixture.kind = kind_of(program, tuning, plan.fixtures[i].kind);
        if (!fixture.kind) continue;
        if (auto& first = out.first_of_kind[fixture.kind]; !first) first = i;
        const Machine& machine = program.machines[fixture.kind];
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
        if (machine.fixture->wheels) rigid.wheels = out.wheels++;
    }
    return out;
}

}  // namespace leap
