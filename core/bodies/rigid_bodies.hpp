// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/bodies/ride.hpp"
#include "core/senses/loose_place.hpp"

/// Fixtures that can be loose: between the script's phases and the rigid bodies of core/rigid.
namespace leap {

/// Every fixture that can be loose, where it was placed; those that rest on something start asleep.
void start_rigid_bodies(const SceneView& scene, World& world);

/// A range of time, s: later than `from`, up to and with `to`.
struct TimeRange {
    double from = 0.0;
    double to = 0.0;
};
/// Loose bodies go on step by step on their own grid, those steps that fall into the substep. `rides`: by character,
/// what each stands on.
void advance_rigid_bodies(const SceneView& scene, TimeRange substep, std::span<const std::optional<Ride>> rides,
                          World& world, StepScratch& scratch);

/// A fixture goes into another phase: what it leaves stays where it is, what nobody carries any more is let go.
void change_loose(const SceneView& scene, std::size_t fixture, const FixturePose& before, World& world);

/// The velocity that brings a loose fixture to a point in a time.
Vec3 velocity_to(const EvaluationContext& context, std::size_t fixture, const Vec3& point, double seconds);

}  // namespace leap
