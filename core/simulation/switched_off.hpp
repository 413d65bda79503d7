// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/scratch.hpp"
#include "core/senses/scene_view.hpp"

namespace leap {

/// Fixtures that are switched off hold nothing and carry nobody: riders get off, what they hold falls, who looked at
/// them or touched them does so no longer. Their own state stays for when they are switched on again. Does nothing
/// where that is so already: it may be called before every step.
void release_from_switched_off(const SceneView& scene, World& world, StepScratch& scratch);

}  // namespace leap
