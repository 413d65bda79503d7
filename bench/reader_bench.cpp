// SPDX-License-Identifier: MIT
// Time to read large files: twice the size should take about twice the time.
#include <benchmark/benchmark.h>
#include <fmt/format.h>

#include "core/project/course_file.hpp"
#include "tests/core/support.hpp"

namespace {

using namespace leap;

void compile_names(benchmark::State& state, const std::string& line) {
    std::string script = test::plain_body;
    for (std::int64_t i = 0; i < state.range(0); ++i) script += fmt::format(fmt::runtime(line), i);
    for (auto _ : state) benchmark::DoNotOptimize(compile_text(script));
    state.SetComplexityN(state.range(0));
}
void dials(benchmark::State& state) {
    compile_names(state, "dial d{0} = {0} m\nlet l{0} = d{0} * 2\n");
}
void moves(benchmark::State& state) {
    compile_names(state, "move m{0} on jump {{ phase a for 1 s {{ }} }}\n");
}
void mistakes(benchmark::State& state) {
    compile_names(state, "let l{0} = nothing{0}\n");
}
void fixtures(benchmark::State& state) {
    std::string text =
        R"({"format": 1, "name": "many", "places": [{"name": "p", "position": [0, 0, 0]}], "fixtures": [)";
    for (std::int64_t i = 0; i < state.range(0); ++i)
        text +=
            fmt::format("{}{{\"name\": \"f{}\", \"kind\": \"post\", \"position\": [0, 0, 0]}}", i == 0 ? "" : ",", i);
    text += "]}";
    for (auto _ : state) benchmark::DoNotOptimize(read_course(text, "c"));
    state.SetComplexityN(state.range(0));
}
BENCHMARK(dials)->Arg(5000)->Arg(10000)->Arg(20000)->Unit(benchmark::kMillisecond)->Complexity();
BENCHMARK(moves)->Arg(5000)->Arg(10000)->Arg(20000)->Unit(benchmark::kMillisecond)->Complexity();
BENCHMARK(mistakes)->Arg(5000)->Arg(10000)->Arg(20000)->Unit(benchmark::kMillisecond)->Complexity();
BENCHMARK(fixtures)->Arg(20000)->Arg(40000)->Arg(80000)->Unit(benchmark::kMillisecond)->Complexity();

}  // namespace
