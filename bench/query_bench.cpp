// SPDX-License-Identifier: MIT
// Rays and capsule sweeps in fields of 100, 10 000 and 100 000 boxes.
#include <benchmark/benchmark.h>

#include "bench/box_fields.hpp"

namespace {

using leap::bench::Field;
using leap::bench::field_of;
using leap::bench::Question;
using leap::bench::questions;

void ray(benchmark::State& state) {
    const Field field = field_of(state.range(0));
    const auto asked = questions(field, 1.0);
    std::size_t i = 0;
    for (auto _ : state) {
        const Question& q = asked[i++ % asked.size()];
        benchmark::DoNotOptimize(leap::cast_ray(field.course, q.from, q.along, 30.0));
    }
}
BENCHMARK(ray)->Arg(100)->Arg(10000)->Arg(100000);

void capsule_sweep(benchmark::State& state) {
    const Field field = field_of(state.range(0));
    const auto asked = questions(field, 1.0);
    std::size_t i = 0;
    for (auto _ : state) {
        const Question& q = asked[i++ % asked.size()];
        benchmark::DoNotOptimize(leap::sweep(field.course, {0.32, 1.72}, q.from, q.along, 0.001));
    }
}
BENCHMARK(capsule_sweep)->Arg(100)->Arg(10000)->Arg(100000);

void build(benchmark::State& state) {
    const Field field = field_of(state.range(0));
    for (auto _ : state) benchmark::DoNotOptimize(leap::build_course(field.course.plan).solids.get());
}
BENCHMARK(build)->Arg(100)->Arg(10000)->Arg(100000)->Unit(benchmark::kMillisecond);

}  // namespace
