// SPDX-License-Identifier: MIT
#include "core/experiments/fit.hpp"

#include <fmt/format.h>

#include <algorithm>

#include "core/experiments/batch.hpp"
#include "core/script/dial_edit.hpp"

namespace leap {

Fit fit(const Setup& setup, const FitRequest& request, const SolveOptions& options) {
    Fit out;
    std::vector<double> begin;
    std::vector<double> low;
    std::vector<double> high;
    for (const FreeValue& value : request.free) {
        if (value.low > value.high) {
            out.problem = fmt::format("the lower bound of {}, {}, is above its upper bound, {}; swap them", value.path,
                                      free_value_text(value, value.low), free_value_text(value, value.high));
            return out;
        }
        begin.push_back(std::clamp(value.now, value.low, value.high));
        low.push_back(value.low);
        high.push_back(value.high);
    }
    if (begin.empty()) {
        out.problem = "nothing is free; say which dials may be turned";
        return out;
    }
    Trace room;
    const auto run = [&](std::span<const double> values, const std::function<bool()>& stop) -> const TraceTrack* {
        const Varied made = varied(setup, request.free, values);
        const auto done = replay_into(made.rehearsal(request.tape->rate_hz), *request.tape, room, stop);
        if (!done) out.problem = done.error();
        if (!done || !*done) return nullptr;
        return &room.tracks[std::min(request.character, room.tracks.size() - 1)];
    };
    const auto lay_over = [&](const TraceTrack& track) {
        return request.align ? aligned(request.measured, track, request.alignment)
                             : with_offsets(request.measured, request.alignment, track);
    };
    constexpr double no_run = 1e6;
    const auto cost = [&](std::span<const double> values) {
        const TraceTrack* track = run(values, options.stop);
        return track == nullptr ? no_run : error_of(request.measured, lay_over(*track), *track).together;
    };
    const TraceTrack* first = run(begin, {});
    if (first == nullptr) return out;
    out.before = error_of(request.measured, lay_over(*first), *first);
    MinimiseOptions search;
    search.seed = request.seed;
    search.most_tries = request.most_tries;
    search.stop = options.stop;
    search.progress = options.progress;
    if (options.better) search.better = [&](std::span<const double> values, double, int) { options.better(values); };
    const Minimum found = minimise(cost, begin, low, high, search);
    out.values = found.values;
    for (std::size_t i = 0; i < out.values.size(); ++i)
        if (request.free[i].kind == FreeValue::Kind::dial)
            out.values[i] = rounded_dial_value(setup.program.dials[request.free[i].index], out.values[i]);
    out.tries = found.tries;
    out.stopped = found.stopped;
    if (const TraceTrack* last = run(out.values, {})) {
        out.alignment = lay_over(*last);
        out.after = error_of(request.measured, out.alignment, *last);
    }
    return out;
}

}  // namespace leap
