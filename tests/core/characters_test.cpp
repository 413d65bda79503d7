// SPDX-License-Identifier: MIT
// Several characters in one world.
#include <gtest/gtest.h>

#include <cmath>

#include "core/readings/quantity.hpp"
#include "core/simulation/simulation.hpp"
#include "core/world/query.hpp"
#include "tests/core/support.hpp"

namespace leap::characters_test {
namespace {

using test::Part;
using test::Played;
using test::Scene;
using test::TapeMaker;
using test::together;

const char* const two_bodies = R"(
button jump key "Space"
button dash key "Shift"
button use key "G"
body big {
  capsule radius 0.3 m height 1.7 m
  eyes at 1.5 m
  step up 0.35 m
  walkable up to 46 deg
  mass 80 kg
  dial weight = 28 m/s^2 in 5..80
  gravity weight
}
body small is big {
  capsule radius 0.25 m height 1.4 m
  mass 40 kg
  dial weight = 20 m/s^2 in 5..80
  dial hop.rise = 2.5 m
}
stance air when airborne { steer to 6 m/s gain 20 m/s^2 brake 4 m/s^2 }
stance walk {
  dial top = 6 m/s in 1..20
  steer to top gain 45 m/s^2 brake 70 m/s^2
}
move hop on jump {
  dial rise = 1.2 m in 0.1..5 "how high"
  gate grounded
  buffer 0.12 s
  phase up { start: launch up at sqrt(2 * weight_now * rise)  end when rising <= 0 m/s }
}
let weight_now = 28 m/s^2
move rush on dash {
  gate cooldown 0.5 s
  phase go for 0.2 s { drive forward at 12 m/s }
}
)";

CoursePlan places_plan(double apart_m) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.front().size = {400, 400, 1};
    plan.places = {{"start", {0, 0, 0}, 0.0}, {"other", {apart_m, 0, 0}, 180.0}, {"third", {0, apart_m, 0}, 90.0}};
    return plan;
}

class Characters : public ::testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Characters, ::testing::Values(30, 60, 120, 240, 480));

TEST_P(Characters, FarApartEachRunsExactlyAsIfAlone) {
    const Scene scene(two_bodies, places_plan(60.0));
    const Tape first = TapeMaker(3).stick(0.1, 0.3, 1).hold("jump", 0.513, 0.2).hold("dash", 1.207, 0.1).look(1.5, 40);
    const Tape second = TapeMaker(3).stick(0.2, 0, 1).hold("jump", 0.9, 0.05).hold("dash", 0.931, 0.1).stick(2, 0, 0);
    const Trace both = scene.run(together({{"big", "start", first}, {"small", "other", second}}), GetParam());
    const Trace one = scene.run(together({{"big", "start", first}}), GetParam());
    const Trace two = scene.run(together({{"small", "other", second}}), GetParam());
    ASSERT_EQ(both.tracks.size(), 2U);
    EXPECT_EQ(both.tracks[0].name, "big");
    EXPECT_EQ(both.tracks[1].name, "small");
    EXPECT_EQ(both.tracks[0].rows, one.tracks[0].rows);
    EXPECT_EQ(both.tracks[1].rows, two.tracks[0].rows);
    EXPECT_EQ(both.tracks[1].values, two.tracks[0].values);
    std::vector<TraceEvent> of_second;
    for (TraceEvent event : both.events)
        if (event.actor == 1) {
            event.actor = 0;
            of_second.push_back(event);
        }
    EXPECT_EQ(of_second, two.events);
    EXPECT_TRUE(std::is_sorted(both.events.begin(), both.events.end(),
                               [](const TraceEvent& a, const TraceEvent& b) { return a.time < b.time; }));
}

TEST_P(Characters, EachHasItsOwnDials) {
    const Scene scene(two_bodies, places_plan(60.0));
    const Tape hop = TapeMaker(2).hold("jump", 0.2, 0.1);
    const Trace trace = scene.run(together({{"big", "start", hop}, {"small", "other", hop}}), GetParam());
    EXPECT_NEAR(extreme(trace.tracks[0], Quantity::feet, {0, 2}, true), 1.2, 0.002);
    // Its launch counts with 28 m/s², and it falls at 20 m/s².
    EXPECT_NEAR(extreme(trace.tracks[1], Quantity::feet, {0, 2}, true), 2.5 * 28.0 / 20.0, 0.005);
}

