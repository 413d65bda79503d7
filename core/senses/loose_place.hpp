// SPDX-License-Identifier: MIT
#pragma once

#include "core/rigid/wheels.hpp"
#include "core/senses/evaluate.hpp"

/// Loose fixtures as their phases say them: what each is made of, what it lies in.
namespace leap {

/// Whether no loose body moves by itself now.
bool all_loose_sleep(const World& world);

/// What a loose fixture is made of.
RigidKind loose_kind(const EvaluationContext& context, std::size_t fixture);

/// Whether something loose is in the fixture's way, where it stands or rests; `deep`: and is pressed into.
bool loose_lies_in(const EvaluationContext& context, std::size_t fixture, bool deep = false);

/// What a fixture's wheels are like, and what its phase does with them.
WheelKind wheel_kind(const EvaluationContext& context, std::size_t fixture);
WheelUse wheel_use(const EvaluationContext& context, std::size_t fixture);

}  // namespace leap
