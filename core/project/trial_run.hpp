// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <functional>
#include <memory>
#include <variant>

#include "core/experiments/fit.hpp"
#include "core/experiments/leeway.hpp"
#include "core/experiments/sensitivity.hpp"
#include "core/experiments/solve.hpp"
#include "core/experiments/sweep.hpp"
#include "core/project/trial_file.hpp"
#include "core/project/tuning_file.hpp"
#include "core/project/wire_sweep.hpp"
#include "core/reach/way_margins.hpp"
#include "core/report/feel_diff.hpp"
#include "core/script/source.hpp"

namespace leap {

/// What a trial is run with. Everything shared is never changed, so that it can run on another thread.
struct TrialScene {
    std::shared_ptr<const Program> program;
    std::shared_ptr<const Course> course;
    Tuning tuning;
    std::vector<Tape> tapes;                                                                   ///< of the project
    std::function<tl::expected<std::string, std::string>(const std::string& path)> read_file;  ///< of the project
    std::filesystem::path folder{};      ///< of the project, for its revisions
    std::vector<TuningFile> tunings{};   ///< of the project
    std::vector<WirePlan> rehearsals{};  ///< of shared play, of the project

    Setup setup() const { return {*program, tuning, *course}; }
};

struct TrialOptions : ParallelOptions {
    /// A search has found something better: the values of what is free.
    std::function<void(std::span<const double> values)> better;
};

struct SweepOutcome {
    SweepRequest request;  ///< its tapes are those of TrialOutcome::tapes
    Sweep sweep;
    std::vector<SweepEdge> edges;  ///< of all tapes together
};
struct SolveOutcome {
    SolveRequest request;
    Solution solution;
};
struct FitOutcome {
    FitRequest request;
    Fit fit;
};
struct LeewayOutcome {
    std::vector<Leeway> tapes;
    std::vector<HandResult> hands;
};

struct CompareOutcome {
    FeelSide before, after;
    FeelDiff diff;
    std::vector<std::string> files;  ///< that differ
};

struct PairOutcome {
    PairCount count;
};

struct WayOutcome {
    WayRequest request;
    Way way;
    WayMargins margins;  ///< of the trial's free dials, or of all that took part
};

struct WireOutcome {
    WirePlan plan;          ///< with the trial's wishes among its marks
    std::size_t marks = 0;  ///< of it
    WireSweep sweep;
    std::vector<std::optional<FineRange>> fine;  ///< by axis: where every mark holds, whatever the other is
};

/// What came out of a trial, and what it was asked.
struct TrialOutcome {
    std::string problem;  ///< why there is nothing
    /// With which it was made: its readings and marks are those of the results.
    std::shared_ptr<const Program> program;
    bool stopped = false;
    bool is_good = true;          ///< false: it came out otherwise than wished
    std::string line;             ///< in a few words
    std::vector<FreeValue> free;  ///< what was turned, with its bounds
    std::vector<double> values;   ///< solve and fit: what was found
    std::vector<Tape> tapes;      ///< on which it was made
    std::variant<std::monostate, SweepOutcome, Sensitivity, SolveOutcome, FitOutcome, LeewayOutcome, PairOutcome,
                 WayOutcome, CompareOutcome, WireOutcome>
        what;
};

/// Why a blind pair can't be played: a tuning or place that is gone.
std::optional<std::string> pair_problem(const Trial& trial, const TrialScene& scene);
const TuningFile* find_tuning(const TrialScene& scene, const std::string& name);
const WirePlan* find_rehearsal(const TrialScene& scene, const std::string& name);

/// Never null. Of a blind pair, which a person plays, what was said so far is counted.
std::shared_ptr<const TrialOutcome> run_trial(const Trial& trial, const TrialScene& scene,
                                              const TrialOptions& options = {});

/// A hash of everything that a trial's result depends on: scripts, course, its tapes and files, and what it asks.
std::string trial_hash(const Trial& trial, std::span<const SourceFile> scripts, const TrialScene& scene);

/// What a file keeps of an outcome.
TrialResult result_of(const TrialOutcome& outcome, const std::string& made_with);

}  // namespace leap
