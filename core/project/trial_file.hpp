// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/experiments/blind_pair.hpp"
#include "core/experiments/measured_run.hpp"

/// Experiments that are kept with a project and can be run again: files `trials/*.trial.json`.
namespace leap {

enum class TrialKind { sweep, sensitivity, solve, fit, leeway, pair, way, compare, wire };
inline constexpr std::size_t trial_kind_count = 9;
/// "sweep", as files and the screen say it.
std::string_view trial_kind_word(TrialKind kind);

/// Something that is turned; see find_free_value(). Values with their units, as they are written.
struct TrialFree {
    std::string value;      ///< "hop.rise"
    std::string low, high;  ///< empty: the dial's own range
    int points = 0;         ///< of a sweep; 0: as many as usual
    friend bool operator==(const TrialFree&, const TrialFree&) = default;
};

struct TrialResult {
    std::string line;       ///< what came out, in a few words
    std::string made_with;  ///< a hash of everything it depends on: another one now means that it is stale
    std::vector<std::pair<std::string, std::string>> values;  ///< of what was free: path and value
    friend bool operator==(const TrialResult&, const TrialResult&) = default;
};

struct Trial {
    std::string name;
    TrialKind kind = TrialKind::sweep;
    std::string note;
    std::vector<std::string> tapes;  ///< empty: every tape of the project; way: hints
    std::vector<TrialFree> free;
    std::string reading;               ///< sweep, wire: which one is shown
    std::vector<std::string> wishes;   ///< solve: see read_wish(); wire: see read_wire_wish()
    double stay_near = 0.0001;         ///< solve
    std::uint64_t seed = 1;            ///< solve, fit, leeway, way
    int tries = 0;                     ///< at most, or rounds of a pair; 0: as many as usual
    double spread_ms = 30.0;           ///< leeway: of the hand
    std::string measured;              ///< fit: a CSV file of the project
    MeasuredUnits units;               ///< fit: of columns whose heads say none
    std::optional<double> later_s;     ///< fit: when it begins on the tape, by hand; nothing: aligned by itself
    double stretch = 1.0;              ///< fit: of its times
    std::string character;             ///< fit: by its name in the tape; empty: the first
    std::string one, other;            ///< pair: tunings
    std::vector<PairRound> rounds;     ///< pair
    std::string from, to;              ///< way: places or pieces; pair: where it is played, empty: as its tape begins
    std::vector<std::string> without;  ///< way: moves that are left out
    std::string against;               ///< compare: a revision
    std::string rehearsal;             ///< wire: which one of shared play
    std::optional<TrialResult> result;
    friend bool operator==(const Trial&, const Trial&) = default;
};

tl::expected<Trial, std::string> read_trial(std::string_view text, const std::string& path,
                                            std::vector<std::string>* warnings = nullptr);
/// Only what its kind needs, and what isn't as usual.
std::string write_trial(const Trial& trial);

}  // namespace leap
