// SPDX-License-Identifier: MIT
// A peer that is told states keeps its past at those ticks only that the host usually tells of.
#include "core/wire/told_peer.hpp"
#include "core/simulation/simulation.hpp"

#include <gtest/gtest.h>

#include "core/simulation/start.hpp"
#include "core/wire/message.hpp"
#include "core/wire/net_scenario.hpp"
#include "tests/core/wire_demo.hpp"

namespace leap::told_peer_test {
namespace {

/// One end by itself, which hears what the test says.
struct LonePeer {
    WirePlan plan;
    WireRun run;
    WireStage stage;
    ToldPeer end;
    LonePeer(const test::WireDemo& quay, WirePlan of, const World& start, const WirePlayer& player)
        : plan(std::move(of)),
          run(begun(quay, plan)),
          stage(make_wire_stage(quay.rehearsal, plan, run, {})),
          end(stage, 1, player.inputs) {
        end.begin(start, 1);
    }
    static WireRun begun(const test::WireDemo& quay, const WirePlan& plan) {
        WireRun out;
        begin_wire_run(quay.rehearsal, plan, out);
        for (std::size_t i = 0; i < plan.peers.size(); ++i) out.peers[i].name = plan.peers[i].name;
        return out;
    }
    void hear(double now, const Bytes& bytes) { end.receive(now, {now, now, 0, bytes}); }
};

TEST(ToldPeer, AStateOfATickThatNobodyExpectedPutsItRightAsExactly) {
    const test::WireDemo quay;
    WirePlan seldom;
    seldom.name = "told at odd ticks";
    seldom.length_s = 3.0;
    seldom.send_every_s = 0.1;
    seldom.peers.resize(2);
    seldom.peers[0].name = "host";
    seldom.peers[1].name = "Ada";
    for (WirePeer& peer : seldom.peers) peer.tape = "quay loop";
    WirePlan each_tick = seldom;
    each_tick.send_every_s = 1.0 / quay.rehearsal.rate_hz;  // so all of the past is kept
    std::vector<WirePlayer> players;
    std::vector<TapeTrack> tracks;
    for (const WirePeer& peer : seldom.peers) {
        players.push_back(*player_of(quay.rehearsal, peer, quay.tapes));
        tracks.push_back(players.back().track);
    }
    const World start = *start_world(quay.rehearsal, tracks);
    LonePeer one(quay, seldom, start, players[1]);
    LonePeer other(quay, each_tick, start, players[1]);

    // At the host nobody has pressed anything, and its word is a little beside that: each state puts the peer right.
    Simulation host(quay.rehearsal, start);
    std::uint32_t number = 0;
    std::int64_t heard_of = 0;
    std::size_t odd = 0;
    std::vector<World> of_host{host.world()};
    SeededNumbers random(7);
    for (std::int64_t k = 0; k < 300; ++k) {
        one.end.step(k);
        other.end.step(k);
        host.step({});
        of_host.push_back(host.world());
        const auto tick = k - static_cast<std::int64_t>(random.share() * 20.0);
        if (random.share() > 0.2 || tick <= heard_of) continue;
        odd += (tick - heard_of) % one.stage.ticks_between_states() == 0 ? 0 : 1;
        heard_of = tick;
        World then = of_host[static_cast<std::size_t>(tick)];
        then.actors[1].body.position.y += number % 2 == 0 ? 0.05 : -0.05;
        const Bytes state = peer_state(state_for_all(quay.rehearsal, one.stage.things, then), then.actors[1]);
        StateMessage message;
        message.number = ++number;
        message.tick = tick;
        message.size = static_cast<std::uint32_t>(state.size());
        message.changes = changes_since({}, state);
        const Bytes bytes = encode(message);
        one.hear(one.stage.seconds(k), bytes);
        other.hear(other.stage.seconds(k), bytes);
        ASSERT_EQ(one.end.world(), other.end.world()) << "told of tick " << tick << " at " << k;
    }
    EXPECT_GT(odd, 20U) << "most were told of at ticks that weren't kept";
    EXPECT_GT(one.end.notes().corrections.size(), 10U);
    EXPECT_EQ(one.end.notes().corrections.size(), other.end.notes().corrections.size());
    EXPECT_EQ(one.end.notes().unreadable, 0U);
}

}  // namespace
}  // namespace leap::told_peer_test