TEST_P(Characters, WhoIsRunIntoIsPushedByTheMomentumOfBoth) {
    // On ice, so that only the push counts.
    const std::string ice = R"(
button jump key "Space"
body a { capsule radius 0.3 m height 1.7 m  mass 80 kg  gravity 28 m/s^2 }
body b is a { mass 40 kg }
stance glide { steer to 0 m/s gain 0 m/s^2 brake 0 m/s^2 }
move go on jump { phase p { start: launch forward at 6 m/s  end } }
)";
    const Scene scene(ice, places_plan(5.0));
    const Trace trace = scene.run(
        together({{"a", "start", TapeMaker(3).hold("jump", 0.2, 0.1)}, {"b", "other", TapeMaker(3)}}), GetParam());
    EXPECT_NEAR(trace.tracks[1].rows.back().velocity.x, 6.0 * 80.0 / 120.0, 0.02);
    EXPECT_NEAR(trace.tracks[0].rows.back().velocity.x, 4.0, 0.02);
    const double gap = trace.tracks[1].rows.back().position.x - trace.tracks[0].rows.back().position.x;
    EXPECT_GT(gap, 0.6 - 0.005) << "never inside one another";
    EXPECT_LT(gap, 0.65);
}

TEST_P(Characters, ACharacterStandsOnAnotherAndIsCarried) {
    CoursePlan plan = places_plan(8.0);
    plan.places[1] = {"other", {0.0, 0.0, 2.2}, 0.0};
    const Scene scene(two_bodies, plan);
    // The lower one walks; the upper one rides, then hops off.
    const Tape below = TapeMaker(3).stick(0.8, 0, 0.4);
    const Tape above = TapeMaker(3).hold("jump", 2.0, 0.1);
    const Played played = test::play(scene, together({{"big", "start", below}, {"small", "other", above}}), GetParam());
    const TraceTrack& lower = played.trace.tracks[0];
    const TraceTrack& upper = played.trace.tracks[1];
    const Vec3 offset = position_at(upper, 1.9) - position_at(lower, 1.9);
    EXPECT_NEAR(offset.z, 1.7, 0.05);
    EXPECT_LT(horizontal_length(offset), 0.1) << "it goes where the one below goes";
    EXPECT_GT(position_at(upper, 1.9).x, 2.0);
    EXPECT_TRUE(upper.rows[row_at(upper, 1.9)].grounded);
    EXPECT_GT(extreme(upper, Quantity::feet, {2.0, 3.0}, true), 1.7 + 2.0) << "a hop off its shoulders";
    EXPECT_NEAR(velocity_at(upper, 2.02).x, velocity_at(lower, 1.9).x, 0.1) << "with what carried it";
    EXPECT_NEAR(position_at(lower, 1.9).z, 0.0, 0.01) << "the rider presses nobody into the ground";
}

/// Whoever has no room for 1.9 m above it stays down: somebody in the air there, but not who stands upon it.
std::string who_ducks() {
    std::string text = two_bodies;
    text.insert(text.find("stance walk {"), R"(
button duck key "Control"
stance low when held(duck) or not headroom.hit {
  probe headroom = room height 1.9 m
  capsule height 1 m
}
)");
    return text;
}

TEST_P(Characters, WhoStandsUpLiftsWhoStandsOnIt) {
    CoursePlan plan = places_plan(8.0);
    plan.places[1] = {"other", {0.0, 0.0, 1.9}, 0.0};
    const Scene scene(who_ducks(), plan);
    const Tape below = TapeMaker(3).hold("duck", 1.0, 0.5);
    const Played played =
        test::play(scene, together({{"big", "start", below}, {"small", "other", TapeMaker(3)}}), GetParam());
    EXPECT_TRUE(test::times_of(played.trace, EventKind::fault).empty());
    const TraceTrack& lower = played.trace.tracks[0];
    const TraceTrack& upper = played.trace.tracks[1];
    EXPECT_NEAR(position_at(upper, 0.9).z - position_at(lower, 0.9).z, 1.7, 0.01);
    EXPECT_NEAR(position_at(upper, 1.4).z - position_at(lower, 1.4).z, 1.0, 0.01) << "down with who crouches";
    EXPECT_NEAR(position_at(upper, 1.6).z - position_at(lower, 1.6).z, 1.7, 0.01) << "and up again";
    EXPECT_TRUE(upper.rows[row_at(upper, 1.6)].grounded);
    for (const double t : test::times_of(played.trace, EventKind::left_ground)) EXPECT_TRUE(t < 1.2) << t;
}

