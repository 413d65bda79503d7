// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <vector>

#include "core/units/vector.hpp"
#include "core/world/piece.hpp"
#include "core/world/surface.hpp"

namespace leap {

/// n · p = offset on the plane; `normal` points out of the solid.
struct Plane {
    Vec3 normal{0.0, 0.0, 1.0};
    double offset = 0.0;
};

struct Bounds {
    Vec3 low{1e300};
    Vec3 high{-1e300};
    void add(const Vec3& p) {
        low = glm::min(low, p);
        high = glm::max(high, p);
    }
    void add(const Bounds& other) {
        low = glm::min(low, other.low);
        high = glm::max(high, other.high);
    }
};

inline Bounds grown(const Bounds& bounds, double by) {
    return {bounds.low - Vec3{by}, bounds.high + Vec3{by}};
}

inline bool overlap(const Bounds& a, const Bounds& b, double margin = 0.0) {
    return a.low.x - margin <= b.high.x && b.low.x <= a.high.x + margin && a.low.y - margin <= b.high.y &&
           b.low.y <= a.high.y + margin && a.low.z - margin <= b.high.z && b.low.z <= a.high.z + margin;
}

inline bool lies_within(const Bounds& inner, const Bounds& outer) {
    return outer.low.x <= inner.low.x && outer.low.y <= inner.low.y && outer.low.z <= inner.low.z &&
           inner.high.x <= outer.high.x && inner.high.y <= outer.high.y && inner.high.z <= outer.high.z;
}

enum class SolidKind : std::uint8_t {
    box,       ///< turned about the upward axis only: the fast path
    hull,      ///< convex, given by corners and face planes
    triangle,  ///< two-sided
    round      ///< everything within `radius` of the line between two corners: spheres and capsules
};

/// One convex part of something: what collision works on. What a ray needs of a box comes first, in one line of the
/// processor's cache.
struct alignas(128) Solid {
    Vec3 center{0.0};       ///< boxes
    Vec3 half{0.5};         ///< boxes
    double turn_cos = 1.0;  ///< boxes
    double turn_sin = 0.0;
    SolidKind kind = SolidKind::box;
    Surface surface;            ///< what it is a part of
    std::uint32_t part = 0;     ///< which of its parts
    std::vector<Vec3> corners;  ///< hulls and triangles; the two ends of what is round
    std::vector<Plane> planes;  ///< hulls; triangles have one
    std::vector<Vec3> edges;    ///< hulls and triangles: the directions of their edges, each once
    double radius = 0.0;        ///< what is round
    Bounds bounds;
};

/// The order of solids. Of two contacts at the same distance the first solid counts, in whatever order they are
/// visited.
inline bool precedes(const Solid& a, const Solid& b) {
    return a.surface != b.surface ? a.surface < b.surface : a.part < b.part;
}

/// The convex parts of a piece, `index` among the course's. Degenerate triangles (area under 1e-12 m²) are left out.
std::vector<Solid> solids_of(const Piece& piece, std::size_t index);

/// A corner list and faces for drawing: flat triangles with outward normals.
struct DrawnTriangle {
    std::array<Vec3, 3> corners;
    Vec3 normal;
};
std::vector<DrawnTriangle> drawn_triangles(const Piece& piece);

}  // namespace leap
