// SPDX-License-Identifier: MIT
#include "core/experiments/solve.hpp"

#include <fmt/format.h>

#include <algorithm>

#include "core/experiments/free_box.hpp"
#include "core/experiments/goal_runs.hpp"
#include "core/experiments/solve_outlook.hpp"

namespace leap {
namespace {

std::string what_lacks(const SolveRequest& request) {
    if (request.wishes.empty()) return "there is no goal; add one for a reading";
    if (std::string problem = free_problem(request.free); !problem.empty()) return problem;
    for (const Wish& wish : request.wishes) {
        const bool somewhere = std::any_of(request.tapes.begin(), request.tapes.end(),
                                           [&](const Tape* tape) { return is_for(wish, tape->name); });
        if (!somewhere) return fmt::format("the goal for {} has no tape; name one of the tapes", wish.reading);
    }
    return {};
}

void take_outcomes(const GoalRuns& runs, const GoalPoint& point, Solution& out) {
    for (std::size_t g = 0; g < runs.goals().size(); ++g) {
        WishOutcome told;
        told.wish = runs.goals()[g].wish;
        told.tape = runs.request().tapes[runs.goals()[g].tape]->name;
        told.value = point.values[g];
        told.missing = point.missing[g];
        told.held = point.held[g];
        out.wishes.push_back(std::move(told));
    }
}

}  // namespace

bool Solution::all_hold() const {
    return problem.empty() && std::all_of(wishes.begin(), wishes.end(), [](const auto& each) { return each.held; });
}

Solution solve(const Setup& setup, const SolveRequest& request, const SolveOptions& options) {
    Solution out;
    out.problem = what_lacks(request);
    if (!out.problem.empty()) return out;
    const StopSign stop(options.stop);
    GoalRuns runs(setup, request, stop);
    const CostOf cost = [&](std::span<const double> values) {
        const GoalPoint point = runs.at(values);
        return PointCost{point.cost, point.all_held()};
    };
    const Box box = box_of(setup.program, request.free);
    BoxSearch found = search_box(cost, box, box_options(request.seed, request.most_tries, options, stop));
    out.stopped = found.stopped;
    // Stopped before its first run: the values are what they were.
    if (found.best.empty()) found.best = box.begin;
    out.values = found.best;
    if (const auto best = runs.points().find(found.best); best != runs.points().end()) {
        take_outcomes(runs, best->second, out);
    } else {
        GoalRuns last(setup, request, StopSign({}));
        take_outcomes(last, last.at(found.best), out);
    }
    try {
        if (!out.stopped) look_around(runs, found, options.threads, out);
    } catch (const WorkStopped&) {
        out.stopped = true;
    }
    out.tries = found.tries;
    return out;
}

}  // namespace leap
