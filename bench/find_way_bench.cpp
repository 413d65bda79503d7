// SPDX-License-Identifier: MIT
// Generated gaps, each with the search for a route and with the plainest random search: find_way_bench [COUNT] [SEED]
// [RANDOM TRIES].
#include <fmt/format.h>

#include <chrono>
#include <cstdlib>

#include "core/experiments/parallel.hpp"
#include "core/project/project.hpp"
#include "tests/core/way_gaps.hpp"

int main(int argc, char** argv) {
    using namespace leap;
    const auto count = static_cast<std::size_t>(argc > 1 ? std::atoi(argv[1]) : 40);
    const auto seed = static_cast<unsigned>(argc > 2 ? std::atoi(argv[2]) : 1);
    const auto most = static_cast<std::size_t>(argc > 3 ? std::atoi(argv[3]) : 2000);
    const Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const Program program = project.compiled.program.value();
    const Tuning tuning = written_tuning(program);
    const auto now = [] { return std::chrono::steady_clock::now(); };
    const auto seconds_since = [&](auto begin) { return std::chrono::duration<double>(now() - begin).count(); };
    double searched_s = 0.0;
    double random_s = 0.0;
    int found = 0;
    int found_at_random = 0;
    int lost = 0;
    int slower = 0;
    for (const test::WayGap& gap : test::way_gaps(count, seed)) {
        const Course course = build_course(gap.plan);
        const Setup setup{program, tuning, course};
        WayRequest request;
        request.from = "start";
        request.to = "far quay";
        auto begin = now();
        request.first_is_enough = true;
        const Way first = find_way(setup, request);
        const double first_s = seconds_since(begin);
        begin = now();
        request.first_is_enough = false;
        const Way way = first.found ? find_way(setup, request) : first;
        const double all_s = seconds_since(begin);
        begin = now();
        // On all cores as well: each with a seed of its own and a share of the tries.
        const std::size_t shares = 2;
        std::vector<std::optional<std::size_t>> random(shares);
        in_parallel(shares, {}, [&](std::size_t i) {
            random[i] = test::random_tries(setup, request, most / shares, seed + 1000 + static_cast<unsigned>(i));
        });
        const double at_random_s = seconds_since(begin);
        const bool random_found = random[0] || random[1];
        searched_s += first_s;
        random_s += at_random_s;
        found += first.found ? 1 : 0;
        found_at_random += random_found ? 1 : 0;
        lost += random_found && !first.found ? 1 : 0;
        slower += random_found && first_s > at_random_s ? 1 : 0;
        fmt::print(
            "{:24}  {:60} first {:5} tries {:6.2f} s, all {:6.2f} s, hand {:3}/{:3} | random {:10} {:6.2f} s\n",
            gap.what, way_text(way), first.tries, first_s, all_s, way.hand.successes, way.hand.tries,
            random_found ? fmt::format("in {}", std::min(random[0].value_or(most), random[1].value_or(most))) : "no",
            at_random_s);
        std::fflush(stdout);
    }
    fmt::print("found {} of {}, at random {}; lost {}, slower {}; {:.1f} s and {:.1f} s\n", found, count,
               found_at_random, lost, slower, searched_s, random_s);
    return lost > 0 ? 1 : 0;
}
