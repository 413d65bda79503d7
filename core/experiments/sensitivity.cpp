// SPDX-License-Identifier: MIT
#include "core/experiments/sensitivity.hpp"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <tbb/enumerable_thread_specific.h>

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
    std::vector<std::pair<double, std::vector<ReadingResult>>> curve;  ///< outwards
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

bool same_readings(const std::vector<ReadingResult>& a, const std::vector<ReadingResult>& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                      [](const ReadingResult& x, const ReadingResult& y) { return x.value == y.value; });
}

/// The readings up to a tenth of the range away. Where neither the small step nor the whole tenth changes anything,
/// what is between them is left out: most dials move nothing on a tape.
void measure_tenth(const Runner& run, const BatchResult& here, Side& side, Trace& room) {
    const FreeValue& value = run.values[side.value];
    const double tenth = defaults::sensitivity_share * (value.high - value.low) * (side.above ? 1.0 : -1.0);
    const double end = std::clamp(value.now + tenth, value.low, value.high);
    if (end == value.now) return;
    std::vector<ReadingResult> last = run(side.value, end, side.tape, room).readings;
    const bool small_step_same =
        side.at != value.now && !side.edge && same_readings(side.result.readings, here.readings);
    if (!(small_step_same && same_readings(last, here.readings)))
        for (int k = 1; k < defaults::sensitivity_points; ++k) {
            const double at = value.now + (end - value.now) * k / defaults::sensitivity_points;
            side.curve.emplace_back(at, run(side.value, at, side.tape, room).readings);
        }
    side.curve.emplace_back(end, std::move(last));
}

/// Fills step and turn from the curve.
void find_shape(Influence& influence) {
    const auto& curve = influence.curve;
    std::vector<double> slopes;
    double size = 0.0;
    for (std::size_t i = 0; i + 1 < curve.size(); ++i) {
        if (!curve[i].reading || !curve[i + 1].reading) {
            slopes.clear();
            return;  // a part without a value is told by itself
        }
        const double change = *curve[i + 1].reading - *curve[i].reading;
        slopes.push_back(change / (curve[i + 1].value - curve[i].value));
        size += std::abs(change);
    }
    if (size <= 0.0 || slopes.size() < 3) return;
    for (std::size_t i = 0; i < slopes.size(); ++i) {
        const double wide = curve[i + 1].value - curve[i].value;
        const double left = i > 0 ? std::abs(slopes[i - 1]) : 0.0;
        const double right = i + 1 < slopes.size() ? std::abs(slopes[i + 1]) : 0.0;
        // Four times what its neighbours do, and a good part of all that happens.
        if (std::abs(slopes[i]) <= 4.0 * std::max(left, right) || std::abs(slopes[i]) * wide < 0.2 * size) continue;
        influence.step = {curve[i].value, curve[i + 1].value};
    }
    for (std::size_t i = 0; i + 1 < slopes.size(); ++i) {
        const double least = 0.01 * size;
        const double before = *curve[i + 1].reading - *curve[i].reading;
        const double after = *curve[i + 2].reading - *curve[i + 1].reading;
        if (before * after < 0.0 && std::min(std::abs(before), std::abs(after)) > least)
            influence.turn = curve[i + 1].value;
    }
}

