// SPDX-License-Identifier: MIT
#include "core/script/dial_edit.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/script/typed_value.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

int decimals_for(const DialInfo& dial, double value_si) {
    const double span = dial.low && dial.high ? *dial.high - *dial.low : std::max(std::abs(value_si), dial.unit.scale);
    const double step = span / dial.unit.scale / 1000.0;
    return decimals_for_step(step);
}

}  // namespace

double rounded_dial_value(const DialInfo& dial, double value_si) {
    const double power = elementary::power_of_ten(decimals_for(dial, value_si));
    double rounded = std::round(value_si / dial.unit.scale * power) / power * dial.unit.scale;
    if (dial.low) rounded = std::max(rounded, *dial.low);
    if (dial.high) rounded = std::min(rounded, *dial.high);
    return rounded;
}

std::string dial_literal(const DialInfo& dial, double value_si) {
    return quantity_text(value_si, dial.unit, decimals_for(dial, value_si));
}

std::string with_dial_literal(std::string_view text, const DialInfo& dial, double value_si) {
    std::string out(text.substr(0, dial.literal.begin));
    out += dial_literal(dial, value_si);
    out += text.substr(std::min<std::size_t>(dial.literal.end, text.size()));
    return out;
}

tl::expected<double, std::string> parse_dial_value(const DialInfo& dial, std::string_view typed) {
    const auto read = read_value(typed, dial.unit, dial.path(), quantity_text(dial.value, dial.unit));
    if (!read) return read;
    const double value = *read;
    const bool outside = (dial.low && value < *dial.low) || (dial.high && value > *dial.high);
    if (outside)
        return tl::make_unexpected(fmt::format("{} lies outside the range of {}: {} to {}", typed, dial.path(),
                                               quantity_text(*dial.low, dial.unit),
                                               quantity_text(*dial.high, dial.unit)));
    return value;
}

}  // namespace leap
