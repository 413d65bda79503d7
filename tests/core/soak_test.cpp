// SPDX-License-Identifier: MIT
// Lantern Quay with everything in it, played at random; bench/soak does the same for a million ticks.
#include "bench/soak.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

#include "core/project/project.hpp"

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

}  // namespace
}  // namespace leap::soak_test
