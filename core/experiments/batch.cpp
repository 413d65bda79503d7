// SPDX-License-Identifier: MIT
#include "core/experiments/batch.hpp"

#include <tbb/enumerable_thread_specific.h>
#include <tbb/parallel_for.h>
#include <tbb/task_arena.h>

#include <atomic>
#include <exception>
#include <mutex>

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
    std::atomic<bool> stopped = false;
    std::mutex telling;
    std::size_t done = 0;
    const auto go = [&](std::size_t i) {
        if (!stopped && options.stop && options.stop()) stopped = true;
        if (stopped) return;
        try {
            run_one(runs[i], options.keep_traces, rooms.local(), out[i]);
        } catch (const std::exception& error) {
            out[i].problem = std::string("this run could not be worked out: ") + error.what();
        }
        out[i].ended = true;
        const std::lock_guard lock(telling);
        ++done;
        if (options.progress) options.progress(done, runs.size());
    };
    // One run at a time for each thread: they take from milliseconds to a second, and no two the same.
    const auto all = [&] {
        tbb::parallel_for(
            tbb::blocked_range<std::size_t>(0, runs.size(), 1),
            [&](const tbb::blocked_range<std::size_t>& part) {
                for (std::size_t i = part.begin(); i != part.end(); ++i) go(i);
            },
            tbb::simple_partitioner());
    };
    tbb::task_arena arena(options.threads > 0 ? options.threads : tbb::task_arena::automatic);
    arena.execute(all);
    return out;
}

}  // namespace leap
