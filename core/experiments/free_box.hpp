// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <string>

#include "core/experiments/box_search.hpp"
#include "core/experiments/parallel.hpp"
#include "core/experiments/solve.hpp"

/// Free values as a box to search.
namespace leap {

/// Why nothing can be searched: nothing is free, or a lower bound is above its upper bound. Empty: all is well.
std::string free_problem(std::span<const FreeValue> free);

/// From the present values, within the bounds, rounded to what can be written. Refers to both.
Box box_of(const Program& program, std::span<const FreeValue> free);

BoxSearchOptions box_options(std::uint64_t seed, int most_tries, const SolveOptions& options, const StopSign& stop);

}  // namespace leap
