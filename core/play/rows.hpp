// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"

/// What a run writes down of an instant.
namespace leap {

/// One row: the state now, and the acceleration (m/s², world) that holds from here on.
void write_row(const Rehearsal& rehearsal, const State& state, ProbeMemo* memo, const Vec3& acceleration,
               bool tick_begin, Trace& trace);

/// The fixtures that the trace speaks of, and the phases that they begin in.
void name_fixtures(const Rehearsal& rehearsal, const State& state, Trace& trace);

}  // namespace leap
