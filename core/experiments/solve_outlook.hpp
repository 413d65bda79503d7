// SPDX-License-Identifier: MIT
#pragma once

#include "core/experiments/box_search.hpp"
#include "core/experiments/goal_runs.hpp"
#include "core/experiments/solve.hpp"

/// What surrounds the answer of a search for goals: other answers, what stands in the way, what was not tried.
namespace leap {

/// Fills everything of `out` but its values, outcomes and tries, from the points tried so far and a few more.
/// Throws WorkStopped.
void look_around(GoalRuns& runs, const BoxSearch& search, int threads, Solution& out);

}  // namespace leap
