// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <functional>
#include <span>
#include <vector>

namespace leap {

struct MinimiseOptions {
    std::uint64_t seed = 1;    ///< the same seed gives the same answer
    int most_tries = 2000;     ///< of the cost, in both searches together
    double good_enough = 0.0;  ///< a cost at or below this ends the search
    std::function<bool()> stop;
    /// Told after each try that is better than all before: the values, their cost, and how many tries there were.
    std::function<void(std::span<const double> values, double cost, int tries)> better;
    /// Told after each try.
    std::function<void(int tries, int most)> progress;
};

struct Minimum {
    std::vector<double> values;
    double cost = 0.0;  ///< of those values, the least that was seen
    int tries = 0;
    bool stopped = false;
};

/// The lowest cost within a box, starting from `begin`: a global search that divides the box, then a local one from the
/// best that was found. `low`, `high`: the box, of the size of `begin`. The cost may jump and be flat; it must not be
/// NaN. Nothing free: the cost at `begin`.
Minimum minimise(const std::function<double(std::span<const double>)>& cost, std::span<const double> begin,
                 std::span<const double> low, std::span<const double> high, const MinimiseOptions& options);

}  // namespace leap
