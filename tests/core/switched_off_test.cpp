// SPDX-License-Identifier: MIT
// A kind of fixture that is switched off, or on again, while a world runs.
#include <gtest/gtest.h>

#include "core/bodies/known_poses.hpp"
#include "core/senses/explain.hpp"
#include "core/simulation/simulation.hpp"
#include "core/simulation/start.hpp"
#include "core/simulation/switched_off.hpp"
#include "tests/core/support.hpp"

namespace leap::switched_off_test {
namespace {

const std::string script = std::string(test::plain_body) +
                           "button use key \"E\"\n"
                           "fixture crate { box 0.6 m, 0.6 m, 0.6 m  mass 8 kg  counter bumps in 0..9\n"
                           "  phase lies { loose  go held when touched then: hold, bumps + 1 }\n"
                           "  phase held { carried 0.5 m, 0 m, 1 m } }\n"
                           "fixture cart { box 1 m, 1 m, 0.5 m  mass 50 kg  focus within 3 m on use prompt \"Ride\"\n"
                           "  phase waits { loose  go ridden when used }\n"
                           "  phase ridden { loose  seat 0 m, 0 m, 0.3 m } }\n"
                           "fixture raft { box 3 m, 3 m, 0.4 m  phase floats { solid } }\n";

struct Switched {
    test::Scene scene;
    Tuning without;
    World world;

    explicit Switched(std::vector<PlacedFixture> fixtures)
        : scene(script,
                [&] {
                    CoursePlan plan = test::flat_plan();
                    plan.fixtures = std::move(fixtures);
                    return plan;
                }()),
          without(scene.tuning),
          world(initial_world(scene.at(120), Vec3{0.0}, 0.0)) {
        without.off.assign(scene.program.machines.size(), 0);
        for (const char* const kind : {"crate", "cart", "raft"})
            without.off[scene.program.find_machine(kind)->at()] = 1;
    }
    void go_on(const Tuning& tuning, int ticks) {
        const SceneView r(scene.program, tuning, scene.course, 120);
        Simulation run(r, std::move(world));
        for (int i = 0; i < ticks; ++i) run.step({});
        world = std::move(run).take_world();
    }
};

TEST(SwitchedOff, AWorldHasTheSameShapeWithAndWithout) {
    Switched s({{"crate", "crate", {3, 0, 0}, 0, ""}, {"cart", "cart", {6, 0, 0}, 0, ""}});
    const World off = initial_world(SceneView(s.scene.program, s.without, s.scene.course, 120), Vec3{0.0}, 0.0);
    EXPECT_EQ(off.loose.size(), s.world.loose.size());
    EXPECT_EQ(off.counters, s.world.counters);
    EXPECT_EQ(off.memory.size(), s.world.memory.size());
    for (std::size_t i = 0; i < off.loose.size(); ++i)
        EXPECT_EQ(off.loose[i].body.place, s.world.loose[i].body.place) << "it starts at home when it is switched on";
}

TEST(SwitchedOff, WhoRidesItGetsOffAndWhatItCarriedFalls) {
    Switched s({{"crate", "crate", {0.9, 0, 0}, 0, ""}, {"cart", "cart", {0, 2, 0}, 0, ""}});
    s.go_on(s.scene.tuning, 60);
    s.world.actors[0].seat = FixtureId(1);
    s.world.machines[1].phase = PhaseId(1);
    s.go_on(s.scene.tuning, 5);
    s.go_on(s.without, 1);
    EXPECT_FALSE(s.world.actors[0].seat);
    for (const RigidState& loose : s.world.loose) EXPECT_TRUE(loose.holder.is_nobody());
    const double height = s.world.actors[0].body.position.z;
    s.go_on(s.without, 120);
    EXPECT_LT(s.world.actors[0].body.position.z, std::max(0.01, height));
    EXPECT_TRUE(s.world.actors[0].body.grounded);
}

TEST(SwitchedOff, WhoStandsOnItFallsAndOnAgainItIsThere) {
    Switched s({{"raft", "raft", {0, 0, 1}, 0, ""}});
    s.world.actors[0].body.position.z = 1.5;
    s.go_on(s.scene.tuning, 60);
    EXPECT_NEAR(s.world.actors[0].body.position.z, 1.4, 0.01);
    s.go_on(s.without, 120);
    EXPECT_NEAR(s.world.actors[0].body.position.z, 0.0, 0.01);
    EXPECT_EQ(s.world.machines[0].phase, PhaseId(0)) << "its own state stays";
    s.world.actors[0].body.position.z = 2.0;
    s.world.actors[0].body.grounded = false;
    s.go_on(s.scene.tuning, 120);
    EXPECT_NEAR(s.world.actors[0].body.position.z, 1.4, 0.01);
}

/// Every second of random play with kinds switched off and on, one after the other, and everything asked in between.
TEST(SwitchedOff, AnyKindMayGoAndComeAtAnyTime) {
    Switched s({{"crate", "crate", {0.9, 0, 0}, 0, ""},
                {"crate 2", "crate", {0.9, 0, 1.2}, 0, ""},
                {"cart", "cart", {0, 1.4, 0}, 0, ""},
                {"raft", "raft", {4, 0, 0}, 0, ""}});
    std::mt19937 random(7);
    for (int round = 0; round < 40; ++round) {
        Tuning tuning = s.scene.tuning;
        tuning.off.assign(s.scene.program.machines.size(), 0);
        for (const char* const kind : {"crate", "cart", "raft"})
            tuning.off[s.scene.program.find_machine(kind)->at()] = random() % 2;
        const SceneView r(s.scene.program, tuning, s.scene.course, 120);
        StepCache around;
        const EvaluationContext m = context_at(r, s.world, s.world.actors[0], around);
        for (std::size_t i = 0; i < s.world.fixtures.size(); ++i) explain_fixture(m, i);
        const InputEvent press{InputEvent::Kind::button, s.world.time, *s.scene.program.find_button("use"),
                               random() % 2 == 0,        {},           0};
        Simulation run(r, std::move(s.world));
        run.step({&press, 1});
        s.world = std::move(run).take_world();
        s.go_on(tuning, static_cast<int>(random() % 60));
        ASSERT_TRUE(is_finite(s.world.actors[0].body.position));
    }
}

}  // namespace
}  // namespace leap::switched_off_test
