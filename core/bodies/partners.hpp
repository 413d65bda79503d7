// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/scratch.hpp"
#include "core/senses/scene_view.hpp"

namespace leap {

/// Notes for fixtures which loose ones have come to them, and for those to whom; and lets go of what has been let go of
/// once it is away.
void note_partners(const SceneView& scene, World& world, StepScratch& scratch);

/// Whether a loose thing has touched somebody or something in the steps of the last substep.
bool has_met(const RigidWork& work, std::size_t thing, const Owner& other);

/// Whether something loose could come to a fixture that asks for it, or for what weighs on it, within a tick, or leave
/// it: then every step of the loose bodies is an instant at which rules are asked, at every tick rate.
bool may_meet_partners(const SceneView& scene, const World& world, const StepCache& cache);

}  // namespace leap
