// SPDX-License-Identifier: MIT
#pragma once

#include "core/experiments/parallel.hpp"
#include "core/reach/way_play.hpp"

/// Of several routes the one that is played most easily, put in order so that it reads as one would play it.
namespace leap {

/// Without presses, turns and changes of the stick that aren't needed, ended behind the arrival. A tape that doesn't
/// reach the goal stays as it is.
Tape tidied(const SceneView& scene, const WayEnds& ends, const Tape& tape, const std::function<bool()>& stop);

/// The one that a hand makes most often, tidied, its presses and releases in the middle of their leeway. Equal ones:
/// fewer presses, then less time. `routes`: at least one; all reach the goal.
Tape most_forgiving(const SceneView& scene, const WayEnds& ends, const std::vector<Tape>& routes,
                    const ParallelOptions& options);

}  // namespace leap
