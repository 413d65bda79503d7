// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/tunings.hpp"

#include <gtest/gtest.h>

#include "core/script/compile.hpp"

namespace leap::studio::tunings_test {
namespace {

Program program_of(const std::string& rise, const std::string& more = {}) {
    CompileOutput out = compile_text(
        "button jump key \"Space\"\n"
        "body tester { capsule radius 0.3 m height 1.7 m  gravity 28 m/s^2 }\n"
        "stance walk { steer to 6 m/s gain 40 m/s^2 brake 60 m/s^2 }\n"
        "move hop on jump { " +
        more + " dial rise = " + rise +
        " in 0 m..9 m\n phase a { start: launch up at sqrt(2 * 28 m/s^2 * rise)  end when grounded } }\n");
    for (const Diagnostic& d : out.diagnostics) ADD_FAILURE() << diagnostic_text(d, out.files);
    return std::move(*out.program);
}

double rise(const Tunings& tunings, const Program& program, Side side) {
    return tunings.tuning(side).dials[*program.find_dial("hop.rise")];
}

TEST(Tunings, KeptValuesOutliveProgramsByTheDialsPaths) {
    Tunings tunings;
    const Program first = program_of("2 m");
    tunings.adopt(first);
    tunings.keep(first);
    const Program second = program_of("3 m", "dial before = 1 s in 0 s..2 s  let unused = before\n buffer before\n");
    tunings.adopt(second);
    EXPECT_EQ(rise(tunings, second, Side::now), 3.0);
    EXPECT_EQ(rise(tunings, second, Side::kept), 2.0);
    tunings.keep(second);
    EXPECT_EQ(rise(tunings, second, Side::kept), 3.0);
}

TEST(Tunings, APreviewLastsUntilTheNextProgram) {
    Tunings tunings;
    const Program program = program_of("2 m");
    const DialId dial = *program.find_dial("hop.rise");
    tunings.adopt(program);
    EXPECT_TRUE(tunings.preview(program, dial, 2.5));
    EXPECT_TRUE(tunings.previewing());
    EXPECT_EQ(rise(tunings, program, Side::now), 2.5);
    EXPECT_FALSE(tunings.preview(program, {}, 1.0));
    EXPECT_FALSE(tunings.preview(program, DialId(99), 1.0));
    tunings.adopt(program);
    EXPECT_FALSE(tunings.previewing());
    EXPECT_EQ(rise(tunings, program, Side::now), 2.0);
}

TEST(Tunings, WhatIsLeftOutStaysSoThroughDragsAndPrograms) {
    Tunings tunings;
    const Program program = program_of("2 m");
    const auto hop = *program.find_machine("hop");
    tunings.adopt(program);
    EXPECT_TRUE(tunings.set_off(program, "hop", true).isEmpty());
    tunings.preview(program, *program.find_dial("hop.rise"), 2.5);
    EXPECT_EQ(tunings.tuning(Side::now).off[hop], 1);
    tunings.adopt(program);
    EXPECT_EQ(tunings.tuning(Side::now).off[hop], 1);
    EXPECT_TRUE(tunings.tuning(Side::kept).off.empty()) << "kept is played whole";
    EXPECT_FALSE(tunings.set_off(program, "walk", true).isEmpty()) << "it holds when nothing else does";
    EXPECT_FALSE(tunings.set_off(program, "attic", true).isEmpty());
    EXPECT_TRUE(tunings.set_off(program, "hop", false).isEmpty());
    EXPECT_TRUE(tunings.off().empty());
}

TEST(Tunings, KeepingKeepsTheCourseToo) {
    Tunings tunings;
    const Program program = program_of("2 m");
    tunings.adopt(program);
    const auto before = std::make_shared<const Course>(build_course({}));
    tunings.set_course(before);
    tunings.keep(program);
    tunings.set_course(std::make_shared<const Course>(build_course({})));
    EXPECT_EQ(tunings.course(Side::kept), before);
    EXPECT_NE(tunings.course(Side::now), before);
}

}  // namespace
}  // namespace leap::studio::tunings_test
