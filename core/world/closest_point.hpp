// SPDX-License-Identifier: MIT
#pragma once

#include "core/world/solid.hpp"

namespace leap {

/// How far a point is from a solid that was stretched downward by `drop`.
///
/// An upright capsule is a ball moved along a vertical segment. The segment touches a solid exactly when its lower end
/// touches the solid stretched downward by the segment's length (their Minkowski sum), so all capsule questions are
/// asked for a point.
struct Closest {
    double distance = 0.0;       ///< negative inside: how deep
    Vec3 point{0.0};             ///< on the stretched solid
    Vec3 normal{0.0, 0.0, 1.0};  ///< from the solid to the point; outward when inside
};

Closest closest_point(const Solid& solid, double drop, const Vec3& from);

/// Among the faces of the solid that hold `point` (within a millimetre), the normal of the most upright one; triangles
/// face the side `towards` points to. Falls back to `towards` for points on no face.
Vec3 most_upright_face(const Solid& solid, const Vec3& point, const Vec3& towards);

}  // namespace leap
