// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/simulation/substep.hpp"

/// What the world does when a substep of its characters has ended.
namespace leap {

/// All characters have come to the same instant: what is loose goes on, everybody is carried by what they stand on,
/// pushed out of what now overlaps them, and touches are noted. `substeps`: by character, the last of each.
void settle_world(const SceneView& scene, std::span<const ActorSubstep> substeps, World& world, StepScratch& scratch,
                  Record* record);

/// The end of a substep of one who is ahead of the others: it is carried as far as what it stands on goes by itself,
/// what is near is found again, and touches are noted.
void settle_actor(const SceneView& scene, ActorSubstep& substep, World& world, Actor& actor, StepScratch& scratch);

/// Whether anybody holds a loose body.
bool anything_is_held(const World& world);

/// Whether a character meets nothing that moves or that others share: it may go on alone for a while. `any_held`: what
/// anything_is_held() says, which is the same for all.
bool keeps_to_itself(const World& world, const Actor& actor, const StepCache& cache, bool any_held);

/// Whether rules that had nothing to do at a substep's begin have nothing to do at its end, unless a condition changes
/// whose instant is sought (core/simulation/seek.hpp). All that is loose must be asleep.
bool stay_idle(const ActorSubstep& substep, const StepCache& cache);

}  // namespace leap
