// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/readings/quantity.hpp"
#include "core/script/program.hpp"

namespace leap {

/// A reading taken from a trace, with the mark that speaks of it.
struct ReadingResult {
    std::string name;
    std::string meaning;
    std::optional<double> value;  ///< SI; nothing when the run lacks what it looks at
    std::string missing;          ///< why there is no value
    std::optional<double> at_s;   ///< where on the tape it is taken, or begins to be
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

/// Every time a move, a phase or a stance of a character was on, or a fixture's phase, by time. `actor`: in
/// Trace::tracks.
std::vector<Window> occurrences(const Program& program, const Trace& trace, std::size_t actor, const std::string& owner,
                                const std::string& phase);

}  // namespace leap
