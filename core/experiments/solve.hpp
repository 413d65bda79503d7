// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/experiments/minimise.hpp"
#include "core/experiments/variation.hpp"
#include "core/experiments/wish.hpp"

/// Values of what is free, so that what is wished of readings holds.
namespace leap {

struct SolveRequest {
    std::vector<FreeValue> free;  ///< with their bounds
    std::vector<const Tape*> tapes;
    std::vector<Wish> wishes;
    double stay_near = 0.0001;  ///< weight of staying where the values stand, against one wish missed clearly
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

/// One wish on one tape, as it came out.
struct WishOutcome {
    std::size_t wish = 0;
    std::string tape;
    std::optional<double> value;  ///< SI
    std::string missing;          ///< why there is none
    bool held = false;
    std::vector<std::string> in_the_way;  ///< when it doesn't hold: bounds that bind, wishes that pull the other way
};

struct Solution {
    std::vector<double> values;  ///< SI; dials as their literals can say them
    std::vector<WishOutcome> wishes;
    int tries = 0;
    bool stopped = false;
    std::string problem;  ///< why there is no answer at all

    bool all_hold() const;
};

Solution solve(const Setup& setup, const SolveRequest& request, const SolveOptions& options = {});

}  // namespace leap
