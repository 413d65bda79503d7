// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"

/// Motion from one instant to the next.
namespace leap {

struct StretchKind {
    bool tick_begin = false;
    /// Changes of the motion law are no longer split at. A body that is pressed along a wall can meet ever more of them
    /// in ever less time.
    bool coarse = false;
    /// The stretch before took hardly any time: a drive stands against a wall, and the rules see the bump.
    bool leaning = false;
    /// No input, event or rule has changed anything since the stretch before.
    bool quiet = false;
};

/// Advances the state to the next instant, at most `longest` seconds away: everything moves, contacts are noted, the
/// row is written. Rules are not asked.
///
/// True when the stretch went by as foreseen and only ended because `longest` was up: no timer is due at its end, no
/// watched quantity has passed a value, and nothing was met. Rules that had nothing to do at its begin have nothing to
/// do at its end then, unless a condition changes whose instant is sought (core/play/seek.hpp).
bool advance(const Rehearsal& rehearsal, State& state, double longest, StretchKind kind, ProbeMemo& memo, Trace* trace);

/// The body's shape now, with the capsule that phases give it.
BodyShape shape_now(const Rehearsal& rehearsal, const State& state);

}  // namespace leap
