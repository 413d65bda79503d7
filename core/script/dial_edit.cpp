// SPDX-License-Identifier: MIT
#include "core/script/dial_edit.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/script/parse.hpp"

namespace leap {
namespace {

int decimals_for(const DialInfo& dial, double value_si) {
    const double span = dial.low && dial.high ? *dial.high - *dial.low : std::max(std::abs(value_si), dial.unit.scale);
    const double step = span / dial.unit.scale / 1000.0;
    return std::clamp(static_cast<int>(std::ceil(-std::log10(std::max(step, 1e-9)) - 0.3)), 0, 6);
}

}  // namespace

double rounded_dial_value(const DialInfo& dial, double value_si) {
    const double power = std::pow(10.0, decimals_for(dial, value_si));
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
    const ParseOutput parsed = parse(fmt::format("dial typed = {}", typed), 0);
    const std::string in_unit = quantity_text(dial.value, dial.unit);
    if (has_errors(parsed.diagnostics) || parsed.file.dials.size() != 1 || parsed.file.dials[0].range)
        return tl::make_unexpected(
            fmt::format("\"{}\" is no value for {}; write it like {}", typed, dial.path(), in_unit));
    const syntax::Literal& literal = parsed.file.dials[0].value;
    double value = literal.si();
    if (literal.unit.text.empty()) {
        value = literal.written * dial.unit.scale;
    } else if (literal.unit.dimension != dial.unit.dimension) {
        return tl::make_unexpected(fmt::format("{} is {}, this is {}; write it like {}", dial.path(),
                                               dimension_text(dial.unit.dimension),
                                               dimension_text(literal.unit.dimension), in_unit));
    }
    const bool outside = (dial.low && value < *dial.low) || (dial.high && value > *dial.high);
    if (outside)
        return tl::make_unexpected(fmt::format("{} lies outside the range of {}: {} to {}", typed, dial.path(),
                                               quantity_text(*dial.low, dial.unit),
                                               quantity_text(*dial.high, dial.unit)));
    return value;
}

}  // namespace leap
