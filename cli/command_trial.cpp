// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "core/project/file_io.hpp"
#include "core/project/trial_run.hpp"

namespace leap::cli {
namespace {

TrialScene scene_of(const Project& project) {
    TrialScene out;
    out.program = std::make_shared<const Program>(*project.compiled.program);
    out.course = std::make_shared<const Course>(build_course(*project.course));
    out.tuning = written_tuning(*out.program);
    for (const TapeEntry& entry : project.tapes) out.tapes.push_back(entry.tape);
    out.read_file = [folder = project.folder](const std::string& path) { return read_file(folder / path); };
    out.folder = project.folder;
    for (const TuningEntry& entry : project.tunings) out.tunings.push_back(entry.tuning);
    for (const WireEntry& entry : project.wires) out.rehearsals.push_back(entry.plan);
    return out;
}

int list(const Project& project, const TrialScene& scene) {
    if (project.trials.empty()) fmt::print("the project has no trials; make one on the Bench\n");
    for (const TrialEntry& entry : project.trials) {
        const Trial& trial = entry.trial;
        std::string line = trial.kind == TrialKind::pair ? "not played yet" : "not run yet";
        if (trial.result)
            line = trial.result->line +
                   (trial.result->made_with == trial_hash(trial, project.compiled.files, scene) ? "" : "  (stale)");
        fmt::print("{:<24} {:<12} {}\n", trial.name, trial_kind_word(trial.kind), line);
    }
    return good;
}

}  // namespace

int trial(const TrialCommand& options) {
    const auto project = load_runnable(options.project);
    if (!project) return problems;
    const TrialScene scene = scene_of(*project);
    if (options.name.empty()) return list(*project, scene);
    const TrialEntry* entry = project->find_trial(options.name);
    if (entry == nullptr) {
        std::vector<std::string> names;
        for (const TrialEntry& each : project->trials) names.push_back(each.trial.name);
        const std::string near = nearest_name(options.name, names);
        complain(fmt::format("unknown trial \"{}\"{}", options.name,
                             near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
        return problems;
    }
    TrialOptions run;
    run.threads = options.threads;
    run.stop = stop_on_interrupt();
    run.progress = show_progress(options.quiet);
    const auto outcome = run_trial(entry->trial, scene, run);
    if (!outcome->problem.empty()) {
        complain(outcome->problem);
        return problems;
    }
    fmt::print("{}: {}{}\n", entry->trial.name, outcome->line, outcome->stopped ? "  (stopped)" : "");
    const TrialResult result = result_of(*outcome, trial_hash(entry->trial, project->compiled.files, scene));
    for (const auto& [path, value] : result.values) fmt::print("  {} = {}\n", path, value);
    if (const auto* way = std::get_if<WayOutcome>(&outcome->what)) {
        if (!way->way.not_tried.empty()) fmt::print("  not tried: {}\n", way->way.not_tried);
        if (const std::string hand = way_hand_text(way->way); !hand.empty()) fmt::print("  {}\n", hand);
        for (const WayMargin& margin : way->margins.margins) fmt::print("  {}\n", margin_text(margin));
    }
    if (const auto* wire = std::get_if<WireOutcome>(&outcome->what)) fmt::print("{}", wire_sweep_csv(wire->sweep));
    if (outcome->stopped) return stopped_early;
    if (options.keep) {
        Trial changed = entry->trial;
        changed.result = result;
        const auto written = write_file(project->folder / entry->path, write_trial(changed));
        if (!written) {
            complain(written.error());
            return problems;
        }
    }
    return outcome->is_good ? good : problems;
}

}  // namespace leap::cli
