// SPDX-License-Identifier: MIT
#include "core/readings/readings.hpp"

#include <gtest/gtest.h>

#include <cmath>

#include "tests/core/support.hpp"

namespace leap {
namespace {

using test::Scene;
using test::TapeMaker;

const std::string script = std::string(test::plain_body) + R"(
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

const Tape tape = TapeMaker(4.0).stick(0.1, 0, 1).hold("jump", 1.0, 0.2).hold("jump", 2.0, 0.1).stick(3.0, 0, 0);

std::map<std::string, ReadingResult> readings(int rate = 120) {
    const Scene scene(script);
    std::map<std::string, ReadingResult> out;
    for (ReadingResult& result : take_readings(scene.program, scene.tuning, scene.run(tape, rate), "test"))
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
}  // namespace leap
