// SPDX-License-Identifier: MIT
// One owner of a run: what it takes, what it refuses, and that nothing of before is left after a change.
#include "core/simulation/simulation.hpp"

#include <gtest/gtest.h>

#include <random>

#include "core/project/project.hpp"
#include "core/simulation/start.hpp"
#include "core/state/world_text.hpp"
#include "core/tape/replay.hpp"
#include "tests/core/support.hpp"

namespace leap::simulation_test {
namespace {

const std::string script = std::string(test::plain_body) +
                           "move hop on jump { dial rise = 2 m in 0.5..4\n"
                           "  phase up { start: launch up at sqrt(2 * 28 m/s^2 * rise)  end when rising <= 0 m/s } }\n"
                           "fixture lift { box 2 m, 2 m, 0.3 m  phase low for 1 s { solid  go high }\n"
                           "  phase high for 1 s { solid  slide 0 m, 0 m, 2 m  go low } }\n"
                           "fixture crate { box 0.5 m, 0.5 m, 0.5 m  mass 8 kg  phase lies { loose } }\n";

CoursePlan yard(double lift_x = 0.0) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"lift", "lift", {lift_x, 0, 0}, 0, ""}, {"crate", "crate", {0.6, 0, 1.5}, 0, ""}};
    return plan;
}

struct Made {
    std::shared_ptr<const Program> program = std::make_shared<const Program>(test::compile_or_fail(script));
    std::shared_ptr<const Course> course = std::make_shared<const Course>(test::course_of(yard()));

    std::shared_ptr<const Scene> scene(double rise_m = 2.0, int rate_hz = 120) const {
        Tuning tuning = written_tuning(*program);
        DialValues dials = tuning.dials;
        dials[*program->find_dial("hop.rise")] = rise_m;
        return std::make_shared<const Scene>(Ingredients{program, course, make_tuning(*program, dials), rate_hz});
    }
    static Simulation begin(const std::shared_ptr<const Scene>& scene) {
        return {scene, initial_world(scene->rehearsal, Vec3{0.0, 0.0, 0.31}, 0.0)};
    }
};

void run(Simulation& simulation, int ticks) {
    const ButtonId jump = *simulation.scene().ingredients.program->find_button("jump");
    for (int i = 0; i < ticks; ++i) {
        std::vector<InputEvent> inputs;
        const std::int64_t beat = simulation.world().tick % 40;
        if (beat == 10 || beat == 15)
            inputs.push_back({InputEvent::Kind::button, simulation.world().time, jump, beat == 10, {}, 0});
        simulation.step(inputs);
    }
}

TEST(Simulation, AnInstantIsComeBackToBitForBit) {
    const Made made;
    Simulation simulation = Made::begin(made.scene());
    run(simulation, 75);
    const Snapshot kept = simulation.snapshot();
    run(simulation, 150);
    const World first = simulation.world();
    ASSERT_TRUE(simulation.restore(kept));
    run(simulation, 150);
    EXPECT_EQ(simulation.world(), first);
    Simulation another = Made::begin(made.scene());
    ASSERT_TRUE(another.restore(kept)) << "in another run of the same program and course, too";
    run(another, 150);
    EXPECT_EQ(another.world(), first);
}

/// Each answer emits more than it hears: the instant is stopped, and what nobody has heard by then is dropped.
TEST(Simulation, RulesThatWereStoppedLeaveNothingThatACopyWouldNotHave) {
    const test::Scene echoing(std::string(test::plain_body) +
                              "counter heard_so_far in 0..100000\n"
                              "move call on jump { phase a for 0.1 s { start: emit ping } }\n"
                              "move answer on heard(ping) layer ears { phase a for 0.4 s { start: emit ping\n"
                              "  on heard(ping): heard_so_far += 1, emit ping, emit ping, emit ping } }\n");
    const SceneView view = echoing.at(120);
    Simulation run(view, initial_world(view, Vec3{0.0}, 0.0));
    const InputEvent press{InputEvent::Kind::button, 0.05, *echoing.program.find_button("jump"), true, {}, 0};
    for (int i = 0; i < 12; ++i) run.step(run.world().tick == 6 ? std::span(&press, 1) : std::span<const InputEvent>());
    const double heard = run.world().actors[0].counters.at(0).value;
    EXPECT_GT(heard, 10.0) << "as many as an instant has rounds for";
    Simulation copy(view, run.world());
    for (int i = 0; i < 60; ++i) {
        run.step({});
        copy.step({});
    }
    EXPECT_EQ(run.world(), copy.world());
    EXPECT_EQ(run.world().actors[0].counters.at(0).value, heard) << "its echoes end with their instant";
}

