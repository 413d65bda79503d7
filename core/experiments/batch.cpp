// SPDX-License-Identifier: MIT
#include "core/experiments/batch.hpp"

#include <tbb/enumerable_thread_specific.h>

#include <exception>

namespace leap {
namespace {

/// `room`: a trace whose memory the runs of one thread take turns in.
void run_one(const BatchRun& run, bool keep_trace, Trace& room, BatchResult& out) {
    const Rehearsal rehearsal(*run.program, *run.tuning, *run.course, run.rate_hz);
    if (keep_trace) {
        auto trace = replay(rehearsal, *run.tape);
        if (!trace) {
            out.problem = trace.error();
            return;
        }
        out.trace = std::move(*trace);
    } else if (const auto done = replay_into(rehearsal, *run.tape, room); !done) {
        out.problem = done.error();
        return;
    }
    const Trace& trace = out.trace ? *out.trace : room;
    out.readings = take_readings(*run.program, *run.tuning, trace, run.tape->name);
    out.hash = trace_hash(trace);
}

}  // namespace

std::vector<BatchResult> run_batch(std::span<const BatchRun> runs, const BatchOptions& options) {
    std::vector<BatchResult> out(runs.size());
    tbb::enumerable_thread_specific<Trace> rooms;
    in_parallel(runs.size(), options, [&](std::size_t i) {
        try {
            run_one(runs[i], options.keep_traces, rooms.local(), out[i]);
        } catch (const std::exception& error) {
            out[i].problem = std::string("this run could not be worked out: ") + error.what();
        }
        out[i].ended = true;
    });
    return out;
}

}  // namespace leap
