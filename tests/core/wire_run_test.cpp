// SPDX-License-Identifier: MIT
// Rehearsals of shared play: what peers know, when, and what becomes equal.
#include "core/wire/wire_run.hpp"

#include <gtest/gtest.h>

#include "core/wire/differences.hpp"
#include "core/wire/net_scenario.hpp"
#include "core/wire/wire_readings.hpp"
#include "tests/core/support.hpp"

namespace leap::wire_run_test {
namespace {

using test::Scene;
using test::TapeMaker;

/// A lever that a plate obeys; `share` is what is said of the plate.
std::string lever_and_door(const std::string& share, const std::string& of_lever = "") {
    return std::string(test::plain_body) + R"(
button use key "G"
move hop on jump { gate grounded  phase up { start: launch up at 8 m/s  end when rising <= 0 m/s } }
fixture lever {
  box 0.3 m, 0.3 m, 1 m
  focus within 2 m on use
)" + of_lever +
           R"(
  phase ready { go pulled when used then: tell link }
  phase pulled for 0.4 s { go ready }
}
fixture gate_leaf {
  box 0.2 m, 2 m, 2.5 m
)" + share +
           R"(
  phase shut { solid  go opened when told }
  phase opened { slide 0 m, 0 m, 2.5 m  go shut when told }
}
)";
}

CoursePlan lever_plan() {
    CoursePlan plan = test::flat_plan();
    plan.places = {{"start", {0, 0, 0}, 0.0}, {"other", {0, 6, 0}, 0.0}, {"third", {0, -6, 0}, 0.0}};
    PlacedFixture lever;
    lever.name = "lever";
    lever.kind = "lever";
    lever.position = {1, 0, 0.5};
    lever.link = "door";
    PlacedFixture door;
    door.name = "door";
    door.kind = "gate_leaf";
    door.position = {8, 0, 1.25};
    plan.fixtures = {lever, door};
    return plan;
}

Tape named(Tape tape, const std::string& name) {
    tape.name = name;
    return tape;
}

WirePeer peer(const std::string& name, const std::string& tape, const std::string& place, double delay_s = 0.05) {
    WirePeer out;
    out.name = name;
    out.tape = tape;
    out.place = place;
    out.link.delay_s = delay_s;
    return out;
}

WirePlan plan_of(std::vector<WirePeer> peers, double length_s = 4.0) {
    WirePlan out;
    out.name = "test";
    out.length_s = length_s;
    out.peers = std::move(peers);
    return out;
}

WireRun run_of(const Scene& scene, const WirePlan& plan, const std::vector<Tape>& tapes, int rate_hz = 120) {
    const auto run = rehearse(scene.at(rate_hz), plan, tapes);
    EXPECT_TRUE(run.has_value()) << run.error();
    return run.value_or(WireRun{});
}

std::int32_t phase_at(const WireRun& run, std::size_t peer, std::size_t fixture, double time) {
    const PeerRun& of = run.peers[peer];
    const auto tick = static_cast<std::int64_t>(std::llround(time * run.host.rate_hz)) - of.first_tick;
    return of.samples[static_cast<std::size_t>(tick)].phases[fixture].written();
}

const std::vector<Tape>& tapes() {
    static const std::vector<Tape> all{
        named(TapeMaker(4).hold("use", 1.0, 0.1), "pulls"),
        named(TapeMaker(4).stick(0.2, 0.3, 1).hold("jump", 0.8, 0.1).hold("jump", 2.1, 0.1), "hops"),
        named(TapeMaker(4).stick(0.1, -0.5, 0.5).stick(1.5, 1, 0), "walks"), named(TapeMaker(4), "waits")};
    return all;
}

constexpr std::size_t door = 1;

