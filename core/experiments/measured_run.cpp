// SPDX-License-Identifier: MIT
#include "core/experiments/measured_run.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/readings/quantity.hpp"
#include "core/tape/trace.hpp"

namespace leap {
namespace {

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
