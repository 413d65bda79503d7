// SPDX-License-Identifier: MIT
#include "core/world/solid.hpp"

#include <glm/geometric.hpp>

#include <cmath>
#include <numbers>

#include "core/units/elementary.hpp"
#include "core/world/make_solid.hpp"

namespace leap {
namespace {

constexpr int cylinder_sides = 24;

UprightTurn turned(double degrees) {
    return UprightTurn(degrees * std::numbers::pi / 180.0);
}

/// A polygon given by corner numbers, counter-clockwise seen from outside.
using Face = std::vector<std::size_t>;

struct Shape {
    std::vector<Vec3> corners;
    std::vector<Face> faces;
};

Shape ramp_shape(const Vec3& half) {
    // Low edge at -x, high edge at +x.
    return {{{-half.x, -half.y, -half.z},
             {half.x, -half.y, -half.z},
             {half.x, half.y, -half.z},
             {-half.x, half.y, -half.z},
             {half.x, -half.y, half.z},
             {half.x, half.y, half.z}},
            {{0, 3, 2, 1}, {1, 2, 5, 4}, {0, 4, 5, 3}, {0, 1, 4}, {3, 5, 2}}};
}

Shape cylinder_shape(const Vec3& half) {
    Shape out;
    Face top;
    Face bottom;
    for (std::size_t i = 0; i < cylinder_sides; ++i) {
        const double angle = 2.0 * std::numbers::pi * static_cast<double>(i) / cylinder_sides;
        out.corners.emplace_back(half.x * elementary::cos(angle), half.y * elementary::sin(angle), -half.z);
        out.corners.emplace_back(half.x * elementary::cos(angle), half.y * elementary::sin(angle), half.z);
        const std::size_t next = (i + 1) % cylinder_sides;
        out.faces.push_back({2 * i, 2 * next, 2 * next + 1, 2 * i + 1});
        top.push_back(2 * i + 1);
        bottom.insert(bottom.begin(), 2 * i);
    }
    out.faces.push_back(top);
    out.faces.push_back(bottom);
    return out;
}

Shape box_shape(const Vec3& center, const Vec3& half) {
    Shape out;
    for (int i = 0; i < 8; ++i)
        out.corners.push_back(
            center + half * Vec3{(i & 1) != 0 ? 1.0 : -1.0, (i & 2) != 0 ? 1.0 : -1.0, (i & 4) != 0 ? 1.0 : -1.0});
    out.faces = {{0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}};
    return out;
}

/// A sphere or upright capsule for the eye: rings of flat faces, the two halves as far apart as it is higher than wide.
Shape round_shape(const Vec3& half) {
    constexpr std::size_t rings = 8;  // of them the first and the last are points
    Shape out;
    const double apart = std::max(0.0, half.z - half.x);
    for (std::size_t ring = 0; ring < rings; ++ring) {
        const std::size_t level = ring < rings / 2 ? ring : ring - 1;
        const double rise = std::numbers::pi * (static_cast<double>(level) / (rings - 2) - 0.5);
        for (std::size_t i = 0; i < cylinder_sides; ++i) {
            const double angle = 2.0 * std::numbers::pi * static_cast<double>(i) / cylinder_sides;
            const double wide = half.x * elementary::cos(rise);
            out.corners.emplace_back(wide * elementary::cos(angle), wide * elementary::sin(angle),
                                     half.x * elementary::sin(rise) + (ring < rings / 2 ? -apart : apart));
        }
    }
    for (std::size_t ring = 0; ring + 1 < rings; ++ring)
        for (std::size_t i = 0; i < cylinder_sides; ++i) {
            const std::size_t next = (i + 1) % cylinder_sides;
            const std::size_t low = ring * cylinder_sides;
            out.faces.push_back({low + i, low + next, low + cylinder_sides + next, low + cylinder_sides + i});
        }
    return out;
}

std::optional<Solid> round_solid(const Piece& piece) {
    const double radius = std::min(piece.size.x, piece.size.z) * 0.5;
    const Vec3 up{0.0, 0.0, piece.size.z * 0.5 - radius};
    return make_round(piece.center - up, piece.center + up, radius);
}

Vec3 normal_of(const Vec3& a, const Vec3& b, const Vec3& c) {
    return direction_or_zero(glm::cross(b - a, c - a));
}

std::optional<Solid> hull_solid(const Shape& shape, const Vec3& center, const UprightTurn& turn) {
    std::vector<Vec3> corners;
    for (const Vec3& corner : shape.corners) corners.push_back(center + turn(corner));
    return make_hull(std::move(corners), shape.faces);
}

/// The boxes of a flight of steps: each as high as it reaches, one behind the other along x.
std::vector<std::pair<Vec3, Vec3>> step_boxes(const Piece& piece) {
    std::vector<std::pair<Vec3, Vec3>> out;
    const int count = std::max(1, piece.count);
    const double run = piece.size.x / count;
    const double rise = piece.size.z / count;
    for (int i = 0; i < count; ++i) {
        const double height = rise * (i + 1);
        out.emplace_back(Vec3{-piece.size.x / 2 + run * (i + 0.5), 0.0, -piece.size.z / 2 + height / 2},
                         Vec3{run, piece.size.y, height});
    }
    return out;
}

void draw(const Shape& shape, const Vec3& center, const UprightTurn& turn, std::vector<DrawnTriangle>& out) {
    for (const Face& face : shape.faces)
        for (std::size_t i = 1; i + 1 < face.size(); ++i) {
            DrawnTriangle triangle;
            triangle.corners = {center + turn(shape.corners[face[0]]), center + turn(shape.corners[face[i]]),
                                center + turn(shape.corners[face[i + 1]])};
            triangle.normal = normal_of(triangle.corners[0], triangle.corners[1], triangle.corners[2]);
            out.push_back(triangle);
        }
}

}  // namespace

std::vector<Solid> solids_of(const Piece& piece, std::size_t index) {
    const UprightTurn turn = turned(piece.turn_deg);
    std::vector<Solid> out;
    const auto add = [&](std::optional<Solid> solid) {
        if (solid) out.push_back(std::move(*solid));
    };
    switch (piece.kind) {
        case PieceKind::box: add(make_box(piece.center, piece.size * 0.5, turn)); break;
        case PieceKind::ramp: add(hull_solid(ramp_shape(piece.size * 0.5), piece.center, turn)); break;
        case PieceKind::cylinder: add(hull_solid(cylinder_shape(piece.size * 0.5), piece.center, turn)); break;
        case PieceKind::sphere:
        case PieceKind::capsule: add(round_solid(piece)); break;
        case PieceKind::steps:
            for (const auto& [center, size] : step_boxes(piece))
                add(make_box(piece.center + turn(center), size * 0.5, turn));
            break;
        case PieceKind::mesh:
            for (const auto& face : piece.faces) {
                const auto corner = [&](std::size_t i) { return piece.center + turn(piece.vertices[face[i]]); };
                add(make_triangle(corner(0), corner(1), corner(2)));
            }
            break;
    }
    for (std::size_t i = 0; i < out.size(); ++i) {
        out[i].surface = piece_surface(index);
        out[i].part = static_cast<std::uint32_t>(i);
    }
    return out;
}

std::vector<DrawnTriangle> drawn_triangles(const Piece& piece) {
    const UprightTurn turn = turned(piece.turn_deg);
    std::vector<DrawnTriangle> out;
    switch (piece.kind) {
        case PieceKind::box: draw(box_shape(Vec3{0.0}, piece.size * 0.5), piece.center, turn, out); break;
        case PieceKind::ramp: draw(ramp_shape(piece.size * 0.5), piece.center, turn, out); break;
        case PieceKind::cylinder: draw(cylinder_shape(piece.size * 0.5), piece.center, turn, out); break;
        case PieceKind::sphere:
        case PieceKind::capsule: draw(round_shape(piece.size * 0.5), piece.center, turn, out); break;
        case PieceKind::steps:
            for (const auto& [center, size] : step_boxes(piece))
                draw(box_shape(center, size * 0.5), piece.center, turn, out);
            break;
        case PieceKind::mesh:
            for (const auto& face : piece.faces)
                draw({{piece.vertices[face[0]], piece.vertices[face[1]], piece.vertices[face[2]]}, {{0, 1, 2}}},
                     piece.center, turn, out);
            break;
    }
    return out;
}

}  // namespace leap
