// SPDX-License-Identifier: MIT
#include "core/experiments/sensitivity.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/experiments/judge.hpp"

namespace leap {
namespace {

/// One value, one tape, one side of where the value stands.
struct Side {
    std::size_t value = 0;
    std::size_t tape = 0;
    bool above = false;
    double at = 0.0;  ///< where the run was made that counts; the present value when there is none
    BatchResult result;
    std::optional<Edge> edge;
    bool done = false;
};

/// A run with one value changed.
struct Runner {
    const Setup& setup;
    std::span<const FreeValue> values;
    std::span<const Tape* const> tapes;
    StopSign stop;

    BatchResult operator()(std::size_t value, double at, std::size_t tape, Trace& room) const {
        const Varied made = varied(setup, values.subspan(value, 1), std::span(&at, 1));
        BatchOptions options;
        options.ways = true;
        options.stop = stop;
        options.hashes = false;
        return run_alone({made.program.get(), &made.tuning, made.course.get(), tapes[tape], tapes[tape]->rate_hz}, room,
                         options);
    }
};

/// Looks on one side: a step away, and where the run goes another way there, for the edge before it.
void look_aside(const Runner& run, const BatchResult& here, double step, double slack_s, Side& side) {
    const FreeValue& value = run.values[side.value];
    const double end = side.above ? std::min(value.high, value.now + step) : std::max(value.low, value.now - step);
    side.at = value.now;
    if (end == value.now) return;
    Trace room;
    BatchResult there = run(side.value, end, side.tape, room);
    auto other = difference_of(here, there, run.setup.program, slack_s);
    if (!other) {
        side.at = end;
        side.result = std::move(there);
        return;
    }
    double same = value.now;
    double differs = end;
    for (int i = 0; i < defaults::edge_halvings; ++i) {
        const double middle = 0.5 * (same + differs);
        BatchResult result = run(side.value, middle, side.tape, room);
        if (auto found = difference_of(here, result, run.setup.program, slack_s)) {
            differs = middle;
            other = std::move(found);
        } else {
            same = middle;
            side.at = middle;
            side.result = std::move(result);
        }
    }
    side.edge = Edge{side.value, side.tape, side.above, 0.5 * (same + differs), other->what};
}

}  // namespace

Sensitivity find_sensitivity(const Setup& setup, std::vector<FreeValue> values, std::span<const Tape* const> tapes,
                             const SensitivityOptions& options) {
    Sensitivity out;
    std::vector<BatchRun> runs;
    for (const Tape* tape : tapes) {
        out.tapes.push_back(tape->name);
        runs.push_back({&setup.program, &setup.tuning, &setup.course, tape, tape->rate_hz});
    }
    BatchOptions batch;
    batch.stop = options.stop;
    batch.threads = options.threads;
    batch.ways = true;
    const std::vector<BatchResult> here = run_batch(runs, batch);
    std::vector<Side> sides;
    for (std::size_t tape = 0; tape < tapes.size(); ++tape) {
        if (!here[tape].problem.empty())
            out.problems.push_back(fmt::format("{}: {}", tapes[tape]->name, here[tape].problem));
        for (std::size_t value = 0; here[tape].is_good() && value < values.size(); ++value)
            for (const bool above : {false, true}) sides.push_back({value, tape, above, 0.0, {}, {}});
    }
    const StopSign stop(options.stop);
    const Runner run{setup, values, tapes, stop};
    out.complete = in_parallel(sides.size(), stopped_by(options, stop), [&](std::size_t i) {
        const FreeValue& value = values[sides[i].value];
        const double step = options.step_share * (value.high - value.low);
        look_aside(run, here[sides[i].tape], step, defaults::same_way_slack_s, sides[i]);
        sides[i].done = true;
    });
    out.complete = out.complete && std::all_of(here.begin(), here.end(), [](const auto& each) { return each.ended; });
    for (std::size_t i = 0; i + 1 < sides.size(); i += 2) {
        const Side& low = sides[i];
        const Side& high = sides[i + 1];
        // What was stopped says nothing.
        if (low.done && low.edge) out.edges.push_back(*low.edge);
        if (high.done && high.edge) out.edges.push_back(*high.edge);
        const double apart = high.at - low.at;
        if (!low.done || !high.done) continue;
        if (apart <= 0.0) continue;
        const BatchResult& base = here[low.tape];
        const FreeValue& value = values[low.value];
        for (std::size_t r = 0; r < base.readings.size(); ++r) {
            const auto taken = [&](const Side& side) {
                return side.at == value.now ? base.readings[r].value : side.result.readings[r].value;
            };
            const auto below = taken(low);
            const auto above = taken(high);
            if (!below || !above) continue;
            const double slope = (*above - *below) / apart;
            const double change = slope * 0.1 * (value.high - value.low);
            // Less than rounding is nothing.
            if (std::abs(change) <= 1e-9 * std::max(1.0, std::abs(*above))) continue;
            out.influences.push_back({low.value, low.tape, r, slope, change, low.edge || high.edge});
        }
    }
    const auto order = [](const auto& a, const auto& b) {
        return std::tie(a.value, a.tape) < std::tie(b.value, b.tape);
    };
    std::stable_sort(out.influences.begin(), out.influences.end(), order);
    std::stable_sort(out.edges.begin(), out.edges.end(), order);
    out.values = std::move(values);
    return out;
}

std::string edge_text(const Sensitivity& sensitivity, const Edge& edge) {
    const FreeValue& value = sensitivity.values[edge.value];
    return fmt::format("{} {}: {}", edge.above ? "above" : "below", free_value_text(value, edge.at), edge.what);
}

}  // namespace leap
