// SPDX-License-Identifier: MIT
// Prints how true the motion is: ballistics against the closed form, readings over tick rates, and a million random
// ticks at up to 120 m/s. Usage: truth [TICKS]
#include <fmt/format.h>

#include <cmath>
#include <cstdlib>
#include <map>
#include <random>

#include "core/project/project.hpp"
#include "core/readings/readings.hpp"
#include "tests/core/support.hpp"

namespace {

using namespace leap;

constexpr int rates[] = {30, 60, 120, 240, 480};

void ballistics() {
    fmt::print("ballistics: hop of 2.1 m with 0.36 s to the top; error against the closed form\n");
    const test::Scene scene(std::string(test::plain_body) + R"(
move hop on jump {
  let pull = 2 * 2.1 m / (0.36 s)^2
  phase rise_up { start: launch up at 2 * 2.1 m / 0.36 s  gravity pull  go drop when rising <= 0 m/s }
  phase drop { gravity pull  end when grounded }
})");
    for (const int rate : rates) {
        const Trace trace = scene.run(test::TapeMaker(2.0).hold("jump", 0.333, 0.6), rate);
        const auto up = test::spans_of(scene, trace, "hop.rise_up").at(0);
        const double height =
            extreme(trace.tracks[0], Quantity::feet, {0, 2}, true) - position_at(trace.tracks[0], 0.3).z;
        fmt::print("  {:>3} ticks/s  height {:+.6f} %  time to top {:+.6f} %\n", rate, (height / 2.1 - 1) * 100,
                   ((up.to - up.from) / 0.36 - 1) * 100);
    }
}

void rate_independence() {
    fmt::print("rate independence: spread of the demo's readings over 30 to 480 ticks/s\n");
    const Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const Program& program = *project.compiled.program;
    const Tuning tuning = written_tuning(program);
    const Course course = build_course(*project.course);
    for (const TapeEntry& entry : project.tapes) {
        std::map<std::string, std::pair<double, double>> ends;
        for (const int rate : rates) {
            const Trace trace = replay({program, tuning, course, rate}, entry.tape).value();
            for (const ReadingResult& r : take_readings(program, tuning, trace, entry.tape.name)) {
                if (!r.value) continue;
                const auto [at, fresh] = ends.try_emplace(r.name, *r.value, *r.value);
                at->second = {std::min(at->second.first, *r.value), std::max(at->second.second, *r.value)};
            }
        }
        for (const auto& [name, end] : ends) {
            const double size = std::max(std::abs(end.first), std::abs(end.second));
            const double spread = size > 1e-9 ? (end.second - end.first) / size * 100 : 0.0;
            fmt::print("  {:<14} {:<16} {:>10.4f} .. {:<10.4f} spread {:.4f} %\n", entry.tape.name, name, end.first,
                       end.second, spread);
        }
    }
}

void never_through(std::int64_t wanted) {
    const std::string script = std::string(test::plain_body) + test::thrown_about;
    double deepest = 0.0;
    std::int64_t ticks = 0;
    std::int64_t outside = 0;
    for (unsigned seed = 1; ticks < wanted; ++seed) {
        const test::Scene scene(script, test::random_course(seed));
        const int rate = rates[seed % 5];
        const SceneView rehearsal = scene.at(rate);
        Tape tape = test::random_tape(scene.program, seed * 77, 60.0);
        std::mt19937 random(seed);
        for (TapeEvent& event : tape.tracks[0].events)
            if (auto* look = std::get_if<LookEvent>(&event.what))
                look->pitch_deg = static_cast<double>(random() % 160) - 80.0;
        const auto inputs = resolve_inputs(scene.program, tape).value();
        World state = start_world(rehearsal, alone_at("start")).value();
        const auto end = ticks_for(tape.length_s, rate);
        for (std::int64_t tick = 1; tick <= end; ++tick, ++ticks) {
            run_ticks(rehearsal, inputs, tick, state, nullptr);
            const Vec3 p = state.actors[0].body.position;
            if (const auto inside = deepest_overlap(scene.course, rehearsal.bodies[0].shape.capsule, p))
                deepest = std::max(deepest, inside->depth);
            if (std::abs(p.x) > 20 || std::abs(p.y) > 20 || p.z < -0.01 || p.z > 40) ++outside;
        }
    }
    fmt::print(
        "never through: {} random ticks at up to 120 m/s, 30 to 480 ticks/s: deepest {:.3f} mm in a solid, {} "
        "ticks outside the room\n",
        ticks, deepest * 1000, outside);
}

}  // namespace

int main(int argc, char** argv) {
    ballistics();
    rate_independence();
    never_through(argc > 1 ? std::atoll(argv[1]) : 1000000);
}
