// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"

namespace leap {

/// Everything rules do at one instant: steps 2 to 6 of the order in step.hpp. Clears the instant's events.
bool run_instant(const Rehearsal& rehearsal, State& state, ProbeMemo& memo, Trace* trace);

}  // namespace leap
