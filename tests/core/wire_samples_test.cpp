// SPDX-License-Identifier: MIT
// What peers had at each tick, kept in columns.
#include "core/wire/wire_samples.hpp"

#include <gtest/gtest.h>

#include "core/tape/replay.hpp"
#include "tests/core/support.hpp"

namespace leap::wire_samples_test {
namespace {

using test::Scene;

struct Quay {
    Scene scene;
    SceneView rehearsal;
    Simulation run;
    Quay()
        : scene(made()), rehearsal(scene.at(120)), run(rehearsal, start_world(rehearsal, alone_at("start")).value()) {}
    static Scene made() {
        CoursePlan plan = test::flat_plan();
        plan.fixtures = {{"box", "crate", {2, 0, 0}, 0, ""}, {"gate", "gate", {12, 0, 0}, 0, ""}};
        return Scene(std::string(test::plain_body) +
                         "fixture crate { box 0.8 m, 0.8 m, 0.8 m  mass 30 kg  phase lies { loose } }\n"
                         "fixture gate { box 0.2 m, 2 m, 2 m  phase shut { solid }  phase open { } }\n",
                     plan);
    }
};

TEST(WireSamples, SayOfEachTickWhatItsWorldHad) {
    Quay quay;
    WireSamples samples;
    samples.add(quay.run);
    samples.add(quay.run);
    quay.run.change([](World& world) {
        world.machines[FixtureId(1)].phase = PhaseId(1);
        world.actors[0].body.position.x = 3.0;
    });
    samples.add(quay.run);
    quay.run.change([](World& world) {
        world.loose[0].body.place = Vec3{5, 6, 7};
        world.loose[0].holder = actor_owner(0);
        world.machines[FixtureId(1)].phase = {};
    });
    samples.add(quay.run);
    ASSERT_EQ(samples.size(), 4U);
    for (const std::size_t tick : {0U, 1U}) {
        EXPECT_TRUE(samples[tick].phases[1].is(0)) << tick;
        EXPECT_EQ(samples[tick].feet[0].x, 0.0) << tick;
        EXPECT_TRUE(samples[tick].holders[0].is_nobody()) << tick;
    }
    EXPECT_TRUE(samples[2].phases[1].is(1));
    EXPECT_EQ(samples[2].feet[0].x, 3.0);
    EXPECT_EQ(samples[2].places[0].middle.x, 2.0);
    EXPECT_FALSE(samples.back().phases[1]) << "none is none";
    EXPECT_EQ(samples.back().places[0].middle, (Vec3{5, 6, 7}));
    EXPECT_TRUE(samples.back().holders[0].is_actor(0));
    EXPECT_TRUE(samples[0] == samples[1]);
    EXPECT_FALSE(samples[1] == samples[2]);
    EXPECT_TRUE(samples.front() == samples[1]);
}

TEST(WireSamples, ThoseWhoComeAreInTheTicksFromThenOn) {
    Quay quay;
    WireSamples samples;
    samples.add(quay.run);
    quay.run.add({BodyId(0), {4, 4, 0}, 0.0});
    samples.add(quay.run);
    EXPECT_EQ(samples[0].feet.size(), 1U);
    ASSERT_EQ(samples[1].feet.size(), 2U);
    EXPECT_EQ(samples[1].feet[1].y, 4.0);
}

TEST(WireSamples, WhatStaysAsItIsTakesNoRoomOfItsOwn) {
    Quay quay;
    constexpr int ticks = 4096;
    WireSamples still;
    for (int i = 0; i < ticks; ++i) still.add(quay.run);
    WireSamples walks;
    for (int i = 0; i < ticks; ++i) {
        quay.run.change([&](World& world) { world.actors[0].body.position.x = i; });
        walks.add(quay.run);
    }
    EXPECT_GE(walks.bytes(), still.bytes() + (ticks - 1) * sizeof(Vec3));
    EXPECT_EQ(still.size(), walks.size());
    EXPECT_FALSE(still == walks);
}

}  // namespace
}  // namespace leap::wire_samples_test
