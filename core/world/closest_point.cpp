// SPDX-License-Identifier: MIT
#include "core/world/closest_point.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace leap {
namespace {

constexpr int max_simplex_rounds = 32;
constexpr double face_tolerance_m = 1e-3;

Vec3 to_local(const Solid& box, const Vec3& v) {
    return {box.turn_cos * v.x + box.turn_sin * v.y, -box.turn_sin * v.x + box.turn_cos * v.y, v.z};
}
Vec3 to_world(const Solid& box, const Vec3& v) {
    return {box.turn_cos * v.x - box.turn_sin * v.y, box.turn_sin * v.x + box.turn_cos * v.y, v.z};
}

Closest closest_on_box(const Solid& box, double drop, const Vec3& from) {
    const Vec3 p = to_local(box, from - box.center);
    const Vec3 low{-box.half.x, -box.half.y, -box.half.z - drop};
    const Vec3& high = box.half;
    const Vec3 q = glm::clamp(p, low, high);
    const Vec3 gap = p - q;
    const double squared = glm::dot(gap, gap);
    Closest out;
    if (squared > 1e-24) {
        out.distance = std::sqrt(squared);
        out.normal = to_world(box, gap / out.distance);
        out.point = box.center + to_world(box, q);
        return out;
    }
    // Inside: out through the nearest face.
    double least = std::numeric_limits<double>::max();
    Vec3 normal{0.0};
    for (int axis = 0; axis < 3; ++axis) {
        for (const bool upper : {false, true}) {
            const double depth = upper ? high[axis] - p[axis] : p[axis] - low[axis];
            if (depth >= least) continue;
            least = depth;
            normal = Vec3{0.0};
            normal[axis] = upper ? 1.0 : -1.0;
        }
    }
    out.distance = -least;
    out.normal = to_world(box, normal);
    out.point = from + out.normal * least;
    return out;
}

/// Corners of the difference between the solid and the point, nearest to the origin. Ericson, "Real-Time Collision
/// Detection" (2005), chapters 5.1 and 9.5.
struct Simplex {
    std::array<Vec3, 4> corner;
    int count = 0;
};

Vec3 nearest_on_segment(Simplex& s) {
    const Vec3 ab = s.corner[1] - s.corner[0];
    const double t = -glm::dot(s.corner[0], ab);
    const double squared = glm::dot(ab, ab);
    if (t <= 0.0 || squared <= 0.0) {
        s.count = 1;
        return s.corner[0];
    }
    if (t >= squared) {
        s.corner[0] = s.corner[1];
        s.count = 1;
        return s.corner[0];
    }
    return s.corner[0] + ab * (t / squared);
}

Vec3 keep_segment(Simplex& s, Vec3 a, Vec3 b, double t) {
    s.corner[0] = a;
    s.corner[1] = b;
    s.count = 2;
    return a + (b - a) * t;
}

Vec3 keep_corner(Simplex& s, Vec3 a) {
    s.corner[0] = a;
    s.count = 1;
    return a;
}

Vec3 nearest_on_triangle(Simplex& s) {
    const Vec3 a = s.corner[0];
    const Vec3 b = s.corner[1];
    const Vec3 c = s.corner[2];
    const Vec3 ab = b - a;
    const Vec3 ac = c - a;
    const double d1 = -glm::dot(ab, a);
    const double d2 = -glm::dot(ac, a);
    if (d1 <= 0.0 && d2 <= 0.0) return keep_corner(s, a);
    const double d3 = -glm::dot(ab, b);
    const double d4 = -glm::dot(ac, b);
    if (d3 >= 0.0 && d4 <= d3) return keep_corner(s, b);
    const double vc = d1 * d4 - d3 * d2;
    if (vc <= 0.0 && d1 >= 0.0 && d3 <= 0.0) return keep_segment(s, a, b, d1 / (d1 - d3));
    const double d5 = -glm::dot(ab, c);
    const double d6 = -glm::dot(ac, c);
    if (d6 >= 0.0 && d5 <= d6) return keep_corner(s, c);
    const double vb = d5 * d2 - d1 * d6;
    if (vb <= 0.0 && d2 >= 0.0 && d6 <= 0.0) return keep_segment(s, a, c, d2 / (d2 - d6));
    const double va = d3 * d6 - d5 * d4;
    if (va <= 0.0 && d4 - d3 >= 0.0 && d5 - d6 >= 0.0)
        return keep_segment(s, b, c, (d4 - d3) / ((d4 - d3) + (d5 - d6)));
    const double sum = va + vb + vc;
    if (std::abs(sum) < 1e-300) return keep_corner(s, a);
    return a + ab * (vb / sum) + ac * (vc / sum);
}

/// Nearest point of a tetrahedron; zero when the origin lies inside.
Vec3 nearest_on_tetrahedron(Simplex& s) {
    static constexpr int faces[4][4] = {{0, 1, 2, 3}, {0, 2, 3, 1}, {0, 3, 1, 2}, {1, 3, 2, 0}};
    const Simplex all = s;
    double best = std::numeric_limits<double>::max();
    Vec3 nearest{0.0};
    bool outside = false;
    for (const auto& face : faces) {
        const Vec3 a = all.corner[static_cast<std::size_t>(face[0])];
        const Vec3 b = all.corner[static_cast<std::size_t>(face[1])];
        const Vec3 c = all.corner[static_cast<std::size_t>(face[2])];
        const Vec3 opposite = all.corner[static_cast<std::size_t>(face[3])];
        const Vec3 normal = glm::cross(b - a, c - a);
        const double side = -glm::dot(a, normal);
        const double inner = glm::dot(opposite - a, normal);
        if (side * inner > 0.0) continue;
        outside = true;
        Simplex part;
        part.corner = {a, b, c, Vec3{0.0}};
        part.count = 3;
        const Vec3 q = nearest_on_triangle(part);
        if (glm::dot(q, q) < best) {
            best = glm::dot(q, q);
            nearest = q;
            s = part;
        }
    }
    return outside ? nearest : Vec3{0.0};
}

Vec3 nearest_on(Simplex& s) {
    switch (s.count) {
        case 1: return s.corner[0];
        case 2: return nearest_on_segment(s);
        case 3: return nearest_on_triangle(s);
        default: return nearest_on_tetrahedron(s);
    }
}

Vec3 support(const Solid& solid, double drop, const Vec3& along) {
    double best = -std::numeric_limits<double>::max();
    const Vec3* found = nullptr;
    for (const Vec3& corner : solid.corners) {
        const double value = glm::dot(corner, along);
        if (value > best) {
            best = value;
            found = &corner;
        }
    }
    return along.z < 0.0 ? *found - Vec3{0.0, 0.0, drop} : *found;
}

/// Inside a hull: out through the plane that is nearest. Stretching moves planes that face down by `drop`; the upright
/// side faces that stretching adds lie between existing ones and are never much nearer.
Closest inside_hull(const Solid& solid, double drop, const Vec3& from) {
    Closest out;
    out.distance = -std::numeric_limits<double>::max();
    for (const Plane& plane : solid.planes) {
        const double offset = plane.offset + (plane.normal.z < 0.0 ? -plane.normal.z * drop : 0.0);
        const double depth = glm::dot(plane.normal, from) - offset;
        if (depth > out.distance) {
            out.distance = depth;
            out.normal = plane.normal;
        }
    }
    out.distance = std::min(out.distance, 0.0);
    if (solid.kind == SolidKind::triangle) out.distance = 0.0;
    out.point = from - out.normal * out.distance;
    return out;
}

/// Gilbert, Johnson, Keerthi (1988), for a point against a convex set given by its support mapping.
Closest closest_on_hull(const Solid& solid, double drop, const Vec3& from) {
    Simplex simplex;
    simplex.corner[0] = support(solid, drop, from - solid.corners[0]) - from;
    simplex.count = 1;
    Vec3 nearest = simplex.corner[0];
    for (int round = 0; round < max_simplex_rounds; ++round) {
        const double squared = glm::dot(nearest, nearest);
        if (squared < 1e-20) return inside_hull(solid, drop, from);
        const Vec3 next = support(solid, drop, -nearest) - from;
        if (squared - glm::dot(nearest, next) <= 1e-12 * squared + 1e-16) break;
        simplex.corner[static_cast<std::size_t>(simplex.count++)] = next;
        const Vec3 closer = nearest_on(simplex);
        if (simplex.count == 4 && glm::dot(closer, closer) == 0.0) return inside_hull(solid, drop, from);
        if (glm::dot(closer, closer) >= squared) break;
        nearest = closer;
    }
    Closest out;
    out.distance = glm::length(nearest);
    if (out.distance < 1e-10) return inside_hull(solid, drop, from);
    out.normal = -nearest / out.distance;
    out.point = from + nearest;
    return out;
}

Vec3 nearest_between(const Vec3& a, const Vec3& b, const Vec3& from) {
    const Vec3 along = b - a;
    const double squared = glm::dot(along, along);
    return squared < 1e-24 ? a : a + along * std::clamp(glm::dot(from - a, along) / squared, 0.0, 1.0);
}

/// What is round, stretched downward, is everything within its radius of a parallelogram.
Vec3 nearest_core(const Solid& round, double drop, const Vec3& from) {
    const Vec3 a = round.corners[0];
    const Vec3 along = round.corners[1] - a;
    const Vec3 down{0.0, 0.0, -drop};
    // Inside the parallelogram: both shares from the normal equations.
    const double uu = glm::dot(along, along);
    const double uv = glm::dot(along, down);
    const double vv = drop * drop;
    const double area = uu * vv - uv * uv;
    if (area > 1e-18) {
        const double pu = glm::dot(from - a, along);
        const double pv = glm::dot(from - a, down);
        const double u = (pu * vv - pv * uv) / area;
        const double v = (pv * uu - pu * uv) / area;
        if (u >= 0.0 && u <= 1.0 && v >= 0.0 && v <= 1.0) return a + along * u + down * v;
    }
    Vec3 best{0.0};
    double least = std::numeric_limits<double>::max();
    const auto offer = [&](const Vec3& from_end, const Vec3& to_end) {
        const Vec3 q = nearest_between(from_end, to_end, from);
        const double squared = glm::dot(from - q, from - q);
        if (squared >= least) return;
        least = squared;
        best = q;
    };
    offer(a, a + along);
    if (drop > 0.0) {
        offer(a, a + down);
        offer(a + along, a + along + down);
        offer(a + down, a + along + down);
    }
    return best;
}

Closest closest_on_round(const Solid& round, double drop, const Vec3& from) {
    const Vec3 core = nearest_core(round, drop, from);
    const double length = glm::length(from - core);
    Closest out;
    out.normal = length > 1e-12 ? (from - core) / length : world_up;
    out.distance = length - round.radius;
    out.point = core + out.normal * round.radius;
    return out;
}

}  // namespace