/// A run whose dials are changed on the way is the same as one that was begun again from that instant.
TEST(Simulation, AfterAChangeOfDialsNothingOfBeforeIsLeft) {
    const Made made;
    Simulation simulation = Made::begin(made.scene());
    for (int round = 0; round < 12; ++round) {
        run(simulation, 17);
        const auto next = made.scene(1.0 + 0.25 * round);
        Simulation fresh(next, simulation.world());
        ASSERT_TRUE(simulation.use(next));
        run(simulation, 31);
        run(fresh, 31);
        ASSERT_EQ(simulation.world(), fresh.world()) << round;
    }
}

TEST(Simulation, WhatDoesNotFitIsRefusedWithTheReasonAndChangesNothing) {
    const Made made;
    Simulation simulation = Made::begin(made.scene());
    run(simulation, 10);
    const World before = simulation.world();
    EXPECT_EQ(simulation.use(made.scene(2.0, 60)).error(), "it runs at 60 ticks per second, expected 120");
    const Made twin;
    EXPECT_EQ(simulation.use(twin.scene()).error(), "it belongs to another program");
    Made farther;
    farther.program = made.program;
    farther.course = std::make_shared<const Course>(test::course_of(yard(3.0)));
    EXPECT_EQ(simulation.use(farther.scene()).error(), "its course has other fixtures");
    Made walled;
    walled.program = made.program;
    CoursePlan plan = yard();
    plan.pieces.push_back(test::box({9, 0, 1}, {1, 1, 2}));
    walled.course = std::make_shared<const Course>(build_course(plan));
    EXPECT_EQ(simulation.restore(Made::begin(walled.scene()).snapshot()).error(), "it was saved in another course");
    const std::vector<ActorStart> two(2);
    const auto scene = made.scene();
    EXPECT_EQ(simulation.restore({scene, initial_world(scene->rehearsal, two)}).error(),
              "it has 2 characters, expected 1");
    EXPECT_EQ(simulation.world(), before);
    EXPECT_TRUE(simulation.use(walled.scene())) << "another course with the same fixtures";
}

/// A lift whose next phase begins where it stood, a crate that is pushed: what is still in one branch is elsewhere in
/// another, in the same phase since the same instant.
TEST(Simulation, GoesOnFromAnyWorldOfAnyBranchAsIfNothingWereKnown) {
    const std::string yard_script =
        std::string(test::plain_body) +
        "button pull key \"E\"\n"
        "move hop on jump { phase up { start: launch up at 6 m/s  end when rising <= 0 m/s } }\n"
        "fixture lift { box 2 m, 2 m, 0.3 m  phase low { solid  go high when pressed(pull) }\n"
        "  phase high for 0.5 s { solid  slide 0 m, 0 m, feet * 0.5 + 0.2 m  go stays }\n"
        "  phase stays for 0.4 s { solid  slide 0 m, 1 m, 0.3 m  go rests }\n"
        "  phase rests { solid  stays  go high when pressed(pull) } }\n"
        "fixture vane { box 0.5 m, 0.1 m, 1 m  phase away for 0.6 s { solid  slide 2 m, 0 m, 0 m  go home when "
        "pressed(pull) }\n"
        "  phase home for 0.3 s { solid  go away when pressed(pull) } }\n"
        "fixture crate { box 0.5 m, 0.5 m, 0.5 m  mass 8 kg  phase lies { loose } }\n";
    CoursePlan plan = yard(3.0);
    plan.fixtures[1].position = {1.2, 0.0, 0.0};
    const test::Scene scene(yard_script, plan);
    const SceneView r = scene.at(120);
    const ButtonId pull = *scene.program.find_button("pull");
    const ButtonId jump = *scene.program.find_button("jump");
    std::mt19937 random(11);
    const auto inputs_at = [&](const World& world) {
        std::vector<InputEvent> out;
        const auto press = [&](ButtonId button) {
            out.push_back({InputEvent::Kind::button, world.time, button, random() % 2 == 0, {}, 0});
        };
        if (random() % 8 == 0) press(pull);
        if (random() % 12 == 0) press(jump);
        if (random() % 10 == 0)
            out.push_back({InputEvent::Kind::stick,
                           world.time,
                           {},
                           false,
                           Vec2{0.0, static_cast<double>(random() % 3) - 1.0},
                           0});
        return out;
    };
    std::vector<World> worlds{initial_world(r, Vec3{0.0}, 0.0)};
    Simulation known(r, worlds.front());
    std::size_t moved = 0;
    for (int branch = 0; branch < 300; ++branch) {
        const World from = worlds[random() % worlds.size()];
        known.go_on_from(from);
        Simulation fresh(r, from);
        for (int tick = 0; tick < 30; ++tick) {
            const auto inputs = inputs_at(known.world());
            known.step(inputs);
            fresh.step(inputs);
            ASSERT_EQ(first_difference(known.world(), fresh.world()), std::nullopt) << branch << " tick " << tick;
        }
        moved += known.world().loose[0].body.place != from.loose[0].body.place ? 1 : 0;
        worlds.push_back(known.world());
    }
    EXPECT_GT(moved, 20U) << "the crate is pushed in many of them";
}

