// SPDX-License-Identifier: MIT
// Characters that are only shown, as a peer has those of others.
#include "core/simulation/remote_actor.hpp"

#include <gtest/gtest.h>

#include "core/simulation/simulation.hpp"
#include "core/state/reference_actor.hpp"
#include "core/tape/replay.hpp"
#include "tests/core/support.hpp"

namespace leap::shown_test {
namespace {

using test::Scene;

Scene quay() {
    CoursePlan plan = test::flat_plan();
    plan.places.push_back({"far", {-40, 0, 0}, 0.0});
    plan.fixtures = {{"box", "crate", {2, 0, 0}, 0, ""}, {"gate", "gate", {12, 0, 0}, 0, ""}};
    return Scene(std::string(test::plain_body) +
                     "fixture crate { box 0.8 m, 0.8 m, 0.8 m  mass 30 kg  friction 50 %  phase lies { loose } }\n"
                     "fixture gate { box 0.2 m, 2 m, 2 m  phase shut for 1 s { solid  go open }\n"
                     "  phase open { slide 0 m, 0 m, 2.5 m } }\n",
                 plan);
}

/// Two seconds in which the last character walks into the crate; those before it are shown where they stand.
World walked(const Scene& scene, const std::vector<std::string>& places) {
    const SceneView rehearsal = scene.at(120);
    std::vector<TapeTrack> tracks;
    for (const std::string& place : places) tracks.push_back(alone_at(place).front());
    Simulation run(rehearsal, start_world(rehearsal, tracks).value());
    const World& world = run.world();
    const std::size_t own = places.size() - 1;
    while (world.tick < 240) {
        for (std::size_t i = 0; i < own; ++i) run.show(i, remote_of(world.actors[i]));
        std::vector<InputEvent> inputs;
        if (world.tick == 24)
            inputs.push_back(
                {InputEvent::Kind::stick, world.time, {}, false, Vec2{0.0, 1.0}, static_cast<std::int32_t>(own)});
        run.step(inputs);
    }
    return world;
}

TEST(Shown, OneFarOffLeavesWhatTheNextOneDoesToLooseThingsAndFixturesAsItIsAlone) {
    const Scene scene = quay();
    const World alone = walked(scene, {"start"});
    const World beside = walked(scene, {"far", "start"});
    EXPECT_GT(alone.loose[0].body.place.x, 4.0) << "it pushes the crate";
    EXPECT_LT(glm::length(alone.loose[0].body.place - beside.loose[0].body.place), 1e-9);
    EXPECT_LT(glm::length(alone.actors[0].body.position - beside.actors[1].body.position), 1e-9);
    ASSERT_TRUE(alone.machines[FixtureId(1)].phase.is(1)) << "the gate has opened by itself";
    EXPECT_EQ(alone.machines[FixtureId(1)].phase, beside.machines[FixtureId(1)].phase);
    EXPECT_EQ(alone.machines[FixtureId(1)].phase_since, beside.machines[FixtureId(1)].phase_since);
}

TEST(Shown, RulesSpeakOfTheFirstThatIsntOnlyShownOrOfTheFirstOfAll) {
    const Scene scene = quay();
    World world = start_world(scene.at(120), std::vector<TapeTrack>(2, alone_at("far").front())).value();
    EXPECT_EQ(reference_actor(world), 0U);
    world.actors[0].remote = true;
    EXPECT_EQ(reference_actor(world), 1U);
    EXPECT_FALSE(is_relevant(world, world.actors[0]));
    world.loose[0].holder = actor_owner(0);
    EXPECT_TRUE(is_relevant(world, world.actors[0])) << "it holds something";
    world.loose[0].holder = nobody;
    world.actors[1].remote = true;
    EXPECT_EQ(reference_actor(world), 0U);
    EXPECT_TRUE(is_relevant(world, world.actors[0]));
    EXPECT_FALSE(is_relevant(world, world.actors[1]));
}

}  // namespace
}  // namespace leap::shown_test
