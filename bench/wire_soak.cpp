// SPDX-License-Identifier: MIT
// Rehearsals of the demo's "lever and door" over random connections: what is shared as state must agree at the end, and
// every peer's character must stand where the host has it. wire_soak [RUNS] [SEED]
#include <fmt/format.h>

#include <chrono>
#include <cstdlib>
#include <random>

#include "core/project/project.hpp"
#include "core/wire/differences.hpp"
#include "core/wire/wire_readings.hpp"

int main(int argc, char** argv) {
    using namespace leap;
    const int runs = argc > 1 ? std::atoi(argv[1]) : 200;
    std::mt19937 random(static_cast<unsigned>(argc > 2 ? std::atoi(argv[2]) : 1));
    const Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const Program& program = *project.compiled.program;
    const Tuning tuning = written_tuning(program);
    const Course course = build_course(*project.course);
    const SceneView r(program, tuning, course, 120);
    std::vector<Tape> tapes;
    for (const TapeEntry& entry : project.tapes) tapes.push_back(entry.tape);
    WirePlan plan = project.find_wire("lever and door")->plan;
    plan.length_s = 10.0;
    const auto share = [&] { return static_cast<double>(random()) / 4294967296.0; };
    const auto begin = std::chrono::steady_clock::now();
    int buoys_apart = 0;
    int not_welcomed = 0;
    double farthest_m = 0.0;
    double corrections = 0.0;
    int parted = 0;
    std::size_t compared = 0;
    for (int run = 0; run < runs; ++run) {
        plan.seed = random();
        for (std::size_t i = 1; i < plan.peers.size(); ++i) {
            WireLink& link = plan.peers[i].link;
            link = {0.2 * share(), 0.1 * share(), 0.2 * share(), 0.1 * share(), 0.0, {}};
            if (run % 3 == 0) {
                const double from = 4.0 * share();
                link.pauses = {{from, from + share()}};
            }
        }
        plan.peers[2].joins_s = 0.1 + 3.0 * share();
        plan.others = run % 4 == 3 ? OthersShown::from_inputs : OthersShown::behind;
        const WireRun out = rehearse(r, plan, tapes).value();
        if (out.from_inputs) {  // another promise: the same worlds, bit for bit
            for (std::size_t i = 1; i < out.peers.size(); ++i) {
                parted += out.peers[i].parted_s ? 1 : 0;
                compared += out.peers[i].sums.size();
            }
            continue;
        }
        const auto differences = differences_of(r, out);
        // By then everything has come to rest, and been told.
        constexpr double settled_s = 9.0;
        for (const WireDifference& each : differences)
            if (out.fixtures[each.fixture] == "practice buoy" && each.lasts && each.from_s < settled_s) ++buoys_apart;
        for (std::size_t i = 1; i < out.peers.size(); ++i) {
            if (!out.peers[i].came) {
                ++not_welcomed;
                continue;
            }
            const std::size_t last = out.peers[0].samples.size() - 1;
            const auto own = last - static_cast<std::size_t>(out.peers[i].first_tick);
            const std::size_t actor = out.peers[i].actor;
            farthest_m = std::max(farthest_m, glm::length(out.peers[0].samples[last].feet[actor] -
                                                          out.peers[i].samples[own].feet[actor]));
        }
        corrections += static_cast<double>(out.corrections.size());
    }
    const double seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    fmt::print("{} rehearsals of 10 s with 3 peers in {:.1f} s\n", runs, seconds);
    fmt::print("buoys that still differ {}, never welcomed {}, farthest from the host's word at the end {:.3f} m\n",
               buoys_apart, not_welcomed, farthest_m);
    const int told = runs - runs / 4;
    fmt::print("corrections for each rehearsal {:.1f}\n", corrections / std::max(1, told));
    fmt::print("every fourth from inputs alone: {} sums of worlds compared, {} peers whose world parted\n", compared,
               parted);
    return buoys_apart > 0 || parted > 0 ? 1 : 0;
}
