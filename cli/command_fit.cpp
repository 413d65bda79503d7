// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "core/experiments/fit.hpp"
#include "core/project/file_io.hpp"

namespace leap::cli {
namespace {

std::string error_text(const FitError& error) {
    std::string out;
    for (const auto& [what, value] : error.by_column)
        out += fmt::format("{}{} {}", out.empty() ? "" : ", ", measured_name(what),
                           quantity_text(value, what == Measured::speed ? dimensions::speed : dimensions::length, 4));
    return fmt::format("{} ({:.0f} % of the measured run is within the tape)", out, error.covered * 100.0);
}

}  // namespace

int fit(const FitCommand& options) {
    const auto experiment = begin_experiment(options);
    if (!experiment) return problems;
    const std::size_t count = options.measured.size();
    if (experiment->tapes.size() != 1 && experiment->tapes.size() != count) {
        complain(fmt::format("expected one --tape NAME, or one for each of the {} measured runs, got {}", count,
                             experiment->tapes.size()));
        return wrong_call;
    }
    auto values = free_values(*experiment, options.dials);
    if (!values) return problems;
    if (const auto fine = check_units(options.units); !fine) {
        complain(fine.error());
        return wrong_call;
    }
    FitRequest request;
    for (std::size_t i = 0; i < count; ++i) {
        const auto text = read_file(options.measured[i]);
        auto measured =
            text ? read_measured(*text, options.measured[i], options.units) : tl::make_unexpected(text.error());
        if (!measured) {
            complain(measured.error());
            return problems;
        }
        FitRun run;
        run.tape = &experiment->tapes[experiment->tapes.size() == 1 ? 0 : i];
        run.measured = std::move(*measured);
        run.align = !options.later_s;
        run.alignment.later_s = options.later_s.value_or(0.0);
        run.alignment.stretch = options.stretch;
        request.runs.push_back(std::move(run));
    }
    request.free = std::move(*values);
    request.seed = options.seed;
    request.most_tries = options.tries;
    const Fit found = leap::fit(experiment->setup(), request, search_options(options));
    if (!found.problem.empty()) {
        complain(found.problem);
        return problems;
    }
    if (found.stopped) complain("stopped; the best so far:");
    for (std::size_t i = 0; i < found.values.size(); ++i)
        fmt::print("{} = {}   now {}\n", request.free[i].path,
                   found.certainty.empty() ? free_value_text(request.free[i], found.values[i])
                                           : certainty_text(request.free[i], found.values[i], found.certainty[i]),
                   free_value_text(request.free[i], request.free[i].now));
    for (const Correlated& pair : found.correlated) fmt::print("{}\n", correlated_text(pair, request.free));
    for (std::size_t i = 0; i < found.runs.size(); ++i) {
        const FitRunResult& run = found.runs[i];
        const std::string offsets = offsets_text(run.alignment);
        fmt::print("{} starts {:.3f} s later on {}{}\n", options.measured[i], run.alignment.later_s,
                   request.runs[i].tape->name, offsets.empty() ? "" : ", moved by " + offsets);
        fmt::print("root mean square error before: {}\n", error_text(run.before));
        fmt::print("root mean square error after:  {}\n", error_text(run.after));
    }
    return found.stopped ? stopped_early : good;
}

}  // namespace leap::cli