TEST(WireRun, WithoutDelayAndLossEveryPeerPlaysTheOneWorldBitForBit) {
    const Scene scene(lever_and_door("share phase as state", "share phase as state"), lever_plan());
    WirePlan plan =
        plan_of({peer("host", "pulls", "start", 0), peer("one", "hops", "other", 0), peer("two", "walks", "third", 0)});
    plan.send_every_s = 0.0;
    plan.behind_s = 0.0;
    const WireRun run = run_of(scene, plan, tapes());
    const Tape all = test::together(
        {{"", "start", tapes()[0], "host"}, {"", "other", tapes()[1], "one"}, {"", "third", tapes()[2], "two"}});
    EXPECT_EQ(trace_hash(run.host), trace_hash(scene.run(all)));
    for (std::size_t i = 1; i < 3; ++i) {
        const auto& of_peer = run.peers[i].samples;
        ASSERT_GE(of_peer.size(), run.peers[0].samples.size());
        for (std::size_t tick = 0; tick < run.peers[0].samples.size(); ++tick)
            ASSERT_EQ(of_peer[tick], run.peers[0].samples[tick]) << "peer " << i << " tick " << tick;
    }
    EXPECT_TRUE(run.corrections.empty());
    EXPECT_TRUE(differences_of(scene.at(120), run).empty());
}

TEST(WireRun, OnesOwnMovesComeAtOnceAndNeedNoCorrectionWhatTheDelay) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    const WirePlan plan = plan_of({peer("host", "waits", "start"), peer("one", "hops", "other", 0.15)});
    const WireRun run = run_of(scene, plan, tapes());
    const Trace alone = scene.run(test::together({{"", "other", tapes()[1], "one"}}));
    const PeerRun& one = run.peers[1];
    EXPECT_NEAR(one.lead_s, 0.15, 1e-9);
    for (double time = 0.5; time < 3.8; time += 0.1) {
        const auto tick = static_cast<std::size_t>(std::llround(time * 120));
        EXPECT_LT(glm::length(one.samples[tick].feet[1] - position_at(alone.tracks[0], time)), 1e-9) << time;
    }
    for (const WireCorrection& correction : run.corrections) EXPECT_LT(correction.moved_m, 1e-9);
    EXPECT_EQ(run.late_inputs, 0U);
}

TEST(WireRun, WhatIsNotSharedStaysWithWhoDidIt) {
    const Scene scene(lever_and_door(""), lever_plan());
    const WirePlan plan = plan_of({peer("host", "pulls", "start"), peer("one", "waits", "other")});
    const WireRun run = run_of(scene, plan, tapes());
    EXPECT_EQ(phase_at(run, 0, door, 2.0), 1);
    EXPECT_EQ(phase_at(run, 1, door, 2.0), 0);
    const auto found = differences_of(scene.at(120), run);
    const auto at_door =
        std::find_if(found.begin(), found.end(), [](const WireDifference& each) { return each.fixture == door; });
    ASSERT_NE(at_door, found.end());
    EXPECT_NEAR(at_door->from_s, 1.0, 0.02);
    EXPECT_TRUE(at_door->lasts);
    EXPECT_EQ(at_door->cause, DifferenceCause::not_shared);
    EXPECT_EQ(difference_text(scene.at(120), run, *at_door),
              "door: opened at host, shut at one from 1.01 s to the end");
}

struct Reach {
    std::string share;
    bool present;  ///< those who are there know
    bool later;    ///< a newcomer knows
};

class Reaches : public testing::TestWithParam<Reach> {};
INSTANTIATE_TEST_SUITE_P(All, Reaches,
                         testing::Values(Reach{"share phase as present", true, false},
                                         Reach{"share phase as kept", true, true},
                                         Reach{"share phase as state", true, true}));

TEST_P(Reaches, AreWhatTheySay) {
    const Scene scene(lever_and_door(GetParam().share), lever_plan());
    WirePlan plan =
        plan_of({peer("host", "pulls", "start"), peer("one", "waits", "other"), peer("late", "waits", "third", 0.08)});
    plan.peers[2].joins_s = 2.0;
    const WireRun run = run_of(scene, plan, tapes());
    ASSERT_TRUE(run.peers[2].came);
    EXPECT_EQ(phase_at(run, 0, door, 3.5), 1);
    EXPECT_EQ(phase_at(run, 1, door, 3.5) == 1, GetParam().present);
    EXPECT_EQ(phase_at(run, 2, door, 3.5) == 1, GetParam().later);
    const auto found = differences_of(scene.at(120), run);
    const auto of_late = std::find_if(
        found.begin(), found.end(), [](const WireDifference& each) { return each.peer == 2 && each.fixture == door; });
    if (GetParam().later) {
        EXPECT_EQ(of_late, found.end());
        return;
    }
    ASSERT_NE(of_late, found.end());
    EXPECT_EQ(of_late->cause, DifferenceCause::not_kept);
    EXPECT_NEAR(of_late->told_s.value_or(0.0), 1.0, 0.02);
}

