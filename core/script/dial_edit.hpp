// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <tl/expected.hpp>

#include "core/script/program.hpp"

namespace leap {

/// The value rounded to what a dial's literal can say shortly: a thousandth of its range, or of its own size.
double rounded_dial_value(const DialInfo& dial, double value_si);

/// "2.24 m": a value as it is written for this dial, in the dial's own unit.
std::string dial_literal(const DialInfo& dial, double value_si);

/// The text with the dial's literal replaced; everything else stays to the letter.
std::string with_dial_literal(std::string_view text, const DialInfo& dial, double value_si);

/// Reads a typed value ("2.4 m", "240 cm", "2.4") for a dial. Says why when it isn't one: no number, a wrong unit, or
/// outside the dial's range.
tl::expected<double, std::string> parse_dial_value(const DialInfo& dial, std::string_view typed);

}  // namespace leap
