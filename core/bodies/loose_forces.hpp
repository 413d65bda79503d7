// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/scratch.hpp"
#include "core/senses/scene_view.hpp"

/// Forces on what is loose, and what holds it, from one step of the rigid bodies to the next.
namespace leap {

/// Whether the forces that its phase says are others than those under which it came to rest, or a motor turns it, or it
/// isn't where it should face.
bool is_forced(const EvaluationContext& context, std::size_t rigid);

/// Puts everything loose where its velocity takes it by the middle of the step that comes, for expressions that are
/// worked out there.
void show_middle_of_step(World& world, StepScratch& scratch);

/// What phases push, spring and brake by themselves in the step that comes: it counts as gravity does. Expressions are
/// worked out where everything will be in the step's middle. `step`: the number of its end on the grid of steps.
void take_forces(const SceneView& scene, std::int64_t step, World& world, StepScratch& scratch);

/// What holds things. What is held by something that isn't loose goes through that.
void take_joints(const SceneView& scene, const World& world, StepScratch& scratch);

/// Whether what hangs, floats or is sprung is still as it was after a few steps in which nothing else moves; `loose`
/// then remembers the forces on it.
bool rests_held(const SceneView& scene, const EvaluationContext& context, std::vector<RigidObject> things,
                std::size_t rigid, RigidState& loose, RigidScratch& scratch);

}  // namespace leap
