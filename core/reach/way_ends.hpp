// SPDX-License-Identifier: MIT
#pragma once

#include "core/reach/find_way.hpp"
#include "core/state/world.hpp"

namespace leap {

/// The names of a request looked up in a plan.
struct WayEnds {
    std::string start_place;
    WayGoal goal;
};

/// Says which place or piece is lacking, with the nearest name; a way begins at a place, so a piece needs one on it.
tl::expected<WayEnds, std::string> find_way_ends(const CoursePlan& plan, const WayRequest& request);

/// Whether a character has come there, on its feet.
bool is_at(const WayGoal& goal, const Actor& actor);

/// Whether a character that was elsewhere a tick ago has been put back to where it comes to life again.
bool is_put_back(const Vec3& feet_before, const Actor& actor);

/// Where the feet are to come to.
Vec3 middle_of(const WayGoal& goal, const CoursePlan& plan);

/// How far feet are from there in a straight line (m): from the nearest place of a piece's top, or from the place.
double distance_to(const WayGoal& goal, const CoursePlan& plan, const Vec3& feet);

}  // namespace leap
