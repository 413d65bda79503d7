// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/evaluate.hpp"

/// Characters as solids that the other characters meet: upright capsules where they were when all were at the same
/// instant last. Who stands on somebody is no obstacle to them.
namespace leap {

/// The others see this character where it is now.
void show_to_others(Actor& actor);

/// Puts the other characters behind the fixtures in ProbeMemo::moving, and says when one of them is near.
void place_others(const Course& course, const World& world, const Actor& actor, ProbeMemo& out);

/// Whether another character is so near that they could meet within a tick.
bool others_are_near(const World& world, const Actor& actor);

}  // namespace leap
