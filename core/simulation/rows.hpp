// SPDX-License-Identifier: MIT
#pragma once

#include "core/record/record.hpp"
#include "core/senses/scene_view.hpp"

/// What a run writes down of an instant.
namespace leap {

/// One row of a character's track: how it is now, and the acceleration (m/s², world) that holds from here on.
void write_row(const SceneView& scene, const World& world, const Actor& actor, StepCache* cache,
               const Vec3& acceleration, bool tick_begin, Record& record);

/// Opens a record, once: tracks that have no name yet, the fixtures that it speaks of and the phases that they begin
/// in.
void open_record(const SceneView& scene, const World& world, Record& record);

}  // namespace leap
