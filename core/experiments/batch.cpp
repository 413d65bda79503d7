// SPDX-License-Identifier: MIT
#include "core/experiments/batch.hpp"

#include <tbb/enumerable_thread_specific.h>

#include <exception>

namespace leap {
namespace {

/// `room`: a trace whose memory the runs of one thread take turns in.
void run_one(const BatchRun& run, const BatchOptions& options, Trace& room, BatchResult& out) {
    const SceneView rehearsal(*run.program, *run.tuning, *run.course, run.rate_hz);
    if (options.keep_traces) {
        auto trace = replay(rehearsal, *run.tape);
        if (!trace) {
            out.problem = trace.error();
            return;
        }
        out.trace = std::move(*trace);
    } else if (const auto done = run.beginning != nullptr
                                     ? run.beginning->replay(rehearsal, *run.tape, room, options.stop)
                                     : replay_into(rehearsal, *run.tape, room, options.stop);
               !done) {
        out.problem = done.error();
        return;
    } else if (!*done) {
        throw WorkStopped{};
    }
    const Trace& trace = out.trace ? *out.trace : room;
    out.readings = take_readings(*run.program, *run.tuning, trace, run.tape->name);
    if (options.hashes) out.hash = trace_hash(trace);
    out.length_s = trace.length_s();
    if (!options.ways) return;
    out.way = way_of(trace);
    out.names.rate_hz = trace.rate_hz;
    out.names.fixtures = trace.fixtures;
    for (const TraceTrack& track : trace.tracks) out.names.tracks.push_back({track.name, track.kind, {}, {}});
}

}  // namespace

BatchResult run_alone(const BatchRun& run, Trace& room, const BatchOptions& options) {
    BatchResult out;
    try {
        run_one(run, options, room, out);
    } catch (const std::exception& error) {
        out.problem = std::string("this run could not be worked out: ") + error.what();
    }
    out.ended = true;
    return out;
}

std::vector<BatchResult> run_batch(std::span<const BatchRun> runs, const BatchOptions& options) {
    std::vector<BatchResult> out(runs.size());
    BatchOptions each = options;
    if (options.stop) each.stop = StopSign(options.stop);
    tbb::enumerable_thread_specific<Trace> rooms;
    in_parallel(runs.size(), each, [&](std::size_t i) { out[i] = run_alone(runs[i], rooms.local(), each); });
    return out;
}

}  // namespace leap
