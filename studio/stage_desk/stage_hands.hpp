// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>

#include "core/senses/scene_view.hpp"

namespace leap::studio {

/// By hand, the left one first: where it is, m, world frame; nothing for one that hangs down.
using BusyHands = std::array<std::optional<Vec3>, 2>;

/// The hands that a character reaches out, or holds something with. What it carries in no hand it holds with both, one
/// on either side.
BusyHands busy_hands(const SceneView& rehearsal, const World& state, const Actor& actor);

}  // namespace leap::studio
