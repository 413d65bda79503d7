// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/experiments/variation.hpp"
#include "core/experiments/wish.hpp"

/// Values of what is free, so that goals for readings hold.
namespace leap {

struct SolveRequest {
    std::vector<FreeValue> free;  ///< with their bounds
    std::vector<const Tape*> tapes;
    std::vector<Wish> wishes;
    double stay_near = 0.0001;  ///< weight of staying where the values are, against one goal missed clearly
    std::uint64_t seed = 1;
    int most_tries = 1500;
};

struct SolveOptions {
    int threads = 0;
    std::function<bool()> stop;
    std::function<void(int tries, int most)> progress;
    /// The best so far.
    std::function<void(std::span<const double> values)> better;
};

/// One goal on one tape, as it came out.
struct WishOutcome {
    std::size_t wish = 0;
    std::string tape;
    std::optional<double> value;  ///< SI
    std::string missing;          ///< why there is none
    bool held = false;
    std::vector<std::string> in_the_way;  ///< when it doesn't hold: bounds that bind, goals that pull the other way
};

/// Of one free value: between these all goals hold, as far as was tried.
struct HeldRange {
    double low = 0.0, high = 0.0;  ///< SI, both hold
};

/// A point that no other point tried beats in every goal.
struct Compromise {
    std::vector<double> values;                  ///< SI
    std::vector<std::optional<double>> reached;  ///< SI, by Solution::wishes
    std::vector<bool> held;
};

struct Solution {
    std::vector<double> values;  ///< SI, as they can be written
    std::vector<WishOutcome> wishes;
    std::vector<HeldRange> ranges;            ///< one free value: every stretch that was found, by value
    std::vector<std::vector<double>> others;  ///< several: solutions that missed goals separate from this one
    std::vector<Compromise> front;            ///< goals that can't be met together: the best of what was tried
    std::string not_tried;                    ///< what the answer doesn't say, or nothing
    int tries = 0;
    bool stopped = false;
    std::string problem;  ///< why there is no answer at all

    bool all_hold() const;
};

/// Every value tried is one that can be written. The answer is the same on any number of cores.
Solution solve(const Setup& setup, const SolveRequest& request, const SolveOptions& options = {});

}  // namespace leap
