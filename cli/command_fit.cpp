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
    if (experiment->tapes.size() != 1) {
        complain("expected one --tape NAME");
        return wrong_call;
    }
    auto values = free_values(*experiment, options.dials);
    if (!values) return problems;
    const auto text = read_file(options.measured);
    if (!text) {
        complain(text.error());
        return problems;
    }
    if (const auto fine = check_units(options.units); !fine) {
        complain(fine.error());
        return wrong_call;
    }
    auto measured = read_measured(*text, options.measured, options.units);
    if (!measured) {
        complain(measured.error());
        return problems;
    }
    FitRequest request;
    request.align = !options.later_s;
    request.alignment.later_s = options.later_s.value_or(0.0);
    request.alignment.stretch = options.stretch;
    request.free = std::move(*values);
    request.tape = &experiment->tapes.front();
    request.measured = std::move(*measured);
    request.seed = options.seed;
    request.most_tries = options.tries;
    const Fit found = leap::fit(experiment->setup(), request, search_options(options));
    if (!found.problem.empty()) {
        complain(found.problem);
        return problems;
    }
    if (found.stopped) complain("stopped; the best so far:");
    for (std::size_t i = 0; i < found.values.size(); ++i)
        fmt::print("{} = {}   (now {})\n", request.free[i].path, free_value_text(request.free[i], found.values[i]),
                   free_value_text(request.free[i], request.free[i].now));
    fmt::print("the measured run starts {:.3f} s later on the tape\n", found.alignment.later_s);
    fmt::print("root mean square error before: {}\n", error_text(found.before));
    fmt::print("root mean square error after:  {}\n", error_text(found.after));
    return found.stopped ? problems : good;
}

}  // namespace leap::cli
