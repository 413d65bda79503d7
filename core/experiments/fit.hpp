// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <vector>

#include "core/experiments/measured_run.hpp"
#include "core/experiments/solve.hpp"

/// Values of what is free, so that runs follow those that were measured elsewhere, and how sure those values are.
namespace leap {

/// A measured run and the tape that it is compared with.
struct FitRun {
    const Tape* tape = nullptr;
    std::size_t character = 0;  ///< in Tape::tracks
    MeasuredRun measured;
    Alignment alignment;
    bool align = true;  ///< in time, for every run; else the times of `alignment` stay, and only offsets follow
};

struct FitRequest {
    std::vector<FreeValue> free;  ///< with their bounds
    std::vector<FitRun> runs;     ///< at least one; every measured value counts alike, in shares of its column's spread
    std::uint64_t seed = 1;
    int most_tries = 1500;
};

/// How sure a value is.
struct Certainty {
    bool seen = true;  ///< false: no run changes with it; the value was left where it was
    /// 95 % interval (SI), within the bounds: the wider of two, from the Jacobian and by resampling.
    double low = 0.0, high = 0.0;
};

/// Two values of which the measured runs only show a combination.
struct Correlated {
    std::size_t first = 0, second = 0;  ///< in FitRequest::free
    double correlation = 0.0;           ///< -1 to 1; beyond +-0.95
};

/// How one run came out.
struct FitRunResult {
    Alignment alignment;
    FitError before, after;
};

struct Fit {
    std::vector<double> values;        ///< SI, as they can be written
    std::vector<Certainty> certainty;  ///< by value; empty when it was stopped
    std::vector<Correlated> correlated;
    std::vector<FitRunResult> runs;  ///< in the order of the request
    int tries = 0;
    bool stopped = false;
    std::string problem;
};

Fit fit(const Setup& setup, const FitRequest& request, const SolveOptions& options = {});

/// "2.4 m (95 %: 2.38 m to 2.43 m)", or that the measured run doesn't show it.
std::string certainty_text(const FreeValue& value, double si, const Certainty& certainty);
/// "hop.rise and hop.time_to_top can hardly be told apart (correlation 0.98)".
std::string correlated_text(const Correlated& pair, const std::vector<FreeValue>& free);
/// "x +1.2 m, height +0.3 m": what was added to what was measured; empty when nothing was.
std::string offsets_text(const Alignment& alignment);

}  // namespace leap
