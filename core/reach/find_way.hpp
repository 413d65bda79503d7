// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/experiments/leeway.hpp"
#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"

/// A route from here to there, if one can be found: tried out by the same step function that plays and replays.
namespace leap {

/// Where a route ends: the feet on a piece, or at a place.
struct WayGoal {
    Surface piece;    ///< none: the place
    Vec3 place{0.0};  ///< m, of the feet
};

struct WayRequest {
    std::string from;  ///< a place of the course, or a piece on which one stands
    std::string to;    ///< a piece to stand on, or a place to come to; of both a place counts
    /// Runs that are tried at most: segments of about a tenth of a second, and rollouts of some seconds. 0: see
    /// defaults::usual_way_tries.
    std::size_t most_tries = 0;
    /// Worlds that are kept at most for later tries; the least promising go first. 0: see defaults::max_way_worlds.
    std::size_t most_worlds = 0;
    std::uint64_t seed = 1;  ///< of the rollouts; the same seed gives the same answer
    /// The first route ends the search, and nothing is said of how well a hand makes it.
    bool first_is_enough = false;
};

struct ButtonChange {
    ButtonId button;
    bool down = true;
    friend bool operator==(const ButtonChange&, const ButtonChange&) = default;
};

/// One thing done on the route: what is held from an instant on.
struct WaySegment {
    double yaw_deg = 0.0;    ///< the view, and so where the stick leads
    double pitch_deg = 0.0;  ///< of the view
    Vec2 stick{0.0, 1.0};
    std::vector<ButtonChange> buttons;  ///< at its begin, in this order
    double seconds = 0.0;               ///< that it takes
    bool on_ground = false;             ///< where it began
    Vec3 end{0.0};                      ///< of the feet
};

struct Way {
    std::string problem;  ///< why nothing could be tried
    bool found = false;
    bool stopped = false;
    std::size_t tries = 0;   ///< segments and rollouts
    std::uint64_t seed = 1;  ///< of the rollouts
    double nearest_m = 0.0;  ///< of the feet to the goal in a straight line, when none was found
    std::string not_tried;   ///< what the search leaves out, when none was found
    std::size_t routes = 0;  ///< found, with different presses; the one that a hand makes most often is told
    Tape tape;               ///< from the place on; plays the route
    std::vector<WaySegment> segments;
    std::vector<Vec3> path;          ///< of the feet, at every tick up to the arrival
    std::vector<std::string> moves;  ///< that were started, in their order
    Leeway leeway;    ///< of its presses, as long as the goal is reached; empty when the first route was enough
    HandResult hand;  ///< how often a hand with the usual spread reaches the goal; likewise
};

/// A route that is known: tried first, and then changed.
struct WayHint {
    Tape tape;                           ///< that begins at the same place
    std::vector<WaySegment> segments{};  ///< of a run with other dials; empty: as the tape plays now
};

/// Three searches take turns, and each goes on from what the others have come to:
/// - best first: from where least seems to be left (see WayField) and little time has passed, a press or another
///   direction at a time; what came to the same situation later is given up;
/// - rollouts: presses, holds, turns and views drawn at random, played until the next landing, from the start and from
///   the most promising places on the ground;
/// - changes of the rollouts that came nearest: a press earlier, later, longer, one more, one less, another heading.
/// When a route was found, about half as many tries go on for others. Of all that were found, the one that a hand makes
/// most often is told, its presses moved into the middle of their leeway.
///
/// Always the same for a seed, whatever the number of threads. Progress counts tries.
///
/// A route on which the character is put back to where it comes to life again counts for nothing.
///
/// A failed search proves nothing: Way::not_tried says what was left out.
Way find_way(const Setup& setup, const WayRequest& request, const ParallelOptions& options = {},
             const std::vector<WayHint>& hints = {});

/// Whether a tape gets there: the same answer as the search's own.
bool reaches_goal(const Setup& setup, const WayRequest& request, const Tape& tape);

/// "found: 4.2 s with hop, dash" or "no route found in 40000 tries (seed 1); the closest came within 1.3 m".
std::string way_text(const Way& way);
/// "a hand with a spread of 30 ms makes it 171 of 200 times". Empty for routes without presses and where it was not
/// asked.
std::string way_hand_text(const Way& way);
/// What is pressed, with the leeway of each edge: "1.280 s jump down, 50 ms early, 90 ms late".
std::vector<std::string> way_lines(const Way& way);

}  // namespace leap
