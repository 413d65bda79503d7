// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <span>
#include <string>
#include <vector>

#include "core/experiments/judge.hpp"
#include "core/experiments/parallel.hpp"
#include "core/experiments/variation.hpp"

/// How much earlier or later each input of a tape may come, before the run goes another way or a mark is missed, or
/// before another criterion no longer holds.
namespace leap {

/// A stretch beyond the first failure in which all is well again. From the input's own time, s, both ends tried.
struct LeewayIsland {
    double from_s = 0.0, to_s = 0.0;
};

struct LeewaySide {
    double by_s = 0.0;  ///< so far all is well: at every tick, and to a tenth of a millisecond at its end
    bool open = false;  ///< nothing went wrong as far as was looked (`by_s`): the neighbour, or the farthest
    std::string why;    ///< what goes wrong beyond it; empty when it is open
    std::vector<LeewayIsland> islands;  ///< nearest first
};

/// What is moved: one edge of a press, or all of a stick or view at once.
enum class LeewayOf { press, release, stick, look };

struct EventLeeway {
    std::size_t track = 0;  ///< in Tape::tracks
    LeewayOf of = LeewayOf::press;
    std::string button;     ///< of a press or release
    std::size_t press = 0;  ///< by time, of that button
    double time_s = 0.0;    ///< of a stick or view: of its first event
    LeewaySide earlier, later;
    /// The narrower side that isn't open; both open: the smaller of what was looked at.
    double tightest_s() const;
    bool is_open() const { return earlier.open && later.open; }
};

/// A press moved with its release.
struct PressLeeway {
    LeewaySide earlier, later;
    double width_s() const { return earlier.by_s + later.by_s; }
    bool is_open() const { return earlier.open && later.open; }
};

/// Two presses of a character within defaults::leeway_pair_s. Where together they may move farther than the tighter one
/// alone, their distance is what counts.
struct PairLeeway {
    std::size_t first = 0, second = 0;  ///< in Leeway::events, both of kind press
    PressLeeway first_alone, second_alone, together;
    bool depend = false;  ///< together they have more than a tick more than the tighter one alone
};

struct Leeway {
    std::vector<EventLeeway> events;  ///< by time
    std::vector<PairLeeway> pairs;    ///< when asked for
    std::string problem;              ///< why the tape doesn't play, or what was asked for that it hasn't
    bool complete = false;
};

/// "press of jump", "release of jump", "stick", "view".
std::string leeway_name(const EventLeeway& event);

/// The events in the order of their tightest side.
std::vector<const EventLeeway*> tightest_first(const Leeway& leeway);

/// Why a changed tape doesn't do any more what it is to do; nothing when it does. Asked by several threads at once.
using TapeCriterion = std::function<std::optional<Difference>(const Tape&)>;

struct LeewayOptions : ParallelOptions {
    TapeCriterion keeps;               ///< empty: the same way with the same marks
    std::vector<std::string> buttons;  ///< only these; empty: all
    bool sticks = false;               ///< sticks and views, too
    bool pairs = false;
};
Leeway find_leeway(const Setup& setup, const Tape& tape, const LeewayOptions& options = {});

struct HandOptions : ParallelOptions {
    TapeCriterion keeps;     ///< as for the leeway
    double spread_s = 0.03;  ///< standard deviation with which each press and release is off
    int tries = 200;
    unsigned seed = 1;
};

/// How often a hand that is off somewhat does the same.
struct HandResult {
    int tries = 0;
    int successes = 0;
    double low = 0.0, high = 1.0;  ///< the share's interval, 95 %, after Wilson (1927)
    struct Failure {
        std::string why;  ///< without times and values, so that equal ones are counted together
        int count = 0;
    };
    std::vector<Failure> failures;  ///< every kind, the most frequent first
    std::string problem;
    bool complete = false;
};
HandResult try_hand(const Setup& setup, const Tape& tape, const HandOptions& options = {});

}  // namespace leap
