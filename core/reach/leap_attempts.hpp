// SPDX-License-Identifier: MIT
#pragma once

#include "core/play/step.hpp"
#include "core/reach/leap_way.hpp"
#include "core/tape/tape.hpp"

/// What can be leaped with the dials as they are: tried out, by the same step function that plays and replays.
namespace leap {

struct LeapInput {
    std::size_t from = 0;  ///< pieces of the rehearsal's course
    std::size_t to = 0;
    double run_up_m = 5.0;  ///< longest; the first piece may leave less
    double longest_s = 4.0;
};

/// One way of trying: stick ahead, and buttons pressed at the edge or at the top of the flight.
struct LeapAttempt {
    std::string name;  ///< "walk off", "hop", "hop (let go early)", "hop, then dash", "sprint: hop"
    bool reaches = false;
    bool gets_off = true;           ///< otherwise something stands in the way of the run-up
    double spare_m = 0.0;           ///< beyond the lip where it landed
    double short_m = 0.0;           ///< of the lip when it fell below it
    double low_m = 0.0;             ///< under the lip at its highest, when it never came so high
    bool flies_over = false;        ///< it came down behind what it was to reach
    std::vector<Vec3> path;         ///< of the feet, at every instant from the edge on
    Vec3 start{0.0};                ///< where the run-up began, feet
    double facing_deg = 0.0;        ///< there, and where the view looks
    std::vector<TapeEvent> inputs;  ///< what was pressed, from the start on
};

/// What was pressed, as one would play it: "0.000 s stick ahead", "0.825 s jump down" ...
std::vector<std::string> input_lines(const LeapAttempt& attempt);

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

/// Tries the way from one piece to the other with every move that a button starts. Deterministic.
LeapOutput leap_attempts(const Rehearsal& rehearsal, const LeapInput& input);

}  // namespace leap
