// SPDX-License-Identifier: MIT
// Readers meet damaged input: random cuts, swaps and splices of real files. None may crash, hang or let NaN through;
// what still compiles must still run. bench/fuzz runs the same mutations for as long as one likes.
#include <gtest/gtest.h>

#include <filesystem>
#include <random>
#include <sstream>

#include "core/experiments/measured_run.hpp"
#include "core/experiments/wish.hpp"
#include "core/project/course_file.hpp"
#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/project/tape_file.hpp"
#include "core/script/format.hpp"
#include "tests/core/mutation.hpp"
#include "tests/core/support.hpp"

namespace leap::reader_fuzz_test {
namespace {

namespace fs = std::filesystem;

using test::mutated;

std::string example(const std::string& path) {
    return read_file(fs::path(LEAP_SOURCE_DIR) / "examples" / path).value();
}

/// The whole script of the demo as one text.
std::string whole_demo() {
    const auto reader = [](const std::string& path) -> tl::expected<std::string, std::string> {
        return read_file(fs::path(LEAP_SOURCE_DIR) / "examples/lantern-quay" / path);
    };
    std::string out;
    for (const SourceFile& file : compile("wick.leap", reader).files) {
        std::istringstream lines(file.text);
        for (std::string line; std::getline(lines, line);)
            if (!line.starts_with("use ")) out += line + "\n";
    }
    return out;
}

TEST(ReaderFuzz, ScriptsNeverCrashAndMessagesPointIntoTheText) {
    std::mt19937 random(20260101);
    const std::string whole = whole_demo();
    int ran = 0;
    const Course course = test::course_of(test::flat_plan());
    for (int i = 0; i < 700; ++i) {
        const std::string text = mutated(whole, random);
        const CompileOutput out = compile_text(text);
        for (const Diagnostic& d : out.diagnostics) {
            ASSERT_LE(d.range.begin, d.range.end);
            ASSERT_LE(d.range.end, text.size());
        }
        ASSERT_EQ(format(format(text)), format(text));
        if (!out.program) {
            EXPECT_TRUE(has_errors(out.diagnostics));
            continue;
        }
        ++ran;
        const Tuning tuning = written_tuning(*out.program);
        const SceneView rehearsal{*out.program, tuning, course, 60};
        const auto trace = replay(rehearsal, test::random_tape(*out.program, static_cast<unsigned>(i), 2.0));
        ASSERT_TRUE(trace) << trace.error();
        for (const TraceRow& row : trace->tracks[0].rows)
            ASSERT_TRUE(is_finite(row.position) && is_finite(row.velocity)) << text;
    }
    EXPECT_GT(ran, 20);
}

TEST(ReaderFuzz, JsonReadersNeverCrash) {
    std::mt19937 random(7);
    const std::string tape = example("lantern-quay/tapes/quay-loop.tape.json");
    const std::string course = example("lantern-quay/quay.course.json");
    const std::string project = example("lantern-quay/project.json");
    const std::string looks = example("lantern-quay/quay.looks.json");
    int good = 0;
    for (int i = 0; i < 3000; ++i) {
        const auto t = read_tape(mutated(tape, random), "t");
        const auto c = read_course(mutated(course, random), "c");
        const auto p = read_project_file(mutated(project, random), "p");
        const auto l = read_looks(mutated(looks, random), "l");
        good += (t ? 1 : 0) + (c ? 1 : 0) + (p ? 1 : 0) + (l ? 1 : 0);
        if (c && i % 20 == 0) test::course_of(*c);
        for (const auto* message :
             {t ? nullptr : &t.error(), c ? nullptr : &c.error(), p ? nullptr : &p.error(), l ? nullptr : &l.error()})
            if (message != nullptr) {
                ASSERT_FALSE(message->empty());
            }
    }
    EXPECT_GT(good, 100);
}

TEST(ReaderFuzz, AbsurdDialsNeverGiveNaN) {
    std::mt19937 random(3);
    const std::string text = whole_demo();
    test::Scene scene(text);
    const double absurd[] = {0.0, -1.0, 1e-300, 1e300, -1e300, 1e9, 1e-9, 0.5, 1e12};
    for (int i = 0; i < 300; ++i) {
        DialValues dials = written_tuning(scene.program).dials;
        for (double& dial : dials)
            if (random() % 3 == 0) dial = absurd[random() % std::size(absurd)];
        scene.tuning = make_tuning(scene.program, dials);
        const Trace trace = scene.run(test::random_tape(scene.program, static_cast<unsigned>(i), 2.0), 60);
        for (const TraceRow& row : trace.tracks[0].rows)
            ASSERT_TRUE(is_finite(row.position) && is_finite(row.velocity)) << i;
        EXPECT_NEAR(trace.length_s(), 2.0, 1e-9);
    }
}

TEST(ReaderFuzz, TuningsTrialsAndMeasuredRunsNeverCrash) {
    std::mt19937 random(11);
    const std::string tuning = example("lantern-quay/tunings/floaty.tuning.json");
    const std::string trial = example("lantern-quay/trials/light-hop.trial.json");
    const std::string measured = example("lantern-quay/measured/hop.csv");
    const Program program = test::compile_or_fail(test::plain_body);
    int good = 0;
    for (int i = 0; i < 2000; ++i) {
        const auto u = read_tuning(mutated(tuning, random), "u");
        const auto r = read_trial(mutated(trial, random), "r");
        const auto m = read_measured(mutated(measured, random), "m");
        good += static_cast<int>(u.has_value()) + static_cast<int>(r.has_value()) + static_cast<int>(m.has_value());
        if (u) {
            EXPECT_EQ(resolve_tuning(*u, program, written_tuning(program).dials).dials.size(), program.dials.size());
        }
        if (r) {
            EXPECT_EQ(read_trial(write_trial(*r), "r").value(), *r);
            for (const std::string& wish : r->wishes) (void)read_wish(wish, program, r->tapes);
        }
        if (!m) continue;
        EXPECT_TRUE(std::is_sorted(m->times_s.begin(), m->times_s.end()));
        for (const auto& [what, values] : m->columns) EXPECT_EQ(values.size(), m->times_s.size());
    }
    EXPECT_GT(good, 100);
}

}  // namespace
}  // namespace leap::reader_fuzz_test
