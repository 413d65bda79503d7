// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/script/program.hpp"

namespace leap {

/// A number as it stands in a script's text, without its unit.
struct NumberPlace {
    SourceRange range;
    double written = 0.0;  ///< in the unit it is written with
    bool whole = false;    ///< a count: no point and no unit, so that only whole numbers make sense
    int decimals = 0;      ///< that a turned value is written with
};

/// The number at a byte of a text; nothing elsewhere, and nothing for the exponent of a unit.
std::optional<NumberPlace> number_at(std::string_view text, std::uint32_t offset);

/// The number turned by a share of itself (about twice its size for 1; counts: by 50), rounded as it is written.
double turned(const NumberPlace& number, double share);

/// The text with the number replaced; everything else stays to the letter.
std::string with_number(std::string_view text, const NumberPlace& number, double value);

/// The text with other points for a curve; `curve` as it stands in that text.
std::string with_curve_points(std::string_view text, const CurveInfo& curve,
                              const std::vector<syntax::CurvePoint>& points);

}  // namespace leap
