// SPDX-License-Identifier: MIT
#include "core/world/make_solid.hpp"

#include <glm/geometric.hpp>

#include <algorithm>
#include <cmath>

#include "core/units/elementary.hpp"

namespace leap {
namespace {

constexpr double min_area_m2 = 1e-12;

bool is_there(const Vec3& p) {
    return is_finite(p) && std::abs(p.x) <= farthest_solid_m && std::abs(p.y) <= farthest_solid_m &&
           std::abs(p.z) <= farthest_solid_m;
}

/// Adds the direction of an edge, unless it or its opposite is known.
void add_edge(std::vector<Vec3>& edges, const Vec3& along) {
    constexpr double same_cos = 1.0 - 1e-9;
    const Vec3 direction = direction_or_zero(along);
    for (const Vec3& known : edges)
        if (std::abs(glm::dot(known, direction)) > same_cos) return;
    edges.push_back(direction);
}

Vec3 face_normal(const Vec3& a, const Vec3& b, const Vec3& c) {
    return direction_or_zero(glm::cross(b - a, c - a));
}

}  // namespace

UprightTurn::UprightTurn(double radians) : c(elementary::cos(radians)), s(elementary::sin(radians)) {
    constexpr double rounding = 1e-15;
    if (std::abs(c) < rounding || std::abs(s) < rounding) {
        c = std::round(c);
        s = std::round(s);
    }
}

std::optional<Solid> make_box(const Vec3& center, const Vec3& half, const UprightTurn& turn) {
    if (!is_there(center) || !is_there(half) || !std::isfinite(turn.c)) return std::nullopt;
    if (!(half.x > 0.0) || !(half.y > 0.0) || !(half.z > 0.0)) return std::nullopt;
    Solid out;
    out.center = center;
    out.half = half;
    out.turn_cos = turn.c;
    out.turn_sin = turn.s;
    for (int i = 0; i < 8; ++i) {
        const Vec3 sign{(i & 1) != 0 ? 1.0 : -1.0, (i & 2) != 0 ? 1.0 : -1.0, (i & 4) != 0 ? 1.0 : -1.0};
        out.bounds.add(center + turn(half * sign));
    }
    return out;
}

std::optional<Solid> make_triangle(const Vec3& a, const Vec3& b, const Vec3& c) {
    if (!is_there(a) || !is_there(b) || !is_there(c)) return std::nullopt;
    Solid out;
    out.kind = SolidKind::triangle;
    out.corners = {a, b, c};
    for (const Vec3& corner : out.corners) out.bounds.add(corner);
    const Vec3 cross = glm::cross(b - a, c - a);
    if (!(glm::length(cross) * 0.5 >= min_area_m2)) return std::nullopt;
    const Vec3 normal = direction_or_zero(cross);
    out.planes.push_back({normal, glm::dot(normal, a)});
    for (std::size_t i = 0; i < 3; ++i) add_edge(out.edges, out.corners[(i + 1) % 3] - out.corners[i]);
    return out;
}

std::optional<Solid> make_hull(std::vector<Vec3> corners, std::span<const std::vector<std::size_t>> faces) {
    if (corners.size() < 4 || faces.size() < 4) return std::nullopt;
    Solid out;
    out.kind = SolidKind::hull;
    out.corners = std::move(corners);
    Vec3 middle{0.0};
    for (const Vec3& corner : out.corners) {
        if (!is_there(corner)) return std::nullopt;
        out.bounds.add(corner);
        middle += corner / static_cast<double>(out.corners.size());
    }
    const double tolerance_m = 1e-6 * std::max(1.0, glm::length(out.bounds.high - out.bounds.low));
    for (const std::vector<std::size_t>& face : faces) {
        if (face.size() < 3) return std::nullopt;
        for (const std::size_t corner : face)
            if (corner >= out.corners.size()) return std::nullopt;
        Vec3 normal = face_normal(out.corners[face[0]], out.corners[face[1]], out.corners[face[2]]);
        if (normal == Vec3{0.0}) return std::nullopt;
        const double depth_m = glm::dot(normal, out.corners[face[0]] - middle);
        if (std::abs(depth_m) < tolerance_m) return std::nullopt;
        if (depth_m < 0.0) normal = -normal;
        const Plane plane{normal, glm::dot(normal, out.corners[face[0]])};
        for (const Vec3& corner : out.corners)
            if (glm::dot(plane.normal, corner) > plane.offset + tolerance_m) return std::nullopt;
        out.planes.push_back(plane);
        for (std::size_t i = 0; i < face.size(); ++i)
            add_edge(out.edges, out.corners[face[(i + 1) % face.size()]] - out.corners[face[i]]);
    }
    return out;
}

std::optional<Solid> make_round(const Vec3& from, const Vec3& to, double radius) {
    if (!is_there(from) || !is_there(to) || !(radius > 0.0) || !(radius <= farthest_solid_m)) return std::nullopt;
    Solid out;
    out.kind = SolidKind::round;
    out.radius = radius;
    out.corners = {from, to};
    for (const Vec3& end : out.corners) {
        out.bounds.add(end - Vec3{radius});
        out.bounds.add(end + Vec3{radius});
    }
    return out;
}

}  // namespace leap
