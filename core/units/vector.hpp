// SPDX-License-Identifier: MIT
#pragma once

#include <cmath>
#include <glm/geometric.hpp>
#include <glm/gtc/quaternion.hpp>
#include <glm/vec2.hpp>
#include <glm/vec3.hpp>

#include "core/units/elementary.hpp"

#include "core/units/elementary.hpp"

/// World frame everywhere: x along the quay, y to its left, z up; metres and seconds.
namespace leap {

using Vec2 = glm::dvec2;
using Vec3 = glm::dvec3;
using Quat = glm::dquat;  ///< a rotation; (1, 0, 0, 0) is none

inline constexpr Vec3 world_up{0.0, 0.0, 1.0};

/// The horizontal part of a vector (z dropped).
inline Vec3 horizontal(const Vec3& v) {
    return {v.x, v.y, 0.0};
}

/// Turned about the upward axis by an angle (rad), counter-clockwise seen from above.
inline Vec3 turned_about_up(const Vec3& v, double angle_rad) {
    const auto [s, c] = elementary::sin_cos(angle_rad);
    return {c * v.x - s * v.y, s * v.x + c * v.y, v.z};
}

/// Horizontal length.
inline double horizontal_length(const Vec3& v) {
    return std::sqrt(v.x * v.x + v.y * v.y);
}

/// Unit vector, or zero for vectors shorter than 1e-12 (never NaN).
inline Vec3 direction_or_zero(const Vec3& v) {
    const double length = glm::length(v);
    return length > 1e-12 ? v / length : Vec3{0.0};
}

inline bool is_finite(const Vec3& v) {
    return std::isfinite(v.x) && std::isfinite(v.y) && std::isfinite(v.z);
}

}  // namespace leap
