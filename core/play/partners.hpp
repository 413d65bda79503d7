// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"

namespace leap {

/// Notes for fixtures which loose ones have come to them, and for those to whom; and lets go of what has been let go of
/// once it is away.
void note_partners(const Rehearsal& rehearsal, State& state, ProbeMemo& memo);

}  // namespace leap
