// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/fixture_meshes.hpp"

#include <cmath>
#include <numbers>

#include "studio/stage_desk/mesh_parts.hpp"

namespace leap::studio {
namespace {

using Mesh = std::vector<MeshVertex>;

const QColor plank(0x8E, 0x68, 0x44);
const QColor worn_plank(0x7C, 0x59, 0x3A);
const QColor iron(0x3C, 0x3F, 0x47);
const QColor brass(0xC9, 0x9C, 0x4C);
const QColor cloth(0x7E, 0x8F, 0x86);
const QColor worn_cloth(0x6B, 0x7C, 0x75);
const QColor paint(0xD8, 0xCB, 0xAE);

/// Boards side by side between two corners, along one axis.
void add_planks(Mesh& out, const Vec3& low, const Vec3& high, int axis, int count) {
    const double step = (high[axis] - low[axis]) / count;
    for (int i = 0; i < count; ++i) {
        Vec3 from = low;
        Vec3 to = high;
        from[axis] = low[axis] + step * i + 0.04 * step;
        to[axis] = low[axis] + step * (i + 1) - 0.04 * step;
        add_box(out, from, to, i % 2 == 0 ? plank : worn_plank);
    }
}

Mesh door() {
    Mesh out;
    add_planks(out, {-0.3, -0.5, -0.5}, {0.3, 0.5, 0.5}, 1, 6);
    for (const double z : {-0.34, 0.3}) add_box(out, {-0.5, -0.5, z}, {0.5, 0.5, z + 0.07}, iron);
    for (const double side : {-0.5, 0.42}) add_box(out, {-0.42, side, -0.5}, {0.42, side + 0.08, 0.5}, iron);
    add_box(out, {-0.5, -0.36, -0.06}, {0.5, -0.3, 0.06}, brass);  // the handle, away from the hinge
    return out;
}

/// Hangs in folds from a rod.
Mesh curtain() {
    Mesh out;
    constexpr int folds = 14;
    for (int i = 0; i < folds; ++i) {
        const double y = -0.5 + i / static_cast<double>(folds);
        const double shift = i % 2 == 0 ? 0.0 : -0.3;
        add_box(out, {-0.1 + shift, y, -0.5}, {0.3 + shift, y + 1.0 / folds, 0.46}, i % 2 == 0 ? cloth : worn_cloth);
    }
    add_box(out, {-0.25, -0.5, 0.46}, {0.25, 0.5, 0.5}, iron);
    return out;
}

/// Between two posts, under a beam.
Mesh bell() {
    Mesh out;
    for (const double side : {-0.5, 0.4}) add_box(out, {-0.1, side, -0.5}, {0.1, side + 0.1, 0.42}, worn_plank);
    for (const double side : {-0.5, 0.4}) add_box(out, {-0.5, side, -0.5}, {0.5, side + 0.1, -0.45}, worn_plank);
    add_box(out, {-0.16, -0.5, 0.42}, {0.16, 0.5, 0.5}, plank);
    add_lathe(out, {{0.02, 0.44}, {0.02, 0.36}}, iron, Vec3{0.0});
    add_lathe(
        out, {{0.0, 0.37}, {0.1, 0.36}, {0.16, 0.3}, {0.19, 0.16}, {0.24, 0.08}, {0.3, 0.04}, {0.27, 0.04}, {0.0, 0.2}},
        brass, Vec3{0.0});
    add_lathe(out, {{0.0, 0.07}, {0.04, 0.04}, {0.0, 0.0}}, iron, Vec3{0.0});
    return out;
}

/// A post with a cage; the flame is drawn when it glows.
Mesh lamp() {
    Mesh out;
    add_lathe(out, {{0.0, -0.5}, {0.2, -0.5}, {0.2, -0.46}, {0.07, -0.42}, {0.05, -0.36}}, iron, Vec3{0.0});
    add_lathe(out, {{0.045, -0.42}, {0.035, 0.12}}, iron, Vec3{0.0});
    add_lathe(out, {{0.0, 0.1}, {0.12, 0.13}, {0.2, 0.17}, {0.2, 0.19}, {0.0, 0.19}}, brass, Vec3{0.0});
    constexpr int rods = 6;
    for (int i = 0; i < rods; ++i) {
        const double angle = 2.0 * std::numbers::pi * i / rods;
        add_lathe(out, {{0.012, 0.18}, {0.012, 0.42}}, iron, Vec3{0.18 * std::cos(angle), 0.18 * std::sin(angle), 0.0});
    }
    add_lathe(out, {{0.24, 0.41}, {0.2, 0.43}, {0.06, 0.48}, {0.03, 0.5}, {0.0, 0.5}}, brass, Vec3{0.0});
    add_lathe(out, {{0.0, 0.41}, {0.24, 0.41}}, iron, Vec3{0.0});
    return out;
}

/// A foot, a rod that leans and a knob.
Mesh lever() {
    Mesh out;
    add_box(out, {-0.5, -0.5, -0.5}, {0.5, 0.5, -0.36}, iron);
    add_box(out, {-0.28, -0.36, -0.36}, {0.28, -0.2, -0.12}, iron);
    add_box(out, {-0.28, 0.2, -0.36}, {0.28, 0.36, -0.12}, iron);
    constexpr int steps = 12;
    for (int i = 0; i < steps; ++i) {
        const double share = i / static_cast<double>(steps);
        const double x = 0.3 * share;
        const double z = -0.22 + 0.62 * share;
        add_box(out, {x - 0.1, -0.1, z}, {x + 0.1, 0.1, z + 0.62 / steps + 0.01}, plank);
    }
    add_ball(out, {0.32, 0.0, 0.42}, 0.2, 0.16, brass);
    return out;
}

/// Boards with marks that point where it throws.
Mesh board() {
    Mesh out;
    add_box(out, {-0.46, -0.46, -0.5}, {0.46, 0.46, -0.1}, iron);
    add_planks(out, {-0.5, -0.5, -0.1}, {0.5, 0.5, 0.4}, 1, 5);
    for (const double ahead : {-0.3, 0.0}) {
        const Vec3 normal{0.0, 0.0, 1.0};
        const auto at = [&](double x, double y) { return mesh_vertex({ahead + x, y, 0.5}, normal, paint); };
        for (const double side : {-1.0, 1.0}) {
            // Both windings, whichever is kept: a bar from the side to the tip.
            const Vec2 a{0.0, 0.3 * side};
            const Vec2 b{0.12, 0.3 * side};
            const Vec2 c{0.3, 0.0};
            const Vec2 d{0.18, 0.0};
            for (const Vec2& p : {a, b, c, a, c, d}) out.push_back(at(p.x, p.y));
        }
    }
    return out;
}

/// A deck of boards on two beams, with iron corners.
Mesh lift() {
    Mesh out;
    for (const double side : {-0.44, 0.32}) add_box(out, {-0.5, side, -0.5}, {0.5, side + 0.12, 0.0}, iron);
    add_planks(out, {-0.5, -0.5, 0.0}, {0.5, 0.5, 0.46}, 0, 8);
    for (const double x : {-0.5, 0.42})
        for (const double y : {-0.5, 0.42}) add_box(out, {x, y, -0.1}, {x + 0.08, y + 0.08, 0.5}, brass);
    return out;
}

/// A bed of boards with low sides and a bench; its wheels are drawn by themselves.
Mesh cart() {
    Mesh out;
    add_box(out, {-0.5, -0.12, -0.5}, {0.5, 0.12, -0.3}, iron);
    add_planks(out, {-0.5, -0.5, -0.3}, {0.5, 0.5, -0.1}, 1, 6);
    for (const double side : {-0.5, 0.44}) add_box(out, {-0.5, side, -0.1}, {0.5, side + 0.06, 0.34}, worn_plank);
    add_box(out, {-0.5, -0.44, -0.1}, {-0.46, 0.44, 0.34}, worn_plank);
    add_box(out, {0.46, -0.44, -0.1}, {0.5, 0.44, 0.16}, worn_plank);
    add_box(out, {-0.24, -0.44, -0.1}, {-0.06, 0.44, 0.1}, plank);
    for (const double x : {-0.49, -0.02, 0.45})
        for (const double side : {-0.51, 0.45}) add_box(out, {x, side, -0.34}, {x + 0.04, side + 0.06, 0.36}, iron);
    return out;
}

}  // namespace

std::vector<MeshVertex> fixture_mesh(FixtureLook look) {
    switch (look) {
        case FixtureLook::plain: break;
        case FixtureLook::door: return door();
        case FixtureLook::curtain: return curtain();
        case FixtureLook::bell: return bell();
        case FixtureLook::lamp: return lamp();
        case FixtureLook::lever: return lever();
        case FixtureLook::board: return board();
        case FixtureLook::lift: return lift();
        case FixtureLook::cart: return cart();
    }
    return box_mesh(QColor(0x9C, 0x7A, 0x4E));
}

}  // namespace leap::studio
