// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluation_context.hpp"

namespace leap {

/// The event as who asks heard it last; from nobody when it hasn't been. `row`: in Program::news.
const Heard& news_of(const EvaluationContext& context, int row);

}  // namespace leap
