// SPDX-License-Identifier: MIT
#pragma once

#include <numbers>

#include "core/units/vector.hpp"

/// Turns about the upward axis, counter-clockwise seen from above.
namespace leap {

inline constexpr double radians_per_degree = std::numbers::pi / 180.0;
inline constexpr double degrees_per_radian = 180.0 / std::numbers::pi;

/// The level direction of an angle: 0 along x.
inline Vec3 facing_direction(double turn_rad) {
    return {std::cos(turn_rad), std::sin(turn_rad), 0.0};
}

/// A vector turned about the upward axis: one that is said as ahead, left and up comes into the world's frame.
inline Vec3 turned(const Vec3& v, double turn_rad) {
    const double c = std::cos(turn_rad);
    const double s = std::sin(turn_rad);
    return {c * v.x - s * v.y, s * v.x + c * v.y, v.z};
}

/// The same in the plan, by degrees.
inline Vec2 turned_in_plan(const Vec2& v, double degrees) {
    const Vec3 out = turned(Vec3{v.x, v.y, 0.0}, degrees * radians_per_degree);
    return {out.x, out.y};
}

}  // namespace leap
