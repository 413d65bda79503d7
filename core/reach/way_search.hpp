// SPDX-License-Identifier: MIT
#pragma once

#include "core/reach/way_rollout.hpp"

/// The search for routes; see find_way() for how it goes.
namespace leap {

struct WaySearched {
    /// Routes to the goal, by the order in which they were found; of those with the same presses the shortest.
    std::vector<std::vector<WaySegment>> routes;
    std::size_t tries = 0;
    double nearest_m = 1e300;  ///< of the feet to the goal in a straight line
    bool stopped = false;
};

/// `hints`: routes that were found with other dials or by hand, gone first: on the ground to the same places, in the
/// air for the same times.
WaySearched search_way(const WayScout& scout, const World& start, const WayRequest& request,
                       const ParallelOptions& options, const std::vector<std::vector<WaySegment>>& hints);

}  // namespace leap
