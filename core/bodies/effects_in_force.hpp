// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"
#include "core/senses/forces.hpp"

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
    const Expression* pull = nullptr;  ///< what `gravity` was worked out from, with the boosts in force
    MachineId rope_machine;
    std::int32_t cling = -1;      ///< probe
    double boost = 1.0;           ///< of the speed that steering goes to
    double steering_boost = 1.0;  ///< of its gain and brake
    bool vary = false;            ///< any of them but gravity is worked out from what changes while time passes
    double gravity = 0.0;         ///< m/s^2 downward, boosted
    Pushed pushed{};              ///< what is pushed and sprung, and drag
    bool is_pushed = false;       ///< any of these holds
    double drive_time = 0.0;      ///< phase time of the drive
    double drive_duration = 0.0;  ///< 0 when its phase has no duration
    Vec3 drive_direction{0.0};    ///< of length 1; zero: no drive
    Vec3 drive_base{0.0};         ///< m/s, that an adding drive adds to
};

Forces forces_at(const EvaluationContext& context);
/// Of these the size of the body alone; none: as the body says.
const CapsuleSize* size_in_force(const EvaluationContext& context);

/// What the phases in force make of gravity, together.
double gravity_boost(const EvaluationContext& context);

/// Where the character faces after `seconds` (rad): it turns towards the stick at a steady rate, or faces what a phase
/// says at once.
double facing_after(const EvaluationContext& context, const Expression* face, double seconds);

}  // namespace leap
