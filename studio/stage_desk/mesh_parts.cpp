// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/mesh_parts.hpp"

#include <cmath>
#include <numbers>

namespace leap::studio {
namespace {

constexpr int round_sides = 20;

}  // namespace

void set_floats(float (&out)[3], const Vec3& v) {
    for (int i = 0; i < 3; ++i) out[i] = static_cast<float>(v[i]);
}
void set_floats(float (&out)[3], const QColor& c) {
    out[0] = static_cast<float>(c.redF());
    out[1] = static_cast<float>(c.greenF());
    out[2] = static_cast<float>(c.blueF());
}

MeshVertex mesh_vertex(const Vec3& position, const Vec3& normal, const QColor& color, bool grid) {
    MeshVertex out{};
    set_floats(out.position, position);
    set_floats(out.normal, normal);
    set_floats(out.color, color);
    out.grid = grid ? 1.0F : 0.0F;
    return out;
}

/// A surface of revolution about z from (radius, height) pairs.
void add_lathe(std::vector<MeshVertex>& out, const std::vector<Vec2>& outline, const QColor& color, Vec3 offset) {
    for (std::size_t k = 0; k + 1 < outline.size(); ++k) {
        const Vec2 a = outline[k];
        const Vec2 b = outline[k + 1];
        const Vec2 slope = b - a;
        for (int i = 0; i < round_sides; ++i) {
            const auto at = [&](const Vec2& p, int side) {
                const double angle = 2.0 * std::numbers::pi * side / round_sides;
                const Vec3 around{std::cos(angle), std::sin(angle), 0.0};
                const Vec3 normal = direction_or_zero(around * slope.y + Vec3{0.0, 0.0, -slope.x});
                return mesh_vertex(offset + around * p.x + Vec3{0.0, 0.0, p.y}, normal, color);
            };
            for (const auto& v : {at(a, i), at(a, i + 1), at(b, i + 1), at(a, i), at(b, i + 1), at(b, i)})
                out.push_back(v);
        }
    }
}

/// A ball squeezed to the given radii.
void add_ball(std::vector<MeshVertex>& out, const Vec3& middle, double radius, double height, const QColor& color) {
    std::vector<Vec2> outline;
    for (int i = 0; i <= 8; ++i) {
        const double angle = std::numbers::pi * (i / 8.0 - 0.5);
        outline.emplace_back(radius * std::cos(angle), height * 0.5 * std::sin(angle));
    }
    add_lathe(out, outline, color, middle);
}

void add_box(std::vector<MeshVertex>& out, const Vec3& low, const Vec3& high, const QColor& color) {
    Piece part;
    part.center = (low + high) * 0.5;
    part.size = high - low;
    for (const DrawnTriangle& triangle : drawn_triangles(part))
        for (const Vec3& corner : triangle.corners) out.push_back(mesh_vertex(corner, triangle.normal, color));
}

}  // namespace leap::studio
