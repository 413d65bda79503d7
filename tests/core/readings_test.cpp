// SPDX-License-Identifier: MIT
#include "core/readings/readings.hpp"

#include <gtest/gtest.h>

#include <cmath>

#include "tests/core/support.hpp"

namespace leap::readings_test {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string hop_script = std::string(test::plain_body) + R"(
move hop on jump {
  dial up_speed = 7 m/s in 1..20
  gate grounded
  phase rise { start: launch up at up_speed  go drop when rising <= 0 m/s }
  phase drop { end when grounded }
}
reading height = highest(feet) - feet at start of hop over hop
reading second = highest(feet) - feet at start of hop 2 over hop 2
reading last_height = highest(feet) over last hop
reading air = duration of hop
reading half = duration of hop.rise / air
reading far = distance of hop
reading hops = count of hop
reading wait = time from press of jump 2 to start of hop 2
reading late = time from press of jump to landed
reading mean = average(feet) over hop.rise
reading closed = hop.up_speed * hop.up_speed / (2 * 28 m/s^2)
reading drop = largest_drop(speed)
reading third = duration of hop 3
mark height in 0.8 m..0.9 m
mark air in 9 s..10 s on tape "other"
mark far in 5 m..6 m on tape "test"
mark third in 0 s..1 s
)";

const Tape two_hops = TapeMaker(4.0).stick(0.1, 0, 1).hold("jump", 1.0, 0.2).hold("jump", 2.0, 0.1).stick(3.0, 0, 0);

std::map<std::string, ReadingResult> readings(int rate = 120) {
    const Scene scene(hop_script);
    std::map<std::string, ReadingResult> out;
    for (ReadingResult& result : take_readings(scene.program, scene.tuning, scene.run(two_hops, rate), "test"))
        out[result.name] = result;
    return out;
}

TEST(Readings, HeightsAndTimesMeetTheClosedForm) {
    for (const int rate : {30, 120, 480}) {
        const auto r = readings(rate);
        EXPECT_NEAR(*r.at("height").value, 49.0 / 56, 1e-6) << rate;
        EXPECT_NEAR(*r.at("closed").value, 49.0 / 56, 1e-12);
        EXPECT_NEAR(*r.at("second").value, 49.0 / 56, 1e-6);
        EXPECT_NEAR(*r.at("last_height").value, 49.0 / 56 + 0.001, 1e-6);
        EXPECT_NEAR(*r.at("air").value, 0.5, 1e-6);
        EXPECT_NEAR(*r.at("half").value, 0.5, 1e-5);
        EXPECT_NEAR(*r.at("far").value, 3.0, 1e-5);
        EXPECT_EQ(*r.at("hops").value, 2.0);
        EXPECT_NEAR(*r.at("wait").value, 0.0, 1e-9);
        EXPECT_NEAR(*r.at("late").value, 0.5, 1e-6);
        // Mean height of a throw up to its top is two thirds of it.
        EXPECT_NEAR(*r.at("mean").value, 49.0 / 56 * 2 / 3 + 0.001, 1e-5);
    }
}

TEST(Readings, LargestDropIsTheLossWithinATenthOfASecond) {
    // Braking with 70 m/s² from 6 m/s: all of it within 0.1 s.
    EXPECT_NEAR(*readings().at("drop").value, 6.0, 1e-6);
}

/// One reading on a two_hops of two hops (1.0 s to 1.5 s, 2.0 s to 2.5 s; jump released at 1.2 s and 2.1 s).
ReadingResult reading_of(const std::string& text, int rate = 120) {
    const Scene scene(hop_script + "reading asked = " + text + "\n");
    for (const ReadingResult& result : take_readings(scene.program, scene.tuning, scene.run(two_hops, rate), "test"))
        if (result.name == "asked") return result;
    return {};
}

TEST(Readings, AQuantityIsReadAtAnInstantOrJustBeforeIt) {
    const Scene scene(hop_script + R"(
reading into_ground = rising just before landed
reading on_ground = rising at landed
reading last_landing = rising just before last landed
reading at_press = speed at press of jump
reading before_end = rising just before end of hop.rise
reading before_start = rising just before start of hop
reading third_press = speed at press of jump 3
)");
    for (const int rate : {30, 120, 480}) {
        std::map<std::string, ReadingResult> r;
        for (ReadingResult& result : take_readings(scene.program, scene.tuning, scene.run(two_hops, rate), "test"))
            r[result.name] = result;
        EXPECT_NEAR(*r.at("into_ground").value, -7.0, 1e-6) << rate;
        EXPECT_NEAR(*r.at("on_ground").value, 0.0, 1e-9);
        EXPECT_NEAR(*r.at("last_landing").value, -7.0, 1e-6);
        EXPECT_NEAR(*r.at("at_press").value, 6.0, 1e-6);
        EXPECT_NEAR(*r.at("before_end").value, 0.0, 1e-6);
        EXPECT_NEAR(*r.at("before_start").value, 0.0, 1e-9) << "what the launch does is not in it";
        EXPECT_FALSE(r.at("third_press").value);
        EXPECT_NE(r.at("third_press").missing.find("press of jump"), std::string::npos);
    }
}