Closest closest_point(const Solid& solid, double drop, const Vec3& from) {
    switch (solid.kind) {
        case SolidKind::box: return closest_on_box(solid, drop, from);
        case SolidKind::round: return closest_on_round(solid, drop, from);
        default: return closest_on_hull(solid, drop, from);
    }
}

Vec3 most_upright_face(const Solid& solid, const Vec3& point, const Vec3& towards) {
    Vec3 best = towards;
    double best_z = -2.0;
    const auto offer = [&](const Vec3& normal) {
        if (normal.z <= best_z) return;
        best_z = normal.z;
        best = normal;
    };
    if (solid.kind == SolidKind::box) {
        const Vec3 p = to_local(solid, point - solid.center);
        for (int axis = 0; axis < 3; ++axis) {
            if (std::abs(p[axis]) < solid.half[axis] - face_tolerance_m) continue;
            Vec3 normal{0.0};
            normal[axis] = p[axis] > 0.0 ? 1.0 : -1.0;
            offer(to_world(solid, normal));
        }
        return best;
    }
    if (solid.kind == SolidKind::triangle) {
        const Vec3 normal = solid.planes[0].normal;
        return glm::dot(normal, towards) < 0.0 ? -normal : normal;
    }
    for (const Plane& plane : solid.planes)
        if (std::abs(glm::dot(plane.normal, point) - plane.offset) < face_tolerance_m) offer(plane.normal);
    return best;
}

}  // namespace leap
