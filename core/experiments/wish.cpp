// SPDX-License-Identifier: MIT
#include "core/experiments/wish.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

#include "core/script/diagnostic.hpp"
#include "core/script/typed_value.hpp"
#include "core/units/trimmed.hpp"

namespace leap {
namespace {

tl::unexpected<std::string> wrong(std::string text) {
    return tl::make_unexpected(std::move(text));
}

/// Takes what stands behind the last `word` away from the text.
std::optional<std::string_view> taken_behind(std::string_view& text, std::string_view word) {
    const auto at = text.rfind(word);
    if (at == std::string_view::npos) return std::nullopt;
    const std::string_view out = trimmed(text.substr(at + word.size()));
    text = trimmed(text.substr(0, at));
    return out;
}

tl::expected<std::vector<std::string>, std::string> read_tapes(std::string_view list,
                                                               const std::vector<std::string>& known) {
    std::vector<std::string> out;
    while (!list.empty()) {
        const auto comma = list.find(',');
        const std::string name(trimmed(list.substr(0, comma)));
        list = comma == std::string_view::npos ? std::string_view{} : list.substr(comma + 1);
        if (std::find(known.begin(), known.end(), name) == known.end()) {
            const std::string near = nearest_name(name, known);
            return wrong(fmt::format("unknown tape \"{}\"{}", name,
                                     near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
        }
        out.push_back(name);
    }
    return out;
}

/// A reading's value in its unit, long enough to be read back as it was.
std::string exact_text(double si, const Unit& unit) {
    return unit.text.empty() ? fmt::format("{}", si / unit.scale) : fmt::format("{} {}", si / unit.scale, unit.text);
}

}  // namespace

tl::expected<Wish, std::string> read_wish(std::string_view text, const Program& program,
                                          const std::vector<std::string>& tapes) {
    Wish out;
    std::string_view rest = trimmed(text);
    if (const auto weight = taken_behind(rest, " weight ")) {
        const auto read = std::from_chars(weight->data(), weight->data() + weight->size(), out.weight);
        if (read.ec != std::errc() || read.ptr != weight->data() + weight->size() || !(out.weight > 0.0) ||
            !std::isfinite(out.weight))
            return wrong(fmt::format("expected a weight above 0, got \"{}\"", *weight));
    }
    if (const auto on = taken_behind(rest, " on ")) {
        auto names = read_tapes(*on, tapes);
        if (!names) return tl::make_unexpected(names.error());
        out.tapes = std::move(*names);
    }
    const auto space = rest.find_first_of(" =<>");
    out.reading = rest.substr(0, space);
    const auto reading = std::find_if(program.readings.begin(), program.readings.end(),
                                      [&](const ReadingInfo& each) { return each.name == out.reading; });
    if (reading == program.readings.end()) {
        std::vector<std::string> names;
        for (const ReadingInfo& each : program.readings) names.push_back(each.name);
        const std::string near = nearest_name(out.reading, names);
        return wrong(fmt::format("unknown reading '{}'{}", out.reading,
                                 near.empty() ? "" : fmt::format("; did you mean '{}'?", near)));
    }
    rest = space == std::string_view::npos ? std::string_view{} : trimmed(rest.substr(space));
    const Unit unit = display_unit(reading->type.dimension);
    const std::string example = fmt::format("{} in 1{}..2{}", out.reading, unit.text.empty() ? "" : " " + unit.text,
                                            unit.text.empty() ? "" : " " + unit.text);
    const auto value = [&](std::string_view typed) {
        return read_value(trimmed(typed), unit, out.reading, exact_text(unit.scale, unit));
    };
    const auto one = [&](std::string_view sign, bool to_low, bool to_high) -> tl::expected<bool, std::string> {
        if (!rest.starts_with(sign)) return false;
        const auto read = value(rest.substr(sign.size()));
        if (!read) return tl::make_unexpected(read.error());
        if (to_low) out.low = *read;
        if (to_high) out.high = *read;
        return true;
    };
    for (const auto& [sign, to_low, to_high] : {std::tuple{std::string_view(">="), true, false},
                                                {std::string_view("<="), false, true},
                                                {std::string_view("="), true, true}}) {
        const auto done = one(sign, to_low, to_high);
        if (!done) return tl::make_unexpected(done.error());
        if (*done) return out;
    }
    const auto dots = rest.find("..");
    if (!rest.starts_with("in ") || dots == std::string_view::npos)
        return wrong(fmt::format("expected a goal like \"{1}\", got \"{0}\"; it needs in, =, >= or <=", text, example));
    const auto low = value(rest.substr(3, dots - 3));
    const auto high = low ? value(rest.substr(dots + 2)) : low;
    if (!high) return tl::make_unexpected(high.error());
    if (*low > *high)
        return wrong(fmt::format("the lower end of the band of {}, {}, is above its upper end, {}; swap them",
                                 out.reading, exact_text(*low, unit), exact_text(*high, unit)));
    out.low = *low;
    out.high = *high;
    return out;
}

std::string wish_text(const Wish& wish, const Program& program) {
    Unit unit;
    for (const ReadingInfo& reading : program.readings)
        if (reading.name == wish.reading) unit = display_unit(reading.type.dimension);
    std::string out = wish.reading;
    if (wish.low && wish.high && *wish.low == *wish.high) {
        out += " = " + exact_text(*wish.low, unit);
    } else if (wish.low && wish.high) {
        out += fmt::format(" in {}..{}", exact_text(*wish.low, unit), exact_text(*wish.high, unit));
    } else if (wish.low) {
        out += " >= " + exact_text(*wish.low, unit);
    } else if (wish.high) {
        out += " <= " + exact_text(*wish.high, unit);
    }
    if (!wish.tapes.empty()) out += fmt::format(" on {}", fmt::join(wish.tapes, ", "));
    if (wish.weight != 1.0) out += fmt::format(" weight {}", wish.weight);
    return out;
}

bool is_for(const Wish& wish, const std::string& tape) {
    return wish.tapes.empty() || std::find(wish.tapes.begin(), wish.tapes.end(), tape) != wish.tapes.end();
}

double distance_from(const Wish& wish, double value) {
    if (wish.low && value < *wish.low) return *wish.low - value;
    if (wish.high && value > *wish.high) return value - *wish.high;
    return 0.0;
}

double scale_of(const Wish& wish) {
    constexpr double least = 1e-3;
    if (wish.low && wish.high && *wish.high > *wish.low) return std::max(least, 0.1 * (*wish.high - *wish.low));
    return std::max(least, 0.01 * std::abs(wish.low.value_or(wish.high.value_or(0.0))));
}

bool holds(const Wish& wish, const std::optional<double>& value) {
    if (!value) return false;
    const bool single = wish.low && wish.high && *wish.low == *wish.high;
    const double allowed = single ? 0.1 * scale_of(wish) : 1e-9;
    return distance_from(wish, *value) <= allowed;
}

}  // namespace leap
