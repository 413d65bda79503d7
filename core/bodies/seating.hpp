// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/scene_view.hpp"

/// Sitting on a fixture, and stepping out of it.
namespace leap {

/// The body goes along with what it sits on.
void keep_seat(const SceneView& scene, World& world, Actor& actor);
/// The body stands beside it, or on it where nothing is free, and goes on with its velocity.
void step_out(const SceneView& scene, World& world, Actor& actor, StepCache& cache);

}  // namespace leap
