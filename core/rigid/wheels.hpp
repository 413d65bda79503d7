// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <span>

#include "core/rigid/rigid_step.hpp"
#include "core/units/fields.hpp"
#include "core/world/query.hpp"

/// A loose body on four wheels, each a ray with a spring. World frame; metres, seconds, newtons, radians.
namespace leap {

inline constexpr std::size_t wheel_count = 4;  ///< front left, front right, rear left, rear right

/// What a body's wheels are like; all four the same.
struct WheelKind {
    Vec3 hang{0.8, 0.5, 0.0};     ///< from the body's middle: ahead, to the side, up: where the springs are fixed
    double radius = 0.3;          ///< m
    double travel = 0.25;         ///< of the spring, from hanging free to its stop
    double stiffness = 10'000.0;  ///< N/m, of one wheel
    double damping = 0.6;         ///< share of the critical one: 1 comes to rest without rocking
    double grip = 1.0;            ///< most force along the ground, as a share of the load
    friend bool operator==(const WheelKind&, const WheelKind&) = default;
};

/// What is done with them.
struct WheelUse {
    double push_n = 0.0;    ///< along the body's front, shared by the wheels
    double brake_n = 0.0;   ///< against rolling, shared by the wheels
    double turn_rad = 0.0;  ///< of the front wheels, to the right; below 60 degrees
};

/// One wheel at an instant.
struct WheelState {
    double squeezed_m = 0.0;  ///< of its spring
    double rolled_rad = 0.0;  ///< how far it has turned
    double turned_rad = 0.0;  ///< to the right
    bool on_ground = false;
    bool slides = false;  ///< more is asked of it than it has grip for
    Vec3 point{0.0};      ///< on the ground
    Vec3 force{0.0};      ///< on the body, N
    static constexpr auto fields() {
        return std::tuple(Field("squeezed_m", &WheelState::squeezed_m), Field("rolled_rad", &WheelState::rolled_rad),
                          Field("turned_rad", &WheelState::turned_rad), Field("on_ground", &WheelState::on_ground),
                          Field("slides", &WheelState::slides), Field("point", &WheelState::point),
                          Field("force", &WheelState::force));
    }
    friend bool operator==(const WheelState&, const WheelState&) = default;
};
using Wheels = std::array<WheelState, wheel_count>;

/// Where a wheel's middle is, and along what it rolls.
Vec3 wheel_place(const WheelKind& kind, const RigidBody& body, const Wheels& wheels, std::size_t wheel);
Vec3 wheel_hang(const WheelKind& kind, const RigidBody& body, std::size_t wheel);

/// The wheels' forces over a step of `seconds`: what acts at the body's middle goes into thing.gravity, as an
/// acceleration for this step; what turns it goes into its spin. A body that its wheels bear may sleep.
///
/// Springs are implicit (their force is that at the end of the step, with their own mass share), so that they are
/// stable for every stiffness and hold exactly at rest: four springs squeezed by mass · gravity / (4 · stiffness).
/// Along the ground each wheel's impulse keeps it from slipping sideways, pushes and brakes; together they stay within
/// grip · load (a friction circle). The four are worked out in turns until they agree.
void roll_wheels(const Surroundings& around, const WheelKind& kind, const WheelUse& use, double seconds,
                 RigidObject& thing, Wheels& wheels);

/// The angle between where the body points and where it goes, rad; 0 below walking pace.
double slip_angle(const RigidBody& body);

}  // namespace leap