/// Out by the shortest way it would be pushed into the wall, be back over the one below, and make it crouch again.
TEST_P(Characters, WhoStandsUpBesideAWallLiftsWhoStandsOnItsShoulder) {
    CoursePlan plan = places_plan(8.0);
    constexpr double off_m = 0.3;
    plan.places[1] = {"other", {0.0, off_m, 1.2}, 0.0};
    plan.pieces.push_back(test::box({0, off_m + 0.252 + 0.5, 2}, {4, 1, 4}));
    const Scene scene(who_ducks(), plan);
    const Tape below = TapeMaker(2).hold("duck", 0.0, 1.0);
    const Played played =
        test::play(scene, together({{"big", "start", below}, {"small", "other", TapeMaker(2)}}), GetParam());
    EXPECT_TRUE(test::times_of(played.trace, EventKind::fault).empty());
    const TraceTrack& lower = played.trace.tracks[0];
    const TraceTrack& upper = played.trace.tracks[1];
    ASSERT_TRUE(upper.rows[row_at(upper, 0.9)].grounded);
    ASSERT_GT(position_at(upper, 0.9).y - position_at(lower, 0.9).y, 0.25) << "on the shoulder";
    EXPECT_TRUE(upper.rows[row_at(upper, 1.1)].grounded);
    EXPECT_NEAR(position_at(upper, 1.1).z - position_at(upper, 0.9).z, 0.7, 0.001);
    EXPECT_NEAR(position_at(upper, 1.1).y, position_at(upper, 0.9).y, 0.001) << "straight up";
}

TEST_P(Characters, WhoStandsInTheWayIsAWall) {
    CoursePlan plan = places_plan(4.0);
    plan.pieces.push_back(test::box({4.8, 0, 1}, {1, 6, 2}));  // behind the second one
    const Scene scene(two_bodies, plan);
    const Played played =
        test::play(scene, together({{"big", "start", TapeMaker(2).stick(0.1, 0, 1)}, {"small", "other", TapeMaker(2)}}),
                   GetParam());
    const Vec3 first = played.state.actors[0].body.position;
    const Vec3 second = played.state.actors[1].body.position;
    EXPECT_NEAR(second.x, 4.3 - 0.25, 0.02) << "pressed against the wall";
    EXPECT_NEAR(second.x - first.x, 0.55, 0.02);
    EXPECT_FALSE(deepest_overlap(scene.course, {0.25, 1.4}, second));
}

TEST(CharactersOrder, OfTwoWhoComeUponEachOtherTheFirstInTheTapeStays) {
    const Scene scene(two_bodies, places_plan(0.2));
    const Played played =
        test::play(scene, together({{"big", "start", TapeMaker(0.5)}, {"small", "other", TapeMaker(0.5)}}));
    EXPECT_LT(horizontal_length(played.state.actors[0].body.position), 1e-9);
    EXPECT_GT(horizontal_length(played.state.actors[1].body.position), 0.54);
}

const char* const shared_things = R"(
fixture lever {
  box 0.4 m, 0.4 m, 1 m
  focus within 1.5 m on use
  counter pulls in 0..9
  phase still { solid  go moved when used then: pulls + 1 }
  phase moved for 0.2 s { solid  go still }
}
fixture plate {
  box 1 m, 1 m, 0.1 m
  phase waiting { go trodden when touched then: emit trodden_on }
  phase trodden { go waiting when not touching }
}
fixture lamp {
  box 0.2 m, 0.2 m, 1 m
  phase out { go lit when touched then: respawn here }
  phase lit { solid }
}
move startled on heard(trodden_on) { phase p for 0.1 s {} }
)";

TEST_P(Characters, FixturesAnswerEachOfThem) {
    CoursePlan plan = places_plan(20.0);
    plan.fixtures = {{"lever", "lever", {1.2, 0, 0}, 180.0, ""},
                     {"plate", "plate", {20.0, 3.0, 0}, 0.0, ""},
                     {"lamp", "lamp", {0.0, -3.0, 0}, 90.0, ""}};
    const Scene scene(std::string(two_bodies) + shared_things, plan);
    const Tape puller = TapeMaker(3).hold("use", 0.3, 0.1);
    const Tape treader = TapeMaker(3).look(0.0, 90).stick(0.2, 0, 1);
    const Trace trace = scene.run(together({{"big", "start", puller}, {"small", "other", treader}}), GetParam());
    const auto all = test::words_of(scene, trace, {EventKind::used, EventKind::started, EventKind::focus_in});
    EXPECT_EQ(all, (std::vector<std::string>{"big: focus on lever", "big: lever used", "small: startled started"}));
}

