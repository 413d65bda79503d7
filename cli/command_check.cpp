// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/experiments/batch.hpp"
#include "core/play/fixture_check.hpp"
#include "core/project/project_check.hpp"

namespace leap::cli {

int check(const CheckOptions& options) {
    auto project = load_runnable(options.project);
    if (!project) return problems;
    for (const std::string& warning : project->warnings) fmt::print("warning: {}\n", warning);
    for (const std::string& warning : project_warnings(*project)) fmt::print("warning: {}\n", warning);
    const std::vector<TapeEntry> tapes = project->tapes;
    const std::string name = project->file.name;
    const Prepared prepared = prepare(std::move(*project));
    fmt::print("{}: {} moves, {} stances, {} dials, {} pieces, {} tapes\n", name, prepared.program.moves.size(),
               prepared.program.stances.size(), prepared.program.dials.size(), prepared.course.plan.pieces.size(),
               tapes.size());
    for (const FixtureWarning& warning : fixture_warnings(prepared.program, prepared.tuning, prepared.course.plan))
        fmt::print("warning: {}\n", warning.text);
    int missed = 0;
    int failed = 0;
    int met_count = 0;
    std::vector<BatchRun> runs;
    for (const TapeEntry& entry : tapes)
        runs.push_back({&prepared.program, &prepared.tuning, &prepared.course, &entry.tape, entry.tape.rate_hz});
    const std::vector<BatchResult> results = run_batch(runs);
    for (std::size_t i = 0; i < tapes.size(); ++i) {
        const Tape& tape = tapes[i].tape;
        if (!results[i].is_good()) {
            complain(fmt::format("{}: {}", tapes[i].path, results[i].problem));
            ++failed;
            continue;
        }
        if (!options.marks) continue;
        fmt::print("{} ({:.2f} s, hash {})\n", tape.name, tape.length_s, hash_text(results[i].hash));
        for (const ReadingResult& reading : results[i].readings) {
            if (!reading.met()) continue;
            fmt::print("{}\n", reading_line(reading));
            (*reading.met() ? met_count : missed)++;
        }
    }
    if (options.marks) fmt::print("{} marks met, {} missed\n", met_count, missed);
    return missed + failed > 0 ? problems : good;
}

}  // namespace leap::cli
