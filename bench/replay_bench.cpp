// SPDX-License-Identifier: MIT
// How long the 10 s tape of the demo takes to replay, and what belongs to it.
#include <benchmark/benchmark.h>
#include <fmt/format.h>

#include "core/project/project.hpp"
#include "core/readings/readings.hpp"
#include "core/tape/replay.hpp"

namespace {

struct Quay {
    leap::Project project = leap::load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    leap::Program program = project.compiled.program.value();
    leap::Tuning tuning = leap::written_tuning(program);
    leap::Course course = leap::build_course(project.course.value());
    leap::Tape tape = project.find_tape("quay loop")->tape;
    leap::SceneView at(int rate) const { return {program, tuning, course, rate}; }
};

void replay_quay_loop(benchmark::State& state) {
    const Quay quay;
    const auto rehearsal = quay.at(static_cast<int>(state.range(0)));
    for (auto _ : state) benchmark::DoNotOptimize(leap::replay(rehearsal, quay.tape)->tracks[0].rows.size());
    state.counters["times_real_time"] =
        benchmark::Counter(quay.tape.length_s * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
BENCHMARK(replay_quay_loop)->Arg(60)->Arg(120)->Arg(480)->Unit(benchmark::kMillisecond);

/// The same with more fixtures standing about, far and near, that nothing happens to, and with them as many loose
/// bodies as make twenty with the demo's own, asleep in the yard.
void replay_with_fixtures(benchmark::State& state) {
    Quay quay;
    leap::CoursePlan plan = quay.course.plan;
    for (std::int64_t i = 0; i < state.range(0); ++i) {
        leap::PlacedFixture more = plan.fixtures[static_cast<std::size_t>(i) % 6];
        more.name = "more " + std::to_string(i);
        more.position = {-20.0 + 1.3 * static_cast<double>(i % 50), 12.0 + 4.0 * static_cast<double>(i / 50), 0.0};
        plan.fixtures.push_back(more);
    }
    constexpr int more_loose = 7;
    for (int i = 0; i < more_loose && state.range(0) > 0; ++i)
        plan.fixtures.push_back({"more crate " + std::to_string(i), "crate", {-58.0 + 1.5 * i, -6.0, 0.0}, 0.0, ""});
    quay.course = leap::build_course(plan);
    const auto rehearsal = quay.at(120);
    for (auto _ : state) benchmark::DoNotOptimize(leap::replay(rehearsal, quay.tape)->tracks[0].rows.size());
}
BENCHMARK(replay_with_fixtures)->Arg(0)->Arg(100)->Arg(400)->Unit(benchmark::kMillisecond);

void replay_lamp_round(benchmark::State& state) {
    const Quay quay;
    const auto rehearsal = quay.at(120);
    const leap::Tape& tape = quay.project.find_tape("lamp round")->tape;
    for (auto _ : state) benchmark::DoNotOptimize(leap::replay(rehearsal, tape)->tracks[0].rows.size());
    state.counters["times_real_time"] =
        benchmark::Counter(tape.length_s * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
BENCHMARK(replay_lamp_round)->Unit(benchmark::kMillisecond);

/// Characters that play at once, each from another place of the quay: N of them, and each of them alone in turn. Their
/// quotient is what N cost in ones.
leap::Tape many_characters(const Quay& quay, std::size_t count, bool at_one_place) {
    leap::Tape out = quay.tape;
    out.tracks.clear();
    const auto& places = quay.course.plan.places;
    for (std::size_t i = 0; i < count; ++i) {
        leap::TapeTrack track = quay.tape.tracks.front();
        track.name = fmt::format("c{}", i);
        if (!at_one_place) track.start_place = places[i % places.size()].name;
        for (leap::TapeEvent& event : track.events) event.time_s += 0.013 * static_cast<double>(i);
        out.tracks.push_back(std::move(track));
    }
    return out;
}

void replay_characters(benchmark::State& state) {
    const Quay quay;
    const auto rehearsal = quay.at(120);
    const auto count = static_cast<std::size_t>(state.range(0));
    const leap::Tape tape = many_characters(quay, count, state.range(1) != 0);
    for (auto _ : state) benchmark::DoNotOptimize(leap::replay(rehearsal, tape)->tracks[0].rows.size());
}
BENCHMARK(replay_characters)
    ->ArgNames({"characters", "one_place"})
    ->Args({1, 0})
    ->Args({2, 0})
    ->Args({8, 0})
    ->Args({8, 1})
    ->Unit(benchmark::kMillisecond);

void replay_each_alone(benchmark::State& state) {
    const Quay quay;
    const auto rehearsal = quay.at(120);
    const leap::Tape all = many_characters(quay, 8, false);
    for (auto _ : state)
        for (const leap::TapeTrack& track : all.tracks) {
            leap::Tape one = all;
            one.tracks = {track};
            benchmark::DoNotOptimize(leap::replay(rehearsal, one)->tracks[0].rows.size());
        }
}
BENCHMARK(replay_each_alone)->Unit(benchmark::kMillisecond);

void take_every_reading(benchmark::State& state) {
    const Quay quay;
    const auto trace = leap::replay(quay.at(120), quay.tape).value();
    for (auto _ : state)
        benchmark::DoNotOptimize(leap::take_readings(quay.program, quay.tuning, trace, quay.tape.name).size());
}
BENCHMARK(take_every_reading)->Unit(benchmark::kMillisecond);

void compile_the_demo(benchmark::State& state) {
    const Quay quay;
    const auto reader = leap::script_reader(quay.project.folder, {});
    for (auto _ : state) benchmark::DoNotOptimize(leap::compile(quay.project.file.script, reader).program.has_value());
}
BENCHMARK(compile_the_demo)->Unit(benchmark::kMillisecond);

void copy_a_state(benchmark::State& state) {
    const Quay quay;
    const leap::World start = leap::start_world(quay.at(120), leap::alone_at(quay.tape.tracks[0].start_place)).value();
    for (auto _ : state) {
        leap::World copy = start;
        benchmark::DoNotOptimize(copy.machines.data());
    }
}
BENCHMARK(copy_a_state)->Unit(benchmark::kMicrosecond);

}  // namespace
