// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "core/world/solid.hpp"

/// One solid each from plain numbers. World frame, metres. Nothing where the numbers make no sense: not finite, farther
/// than farthest_solid_m from the origin, without size. `surface` and `part` of what comes out are the caller's to set.
namespace leap {

/// Beyond it a double's last digits are no longer small beside the gaps that collision keeps.
inline constexpr double farthest_solid_m = 1e6;

/// A turn about the upward axis. Quarter turns are exact, so that neighbouring solids stay flush.
struct UprightTurn {
    double c = 1.0;
    double s = 0.0;
    explicit UprightTurn(double radians);
    Vec3 operator()(const Vec3& v) const { return {c * v.x - s * v.y, s * v.x + c * v.y, v.z}; }
};

/// `half`: half its length, width and height.
std::optional<Solid> make_box(const Vec3& center, const Vec3& half, const UprightTurn& turn);

/// Two-sided. Nothing below 1e-12 m².
std::optional<Solid> make_triangle(const Vec3& a, const Vec3& b, const Vec3& c);

/// Convex. `faces`: the numbers of each one's corners, in order, either way round. Nothing when a corner stands out of
/// a face, a face has fewer than three corners or a number that isn't there, or all lie in one plane.
std::optional<Solid> make_hull(std::vector<Vec3> corners, std::span<const std::vector<std::size_t>> faces);

/// Everything within `radius` of the line between two points.
std::optional<Solid> make_round(const Vec3& from, const Vec3& to, double radius);

}  // namespace leap
