// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "core/rigid/contact.hpp"
#include "core/rigid/joint.hpp"
#include "core/rigid/near_pairs.hpp"
#include "core/rigid/rigid_body.hpp"
#include "core/world/solid_source.hpp"

namespace leap {

/// A loose body in a step, with what it is made of.
struct RigidObject {
    RigidKind kind;
    RigidBody body;
    Vec3 gravity{0.0, 0.0, -9.81};   ///< m/s²
    bool there = true;               ///< otherwise nothing touches it and it stays as it is
    bool borne = false;              ///< by its wheels, by what holds it, or by forces
    bool held = false;               ///< by a hinge, slider or rope
    bool upright = false;            ///< it turns about the upward axis alone
    bool joined = false;             ///< by a hinge or slider: then what stands on it is part of what is moved
    double ridden_kg = 0.0;          ///< mass of the characters that are a part of it
    glm::dmat3 ridden_inertia{0.0};  ///< kg m², what they add to its inertia about the middle of all the mass
    Vec3 ridden_middle{0.0};         ///< m, that middle, from its own; world frame
    Vec3 shape_at{0.0};              ///< m, the middle of its shape from body.place, in its own frame
    Vec3 pressed_turn{0.0};          ///< N m s that forces turn it with in this step, beside those of contacts

    /// m, the middle of its shape.
    Vec3 middle() const { return body.place + body.turn * shape_at; }
};

/// The inverse of a thing's inertia in the world's frame, as it can turn.
glm::dmat3 inverse_inertia(const RigidObject& thing);

/// Something solid that loose bodies meet and can't move: a door, a lift, the character.
struct KinematicObstacle {
    Solid solid;
    Vec3 velocity{0.0};     ///< m/s
    double spin = 0.0;      ///< rad/s about the upward axis through `middle`
    Vec3 middle{0.0};       ///< m
    double friction = 0.6;  ///< a share of what presses; of two the geometric mean counts
};

/// A thing and an obstacle that go through one another.
struct ContactExemption {
    std::size_t thing = 0;
    std::size_t obstacle = 0;
};

/// Two that have touched in a step. `other`: a thing, or one behind the things: an obstacle; -1: something fixed.
struct RigidTouch {
    std::int32_t thing = -1;
    std::int32_t other = -1;
    ContactPoint contact;
    double impulse = 0.0;  ///< N s along the normal
};

/// One direction of a contact: how an impulse along it acts on either side.
struct ContactAxis {
    Vec3 along{0.0};                  ///< of length 1
    Vec3 lever_a{0.0}, lever_b{0.0};  ///< arm × direction
    Vec3 turns_a{0.0}, turns_b{0.0};  ///< spin that one unit of impulse gives
    double mass = 0.0;                ///< impulse that changes the speed between the two by one
    double impulse = 0.0;             ///< so far
};

/// A row of the solver: one contact point between two.
struct ContactRow {
    std::int32_t a = -1;
    std::int32_t b = -1;  ///< thing, or -1: something that doesn't give way
    std::int32_t other = -1;
    std::int32_t island = -1;  ///< the first of the things that are joined to it by contacts
    ContactPoint contact;
    Vec3 other_velocity{0.0};  ///< of what doesn't give way, at the point
    ContactAxis normal;
    std::array<ContactAxis, 2> across;
    double friction = 0.0;                ///< a share of what presses
    double wanted_speed = 0.0;            ///< along the normal, after the step
    std::optional<double> meets_after{};  ///< s; nothing: not within the step
    double impact_speed = 0.0;            ///< m/s, with which the two come together
    double push = 0.0;                    ///< of the correction of overlaps
};

/// One direction in which a joint holds: the speed along it is kept at, or above, what is wanted.
struct JointRow {
    std::int32_t a = -1;
    std::int32_t b = -1;  ///< or -1: the world
    std::int32_t island = -1;
    ContactAxis axis;           ///< without `along` it is turning that it holds against
    double wanted_speed = 0.0;  ///< m/s or rad/s, after the step
    double low = -RigidJoint::unlimited, high = RigidJoint::unlimited;  ///< bounds of its impulse
    double error = 0.0;                                                 ///< m or rad along it that are to be taken out
    double push = 0.0;                                                  ///< of that correction
};

/// Room that steps reuse; keeps from one to the next only what would come out the same.
struct RigidScratch {
    struct Motion {
        Vec3 velocity{0.0}, spin{0.0};  ///< as the solver sees them
        Vec3 shift{0.0}, tilt{0.0};     ///< correction of overlaps, per second
        glm::dmat3 inverse_inertia{0.0};
        double inverse_mass = 0.0;  ///< 1/kg; 0: it can't be pushed
        // What is joined: velocity and spin before the step, those expected at its end, and what those of the mean
        // over the step are more; see joint.hpp.
        Vec3 before{0.0}, before_spin{0.0};      ///< m/s and rad/s
        Vec3 expected{0.0}, expected_spin{0.0};  ///< m/s and rad/s
        Vec3 drift{0.0}, swerve{0.0};            ///< m/s and rad/s
        std::optional<double> until_impact{};    ///< s into the step
        bool rests = false;
        std::int32_t island = -1;
    };
    std::vector<Solid> solids;
    struct Stand {
        RigidShape shape;
        Vec3 place{1e300};  ///< m
        Quat turn{1.0, 0.0, 0.0, 0.0};
        friend bool operator==(const Stand&, const Stand&) = default;
    };
    std::vector<Bounds> reached;  ///< by thing: where its surface can get in the step
    NearPairs near;               ///< of those
    std::vector<Stand> stands;    ///< where each solid was placed last: unchanged ones are skipped
    std::vector<Motion> motions;
    /// What a thing's contacts and joints say of whether it may sleep.
    struct Rest {
        bool borne = false;
        bool disturbed = false;  ///< by what moves, or is not still for long enough
    };
    std::vector<Rest> rests;
    std::vector<ContactRow> rows;
    std::vector<JointRow> joint_rows;
    std::vector<RigidBody> joined;  ///< where things will be in or at the end of the step
    std::vector<ContactPoint> points;
    std::vector<const Solid*> found;  ///< near the thing that is looked at
    std::vector<RigidTouch> touches;  ///< of the last step
};

/// One step of `seconds` (defaults::loose_step_s) for all that are awake. Order: contacts are found, sleepers that are
/// hit wake; joints and contacts are solved for velocities, lowest first; bodies move; those that have been still for a
/// while, with all they touch, fall asleep. Deterministic.
///
/// Method: sequential impulses (Catto, "Iterative Dynamics with Temporal Coherence", 2005) on speculative contacts;
/// a body that runs into something inside the step moves up to that instant with its old velocity and on with the new
/// one, so that heights of bounces and their times don't depend on the step. No body's inner ball ever crosses a
/// surface that is fixed: its way is swept.
void step_rigid_bodies(const SolidSource& fixed, std::span<const KinematicObstacle> obstacles,
                       std::span<RigidObject> things, std::span<const ContactExemption> passes, double seconds,
                       RigidScratch& scratch, std::span<const RigidJoint> joints = {});

/// Whether a body at rest stays at rest: contacts support it on all sides of its centre.
bool rests_there(const SolidSource& fixed, std::span<const RigidObject> things, std::size_t index,
                 RigidScratch& scratch);

}  // namespace leap
