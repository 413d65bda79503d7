// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/scratch.hpp"
#include "core/senses/scene_view.hpp"

/// Where fixtures stand, kept from one instant to the next, and which of them anything can happen to. A course may hold
/// hundreds: those that stand still, wait for an event and are out of the body's reach cost nothing.
namespace leap {

/// Brings StepCache::poses, active_fixtures and moving up to date: where everything stands, whom it is worth asking,
/// and the solids where queries find them.
void place_solids(const SceneView& scene, const World& world, const Actor& actor, StepCache& out);

/// A context to ask questions of a world from outside, for one of its characters, with everything that stands where it
/// stands then: the same answers that the run got. `cache` must live as long.
EvaluationContext context_at(const SceneView& scene, const World& world, const Actor& actor, StepCache& cache);

/// Whether what place_solids() found still holds: nothing has changed its phase, and the body is about where it was.
bool solids_are_current(const World& world, const Actor& actor, const StepCache& cache);

/// As far from a fixture's middle as anything about it can matter to the body (m): its corners, its focus, and the
/// body's own size.
double reach_of(const KnownPose& known, const Actor& actor);

/// Notes for the fixtures whom the body has come to.
void note_touches(const SceneView& scene, World& world, Actor& actor, StepScratch& scratch);

}  // namespace leap
