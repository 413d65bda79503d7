// SPDX-License-Identifier: MIT
#pragma once

#include "core/simulation/substep.hpp"

/// Conditions whose course inside a tick isn't known in closed form: what a probe finds, where the body is, what it
/// touches, what has the focus. The instant at which one of them changes is sought, as the instant of a landing is, so
/// that it doesn't depend on the tick rate.
namespace leap {

/// As advance(), but ends at the instant at which a condition in force changes: a lip is caught where it comes into
/// reach, a touch begins and ends where it does, and a fixture that is passed within one substep is touched, however
/// thin or fast.
///
/// Method: the substep is taken whole. When something has changed by its end, the instant is found by halving (the
/// substep is taken again from its begin each time); what was passed meanwhile is found by the least distance along the
/// way, which is a convex function for convex things.
///
/// What a substep of one character leads to.
struct Advanced {
    bool rules_idle = false;  ///< rules that had nothing to do at the begin have nothing to do at the end
    bool of_fixture = false;  ///< it ends where a fixture has something to do
};
/// With one character the world goes along; of several each goes as far as it can by itself, and settle_world() follows
/// when all have come to the same instant.
Advanced advance_to_change(const SceneView& scene, World& world, Actor& actor, double longest, SubstepKind kind,
                           StepScratch& scratch, Record* record);

}  // namespace leap
