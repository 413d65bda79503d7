// SPDX-License-Identifier: MIT
#include "core/reach/way_margins.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <atomic>
#include <mutex>

#include "core/defaults.hpp"
#include "core/tape/replay.hpp"

namespace leap {
namespace {

/// Long routes have more places to search from: twice as many for those of this length and more.
std::size_t tries_for(const Way& way) {
    constexpr double long_s = 8.0;
    return way.tape.length_s >= long_s ? 2 * defaults::margin_tries : defaults::margin_tries;
}

class Margins {
  public:
    Margins(const Setup& setup, const WayRequest& request, const Way& way, std::function<bool()> stopped)
        : setup_(setup), way_(way), request_(request), stopped_(std::move(stopped)) {
        request_.first_is_enough = true;
        // No more than the way itself was given.
        request_.most_tries = request.most_tries > 0 ? std::min(tries_for(way), request.most_tries) : tries_for(way);
    }

    WayMargin of(const FreeValue& value) const {
        WayMargin out{value, value.now, false, false};
        double lost = value.low;
        if (holds_at(value, value.low, out)) {
            out.to_the_end = true;
            return out;
        }
        for (int i = 0; i < defaults::margin_halvings && !stopped_(); ++i) {
            const double middle = 0.5 * (lost + out.least);
            if (!holds_at(value, middle, out)) lost = middle;
        }
        return out;
    }

  private:
    /// Notes it in `out` when it does.
    bool holds_at(const FreeValue& value, double si, WayMargin& out) const {
        const Varied made = varied(setup_, std::span(&value, 1), std::span(&si, 1));
        const Setup setup{*made.program, made.tuning, *made.course};
        const bool same = reaches_goal(setup, request_, way_.tape);
        if (!same) {
            ParallelOptions alone;
            alone.threads = 1;
            alone.stop = stopped_;
            if (!find_way(setup, request_, alone, {{way_.tape, way_.segments}}).found) return false;
        }
        out.least = si;
        out.other_input = !same;
        return true;
    }

    const Setup& setup_;
    const Way& way_;
    WayRequest request_;
    std::function<bool()> stopped_;
};

/// Of the dial's range; those that may lose all of it come last.
double share_left(const WayMargin& margin) {
    if (margin.to_the_end) return 2.0;
    const double range = margin.value.high - margin.value.low;
    return range > 0.0 ? (margin.value.now - margin.least) / range : 1.0;
}

}  // namespace

std::vector<FreeValue> dials_of_way(const Setup& setup, const Way& way) {
    const SceneView rehearsal{setup.program, setup.tuning, setup.course, defaults::tick_rate_hz};
    const auto trace = replay(rehearsal, way.tape);
    if (!trace) return {};
    std::vector<std::string> owners;
    for (const PhaseSpan& span : trace->spans)
        if (span.owner.is_actor()) owners.push_back(setup.program.machines[span.machine].name);
    std::vector<FreeValue> out;
    for (FreeValue& value : free_dials(setup.program, setup.tuning)) {
        const std::string owner = value.path.substr(0, value.path.find('.'));
        if (value.now > value.low && std::find(owners.begin(), owners.end(), owner) != owners.end())
            out.push_back(std::move(value));
    }
    return out;
}

WayMargins find_margins(const Setup& setup, const WayRequest& request, const Way& way,
                        const std::vector<FreeValue>& free, const ParallelOptions& options) {
    WayMargins out;
    if (!way.found) return out;
    // Asked from inside of several searches at once.
    std::mutex asking;
    std::atomic<bool> stop{false};
    const auto stopped = [&] {
        if (stop) return true;
        const std::lock_guard lock(asking);
        if (options.stop && options.stop()) stop = true;
        return stop.load();
    };
    const Margins margins(setup, request, way, stopped);
    std::vector<WayMargin> found(free.size());
    ParallelOptions each = options;
    each.stop = stopped;
    const bool all = in_parallel(free.size(), each, [&](std::size_t i) { found[i] = margins.of(free[i]); });
    out.complete = all && !stop;
    if (!out.complete) return out;
    out.margins = std::move(found);
    std::stable_sort(out.margins.begin(), out.margins.end(),
                     [](const WayMargin& a, const WayMargin& b) { return share_left(a) < share_left(b); });
    return out;
}

std::string margin_text(const WayMargin& margin) {
    const FreeValue& value = margin.value;
    if (margin.to_the_end)
        return fmt::format("{}: works from {} down to the end of its range, {}", value.path,
                           free_value_text(value, value.now), free_value_text(value, margin.least));
    return fmt::format("{}: works from {} at least down to {}{}", value.path, free_value_text(value, value.now),
                       free_value_text(value, margin.least), margin.other_input ? ", on another route" : "");
}

}  // namespace leap
