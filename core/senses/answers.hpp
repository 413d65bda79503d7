// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluation_context.hpp"

namespace leap {

/// What was answered under the very same circumstances; empty when anything is different now. `m` must have a cache.
Answers& answers_for(const EvaluationContext& context);

}  // namespace leap
