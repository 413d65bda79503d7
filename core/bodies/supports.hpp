// SPDX-License-Identifier: MIT
#pragma once

#include "core/bodies/scratch.hpp"
#include "core/state/run_layout.hpp"

/// What rests on what. Loose things keep on what they rested when they moved last, so that what sleeps weighs, too.
namespace leap {

/// After a step: on what each thing that was awake rests, by the impulses of its contacts.
void note_supports(const RunLayout& layout, const RigidWork& work, World& world);

/// Before the first step: on which others the things that begin asleep rest, by the number of their contacts.
void note_first_supports(const RunLayout& layout, const SolidSource& fixed, std::span<const RigidObject> things,
                         World& world);

}  // namespace leap
