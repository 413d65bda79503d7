// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluate.hpp"

namespace leap {

/// Which fixture has the focus: the first that the view meets within its own reach, else the nearest in reach. One
/// whose front counts is left out when the body isn't in front of it. The context's step cache knows where
/// they stand, see place_solids().
FixtureId focus_at(const EvaluationContext& context);
/// The same, looked for once an instant.
FixtureId focus_now(const EvaluationContext& context);

}  // namespace leap
