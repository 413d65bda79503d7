// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"

/// How much earlier or later each press and each release of a tape may come, before the run goes another way or a mark
/// is missed.
namespace leap {

struct LeewaySide {
    double by_s = 0.0;  ///< so far all is well, to the tick
    bool open = false;  ///< nothing went wrong as far as was looked (`by_s`): the neighbour, or the farthest
    std::string why;    ///< what goes wrong beyond it; empty when it is open
};

struct EventLeeway {
    std::size_t track = 0;  ///< in Tape::tracks
    std::string button;
    std::size_t press = 0;  ///< by time, of that button
    bool release = false;
    double time_s = 0.0;
    LeewaySide earlier, later;
    /// The narrower side that isn't open; both open: the smaller of what was looked at.
    double tightest_s() const;
};

struct Leeway {
    std::vector<EventLeeway> events;  ///< by time
    std::string problem;              ///< why the tape doesn't play
    bool complete = false;
};

/// The events in the order of their tightest side.
std::vector<const EventLeeway*> tightest_first(const Leeway& leeway);

Leeway find_leeway(const Setup& setup, const Tape& tape, const ParallelOptions& options = {});

struct HandOptions : ParallelOptions {
    double spread_s = 0.03;  ///< standard deviation with which each press and release is off
    int tries = 200;
    unsigned seed = 1;
};

/// How often a hand that is off somewhat gets the same way with the same marks.
struct HandResult {
    int tries = 0;
    int successes = 0;
    double low = 0.0, high = 1.0;  ///< the share's interval, 95 %, after Wilson (1927)
    struct Failure {
        std::string why;
        int count = 0;
    };
    std::vector<Failure> failures;  ///< the most frequent first
    std::string problem;
    bool complete = false;
};
HandResult try_hand(const Setup& setup, const Tape& tape, const HandOptions& options = {});

}  // namespace leap
