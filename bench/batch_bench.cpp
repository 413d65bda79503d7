// SPDX-License-Identifier: MIT
// What a batch of runs gains from a second core, and how long the whole demo takes.
#include <benchmark/benchmark.h>

#include "core/experiments/batch.hpp"
#include "core/project/project.hpp"

namespace {

struct Quay {
    leap::Project project = leap::load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    leap::Program program = project.compiled.program.value();
    leap::Tuning tuning = leap::written_tuning(program);
    leap::Course course = leap::build_course(project.course.value());
    leap::BatchRun run_of(const leap::Tape& tape) const { return {&program, &tuning, &course, &tape, tape.rate_hz}; }
};

/// 64 runs of the 10 s tape; the argument is how many threads they may use.
void batch_of_the_10_s_tape(benchmark::State& state) {
    const Quay quay;
    const std::vector<leap::BatchRun> runs(64, quay.run_of(quay.project.find_tape("quay loop")->tape));
    leap::BatchOptions options;
    options.threads = static_cast<int>(state.range(0));
    for (auto _ : state) benchmark::DoNotOptimize(leap::run_batch(runs, options).size());
    state.counters["runs_per_s"] =
        benchmark::Counter(64.0 * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
BENCHMARK(batch_of_the_10_s_tape)->ArgName("threads")->Arg(1)->Arg(2)->UseRealTime()->Unit(benchmark::kMillisecond);

/// Every tape of the demo with all its readings.
void whole_board(benchmark::State& state) {
    const Quay quay;
    std::vector<leap::BatchRun> runs;
    for (const leap::TapeEntry& entry : quay.project.tapes) runs.push_back(quay.run_of(entry.tape));
    leap::BatchOptions options;
    options.threads = static_cast<int>(state.range(0));
    for (auto _ : state) benchmark::DoNotOptimize(leap::run_batch(runs, options).size());
}
BENCHMARK(whole_board)->ArgName("threads")->Arg(1)->Arg(2)->UseRealTime()->Unit(benchmark::kMillisecond);

}  // namespace
