// SPDX-License-Identifier: MIT
// What must hold for any script: runs that end, copies that go on alike, changes on the way that leave nothing behind.
// The scenes are drawn at random; LEAP_RANDOM_SCENES=N in the environment tries N of them, LEAP_RANDOM_SEED=S others.
#include <gtest/gtest.h>

#include <cstdlib>

#include "core/bodies/known_poses.hpp"
#include "core/script/format.hpp"
#include "core/senses/explain.hpp"
#include "core/simulation/fixture_check.hpp"
#include "core/simulation/simulation.hpp"
#include "core/simulation/start.hpp"
#include "core/state/world_text.hpp"
#include "core/tape/replay.hpp"
#include "tests/core/random_script.hpp"
#include "tests/core/support.hpp"

namespace leap::random_scenes_test {
namespace {

constexpr int usual_count = 60;
constexpr int rates[] = {30, 60, 120, 240, 480};

int from_environment(const char* name, int otherwise) {
    const char* const text = std::getenv(name);
    return text != nullptr ? std::atoi(text) : otherwise;
}

/// A random scene that two characters play.
struct Random {
    std::mt19937 random;
    std::string script;
    std::shared_ptr<const Program> program;
    std::shared_ptr<const Course> course;
    int rate_hz = 120;

    explicit Random(unsigned seed) : random(seed), script(test::random_script(random)) {
        if (script.empty()) return;
        program = std::make_shared<const Program>(test::compile_or_fail(script));
        course = std::make_shared<const Course>(test::course_of(test::random_yard(random, 2 + random() % 7)));
        rate_hz = rates[random() % std::size(rates)];
    }
    std::shared_ptr<const Scene> scene(int rate) const {
        return std::make_shared<const Scene>(Ingredients{program, course, written_tuning(*program), rate});
    }
    std::shared_ptr<const Scene> scene() const { return scene(rate_hz); }
    std::shared_ptr<const Scene> without_some() {
        Tuning tuning = written_tuning(*program);
        tuning.off.assign(program->machines.size(), 0);
        for (auto& off : tuning.off) off = random() % 3 == 0 ? 1 : 0;
        return std::make_shared<const Scene>(Ingredients{program, course, tuning, rate_hz});
    }
    static Simulation begin(const std::shared_ptr<const Scene>& scene) {
        const std::vector<ActorStart> two{{BodyId(0), Vec3{0.0}, 0.0}, {BodyId(0), Vec3{2.0, 0.5, 0.0}, 0.0}};
        return {scene, initial_world(scene->rehearsal, two)};
    }
    std::vector<InputEvent> inputs_at(const World& world) {
        std::vector<InputEvent> out;
        if (random() % 6 == 0)
            out.push_back({InputEvent::Kind::button,
                           world.time,
                           ButtonId(random() % program->buttons.size()),
                           random() % 2 == 0,
                           {},
                           static_cast<std::int32_t>(random() % 2)});
        if (random() % 10 == 0)
            out.push_back({InputEvent::Kind::stick,
                           world.time,
                           {},
                           false,
                           Vec2{static_cast<double>(random() % 3) - 1.0, static_cast<double>(random() % 3) - 1.0} * 0.7,
                           static_cast<std::int32_t>(random() % 2)});
        return out;
    }
    int ticks(double seconds) const { return static_cast<int>(seconds * rate_hz); }
};

void expect_finite(const World& world) {
    for (const Actor& actor : world.actors)
        ASSERT_TRUE(is_finite(actor.body.position) && is_finite(actor.body.velocity));
    for (const RigidState& loose : world.loose)
        ASSERT_TRUE(is_finite(loose.body.place) && is_finite(loose.body.velocity));
}

/// Calls check(scene) for each scene that compiles; most must.
template <class Check>
void for_each_scene(unsigned salt, Check check) {
    const int count = from_environment("LEAP_RANDOM_SCENES", usual_count);
    const auto first = static_cast<unsigned>(from_environment("LEAP_RANDOM_SEED", 20261202));
    int tried = 0;
    for (int i = 0; i < count; ++i) {
        const unsigned seed = first + salt * 1'000'003U + static_cast<unsigned>(i);
        SCOPED_TRACE(seed);
        Random scene(seed);
        if (!scene.program) continue;
        ++tried;
        ASSERT_NO_FATAL_FAILURE(check(scene));
        if (testing::Test::HasFailure()) {
            ADD_FAILURE() << scene.rate_hz << " ticks/s\n" << scene.script;
            return;
        }
    }
    EXPECT_GT(tried, count * 3 / 5);
}

TEST(RandomScenes, RunsEndAndSnapshotsGoOnAlike) {
    for_each_scene(1, [](Random& random) {
        fixture_errors(*random.program, random.course->plan);
        const auto scene = random.scene();
        Simulation run = Random::begin(scene);
        for (int i = random.ticks(0.7); i > 0; --i) run.step(random.inputs_at(run.world()));
        const Snapshot kept = run.snapshot();
        std::vector<std::vector<InputEvent>> inputs;
        for (int i = random.ticks(0.7); i > 0; --i) {
            inputs.push_back(random.inputs_at(run.world()));
            run.step(inputs.back());
        }
        expect_finite(run.world());
        Simulation other = Random::begin(scene);
        ASSERT_TRUE(other.restore(kept));
        for (const auto& each : inputs) other.step(each);
        EXPECT_EQ(first_difference(run.world(), other.world()), std::nullopt);
    });
}

/// Kinds and moves that are switched off and on while a world runs, and everything asked in between.
TEST(RandomScenes, ChangesOnTheWayLeaveNothingOfBefore) {
    for_each_scene(2, [](Random& random) {
        Simulation run = Random::begin(random.scene());
        for (int round = 0; round < 6; ++round) {
            const auto next = round % 2 == 0 ? random.without_some() : random.scene();
            Simulation fresh(next, run.world());
            ASSERT_TRUE(run.use(next));
            for (int i = 1 + static_cast<int>(random.random() % 20); i > 0; --i) {
                const auto inputs = random.inputs_at(run.world());
                run.step(inputs);
                fresh.step(inputs);
                ASSERT_EQ(first_difference(run.world(), fresh.world()), std::nullopt) << "round " << round;
                StepCache around;
                const World before = run.world();
                const Actor& asked = run.world().actors[random.random() % 2];
                const EvaluationContext m = context_at(next->rehearsal, run.world(), asked, around);
                for (std::size_t k = 0; k < run.world().fixtures.size(); ++k) {
                    explain_fixture(m, k);
                    ASSERT_TRUE(is_finite(run.pose_of(k).center));
                }
                ASSERT_EQ(first_difference(run.world(), before), std::nullopt) << "asking changes nothing";
            }
            expect_finite(run.world());
        }
    });
}

TEST(RandomScenes, BranchesGoOnAsIfNothingWereKnown) {
    for_each_scene(3, [](Random& random) {
        const auto scene = random.scene();
        Simulation known = Random::begin(scene);
        std::vector<World> worlds{known.world()};
        for (int branch = 0; branch < 8; ++branch) {
            const World from = worlds[random.random() % worlds.size()];
            known.go_on_from(from);
            Simulation fresh(scene, from);
            for (int i = random.ticks(0.15); i > 0; --i) {
                const auto inputs = random.inputs_at(known.world());
                known.step(inputs);
                fresh.step(inputs);
                ASSERT_EQ(first_difference(known.world(), fresh.world()), std::nullopt) << "branch " << branch;
            }
            worlds.push_back(known.world());
        }
    });
}

TEST(RandomScenes, StatesOfAnotherRateOrProgramAreRefused) {
    for_each_scene(4, [](Random& random) {
        Simulation run = Random::begin(random.scene());
        for (int i = 0; i < 5; ++i) run.step(random.inputs_at(run.world()));
        const World before = run.world();
        for (const int rate : rates) {
            const Snapshot other = Random::begin(random.scene(rate)).snapshot();
            if (rate == random.rate_hz) continue;
            EXPECT_FALSE(run.restore(other)) << rate;
            EXPECT_FALSE(run.use(random.scene(rate))) << rate;
        }
        Random twin = random;
        twin.program = std::make_shared<const Program>(*random.program);
        EXPECT_FALSE(run.restore(Random::begin(twin.scene()).snapshot()));
        EXPECT_EQ(first_difference(run.world(), before), std::nullopt);
    });
}

TEST(RandomScenes, AFormattedScriptGivesTheSameRun) {
    for_each_scene(5, [](Random& random) {
        const std::string tidy = format(random.script);
        EXPECT_EQ(format(tidy), tidy);
        const Program again = test::compile_or_fail(tidy);
        const Tape tape = test::random_tape(*random.program, static_cast<unsigned>(random.random()), 1.0);
        const auto hash_of = [&](const Program& program) {
            const Tuning tuning = written_tuning(program);
            const SceneView view{program, tuning, *random.course, random.rate_hz};
            const auto trace = replay(view, tape);
            return trace ? trace_hash(*trace) : 0;
        };
        EXPECT_EQ(hash_of(*random.program), hash_of(again));
    });
}

}  // namespace
}  // namespace leap::random_scenes_test
