// SPDX-License-Identifier: MIT
#include "core/experiments/measured_run.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <limits>

#include "core/readings/quantity.hpp"
#include "core/script/typed_value.hpp"
#include "core/tape/trace.hpp"

namespace leap {
namespace {

constexpr std::array<Measured, 5> all_columns{Measured::x, Measured::y, Measured::z, Measured::height, Measured::speed};

std::string_view trimmed(std::string_view text) {
    const auto is_blank = [](char c) { return c == ' ' || c == '\t' || c == '\r' || c == '"'; };
    while (!text.empty() && is_blank(text.front())) text.remove_prefix(1);
    while (!text.empty() && is_blank(text.back())) text.remove_suffix(1);
    return text;
}

std::vector<std::string_view> split(std::string_view line, char separator) {
    std::vector<std::string_view> out;
    while (true) {
        const auto at = line.find(separator);
        out.push_back(trimmed(line.substr(0, at)));
        if (at == std::string_view::npos) return out;
        line = line.substr(at + 1);
    }
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
bool repeats(const std::vector<Column>& columns, const std::vector<std::string_view>& fields, char separator,
             double last_s) {
    for (const Column& column : columns) {
        if (!column.is_time || column.field >= fields.size()) continue;
        const auto value = number_in(fields[column.field], separator != ',');
        return value && *value * column.scale == last_s;
    }
    return false;
}

/// Spread of what was measured, so that metres and metres a second weigh alike.
double spread_of(const std::vector<double>& values) {
    double sum = 0.0;
    double square = 0.0;
    double count = 0.0;
    for (const double value : values) {
        if (std::isnan(value)) continue;
        sum += value;
        square += value * value;
        count += 1.0;
    }
    if (count < 2.0) return 1.0;
    constexpr double least = 1e-3;
    return std::max(least, std::sqrt(std::max(0.0, square / count - (sum / count) * (sum / count))));
}

double offset_in(const Alignment& alignment, Measured what) {
    const auto found = alignment.offset.find(what);
    return found == alignment.offset.end() ? 0.0 : found->second;
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
            if (line.find(';') != std::string_view::npos) {
                separator = ';';
            } else if (line.find(',') == std::string_view::npos && line.find('\t') != std::string_view::npos) {
                separator = '\t';
            }
            const std::vector<std::string_view> heads = split(line, separator);
            for (std::size_t i = 0; i < heads.size(); ++i) {
                const auto column = read_head(heads[i], i, place, units);
                if (!column) return tl::make_unexpected(column.error());
                if (*column) columns.push_back(**column);
            }
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
        const std::vector<std::string_view> fields = split(line, separator);
        const bool known = same == SameInstant::last_counts && !out.times_s.empty();
        if (known && repeats(columns, fields, separator, out.times_s.back())) {
            out.times_s.pop_back();
            for (auto& [what, values] : out.columns) values.pop_back();
        }
        for (const Column& column : columns) {
            const std::string_view field = column.field < fields.size() ? fields[column.field] : std::string_view{};
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

double rehearsed(Measured what, const TraceTrack& track, double time) {
    switch (what) {
        case Measured::x: return quantity_at(track, Quantity::x, time);
        case Measured::y: return quantity_at(track, Quantity::y, time);
        case Measured::z: return quantity_at(track, Quantity::feet, time);
        case Measured::height: return quantity_at(track, Quantity::feet, time) - track.rows.front().position.z;
        case Measured::speed: return quantity_at(track, Quantity::speed, time);
    }
    return 0.0;
}

FitError error_of(const MeasuredRun& measured, const Alignment& alignment, const TraceTrack& track) {
    FitError out;
    const double end = track.rows.empty() ? 0.0 : track.rows.back().time;
    double together = 0.0;
    double used = 0.0;
    double all = 0.0;
    for (const auto& [what, values] : measured.columns) {
        const double spread = spread_of(values);
        double square = 0.0;
        double count = 0.0;
        for (std::size_t i = 0; i < values.size(); ++i) {
            if (std::isnan(values[i])) continue;
            all += 1.0;
            const double time = measured.times_s[i] * alignment.stretch + alignment.later_s;
            if (time < 0.0 || time > end || track.rows.empty()) continue;
            const double away = values[i] + offset_in(alignment, what) - rehearsed(what, track, time);
            square += away * away;
            count += 1.0;
        }
        if (count == 0.0) continue;
        out.by_column[what] = std::sqrt(square / count);
        together += square / (spread * spread);
        used += count;
    }
    out.covered = all > 0.0 ? used / all : 0.0;
    constexpr double nothing_in_common = 1e3;
    // What lies outside of the run counts as one whole spread away: leaving values out must not look like fitting them.
    out.together = used > 0.0 ? std::sqrt((together + (all - used)) / all) : nothing_in_common;
    return out;
}

std::vector<double> residuals_of(const MeasuredRun& measured, const Alignment& alignment, const TraceTrack& track) {
    std::vector<double> out;
    const double end = track.rows.empty() ? -1.0 : track.rows.back().time;
    for (const auto& [what, values] : measured.columns) {
        const double spread = spread_of(values);
        for (std::size_t i = 0; i < values.size(); ++i) {
            const double time = measured.times_s[i] * alignment.stretch + alignment.later_s;
            const bool laid = !std::isnan(values[i]) && time >= 0.0 && time <= end;
            out.push_back(laid ? (values[i] + offset_in(alignment, what) - rehearsed(what, track, time)) / spread
                               : std::numeric_limits<double>::quiet_NaN());
        }
    }
    return out;
}

Alignment with_offsets(const MeasuredRun& measured, Alignment alignment, const TraceTrack& track) {
    const double end = track.rows.empty() ? 0.0 : track.rows.back().time;
    for (const auto& [what, values] : measured.columns) {
        if (what == Measured::speed) continue;
        double sum = 0.0;
        double count = 0.0;
        for (std::size_t i = 0; i < values.size(); ++i) {
            const double time = measured.times_s[i] * alignment.stretch + alignment.later_s;
            if (std::isnan(values[i]) || time < 0.0 || time > end) continue;
            sum += rehearsed(what, track, time) - values[i];
            count += 1.0;
        }
        if (count > 0.0) alignment.offset[what] = sum / count;
    }
    return alignment;
}

Alignment aligned(const MeasuredRun& measured, const TraceTrack& track, const Alignment& begin) {
    if (track.rows.empty() || measured.times_s.empty()) return begin;
    const double end = track.rows.back().time;
    const double first = measured.times_s.front() * begin.stretch;
    const double last = measured.times_s.back() * begin.stretch;
    Alignment best = with_offsets(measured, begin, track);
    double least = error_of(measured, best, track).together;
    const auto offer = [&](double later) {
        Alignment tried = begin;
        tried.later_s = later;
        tried = with_offsets(measured, tried, track);
        const double error = error_of(measured, tried, track).together;
        if (error >= least) return;
        least = error;
        best = tried;
    };
    constexpr double coarse_s = 0.02;
    // Half of what was measured must lie within the run.
    const double half = 0.5 * (last - first);
    for (double later = -first - half; later <= end - last + half; later += coarse_s) offer(later);
    for (double step = coarse_s / 2.0; step > 1e-5; step /= 2.0) {
        const double here = best.later_s;
        offer(here - step);
        offer(here + step);
    }
    return best;
}

std::vector<LaidPoint> laid_over(const MeasuredRun& measured, const Alignment& alignment, const TraceTrack& track) {
    std::vector<LaidPoint> out;
    if (track.rows.empty()) return out;
    for (std::size_t i = 0; i < measured.times_s.size(); ++i) {
        LaidPoint point;
        point.time_s = measured.times_s[i] * alignment.stretch + alignment.later_s;
        if (point.time_s < 0.0 || point.time_s > track.rows.back().time) continue;
        point.feet = position_at(track, point.time_s);
        for (const auto& [what, values] : measured.columns) {
            if (std::isnan(values[i])) continue;
            const double value = values[i] + offset_in(alignment, what);
            point.values[what] = value;
            if (what == Measured::x) point.feet.x = value;
            if (what == Measured::y) point.feet.y = value;
            if (what == Measured::z) point.feet.z = value;
            if (what == Measured::height) point.feet.z = value + track.rows.front().position.z;
        }
        if (!point.values.empty()) out.push_back(std::move(point));
    }
    return out;
}

}  // namespace leap
