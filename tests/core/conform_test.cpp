// SPDX-License-Identifier: MIT
#include "core/experiments/conform.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::conform_test {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string hopper = std::string(test::plain_body) + R"(
move hop on jump {
  dial rise = 2 m in 0.2..6
  phase up { start: launch up at sqrt(2 * 28 m/s^2 * rise)  go down when rising <= 0 m/s }
  phase down { end when grounded }
}
)";

Tape some_tape() {
    return TapeMaker(2.0).stick(0.1, 0, 1).hold("jump", 0.5, 0.1);
}

MeasuredRun measured_from(const std::string& csv) {
    auto out = read_measured(csv, "game.csv", {}, SameInstant::last_counts);
    EXPECT_TRUE(out.has_value()) << out.error();
    return out.value_or(MeasuredRun{});
}

/// What a game could have written: every 20 ms, with something added from an instant on.
std::string game_csv(const Trace& trace, double from_s, double up_m) {
    std::string out = "time,x,y,z\n";
    for (int i = 0; i < 100; ++i) {
        const double time = 0.02 * i;
        const Vec3 at = position_at(trace.tracks[0], time);
        out += fmt::format("{:.6f},{:.6f},{:.6f},{:.6f}\n", time, at.x, at.y, at.z + (time >= from_s ? up_m : 0.0));
    }
    return out;
}

TEST(Conform, OurOwnTraceConformsToTheLastDigitItIsWrittenWith) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    const MeasuredRun own = measured_from(trace_csv(trace, scene.program));
    const Conformity found = conformity_of(scene.program, trace, 0, own, {}, {1e-5, 1e-4});
    EXPECT_TRUE(found.conforms()) << apart_text(*found.first);
    EXPECT_GT(found.compared, 200U);
    ASSERT_TRUE(found.farthest.has_value());
    EXPECT_LT(found.farthest->by, 2e-6);
}

TEST(Conform, WhereTheyPartIsSaidWithThePhaseThatWasOn) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    const Conformity found = conformity_of(scene.program, trace, 0, measured_from(game_csv(trace, 0.6, 0.05)), {});
    EXPECT_FALSE(found.conforms());
    EXPECT_EQ(found.beyond, 70U);
    EXPECT_NEAR(found.first->time_s, 0.6, 1e-9);
    EXPECT_NEAR(found.first->by, 0.05, 1e-6);
    EXPECT_EQ(found.first->during, "hop.up");
    EXPECT_EQ(apart_text(*found.first), "0.05 m away at 0.600 s, in hop.up");
    EXPECT_TRUE(
        conformity_of(scene.program, trace, 0, measured_from(game_csv(trace, 0.6, 0.05)), {}, {0.06, 0.1}).conforms());
}

TEST(Conform, AGameThatFallsHarderPartsInTheFall) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    std::string heavier = hopper;
    heavier.replace(heavier.find("phase down {"), 12, "phase down { gravity 40 m/s^2 ");
    const Scene game(heavier);
    const MeasuredRun measured = measured_from(trace_csv(game.run(some_tape()), game.program));
    const Conformity found = conformity_of(scene.program, trace, 0, measured, {});
    ASSERT_TRUE(found.first.has_value());
    EXPECT_EQ(found.first->during, "hop.down");
    // 2 cm apart is after sqrt(2 · 0.02 m / 12 m/s²) = 0.058 s of falling.
    const double top_s = 0.5 + std::sqrt(2.0 * 2.0 / 28.0);
    EXPECT_NEAR(found.first->time_s, top_s + std::sqrt(2.0 * 0.02 / 12.0), 0.02);
}

TEST(Conform, LaidOverItselfWhatBeganLaterAndElsewhereConforms) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    std::string shifted = "time,x,z\n";
    for (int i = 0; i < 60; ++i) {
        const double time = 0.02 * i;
        const Vec3 at = position_at(trace.tracks[0], time + 0.3);
        shifted += fmt::format("{:.6f},{:.6f},{:.6f}\n", time, at.x + 7.0, at.z - 2.0);
    }
    const MeasuredRun measured = measured_from(shifted);
    EXPECT_FALSE(conformity_of(scene.program, trace, 0, measured, {}).conforms());
    const Alignment alignment = aligned(measured, trace.tracks[0]);
    EXPECT_NEAR(alignment.later_s, 0.3, 0.005);
    const Conformity part = conformity_of(scene.program, trace, 0, measured, alignment, {0.05, 0.1});
    EXPECT_EQ(part.beyond, 0U);
    EXPECT_NEAR(part.covered, 1.5 / 2.0, 0.05) << "the first 0.3 s count up to a pause, the end of the tape not";
    EXPECT_FALSE(part.conforms()) << "less than nine tenths of the tape";
    EXPECT_TRUE(conformity_of(scene.program, trace, 0, measured, alignment, {0.05, 0.1, 0.5}).conforms());
    EXPECT_EQ(part.columns, (std::vector<Measured>{Measured::x, Measured::z}));
    EXPECT_NEAR(part.alignment.offset.at(Measured::x), -7.0, 0.05);
}