TEST(WireRun, TheOneWhoActsDecidesWhereThatIsSaid) {
    // The peer stands at the lever; the host's word alone would do as well, but comes by the host's own world.
    const Scene scene(lever_and_door("share phase as kept by actor"), lever_plan());
    const WirePlan plan = plan_of(
        {peer("host", "waits", "other"), peer("one", "pulls", "start", 0.1), peer("two", "waits", "third", 0.1)});
    const WireRun run = run_of(scene, plan, tapes());
    for (std::size_t i = 0; i < 3; ++i) EXPECT_EQ(phase_at(run, i, door, 2.0), 1) << i;
    ASSERT_FALSE(run.tellings.empty());
}

/// Between "host" and "one", 1 m ahead of each.
CoursePlan lamp_plan() {
    CoursePlan plan = test::flat_plan();
    plan.places = {{"start", {0, 0, 0}, 0.0}, {"other", {2, 0, 0}, 180.0}, {"third", {0, -6, 0}, 0.0}};
    PlacedFixture lamp;
    lamp.name = "lamp";
    lamp.kind = "lamp";
    lamp.position = {1, 0, 0.3};
    plan.fixtures = {lamp};
    return plan;
}

/// Used it is taken into the hands; used again by whoever holds it, it is lit.
std::string lamp_script(const std::string& share) {
    return std::string(test::plain_body) + R"(
button use key "G"
move hop on jump { phase a for 0.1 s { } }
fixture lamp {
  sphere radius 0.3 m
  mass 4 kg
  focus within 3 m on use
)" + share +
           R"(
  phase free { loose  go held when used then: hold }
  phase held { carried 0.6 m, 0 m, 1 m  go lit when pressed(use) and phase_time > 0.1 s }
  phase lit { carried 0.6 m, 0 m, 1 m  go held when pressed(use) and phase_time > 0.1 s }
}
)";
}

TEST(WireRun, WhileOneHoldsAThingItsPeerDecides) {
    const Scene scene(lamp_script("share phase as kept by holder  share place as state"), lamp_plan());
    const std::vector<Tape> both{named(TapeMaker(4), "waits"),
                                 named(TapeMaker(4).hold("use", 1.0, 0.1).hold("use", 2.0, 0.1), "takes and lights")};
    WirePlan plan = plan_of({peer("host", "waits", "start"), peer("one", "takes and lights", "other", 0.1),
                             peer("two", "waits", "third", 0.1), peer("late", "waits", "third", 0.1)});
    plan.peers[3].joins_s = 3.0;
    const WireRun run = run_of(scene, plan, both);
    EXPECT_EQ(phase_at(run, 1, 0, 2.05), 2) << "at once where it is done";
    for (std::size_t i = 0; i < 4; ++i) EXPECT_EQ(phase_at(run, i, 0, 3.9), 2) << i;
    EXPECT_EQ(run.refused_words, 0U);
}

TEST(WireRun, OfTwoWhoTakeAThingTheSecondIsToldThatItDoesNotHoldIt) {
    // The host takes it at 1.00 s. Peer one, who can't know that yet, at 1.02 s; and lights it before the answer is in.
    const Scene scene(lamp_script("share phase as kept by holder  share place as state"), lamp_plan());
    const std::vector<Tape> both{
        named(TapeMaker(4).hold("use", 1.0, 0.1), "takes"),
        named(TapeMaker(4).hold("use", 1.02, 0.05).hold("use", 1.16, 0.05), "takes and lights")};
    const WirePlan plan = plan_of({peer("host", "takes", "start"), peer("one", "takes and lights", "other", 0.25)});
    const WireRun run = run_of(scene, plan, both);
    EXPECT_GE(run.refused_words, 1U);
    EXPECT_EQ(phase_at(run, 1, 0, 1.3), 2) << "what it did, until it is told";
    EXPECT_EQ(phase_at(run, 0, 0, 3.9), 1);
    EXPECT_EQ(phase_at(run, 1, 0, 3.9), 1) << "the loser is put right";
    const SceneView r = scene.at(120);
    const auto found = differences_of(r, run);
    const auto hands = std::find_if(found.begin(), found.end(), [](const WireDifference& each) {
        return each.what == DifferenceOf::holder && each.peer_holder.is_actor();
    });
    ASSERT_NE(hands, found.end());
    EXPECT_NEAR(hands->from_s, 1.02, 0.01);
    EXPECT_NE(difference_text(r, run, *hands).find("held by host at host, held by one at one"), std::string::npos)
        << difference_text(r, run, *hands);
    EXPECT_FALSE(hands->lasts);
}

