// SPDX-License-Identifier: MIT
#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <functional>
#include <nlohmann/json.hpp>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/bodies/known_poses.hpp"
#include "core/project/file_io.hpp"
#include "core/senses/explain.hpp"
#include "core/state/world_text.hpp"

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

/// What makes one answer another: numbers that only count on don't.
std::string kind_of(const MoveAnswer& answer) {
    std::string out = fmt::format("{}", static_cast<int>(answer.readiness));
    if (answer.readiness == Readiness::active) return out + answer.why;
    for (const GateAnswer& gate : answer.gates)
        if (!gate.holds) out += "|" + gate.text;
    return out;
}

std::string in_words(const MoveAnswer& answer) {
    if (answer.readiness == Readiness::active) return "in phase " + answer.why;
    if (answer.readiness == Readiness::ready) return "ready";
    std::vector<std::string> refusing;
    for (const GateAnswer& gate : answer.gates)
        if (!gate.holds)
            refusing.push_back(gate.reason.empty() ? fmt::format("{} ({})", gate.text, gate.seen)
                                                   : fmt::format("\"{}\" ({}: {})", gate.reason, gate.text, gate.seen));
    return refusing.empty() ? answer.why : fmt::format("{}", fmt::join(refusing, ", "));
}

/// The stretches between two times over which an answer is of one kind, and what happened to the character meanwhile.
void print_changes(const Trace& trace, std::size_t who, double from, double to, const Program& program,
                   const std::function<MoveAnswer(double)>& answer_at) {
    std::vector<double> times{from};
    for (const TraceRow& row : trace.tracks[who].rows)
        if (row.time > from && row.time < to) times.push_back(row.time);
    times.push_back(to);
    MoveAnswer now;
    std::string kind;
    double since = from;
    const auto tell = [&](double until) { fmt::print("  {:.3f} to {:.3f} s  {}\n", since, until, in_words(now)); };
    // Rows begin at every instant at which something happens; an answer is that after the instant's rules.
    for (const double time : times) {
        const MoveAnswer answer = answer_at(time);
        const std::string its = kind_of(answer);
        if (time > from && its == kind) continue;
        if (time > from && time > since) tell(time);
        since = time;
        now = answer;
        kind = its;
    }
    if (to > since || times.size() == 1) tell(to);
    for (const TraceEvent& event : trace.events)
        if (event.kind == EventKind::pressed && event.actor == static_cast<std::int32_t>(who) && event.time >= from &&
            event.time <= to)
            fmt::print("  {:.3f} s  {} pressed\n", event.time,
                       program.buttons[static_cast<std::size_t>(event.index)].name);
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
            complain(fmt::format("unknown move '{}'", options.move));
            return problems;
        }
    }
    const SceneView rehearsal = prepared.rehearsal(tape->rate_hz);
    const auto trace = replay(rehearsal, *tape);
    if (!trace) {
        complain(trace.error());
        return problems;
    }
    const bool over_stretch = options.from_s.has_value();
    if (!over_stretch && !options.at_s) {
        complain("expected --at SECONDS, or --from SECONDS --to SECONDS");
        return wrong_call;
    }
    const auto outside = [&](double time) { return time < 0.0 || time > trace->length_s(); };
    const double first = over_stretch ? *options.from_s : *options.at_s;
    const double last = over_stretch ? *options.to_s : first;
    if (outside(first) || outside(last) || last < first) {
        complain(fmt::format("expected times within the tape, which lasts {2:g} s, got {0:g} s to {1:g} s", first, last,
                             trace->length_s()));
        return problems;
    }
    if (over_stretch && !options.state_file.empty()) {
        complain("expected --at SECONDS with --state");
        return wrong_call;
    }
    if (over_stretch && !only && options.fixture.empty()) {
        complain("expected --move NAME or --fixture NAME with --from and --to");
        return wrong_call;
    }
    const auto inputs = resolve_inputs(prepared.program, *tape);
    const auto who = options.character.empty() ? std::optional<std::size_t>(0) : trace->find_track(options.character);
    if (!who) {
        complain(fmt::format("unknown character '{}' in this tape", options.character));
        return problems;
    }
    std::size_t fixture = 0;
    if (!options.fixture.empty()) {
        const auto& fixtures = prepared.course.plan.fixtures;
        const auto found = std::find_if(fixtures.begin(), fixtures.end(),
                                        [&](const PlacedFixture& placed) { return placed.name == options.fixture; });
        if (found == fixtures.end()) {
            complain(fmt::format("unknown fixture '{}' in the course", options.fixture));
            return problems;
        }
        fixture = static_cast<std::size_t>(found - fixtures.begin());
    }
    if (over_stretch) {
        fmt::print("{}: {}\n", tape->name, options.fixture.empty() ? options.move : options.fixture);
        print_changes(*trace, *who, first, last, prepared.program, [&](double time) {
            const World then = world_after(rehearsal, *inputs, *trace, time);
            StepCache cache;
            const EvaluationContext context = context_at(rehearsal, then, then.actors[*who], cache);
            return options.fixture.empty() ? explain_move(context, *only) : explain_fixture(context, fixture);
        });
        return good;
    }
    const World world = world_at(rehearsal, *inputs, *trace, first);
    const Actor& actor = world.actors[*who];
    StepCache cache;
    const EvaluationContext context = context_at(rehearsal, world, actor, cache);
    const std::string whose = world.actors.size() > 1 ? ", " + trace->tracks[*who].name : std::string();
    fmt::print("{} at {:.3f} s{}, stance {}\n", tape->name, world.time, whose,
               actor.stance ? prepared.program.machines[actor.stance].name : "none");
    if (!options.state_file.empty()) {
        const auto written = write_file(options.state_file, world_json(world).dump(2) + "\n");
        if (!written) {
            complain(written.error());
            return problems;
        }
    }
    if (!options.fixture.empty()) {
        print(options.fixture, explain_fixture(context, fixture));
        return good;
    }
    for (const MachineId move : prepared.program.moves)
        if (prepared.program.machines[move].is_for(actor.kind) && (!only || *only == move))
            print(prepared.program.machines[move].name, explain_move(context, move));
    return good;
}

}  // namespace leap::cli
