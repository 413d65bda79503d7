// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/script/fixture_look.hpp"
#include "studio/stage_desk/stage_meshes.hpp"

namespace leap::studio {

/// What a fixture is drawn as, in a box of unit size about the origin: x along its front, y to its left, z up.
std::vector<MeshVertex> fixture_mesh(FixtureLook look);

/// Where a lamp's flame is in the same box, and how large.
inline constexpr double flame_height = 0.30;
inline constexpr double flame_width = 0.22;
inline constexpr double flame_length = 0.16;

}  // namespace leap::studio