TEST(WireRun, WhoeverHoldsIsOneAtAnyTimeByTheHostsClock) {
    for (const char* const share :
         {"share phase, place as state", "share phase as kept by holder  share place as state"}) {
        const Scene scene(lamp_script(share), lamp_plan());
        for (std::uint64_t seed = 1; seed <= 20; ++seed) {
            const double when = 0.9 + 0.01 * static_cast<double>(seed);
            const std::vector<Tape> both{named(TapeMaker(4).hold("use", 1.0, 0.1), "takes"),
                                         named(TapeMaker(4).hold("use", when, 0.05), "too")};
            WirePlan plan = plan_of({peer("host", "takes", "start"), peer("one", "too", "other", 0.1)});
            plan.seed = seed;
            plan.peers[1].link.loss = 0.2;
            plan.peers[1].link.jitter_s = 0.03;
            const WireRun run = run_of(scene, plan, both);
            // Who presses first by the instant of play has it, wherever its player sits, if the press came in time.
            EXPECT_EQ(phase_at(run, 0, 0, 3.9), 1) << seed;
            EXPECT_EQ(phase_at(run, 1, 0, 3.9), 1) << seed;
            const Vec3 at_host = run.peers[0].samples.back().places[0].middle;
            const Vec3 at_one = run.peers[1].samples.back().places[0].middle;
            EXPECT_LT(glm::length(at_host - at_one), 0.01) << seed << ": both see it in the same hands";
        }
    }
}

TEST(WireRun, AnEventThatIsSharedIsHeardByThePeersFixturesAndNoOther) {
    for (const bool shared : {false, true}) {
        const Scene scene(std::string(test::plain_body) + (shared ? "share whistle as present\n" : "") + R"(
button use key "G"
move blow_whistle on use { phase a for 0.1 s { start: emit whistle } }
move hop on jump { phase a for 0.1 s { } }
fixture lever { box 0.3 m, 0.3 m, 1 m  phase rests { solid } }
fixture gate_leaf {
  box 0.2 m, 2 m, 2.5 m
  phase shut { solid  go opened when heard(whistle) }
  phase opened { solid }
}
)",
                          lever_plan());
        WirePlan plan = plan_of({peer("host", "waits", "start"), peer("one", "pulls", "other", 0.1),
                                 peer("two", "hops", "third", 0.1), peer("late", "waits", "third", 0.05)});
        plan.peers[2].link.loss = 0.3;
        plan.peers[3].joins_s = 2.0;
        const WireRun run = run_of(scene, plan, tapes());
        EXPECT_EQ(phase_at(run, 0, door, 2.0), 1) << "the host hears every character";
        EXPECT_EQ(phase_at(run, 1, door, 1.1), 1) << "who blows it hears it at once";
        EXPECT_EQ(phase_at(run, 2, door, 3.0), shared ? 1 : 0);
        EXPECT_EQ(phase_at(run, 3, door, 3.0), 0) << "it is over by then";
    }
}

TEST(WireRun, WhatItTakesInMemoryIsToldAndGrowsWithWhatIsKept) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    WirePlan plan = plan_of({peer("host", "pulls", "start"), peer("one", "hops", "other")}, 2.0);
    const auto bytes = [&](double frames_per_s) {
        WireOptions options;
        options.frames_per_s = frames_per_s;
        return bytes_of(rehearse(scene.at(120), plan, tapes(), options).value());
    };
    const std::size_t without = bytes(0.0);
    EXPECT_GT(bytes(20.0), without + 2 * 40 * sizeof(World));
    plan.length_s = 4.0;
    EXPECT_GT(bytes(0.0), without + without / 2);
}

