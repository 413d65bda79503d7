// SPDX-License-Identifier: MIT
#pragma once

#include <functional>

#include "core/reach/way_ends.hpp"
#include "core/simulation/simulation.hpp"

/// Playing what a way is made of: one stretch, or all of them.
namespace leap {

/// What is told to the first character at the begin of a stretch: only what differs from what it does already. A
/// little behind the tick's begin, so that six decimals, as tape files write them, leave it in its tick.
std::vector<TapeEvent> events_of(const WaySegment& stretch, const World& world, const SceneView& rehearsal);

/// Goes on by a stretch. `after_tick`: told after each; saying true ends the stretch, and its seconds are then those
/// that were played.
void play_stretch(WaySegment& stretch, Simulation& run, const std::function<bool(const World&)>& after_tick);

/// What comes of a list of stretches.
struct WayPlayed {
    bool reached = false;
    std::size_t stretches = 0;       ///< how many it took
    Tape tape;                       ///< as far as it went, everything let go at its end
    std::vector<Vec3> path;          ///< of the feet, at every tick
    std::vector<std::string> moves;  ///< that were started
};
WayPlayed play_way(const SceneView& rehearsal, const WayEnds& ends, std::vector<WaySegment> stretches);

}  // namespace leap
