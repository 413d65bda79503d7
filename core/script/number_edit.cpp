// SPDX-License-Identifier: MIT
#include "core/script/number_edit.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/script/token.hpp"
#include "core/units/dimension.hpp"
#include "core/units/elementary.hpp"

namespace leap {

std::optional<NumberPlace> number_at(std::string_view text, std::uint32_t offset) {
    const LexOutput read = lex(text, 0);
    for (std::size_t i = 0; i < read.tokens.size(); ++i) {
        const Token& token = read.tokens[i];
        if (token.kind != TokenKind::number || offset < token.range.begin || offset > token.range.end) continue;
        if (i > 0 && read.tokens[i - 1].text == "^") return std::nullopt;
        NumberPlace out;
        out.range = token.range;
        out.written = token.number;
        const auto point = token.text.find('.');
        const Token& behind = read.tokens[i + 1];  // the end token stands behind every number
        const bool has_unit =
            !behind.first_on_line && (behind.text == "%" || behind.text == "/" || unit_word(behind.text).has_value());
        out.whole = point == std::string_view::npos && !has_unit;
        if (point != std::string_view::npos) out.decimals = static_cast<int>(token.text.size() - point - 1);
        if (!out.whole && std::abs(out.written) < 10.0) out.decimals = std::max(out.decimals, 1);
        if (!out.whole && std::abs(out.written) < 1.0) out.decimals = std::max(out.decimals, 2);
        return out;
    }
    return std::nullopt;
}

double turned(const NumberPlace& number, double share) {
    constexpr double counts_per_share = 50.0;
    const double span = number.whole ? counts_per_share : std::max(2.0 * std::abs(number.written), 0.5);
    const double power = elementary::power_of_ten(number.decimals);
    // A minus stands in front of a number and is no part of it.
    return std::max(0.0, std::round((number.written + share * span) * power) / power);
}

std::string with_number(std::string_view text, const NumberPlace& number, double value) {
    return fmt::format("{}{}{}", text.substr(0, number.range.begin), number_text(value, number.decimals),
                       text.substr(number.range.end));
}

std::string with_curve_points(std::string_view text, const CurveInfo& curve,
                              const std::vector<syntax::CurvePoint>& points) {
    const std::size_t first = text.find('(', curve.range.begin);
    std::string written;
    for (const syntax::CurvePoint& point : points)
        written +=
            fmt::format("{}({}, {})", written.empty() ? "" : " ", number_text(point.x, 3), number_text(point.y, 3));
    return fmt::format("{}{}{}", text.substr(0, first), written, text.substr(curve.range.end));
}

}  // namespace leap
