// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/experiments/rate_check.hpp"

namespace leap::cli {

int rates(const RatesOptions& options) {
    auto project = load_runnable(options.project);
    if (!project) return problems;
    const auto tape = find_tape(*project, options.tape);
    if (!tape) return problems;
    const Prepared prepared = prepare(std::move(*project));
    const auto check = check_rates(prepared.rehearsal(tape->rate_hz), *tape);
    if (!check) {
        complain(check.error());
        return problems;
    }
    fmt::print("{:<18}", tape->name);
    for (const int rate : checked_rates) fmt::print(" {:>12}", fmt::format("{} ticks/s", rate));
    fmt::print(" {:>10}\n", "spread");
    for (const RateSpread& reading : check->readings) {
        fmt::print("{:<18}", reading.name);
        for (const auto& value : reading.values)
            fmt::print(" {:>12}", value ? quantity_text(*value, reading.type.dimension, 4) : "none");
        fmt::print(" {:>9.4f} %\n", reading.spread * 100.0);
    }
    return good;
}

}  // namespace leap::cli
