// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <span>

#include "core/bodies/ride.hpp"
#include "core/bodies/scratch.hpp"

/// Characters on loose bodies. Who sits on one is a part of it, and so is who stands on one that a hinge or slider
/// holds: their mass is moved with it and pulls where they are. Who stands on what is free presses it down there.
namespace leap {

/// The thing that a character stands on, in World::loose.
std::optional<std::size_t> ridden_thing(const RunLayout& layout, const std::optional<Ride>& ride);

/// Who sits on something wakes it, and so does who stands on what hangs on a joint or floats.
void wake_ridden(const EvaluationContext& context, std::span<const std::optional<Ride>> rides, World& world,
                 StepScratch& scratch);

/// Who is on what in this step; presses down what is stood on. `rides`: by character, what each stands on.
void note_riders(const SceneView& scene, std::span<const std::optional<Ride>> rides, const World& world,
                 RigidWork& work);

/// Things with riders go on as one body with them, by the middle of all their mass: between these two their
/// RigidObject::body speaks of that middle, and so do the joints.
void take_on_riders(RigidWork& work);
void set_down_riders(RigidWork& work);

}  // namespace leap
