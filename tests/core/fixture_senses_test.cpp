// SPDX-License-Identifier: MIT
// What each fixture counts, remembers and sees for itself.
#include <gtest/gtest.h>

#include "core/readings/readings.hpp"
#include "core/senses/probes.hpp"
#include "tests/core/support.hpp"

namespace leap::fixture_senses_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;
using test::words_of;
using Words = std::vector<std::string>;

const std::string world = std::string(test::plain_body) +
                          "button use key \"E\"\n"
                          "fixture chest { box 0.4 m, 0.4 m, 0.6 m  dial wants = 3 in 1..9\n"
                          "  counter pulls in 0..9 back to 0 after 1 s when not focused\n"
                          "  focus within 2 m on use prompt \"Pull\"\n"
                          "  on used: pulls + 1, remember last_at = place, remember so_far = pulls\n"
                          "  gauge seen_from = length(last_at - own_place)\n"
                          "  phase shut { solid  go ajar when pulls >= wants }\n"
                          "  phase ajar { solid  go shut when pulls < wants } }\n"
                          "fixture watchman { box 0.5 m, 0.5 m, 1.8 m\n"
                          "  counter alarms in 0..9\n"
                          "  probe eyes = nearest tester within 6 m in 60 deg of own_front\n"
                          "  probe ahead = ray own_front 4 m from middle hits tester\n"
                          "  phase looks { solid  go cries when eyes.hit then: alarms + 1, emit alarm }\n"
                          "  phase cries { solid  say \"Halt!\"  go looks when not eyes.hit } }\n"
                          "fixture young_watchman is watchman { phase looks { solid  go cries when ahead.hit then: "
                          "alarms + 1, emit alarm } }\n"
                          "fixture wall { box 0.3 m, 3 m, 3 m  phase stands { solid } }\n"
                          "fixture magnet { box 0.3 m, 0.3 m, 0.3 m  probe next = nearest wall within 9 m\n"
                          "  gauge off = next.distance  phase lies { go lies when heard(alarm) and next.hit } }\n"
                          "counter heard_of in 0..9\n"
                          "move flinch on heard(alarm) { phase a for 0.1 s { start: heard_of + 1 } }\n";

Scene with(std::vector<PlacedFixture> fixtures) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = std::move(fixtures);
    return Scene(world, plan);
}

double counted(const Scene& scene, const World& state, std::size_t fixture, const std::string& path) {
    for (const CounterInfo& counter : scene.program.counters)
        if (counter.path == path)
            return state.counters
                .at(scene.at(120).layout.fixtures.at(fixture).first_counter + static_cast<std::size_t>(counter.own))
                .value;
    ADD_FAILURE() << path;
    return -1.0;
}

class FixtureSenses : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, FixtureSenses, testing::Values(30, 120, 480));

TEST_P(FixtureSenses, EachCountsForItselfAndFallsBackByItself) {
    const Scene scene = with({{"left", "chest", {1.2, 0.0, 0}, 0, ""}, {"far", "chest", {30, 0, 0}, 0, ""}});
    const Tape tape = TapeMaker(4.0).hold("use", 0.5, 0.05).hold("use", 0.8, 0.05).hold("use", 1.1, 0.05);
    const Played three = play(scene, tape, GetParam());
    EXPECT_EQ(counted(scene, three.state, 0, "chest.pulls"), 3.0);
    EXPECT_EQ(counted(scene, three.state, 1, "chest.pulls"), 0.0);
    EXPECT_EQ(words_of(scene, three.trace, {EventKind::fixture_phase}), (Words{"left ajar"}));
    // Out of its focus the count falls back after a second, and the lid with it.
    const Played gone = play(
        scene, TapeMaker(4.0).hold("use", 0.5, 0.05).hold("use", 0.8, 0.05).hold("use", 1.1, 0.05).stick(1.5, 0, -1),
        GetParam());
    EXPECT_EQ(counted(scene, gone.state, 0, "chest.pulls"), 0.0);
    EXPECT_EQ(words_of(scene, gone.trace, {EventKind::fixture_phase}), (Words{"left ajar", "left shut"}));
}

TEST_P(FixtureSenses, EachRemembersForItself) {
    const Scene scene = with({{"a", "chest", {1.2, 0.0, 0}, 0, ""}, {"b", "chest", {6.2, 0, 0}, 0, ""}});
    const Played both =
        play(scene, TapeMaker(3.0).hold("use", 0.2, 0.05).stick(0.4, 0.25, 1).stick(1.45, 0, 0).hold("use", 2.2, 0.05),
             GetParam());
    ASSERT_EQ(words_of(scene, both.trace, {EventKind::used}), (Words{"a used", "b used"}));
    const auto memory = [&](std::size_t fixture, std::size_t slot) {
        return both.state.memory.at(scene.at(120).layout.fixtures.at(fixture).first_memory + slot);
    };
    EXPECT_NEAR(memory(0, 0), 0.0, 1e-6) << "where the body stood at the first";
    EXPECT_NEAR(memory(1, 0), both.state.actors[0].body.position.x, 0.01);
    EXPECT_EQ(memory(0, 3), 1.0);
    EXPECT_EQ(memory(1, 3), 1.0);
}

