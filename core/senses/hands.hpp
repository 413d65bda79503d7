// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/fixtures.hpp"
#include "core/senses/scene_view.hpp"

/// The body's two hands: where they are, what they reach for, what they hold. A hand rests beside the body; while its
/// button is down it is raised along the view. The press grabs what is near the raised hand, or else what the view
/// points at, up to `far`; the release lets go.
namespace leap {

struct HandPose {
    Vec3 place{0.0};                ///< m
    Quat turn{1.0, 0.0, 0.0, 0.0};  ///< x along the hand, z up
    bool raised = false;
};
HandPose hand_pose(const EvaluationContext& context, int hand);

/// Velocity of a hand (m/s, world frame): of the body, of what carries it, and of the view that a raised hand is
/// stretched along while it turns. The view counts as turning for defaults::look_steady_s after each change of it.
Vec3 hand_velocity(const EvaluationContext& context, int hand);

/// Where a thing is that lies in a hand by this grip. World frame; in the left hand the grip is mirrored.
struct Held {
    Vec3 place{0.0};  ///< m
    Quat turn{1.0, 0.0, 0.0, 0.0};
};
Held in_grip(const EvaluationContext& own, const Grip& grip, int hand);

/// What a hand holds, as an index of World::loose, or -1.
std::int32_t held_by(const World& world, const Actor& actor, int hand);
/// What an empty hand would grab: the nearest within reach of it, or the first that the view meets; -1: nothing.
std::int32_t within_grasp(const EvaluationContext& context, int hand);

/// Whether a button of the hands has just been pressed or let go.
bool hands_do_something(const SceneView& scene, const Actor& actor);

/// Presses and releases of this instant become events of the things they mean.
void use_hands(const SceneView& scene, World& world, Actor& actor, StepCache& cache);

}  // namespace leap
