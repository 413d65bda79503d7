// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <functional>
#include <map>
#include <span>
#include <vector>

/// The lowest cost within a box, for costs that jump and are flat in places. The box is scanned first, then the best
/// places are searched more closely, on all cores. The answer does not depend on the number of cores.
namespace leap {

struct PointCost {
    double cost = 0.0;    ///< must not be NaN
    bool enough = false;  ///< nothing better is needed; the search ends after the round that finds one
};
/// Asked by several threads at once; the same point has the same cost. May throw WorkStopped.
using CostOf = std::function<PointCost(std::span<const double> point)>;

struct Box {
    std::vector<double> begin, low, high;  ///< as many as there are values; low <= begin <= high
    /// What can be written near a value; empty: the value itself. Every point but `begin` is rounded before it is
    /// tried, so that what is found is what can be written.
    std::function<double(std::size_t index, double value)> rounded;
};

struct BoxSearchOptions {
    std::uint64_t seed = 1;  ///< the same seed gives the same answer
    int most_tries = 1500;
    int threads = 0;  ///< at most; 0: one for each core
    std::function<bool()> stop;
    /// Told, one call at a time, of each point that is better than all before, and after each try.
    std::function<void(std::span<const double> point, double cost)> better;
    std::function<void(int tries, int most)> progress;
};

struct BoxSearch {
    std::vector<double> best;
    PointCost cost;
    std::map<std::vector<double>, PointCost> tried;  ///< every point, in the order of its values
    int tries = 0;
    bool stopped = false;
    int unrefined = 0;  ///< low points of the scan that were not looked at more closely
};

/// `begin` is tried first. Nothing free: the cost at `begin`.
BoxSearch search_box(const CostOf& cost, const Box& box, const BoxSearchOptions& options);

}  // namespace leap
