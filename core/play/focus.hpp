// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"

namespace leap {

/// Which fixture has the focus: the first that the view meets within its own reach, else the nearest in reach. One
/// whose front counts is left out when the body isn't in front of it. -1 for none. The context's step cache knows where
/// they stand, see place_solids().
std::int32_t focus_at(const EvaluationContext& context);
/// The same, looked for once an instant.
std::int32_t focus_now(const EvaluationContext& context);

}  // namespace leap
