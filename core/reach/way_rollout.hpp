// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/reach/way_tries.hpp"
#include "core/units/random.hpp"

/// Playing on from a world with presses, holds and headings drawn at random, and changing what was drawn.
namespace leap {

/// A button that is held from one instant to another. Seconds count from the rollout's begin.
struct PlannedPress {
    ButtonId button;
    double down_s = 0.0, up_s = 0.0;
    std::optional<std::size_t> look;  ///< the view at the press: which of WayScout::looks() of this button
};

struct PlannedTurn {
    double at_s = 0.0;
    bool to_goal = true;     ///< else along the field, looked up again every quarter of a second
    double aside_deg = 0.0;  ///< beside that
    bool stick_ahead = true;
};

struct RolloutPlan {
    std::vector<PlannedPress> presses;
    std::vector<PlannedTurn> turns;  ///< the first is in force from the begin
    double length_s = 0.0;
    bool past_landing = false;  ///< else it ends where it lands
};

RolloutPlan random_plan(const WayScout& scout, Random& random);
/// One to three changes.
RolloutPlan changed_plan(const RolloutPlan& plan, const WayScout& scout, Random& random);

struct Rollout {
    RolloutPlan plan;
    std::vector<WaySegment> segments;  ///< what was done, as far as it went
    World world;                       ///< its end
    bool arrived = false;
    bool lost = false;            ///< put back to where the character comes to life again, or below everything
    double least_left_m = 1e300;  ///< see WayField::distance_m; on its way
    double nearest_m = 1e300;     ///< to the goal in a straight line, likewise
    std::uint64_t started = 0;    ///< the same for rollouts in which the same moves started in the same order
    std::uint64_t situation = 0;  ///< of its end
};

/// `run`: room to play in, of the scout's scene.
Rollout play_rollout(const WayScout& scout, const World& from, RolloutPlan plan, Simulation& run);

}  // namespace leap
