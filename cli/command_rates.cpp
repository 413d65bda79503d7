// SPDX-License-Identifier: MIT
#include <fmt/format.h>
#include <fmt/ranges.h>

#include <utility>

#include "cli/commands.hpp"
#include "cli/report.hpp"
#include "core/experiments/rate_check.hpp"

namespace leap::cli {

namespace {

/// The rates with the lowest and the highest value; one without a value counts as lowest.
std::pair<std::size_t, std::size_t> lowest_and_highest(const RateSpread& reading) {
    std::pair<std::size_t, std::size_t> out{0, 0};
    for (std::size_t rate = 0; rate < checked_rates.size(); ++rate) {
        if (reading.values[rate] < reading.values[out.first]) out.first = rate;
        if (reading.values[rate] > reading.values[out.second]) out.second = rate;
    }
    return out;
}

}  // namespace

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
    fmt::print("{} at {} ticks/s\n", tape->name, fmt::join(checked_rates, ", "));
    for (const RateSpread& reading : check->readings) {
        const auto text = [&](std::size_t rate) {
            const auto& value = reading.values[rate];
            return value ? quantity_text(*value, reading.type.dimension, 4) : std::string("no value");
        };
        fmt::print("{:<22} {:>9.4f} %", reading.name, reading.spread * 100.0);
        if (options.all) {
            for (std::size_t rate = 0; rate < checked_rates.size(); ++rate) fmt::print(" {:>11}", text(rate));
        } else {
            const auto [low, high] = lowest_and_highest(reading);
            fmt::print("  {} at {}, {} at {}", text(low), checked_rates[low], text(high), checked_rates[high]);
        }
        fmt::print("\n");
    }
    return good;
}

}  // namespace leap::cli