/// Looks on one side: a step away, and where the run goes another way there, for the edge before it.
void look_aside(const Runner& run, const BatchResult& here, double step, double slack_s, Side& side, Trace& room) {
    const FreeValue& value = run.values[side.value];
    const double end = side.above ? std::min(value.high, value.now + step) : std::max(value.low, value.now - step);
    side.at = value.now;
    if (end == value.now) return;
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

/// Nothing where the reading is the same everywhere.
std::optional<Influence> influence_of(const Side& low, const Side& high, const BatchResult& here,
                                      const FreeValue& value, std::size_t reading) {
    Influence out;
    out.value = low.value;
    out.tape = low.tape;
    out.reading = reading;
    const std::optional<double> now = here.readings[reading].value;
    for (auto it = low.curve.rbegin(); it != low.curve.rend(); ++it)
        out.curve.push_back({it->first, it->second[reading].value});
    out.curve.push_back({value.now, now});
    for (const auto& [at, readings] : high.curve) out.curve.push_back({at, readings[reading].value});
    const auto differs = [&](const Influence::At& at) {
        if (at.reading.has_value() != now.has_value()) return true;
        // Less than rounding is nothing.
        return now && std::abs(*at.reading - *now) > 1e-9 * std::max(1.0, std::abs(*now));
    };
    if (std::none_of(out.curve.begin(), out.curve.end(), differs)) return std::nullopt;
    if (now && !low.curve.empty() && out.curve.front().reading) out.less = *out.curve.front().reading - *now;
    if (now && !high.curve.empty() && out.curve.back().reading) out.more = *out.curve.back().reading - *now;
    const auto taken = [&](const Side& side) {
        return side.at == value.now ? now : side.result.readings[reading].value;
    };
    const double apart = high.at - low.at;
    if (apart > 0.0 && taken(low) && taken(high)) out.per_unit = (*taken(high) - *taken(low)) / apart;
    out.one_sided = low.edge || high.edge;
    find_shape(out);
    return out;
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
            for (const bool above : {false, true}) sides.push_back({value, tape, above, 0.0, {}, {}, {}});
    }
    const StopSign stop(options.stop);
    const Runner run{setup, values, tapes, stop};
    tbb::enumerable_thread_specific<Trace> rooms;
    out.complete = in_parallel(sides.size(), stopped_by(options, stop), [&](std::size_t i) {
        const FreeValue& value = values[sides[i].value];
        const double step = options.step_share * (value.high - value.low);
        Trace& room = rooms.local();
        look_aside(run, here[sides[i].tape], step, defaults::same_way_slack_s, sides[i], room);
        measure_tenth(run, here[sides[i].tape], sides[i], room);
        sides[i].done = true;
    });
    out.complete = out.complete && std::all_of(here.begin(), here.end(), [](const auto& each) { return each.ended; });
    for (std::size_t i = 0; i + 1 < sides.size(); i += 2) {
        const Side& low = sides[i];
        const Side& high = sides[i + 1];
        // What was stopped says nothing.
        if (low.done && low.edge) out.edges.push_back(*low.edge);
        if (high.done && high.edge) out.edges.push_back(*high.edge);
        if (!low.done || !high.done) continue;
        for (std::size_t r = 0; r < here[low.tape].readings.size(); ++r)
            if (auto influence = influence_of(low, high, here[low.tape], values[low.value], r))
                out.influences.push_back(std::move(*influence));
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

std::string influence_note(const Sensitivity& sensitivity, const Influence& influence) {
    const FreeValue& value = sensitivity.values[influence.value];
    std::vector<std::string> notes;
    if (influence.step)
        notes.push_back(fmt::format("jumps between {} and {}", free_value_text(value, influence.step->first),
                                    free_value_text(value, influence.step->second)));
    if (influence.turn) notes.push_back(fmt::format("turns near {}", free_value_text(value, *influence.turn)));
    for (const Influence::At& at : influence.curve)
        if (!at.reading) {
            notes.push_back(fmt::format("no value at {}", free_value_text(value, at.value)));
            break;
        }
    const double tenth = defaults::sensitivity_share * (value.high - value.low) * (1.0 - 1e-9);
    if (influence.curve.front().value > value.now - tenth && influence.curve.size() > 1)
        notes.push_back(fmt::format("lower only to {}", free_value_text(value, influence.curve.front().value)));
    if (influence.curve.back().value < value.now + tenth && influence.curve.size() > 1)
        notes.push_back(fmt::format("higher only to {}", free_value_text(value, influence.curve.back().value)));
    return fmt::format("{}", fmt::join(notes, "; "));
}

}  // namespace leap
