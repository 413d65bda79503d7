// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"

namespace leap {

/// The effects in force at an instant: the active move's phase before the stance, the stance before the body.
struct Forces {
    const Steer* steer = nullptr;
    const Drive* drive = nullptr;
    const Cap* cap = nullptr;
    const Limit* limit = nullptr;
    const Rope* rope = nullptr;
    const Fly* fly = nullptr;
    const CapsuleSize* capsule = nullptr;
    const Expression* face = nullptr;
    const Expression* pull = nullptr;  ///< what `gravity` was worked out from
    std::int32_t rope_machine = -1;
    std::int32_t cling = -1;  ///< probe
    double boost = 1.0;       ///< of the speed that steering goes to
    double gravity = 0.0;
    double drive_time = 0.0;      ///< phase time of the drive
    double drive_duration = 0.0;  ///< 0 when its phase has no duration
    Vec3 drive_direction{0.0};
    Vec3 drive_base{0.0};
};

Forces forces_at(const Moment& moment);

/// How the body moves from now on: constant acceleration, valid for `horizon` seconds.
struct Law {
    MotionLaw motion;
    double horizon = 1e300;
    bool driven = false;     ///< the flat velocity is given, not accelerated
    bool flying = false;     ///< straight to a point; nothing else counts
    Vec3 pull{0.0};          ///< part of the motion that closes a gap and is no speed of the body's own
    double clings_at = 0.0;  ///< flat speed along a wall that is clung to; its bends take none of it
    bool curved = false;     ///< true course not known in closed form: short stretches
};

/// The flat velocity that the stick asks for.
Vec3 steer_target(const Moment& moment, const Forces& forces);

/// The law from now on, for at most `longest` seconds. Changes the state's velocity where a cap, a limit or a drive
/// demands it at once.
Law motion_law(const Moment& moment, const Forces& forces, State& state, double longest);

/// Gravity that changes with the phase's time counts with its value in the middle of the stretch.
void take_mean_gravity(const Moment& moment, const Forces& forces, double seconds, Law& law);

/// Puts the mean velocity of a drive over the next `seconds` into the law, so that the distance is the integral of its
/// curve, exactly.
void drive_over(const Moment& moment, const Forces& forces, double seconds, Law& law);

/// After a driven stretch of `seconds`: the velocity that the drive has reached.
void finish_drive(const Moment& moment, const Forces& forces, const Law& law, double seconds, State& state);

}  // namespace leap
