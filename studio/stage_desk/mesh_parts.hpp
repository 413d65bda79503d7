// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/vector.hpp"
#include "studio/stage_desk/stage_meshes.hpp"

/// What meshes are put together from.
namespace leap::studio {

void set_floats(float (&out)[3], const Vec3& v);
void set_floats(float (&out)[3], const QColor& color);

MeshVertex mesh_vertex(const Vec3& position, const Vec3& normal, const QColor& color, bool grid = false);

/// A surface of revolution about z from (radius, height) pairs.
void add_lathe(std::vector<MeshVertex>& out, const std::vector<Vec2>& outline, const QColor& color, Vec3 offset);

/// A ball squeezed to the given radius and height.
void add_ball(std::vector<MeshVertex>& out, const Vec3& middle, double radius, double height, const QColor& color);

/// A box between two corners.
void add_box(std::vector<MeshVertex>& out, const Vec3& low, const Vec3& high, const QColor& color);

}  // namespace leap::studio
