// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/experiments/parallel.hpp"
#include "core/reach/leap_attempt.hpp"

/// What can be leaped with the dials as they are: tried out, by the same step function that plays and replays.
namespace leap {

/// What was pressed, as one would play it: "0.000 s stick ahead", "0.825 s jump down" ...
std::vector<std::string> input_lines(std::span<const TapeEvent> events);

/// "0.31 m to spare", "0.64 m short", "0.20 m too low", "flies over it",
/// "doesn't get to the edge".
std::string leap_text(const LeapAttempt& attempt);

struct LeapOutput {
    std::optional<LeapWay> way;         ///< nothing: there is no way to try
    std::vector<LeapAttempt> attempts;  ///< simplest first; two presses only where one isn't enough, and held ones last
    bool reached() const;
    /// Those that reach, or the one that comes nearest.
    std::vector<const LeapAttempt*> telling() const;
};

/// Tries the way from one piece to the other with every move that a button starts, on all cores; always the same, in
/// the same order. When it is stopped, what had been tried by then is left out: `attempts` is empty.
LeapOutput leap_attempts(const SceneView& rehearsal, const LeapInput& input, const ParallelOptions& options = {});

}  // namespace leap
