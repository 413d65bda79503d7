// SPDX-License-Identifier: MIT
#include "core/experiments/conform.hpp"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"

namespace leap {
namespace {

bool is_place(Measured what) {
    return what == Measured::x || what == Measured::y || what == Measured::z;
}

/// The move of the body that was on, with its phase; else the stance.
std::string during_text(const Program& program, const Trace& trace, std::size_t track, double time) {
    const TraceRow& row = trace.tracks[track].rows[row_at(trace.tracks[track], time)];
    if (row.move && row.move_phase) {
        const Machine& move = program.machines[row.move];
        return fmt::format("{}.{}", move.name, move.phases[row.move_phase].name);
    }
    return row.stance ? program.machines[row.stance].name : std::string();
}

std::vector<Apart> apart_at(const LaidPoint& point, const TraceTrack& track) {
    std::vector<Apart> out;
    const Vec3 here = position_at(track, point.time_s);
    bool placed = false;
    for (const auto& [what, value] : point.values) {
        placed = placed || is_place(what);
        if (is_place(what)) continue;
        const double own = rehearsed(what, track, point.time_s);
        out.push_back({point.time_s, what, value, own, std::abs(value - own), {}});
    }
    if (placed) {
        // What wasn't measured is the run's own in `feet`; a height is told by itself.
        Vec3 away{0.0};
        for (int i = 0; i < 3; ++i)
            if (point.values.contains(static_cast<Measured>(i))) away[i] = point.feet[i] - here[i];
        const double by = glm::length(away);
        out.push_back({point.time_s, Measured::x, by, 0.0, by, {}});
    }
    return out;
}

std::size_t instants_with_values(const MeasuredRun& measured) {
    std::size_t out = 0;
    for (std::size_t i = 0; i < measured.times_s.size(); ++i) {
        const auto has_value = [&](const auto& column) { return !std::isnan(column.second[i]); };
        out += std::any_of(measured.columns.begin(), measured.columns.end(), has_value) ? 1 : 0;
    }
    return out;
}

/// A pause between two instants counts only up to defaults::conform_gap_s.
double covered_share(const std::vector<LaidPoint>& points, double length_s) {
    if (points.empty()) return 0.0;
    if (length_s <= 0.0) return 1.0;
    double covered = 0.0;
    double before = 0.0;
    for (const LaidPoint& point : points) {
        covered += std::min(point.time_s - before, defaults::conform_gap_s);
        before = point.time_s;
    }
    // A run ends with its tape; what is measured stops up to one pause earlier.
    covered += points.size() > 1 ? std::min(length_s - before,
                                            (before - points.front().time_s) / static_cast<double>(points.size() - 1))
                                 : 0.0;
    return std::min(1.0, covered / length_s);
}

double place_growth(const std::vector<LaidPoint>& points, const TraceTrack& track) {
    double count = 0.0;
    double time = 0.0;
    double away = 0.0;
    double time_square = 0.0;
    double both = 0.0;
    for (const LaidPoint& point : points) {
        if (std::none_of(point.values.begin(), point.values.end(),
                         [](const auto& value) { return value.first != Measured::speed; }))
            continue;
        const double by = glm::length(point.feet - position_at(track, point.time_s));
        count += 1.0;
        time += point.time_s;
        away += by;
        time_square += point.time_s * point.time_s;
        both += point.time_s * by;
    }
    const double spread = count * time_square - time * time;
    return spread > 1e-12 ? (count * both - time * away) / spread : 0.0;
}

}  // namespace

std::string coverage_text(const Conformity& found, double length_s) {
    std::vector<std::string_view> names;
    for (const Measured what : found.columns) names.push_back(measured_name(what));
    std::string out = fmt::format("compared: {} over {:.2f} s of {:.2f} s ({:.0f} %)", fmt::join(names, ", "),
                                  found.covered * length_s, length_s, std::floor(found.covered * 100.0 + 1e-6));
    if (found.outside > 0) out += fmt::format("; measured instants outside of the run: {}", found.outside);
    return out;
}

Conformity conformity_of(const Program& program, const Trace& trace, std::size_t track, const MeasuredRun& measured,
                         const Alignment& alignment, const ConformTolerance& tolerance) {
    static_assert(static_cast<int>(Measured::x) == 0 && static_cast<int>(Measured::z) == 2);
    Conformity out;
    out.alignment = alignment;
    out.cover = tolerance.cover;
    const TraceTrack& of = trace.tracks[track];
    const std::vector<LaidPoint> points = laid_over(measured, alignment, of);
    out.compared = points.size();
    out.outside = instants_with_values(measured) - points.size();
    out.covered = covered_share(points, trace.length_s());
    out.place_growth_mps = place_growth(points, of);
    for (const LaidPoint& point : points) {
        for (const auto& [what, value] : point.values)
            if (std::find(out.columns.begin(), out.columns.end(), what) == out.columns.end())
                out.columns.push_back(what);
        bool beyond = false;
        for (const Apart& each : apart_at(point, of)) {
            const bool too_far = each.by > (each.what == Measured::speed ? tolerance.speed_mps : tolerance.place_m);
            beyond = beyond || too_far;
            const bool counts = !out.farthest || (each.what == out.farthest->what && each.by > out.farthest->by) ||
                                (out.farthest->what == Measured::speed && each.what != Measured::speed);
            if (counts) out.farthest = each;
            if (too_far && !out.first) out.first = each;
        }
        out.beyond += beyond ? 1 : 0;
    }
    for (std::optional<Apart>* each : {&out.first, &out.farthest})
        if (*each) (*each)->during = during_text(program, trace, track, (*each)->time_s);
    return out;
}

std::string apart_text(const Apart& apart) {
    const Dimension dimension = apart.what == Measured::speed ? dimensions::speed : dimensions::length;
    const std::string by = quantity_text(apart.by, dimension);
    const std::string when = fmt::format("at {:.3f} s, in {}", apart.time_s, apart.during);
    if (is_place(apart.what)) return fmt::format("{} away {}", by, when);
    return fmt::format("{} is {}, here {}: {} apart {}", measured_name(apart.what),
                       quantity_text(apart.measured, dimension), quantity_text(apart.rehearsed, dimension), by, when);
}

}  // namespace leap
