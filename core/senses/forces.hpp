// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

/// What `push`, `spring` and `drag` do to characters and to what is loose.
namespace leap {

/// A body that forces act on, world frame.
struct PushedBody {
    Vec3 middle{0.0};  ///< m, of mass
    Quat turn{1.0, 0.0, 0.0, 0.0};
    Vec3 velocity{0.0}, spin{0.0};  ///< m/s and rad/s
    double mass_kg = 1.0;
};

/// What they come to, over the next `seconds`.
struct Pushed {
    Vec3 acceleration{0.0};  ///< m/s², nothing of drag among it
    Vec3 torque{0.0};        ///< N m about the middle
    double drag = 0.0;       ///< 1/s of the velocity
    Vec3 carried{0.0};       ///< m/s², what drag adds because the medium moves

    /// m/s², all but what drag takes from the velocity.
    Vec3 all() const { return acceleration + carried; }
};

inline bool has_forces(const Effects& effects) {
    return effects.drag.has_value() || !effects.pushes.empty() || !effects.springs.empty();
}

/// The forces that some effects say, worked out in `context`; added to `out`. Springs are taken by the implicit
/// midpoint rule over `seconds`, so that none of them gains energy, however stiff it is: with x the stretch and v its
/// speed now, m a = -(k (x + v h/2) + c v) / (1 + (k h²/4 + c h/2) / m).
/// `gone`: how much of that time the body's middle is ahead of its velocity already, s.
void add_forces(const EvaluationContext& context, const Effects& effects, const PushedBody& body, double seconds,
                Pushed& out, double gone = 0.0);

/// The acceleration over the next `seconds`, drag and all, likewise by the midpoint rule: (a - k v) / (1 + k h/2).
Vec3 acceleration_with_drag(const Pushed& pushed, const Vec3& other_acceleration, const Vec3& velocity, double seconds);

}  // namespace leap