TEST(WireRun, TheSamePlanGivesTheSameRunAndAnotherSeedAnother) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    WirePlan plan = plan_of({peer("host", "pulls", "start"), peer("one", "hops", "other", 0.08)});
    plan.peers[1].link.loss = 0.2;
    plan.peers[1].link.jitter_s = 0.05;
    plan.peers[1].link.duplicates = 0.1;
    const WireRun first = run_of(scene, plan, tapes());
    const WireRun again = run_of(scene, plan, tapes());
    EXPECT_EQ(first.messages, again.messages);
    EXPECT_EQ(first.corrections, again.corrections);
    EXPECT_EQ(first.peers[1].samples, again.peers[1].samples);
    EXPECT_EQ(trace_hash(first.host), trace_hash(again.host));
    plan.seed = 2;
    EXPECT_NE(run_of(scene, plan, tapes()).messages, first.messages);
}

TEST(WireRun, WhatWasPressedBeforeAPeerCameIsNothingThatItSawLate) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    WirePlan plan = plan_of(
        {peer("host", "pulls", "start"), peer("one", "hops", "other", 0.05), peer("late", "hops", "third", 0.05)});
    plan.peers[2].joins_s = 1.5;
    const WireRun run = run_of(scene, plan, tapes());
    std::size_t seen = 0;
    for (const PressSeen& each : run.presses) {
        EXPECT_TRUE(each.peer != 2 || each.pressed_s >= run.peers[2].from_s);
        EXPECT_LT(each.seen_s - each.pressed_s, 0.5);
        seen += each.by == 2 ? 1 : 0;
    }
    EXPECT_GT(seen, 0U) << "what it presses itself is seen by the others";
}

TEST(WireRun, IsTheSameOnOneThreadAndOnManyAndTickByTick) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    for (const auto& [delay_s, others] :
         {std::pair(0.0, OthersShown::behind), std::pair(0.004, OthersShown::behind),
          std::pair(0.08, OthersShown::behind), std::pair(0.0, OthersShown::from_inputs),
          std::pair(0.08, OthersShown::from_inputs)}) {
        SCOPED_TRACE(delay_s);
        WirePlan plan = plan_of({peer("host", "pulls", "start"), peer("one", "hops", "other", delay_s),
                                 peer("two", "hops", "third", 0.06), peer("late", "waits", "third", 0.05)});
        for (std::size_t i = 1; i < plan.peers.size(); ++i) {
            plan.peers[i].link.loss = 0.2;
            plan.peers[i].link.jitter_s = 0.05;
            plan.peers[i].link.duplicates = 0.1;
        }
        plan.peers[3].joins_s = 1.5;
        plan.others = others;
        WireOptions options;
        options.frames_per_s = 20.0;
        options.damaged = 0.05;
        Traffic traffic;
        options.traffic = &traffic;
        const WireRun many = rehearse(scene.at(120), plan, tapes(), options).value();
        const auto is_the_same = [&](const WireRun& other, const Traffic& also) {
            EXPECT_EQ(traffic, also);
            EXPECT_EQ(many.messages, other.messages);
            EXPECT_EQ(many.corrections, other.corrections);
            EXPECT_EQ(many.tellings, other.tellings);
            EXPECT_EQ(many.unreadable, other.unreadable);
            EXPECT_EQ(many.end_s, other.end_s);
            EXPECT_EQ(trace_hash(many.host), trace_hash(other.host));
            for (std::size_t i = 0; i < plan.peers.size(); ++i) {
                EXPECT_EQ(many.peers[i].samples, other.peers[i].samples);
                EXPECT_EQ(many.peers[i].sums, other.peers[i].sums);
                EXPECT_EQ(many.peers[i].frames.size(), other.peers[i].frames.size());
            }
        };
        Traffic alone;
        options.traffic = &alone;
        options.one_thread = true;
        is_the_same(rehearse(scene.at(120), plan, tapes(), options).value(), alone);

        const SceneView r = scene.at(120);
        WireRun slow;
        Traffic of_slow;
        options.traffic = &of_slow;
        begin_wire_run(r, plan, slow);
        WireStage stage = make_wire_stage(r, plan, slow, options);
        std::vector<WirePlayer> players;
        for (const WirePeer& each : plan.peers) players.push_back(player_of(r, each, tapes()).value());
        NetScenario scenario(stage, players);
        ASSERT_TRUE(scenario.begin());
        while (scenario.goes_on()) scenario.advance(1);
        scenario.finish();
        is_the_same(slow, of_slow);
        EXPECT_EQ(many.presses, slow.presses);
    }
}

