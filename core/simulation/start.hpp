// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/senses/scene_view.hpp"

namespace leap {

/// The world at the start of a run: each character stands at its place when ground is near, everything else is at its
/// first value. `starts`: by character, at least one.
World initial_world(const SceneView& scene, std::span<const ActorStart> starts);

/// The same for one character of the first body.
World initial_world(const SceneView& scene, const Vec3& position, double facing_rad);

/// One more character, who comes into a run that is under way; it gets the next id.
void add_actor(const SceneView& scene, const ActorStart& start, World& world);

}  // namespace leap
