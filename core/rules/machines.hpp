// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/scratch.hpp"
#include "core/record/record.hpp"
#include "core/senses/scene_view.hpp"

namespace leap {

/// Steps 2 to 6 of an instant, see step(): every character's rules, in their order, then those of fixtures; until
/// nothing changes any more. True when anything has changed.
bool run_instant(const SceneView& scene, World& world, StepScratch& scratch, Record* record);

struct AloneAnswer {
    bool changed = false;
    /// Some rule wants to change what others could see: the instant must be one for all, and what was done here counts
    /// for nothing.
    bool concerns_others = false;
};
/// The same for the rules of one character alone, who may be ahead of the others.
AloneAnswer run_instant_alone(const SceneView& scene, World& world, std::size_t actor, StepScratch& scratch,
                              Record* record);

}  // namespace leap
