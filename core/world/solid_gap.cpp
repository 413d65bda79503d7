// SPDX-License-Identifier: MIT
#include "core/world/solid_gap.hpp"

#include <algorithm>
#include <vector>

#include "core/world/closest_point.hpp"

namespace leap {
namespace {

/// What a solid is without its rounding: the corners whose hull it is.
std::vector<Vec3> core_corners(const Solid& solid) {
    if (solid.kind != SolidKind::box) return solid.corners;
    const Vec3 ahead = Vec3{solid.turn_cos, solid.turn_sin, 0.0} * solid.half.x;
    const Vec3 left = Vec3{-solid.turn_sin, solid.turn_cos, 0.0} * solid.half.y;
    const Vec3 above = world_up * solid.half.z;
    std::vector<Vec3> out;
    for (const double x : {-1.0, 1.0})
        for (const double y : {-1.0, 1.0})
            for (const double z : {-1.0, 1.0}) out.push_back(solid.center + ahead * x + left * y + above * z);
    return out;
}

double rounding_of(const Solid& solid) {
    return solid.kind == SolidKind::round ? solid.radius : 0.0;
}

}  // namespace

/// Two convex sets are as far apart as their Minkowski difference is from the origin, and the difference of two hulls
/// is the hull of the differences of their corners: at most 64 for two boxes, few enough to be asked all. (Ericson,
/// "Real-Time Collision Detection" (2005), chapter 3.11.)
double gap_between(const Solid& a, const Solid& b) {
    Solid difference;
    difference.kind = SolidKind::hull;
    const std::vector<Vec3> of_a = core_corners(a);
    const std::vector<Vec3> of_b = core_corners(b);
    for (const Vec3& from_a : of_a)
        for (const Vec3& from_b : of_b) difference.corners.push_back(from_a - from_b);
    return std::max(0.0, closest_point(difference, 0.0, Vec3{0.0}).distance) - rounding_of(a) - rounding_of(b);
}

}  // namespace leap
