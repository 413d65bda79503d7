// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "core/experiments/parallel.hpp"
#include "core/experiments/run_way.hpp"
#include "core/readings/readings.hpp"
#include "core/tape/replay.hpp"
#include "core/tape/shared_beginning.hpp"

/// Many runs at once, on all cores.
namespace leap {

/// One run of a batch. What it refers to must live until the batch has ended.
struct BatchRun {
    const Program* program = nullptr;
    const Tuning* tuning = nullptr;
    const Course* course = nullptr;
    const Tape* tape = nullptr;
    int rate_hz = 120;
    const SharedBeginning* beginning = nullptr;  ///< of runs of the same program, dials, course and rate; may be null
};

struct BatchOptions : ParallelOptions {
    bool keep_traces = false;  ///< otherwise only readings and hashes are kept, and the room for rows is used again
    bool ways = false;         ///< which way each run took, too
    bool hashes = true;        ///< searches have no use for them
};

struct BatchResult {
    bool ended = false;   ///< false: the batch was stopped before this run had ended
    std::string problem;  ///< why there is no run: a button, place or body that is lacking, or what was thrown
    std::vector<ReadingResult> readings;
    std::uint64_t hash = 0;
    std::optional<Trace> trace;
    RunWay way;
    Trace names;  ///< of the characters and fixtures in it, without rows
    double length_s = 0.0;

    bool is_good() const { return ended && problem.empty(); }
};

/// The results stand in the order of the runs, whatever the order in which they ended, and are bit for bit what each
/// run gives by itself.
std::vector<BatchResult> run_batch(std::span<const BatchRun> runs, const BatchOptions& options = {});

/// One of them, for what is searched step by step. `room`: memory for its rows, used again from call to call. Where
/// options.stop says yes meanwhile, WorkStopped is thrown; several threads may share a StopSign.
BatchResult run_alone(const BatchRun& run, Trace& room, const BatchOptions& options = {});

}  // namespace leap
