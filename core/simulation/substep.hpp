// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/bodies/ride.hpp"
#include "core/bodies/scratch.hpp"
#include "core/record/record.hpp"
#include "core/senses/scene_view.hpp"

/// Motion from one instant to the next.
namespace leap {

struct SubstepKind {
    bool tick_begin = false;
    /// Changes of the motion law are no longer split at. A body that is pressed along a wall can meet ever more of them
    /// in ever less time.
    bool coarse = false;
    /// The substep before took hardly any time: a drive stands against a wall, and the rules see the bump.
    bool leaning = false;
    /// No input, event or rule has changed anything since the substep before.
    bool inputs_unchanged = false;
    /// The character is as ActorScratch::begin has kept it.
    bool begin_is_kept = false;
};

/// One character goes on by itself to its next instant, at most `longest` seconds away: it moves, its contacts are
/// noted, its row is written. Rules are not asked.
ActorSubstep move_actor(const SceneView& scene, World& world, Actor& actor, double longest, SubstepKind kind,
                        StepCache& cache, Record* record);

/// The body takes the size that its stance and moves give it now, unless something solid is where it would grow into.
/// Returns whether it has changed.
bool take_size(const SceneView& scene, const World& world, Actor& actor, StepCache& cache);

/// The body's shape now, with the capsule that phases give it.
BodyShape shape_now(const SceneView& scene, const Actor& actor);

}  // namespace leap
