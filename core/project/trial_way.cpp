// SPDX-License-Identifier: MIT
#include "core/project/trial_kinds.hpp"

namespace leap {
namespace {

/// The search counts for the first half, the margins for the second.
ParallelOptions half_of(const TrialOptions& options, bool second) {
    ParallelOptions out = options;
    if (options.progress)
        out.progress = [told = options.progress, second](std::size_t done, std::size_t all) {
            told(done + (second ? all : 0), 2 * all);
        };
    return out;
}

}  // namespace

std::optional<std::string> run_way_trial(const Trial& trial, const TrialScene& scene, const TrialOptions& options,
                                         TrialOutcome& out) {
    WayOutcome made;
    made.request.from = trial.from;
    made.request.to = trial.to;
    made.request.most_tries = static_cast<std::size_t>(trial.tries);
    made.request.seed = trial.seed;
    std::vector<WayHint> hints;
    for (const Tape& tape : out.tapes) hints.push_back({tape});
    Tuning tuning = scene.tuning;
    for (const std::string& name : trial.without)
        if (const auto left_out = leave_out(*scene.program, name, tuning); !left_out) return left_out.error();
    const Setup setup{*scene.program, tuning, *scene.course};
    made.way = find_way(setup, made.request, half_of(options, false), hints);
    if (!made.way.problem.empty()) return made.way.problem;
    if (made.way.found) {
        const std::vector<FreeValue> free = out.free.empty() ? dials_of_way(setup, made.way) : out.free;
        made.margins = find_margins(setup, made.request, made.way, free, half_of(options, true));
    }
    out.stopped = made.way.stopped || (made.way.found && !made.margins.complete);
    out.is_good = made.way.found;
    out.line = way_text(made.way);
    out.what = std::move(made);
    return std::nullopt;
}

}  // namespace leap
