// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

/// Where the body's two hands are. A hand rests beside the body; while its button is down it is raised along the view.
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

}  // namespace leap
