// SPDX-License-Identifier: MIT
// Lantern Quay with everything in it, played at random; bench/soak does the same for a million ticks.
#include "bench/soak.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

#include "core/project/file_io.hpp"
#include "core/project/project.hpp"
#include "core/project/tape_file.hpp"

namespace leap::soak_test {
namespace {

TEST(Soak, RandomPlayThroughTheWholeQuayStaysWhole) {
    const Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const Program program = project.compiled.program.value();
    const Course course = test::course_of(project.course.value());
    const soak::Findings found = soak::run(program, written_tuning(program), course, 24'000, 7, 12.0);
    EXPECT_EQ(found.ticks, 24'000);
    EXPECT_EQ(found.faults, 0) << found.first_fault;
    EXPECT_EQ(found.not_finite, 0);
    EXPECT_EQ(found.unpaired_focus, 0);
    EXPECT_EQ(found.two_holders, 0);
    EXPECT_LT(found.deepest_m, 0.002);
}

TEST(Soak, FourInEachOthersWayStayWhole) {
    const Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const Program program = project.compiled.program.value();
    const Course course = test::course_of(project.course.value());
    const soak::Findings found = soak::run(program, written_tuning(program), course, 6'000, 11, 5.0, 4);
    EXPECT_EQ(found.ticks, 6'000);
    EXPECT_EQ(found.faults, 0) << found.first_fault;
    EXPECT_EQ(found.not_finite, 0);
    EXPECT_EQ(found.unpaired_focus, 0);
    EXPECT_EQ(found.two_holders, 0);
    EXPECT_LT(found.deepest_m, 0.002);
}

/// Two of them come to stand on each other for an instant; no carrier can be told first.
TEST(Soak, EightWhoTumbleOverEachOtherAtOnePlaceComeToTheEndOfTheirTape) {
    const Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const Program program = project.compiled.program.value();
    const Course course = test::course_of(project.course.value());
    Tape tape = project.find_tape("quay loop")->tape;
    const TapeTrack first = tape.tracks.front();
    tape.tracks.clear();
    for (int i = 0; i < 8; ++i) {
        tape.tracks.push_back(first);
        tape.tracks.back().name = fmt::format("c{}", i);
        for (TapeEvent& event : tape.tracks.back().events) event.time_s += 0.013 * i;
    }
    const Trace trace = replay({program, written_tuning(program), course, 120}, tape).value();
    ASSERT_EQ(trace.tracks.size(), 8);
    for (const TraceTrack& track : trace.tracks) EXPECT_NEAR(track.rows.back().time, tape.length_s, 1e-6);
}

/// Found by a long soak: between a slope and a wall a body falls at a hair less than the speed that a stance waits for,
/// which free fall would reach at once, again and again within a tick.
TEST(Soak, ASpeedThatASlopeHoldsShortOfWhatIsWaitedForDoesntStopTheTick) {
    const Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    const Program program = project.compiled.program.value();
    const Course course = test::course_of(project.course.value());
    const std::string file = LEAP_SOURCE_DIR "/tests/data/held-on-a-slope.tape.json";
    const Tape tape = read_tape(read_file(file).value(), file).value();
    const Trace trace = replay({program, written_tuning(program), course, 120}, tape).value();
    EXPECT_TRUE(test::times_of(trace, EventKind::fault).empty());
}

}  // namespace
}  // namespace leap::soak_test