TEST(WireProperty, OverAnyLinkStateAgreesAndKeptReachesTheNewcomerAndPresentNever) {
    for (const char* const share : {"share phase as state", "share phase as kept", "share phase as present"}) {
        const Scene scene(lever_and_door(share), lever_plan());
        for (std::uint64_t seed = 1; seed <= 40; ++seed) {
            SCOPED_TRACE(std::string(share) + ", seed " + std::to_string(seed));
            WirePlan plan = plan_of({peer("host", "pulls", "start"), peer("one", "hops", "other", 0.01 * double(seed)),
                                     peer("late", "waits", "third", 0.2)},
                                    6.0);
            plan.seed = seed;
            plan.peers[2].joins_s = 2.0;
            for (WirePeer& each : plan.peers) {
                each.link.loss = 0.01 * static_cast<double>(seed % 30);
                each.link.jitter_s = 0.005 * static_cast<double>(seed % 20);
                each.link.duplicates = 0.1;
            }
            const WireRun run = run_of(scene, plan, tapes());
            ASSERT_TRUE(run.peers[2].came);
            EXPECT_EQ(run.unreadable, 0U);
            EXPECT_EQ(phase_at(run, 0, door, 5.9), 1);
            EXPECT_EQ(phase_at(run, 1, door, 5.9), 1);
            EXPECT_EQ(phase_at(run, 2, door, 5.9), std::string(share) == "share phase as present" ? 0 : 1);
            // The inputs of a player reach the host, whatever is lost: its character ends where its player left it.
            const Vec3 mine = run.peers[1].samples[static_cast<std::size_t>(5.9 * 120)].feet[1];
            const Vec3 hosts = run.peers[0].samples[static_cast<std::size_t>(5.9 * 120)].feet[1];
            EXPECT_LT(glm::length(mine - hosts), 1e-6);
        }
    }
}

TEST(WireProperty, MessagesWithBitsTurnedDoNoHarmBeyondThemselves) {
    const Scene scene(lever_and_door("share phase as kept by actor", "share phase as state"), lever_plan());
    for (std::uint64_t seed = 1; seed <= 40; ++seed) {
        WirePlan plan = plan_of(
            {peer("host", "pulls", "start"), peer("one", "hops", "other"), peer("late", "walks", "third", 0.1)}, 3.0);
        plan.seed = seed;
        plan.peers[2].joins_s = 0.5;
        WireOptions options;
        options.damaged = 0.3;
        options.forges = seed % 2 == 0;
        const auto run = rehearse(scene.at(120), plan, tapes(), options);
        ASSERT_TRUE(run.has_value()) << run.error();
        EXPECT_NEAR(run->end_s, 3.0, 1e-9) << seed;
        EXPECT_GE(run->host.tracks.size(), 2U);
    }
}

TEST(WireRun, APressThatComesTooLateIsPutRight) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    WirePlan plan = plan_of({peer("host", "waits", "start"), peer("one", "hops", "other", 0.05)});
    plan.peers[1].link.pauses = {{0.6, 1.1}};  // the first hop's press goes by then
    const WireRun run = run_of(scene, plan, tapes());
    EXPECT_GT(run.late_inputs, 0U);
    ASSERT_FALSE(run.corrections.empty());
    const auto moved = std::max_element(run.corrections.begin(), run.corrections.end(),
                                        [](const auto& a, const auto& b) { return a.moved_m < b.moved_m; });
    EXPECT_GT(moved->moved_m, 0.1);
    EXPECT_TRUE(moved->late_input);
    const auto readings = wire_readings(run, differences_of(scene.at(120), run));
    const auto largest = std::find_if(readings.begin(), readings.end(),
                                      [](const WireReading& each) { return each.name == "largest_correction"; });
    EXPECT_DOUBLE_EQ(largest->value, moved->moved_m);
    plan.marks = {{"largest_correction", 0.0, 0.05}, {"corrections", 1.0, 50.0}, {"no_such", 0.0, 1.0}};
    const auto marks = wire_marks(plan, readings);
    EXPECT_FALSE(marks[0].met);
    EXPECT_TRUE(marks[1].met);
    EXPECT_FALSE(marks[2].met) << "what can't be read is not met";
}

