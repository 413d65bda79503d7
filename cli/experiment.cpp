// SPDX-License-Identifier: MIT
#include "cli/experiment.hpp"

#include <fmt/format.h>
#include <unistd.h>

#include <chrono>
#include <csignal>
#include <cstdio>

#include "core/experiments/sweep.hpp"
#include "core/script/dial_edit.hpp"

namespace leap::cli {
namespace {

volatile std::sig_atomic_t interrupted = 0;  // a signal handler can reach nothing else

void note_interrupt(int signal) {
    interrupted = 1;
    std::signal(signal, SIG_DFL);
}

}  // namespace

tl::expected<void, std::string> apply_setting(const std::string& setting, const Program& program, DialValues& dials) {
    const auto equals = setting.find('=');
    if (equals == std::string::npos)
        return tl::make_unexpected(
            fmt::format("--set {}: expected '='; write it like --set hop.rise=\"2.4 m\"", setting));
    const std::string path = setting.substr(0, equals);
    const auto index = program.find_dial(path);
    if (!index) {
        std::vector<std::string> paths;
        for (const DialInfo& dial : program.dials) paths.push_back(dial.path());
        const std::string near = nearest_name(path, paths);
        return tl::make_unexpected(
            fmt::format("unknown dial '{}'{}", path, near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
    }
    const std::size_t i = index->at();
    const auto value = parse_dial_value(program.dials[i], setting.substr(equals + 1));
    if (!value) return tl::make_unexpected(value.error());
    dials[i] = *value;
    return {};
}

std::optional<Experiment> begin_experiment(const ExperimentOptions& options) {
    auto project = load_runnable(options.project);
    if (!project) return std::nullopt;
    Experiment out;
    for (const TapeEntry& entry : project->tapes) out.tape_names.push_back(entry.tape.name);
    if (options.tapes.empty())
        for (const TapeEntry& entry : project->tapes) out.tapes.push_back(entry.tape);
    for (const std::string& name : options.tapes) {
        auto tape = find_tape(*project, name);
        if (!tape) return std::nullopt;
        out.tapes.push_back(std::move(*tape));
    }
    if (out.tapes.empty()) {
        complain("the project has no tape; record one, or give a tape file with --tape");
        return std::nullopt;
    }
    std::optional<TuningFile> tuning;
    if (!options.tuning.empty()) {
        const TuningEntry* entry = project->find_tuning(options.tuning);
        if (entry == nullptr) {
            std::vector<std::string> names;
            for (const TuningEntry& each : project->tunings) names.push_back(each.tuning.name);
            complain(fmt::format("unknown tuning \"{}\"; the project has: {}", options.tuning,
                                 names.empty() ? "none" : fmt::format("{}", fmt::join(names, ", "))));
            return std::nullopt;
        }
        tuning = entry->tuning;
    }
    out.prepared = prepare(std::move(*project));
    DialValues dials = out.prepared.tuning.dials;
    if (tuning) {
        ResolvedTuning resolved = resolve_tuning(*tuning, out.prepared.program, dials);
        for (const std::string& problem : resolved.problems) complain(problem);
        dials = std::move(resolved.dials);
    }
    for (const std::string& setting : options.settings) {
        const auto applied = apply_setting(setting, out.prepared.program, dials);
        if (applied) continue;
        complain(applied.error());
        return std::nullopt;
    }
    out.prepared.tuning = make_tuning(out.prepared.program, std::move(dials));
    return out;
}

std::optional<std::vector<FreeValue>> free_values(const Experiment& experiment, const std::vector<std::string>& texts) {
    std::vector<FreeValue> out;
    for (const std::string& text : texts) {
        const auto axis =
            read_axis(text, experiment.prepared.program, experiment.prepared.tuning, experiment.prepared.course.plan);
        if (!axis) {
            complain(axis.error());
            return std::nullopt;
        }
        FreeValue value = axis->value;
        value.low = axis->from;
        value.high = axis->to;
        out.push_back(std::move(value));
    }
    return out;
}

SolveOptions search_options(const ExperimentOptions& options) {
    SolveOptions out;
    out.threads = options.threads;
    out.stop = stop_on_interrupt();
    if (const auto show = show_progress(options.quiet))
        out.progress = [show](int tries, int most) {
            show(static_cast<std::size_t>(tries), static_cast<std::size_t>(most));
        };
    return out;
}

std::function<bool()> stop_on_interrupt() {
    std::signal(SIGINT, note_interrupt);
    std::signal(SIGTERM, note_interrupt);
    return [] { return interrupted != 0; };
}

std::function<void(std::size_t, std::size_t)> show_progress(bool quiet) {
    if (quiet || isatty(fileno(stderr)) == 0) return {};
    const auto begin = std::chrono::steady_clock::now();
    return [begin](std::size_t done, std::size_t all) {
        if (done % std::max<std::size_t>(1, all / 200) != 0 && done != all) return;
        const double spent_s = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
        const double left_s =
            spent_s * static_cast<double>(all - done) / static_cast<double>(std::max<std::size_t>(1, done));
        const std::string left =
            left_s < 90.0 ? fmt::format("{:.0f} s", left_s) : fmt::format("{:.0f} min", left_s / 60.0);
        fmt::print(stderr, "\r{} of {}, about {} left   {}", done, all, left, done == all ? "\n" : "");
    };
}

}  // namespace leap::cli
