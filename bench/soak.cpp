// SPDX-License-Identifier: MIT
// A million random ticks over Lantern Quay with all its fixtures: soak [TICKS] [SEED] [CHARACTERS].
#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <cstdlib>

#include "bench/soak.hpp"
#include "core/project/project.hpp"

int main(int argc, char** argv) {
    const std::int64_t ticks = argc > 1 ? std::atoll(argv[1]) : 1'000'000;
    const auto seed = static_cast<unsigned>(argc > 2 ? std::atoi(argv[2]) : 1);
    const auto characters = static_cast<std::size_t>(std::max(1, argc > 3 ? std::atoi(argv[3]) : 1));
    const leap::Project project = leap::load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const leap::Program program = project.compiled.program.value();
    const leap::Course course = leap::build_course(project.course.value());
    const auto begin = std::chrono::steady_clock::now();
    const leap::soak::Findings found =
        leap::soak::run(program, leap::written_tuning(program), course, ticks, seed, 60.0, characters);
    const double seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    fmt::print("{} ticks in {:.1f} s ({:.1f} µs each)\n", found.ticks, seconds,
               1e6 * seconds / static_cast<double>(found.ticks));
    fmt::print("rules chasing each other {}  {}\n", found.faults, found.first_fault);
    fmt::print("not finite {}, unpaired focus {}, two things in a hand {}, deepest in the course {:.3f} mm\n",
               found.not_finite, found.unpaired_focus, found.two_holders, 1000.0 * found.deepest_m);
    return found.not_finite + found.unpaired_focus + found.two_holders > 0 ? 1 : 0;
}
