// SPDX-License-Identifier: MIT
#pragma once

#include "core/rigid/wheels.hpp"
#include "core/senses/evaluate.hpp"

/// Loose fixtures as their phases say them: what each is made of, where it is, whether it moves by itself.
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

/// What a fixture's wheels are like, and what its phase does with them.
WheelKind wheel_kind(const EvaluationContext& context, std::size_t fixture);
WheelUse wheel_use(const EvaluationContext& context, std::size_t fixture);

}  // namespace leap
