// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/experiments/board.hpp"
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
    std::vector<const Tape*> list;
    for (const TapeEntry& entry : tapes) list.push_back(&entry.tape);
    const Board board = make_board({prepared.program, prepared.tuning, prepared.course}, list);
    int failed = 0;
    for (std::size_t i = 0; i < tapes.size(); ++i) {
        const BoardRow& row = board.rows[i];
        if (!row.problem.empty()) {
            complain(fmt::format("{}: {}", tapes[i].path, row.problem));
            ++failed;
            continue;
        }
        if (!options.marks) continue;
        fmt::print("{} ({:.2f} s, hash {})\n", row.tape, tapes[i].tape.length_s, hash_text(row.hash));
        for (const ReadingResult& reading : row.readings)
            if (reading.met()) fmt::print("{}\n", reading_line(reading));
    }
    const MarkCount marks = count_marks(board);
    if (!options.marks) return failed > 0 ? problems : good;
    fmt::print("{} marks met, {} missed\n", marks.held, marks.all - marks.held);
    return failed > 0 || marks.held < marks.all ? problems : good;
}

}  // namespace leap::cli
