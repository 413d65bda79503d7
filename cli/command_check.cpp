// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <filesystem>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/experiments/board.hpp"
#include "core/project/file_io.hpp"
#include "core/project/project_check.hpp"
#include "core/report/build_reports.hpp"
#include "core/simulation/fixture_check.hpp"

namespace leap::cli {

namespace {

bool wrote(const std::string& file, const std::string& text) {
    const auto written = write_file(file, text);
    if (!written) complain(written.error());
    return written.has_value();
}

/// Also when the project can't run: that is when it is read. Paths as the call names the project.
bool wrote_messages(const CheckOptions& options, const Project& project) {
    std::vector<OtherMessage> others;
    for (const std::string& each : project.problems) others.push_back({true, each});
    for (const std::string& each : project.warnings) others.push_back({false, each});
    if (project.compiled.program)
        for (const std::string& each : project_warnings(project)) others.push_back({false, each});
    const std::filesystem::path named(options.project);
    const std::string folder =
        (named.filename() == project.file_name ? named.parent_path() : named).lexically_normal().generic_string();
    return wrote(options.sarif_file, sarif_report(project.compiled, others, folder, LEAP_VERSION));
}

}  // namespace

int check(const CheckOptions& options) {
    auto project = load_project(options.project);
    if (!project) {
        complain(project.error());
        return problems;
    }
    if (!options.sarif_file.empty() && !wrote_messages(options, *project)) return problems;
    if (!is_runnable(*project)) return problems;
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
    if (!options.junit_file.empty() && !wrote(options.junit_file, junit_report(name, board))) return problems;
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
