// SPDX-License-Identifier: MIT
#include "core/experiments/conform.hpp"

#include <fmt/format.h>

#include <cmath>

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

}  // namespace

Conformity conformity_of(const Program& program, const Trace& trace, std::size_t track, const MeasuredRun& measured,
                         const Alignment& alignment, const ConformTolerance& tolerance) {
    static_assert(static_cast<int>(Measured::x) == 0 && static_cast<int>(Measured::z) == 2);
    Conformity out;
    out.alignment = alignment;
    const TraceTrack& of = trace.tracks[track];
    for (const LaidPoint& point : laid_over(measured, alignment, of)) {
        ++out.compared;
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
