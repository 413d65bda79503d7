// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "core/project/file_io.hpp"
#include "core/project/tape_file.hpp"
#include "core/reach/way_margins.hpp"

namespace leap::cli {
namespace {

int print_margins(const Setup& setup, const WayRequest& request, const Way& way, const ParallelOptions& options) {
    const WayMargins found = find_margins(setup, request, way, dials_of_way(setup, way), options);
    if (!found.complete) {
        complain("stopped before all dials were tried");
        return stopped_early;
    }
    fmt::print("how far each dial may fall at least; lower values may work on another route:\n");
    for (const WayMargin& margin : found.margins) fmt::print("  {}\n", margin_text(margin));
    return good;
}

}  // namespace

int find_way(const FindWayCommand& options) {
    if (!can_write({options.tape_file})) return problems;
    auto experiment = begin_experiment(options);
    if (!experiment) return problems;
    for (const std::string& name : options.without)
        if (const auto left_out = leave_out(experiment->prepared.program, name, experiment->prepared.tuning);
            !left_out) {
            complain(left_out.error());
            return problems;
        }
    const Setup setup = experiment->setup();
    WayRequest request;
    request.from = options.from;
    request.to = options.to;
    request.most_tries = options.tries;
    request.seed = options.seed;
    request.first_is_enough = options.first;
    std::vector<WayHint> hints;
    if (!options.tapes.empty())
        for (const Tape& tape : experiment->tapes) hints.push_back({tape});
    ParallelOptions parallel;
    parallel.threads = options.threads;
    parallel.stop = stop_on_interrupt();
    parallel.progress = show_progress(options.quiet);
    const Way way = leap::find_way(setup, request, parallel, hints);
    if (!way.problem.empty()) {
        complain(way.problem);
        return problems;
    }
    fmt::print("{} to {}: {}{}\n", options.from, options.to, way_text(way), way.stopped ? "  (stopped)" : "");
    if (!way.found) {
        fmt::print("  not tried: {}\n", way.not_tried);
        return way.stopped ? stopped_early : problems;
    }
    for (const std::string& line : way_lines(way)) fmt::print("  {}\n", line);
    if (const std::string hand = way_hand_text(way); !hand.empty()) fmt::print("{}\n", hand);
    if (!options.tape_file.empty())
        if (const auto written = write_file(options.tape_file, write_tape(way.tape)); !written) {
            complain(written.error());
            return problems;
        }
    if (way.stopped) return stopped_early;
    return options.margins ? print_margins(setup, request, way, parallel) : good;
}

}  // namespace leap::cli
