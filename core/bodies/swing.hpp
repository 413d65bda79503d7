// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/motion_law.hpp"
#include "core/senses/scene_view.hpp"

namespace leap {

/// Whether the rope in force is stretched, so that the body swings; takes away speed that would lengthen it. A rope
/// holds nothing while the body stands.
bool rope_holds(const EvaluationContext& context, const Forces& forces, Actor& actor);

/// How long (s, at most `longest`) a slack rope stays slack under a law: so that it catches the body at its length at
/// every tick rate, and takes just the speed along it.
double time_to_taut(const EvaluationContext& context, const Forces& forces, const MotionLaw& law, double longest);

/// Acceleration of a body that swings: gravity, pumping and the pull of the rope.
Vec3 swing_acceleration(const EvaluationContext& context, const Forces& forces, const Actor& actor);

/// Swings for at most `seconds`, against the course as any other motion. Ends early where the body lands or runs into
/// something.
MotionResult swing_body(const SceneView& scene, const EvaluationContext& context, const Forces& forces, double seconds,
                        Actor& actor);

/// Lets the reel take in rope while it is slack.
void reel_slack(const EvaluationContext& context, const Forces& forces, double seconds, Actor& actor);

}  // namespace leap
