// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <glm/mat3x3.hpp>

#include "core/units/fields.hpp"
#include "core/world/solid.hpp"

/// Things that fall, roll and are pushed: rigid bodies as plain values. World frame; metres, seconds, kilograms.
namespace leap {

enum class RigidShapeKind : std::uint8_t { box, ball, capsule };

/// A shape in its own frame, its middle at the origin; capsules lie along z.
struct RigidShape {
    RigidShapeKind kind = RigidShapeKind::box;
    Vec3 half{0.5};       ///< boxes
    double radius = 0.5;  ///< balls and capsules
    double height = 1.0;  ///< capsules: with both ends, at least twice the radius
    friend bool operator==(const RigidShape&, const RigidShape&) = default;
};

/// What of a loose body stays the same while a run lasts.
struct RigidKind {
    RigidShape shape;
    double mass_kg = 10.0;
    double friction = 0.6;  ///< tangent of the slope on which it begins to slide; of two bodies the mean counts
    double bounce = 0.0;    ///< share of the approaching speed that it leaves with; of two bodies the larger counts
    friend bool operator==(const RigidKind&, const RigidKind&) = default;
};

/// Where it is and how it moves.
struct RigidBody {
    Vec3 place{0.0};  ///< of its middle
    Quat turn{1.0, 0.0, 0.0, 0.0};
    Vec3 velocity{0.0};    ///< m/s
    Vec3 spin{0.0};        ///< rad/s about each axis of the world
    double still_s = 0.0;  ///< for how long it has hardly moved
    bool asleep = false;   ///< nothing about it changes until something wakes it
    static constexpr auto fields() {
        return std::tuple(Field("place", &RigidBody::place), Field("turn", &RigidBody::turn),
                          Field("velocity", &RigidBody::velocity), Field("spin", &RigidBody::spin),
                          Field("still_s", &RigidBody::still_s), Field("asleep", &RigidBody::asleep));
    }
    friend bool operator==(const RigidBody&, const RigidBody&) = default;
};

/// Writes the solid that the shape makes up at a place into `out`, whose room is used again.
void place_shape(const RigidShape& shape, const Vec3& place, const Quat& turn, const Surface& surface, Solid& out);

/// The largest distance of its surface from its middle, and the smallest.
double outer_radius(const RigidShape& shape);
double inner_radius(const RigidShape& shape);

/// Moments of inertia about its own axes (kg m²), evenly filled.
Vec3 inertia_of(const RigidKind& kind);
/// The inverse of its inertia in the world's frame.
glm::dmat3 inverse_inertia(const RigidKind& kind, const Quat& turn);

/// The body turned by a spin (rad/s about each axis of the world) over a time.
void turn_by(RigidBody& body, const Vec3& spin, double seconds);

/// Velocity of the point of the body that is at `point`.
inline Vec3 velocity_at(const RigidBody& body, const Vec3& point) {
    return body.velocity + glm::cross(body.spin, point - body.place);
}

}  // namespace leap
