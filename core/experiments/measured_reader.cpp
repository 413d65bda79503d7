// SPDX-License-Identifier: MIT
#include "core/experiments/measured_run.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <limits>

#include "core/script/diagnostic.hpp"
#include "core/script/typed_value.hpp"
#include "core/units/trimmed.hpp"

namespace leap {
namespace {

constexpr std::array<Measured, 5> all_columns{Measured::x, Measured::y, Measured::z, Measured::height, Measured::speed};

/// The fields of a line, as RFC 4180 has them: what stands between double quotes may hold the separator, and two of
/// them mean one. Nothing when a quote is not closed on its line.
std::optional<std::vector<std::string>> split(std::string_view line, char separator) {
    std::vector<std::string> out;
    std::string field;
    bool quoted = false;
    bool was_quoted = false;
    const auto end_field = [&] {
        out.emplace_back(was_quoted ? std::string_view(field) : trimmed(field));
        field.clear();
        was_quoted = false;
    };
    for (std::size_t i = 0; i < line.size(); ++i) {
        const char c = line[i];
        if (quoted && c == '"' && i + 1 < line.size() && line[i + 1] == '"') {
            field += '"';
            ++i;
        } else if (c == '"' && (quoted || trimmed(field).empty())) {
            if (!quoted) field.clear();
            quoted = !quoted;
            was_quoted = true;
        } else if (c == separator && !quoted) {
            end_field();
        } else if (!was_quoted || quoted || !trimmed(std::string_view(&c, 1)).empty()) {
            field += c;
        }
    }
    if (quoted) return std::nullopt;
    end_field();
    return out;
}

/// A separator that stands outside of quotes.
bool has_outside_quotes(std::string_view line, char separator) {
    bool quoted = false;
    for (const char c : line) {
        if (c == '"') quoted = !quoted;
        if (c == separator && !quoted) return true;
    }
    return false;
}

/// A column of the file that is read.
struct Column {
    bool is_time = false;
    Measured what = Measured::x;
    std::size_t field = 0;
    double scale = 1.0;
};

/// How many SI one of a unit is; nothing when it is no unit of this dimension.
std::optional<double> scale_of_unit(std::string_view unit, Dimension dimension) {
    // Units that games and films are measured in, but scripts aren't.
    struct Named {
        std::string_view name;
        double meters;
    };
    constexpr double inch_m = 0.0254;
    constexpr std::array<Named, 8> lengths{{{"in", inch_m},
                                            {"inch", inch_m},
                                            {"inches", inch_m},
                                            {"ft", 12.0 * inch_m},
                                            {"foot", 12.0 * inch_m},
                                            {"feet", 12.0 * inch_m},
                                            {"in/s", inch_m},
                                            {"ft/s", 12.0 * inch_m}}};
    for (const Named& each : lengths) {
        const bool is_speed = each.name.ends_with("/s");
        if (unit == each.name && dimension == (is_speed ? dimensions::speed : dimensions::length)) return each.meters;
    }
    const auto value = read_value(fmt::format("1 {}", unit), Unit{"", 1.0, dimension}, "unit", "");
    if (!value || unit.empty()) return std::nullopt;
    return *value;
}

tl::expected<std::optional<Column>, std::string> read_head(std::string_view head, std::size_t field,
                                                           const std::string& place, const MeasuredUnits& units) {
    std::string unit;
    std::string name(head);
    if (const auto open = head.find_first_of("(["); open != std::string_view::npos) {
        const auto close = head.find_first_of(")]", open);
        unit = trimmed(head.substr(open + 1, close == std::string_view::npos ? close : close - open - 1));
        name = trimmed(head.substr(0, open));
    }
    // "x_m", as traces of ours have it.
    if (const auto bar = name.rfind('_'); unit.empty() && bar != std::string::npos && bar + 1 < name.size()) {
        const std::string behind = name.substr(bar + 1);
        if (scale_of_unit(behind, dimensions::length) || scale_of_unit(behind, dimensions::time)) {
            unit = behind;
            name = name.substr(0, bar);
        }
    }
    std::transform(name.begin(), name.end(), name.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    Column out;
    out.field = field;
    Dimension dimension = dimensions::length;
    std::string usual = units.length;
    if (name == "time" || name == "t") {
        out.is_time = true;
        dimension = dimensions::time;
        usual = units.time;
    } else {
        const auto found = std::find_if(all_columns.begin(), all_columns.end(),
                                        [&](Measured each) { return measured_name(each) == name; });
        if (found == all_columns.end()) return std::optional<Column>{};
        out.what = *found;
        if (out.what == Measured::speed) {
            dimension = dimensions::speed;
            usual = units.speed;
        }
    }
    const std::string chosen = unit.empty() ? usual : unit;
    const auto scale = scale_of_unit(chosen, dimension);
    if (!scale)
        return tl::make_unexpected(fmt::format("{}: unknown unit \"{}\" of {} (column {}); write it like {} ({})",
                                               place, chosen, dimension_text(dimension), name, name, usual));
    out.scale = *scale;
    return std::optional<Column>(out);
}

std::string unclosed(const std::string& place) {
    return fmt::format("{}: a quoted field doesn't end on its line; close it with \"", place);
}

/// Every column that is understood. Two of one name, and names that look like a lacking column mistyped, are errors:
/// what is left out in silence would be missed in the answer.
tl::expected<std::vector<Column>, std::string> read_heads(const std::vector<std::string>& heads,
                                                          const std::string& place, const MeasuredUnits& units) {
    std::vector<Column> out;
    std::vector<std::string> left_out;
    for (std::size_t i = 0; i < heads.size(); ++i) {
        const auto column = read_head(heads[i], i, place, units);
        if (!column) return tl::make_unexpected(column.error());
        if (!*column) {
            left_out.push_back(heads[i]);
            continue;
        }
        for (const Column& before : out)
            if (before.is_time == (*column)->is_time && (before.is_time || before.what == (*column)->what))
                return tl::make_unexpected(fmt::format("{}: columns {} and {} are both named {}; rename or remove one",
                                                       place, before.field + 1, i + 1,
                                                       before.is_time ? "time" : measured_name(before.what)));
        out.push_back(**column);
    }
    std::vector<std::string> lacking;
    const auto has = [&](Measured what) {
        return std::any_of(out.begin(), out.end(), [&](const Column& c) { return !c.is_time && c.what == what; });
    };
    for (const Measured what : {Measured::height, Measured::speed})
        if (!has(what)) lacking.emplace_back(measured_name(what));
    if (std::none_of(out.begin(), out.end(), [](const Column& c) { return c.is_time; })) lacking.emplace_back("time");
    for (const std::string& name : left_out) {
        std::string plain(trimmed(std::string_view(name).substr(0, name.find_first_of("([_"))));
        std::transform(plain.begin(), plain.end(), plain.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        const std::string near = plain.size() < 4 ? std::string() : nearest_name(plain, lacking);
        if (near.empty()) continue;
        return tl::make_unexpected(
            fmt::format("{}: unknown column \"{}\"; did you mean '{}'? Rename or remove it", place, name, near));
    }
    return out;
}

std::optional<double> number_in(std::string_view text, bool comma) {
    std::string plain(text);
    if (comma) std::replace(plain.begin(), plain.end(), ',', '.');
    if (plain.starts_with('+')) plain.erase(0, 1);
    double out = 0.0;
    const auto read = std::from_chars(plain.data(), plain.data() + plain.size(), out);
    if (read.ec != std::errc() || read.ptr != plain.data() + plain.size() || !std::isfinite(out)) return std::nullopt;
    return out;
}

/// Whether a line is about the instant of the line before it.
bool repeats(const std::vector<Column>& columns, const std::vector<std::string>& fields, char separator,
             double last_s) {
    for (const Column& column : columns) {
        if (!column.is_time || column.field >= fields.size()) continue;
        const auto value = number_in(fields[column.field], separator != ',');
        return value && *value * column.scale == last_s;
    }
    return false;
}

}  // namespace

std::string_view measured_name(Measured what) {
    switch (what) {
        case Measured::x: return "x";
        case Measured::y: return "y";
        case Measured::z: return "z";
        case Measured::height: return "height";
        case Measured::speed: return "speed";
    }
    return {};
}

tl::expected<void, std::string> check_units(const MeasuredUnits& units) {
    const std::tuple<const std::string&, Dimension, std::string_view> all[] = {
        {units.time, dimensions::time, "ms"},
        {units.length, dimensions::length, "cm"},
        {units.speed, dimensions::speed, "km/h"}};
    for (const auto& [text, dimension, like] : all)
        if (!scale_of_unit(text, dimension))
            return tl::make_unexpected(
                fmt::format("unknown unit \"{}\" of {}; write it like {}", text, dimension_text(dimension), like));
    return {};
}

tl::expected<MeasuredRun, std::string> read_measured(std::string_view text, const std::string& path,
                                                     const MeasuredUnits& units, SameInstant same) {
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    MeasuredRun out;
    std::vector<Column> columns;
    char separator = ',';
    std::size_t number = 0;
    while (!text.empty()) {
        const auto end = text.find('\n');
        const std::string_view line = trimmed(text.substr(0, end));
        text = end == std::string_view::npos ? std::string_view{} : text.substr(end + 1);
        ++number;
        const std::string place = fmt::format("{}:{}", path, number);
        if (line.empty() || line.starts_with('#')) continue;
        if (columns.empty()) {
            if (has_outside_quotes(line, ';')) {
                separator = ';';
            } else if (!has_outside_quotes(line, ',') && has_outside_quotes(line, '\t')) {
                separator = '\t';
            }
            const auto heads = split(line, separator);
            if (!heads) return tl::make_unexpected(unclosed(place));
            auto read = read_heads(*heads, place, units);
            if (!read) return tl::make_unexpected(read.error());
            columns = *std::move(read);
            const bool has_time =
                std::any_of(columns.begin(), columns.end(), [](const Column& c) { return c.is_time; });
            if (!has_time || columns.size() < 2)
                return tl::make_unexpected(
                    fmt::format("{}: the head line needs a column time and one of x, y, z, height, speed; it is \"{}\"",
                                place, line.substr(0, 80)));
            for (const Column& column : columns)
                if (!column.is_time) out.columns[column.what];
            continue;
        }
        const auto split_line = split(line, separator);
        if (!split_line) return tl::make_unexpected(unclosed(place));
        const std::vector<std::string>& fields = *split_line;
        const bool known = same == SameInstant::last_counts && !out.times_s.empty();
        if (known && repeats(columns, fields, separator, out.times_s.back())) {
            out.times_s.pop_back();
            for (auto& [what, values] : out.columns) values.pop_back();
        }
        for (const Column& column : columns) {
            const std::string_view field =
                column.field < fields.size() ? std::string_view(fields[column.field]) : std::string_view{};
            const std::string_view name = column.is_time ? "time" : measured_name(column.what);
            if (field.empty() && !column.is_time) {
                out.columns[column.what].push_back(std::numeric_limits<double>::quiet_NaN());
                continue;
            }
            const auto value = number_in(field, separator != ',');
            if (!value)
                return tl::make_unexpected(fmt::format(
                    "{}: expected a number, got \"{}\" ({}); leave it empty if it is unknown", place, field, name));
            const double si = *value * column.scale;
            if (!column.is_time) {
                out.columns[column.what].push_back(si);
                continue;
            }
            if (!out.times_s.empty() && si <= out.times_s.back())
                return tl::make_unexpected(
                    fmt::format("{}: the time {} doesn't come after the one before it", place, field));
            out.times_s.push_back(si);
        }
    }
    if (out.times_s.size() < 3)
        return tl::make_unexpected(
            fmt::format("{}: there are {} measured times; at least 3 are needed", path, out.times_s.size()));
    return out;
}

}  // namespace leap
