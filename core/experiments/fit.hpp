// SPDX-License-Identifier: MIT
#pragma once

#include "core/experiments/measured_run.hpp"
#include "core/experiments/solve.hpp"

/// Values of what is free, so that a run follows one that was measured elsewhere.
namespace leap {

struct FitRequest {
    std::vector<FreeValue> free;  ///< with their bounds
    const Tape* tape = nullptr;
    std::size_t character = 0;  ///< in Tape::tracks
    MeasuredRun measured;
    Alignment alignment;
    bool align = true;  ///< in time, anew for every run; else the times of `alignment` stay, and only offsets follow
    std::uint64_t seed = 1;
    int most_tries = 1500;
};

struct Fit {
    std::vector<double> values;  ///< SI; dials as their literals can say them
    Alignment alignment;
    FitError before, after;
    int tries = 0;
    bool stopped = false;
    std::string problem;
};

Fit fit(const Setup& setup, const FitRequest& request, const SolveOptions& options = {});

}  // namespace leap
