// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"

/// A way from here to there, if one can be found: tried out by the same step function that plays and replays.
namespace leap {

/// Where a way ends: the feet on a piece, or at a place.
struct WayGoal {
    Surface piece;    ///< none: the place
    Vec3 place{0.0};  ///< m, of the feet
};

struct WayRequest {
    std::string from;  ///< a place of the course, or a piece on which one stands
    std::string to;    ///< a piece to stand on, or a place to come to; of both a place counts
    /// Stretches that are tried at most; see defaults::usual_way_tries.
    std::size_t most_tries = 0;
    /// Worlds that are kept at most for later tries; the least promising go first. See defaults::max_way_worlds.
    std::size_t most_worlds = 0;
};

/// One thing done on the way: what is held from an instant on.
struct WaySegment {
    double yaw_deg = 0.0;    ///< the view, and so where the stick leads
    double pitch_deg = 0.0;  ///< of the view
    bool stick_ahead = true;
    ButtonId press;
    ButtonId let_go;
    double seconds = 0.0;    ///< that the way takes
    bool on_ground = false;  ///< where it began
    Vec3 end{0.0};           ///< of the feet
};

struct Way {
    std::string problem;  ///< why nothing could be tried
    bool found = false;
    bool stopped = false;
    std::size_t tries = 0;   ///< stretches
    double nearest_m = 0.0;  ///< to the goal, in a straight line, when none was found
    std::vector<WaySegment> stretches;
    Tape tape;                       ///< from the place on; plays the way found
    std::vector<Vec3> path;          ///< of the feet
    std::vector<std::string> moves;  ///< that were started, in their order
};

/// Searches best first: it goes on from where least seems to be left (see WayField) and little time has passed, a press
/// or another direction at a time, and gives up what came to the same situation later. Always the same, whatever the
/// number of threads. `hint`: a way found before, gone first: on the ground to the same places, in the air for the same
/// times. Progress counts stretches.
///
/// Directions are towards what is ahead and to either side of it, the view level or on something that the script asks
/// for by its kind; buttons are those of the script. So a way that needs a look over the shoulder or a press to the
/// hundredth isn't found, and "none was found" is all that can be said.
Way find_way(const Setup& setup, const WayRequest& request, const ParallelOptions& options = {},
             const std::vector<WaySegment>& hint = {});

/// Whether a tape gets there: the same answer as the search's own.
bool reaches_goal(const Setup& setup, const WayRequest& request, const Tape& tape);

/// "found: 4.2 s with hop, dash" or "no way found within 40000 tries; it came within 1.3 m"
std::string way_text(const Way& way);

}  // namespace leap
