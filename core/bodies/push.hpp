// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/scene_view.hpp"

/// Who runs into something that gives way pushes it: both go on with the momentum they have together.
namespace leap {

/// Whether the character, who would go at `wanted` (m/s, world frame), is held up by something that may give way.
bool leans_on_something(const Vec3& wanted, const World& world, const Actor& actor);

/// The character, who would go at `wanted`, pushes the loose thing or the other character that it leans on. Without
/// effect when it leans on neither.
void push_what_is_met(const SceneView& scene, const Vec3& wanted, World& world, Actor& actor, const StepCache& cache);

}  // namespace leap