TEST(WireRun, APressIsSeenElsewhereAfterBothWaysAndWhatOthersAreShownBehind) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    WirePlan plan = plan_of(
        {peer("host", "waits", "start"), peer("one", "hops", "other", 0.1), peer("two", "waits", "third", 0.1)});
    plan.send_every_s = 0.0;
    plan.behind_s = 0.15;
    const WireRun run = run_of(scene, plan, tapes());
    int seen = 0;
    for (const PressSeen& press : run.presses) {
        if (press.by != 1) continue;
        ++seen;
        const double wanted = press.peer == 0 ? 0.1 : 0.1 + 0.15;  // its lead; and how far behind the other shows it
        EXPECT_NEAR(press.seen_s - press.pressed_s, wanted, 1.5 / 120) << press.peer;
    }
    EXPECT_EQ(seen, 4) << "two hops, seen by two";
}

TEST(WireRun, OthersWhoRunOnAreShownSoonerAndLessExactly) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    WirePlan plan = plan_of({peer("host", "walks", "start"), peer("one", "waits", "other", 0.1)});
    const auto off_at = [&](OthersShown others, double time) {
        plan.others = others;
        const WireRun run = run_of(scene, plan, tapes());
        const auto tick = static_cast<std::size_t>(std::llround(time * 120));
        return glm::length(run.peers[1].samples[tick].feet[0] - run.peers[0].samples[tick].feet[0]);
    };
    EXPECT_LT(off_at(OthersShown::run_on, 1.2), 0.02) << "it walks straight on";
    EXPECT_GT(off_at(OthersShown::behind, 1.2), 0.5);
    EXPECT_GT(off_at(OthersShown::run_on, 1.62), 0.1) << "it has just turned";
}

TEST(WireRun, WhoLeavesLetsGoAndAHostThatLeavesEndsIt) {
    const Scene scene(lever_and_door("share phase as state"), lever_plan());
    WirePlan plan = plan_of({peer("host", "waits", "start"), peer("one", "walks", "other")});
    plan.peers[1].leaves_s = 1.0;
    const WireRun run = run_of(scene, plan, tapes());
    const auto& feet = run.peers[0].samples;
    EXPECT_LT(glm::length(feet[240].feet[1] - feet[400].feet[1]), 1e-6) << "it stands";
    EXPECT_GT(glm::length(feet[100].feet[1] - feet[0].feet[1]), 1.0);
    EXPECT_NEAR(run.peers[1].to_s, 1.0, 0.01);
    plan.peers[0].leaves_s = 2.0;
    const WireRun ended = run_of(scene, plan, tapes());
    EXPECT_TRUE(ended.host_left);
    EXPECT_NEAR(ended.end_s, 2.0, 0.01);
}

TEST(WireRun, PlansThatMakeNoSenseAreRefusedWithWhoAndWhy) {
    const Scene scene(lever_and_door(""), lever_plan());
    const auto wrong = [&](auto change) {
        WirePlan plan = plan_of({peer("host", "waits", "start"), peer("one", "walks", "other")});
        change(plan);
        const auto run = rehearse(scene.at(120), plan, tapes());
        return run ? std::string() : run.error();
    };
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers.clear(); }), "expected a host and at least one peer");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers.resize(9, plan.peers[1]); }),
              "expected at most 8 peers with the host, got 9");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers[1].tape = "none"; }), "one: unknown tape \"none\"");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers[1].track = "x"; }), "one: unknown character 'x' in tape \"walks\"");
    EXPECT_NE(wrong([](WirePlan& plan) { plan.peers[1].place = "nowhere"; }).find("one: "), std::string::npos);
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers[1].link.delay_s = -1; }), "one: delay: expected 0 to 10 s");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers[1].link.loss = 1.5; }), "one: loss: expected 0 to 1");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers[1].link.jitter_s = std::nan(""); }),
              "one: jitter: expected 0 to 10 s");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers[1].joins_s = -1; }), "one: joins: expected 0 s or more");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.peers[1].leaves_s = 0.0; }), "one: it leaves before it has joined");
    EXPECT_EQ(wrong([](WirePlan& plan) { plan.length_s = 0.0; }), "length: expected more than 0 and at most 120 s");
}

}  // namespace
}  // namespace leap::wire_run_test
