// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/play/explain.hpp"
#include "core/play/stands.hpp"

namespace leap::cli {
namespace {

void print(const std::string& name, const MoveAnswer& answer) {
    const char* word = answer.readiness == Readiness::active ? "in phase " : "";
    fmt::print("{}: {}{}\n", name, word, answer.why);
    for (const GateAnswer& gate : answer.gates) {
        fmt::print("  {} {:<32} {}", gate.holds ? "holds  " : "refuses", gate.text, gate.seen);
        if (!gate.holds && !gate.reason.empty()) fmt::print("  \"{}\"", gate.reason);
        fmt::print("\n");
    }
}

}  // namespace

int explain(const ExplainOptions& options) {
    auto project = load_runnable(options.project);
    if (!project) return problems;
    const auto tape = find_tape(*project, options.tape);
    if (!tape) return problems;
    const Prepared prepared = prepare(std::move(*project));
    std::optional<MachineId> only;
    if (!options.move.empty()) {
        only = prepared.program.find_machine(options.move);
        if (!only || prepared.program.machines[*only].kind != MachineKind::move) {
            complain(fmt::format("there is no move called {}", options.move));
            return problems;
        }
    }
    const Rehearsal rehearsal = prepared.rehearsal(tape->rate_hz);
    const auto trace = replay(rehearsal, *tape);
    if (!trace) {
        complain(trace.error());
        return problems;
    }
    if (options.at_s < 0.0 || options.at_s > trace->length_s()) {
        complain(fmt::format("--at {:g} lies outside the tape, which lasts {:g} s", options.at_s, trace->length_s()));
        return problems;
    }
    const auto inputs = resolve_inputs(prepared.program, *tape);
    const auto who = options.character.empty() ? std::optional<std::size_t>(0) : trace->find_track(options.character);
    if (!who) {
        complain(fmt::format("no character of this tape is called {}", options.character));
        return problems;
    }
    const World world = world_at(rehearsal, *inputs, *trace, options.at_s);
    const Actor& actor = world.actors[*who];
    StepCache cache;
    const EvaluationContext context = context_at(rehearsal, world, actor, cache);
    const std::string whose = world.actors.size() > 1 ? ", " + trace->tracks[*who].name : std::string();
    fmt::print("{} at {:.3f} s{}, stance {}\n", tape->name, world.time, whose,
               actor.stance ? prepared.program.machines[actor.stance].name : "none");
    if (!options.fixture.empty()) {
        const auto& fixtures = prepared.course.plan.fixtures;
        const auto found = std::find_if(fixtures.begin(), fixtures.end(),
                                        [&](const PlacedFixture& placed) { return placed.name == options.fixture; });
        if (found == fixtures.end()) {
            complain(fmt::format("the course has no fixture called {}", options.fixture));
            return problems;
        }
        print(options.fixture, explain_fixture(context, static_cast<std::size_t>(found - fixtures.begin())));
        return good;
    }
    for (const MachineId move : prepared.program.moves)
        if (prepared.program.machines[move].is_for(actor.kind) && (!only || *only == move))
            print(prepared.program.machines[move].name, explain_move(context, move));
    return good;
}

}  // namespace leap::cli
