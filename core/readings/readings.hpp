// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/script/program.hpp"
#include "core/tape/trace.hpp"

namespace leap {

/// A reading taken from a trace, with the mark that speaks of it.
struct ReadingResult {
    std::string name;
    std::string meaning;
    std::optional<double> value;  ///< SI; nothing when the run lacks what it looks at
    std::string missing;          ///< why there is no value
    Type type;
    std::optional<double> low, high;  ///< the mark's band
    SourceRange range;

    /// Nothing without a mark for this tape. A reading without a value misses its mark.
    std::optional<bool> met() const {
        if (!low || !high) return std::nullopt;
        constexpr double rounding = 1e-9;
        return value && *value >= *low - rounding && *value <= *high + rounding;
    }
};

/// Every reading of the program, in the order of the text. Marks for other tapes than `tape_name` are left out.
std::vector<ReadingResult> take_readings(const Program& program, const Tuning& tuning, const Trace& trace,
                                         const std::string& tape_name);

/// A stretch of a run.
struct Window {
    double from = 0.0;
    double to = 0.0;
};

/// Every time a move, a phase or a stance was on, by time.
std::vector<Window> occurrences(const Program& program, const Trace& trace, const std::string& owner,
                                const std::string& phase);

enum class Quantity { feet, speed, rising, x, y };
std::optional<Quantity> quantity_named(std::string_view name);

/// A quantity at a time, on the exact course between rows.
double quantity_at(const Trace& trace, Quantity quantity, double time);

/// Highest (or lowest) value in a window, on the exact course between rows: the top of a jump is not the highest row.
double extreme(const Trace& trace, Quantity quantity, Window window, bool highest);

}  // namespace leap
