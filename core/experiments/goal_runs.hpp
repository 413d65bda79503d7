// SPDX-License-Identifier: MIT
#pragma once

#include <tbb/enumerable_thread_specific.h>

#include <map>
#include <mutex>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"
#include "core/experiments/wish.hpp"

/// Runs of every tape with values instead of those of a setup, measured against goals; each is made once.
namespace leap {

struct SolveRequest;

/// A goal on a tape that it is for.
struct GoalOnTape {
    std::size_t wish = 0;  ///< in SolveRequest::wishes
    std::size_t tape = 0;  ///< in SolveRequest::tapes
};

/// What the goals come to at one point.
struct GoalPoint {
    std::vector<std::optional<double>> values;  ///< SI, by GoalRuns::goals()
    std::vector<double> misses;                 ///< how many clear misses each is away; 0: within
    std::vector<bool> held;
    std::vector<std::string> missing;  ///< why there is no value
    double cost = 0.0;                 ///< of all together, with that of going away from the present values

    bool all_held() const;
};

class GoalRuns {
  public:
    using Point = std::vector<double>;

    GoalRuns(const Setup& setup, const SolveRequest& request, StopSign stop);

    const std::vector<GoalOnTape>& goals() const { return goals_; }
    const SolveRequest& request() const { return request_; }
    const Setup& setup() const { return setup_; }

    /// By any thread. Throws WorkStopped.
    GoalPoint at(std::span<const double> point);
    /// Several at once; false: it was stopped.
    bool at_all(std::span<const Point> points, int threads);
    /// Every point so far, in the order of its values.
    const std::map<Point, GoalPoint>& points() const { return points_; }

    /// The next value above (`sign` 1) or below (-1) that can be written; the same at the bound.
    double next_written(std::size_t index, double value, double sign) const;

  private:
    const Setup& setup_;
    const SolveRequest& request_;
    StopSign stop_;
    std::vector<GoalOnTape> goals_;
    tbb::enumerable_thread_specific<Trace> rooms_;
    std::mutex keeping_;
    std::map<Point, GoalPoint> points_;
};

}  // namespace leap
