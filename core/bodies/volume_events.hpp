// SPDX-License-Identifier: MIT
#pragma once

#include "core/record/record.hpp"
#include "core/senses/scene_view.hpp"

namespace leap {

/// Notes which volumes the character has come into or out of, of those whose changes the script hears. `at_start`: it
/// is in where it is; that is no event. True when there was one.
bool note_volumes(const SceneView& scene, const World& world, Actor& actor, Record* record, bool at_start = false);

}  // namespace leap
