// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "core/bodies/scratch.hpp"
#include "core/record/record.hpp"
#include "core/senses/scene_view.hpp"

namespace leap {

/// Whose actions are carried out, and in answer to whom.
struct ActOwner {
    FixtureId fixture{};  ///< whose they are; none: the character's own
    Owner by;             ///< who has just come to the fixture
};

/// Carries out actions, in order. Emitted events are added to `emitted`.
void run_actions(const SceneView& scene, std::span<const Action> actions, World& world, Actor& actor, Emitted& emitted,
                 StepCache& cache, Record* record, const ActOwner& owner);

/// Where one comes back to at a fixture: in front of it, feet at its underside.
RespawnPlace respawn_at(const EvaluationContext& context, std::size_t fixture);

/// Whoever is launched upward in the air has used it up, too: a hop a little behind an edge is the only one from there.
void use_up_coyote_time(Actor& actor);

/// The feet come off the ground. A launch uses up the coyote time; walking off an edge starts it.
void leave_ground(Actor& actor, bool by_launch);

}  // namespace leap
