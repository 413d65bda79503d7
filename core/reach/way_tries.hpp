// SPDX-License-Identifier: MIT
#pragma once

#include "core/reach/way_play.hpp"
#include "core/reach/way_scout.hpp"

/// What a best-first search for a route tries from one world on.
namespace leap {

/// One of them, and what came of it.
struct WayTry {
    WaySegment segment;
    World world;
    double left_m = 0.0;          ///< see WayField::distance_m
    std::uint64_t situation = 0;  ///< see situation_of()
    bool arrived = false;
    bool lost = false;  ///< put back to where the character comes to life again
};

/// The same number for worlds from which about the same can be done.
std::uint64_t situation_of(const World& world);

/// Straight on and aside, standing still, each button let go or pressed, and views at what moves look for. Presses
/// that make no difference are left out. Always in the same order. `run`: room to play in, of the scout's scene.
std::vector<WayTry> way_tries(const WayScout& scout, const World& from, Simulation& run);

}  // namespace leap
