// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <limits>
#include <span>
#include <vector>

#include "core/rigid/rigid_body.hpp"

/// What loose bodies are joined by: to the world, or to one another.
namespace leap {

struct RigidObject;
struct RigidScratch;
struct JointRow;

enum class RigidJointKind : std::uint8_t {
    hinge,   ///< it turns about an axis, and nothing else
    slider,  ///< it goes along a way, and doesn't turn
    rope     ///< two points stay within a length
};

/// Own frames are those of each body, about its middle; the world's where there is no other body.
struct RigidJoint {
    RigidJointKind kind = RigidJointKind::hinge;
    std::size_t thing = 0;
    std::int32_t other = -1;                    ///< another thing, or -1: the world
    Vec3 at{0.0}, other_at{0.0};                ///< m, the point that both share, or a rope's ends
    Vec3 axis{0.0, 0.0, 1.0};                   ///< of the hinge or way, in the thing's own frame; of length 1
    Quat home{1.0, 0.0, 0.0, 0.0};              ///< the thing's turn as the other sees it while the hinge is at 0
    double low = -unlimited, high = unlimited;  ///< rad of a hinge, m of a slider
    double length = 0.0;                        ///< m, of a rope
    double friction = 0.0;                      ///< N m of a hinge, N of a slider: what it holds against
    double motor_speed = 0.0;                   ///< rad/s or m/s
    double motor_most = 0.0;                    ///< N m or N that the motor has; 0: none

    static constexpr double unlimited = std::numeric_limits<double>::infinity();
};

/// How far a hinge has turned from its home (rad, between minus and plus half a turn), a slider has gone from it (m),
/// or how far a rope's ends are apart (m).
double joint_way(const RigidJoint& joint, const RigidBody& thing, const RigidBody* other);

/// Notes that what is joined rests on something: it goes on with the velocity that it is left, over the whole step.
void note_joined(std::span<const RigidObject> things, std::span<const RigidJoint> joints, double seconds,
                 RigidScratch& scratch);

/// Takes the velocities of what is joined over the step and adds the rows that hold it; `velocity` and `spin` of
/// scratch.motions are to be those at the step's end, before anything holds.
///
/// Method: the implicit midpoint rule. Joints hold for the mean of the velocities before and after, with everything
/// where it will be in the step's middle; the velocity after is that mean twice, less the one before. So a pendulum
/// keeps its energy, where solving for the velocity after alone loses the share (w h)²/2 of its speed at every step,
/// which stops a swing within seconds. What runs into an end is stopped first.
void take_joints_over_step(std::span<const RigidObject> things, std::span<const RigidJoint> joints, double seconds,
                           RigidScratch& scratch);

/// One round over some rows: their impulses stay inside their bounds. By how much a speed changed at most.
double solve_joint_row(JointRow& row, RigidScratch& scratch);

}  // namespace leap
