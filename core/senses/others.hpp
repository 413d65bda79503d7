// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluation_context.hpp"

/// Characters as solids that the other characters meet: upright capsules where they were when all were at the same
/// instant last. Who stands on somebody is no obstacle to them.
namespace leap {

/// The others see this character where it is now.
void show_to_others(Actor& actor, SharedCache& shared);
/// What all show, for those who look at each other; to be called when all have come to the same instant.
void note_all_shown(const World& world, SharedCache& shared);

/// Whether `actor` stands on `under`, or on somebody who does, when all were at the same instant last.
bool stands_on(const World& world, std::int32_t actor, std::int32_t under);

/// Looks for the characters in sight and puts them beside the fixtures in StepCache::moving. To be called when all have
/// come to the same instant, and when fixtures have been gathered again.
void find_others(const World& world, const Actor& actor, StepCache& out);
/// Brings those that were found to where they are by the character's own time.
void move_others(const Actor& actor, StepCache& out);

/// Whether another character is so near that they could meet within a tick. They must have been looked for since what
/// they show has changed.
bool others_are_near(const World& world, const Actor& actor, const StepCache& cache);

}  // namespace leap
