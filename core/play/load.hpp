// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/rehearsal.hpp"
#include "core/play/scratch.hpp"

/// What rests on what. Loose things keep on what they rested when they moved last, so that what sleeps weighs, too.
namespace leap {

/// The mass that rests on a fixture, kg: characters who stand or sit on it with what they hold, and loose things that
/// lie on it, each with what rests on it in turn. What lies on several is shared among them as they press.
double load_on(const EvaluationContext& context, std::size_t fixture);

/// After a step: on what each thing that was awake rests, by the impulses of its contacts.
void note_supports(const RunLayout& layout, const RigidWork& work, World& world);

/// Before the first step: on which others the things that begin asleep rest, by the number of their contacts.
void note_first_supports(const RunLayout& layout, const SolidSource& fixed, std::span<const RigidObject> things,
                         World& world);

}  // namespace leap