TEST_P(FixtureSenses, AWatchmanSeesTheBodyInFrontOfItAndNotThroughAWall) {
    const Scene open = with({{"guard", "watchman", {4, 0, 0}, 180, ""}});
    const Played seen = play(open, TapeMaker(0.5), GetParam());
    EXPECT_EQ(words_of(open, seen.trace, {EventKind::fixture_phase}), (Words{"guard cries"}));
    EXPECT_EQ(seen.state.actors[0].counters.at(0).value, 1.0) << "a move heard of it";
    EXPECT_EQ(counted(open, seen.state, 0, "watchman.alarms"), 1.0);
    const Scene turned = with({{"guard", "watchman", {4, 0, 0}, 100, ""}});
    EXPECT_TRUE(words_of(turned, play(turned, TapeMaker(0.5), GetParam()).trace, {EventKind::fixture_phase}).empty());
    const Scene walled = with({{"guard", "watchman", {4, 0, 0}, 180, ""}, {"screen", "wall", {2, 0, 0}, 0, ""}});
    EXPECT_TRUE(words_of(walled, play(walled, TapeMaker(0.5), GetParam()).trace, {EventKind::fixture_phase}).empty());
}

TEST_P(FixtureSenses, TheRayOfOneBasedOnAnotherIsAskedFromWhereItStands) {
    const Scene scene = with({{"old", "watchman", {30, 0, 0}, 0, ""}, {"young", "young_watchman", {3, 0, 0}, 180, ""}});
    const Played seen = play(scene, TapeMaker(0.5), GetParam());
    EXPECT_EQ(words_of(scene, seen.trace, {EventKind::fixture_phase}), (Words{"young cries"}));
    EXPECT_EQ(counted(scene, seen.state, 1, "young_watchman.alarms"), 1.0);
    const auto ahead = std::find_if(scene.program.probes.begin(), scene.program.probes.end(),
                                    [](const ProbeInfo& probe) { return probe.path == "young_watchman.ahead"; });
    ASSERT_NE(ahead, scene.program.probes.end());
    const SceneView r = scene.at(GetParam());
    const ProbeResult found = ask_probe(r.context(seen.state, seen.state.actors[0]),
                                        static_cast<std::int32_t>(ahead - scene.program.probes.begin()));
    EXPECT_TRUE(found.hit);
    EXPECT_NEAR(found.distance, 3.0 - seen.state.actors[0].radius, 1e-6) << "from its middle to the body's side";
}

TEST(FixtureProbes, NearestFindsOtherFixturesOfAKind) {
    const Scene scene = with(
        {{"m", "magnet", {0, 5, 0}, 0, ""}, {"near", "wall", {4, 5, 0}, 0, ""}, {"nearer", "wall", {-3, 5, 0}, 0, ""}});
    const Trace trace = scene.run(TapeMaker(0.2));
    const auto gauge = scene.program.counters.size() + scene.program.meters.size() +
                       static_cast<std::size_t>(*scene.program.find_gauge("magnet.off"));
    EXPECT_NEAR(trace.tracks[0].values.at(gauge), glm::length(Vec3{3, 0, 1.5 - 0.15}), 1e-9);
}

TEST(BodyGauges, AreKeptRowByRow) {
    const std::string text =
        "body tester { capsule radius 0.3 m height 1.7 m  gravity 28 m/s^2  gauge bounce = rising * 2 }\n"
        "stance walk { }\nreading top = highest(tester.bounce)\nreading low = lowest(tester.bounce)\n";
    CoursePlan plan = test::flat_plan();
    plan.places.front().position.z = 1.0;
    const Scene scene(text, plan);
    const Trace trace = scene.run(TapeMaker(1.0));
    const auto readings = take_readings(scene.program, scene.tuning, trace, "test");
    EXPECT_NEAR(readings.at(0).value.value(), 0.0, 1e-9);
    EXPECT_NEAR(readings.at(1).value.value(), -2.0 * std::sqrt(2.0 * 28.0 * 1.0), 0.6);
}

TEST(MeterStatements, GaugesAndProbesOfAMeterAreRefused) {
    const std::string text = std::string(test::plain_body) + "meter breath { from 0 to 9  gauge half = breath / 2 }\n";
    EXPECT_NE(test::messages_of(text).find("error"), std::string::npos);
}

TEST(FixtureProbes, OnlyRayAndNearestAreAskedByFixtures) {
    const std::string text = std::string(test::plain_body) +
                             "fixture a { box 1 m, 1 m, 1 m  probe low = ground within 2 m  phase b { solid } }\n";
    EXPECT_NE(test::messages_of(text).find("only ray and nearest are allowed as probes"), std::string::npos);
}

}  // namespace
}  // namespace leap::fixture_senses_test
