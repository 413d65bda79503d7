// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "core/project/looks.hpp"
#include "studio/stage_desk/stage_meshes.hpp"

namespace leap::studio {

/// The triangles of a look's parts, at their unit size. `rgb` is the colour of parts that say none.
std::vector<MeshVertex> look_mesh(std::span<const LookPart> parts, std::uint32_t rgb);

}  // namespace leap::studio
