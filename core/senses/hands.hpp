// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/hand_pose.hpp"
#include "core/senses/scene_view.hpp"

/// What the body's two hands reach for and hold. A hand rests beside the body; while its
/// button is down it is raised along the view. The press grabs what is near the raised hand, or else what the view
/// points at, up to `far`; the release lets go.
namespace leap {

/// What an empty hand would grab: the nearest within reach of it, or the first that the view meets; -1: nothing.
std::int32_t within_grasp(const EvaluationContext& context, int hand);

/// Whether a button of the hands has just been pressed or let go.
bool hands_do_something(const SceneView& scene, const Actor& actor);

/// Presses and releases of this instant become events of the things they mean.
void use_hands(const SceneView& scene, World& world, Actor& actor, StepCache& cache);

}  // namespace leap
