// SPDX-License-Identifier: MIT
#pragma once

#include <numbers>

#include "core/units/elementary.hpp"
#include "core/units/vector.hpp"

/// Turns about the upward axis, counter-clockwise seen from above.
namespace leap {

inline constexpr double radians_per_degree = std::numbers::pi / 180.0;
inline constexpr double degrees_per_radian = 180.0 / std::numbers::pi;

/// The level direction of an angle: 0 along x.
inline Vec3 facing_direction(double turn_rad) {
    const auto [s, c] = elementary::sin_cos(turn_rad);
    return {c, s, 0.0};
}

/// What lies to the right of it.
inline Vec3 right_of(double turn_rad) {
    const auto [s, c] = elementary::sin_cos(turn_rad);
    return {s, -c, 0.0};
}

/// A vector turned about the upward axis: one that is said as ahead, left and up comes into the world's frame.
inline Vec3 turned(const Vec3& v, double turn_rad) {
    const auto [s, c] = elementary::sin_cos(turn_rad);
    return {c * v.x - s * v.y, s * v.x + c * v.y, v.z};
}

/// A rotation about an axis of length 1.
inline Quat about_axis(double angle_rad, const Vec3& axis) {
    const auto [s, c] = elementary::sin_cos(0.5 * angle_rad);
    return Quat(c, axis.x * s, axis.y * s, axis.z * s);
}

/// From one rotation to another by a share from 0 to 1, the shorter way round at a steady rate. K. Shoemake, Animating
/// Rotation with Quaternion Curves, 1985; rotations too close for that are mixed part by part.
inline Quat between_turns(const Quat& from, const Quat& to, double share) {
    double cosine = glm::dot(from, to);
    const Quat end = cosine < 0.0 ? -to : to;
    cosine = cosine < 0.0 ? -cosine : cosine;
    constexpr double too_close = 1.0 - 2.220446049250313e-16;
    if (cosine > too_close) return from * (1.0 - share) + end * share;
    const double angle = elementary::acos(cosine);
    return (from * elementary::sin((1.0 - share) * angle) + end * elementary::sin(share * angle)) /
           elementary::sin(angle);
}

/// A vector of the plan turned counter-clockwise by degrees.
inline Vec2 turned_in_plan(const Vec2& v, double degrees) {
    const Vec3 out = turned(Vec3{v.x, v.y, 0.0}, degrees * radians_per_degree);
    return {out.x, out.y};
}

}  // namespace leap
