// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/play/ride.hpp"

/// Fixtures that can be loose: between the script's phases and the rigid bodies of core/rigid.
namespace leap {

/// Whether it moves as a loose body now. Fixtures in phases that are not `loose` count as asleep.
bool is_awake(const RunLayout& layout, const World& world, std::size_t fixture);

/// Whether no loose body moves by itself now.
bool all_loose_sleep(const World& world);

/// What a loose fixture is made of.
RigidKind loose_kind(const EvaluationContext& context, std::size_t fixture);

/// Where it is: where it fell or rolled to, in its holder's hand, or on its way home. `own` speaks of it.
void place_loose(const EvaluationContext& own, std::size_t loose, const Phase& phase, FixturePose& out);

/// Whether something loose is in the fixture's way, where it stands or rests; `deep`: and is pressed into.
bool loose_lies_in(const EvaluationContext& context, std::size_t fixture, bool deep = false);

/// Every fixture that can be loose, where it was placed; those that rest on something start asleep.
void start_rigid_bodies(const Rehearsal& rehearsal, World& world);

/// A stretch of time, s: later than `from`, up to and with `to`.
struct RigidStretch {
    double from = 0.0;
    double to = 0.0;
};
/// Loose bodies go on step by step on their own grid, those steps that fall into the stretch. `rides`: by character,
/// what each stands on.
void advance_rigid_bodies(const Rehearsal& rehearsal, RigidStretch stretch, std::span<const std::optional<Ride>> rides,
                          World& world, StepScratch& scratch);

/// What a fixture's wheels are like, and what its phase does with them.
WheelKind wheel_kind(const EvaluationContext& context, std::size_t fixture);
WheelUse wheel_use(const EvaluationContext& context, std::size_t fixture);

/// A fixture goes into another phase: what it leaves stays where it is, what nobody carries any more is let go.
void change_loose(const Rehearsal& rehearsal, std::size_t fixture, const FixturePose& before, World& world);

/// The velocity that brings a loose fixture to a point in a time.
Vec3 velocity_to(const EvaluationContext& context, std::size_t fixture, const Vec3& point, double seconds);

}  // namespace leap