TEST(Conform, SpeedsAloneAreHeldToTheirOwnTolerance) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    const MeasuredRun measured = measured_from("time,speed\n0.4,6\n0.41,6.3\n0.42,6\n");
    const Conformity found = conformity_of(scene.program, trace, 0, measured, {});
    EXPECT_EQ(found.compared, 3U);
    EXPECT_EQ(found.beyond, 1U);
    EXPECT_EQ(apart_text(*found.first), "speed is 6.3 m/s, here 6 m/s: 0.3 m/s apart at 0.410 s, in walk");
}

TEST(Conform, AShortStretchOrOneWithHolesIsNoConformity) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    const std::string all = game_csv(trace, 10.0, 0.0);
    EXPECT_TRUE(conformity_of(scene.program, trace, 0, measured_from(all), {}).conforms());
    std::string begin;
    std::size_t line = 0;
    for (const char c : all) {
        if (line < 7) begin += c;
        line += c == '\n' ? 1 : 0;
    }
    const Conformity part = conformity_of(scene.program, trace, 0, measured_from(begin), {});
    EXPECT_EQ(part.beyond, 0U);
    EXPECT_LT(part.covered, 0.1);
    EXPECT_FALSE(part.conforms());
    // Both ends, and nothing between them.
    const Vec3 first = position_at(trace.tracks[0], 0.0);
    const Vec3 last = position_at(trace.tracks[0], 1.99);
    const Conformity ends = conformity_of(
        scene.program, trace, 0, measured_from(fmt::format("time,x\n0,{}\n1.99,{}\n3,7\n", first.x, last.x)), {});
    EXPECT_LT(ends.covered, 0.3);
    EXPECT_EQ(ends.outside, 1U);
    EXPECT_EQ(coverage_text(ends, 2.0),
              fmt::format("compared: x over {:.2f} s of 2.00 s ({:.0f} %); measured instants outside of the run: 1",
                          ends.covered * 2.0, std::floor(ends.covered * 100.0)));
}

TEST(Conform, HowFastPlacesDriftApartIsTold) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    std::string csv = "time,x,y,z\n";
    for (int i = 0; i < 100; ++i) {
        const double time = 0.02 * i;
        const Vec3 at = position_at(trace.tracks[0], time);
        csv += fmt::format("{:.9f},{:.9f},{:.9f},{:.9f}\n", time, at.x, at.y + 0.004 * time, at.z);
    }
    const Conformity found = conformity_of(scene.program, trace, 0, measured_from(csv), {});
    EXPECT_NEAR(found.place_growth_mps, 0.004, 1e-6);
}

TEST(Conform, NothingInCommonIsNoConformity) {
    const Scene scene(hopper);
    const Trace trace = scene.run(some_tape());
    const Conformity found = conformity_of(scene.program, trace, 0, measured_from("time,z\n50,0\n51,0\n52,0\n"), {});
    EXPECT_EQ(found.compared, 0U);
    EXPECT_FALSE(found.conforms());
}

TEST(MeasuredHeads, UnitsMayStandBehindABarAndAnInstantMayBeSaidTwice) {
    const MeasuredRun run = measured_from("time_ms,z_cm,grounded\n0,0,1\n100,10,0\n100,20,0\n200,30,0\n");
    EXPECT_EQ(run.times_s, (std::vector<double>{0.0, 0.1, 0.2}));
    EXPECT_EQ(run.columns.at(Measured::z), (std::vector<double>{0.0, 0.2, 0.3}));
    EXPECT_FALSE(read_measured("time,z\n0,0\n2,1\n1,2\n", "m.csv", {}, SameInstant::last_counts).has_value());
}

}  // namespace
}  // namespace leap::conform_test
