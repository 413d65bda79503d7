// SPDX-License-Identifier: MIT
// What differs between two peers' worlds is found: phases, places, holders, counters and what is remembered.
#include "core/wire/differences.hpp"

#include <gtest/gtest.h>

#include "core/wire/net_scenario.hpp"
#include "tests/core/support.hpp"

namespace leap::wire_differences_test {
namespace {

using test::Scene;
using test::TapeMaker;

constexpr const char* buttons =
    "button use key \"G\"\nshare whistle as present\n"
    "move blow_whistle on use { phase a for 0.1 s { start: emit whistle } }\n";

Tape named(Tape tape, const std::string& name) {
    tape.name = name;
    return tape;
}

struct Shared {
    Scene scene;
    SceneView rehearsal;
    WireRun run;
    std::vector<WireDifference> found;

    Shared(const std::string& fixture, double joins_s, const std::vector<PlacedFixture>& fixtures)
        : scene(std::string(test::plain_body) + buttons + fixture, plan(fixtures)), rehearsal(scene.at(120)) {
        WirePlan wire;
        wire.name = "test";
        wire.length_s = 4.0;
        wire.peers.resize(2);
        wire.peers[0].name = "host";
        wire.peers[0].tape = "blows";
        wire.peers[0].place = "start";
        wire.peers[1].name = "guest";
        wire.peers[1].tape = "waits";
        wire.peers[1].place = "other";
        wire.peers[1].link.delay_s = 0.05;
        wire.peers[1].joins_s = joins_s;
        const std::vector<Tape> tapes{named(TapeMaker(4).hold("use", 1.0, 0.1), "blows"), named(TapeMaker(4), "waits")};
        const auto done = rehearse(rehearsal, wire, tapes);
        EXPECT_TRUE(done) << (done ? "" : done.error());
        run = done.value_or(WireRun{});
        found = differences_of(rehearsal, run);
    }
    static CoursePlan plan(const std::vector<PlacedFixture>& fixtures) {
        CoursePlan out = test::flat_plan();
        out.places = {{"start", {0, 0, 0}, 0.0}, {"other", {0, 6, 0}, 0.0}};
        out.fixtures = fixtures;
        return out;
    }
    std::vector<std::string> lasting() const {
        std::vector<std::string> out;
        for (const WireDifference& each : found)
            if (each.lasts) out.push_back(difference_text(rehearsal, run, each) + " | " + cause_text(run, each));
        return out;
    }
};

TEST(WireDifferences, ACounterThatASharedEventHasRaisedDiffersAtOneWhoCameLater) {
    const std::string bell =
        "fixture bell { box 0.3 m, 0.3 m, 1 m  counter rung in 0..9\n"
        "  phase hangs { solid  on heard(whistle): rung + 1 } }\n";
    const Shared both(bell, 0.0, {{"bell", "bell", {5, 0, 0}, 0, ""}});
    EXPECT_EQ(both.lasting(), std::vector<std::string>{}) << "both have heard it";
    const Shared late(bell, 2.0, {{"bell", "bell", {5, 0, 0}, 0, ""}});
    EXPECT_EQ(
        late.lasting(),
        std::vector<std::string>{
            "bell: rung is 1 at host, 0 at guest from 2.05 s to the end | its rung is not shared, and started again "
            "when guest joined; write share rung as state"});
}

TEST(WireDifferences, WhatIsRememberedAndAPlaceThatFollowsFromItAreFoundInTheSamePhase) {
    const Shared late(
        "fixture float { box 1 m, 1 m, 0.4 m\n"
        "  phase lies { solid  slide way, 0 m, 0 m  on heard(whistle): remember way = 3 m } }\n",
        2.0, {{"float", "float", {5, 0, 0}, 0, ""}});
    ASSERT_EQ(late.lasting().size(), 2U);
    EXPECT_EQ(late.lasting()[0],
              "float: up to 3.00 m from its position at host, at guest from 2.05 s to the end | its position follows "
              "from its phase, counters and remembered values; share its phase and counters as state");
    EXPECT_EQ(late.lasting()[1],
              "float: way is 3 at host, 0 at guest from 2.05 s to the end | remembered values of a fixture are not "
              "sent to peers; use a counter and share it as state");
}

TEST(WireDifferences, ATurnAboutItsOwnMiddleIsAnotherPlace) {
    const Shared late(
        "fixture vane { box 2 m, 0.2 m, 1 m  counter aside in 0..1\n"
        "  phase turns { solid  face along_x * aside + along_y * (1 - aside)\n"
        "    on heard(whistle): aside + 1 } }\n",
        2.0, {{"vane", "vane", {5, 0, 0}, 0, ""}});
    ASSERT_EQ(late.found.size(), 2U);
    EXPECT_EQ(late.found[0].what, DifferenceOf::place);
    EXPECT_GT(late.found[0].most_m, 1.0);
}

TEST(WireDifferences, WhereAThingIsThatSomebodyHoldsIsComparedAndSoIsWhatRestsOnAPlate) {
    // The crate lies on the plate before the guest comes: what rests on what is told, too.
    const Shared late(
        "fixture crate { box 0.5 m, 0.5 m, 0.5 m  mass 20 kg  share phase, place as state\n"
        "  phase lies { loose } }\n"
        "fixture plate { box 1 m, 1 m, 0.1 m\n"
        "  phase up { solid  go down when load > 5 kg }\n"
        "  phase down { solid  go up when load < 1 kg } }\n",
        2.0, {{"plate", "plate", {5, 0, 0}, 0, ""}, {"crate", "crate", {5, 0, 0.12}, 0, ""}});
    const auto at_end = late.run.peers[1].samples.back();
    EXPECT_TRUE(late.run.peers[0].samples.back().phases[0].is(1)) << "the host's plate is down";
    EXPECT_TRUE(at_end.phases[0].is(1)) << "and the newcomer's, whose crate has never moved since it came";
    EXPECT_EQ(late.lasting(), std::vector<std::string>{});
}

}  // namespace
}  // namespace leap::wire_differences_test
