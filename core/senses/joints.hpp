// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/rigid/joint.hpp"
#include "core/senses/evaluate.hpp"

/// Hinges, sliders and ropes: between what a fixture's phase says and the joints of core/rigid.
namespace leap {

/// What holds a loose fixture now: first its hinge or slider, then its rope; none of them for what isn't loose.
void joints_of(const EvaluationContext& context, std::size_t rigid, std::vector<RigidJoint>& out);

/// How far its hinge has turned (rad) or its slider has gone (m) from where it was placed; 0 without one.
double own_joint_way(const EvaluationContext& context, std::size_t fixture, bool slides);

}  // namespace leap
