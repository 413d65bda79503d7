// SPDX-License-Identifier: MIT
// Of which of several characters a fixture's rules speak: holder, rider, who acted, who touches, the nearest.
#include "core/senses/subject.hpp"

#include <gtest/gtest.h>

#include "core/simulation/start.hpp"
#include "tests/core/support.hpp"

namespace leap::subject_test {
namespace {

/// Three characters beside a lever and a ball: the first is nearest to the lever, the last to the ball.
struct Yard {
    test::Scene scene;
    SceneView rehearsal;
    World world;
    static constexpr std::size_t lever = 0;
    static constexpr std::size_t ball = 1;

    static CoursePlan plan() {
        CoursePlan out = test::flat_plan();
        out.fixtures = {{"lever", "lever", {2, 0, 0}, 0, ""}, {"ball", "ball", {10, 0, 0}, 0, ""}};
        return out;
    }
    Yard()
        : scene(std::string(test::plain_body) +
                    "fixture lever { box 0.2 m, 0.2 m, 1 m  phase up { } }\n"
                    "fixture ball { sphere radius 0.3 m mass 2 kg  phase lies { loose } }\n",
                plan()),
          rehearsal(scene.at(120)) {
        const std::vector<ActorStart> starts{
            {BodyId(0), {1, 0, 0}, 0.0}, {BodyId(0), {5, 0, 0}, 0.0}, {BodyId(0), {9, 0, 0}, 0.0}};
        world = initial_world(rehearsal, starts);
    }
    std::size_t of(std::size_t fixture) const { return subject_of(rehearsal.layout, world, rehearsal.course, fixture); }
};

TEST(Subject, IsTheNearestWhenNobodyHasToDoWithIt) {
    Yard yard;
    EXPECT_EQ(yard.of(Yard::lever), 0U);
    EXPECT_EQ(yard.of(Yard::ball), 2U);
    yard.world.actors[1].body.position.x = 2.5;
    EXPECT_EQ(yard.of(Yard::lever), 1U);
}

TEST(Subject, OfTwoAtTheSameDistanceTheFirstCounts) {
    Yard yard;
    yard.world.actors[1].body.position = {3, 0, yard.world.actors[0].body.position.z};
    EXPECT_EQ(yard.of(Yard::lever), 0U);
}

TEST(Subject, FollowsWhatLiesLooseNotItsFirstPlace) {
    Yard yard;
    yard.world.loose[0].body.place.x = 1.5;
    EXPECT_EQ(yard.of(Yard::ball), 0U);
}

TEST(Subject, WhoTouchesComesBeforeWhoIsNearWhoActedBeforeBoth) {
    Yard yard;
    yard.world.actors[2].contacts[Yard::lever].touching = true;
    EXPECT_EQ(yard.of(Yard::lever), 2U);
    yard.world.actors[1].contacts[Yard::lever].events = fixture_used;
    EXPECT_EQ(yard.of(Yard::lever), 1U);
    EXPECT_TRUE(any_event(yard.world, Yard::lever, fixture_used));
    EXPECT_FALSE(any_event(yard.world, Yard::lever, fixture_grabbed));
    EXPECT_TRUE(any_touching(yard.world, Yard::lever));
    EXPECT_FALSE(any_touching(yard.world, Yard::ball));
}

TEST(Subject, WhoSitsOnItComesBeforeThose) {
    Yard yard;
    yard.world.actors[1].contacts[Yard::lever].events = fixture_used;
    yard.world.actors[2].seat = FixtureId(Yard::lever);
    EXPECT_EQ(yard.of(Yard::lever), 2U);
    EXPECT_TRUE(any_seated(yard.world, Yard::lever));
}

TEST(Subject, ItsHolderComesBeforeEverybody) {
    Yard yard;
    yard.world.actors[2].contacts[Yard::ball].touching = true;
    yard.world.loose[0].holder = actor_owner(1);
    EXPECT_EQ(yard.of(Yard::ball), 1U);
    yard.world.loose[0].holder = fixture_owner(Yard::lever);
    EXPECT_EQ(yard.of(Yard::ball), 2U) << "a fixture that holds it is no character";
}

TEST(Subject, IsRememberedOnlyWhileNothingChanges) {
    Yard yard;
    SharedCache shared;
    StepCache cache;
    cache.shared = &shared;
    const EvaluationContext m = yard.rehearsal.context(yard.world, yard.world.actors[0], &cache);
    EXPECT_EQ(subject_now(m, Yard::lever), 0U);
    yard.world.actors[1].contacts[Yard::lever].touching = true;
    shared.changes.note();
    EXPECT_EQ(subject_now(m, Yard::lever), 1U);
    EXPECT_EQ(m.of_fixture(Yard::lever).actor.id, 1);
}

TEST(Subject, IsTheOnlyCharacterThereIs) {
    Yard yard;
    yard.world.actors.resize(1);
    EXPECT_EQ(yard.of(Yard::ball), 0U);
}

}  // namespace
}  // namespace leap::subject_test