TEST_P(Characters, EachComesBackToItsOwnCheckpoint) {
    CoursePlan plan = places_plan(20.0);
    plan.water_level = -3.0;
    plan.fixtures = {{"lamp", "lamp", {2.0, 0, 0}, 180.0, ""}};
    const Scene scene(std::string(two_bodies) + shared_things +
                          "move drown when feet < -4 m { phase p { start: respawn  end } }\n"
                          "move sink on dash for small { phase p for 3 s { start: launch up at 0 m/s  end } }\n",
                      plan);
    const Tape lights = TapeMaker(2).stick(0.1, 0, 1).stick(0.6, 0, 0);
    const Played played =
        test::play(scene, together({{"big", "start", lights}, {"small", "other", TapeMaker(2)}}), GetParam());
    EXPECT_TRUE(played.state.actors[0].respawn.fixture.is(0));
    EXPECT_FALSE(played.state.actors[1].respawn.fixture);
}

TEST_P(Characters, WhoIsPutBackIsSeenToHaveBeenPutThereWhateverTheOthersDo) {
    const Scene scene(std::string(two_bodies) + "move home on use for small { phase p { start: respawn  end } }\n",
                      places_plan(20.0));
    TapeMaker busy(2);
    for (int i = 0; i < 40; ++i) busy.hold("dash", 1.0 + 0.013 * i, 0.004);
    const Tape walker = TapeMaker(2).stick(0.1, 0, 1).hold("use", 1.2, 0.1);
    const Trace trace = scene.run(together({{"big", "start", busy}, {"small", "other", walker}}), GetParam());
    const auto jumped = std::count_if(trace.tracks[1].rows.begin(), trace.tracks[1].rows.end(),
                                      [](const TraceRow& row) { return row.jumped; });
    EXPECT_EQ(jumped, 1);
}

TEST(CharactersFor, AMoveForSomeBodiesStartsForThemOnly) {
    const Scene scene(std::string(two_bodies) + "move wave for small on use { phase p for 0.2 s {} }\n",
                      places_plan(20.0));
    const Tape presses = TapeMaker(1).hold("use", 0.2, 0.1);
    const Trace trace = scene.run(together({{"big", "start", presses}, {"small", "other", presses}}));
    EXPECT_EQ(test::words_of(scene, trace, {EventKind::started}), (std::vector<std::string>{"small: wave started"}));
}

TEST(CharactersProperty, NeverInsideOneAnotherOrTheCourseAndTheSameAgain) {
    for (const unsigned seed : {1U, 2U, 3U, 4U}) {
        CoursePlan plan = test::random_course(seed);
        plan.places = {{"a", {0, 0, 6}, 0.0}, {"b", {1.5, 0, 6}, 0.0}, {"c", {0, 1.5, 6}, 0.0}, {"d", {3, 3, 6}, 0.0}};
        const Scene scene(std::string(two_bodies), plan);
        std::vector<Part> parts;
        for (unsigned i = 0; i < 4; ++i)
            parts.push_back({i % 2 == 0 ? "big" : "small", std::string(1, static_cast<char>('a' + i)),
                             test::random_tape(scene.program, seed * 10 + i, 6.0), "c" + std::to_string(i)});
        const Tape tape = together(parts);
        const SceneView r = scene.at(120);
        const auto inputs = resolve_inputs(scene.program, tape).value();
        Simulation run(r, start_world(r, tape.tracks).value());
        const World& world = run.world();
        World again = world;
        std::size_t cursor = 0;
        for (int tick = 0; tick < 720; ++tick) {
            run.step(inputs_of_tick(inputs, cursor, world.tick, 120));
            for (const Actor& actor : world.actors) {
                ASSERT_TRUE(is_finite(actor.body.position));
                const auto inside = deepest_overlap(scene.course, {actor.radius, actor.height}, actor.body.position);
                EXPECT_LT(inside ? inside->depth : 0.0, 0.01) << seed << " tick " << tick << " actor " << actor.id;
            }
        }
        run_ticks(r, inputs, 300, again, nullptr);
        run_ticks(r, inputs, 720, again, nullptr);
        EXPECT_EQ(again, world) << "taken up in the middle it goes on the same way";
        EXPECT_EQ(trace_hash(scene.run(tape)), trace_hash(scene.run(tape)));
    }
}

}  // namespace
}  // namespace leap::characters_test
