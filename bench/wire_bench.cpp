// SPDX-License-Identifier: MIT
// How long a rehearsal of shared play takes: 10 s on the whole quay, each peer with a tape of the demo of its own, over
// connections of 50 to 100 ms. On one thread and on all; how often it is faster than real time.
#include <benchmark/benchmark.h>

#include <array>

#include "core/project/project.hpp"
#include "core/wire/wire_run.hpp"

namespace {

void rehearse_peers(benchmark::State& state) {
    const leap::Project project = leap::load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const leap::Program& program = *project.compiled.program;
    const leap::Tuning tuning = leap::written_tuning(program);
    const leap::Course course = leap::build_course(*project.course);
    const leap::SceneView rehearsal(program, tuning, course, 120);
    std::vector<leap::Tape> tapes;
    for (const leap::TapeEntry& entry : project.tapes) tapes.push_back(entry.tape);

    constexpr std::array played = {"quay loop", "sail alley",  "rope loft",  "dash and stop",
                                   "low beam",  "crane swing", "cart track", "lamp round"};
    leap::WirePlan plan;
    plan.name = "bench";
    plan.seed = 3;
    for (std::int64_t i = 0; i < state.range(0); ++i) {
        leap::WirePeer peer;
        peer.name = "Peer " + std::to_string(i);
        peer.tape = played[static_cast<std::size_t>(i) % played.size()];
        peer.link.delay_s = 0.05 + 0.025 * static_cast<double>(std::max<std::int64_t>(0, i - 1) % 3);
        peer.link.jitter_s = 0.01;
        plan.peers.push_back(peer);
    }
    leap::WireOptions options;
    options.one_thread = state.range(1) != 0;
    for (auto _ : state) {
        const auto run = leap::rehearse(rehearsal, plan, tapes, options);
        if (!run) return state.SkipWithError(run.error().c_str());
        benchmark::DoNotOptimize(run->messages.size());
    }
    state.counters["times_real_time"] =
        benchmark::Counter(plan.length_s * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
BENCHMARK(rehearse_peers)
    ->ArgNames({"peers", "one_thread"})
    ->Args({4, 0})
    ->Args({4, 1})
    ->Args({8, 0})
    ->Args({8, 1})
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

}  // namespace
