// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

/// What a fixture's rules ask about itself, its holder and its link. 0, no, or nothing where no fixture asks.
namespace leap {

bool fixture_truth(const EvaluationContext& context, Sense sense);
/// What a loose fixture says of its own motion.
double loose_number(const EvaluationContext& context, Sense sense);
Vec3 fixture_vector(const EvaluationContext& context, Sense sense);

}  // namespace leap
