// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/effects_in_force.hpp"

namespace leap {

/// How the body moves from now on: constant acceleration, valid for `horizon` seconds.
struct Law {
    MotionLaw motion;
    double horizon = 1e300;   ///< s, for how long the law holds at most
    bool driven = false;      ///< the flat velocity is given, not accelerated
    bool lifted = false;      ///< the upward one, too
    bool flying = false;      ///< straight to a point; nothing else counts
    Vec3 pull{0.0};           ///< part of the motion that closes a gap and is no speed of the body's own
    double clings_at = 0.0;   ///< flat speed along a wall that is clung to; its bends take none of it
    bool curved = false;      ///< true course not known in closed form: short substeps
    double taken_for = 0.0;   ///< s; more than 0: the substep whose middle the forces were taken in
    double driven_mps = 0.0;  ///< mean speed of the drive along its direction over the substep
};

/// The flat velocity that the stick asks for.
Vec3 steer_target(const EvaluationContext& context, const Forces& forces);

/// The law from now on, for at most `longest` seconds. Changes the state's velocity where a cap, a limit or a drive
/// demands it at once.
/// `taken_for_all`: it is to hold for all of `longest`, whatever it reaches on the way.
Law motion_law(const EvaluationContext& context, const Forces& forces, Actor& actor, double longest,
               bool taken_for_all = false);

/// How the body will have gone on after `seconds` of a law, as far as values in the middle of a substep need it: its
/// place by its velocity alone.
MotionAhead motion_ahead(const EvaluationContext& context, const Forces& forces, const Law& law, double seconds);

/// Forces that change on the way (with time, place, speed, facing) count with their value in the middle of the substep
/// of `seconds` that the law is now taken for.
///
/// With the place taken by the velocity alone this is the position Verlet method (Verlet, 1967; "drift, kick, drift"):
/// a spring keeps its energy for as long as it swings. What slows by speed is taken half implicitly, so that a stiff
/// drag comes to its terminal speed instead of swinging about it.
void take_middle(const EvaluationContext& context, const Forces& forces, double seconds, Actor& actor, Law& law);

/// Puts the mean velocity of a drive over the next `seconds` into the law, so that the distance is the integral of its
/// curve, exactly.
void drive_over(const EvaluationContext& context, const Forces& forces, double seconds, Law& law);

/// After a driven substep of `seconds`: the velocity that the drive has reached, what it adds to included.
void finish_drive(const EvaluationContext& context, const Forces& forces, const Law& law, double seconds, Actor& actor);

}  // namespace leap
