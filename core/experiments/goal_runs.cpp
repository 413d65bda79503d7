// SPDX-License-Identifier: MIT
#include "core/experiments/goal_runs.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/experiments/batch.hpp"
#include "core/experiments/solve.hpp"

namespace leap {
namespace {

/// A reading that has no value is this many clear misses from its goal.
constexpr double no_value_misses = 50.0;

const ReadingResult* reading_of(const BatchResult& result, const std::string& name) {
    for (const ReadingResult& reading : result.readings)
        if (reading.name == name) return &reading;
    return nullptr;
}

}  // namespace

bool GoalPoint::all_held() const {
    return std::all_of(held.begin(), held.end(), [](bool each) { return each; });
}

GoalRuns::GoalRuns(const Setup& setup, const SolveRequest& request, StopSign stop)
    : setup_(setup), request_(request), stop_(std::move(stop)) {
    for (std::size_t wish = 0; wish < request.wishes.size(); ++wish)
        for (std::size_t tape = 0; tape < request.tapes.size(); ++tape)
            if (is_for(request.wishes[wish], request.tapes[tape]->name)) goals_.push_back({wish, tape});
}

GoalPoint GoalRuns::at(std::span<const double> point) {
    Point key(point.begin(), point.end());
    {
        const std::lock_guard lock(keeping_);
        if (const auto found = points_.find(key); found != points_.end()) return found->second;
    }
    const Varied made = varied(setup_, request_.free, point);
    BatchOptions options;
    options.hashes = false;
    options.stop = stop_;
    GoalPoint out;
    out.values.resize(goals_.size());
    out.misses.resize(goals_.size(), no_value_misses);
    out.held.resize(goals_.size(), false);
    out.missing.resize(goals_.size());
    for (std::size_t tape = 0; tape < request_.tapes.size(); ++tape) {
        const Tape* played = request_.tapes[tape];
        const BatchResult result = run_alone(
            {made.program.get(), &made.tuning, made.course.get(), played, played->rate_hz}, rooms_.local(), options);
        for (std::size_t g = 0; g < goals_.size(); ++g) {
            if (goals_[g].tape != tape) continue;
            const Wish& wish = request_.wishes[goals_[g].wish];
            const ReadingResult* reading = reading_of(result, wish.reading);
            if (reading == nullptr || !reading->value || !std::isfinite(*reading->value)) {
                out.missing[g] = reading != nullptr && !reading->missing.empty() ? reading->missing : result.problem;
                continue;
            }
            out.values[g] = reading->value;
            out.misses[g] = distance_from(wish, *reading->value) / scale_of(wish);
            out.held[g] = holds(wish, reading->value);
        }
    }
    for (std::size_t g = 0; g < goals_.size(); ++g)
        out.cost += request_.wishes[goals_[g].wish].weight * out.misses[g] * out.misses[g];
    for (std::size_t i = 0; i < point.size(); ++i) {
        const FreeValue& value = request_.free[i];
        const double moved = (point[i] - value.now) / std::max(1e-12, value.high - value.low);
        out.cost += request_.stay_near * moved * moved;
    }
    const std::lock_guard lock(keeping_);
    points_.emplace(std::move(key), out);
    return out;
}

bool GoalRuns::at_all(std::span<const Point> points, int threads) {
    ParallelOptions parallel;
    parallel.threads = threads;
    parallel.stop = stop_;
    return in_parallel(points.size(), parallel, [&](std::size_t i) { at(points[i]); });
}

double GoalRuns::next_written(std::size_t index, double value, double sign) const {
    const FreeValue& free = request_.free[index];
    // A dial whose own range is far wider than its bounds has wider steps.
    const double least = defaults::one_step_share * (free.high - free.low);
    for (double step = 0.25 * least; step <= 4096.0 * least; step *= 2.0) {
        const double next = std::clamp(written_value(setup_.program, free, value + sign * step), free.low, free.high);
        if ((next - value) * sign > 1e-12 * std::max(1.0, std::abs(value))) return next;
    }
    return sign > 0.0 ? free.high : free.low;
}

}  // namespace leap
