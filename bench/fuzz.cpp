// SPDX-License-Identifier: MIT
// Feeds damaged files to every reader for a number of seconds and prints how many. A crash is a finding: the seed is
// printed before each batch. Usage: fuzz [SECONDS] [SEED]
#include <fmt/format.h>

#include <chrono>
#include <cstdlib>

#include "core/experiments/measured_run.hpp"
#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/project/tape_file.hpp"
#include "core/project/wire_file.hpp"
#include "core/script/format.hpp"
#include "core/wire/traffic.hpp"
#include "tests/core/mutation.hpp"
#include "tests/core/support.hpp"

int main(int argc, char** argv) {
    using namespace leap;
    const double seconds = argc > 1 ? std::atof(argv[1]) : 10.0;
    auto seed = static_cast<unsigned>(argc > 2 ? std::atoi(argv[2]) : 1);
    const std::string folder = LEAP_SOURCE_DIR "/examples/lantern-quay/";
    std::string script = test::plain_body;
    for (const char* name : {"moves/hop.leap", "moves/air_hop.leap", "moves/dash.leap"})
        script += read_file(folder + name).value();
    // What those speak of, so that the text compiles while nothing is damaged.
    script += "meter breath { from 0 to 100 }\n";
    for (const char* name : {"knocked", "lip_hang", "moth_strike"})
        script += fmt::format("move {} on landed {{ phase a for 0.1 s {{ }} }}\n", name);
    if (!compile_text(script).program) {
        fmt::print("the undamaged script does not compile: nothing would be tried\n");
        return 2;
    }
    const std::string tape = read_file(folder + "tapes/quay-loop.tape.json").value();
    const std::string course = read_file(folder + "quay.course.json").value();
    const std::string project = read_file(folder + "project.json").value();
    const std::string looks = read_file(folder + "quay.looks.json").value();
    const std::string tuning_text = read_file(folder + "tunings/floaty.tuning.json").value();
    const std::string trial_text = read_file(folder + "trials/light-hop.trial.json").value();
    const Bytes traffic =
        traffic_bytes({"x", {"Host", "Pip"}, {{0, 1, 0.1, 0.2, 0.3, {1, 2, 3}}, {1, 0, 0.2, 0.3, 0.4, {}}}});
    const std::string traffic_text(traffic.begin(), traffic.end());
    const std::string wire_text = read_file(folder + "wire/lever-and-door.wire.json").value();
    const std::string measured_text = read_file(folder + "measured/hop.csv").value();
    const Course flat = build_course(test::flat_plan());
    const auto begin = std::chrono::steady_clock::now();
    long scripts = 0;
    long compiled = 0;
    long files = 0;
    while (std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count() < seconds) {
        std::mt19937 random(seed++);
        for (int i = 0; i < 50; ++i) {
            const std::string text = test::mutated(script, random);
            const CompileOutput out = compile_text(text);
            if (format(format(text)) != format(text)) {
                fmt::print("seed {}: formatting twice changes more\n", seed - 1);
                return 1;
            }
            ++scripts;
            if (!out.program) continue;
            ++compiled;
            const Tuning tuning = written_tuning(*out.program);
            const SceneView rehearsal{*out.program, tuning, flat, 60};
            const auto trace = replay(rehearsal, test::random_tape(*out.program, seed, 1.0));
            for (const TraceRow& row : trace->tracks[0].rows)
                if (!is_finite(row.position) || !is_finite(row.velocity)) {
                    fmt::print("seed {}: a run left the numbers\n{}\n", seed - 1, text);
                    return 1;
                }
        }
        for (int i = 0; i < 50; ++i, files += 7) {
            (void)read_tape(test::mutated(tape, random), "t");
            (void)read_course(test::mutated(course, random), "c");
            (void)read_project_file(test::mutated(project, random), "p");
            (void)read_looks(test::mutated(looks, random), "l");
            (void)read_tuning(test::mutated(tuning_text, random), "u");
            (void)read_trial(test::mutated(trial_text, random), "r");
            (void)read_wire_plan(test::mutated(wire_text, random), "w");
            const std::string recorded = test::mutated(traffic_text, random);
            (void)read_traffic(Bytes(recorded.begin(), recorded.end()));
            (void)read_measured(test::mutated(measured_text, random), "m");
        }
    }
    fmt::print(
        "{} damaged scripts ({} still compiled and ran), {} damaged tapes, courses, projects, looks, tunings, trials "
        "and measured runs: no finding\n",
        scripts, compiled, files);
}