TEST(Readings, TheSecondInstantOfATimeIsTheFirstAfterTheFirst) {
    EXPECT_NEAR(*reading_of("time from end of hop to start of hop").value, 0.5, 1e-6);
    EXPECT_NEAR(*reading_of("time from press of jump to press of jump").value, 1.0, 1e-6);
    EXPECT_NEAR(*reading_of("time from landed to landed").value, 1.0, 1e-6);
    EXPECT_NEAR(*reading_of("time from press of jump to start of hop").value, 0.0, 1e-9) << "another one may coincide";
    EXPECT_NEAR(*reading_of("time from start of hop.drop to start of hop.rise").value, 0.75, 1e-5);
}

TEST(Readings, NumberedInstantsCountOverTheWholeTape) {
    EXPECT_NEAR(*reading_of("time from press of jump to press of jump 2").value, 1.0, 1e-6);
    EXPECT_NEAR(*reading_of("time from press of last jump to landed").value, 0.5, 1e-6);
    EXPECT_NEAR(*reading_of("time from release of jump to release of last jump").value, 0.9, 1e-6);
    EXPECT_NEAR(*reading_of("time from landed to last landed").value, 1.0, 1e-6);
    const ReadingResult backward = reading_of("time from end of hop 2 to start of hop 2");
    EXPECT_FALSE(backward.value);
    EXPECT_EQ(backward.missing, "start of hop 2 comes before the first instant");
    EXPECT_EQ(reading_of("time from end of hop 2 to start of hop").missing,
              "no start of hop comes after the first instant");
    EXPECT_EQ(reading_of("time from press of jump 3 to landed").missing,
              "press of jump 3 did not happen: it came 2 times");
}

TEST(Readings, AQuantityComesToAValueOnTheExactCourse) {
    for (const int rate : {30, 60, 120, 240, 480}) {
        // Up at 7 m/s under 28 m/s²: 0.6 m above the feet's rest after (7 - sqrt(49 - 33.6)) / 28 s.
        EXPECT_NEAR(*reading_of("time from start of hop to feet >= 0.601 m", rate).value,
                    (7.0 - std::sqrt(49.0 - 33.6)) / 28.0, 1e-6);
        EXPECT_NEAR(*reading_of("time from start of hop to rising <= 3 m/s", rate).value, 4.0 / 28.0, 1e-6);
        EXPECT_NEAR(*reading_of("time from press of jump to feet >= 0.8759 m", rate).value,
                    0.25 - std::sqrt(0.0002 / 28.0), 1e-5)
            << "a tenth of a millimetre below the top, between two rows";
    }
}

TEST(Readings, TheLargestDropIsTheSameAtEveryTickRate) {
    // From 12 m/s to 6 along a curve in 0.08 s, then 50 m/s² on: within 0.1 s it falls 6 m/s and 50 m/s² times 0.02 s.
    const std::string braking = std::string(test::plain_body) + R"(
curve fades = points (0, 1) (0.6, 1) (1, 0.5)
move dash on dash {
  phase burst for 0.2 s { drive forward at 12 m/s shaped fades }
  phase settle for 0.08 s { steer to 0 m/s brake 50 m/s^2 }
}
reading drop = largest_drop(speed) over dash
reading fall = largest_drop(feet)
)";
    for (const int rate : {30, 60, 120, 240, 480}) {
        const Scene scene(braking);
        const auto all = take_readings(scene.program, scene.tuning,
                                       scene.run(TapeMaker(2.0).hold("dash", 1.003, 0.1), rate), "test");
        EXPECT_NEAR(*all[0].value, 6.0 + 50.0 * 0.02, 1e-4) << rate;
        EXPECT_NEAR(*all[1].value, 0.0, 1e-6) << rate;
    }
}

TEST(Readings, MarksHoldOnlyForTheirTape) {
    const auto r = readings();
    EXPECT_EQ(r.at("height").met(), true);
    EXPECT_EQ(r.at("air").met(), std::nullopt);
    EXPECT_EQ(r.at("far").met(), false);
}

TEST(Readings, WhatTheRunLacksIsSaidAndMissesItsMark) {
    const ReadingResult third = readings().at("third");
    EXPECT_FALSE(third.value);
    EXPECT_EQ(third.missing, "only 2 hop on this tape");
    EXPECT_EQ(third.met(), false);
}

}  // namespace
}  // namespace leap::readings_test
