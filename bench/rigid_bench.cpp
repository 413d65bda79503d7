// SPDX-License-Identifier: MIT
// One step of many rigid bodies: crates that slide apart from each other, and crates in piles.
#include <benchmark/benchmark.h>

#include "core/rigid/rigid_step.hpp"
#include "core/world/course.hpp"
#include "tests/core/support.hpp"

namespace leap {
namespace {

std::vector<RigidObject> crates(std::size_t count, std::size_t in_a_pile) {
    std::vector<RigidObject> out(count);
    for (std::size_t i = 0; i < count; ++i) {
        const std::size_t pile = i / in_a_pile;
        out[i].kind.shape.half = Vec3{0.2};
        out[i].body.place = {1.0 * static_cast<double>(pile % 32), 1.0 * static_cast<double>(pile / 32),
                             0.2 + 0.4 * static_cast<double>(i % in_a_pile)};
        out[i].body.velocity = {0.0, 0.5, 0.0};
    }
    return out;
}

void step(benchmark::State& state, std::size_t in_a_pile) {
    const Course course = test::course_of(test::flat_plan());
    const std::vector<RigidObject> start = crates(static_cast<std::size_t>(state.range(0)), in_a_pile);
    std::vector<RigidObject> now = start;
    RigidScratch scratch;
    for (auto _ : state) {
        now = start;
        step_rigid_bodies(*course.solids, {}, now, {}, 1.0 / 240.0, scratch);
    }
    state.SetComplexityN(state.range(0));
}

void apart(benchmark::State& state) {
    step(state, 1);
}
void in_piles(benchmark::State& state) {
    step(state, 4);
}
BENCHMARK(apart)->RangeMultiplier(4)->Range(16, 4096)->Unit(benchmark::kMicrosecond)->Complexity();
BENCHMARK(in_piles)->RangeMultiplier(4)->Range(16, 1024)->Unit(benchmark::kMicrosecond)->Complexity();

}  // namespace
}  // namespace leap
