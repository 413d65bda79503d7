// SPDX-License-Identifier: MIT
#include "core/rigid/rigid_body.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <glm/gtc/quaternion.hpp>
#include <numbers>

#include "core/units/elementary.hpp"

namespace leap {
namespace {

void place_box(const Vec3& half, const Vec3& place, const Quat& turn, Solid& out) {
    const glm::dmat3 axes = glm::mat3_cast(turn);
    out.kind = SolidKind::hull;
    out.center = place;
    out.half = half;
    out.corners.resize(8);
    out.planes.resize(6);
    out.edges.resize(3);
    for (int i = 0; i < 8; ++i) {
        const Vec3 sign{(i & 1) != 0 ? 1.0 : -1.0, (i & 2) != 0 ? 1.0 : -1.0, (i & 4) != 0 ? 1.0 : -1.0};
        out.corners[static_cast<std::size_t>(i)] = place + axes * (half * sign);
        out.bounds.add(out.corners[static_cast<std::size_t>(i)]);
    }
    for (int axis = 0; axis < 3; ++axis) {
        const auto i = static_cast<std::size_t>(axis);
        out.edges[i] = axes[axis];
        const double middle = glm::dot(axes[axis], place);
        out.planes[2 * i] = {axes[axis], middle + half[axis]};
        out.planes[2 * i + 1] = {-axes[axis], -middle + half[axis]};
    }
}

void place_round(const RigidShape& shape, const Vec3& place, const Quat& turn, Solid& out) {
    const double reach = shape.kind == RigidShapeKind::ball ? 0.0 : std::max(0.0, 0.5 * shape.height - shape.radius);
    const Vec3 along = turn * Vec3{0.0, 0.0, reach};
    out.kind = SolidKind::round;
    out.center = place;
    out.radius = shape.radius;
    out.corners.assign({place - along, place + along});
    for (const Vec3& end : out.corners) {
        out.bounds.add(end - Vec3{shape.radius});
        out.bounds.add(end + Vec3{shape.radius});
    }
}

}  // namespace

void place_shape(const RigidShape& shape, const Vec3& place, const Quat& turn, const Surface& surface, Solid& out) {
    out.surface = surface;
    out.bounds = {};
    if (shape.kind == RigidShapeKind::box) {
        place_box(shape.half, place, turn, out);
    } else {
        place_round(shape, place, turn, out);
    }
}

double outer_radius(const RigidShape& shape) {
    switch (shape.kind) {
        case RigidShapeKind::box: return glm::length(shape.half);
        case RigidShapeKind::ball: return shape.radius;
        default: return std::max(shape.radius, 0.5 * shape.height);
    }
}

double inner_radius(const RigidShape& shape) {
    return shape.kind == RigidShapeKind::box ? std::min({shape.half.x, shape.half.y, shape.half.z}) : shape.radius;
}

Vec3 inertia_of(const RigidKind& kind) {
    const RigidShape& s = kind.shape;
    const double m = kind.mass_kg;
    if (s.kind == RigidShapeKind::box) {
        const Vec3 h = s.half * s.half;
        return Vec3{h.y + h.z, h.x + h.z, h.x + h.y} * (m / 3.0);
    }
    const double r2 = s.radius * s.radius;
    if (s.kind == RigidShapeKind::ball) return Vec3{0.4 * m * r2};
    // A cylinder and two half balls share the mass as their volumes do; the half balls' own middles lie 3/8 r further
    // out than the cylinder's ends.
    const double length = std::max(0.0, s.height - 2.0 * s.radius);
    const double whole = length + 4.0 / 3.0 * s.radius;
    const double cylinder = m * length / whole;
    const double balls = m - cylinder;
    const double along = cylinder * r2 * 0.5 + balls * 0.4 * r2;
    const double out = 0.5 * length + 0.375 * s.radius;
    const double own = 0.4 * r2 - 0.375 * 0.375 * r2;
    const double across = cylinder * (r2 / 4.0 + length * length / 12.0) + balls * (own + out * out);
    return {across, across, along};
}

glm::dmat3 inverse_inertia(const RigidKind& kind, const Quat& turn) {
    const Vec3 inertia = inertia_of(kind);
    const glm::dmat3 axes = glm::mat3_cast(turn);
    glm::dmat3 scaled = axes;
    for (int i = 0; i < 3; ++i) scaled[i] *= 1.0 / std::max(1e-9, inertia[i]);
    return scaled * glm::transpose(axes);
}

void turn_by(RigidBody& body, const Vec3& spin, double seconds) {
    const double rate = glm::length(spin);
    if (rate * seconds < 1e-12) return;
    const double half = 0.5 * rate * seconds;
    const Vec3 axis = spin * (elementary::sin(half) / rate);
    body.turn = glm::normalize(Quat(elementary::cos(half), axis.x, axis.y, axis.z) * body.turn);
}

}  // namespace leap
