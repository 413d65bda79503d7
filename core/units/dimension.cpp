// SPDX-License-Identifier: MIT
#include "core/units/dimension.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

std::int8_t narrow(int value) {
    return static_cast<std::int8_t>(std::clamp(value, -100, 100));
}

struct Word {
    std::string_view text;
    double scale;
    Dimension dimension;
};

constexpr std::array<Word, 18> words{{
    {"m", 1.0, dimensions::length},
    {"cm", 0.01, dimensions::length},
    {"mm", 0.001, dimensions::length},
    {"km", 1000.0, dimensions::length},
    {"s", 1.0, dimensions::time},
    {"ms", 0.001, dimensions::time},
    {"h", 3600.0, dimensions::time},
    {"frames", 1.0 / 60.0, dimensions::time},
    {"frame", 1.0 / 60.0, dimensions::time},
    {"deg", radians_per_degree, dimensions::angle},
    {"rad", 1.0, dimensions::angle},
    {"turns", 2.0 * std::numbers::pi, dimensions::angle},
    {"kg", 1.0, dimensions::mass},
    {"t", 1000.0, dimensions::mass},
    {"N", 1.0, dimensions::force},
    {"kN", 1000.0, dimensions::force},
    {"Nm", 1.0, dimensions::torque},
    {"%", 0.01, dimensions::none},
}};

std::string power_text(std::string_view word, int exponent) {
    if (exponent == 1) return std::string(word);
    if (exponent == 2) return fmt::format("{}²", word);
    if (exponent == 3) return fmt::format("{}³", word);
    return fmt::format("{}^{}", word, exponent);
}

std::string product_text(Dimension d, std::string_view angle_word) {
    std::string above;
    std::string below;
    const auto add = [&](std::string_view word, int exponent) {
        if (exponent == 0) return;
        std::string& side = exponent > 0 ? above : below;
        if (!side.empty()) side += "·";
        side += power_text(word, std::abs(exponent));
    };
    add("kg", d.mass);
    add("m", d.length);
    add(angle_word, d.angle);
    add("s", d.time);
    return below.empty() ? above : above + "/" + below;
}

}  // namespace

Dimension operator*(Dimension a, Dimension b) {
    return {narrow(a.length + b.length), narrow(a.time + b.time), narrow(a.angle + b.angle), narrow(a.mass + b.mass)};
}

Dimension operator/(Dimension a, Dimension b) {
    return a * power(b, -1);
}

Dimension power(Dimension a, int exponent) {
    return {narrow(a.length * exponent), narrow(a.time * exponent), narrow(a.angle * exponent),
            narrow(a.mass * exponent)};
}

std::optional<Dimension> square_root(Dimension a) {
    if (a.length % 2 != 0 || a.time % 2 != 0 || a.angle % 2 != 0 || a.mass % 2 != 0) return std::nullopt;
    return Dimension{narrow(a.length / 2), narrow(a.time / 2), narrow(a.angle / 2), narrow(a.mass / 2)};
}

std::string dimension_text(Dimension dimension) {
    return dimension == dimensions::none ? "a plain number" : product_text(dimension, "deg");
}

std::optional<Unit> unit_word(std::string_view word) {
    for (const Word& known : words)
        if (known.text == word) return Unit{std::string(word), known.scale, known.dimension};
    return std::nullopt;
}

Unit display_unit(Dimension dimension) {
    if (dimension == dimensions::none) return {};
    return {product_text(dimension, "deg"), elementary::pow(radians_per_degree, dimension.angle), dimension};
}

int decimals_for_step(double step) {
    constexpr int most = 6;
    constexpr double coarser = 1.9952623149688795;  // 10^0.3: a step of 0.6 needs no decimal, one of 0.5 needs one
    int out = 0;
    while (out < most && elementary::power_of_ten(-out) > step * coarser) ++out;
    return out;
}

std::string number_text(double value, int decimals) {
    if (!std::isfinite(value)) return std::isnan(value) ? "not a number" : (value > 0 ? "endless" : "-endless");
    std::string text = fmt::format("{:.{}f}", value, decimals);
    if (text.find('.') != std::string::npos) {
        text.erase(text.find_last_not_of('0') + 1);
        if (text.back() == '.') text.pop_back();
    }
    return text == "-0" ? "0" : text;
}

std::string quantity_text(double value_si, const Unit& unit, int decimals) {
    const std::string number = number_text(value_si / unit.scale, decimals);
    return unit.text.empty() ? number : number + " " + unit.text;
}

std::string quantity_text(double value_si, Dimension dimension, int decimals) {
    return quantity_text(value_si, display_unit(dimension), decimals);
}

}  // namespace leap
