// SPDX-License-Identifier: MIT
// Rehearsals of shared play: clocks that are off, and what players do counting a little later.
#include <gtest/gtest.h>

#include "core/project/wire_file.hpp"
#include "core/wire/wire_readings.hpp"
#include "core/wire/wire_run.hpp"
#include "tests/core/support.hpp"

namespace leap::wire_clock_test {
namespace {

using test::Scene;
using test::TapeMaker;

CoursePlan two_places() {
    CoursePlan out = test::flat_plan();
    out.places = {{"start", {0, 0, 0}, 0.0}, {"other", {0, 6, 0}, 0.0}};
    return out;
}

struct Hopping {
    Scene scene{
        std::string(test::plain_body) +
            "move hop on jump { gate grounded  phase up { start: launch up at 8 m/s  end when rising <= 0 m/s } }\n",
        two_places()};
    std::vector<Tape> tapes;
    WirePlan plan;
    explicit Hopping(double delay_s) {
        tapes = {TapeMaker(3), TapeMaker(3).hold("jump", 0.8, 0.1).hold("jump", 2.1, 0.1)};
        tapes[0].name = "waits";
        tapes[1].name = "hops";
        plan.name = "test";
        plan.length_s = 3.0;
        plan.peers.resize(2);
        plan.peers[0].name = "host";
        plan.peers[0].tape = "waits";
        plan.peers[1].name = "one";
        plan.peers[1].tape = "hops";
        plan.peers[1].place = "other";
        plan.peers[1].link.delay_s = delay_s;
    }
    WireRun run() const {
        const auto out = rehearse(scene.at(120), plan, tapes);
        EXPECT_TRUE(out.has_value()) << (out ? "" : out.error());
        return out.value_or(WireRun{});
    }
    /// When its own character was first seen higher than where it began, by its samples.
    static double left_ground_s(const PeerRun& peer, std::size_t actor) {
        for (std::size_t i = 0; i < peer.samples.size(); ++i)
            if (peer.samples[i].feet.size() > actor &&
                peer.samples[i].feet[actor].z > peer.samples.front().feet[actor].z + 1e-3)
                return static_cast<double>(peer.first_tick + static_cast<std::int64_t>(i)) / 120.0;
        return -1.0;
    }
};

TEST(WireClock, WhatAPlayerDoesCountsLaterByTheInputDelayWithEverybody) {
    Hopping play(0.1);
    const WireRun at_once = play.run();
    play.plan.input_delay_s = 0.05;
    const WireRun later = play.run();
    for (const std::size_t peer : {0U, 1U})
        EXPECT_NEAR(Hopping::left_ground_s(later.peers[peer], 1) - Hopping::left_ground_s(at_once.peers[peer], 1), 0.05,
                    1e-9)
            << peer;
    EXPECT_EQ(later.late_inputs, 0U);
}

TEST(WireClock, WithInputDelayAPeerPlaysLessFarAheadAndNothingComesLate) {
    Hopping play(0.1);
    EXPECT_NEAR(play.run().peers[1].lead_s, 0.1, 1e-9);
    for (const double delay_s : {0.04, 0.1, 0.25}) {
        play.plan.input_delay_s = delay_s;
        const WireRun run = play.run();
        EXPECT_NEAR(run.peers[1].lead_s, std::max(0.0, 0.1 - delay_s), 1.0 / 120) << delay_s;
        EXPECT_EQ(run.late_inputs, 0U) << delay_s;
        for (const WireCorrection& correction : run.corrections) EXPECT_LT(correction.moved_m, 1e-9);
        ASSERT_EQ(run.peers.size(), 2U);
        EXPECT_EQ(run.host.events, [&] {
            Hopping same(0.0);
            same.plan.input_delay_s = delay_s;
            return same.run().host.events;
        }()) << "the host plays each press at its instant, whatever the connection";
    }
}

TEST(WireClock, HowLateAPressIsSeenCountsFromWhenItWasMade) {
    Hopping play(0.1);
    const auto seen_s = [&] {
        for (const PressSeen& press : play.run().presses)
            if (press.by == 1 && press.peer == 0) return press.seen_s - press.pressed_s;
        return -1.0;
    };
    EXPECT_NEAR(seen_s(), 0.1, 2.0 / 120);
    play.plan.input_delay_s = 0.3;
    EXPECT_NEAR(seen_s(), 0.3, 2.0 / 120);
}

TEST(WireClock, AClockThatGoesBehindSendsTooLateAndIsPutRight) {
    Hopping play(0.1);
    EXPECT_EQ(play.run().late_inputs, 0U);
    play.plan.peers[1].clock_s = -0.06;
    const WireRun behind = play.run();
    EXPECT_GT(behind.late_inputs, 0U);
    EXPECT_FALSE(behind.corrections.empty());
    EXPECT_NEAR(behind.peers[1].lead_s, 0.04, 1.0 / 120);
    play.plan.peers[1].clock_s = 0.06;
    const WireRun ahead = play.run();
    EXPECT_EQ(ahead.late_inputs, 0U);
    EXPECT_NEAR(ahead.peers[1].lead_s, 0.16, 1.0 / 120);
}

TEST(WireClock, APeerNeverPlaysBehindTheHost) {
    Hopping play(0.02);
    play.plan.peers[1].clock_s = -0.5;
    EXPECT_EQ(play.run().peers[1].lead_s, 0.0);
}

TEST(WireClock, AreWrittenReadAndSet) {
    Hopping play(0.1);
    play.plan.input_delay_s = 0.05;
    play.plan.peers[1].clock_s = -0.02;
    const auto back = read_wire_plan(write_wire_plan(play.plan), "w.json");
    ASSERT_TRUE(back);
    EXPECT_EQ(*back, play.plan);
    EXPECT_EQ(set_wire_value(play.plan, "input_delay=0.1"), "");
    EXPECT_EQ(set_wire_value(play.plan, "one.clock=0.03"), "");
    EXPECT_EQ(play.plan.input_delay_s, 0.1);
    EXPECT_EQ(play.plan.peers[1].clock_s, 0.03);
}

TEST(WireClock, NumbersThatMakeNoSenseAreRefused) {
    for (const char* text : {R"({"format":1,"name":"a","input_delay":-1,"peers":[{"name":"h"}]})",
                             R"({"format":1,"name":"a","input_delay":7,"peers":[{"name":"h"}]})",
                             R"({"format":1,"name":"a","peers":[{"name":"h","clock":0.1}]})",
                             R"({"format":1,"name":"a","peers":[{"name":"h"},{"name":"one","clock":5}]})"})
        EXPECT_FALSE(read_wire_plan(text, "w.json")) << text;
    Hopping play(0.1);
    play.plan.input_delay_s = std::numeric_limits<double>::quiet_NaN();
    EXPECT_FALSE(rehearse(play.scene.at(120), play.plan, play.tapes));
    play.plan.input_delay_s = 0.0;
    play.plan.peers[1].clock_s = 2.0;
    EXPECT_FALSE(rehearse(play.scene.at(120), play.plan, play.tapes));
    play.plan.peers[1].clock_s = 0.0;
    play.plan.peers[0].clock_s = 0.1;
    EXPECT_FALSE(rehearse(play.scene.at(120), play.plan, play.tapes));
}

}  // namespace
}  // namespace leap::wire_clock_test
