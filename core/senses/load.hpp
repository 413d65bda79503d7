// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

namespace leap {

/// The mass that rests on a fixture, kg: characters who stand or sit on it with what they hold, and loose things that
/// lie on it, each with what rests on it in turn. What lies on several is shared among them as they press.
double load_on(const EvaluationContext& context, std::size_t fixture);

}  // namespace leap
