// SPDX-License-Identifier: MIT
// What a batch of runs gains from a second core, and how long the whole demo takes.
#include <benchmark/benchmark.h>

#include <algorithm>
#include <chrono>
#include <functional>
#include <thread>
#include <vector>

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

double seconds_of(const std::function<void()>& work) {
    const auto from = std::chrono::steady_clock::now();
    work();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - from).count();
}

double middle_of(std::vector<double> values) {
    std::sort(values.begin(), values.end());
    return values[values.size() / 2];
}

/// How many times as much is done on two threads as on one, the middle of several turns, one after the other in each
/// turn, since a shared machine's speed changes while it is measured. Beside it the same for two batches that have
/// nothing in common but the machine, each on one thread: what its two cores have to give.
void two_threads_against_one(benchmark::State& state) {
    const Quay quay;
    const Quay other;
    const auto batch_of = [](const Quay& at) {
        return std::vector<leap::BatchRun>(64, at.run_of(at.project.find_tape("quay loop")->tape));
    };
    const std::vector<leap::BatchRun> runs = batch_of(quay);
    const std::vector<leap::BatchRun> runs_of_other = batch_of(other);
    const auto play = [](const std::vector<leap::BatchRun>& batch, int threads) {
        leap::BatchOptions options;
        options.threads = threads;
        benchmark::DoNotOptimize(leap::run_batch(batch, options).size());
    };
    std::vector<double> together;
    std::vector<double> apart;
    for (auto _ : state) {
        const double one = seconds_of([&] { play(runs, 1); });
        together.push_back(one / seconds_of([&] { play(runs, 2); }));
        apart.push_back(2.0 * one / seconds_of([&] {
                            std::thread beside([&] { play(runs_of_other, 1); });
                            play(runs, 1);
                            beside.join();
                        }));
    }
    state.counters["two_over_one"] = middle_of(together);
    state.counters["two_apart_over_one"] = middle_of(apart);
}
BENCHMARK(two_threads_against_one)->Iterations(9)->UseRealTime()->Unit(benchmark::kMillisecond);

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
