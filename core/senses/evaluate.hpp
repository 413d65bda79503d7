// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/lookup.hpp"

/// The values of expressions.
namespace leap {

double number(const EvaluationContext& context, const Expression& expression);
Vec3 vector(const EvaluationContext& context, const Expression& expression);
bool truth(const EvaluationContext& context, const Expression& expression);
/// The same as the condition's truth; what can hold in a volume only isn't worked out far from it.
bool holds(const EvaluationContext& context, const Condition& condition);

}  // namespace leap
