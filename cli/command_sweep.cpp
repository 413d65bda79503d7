// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "cli/commands.hpp"
#include "core/experiments/sweep_csv.hpp"
#include "core/project/file_io.hpp"
#include "core/project/sweep_fingerprint.hpp"

namespace leap::cli {
namespace {

/// "2/8": the second of eight.
std::optional<Shard> read_shard(const std::string& text) {
    if (text.empty()) return Shard{};
    std::size_t number = 0;
    std::size_t count = 0;
    int used = 0;
    if (std::sscanf(text.c_str(), "%zu/%zu%n", &number, &count, &used) != 2 ||
        static_cast<std::size_t>(used) != text.size() || number < 1 || number > count) {
        complain(fmt::format("--shard: expected a part like 2/8, got {}", text));
        return std::nullopt;
    }
    return Shard{number - 1, count};
}

bool put_out(const std::string& file, const std::string& text) {
    if (file.empty()) {
        fmt::print("{}", text);
        return true;
    }
    const auto written = write_file(file, text);
    if (!written) complain(written.error());
    return written.has_value();
}

int merge(const SweepOptions& options) {
    std::vector<std::string> parts;
    for (const std::string& file : options.merge) {
        auto text = read_file(file);
        if (!text) {
            complain(text.error());
            return problems;
        }
        parts.push_back(std::move(*text));
    }
    const auto whole = merge_sweep_csv(parts, options.merge);
    if (!whole) {
        complain(whole.error());
        return problems;
    }
    return put_out(options.csv_file, *whole) ? good : problems;
}

}  // namespace

int sweep(const SweepOptions& options) {
    if (!options.merge.empty()) return merge(options);
    if (options.project.empty()) {
        complain("expected a project folder, or parts with --merge");
        return wrong_call;
    }
    if (!can_write({options.csv_file})) return problems;
    const auto shard = read_shard(options.shard);
    if (!shard) return wrong_call;
    const auto experiment = begin_experiment(options);
    if (!experiment) return problems;
    SweepRequest request;
    request.tapes = experiment->tape_list();
    for (const std::string& text : options.dials) {
        auto axis = read_axis(text, experiment->prepared.program, experiment->prepared.tuning,
                              experiment->prepared.course.plan);
        if (!axis) {
            complain(axis.error());
            return problems;
        }
        request.axes.push_back(std::move(*axis));
    }
    if (const auto problem = sweep_problem(request)) {
        complain(*problem);
        return problems;
    }
    request.fingerprint = sweep_fingerprint(experiment->setup(), request);
    ParallelOptions parallel;
    parallel.threads = options.threads;
    parallel.stop = stop_on_interrupt();
    parallel.progress = show_progress(options.quiet);
    const Sweep made = run_sweep(experiment->setup(), request, parallel, *shard);
    const bool stopped = parallel.stop();
    if (stopped) {
        const auto done =
            std::count_if(made.cells.begin(), made.cells.end(), [](const auto& cell) { return cell.done; });
        complain(fmt::format("stopped; {} of {} cells are done and written", done, made.cells.size()));
    }
    if (!put_out(options.csv_file, sweep_csv(made, experiment->prepared.program))) return problems;
    return stopped ? stopped_early : good;
}

}  // namespace leap::cli
