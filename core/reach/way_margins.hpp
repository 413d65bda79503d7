// SPDX-License-Identifier: MIT
#pragma once

#include "core/reach/find_way.hpp"

/// How much each dial may lose before a way is lost.
namespace leap {

struct WayMargin {
    FreeValue value;           ///< a dial, with its range
    double least = 0.0;        ///< SI; the lowest value with which a way was found
    bool to_the_end = false;   ///< it may fall to the end of its range
    bool other_input = false;  ///< at `least` the way had to be played differently
};

struct WayMargins {
    std::vector<WayMargin> margins;  ///< those that may lose least of their range first
    bool complete = false;
};

/// Dials of what took part in a way: of its moves, and of the stances that were in force. Those with a range above what
/// they are now are left out.
std::vector<FreeValue> dials_of_way(const Setup& setup, const Way& way);

/// For each of `free` the lowest value at which there is still a way: the tape that was found, played again, or else
/// another one that a short search finds beginning with it (defaults::margin_tries, or the request's when those are
/// fewer). Found by halving, so a value between two that go may not; see defaults::margin_halvings. Progress counts
/// dials.
WayMargins find_margins(const Setup& setup, const WayRequest& request, const Way& way,
                        const std::vector<FreeValue>& free, const ParallelOptions& options = {});

/// "hop.rise: works from 2.1 m at least down to 1.83 m": the search may have missed a way with less.
std::string margin_text(const WayMargin& margin);

}  // namespace leap
