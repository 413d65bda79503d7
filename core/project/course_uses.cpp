// SPDX-License-Identifier: MIT
#include "core/project/course_uses.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>

namespace leap {
namespace {

using Lines = std::vector<std::string>;

void add_tapes(const Project& project, const Program& program, const std::string& name, Lines& out) {
    for (const TapeEntry& entry : project.tapes)
        for (const TapeTrack& track : entry.tape.tracks) {
            const std::string body =
                track.body.empty() && !program.bodies.empty() ? program.bodies[0].name : track.body;
            const std::string who = track_name(track, body);
            if (track.start_place == name && track.start_lit.empty())
                out.push_back(fmt::format("{} starts here on the tape \"{}\"", who, entry.tape.name));
            if (track.start_lit == name)
                out.push_back(fmt::format("{} starts before it, lit, on the tape \"{}\"", who, entry.tape.name));
        }
}

void add_rehearsals(const Project& project, const std::string& name, Lines& out) {
    for (const WireEntry& entry : project.wires)
        for (const WirePeer& peer : entry.plan.peers)
            if (peer.place == name)
                out.push_back(fmt::format("{} starts here in the rehearsal \"{}\"", peer.name, entry.plan.name));
}

void add_trials(const Project& project, ItemKind kind, const std::string& name, Lines& out) {
    static constexpr std::array<const char*, 4> words{"piece", "fixture", "target", "place"};
    const std::string path = fmt::format("{} {} ", words[static_cast<std::size_t>(kind)], name);
    for (const TrialEntry& entry : project.trials) {
        const Trial& trial = entry.trial;
        if (trial.from == name) out.push_back(fmt::format("the trial \"{}\" begins here", trial.name));
        if (trial.to == name) out.push_back(fmt::format("the trial \"{}\" looks for a way to it", trial.name));
        for (const TrialFree& free : trial.free)
            if (free.value.starts_with(path))
                out.push_back(fmt::format("the trial \"{}\" varies where it stands: {}", trial.name, free.value));
    }
}

void add_fixture(const Program& program, const CoursePlan& plan, const PlacedFixture& fixture, Lines& out) {
    if (!fixture.link.empty()) out.push_back(fmt::format("it is linked to {}", fixture.link));
    for (const PlacedFixture& other : plan.fixtures)
        if (other.link == fixture.name && other.name != fixture.name)
            out.push_back(fmt::format("{} is linked to it", other.name));
    const auto kind = program.find_machine(fixture.kind);
    if (!kind) return;
    const Machine& machine = program.machines[*kind];
    if (machine.range.file < program.files.size()) {
        const SourceFile& file = program.files[machine.range.file];
        out.push_back(fmt::format("its kind, {}, stands in {}, line {}", fixture.kind, file.path,
                                  line_column(file.text, machine.range.begin).line));
    }
    for (const Machine& other : program.machines) {
        bool spawns = false;
        for_each_action(other, [&](const Action& action) {
            spawns = spawns || (action.kind == ActionKind::spawn && machine.is_a(action.index));
        });
        if (spawns) out.push_back(fmt::format("{} spawns what is of its kind", other.name));
    }
}

}  // namespace

std::vector<std::string> uses_of(const Project& project, const Program& program, const CoursePlan& plan,
                                 const CourseItem& item) {
    Lines out;
    if (!has_item(plan, item)) return out;
    const std::string& name = item_name(plan, item);
    if (item.kind == ItemKind::fixture) add_fixture(program, plan, plan.fixtures[item.index], out);
    add_tapes(project, program, name, out);
    add_rehearsals(project, name, out);
    add_trials(project, item.kind, name, out);
    return out;
}

}  // namespace leap
