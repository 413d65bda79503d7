// SPDX-License-Identifier: MIT
// Shared play from inputs alone: every peer plays everybody, and comes to the host's world bit for bit.
#include "core/wire/inputs_peer.hpp"

#include <gtest/gtest.h>

#include "core/wire/differences.hpp"
#include "tests/core/wire_demo.hpp"

namespace leap::wire_inputs_test {
namespace {

struct Quay : test::WireDemo {
    WirePlan plan(const std::string& name) const {
        WirePlan out = project.find_wire(name)->plan;
        out.others = OthersShown::from_inputs;
        return out;
    }
    WireRun run(const WirePlan& plan, const WireOptions& options = {}) const {
        auto out = rehearse(rehearsal, plan, tapes, options);
        EXPECT_TRUE(out.has_value()) << out.error();
        return out.value_or(WireRun{});
    }
};

const Quay& quay() {
    static const Quay out;
    return out;
}

/// Every tick that a peer has played for good is the host's.
void expect_the_same_worlds(const WireRun& run) {
    const auto& of_host = run.peers[0].sums;
    for (std::size_t i = 1; i < run.peers.size(); ++i) {
        const PeerRun& peer = run.peers[i];
        EXPECT_FALSE(peer.parted_s.has_value()) << peer.name << " at " << peer.parted_s.value_or(0.0) << " s";
        for (std::size_t k = 0; k < peer.sums.size(); ++k) {
            const std::size_t tick = static_cast<std::size_t>(peer.first_tick) + k;
            if (tick >= of_host.size()) break;
            ASSERT_EQ(peer.sums[k], of_host[tick]) << peer.name << ", tick " << tick;
        }
    }
}

TEST(WireInputs, EveryPeersWorldIsTheHostsAtEachTickOfEveryRehearsalOfTheDemo) {
    for (const WireEntry& entry : quay().project.wires) {
        SCOPED_TRACE(entry.plan.name);
        const WireRun run = quay().run(quay().plan(entry.plan.name));
        expect_the_same_worlds(run);
        for (std::size_t i = 1; i < run.peers.size(); ++i) {
            ASSERT_TRUE(run.peers[i].came);
            EXPECT_GT(run.peers[i].sums.size(), 200U) << "most of it was compared";
        }
    }
}

TEST(WireInputs, ThatHoldsOverAnyConnectionWithLateJoinersAndSomebodyWhoLeaves) {
    const char* const names[] = {"lever and door", "two at the buoy", "knocked over the wire"};
    std::size_t compared = 0;
    for (std::uint64_t seed = 1; seed <= 12; ++seed) {
        SCOPED_TRACE(seed);
        WirePlan plan = quay().plan(names[seed % 3]);
        plan.seed = seed;
        plan.length_s = 4.0;
        SeededNumbers random(seed);
        for (std::size_t i = 1; i < plan.peers.size(); ++i) {
            WireLink& link = plan.peers[i].link;
            link = {0.15 * random.share(), 0.08 * random.share(), 0.2 * random.share(), 0.1 * random.share(), 0.0, {}};
            plan.peers[i].clock_s = 0.06 * random.share() - 0.03;
        }
        WirePeer late = plan.peers.back();
        late.name = "late";
        late.joins_s = 1.0 + random.share();
        if (seed % 2 == 0) late.leaves_s = late.joins_s + 1.0;
        if (plan.peers.back().joins_s > late.joins_s) late.joins_s = plan.peers.back().joins_s;
        plan.peers.push_back(late);
        if (seed % 3 == 0) plan.peers[1].leaves_s = 2.5;
        plan.input_delay_s = seed % 4 == 0 ? 0.1 : 0.0;
        const WireRun run = quay().run(plan);
        expect_the_same_worlds(run);
        for (const PeerRun& peer : run.peers) compared += peer.sums.size();
    }
    EXPECT_GT(compared, 12U * 3U * 300U);
}

TEST(WireInputs, WithoutDelayAndLossOneTickOfInputDelayIsEnoughForNothingToBePlayedAgain) {
    WirePlan plan = quay().plan("two at the buoy");
    plan.input_delay_s = 1.0 / 120.0;
    for (WirePeer& peer : plan.peers) peer.link = {0.0, 0.0, 0.0, 0.0, 0.0, {}};
    const WireRun run = quay().run(plan);
    EXPECT_TRUE(run.corrections.empty());
    expect_the_same_worlds(run);
}

TEST(WireInputs, AnInputDelayAsLongAsTheWayToEachOtherLeavesNothingToCorrect) {
    WirePlan plan = quay().plan("catch and shove");
    for (std::size_t i = 1; i < plan.peers.size(); ++i) plan.peers[i].link = {0.05, 0.0, 0.0, 0.0, 0.0, {}};
    const WireRun at_once = quay().run(plan);
    EXPECT_FALSE(at_once.corrections.empty()) << "what others do is foreseen";
    EXPECT_FALSE(differences_of(quay().rehearsal, at_once).empty());
    for (const WireDifference& each : differences_of(quay().rehearsal, at_once))
        EXPECT_EQ(each.cause, DifferenceCause::foreseen);
    plan.input_delay_s = 0.15;
    const WireRun waited = quay().run(plan);
    EXPECT_TRUE(waited.corrections.empty());
    EXPECT_TRUE(differences_of(quay().rehearsal, waited).empty());
    expect_the_same_worlds(waited);
    EXPECT_GT(waited.peers[1].sums.size() + 40, waited.peers[0].sums.size());
}

TEST(WireInputs, AnInputThatComesTooLateCountsForAllAtTheSameLaterInstant) {
    WirePlan plan = quay().plan("two at the buoy");
    plan.peers[1].link = {0.05, 0.0, 0.0, 0.0, 0.0, {}};
    plan.peers[1].clock_s = -0.05;  // it plays too little ahead
    const WireRun run = quay().run(plan);
    EXPECT_GT(run.late_inputs, 0U);
    expect_the_same_worlds(run);
}

TEST(WireInputs, TheHostsTraceIsTheOneWorldsReplay) {
    WirePlan plan = quay().plan("two at the buoy");
    WirePlan told = plan;
    told.others = OthersShown::behind;
    for (WirePlan* each : {&plan, &told})
        for (WirePeer& peer : each->peers) peer.link = {0.0, 0.0, 0.0, 0.0, 0.0, {}};
    EXPECT_EQ(trace_hash(quay().run(plan).host), trace_hash(quay().run(told).host));
}

TEST(WireInputs, SumsSayWhereWorldsPart) {
    WirePlan plan = quay().plan("two at the buoy");
    std::size_t parted = 0;
    for (std::uint64_t seed = 1; seed <= 10; ++seed) {
        plan.seed = seed;
        WireOptions options;
        options.damaged = 0.1;
        options.forges = true;  // so that what was changed on its way isn't noticed there
        for (const PeerRun& peer : quay().run(plan, options).peers) parted += peer.parted_s ? 1 : 0;
    }
    EXPECT_GT(parted, 0U);
}

TEST(WireInputs, ADamagedMessageIsTakenForLost) {
    WirePlan plan = quay().plan("two at the buoy");
    WireOptions options;
    options.damaged = 0.3;
    const WireRun run = quay().run(plan, options);
    EXPECT_GT(run.unreadable, 20U);
    expect_the_same_worlds(run);
}

}  // namespace
}  // namespace leap::wire_inputs_test
