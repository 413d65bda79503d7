// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/play/step.hpp"

namespace leap {

/// Carries out acts, in order. Emitted events are added to `emitted`.
void run_acts(const Rehearsal& rehearsal, std::span<const Act> acts, State& state, std::uint32_t& emitted,
              ProbeMemo& memo, Trace* trace);

/// The feet come off the ground. A launch uses up the coyote time; walking off an edge starts it.
void leave_ground(State& state, bool by_launch);

}  // namespace leap
