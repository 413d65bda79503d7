// SPDX-License-Identifier: MIT
#include "core/tape/accents.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/senses/evaluate.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

constexpr double slowest_bob_mps = 0.4;  ///< a view that hardly moves doesn't bob

/// A stretch of shaking at a frequency: sines that don't fit each other, so that it neither repeats nor jumps.
Vec3 shake_at(double amplitude_m, double per_second, double time) {
    const double turn = 2.0 * std::numbers::pi * per_second * time;
    return Vec3{elementary::sin(turn), elementary::sin(turn * 1.31 + 1.7), 0.4 * elementary::sin(turn * 0.73 + 0.6)} *
           amplitude_m;
}

class Collector {
  public:
    explicit Collector(const AccentInput& input)
        : in_(input), context_(input.rehearsal.context(input.world, input.actor)) {}

    AccentView run() {
        for (const PhaseSpan& span : in_.trace.spans) {
            if (span.from > in_.time ||
                (span.owner.is_actor() && !span.owner.is_actor(static_cast<std::size_t>(in_.actor.id))))
                continue;
            const Machine& machine = in_.rehearsal.program.machines[span.machine];
            for (const Accent& accent : machine.phases[span.phase].effects.accents)
                if (!in_.rehearsal.tuning.is_off(span.machine, accent.kind)) add(accent, span);
        }
        for (const TraceEvent& event : in_.trace.events) {
            const double past = in_.time - event.time;
            if (event.kind != EventKind::posed || event.actor != in_.actor.id || past < 0.0 ||
                past * 1000.0 > event.detail)
                continue;
            const double left = 1.0 - past * 1000.0 / std::max(1, event.detail);
            out_.poses.push_back({pose(event.index), eased(std::min(1.0, left * 2.0))});
        }
        take_widths();
        return std::move(out_);
    }

  private:
    const TraceTrack& track() const { return in_.trace.tracks[static_cast<std::size_t>(in_.actor.id)]; }
    const std::string& pose(std::int32_t index) const {
        return in_.rehearsal.program.poses[static_cast<std::size_t>(index)];
    }

    /// How much an accent counts: eased in from its phase's begin, and out after its end.
    double weight(const Accent& accent, const PhaseSpan& span) const {
        const bool over = span.to >= 0.0 && span.to <= in_.time;
        const double in_s = accent.over ? number(context_, *accent.over) : 0.0;
        const double out_s = accent.back ? number(context_, *accent.back) : in_s;
        const double end = span.to < 0.0 ? in_.time : std::min(span.to, in_.time);
        const double in = in_s > 0.0 ? eased((end - span.from) / in_s) : 1.0;
        if (!over) return in;
        const double past = in_.time - span.to;
        return past < out_s ? in * (1.0 - eased(past / out_s)) : 0.0;
    }

    void add(const Accent& accent, const PhaseSpan& span) {
        const double share = weight(accent, span);
        if (share <= 0.0) return;
        const bool plain = accent.amount && accent.kind != AccentKind::line;
        const double amount = plain ? number(context_, *accent.amount) : 1.0;
        const double second = accent.second ? number(context_, *accent.second) : 0.0;
        constexpr double usual_shake_hz = 12.0;
        switch (accent.kind) {
            case AccentKind::zoom: widths_.push_back({rank_of(span), amount, share}); break;
            case AccentKind::shake:
                out_.shake += shake_at(amount * share, accent.second ? second : usual_shake_hz, in_.time);
                break;
            case AccentKind::bob: bob(amount * share, second); break;
            case AccentKind::lean: out_.lean += amount * share; break;
            case AccentKind::lag: out_.lag = amount; break;
            case AccentKind::squash: out_.squash *= 1.0 + (amount - 1.0) * share; break;
            case AccentKind::freeze: out_.frozen_since = span.from; break;
            case AccentKind::pose:
                out_.poses.push_back({pose(accent.pose), std::clamp(amount, 0.0, 1.0) * share});
                break;
            case AccentKind::rumble: out_.rumble = std::max(out_.rumble, std::clamp(amount * share, 0.0, 1.0)); break;
            case AccentKind::trail: out_.trail = true; break;
            case AccentKind::line: out_.lines.push_back(vector(context_, *accent.amount)); break;
        }
    }

    /// Effects and accents go by layer: the layer that is named first wins, then stances, then fixtures.
    std::int32_t rank_of(const PhaseSpan& span) const {
        constexpr std::int32_t of_stances = 1'000'000;
        if (span.owner.is_fixture()) return of_stances + 1;
        const Machine& machine = in_.rehearsal.program.machines[span.machine];
        return machine.kind == MachineKind::move ? machine.layer : of_stances;
    }

    /// Each lies over those of the ranks behind it, as much as it counts; of one rank the later over the earlier.
    void take_widths() {
        std::stable_sort(widths_.begin(), widths_.end(),
                         [](const Width& a, const Width& b) { return a.rank > b.rank; });
        double width = 0.0;
        double share = 0.0;
        for (const Width& each : widths_) {
            const double below = share * (1.0 - each.share);
            share = each.share + below;
            width = (each.width * each.share + width * below) / share;
        }
        if (share <= 0.0) return;
        out_.view_width = width;
        out_.view_width_share = share;
    }

    /// Only on the ground and in motion; a foot comes down at every half stride, where the view is lowest.
    void bob(double amount_m, double stride_m) {
        const double speed = horizontal_length(velocity_at(track(), in_.time));
        if (!in_.actor.body.grounded || speed < slowest_bob_mps || stride_m <= 0.0) return;
        const double strides = (in_.walked_before_m + walked_until(track(), in_.time)) / stride_m;
        out_.bob += amount_m * std::abs(elementary::sin(2.0 * std::numbers::pi * strides)) * std::min(1.0, speed / 2.0);
    }

    const AccentInput& in_;
    EvaluationContext context_;
    AccentView out_;
    struct Width {
        std::int32_t rank = 0;
        double width = 0.0;
        double share = 0.0;  ///< above 0, 1 at most
    };
    std::vector<Width> widths_;
};

}  // namespace

double eased(double share) {
    const double t = std::clamp(share, 0.0, 1.0);
    return t * t * (3.0 - 2.0 * t);
}

double walked_until(const TraceTrack& track, double time) {
    double out = 0.0;
    for (std::size_t i = 1; i < track.rows.size() && track.rows[i].time <= time; ++i)
        if (track.rows[i - 1].grounded) out += horizontal_length(track.rows[i].position - track.rows[i - 1].position);
    return out + horizontal_length(position_at(track, time) - track.rows[row_at(track, time)].position);
}

AccentView accents_at(const AccentInput& input) {
    if (input.trace.empty()) return {};
    return Collector(input).run();
}

}  // namespace leap
