// SPDX-License-Identifier: MIT
#pragma once

#include <functional>

#include "core/reach/way_ends.hpp"
#include "core/simulation/simulation.hpp"

/// Playing what a route is made of: one segment, all of them, or its tape.
namespace leap {

/// What is told to the first character at the begin of a segment: only what differs from what it does already. A
/// little behind the tick's begin, so that six decimals, as tape files write them, leave it in its tick.
std::vector<TapeEvent> events_of(const WaySegment& segment, const World& world, const SceneView& scene);

/// Goes on by a segment. `after_tick`: told after each; saying true ends the segment, and its seconds are then those
/// that were played.
void play_segment(WaySegment& segment, Simulation& run, const std::function<bool(const World&)>& after_tick);

/// The segments as a tape, up to their end or the arrival, everything let go there.
Tape tape_of_segments(const SceneView& scene, const WayEnds& ends, std::vector<WaySegment> segments);

/// What comes of a tape.
struct WayPlayed {
    bool reached = false;
    double reached_s = 0.0;
    std::vector<WaySegment> segments;  ///< that the tape is made of, up to the arrival
    std::vector<Vec3> path;            ///< of the feet, at every tick up to the arrival
    std::vector<std::string> moves;    ///< that were started
};
WayPlayed play_way(const SceneView& scene, const WayEnds& ends, const Tape& tape);

/// The tape up to an instant and a little more, everything let go there.
Tape ended_at(const Tape& tape, double end_s);

}  // namespace leap