struct Quay {
    Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    const Program& program = *project.compiled.program;
    Course course = build_course(*project.course);
    Tuning tuning = written_tuning(program);
    SceneView rehearsal{program, tuning, course, 120};
};

TEST(Simulation, AskingWhereFixturesAreChangesNothing) {
    const Quay quay;
    for (const TapeEntry& entry : quay.project.tapes) {
        if (entry.tape.tracks.size() < 2) continue;
        SCOPED_TRACE(entry.tape.name);
        const auto inputs = resolve_inputs(quay.program, entry.tape).value();
        Simulation asked(quay.rehearsal, start_world(quay.rehearsal, entry.tape.tracks).value());
        Simulation quiet = asked;
        std::size_t cursor = 0;
        while (asked.world().tick < ticks_for(entry.tape.length_s, 120)) {
            const auto now = inputs_of_tick(inputs, cursor, asked.world().tick, 120);
            for (std::size_t i = 0; i < asked.world().fixtures.size(); ++i) asked.pose_of(i);
            asked.step(now);
            quiet.step(now);
            ASSERT_EQ(first_difference(asked.world(), quiet.world()), std::nullopt) << asked.world().time;
        }
    }
}

TEST(Simulation, GoesBackToAnyInstantOfTheDemosTapesBitForBit) {
    const Quay quay;
    std::mt19937 random(5);
    for (const TapeEntry& entry : quay.project.tapes) {
        SCOPED_TRACE(entry.tape.name);
        const auto inputs = resolve_inputs(quay.program, entry.tape).value();
        std::vector<World> worlds;
        Simulation straight(quay.rehearsal, start_world(quay.rehearsal, entry.tape.tracks).value());
        std::size_t cursor = 0;
        const std::int64_t ticks = std::min<std::int64_t>(ticks_for(entry.tape.length_s, 120), 1200);
        while (straight.world().tick <= ticks) {
            worlds.push_back(straight.world());
            straight.step(inputs_of_tick(inputs, cursor, straight.world().tick, 120));
        }
        Simulation back(quay.rehearsal, worlds.back());
        for (int jump = 0; jump < 40; ++jump) {
            const std::size_t from = random() % (worlds.size() - 1);
            const std::size_t to = std::min(worlds.size() - 1, from + 1 + random() % 60);
            back.go_on_from(worlds[from]);
            cursor = 0;
            inputs_of_tick(inputs, cursor, worlds[from].tick - 1, 120);
            while (back.world().tick < worlds[to].tick) {
                back.step(inputs_of_tick(inputs, cursor, back.world().tick, 120));
                const World& then = worlds[static_cast<std::size_t>(back.world().tick)];
                ASSERT_EQ(first_difference(then, back.world()), std::nullopt)
                    << jump << ": from tick " << from << ", at " << back.world().tick;
            }
        }
    }
}

}  // namespace
}  // namespace leap::simulation_test
