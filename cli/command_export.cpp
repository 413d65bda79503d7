// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <filesystem>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/project/file_io.hpp"
#include "core/report/exports.hpp"
#include "core/tape/sounds.hpp"

namespace leap::cli {
namespace {

bool wrote_export(const std::filesystem::path& path, const std::string& text) {
    if (const auto written = write_file(path, text); !written) {
        complain(written.error());
        return false;
    }
    fmt::print("{}\n", path.string());
    return true;
}

/// A file for each move and kind of fixture.
template <class Made>
bool wrote_each(const std::filesystem::path& folder, const Program& program, const std::string& ending, Made made) {
    std::error_code failed;
    std::filesystem::create_directories(folder, failed);
    if (failed) {
        complain(fmt::format("{}: {}", folder.string(), failed.message()));
        return false;
    }
    for (std::size_t i = 0; i < program.machines.size(); ++i) {
        if (program.machines[i].kind == MachineKind::stance) continue;
        const std::string name = program.machines[i].name + ending;
        if (!wrote_export(folder / name, made(program, MachineId(i)))) return false;
    }
    return true;
}

}  // namespace

int export_files(const ExportCommand& options) {
    const bool of_run = !options.gltf_file.empty() || !options.sound_file.empty() || !options.score_file.empty();
    if (!of_run && options.moves_file.empty() && options.charts_folder.empty() && options.phases_folder.empty() &&
        options.dials_file.empty()) {
        complain(
            "expected at least one of --moves FILE.json, --charts FOLDER, --phases FOLDER, --dials FILE.csv or .json, "
            "or for a run "
            "--gltf FILE.gltf, --score FILE.svg or --sound FILE.wav with --tape NAME");
        return wrong_call;
    }
    if (of_run && options.tape.empty()) {
        complain("expected --tape NAME: these options export a run");
        return wrong_call;
    }
    auto project = load_runnable(options.project);
    if (!project) return problems;
    std::optional<Tape> tape;
    if (of_run) {
        tape = cli::find_tape(*project, options.tape);
        if (!tape) return problems;
    }
    std::vector<NamedDials> tunings;
    for (const TuningEntry& entry : project->tunings) {
        const Program& program = *project->compiled.program;
        tunings.push_back(
            {entry.tuning.name, resolve_tuning(entry.tuning, program, written_tuning(program).dials).dials});
    }
    const Prepared prepared = prepare(std::move(*project));
    const Program& program = prepared.program;
    if (!options.moves_file.empty() && !wrote_export(options.moves_file, moves_json(program, prepared.tuning)))
        return problems;
    if (!options.charts_folder.empty() && !wrote_each(options.charts_folder, program, ".scxml", machine_scxml))
        return problems;
    if (!options.phases_folder.empty() && !wrote_each(options.phases_folder, program, ".svg", phase_map_svg))
        return problems;
    const bool as_json = options.dials_file.ends_with(".json");
    if (!options.dials_file.empty() &&
        !wrote_export(options.dials_file, as_json ? dials_json(program, tunings) : dials_csv(program, tunings)))
        return problems;
    if (!tape) return good;
    const auto trace = replay(prepared.rehearsal(tape->rate_hz), *tape);
    if (!trace) {
        complain(trace.error());
        return problems;
    }
    if (!options.gltf_file.empty() && !wrote_export(options.gltf_file, run_gltf(program, prepared.tuning, *trace)))
        return problems;
    if (!options.score_file.empty() && !wrote_export(options.score_file, score_svg(program, *trace, 0)))
        return problems;
    if (options.sound_file.empty()) return good;
    return wrote_export(options.sound_file, wav_file(run_samples(*trace, 0))) ? good : problems;
}

}  // namespace leap::cli
