// SPDX-License-Identifier: MIT
#include "core/senses/fixtures.hpp"
#include "core/bodies/known_poses.hpp"

#include <gtest/gtest.h>

#include <numbers>

#include "core/project/tape_file.hpp"
#include "core/senses/explain.hpp"
#include "core/senses/focus.hpp"
#include "core/simulation/fixture_check.hpp"
#include "tests/core/support.hpp"

namespace leap::fixtures_test {
namespace {

using test::Scene;
using test::TapeMaker;
using test::words_of;

const std::string world =
    std::string(test::plain_body) +
    "button use key \"E\"\n"
    "fixture door {\n"
    "  dial time = 0.5 s in 0.1..3\n"
    "  box 0.2 m, 2 m, 2.6 m\n"
    "  focus within 2.4 m on use prompt \"Open\"\n"
    "  phase shut { solid  go opening when used  go opening when told }\n"
    "  phase opening for time { solid  slide 0 m, 0 m, 2.5 m  go shut when blocked  go open }\n"
    "  phase open { slide 0 m, 0 m, 2.5 m  seen through 40 %  go closing when used  go closing after 1 s when clear }\n"
    "  phase closing for time { solid  go opening when blocked  go shut }\n"
    "}\n"
    "fixture lever { box 0.3 m, 0.3 m, 1 m  focus within 2 m on use  in front 120 deg  prompt \"Pull\"\n"
    "  phase ready { solid  go pulled when used then: tell link }  phase pulled for 0.4 s { solid  go ready } }\n"
    "fixture bell { box 0.6 m, 1 m, 2 m\n"
    "  phase hangs { go rings when touched and link_room then: teleport to link }\n"
    "  phase rings for 0.5 s { go hangs } }\n"
    "fixture stopping_bell is bell { phase hangs { go rings when touched then: teleport to link stopping } }\n"
    "fixture lantern { box 0.4 m, 0.4 m, 1.2 m\n"
    "  phase dark { go lit when touched then: respawn here, emit relit }\n"
    "  phase lit { go dark when heard(relit) and phase_time > 0 s } }\n"
    "fixture board { box 1.5 m, 1.5 m, 0.2 m\n"
    "  phase rest { go thrown when touched then: launch up at 14 m/s }  phase thrown for 0.3 s { go rest } }\n"
    "fixture lift { box 2 m, 2 m, 0.3 m  dial rise = 3 m in 0..9\n"
    "  phase low { solid  go up_there when touched }\n"
    "  phase up_there for 1.5 s { solid  slide 0 m, 0 m, rise  go high }\n"
    "  phase high for 0.5 s { solid  slide 0 m, 0 m, rise  go sink }\n"
    "  phase sink for 1.5 s { solid  go low } }\n"
    "move drowned when feet < -3 m in water { phase a { start: respawn  end } }\n";

PlacedFixture placed(const std::string& name, const std::string& kind, Vec3 at, double turn = 0.0,
                     const std::string& link = "") {
    return {name, kind, at, turn, link};
}

Scene with(std::vector<PlacedFixture> fixtures) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = std::move(fixtures);
    return Scene(world, plan);
}

using Words = std::vector<std::string>;

class Fixtures : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Fixtures, testing::Values(30, 120, 480));

TEST_P(Fixtures, AShutDoorIsAWallAndAnOpenOneIsNot) {
    const Scene scene = with({placed("gate", "door", {4, 0, 0})});
    const Trace shut = scene.run(TapeMaker(2).stick(0.1, 0, 1), GetParam());
    EXPECT_NEAR(shut.tracks[0].rows.back().position.x, 4 - 0.1 - 0.3, 0.005) << "it stands before it";
    const Trace used = scene.run(TapeMaker(3.0).stick(0.1, 0, 1).hold("use", 0.8, 0.1), GetParam());
    EXPECT_GT(used.tracks[0].rows.back().position.x, 6.0) << "through it";
    EXPECT_EQ(words_of(scene, used, {EventKind::used, EventKind::fixture_phase}),
              (Words{"gate used", "gate opening", "gate open", "gate closing", "gate shut"}));
}

TEST_P(Fixtures, ADoorClosesByItselfWhenTheDoorwayIsClearAndNotBefore) {
    const Scene scene = with({placed("gate", "door", {4, 0, 0})});
    // Stops in the doorway, and goes on after a while.
    const Trace trace =
        scene.run(TapeMaker(6).stick(0.1, 0, 1).hold("use", 0.6, 0.1).stick(0.95, 0, 0).stick(4.0, 0, 1), GetParam());
    const double standing = position_at(trace.tracks[0], 3.0).x;
    ASSERT_NEAR(standing, 4.0, 0.45) << "in the doorway";
    double closing = -1.0;
    for (const PhaseSpan& span : trace.spans)
        if (scene.program.machines[span.machine].name == "door" && span.phase.is(3)) closing = span.from;
    EXPECT_GT(closing, 4.0);
    EXPECT_LT(closing, 4.4);
}

TEST_P(Fixtures, ADoorThatClosesOnSomeoneOpensAgain) {
    const Scene scene = with({placed("gate", "door", {4, 0, 0})});
    const Trace trace = scene.run(
        TapeMaker(6).stick(0.1, 0, 1).hold("use", 0.6, 0.1).stick(0.95, 0, 0).hold("use", 2.0, 0.1), GetParam());
    const auto phases = words_of(scene, trace, {EventKind::fixture_phase});
    ASSERT_GE(phases.size(), 4U);
    EXPECT_EQ(phases[2], "gate closing");
    EXPECT_EQ(phases[3], "gate opening") << "blocked";
    for (const TraceRow& row : trace.tracks[0].rows)
        EXPECT_LT(std::abs(row.position.z), 0.4) << "nobody is pressed into the ground";
}

TEST_P(Fixtures, ALeverTellsTheDoorItIsLinkedToAndOnlyThat) {
    const Scene scene = with({placed("gate", "door", {0, 6, 0}, 90), placed("other", "door", {0, -6, 0}, 90),
                              placed("arm", "lever", {1.2, 0, 0}, 180, "gate")});
    const Trace trace = scene.run(TapeMaker(2).hold("use", 0.5, 0.1), GetParam());
    EXPECT_EQ(words_of(scene, trace, {EventKind::fixture_phase}),
              (Words{"arm pulled", "gate opening", "arm ready", "gate open"}));
}

TEST_P(Fixtures, ADoorFarOutOfSightIsToldTooAndAmongHundredsNothingIsForgotten) {
    std::vector<PlacedFixture> many{placed("gate", "door", {48, 40, 0}),
                                    placed("arm", "lever", {1.2, 0, 0}, 180, "gate")};
    for (int i = 0; i < 100; ++i)
        many.push_back(placed("other " + std::to_string(i), i % 2 == 0 ? "door" : "lantern",
                              {-40.0 + 4.0 * (i % 20), 10.0 + 5.0 * (i / 20), 0}));
    const Scene scene = with(many);
    const Trace trace = scene.run(TapeMaker(3).hold("use", 0.2, 0.1), GetParam());
    EXPECT_EQ(words_of(scene, trace, {EventKind::fixture_phase}),
              (Words{"arm pulled", "gate opening", "arm ready", "gate open", "gate closing", "gate shut"}));
}

TEST_P(Fixtures, AFrontCountsFromTheFrontOnly) {
    const Scene facing = with({placed("arm", "lever", {1.2, 0, 0}, 180)});
    const Scene away = with({placed("arm", "lever", {1.2, 0, 0}, 0)});
    EXPECT_EQ(words_of(facing, facing.run(TapeMaker(1), GetParam()), {EventKind::focus_in}), (Words{"focus on arm"}));
    EXPECT_EQ(words_of(away, away.run(TapeMaker(1), GetParam()), {EventKind::focus_in}), Words{});
}

TEST_P(Fixtures, WhyNotIsToldOfFocusAndWays) {
    const Scene scene = with({placed("arm", "lever", {3.0, 0, 0}, 180), placed("away", "lever", {0, 1.5, 0}, 90),
                              placed("gate", "door", {0, -1.5, 0}, 90)});
    const SceneView r = scene.at(GetParam());
    const World state = start_world(r, alone_at("start")).value();
    const EvaluationContext m = r.context(state, state.actors[0]);
    EXPECT_EQ(explain_fixture(m, 0).gates.at(0).reason, "no focus: 2.85 m away, it reaches 2.00 m");
    EXPECT_EQ(explain_fixture(m, 1).gates.at(0).reason, "no focus: 180 deg off its front, it listens to 60");
    const MoveAnswer shut = explain_fixture(m, 2);
    EXPECT_EQ(shut.why, "shut");
    EXPECT_EQ(shut.gates.at(1).text, "go opening when used");
    EXPECT_FALSE(shut.gates.at(1).holds);
    EXPECT_EQ(fixture_to_explain(m, scene.program.find_machine("lever").value()), 1U) << "the nearest of its kind";
    const Trace used = scene.run(TapeMaker(1.2).hold("use", 0.1, 0.1), GetParam());
    const auto inputs = resolve_inputs(scene.program, TapeMaker(1.2).hold("use", 0.1, 0.1)).value();
    const World open = world_at(r, inputs, used, 1.0);
    const MoveAnswer opened = explain_fixture(r.context(open, open.actors[0]), 2);
    EXPECT_EQ(opened.why, "open");
    EXPECT_EQ(opened.gates.back().text, "go closing when clear after 1 s");
    EXPECT_EQ(opened.gates.back().seen.substr(0, 3), "in ");
}

TEST_P(Fixtures, ABellCarriesThroughWithTheVelocityTurnedWithTheExit) {
    const Scene scene =
        with({placed("near", "bell", {4, 0, 0}, 180, "far"), placed("far", "bell", {0, 20, 0}, 90, "near")});
    const Trace trace = scene.run(TapeMaker(1.2).stick(0.1, 0, 1), GetParam());
    ASSERT_EQ(words_of(scene, trace, {EventKind::teleported}), (Words{"near carried the body through"}))
        << "and not back again";
    const Vec3 end = trace.tracks[0].rows.back().position;
    EXPECT_GT(end.y, 20.0);
    const double when = test::times_of(trace, EventKind::teleported).at(0);
    const Vec3 out = velocity_at(trace.tracks[0], when + 1e-6);
    EXPECT_NEAR(out.y, 6.0, 0.4) << "into the near one's face, out along the far one's front";
    EXPECT_NEAR(out.x, 0.0, 0.4);
    EXPECT_NEAR(position_at(trace.tracks[0], when - 1e-6).x, 4 - 0.3 - 0.3, 0.25)
        << "it jumps, and isn't drawn across the way between";
}

TEST_P(Fixtures, ABellMayDropTheVelocityAndRefusesWithoutRoomOrTwin) {
    const Scene drops =
        with({placed("near", "stopping_bell", {4, 0, 0}, 180, "far"), placed("far", "bell", {0, 20, 0}, 90)});
    const Trace stopped = drops.run(TapeMaker(0.9).stick(0.1, 0, 1), GetParam());
    const double when = test::times_of(stopped, EventKind::teleported).at(0);
    EXPECT_LT(glm::length(velocity_at(stopped.tracks[0], when + 1e-6)), 0.3);

    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({0, 21, 1}, {2, 2, 2}));
    plan.fixtures = {placed("near", "bell", {4, 0, 0}, 180, "far"), placed("far", "bell", {0, 20, 0}, 90),
                     placed("pair", "stopping_bell", {-4, 0, 0}, 0, "far"),
                     placed("lone", "stopping_bell", {0, -4, 0}, 90)};
    const Scene full(world, plan);
    EXPECT_EQ(words_of(full, full.run(TapeMaker(2).stick(0.1, 0, 1), GetParam()), {EventKind::teleported}), Words{});
    EXPECT_EQ(words_of(full, full.run(TapeMaker(2).stick(0.1, 0, -1), GetParam()), {EventKind::refused}).at(0),
              "pair has no exit with room");
    EXPECT_EQ(words_of(full, full.run(TapeMaker(2).stick(0.1, 1, 0), GetParam()), {EventKind::refused}).at(0),
              "lone has no exit with room");
}

TEST_P(Fixtures, OneLanternIsLitAndTheBodyComesBackToIt) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].size.x = 30;  // ground ends at x = 15
    plan.fixtures = {placed("first", "lantern", {3, 0, 0}, 90), placed("second", "lantern", {9, 0, 0}, 90)};
    plan.pieces[0].center.x = 0;
    const Scene scene(world, plan);
    const Trace trace = scene.run(TapeMaker(5).stick(0.1, 0, 1), GetParam());
    const auto phases = words_of(scene, trace, {EventKind::fixture_phase});
    ASSERT_GE(phases.size(), 3U);
    EXPECT_EQ(phases[0], "first lit");
    EXPECT_EQ(std::count(phases.begin(), phases.end(), "first dark"), 1);
    EXPECT_EQ(std::count(phases.begin(), phases.end(), "second lit"), 1);
    const auto back = test::times_of(trace, EventKind::respawned);
    ASSERT_FALSE(back.empty()) << "it ran off the end";
    EXPECT_NEAR(position_at(trace.tracks[0], back[0] + 1e-6).x, 9.0, 0.1);
    EXPECT_NEAR(position_at(trace.tracks[0], back[0] + 1e-6).y, 0.7, 0.1) << "before the lantern";
    EXPECT_LT(glm::length(velocity_at(trace.tracks[0], back[0] + 1e-6)), 0.6);
}

TEST_P(Fixtures, ARunMayBeginBeforeALanternThatBurnsAndWaterGivesBackThere) {
    const Scene scene = with({placed("first", "lantern", {4, 0, 0}, 180), placed("second", "lantern", {8, 0, 0})});
    Tape tape = TapeMaker(1);
    tape.tracks[0].start_lit = "second";
    const Trace trace = scene.run(tape, GetParam());
    EXPECT_NEAR(trace.tracks[0].rows.front().position.x, 8.0 + 0.2 + 0.3 + 0.2, 1e-9) << "before its front";
    EXPECT_EQ(trace.spans.at(1).phase, PhaseId(1)) << "it burns from the start";
    EXPECT_EQ(trace.spans.at(0).phase, PhaseId(0));
    const auto back = read_tape(write_tape(tape), "t");
    ASSERT_TRUE(back) << back.error();
    EXPECT_EQ(back->tracks[0].start_lit, "second");
    tape.tracks[0].start_lit = "gate";
    const auto refused = replay(scene.at(GetParam()), tape);
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().find("unknown checkpoint \"gate\""), std::string::npos);
}

TEST_P(Fixtures, ABoardLaunchesToTheHeightOfItsSpeed) {
    const Scene scene = with({placed("spring", "board", {3, 0, 0})});
    const Trace trace = scene.run(TapeMaker(1.6).stick(0.1, 0, 1), GetParam());
    double top = 0.0;
    for (double t = 0.0; t < 1.6; t += 0.001) top = std::max(top, position_at(trace.tracks[0], t).z);
    EXPECT_NEAR(top, 14.0 * 14.0 / (2 * 28.0), 0.005);
}

TEST_P(Fixtures, ALiftCarriesItsRiderExactly) {
    const Scene scene = with({placed("hoist", "lift", {1.4, 0, 0})});
    const Trace trace = scene.run(TapeMaker(6), GetParam());
    EXPECT_NEAR(trace.tracks[0].rows.back().position.z, 0.0, 0.002) << "nobody touched it";
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("hoist", "lift", {0, 0, -0.29})};
    const Scene standing(world, plan);
    const Trace ride = standing.run(TapeMaker(4.2).stick(0.02, 0, 0.01), GetParam());
    const auto up = test::spans_of(standing, ride, "lift.up_there");
    ASSERT_FALSE(up.empty());
    const double start = position_at(ride.tracks[0], up[0].from).z;
    EXPECT_NEAR(position_at(ride.tracks[0], up[0].to + 0.25).z - start, 3.0, 2e-3);
    EXPECT_NEAR(position_at(ride.tracks[0], up[0].from + 0.75).z - start, 1.5, 2e-3) << "half way at half its time";
    EXPECT_EQ(test::times_of(ride, EventKind::left_ground).size(), 0U) << "it stands all the while";
}

TEST(FixtureCheck, ACheckpointInFrontOfAVoidIsReported) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("on the ground", "lantern", {0, 0, 0}), placed("at the edge", "lantern", {49.9, 0, 0})};
    const Scene scene(world, plan);
    std::vector<std::string> said;
    for (const FixtureWarning& each : fixture_warnings(scene.program, scene.tuning, plan)) said.push_back(each.text);
    ASSERT_EQ(said.size(), 1U);
    EXPECT_EQ(
        said[0],
        "at the edge: there is no ground within 20 m below the place in front of it, so one who is put back there "
        "falls again; turn or move it");
}

/// Focus-in and focus-out pair up over random walks among many things.
TEST(Focus, PairsUpOverRandomWalks) {
    std::vector<PlacedFixture> many;
    std::mt19937 random(7);
    std::uniform_real_distribution<double> place(-9, 9);
    for (int i = 0; i < 14; ++i)
        many.push_back(placed("thing " + std::to_string(i), i % 2 == 0 ? "lever" : "door",
                              {place(random), place(random), 0}, 45.0 * i));
    std::erase_if(many, [](const PlacedFixture& f) { return glm::length(f.position) < 1.5; });
    const Scene scene = with(many);
    int changes = 0;
    for (unsigned seed = 1; seed <= 12; ++seed) {
        std::int32_t now = -1;
        for (const TraceEvent& event : scene.run(test::random_tape(scene.program, seed, 20)).events) {
            if (event.kind == EventKind::focus_in) {
                EXPECT_EQ(now, -1) << "the one before was left";
                now = event.index;
                ++changes;
            } else if (event.kind == EventKind::focus_out) {
                EXPECT_EQ(now, event.index);
                now = -1;
            } else if (event.kind == EventKind::used) {
                EXPECT_EQ(now, event.index) << "only what has the focus is used";
            }
        }
    }
    EXPECT_GT(changes, 40);
}

TEST(Focus, WhatTheViewMeetsComesBeforeWhatIsNearer) {
    const Scene scene = with({placed("ahead", "door", {2.2, 0, 0}), placed("beside", "door", {0, 1.0, 0}, 90)});
    const Trace trace = scene.run(TapeMaker(1.0).look(0.5, 90));
    EXPECT_EQ(words_of(scene, trace, {EventKind::focus_in, EventKind::focus_out}),
              (Words{"focus on ahead", "focus left ahead", "focus on beside"}));
}

TEST_P(Fixtures, ASlideThatDependsOnWhatHappensFollowsIt) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("screen", "follower", {4, 3, 0}, 0)};
    const Scene scene(world + "fixture follower { box 0.2 m, 1 m, 2 m  phase follows { solid  slide x, 0 m, 0 m } }\n",
                      plan);
    const Tape tape = TapeMaker(1.5).stick(0.1, 0, 1);
    const Trace trace = scene.run(tape, GetParam());
    const SceneView r = scene.at(GetParam());
    const auto inputs = resolve_inputs(scene.program, tape).value();
    for (const double time : {0.5, 1.0, 1.5}) {
        const World state = world_at(r, inputs, trace, time);
        StepCache cache;
        place_solids(r, state, state.actors[0], cache);
        EXPECT_NEAR(cache.moving.solids.at(0).center.x, 4.0 + state.actors[0].body.position.x, 1e-9) << time;
        EXPECT_FALSE(cache.poses[0].still) << "it isn't kept for later";
    }
}

TEST(FixtureRuns, AKindLeftOutOfTheRunIsNotThere) {
    Scene scene = with({placed("gate", "door", {4, 0, 0}), placed("lamp", "lantern", {7, 0, 0})});
    ASSERT_TRUE(leave_out(scene.program, "door", scene.tuning));
    const Trace trace = scene.run(TapeMaker(2).stick(0.1, 0, 1));
    EXPECT_GT(trace.tracks[0].rows.back().position.x, 9.0) << "one walks through where it stood";
    EXPECT_EQ(words_of(scene, trace, {EventKind::focus_in}), Words{});
    EXPECT_EQ(words_of(scene, trace, {EventKind::fixture_phase}), (Words{"lamp lit"})) << "the others stay";
}

const std::string people =
    "fixture hand { box 0.5 m, 0.5 m, 1.8 m  focus within 3 m on use in front 90 deg prompt \"Greet\"\n"
    "  phase waits { solid  go speaks when used }\n"
    "  phase speaks for 3 s { solid  say \"Well?\"  go waits when not focused  go answers when used  go waits }\n"
    "  phase answers for 1 s { solid  say \"So.\"  go waits } }\n"
    "fixture trader is hand { prompt \"Trade\" }\n";

TEST_P(Fixtures, OneUseLeadsThroughOneWayAndTheNextOnwards) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("ann", "hand", {1.5, 0, 0}, 180)};
    const Scene scene(world + people, plan);
    const Trace trace = scene.run(TapeMaker(4).hold("use", 0.5, 0.1).hold("use", 1.0, 0.1), GetParam());
    EXPECT_EQ(words_of(scene, trace, {EventKind::fixture_phase}), (Words{"ann speaks", "ann answers", "ann waits"}));
}

TEST_P(Fixtures, ATalkEndsWhenOneWalksOffAndIsNotBegunFromBehind) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("ann", "trader", {1.5, 0, 0}, 180), placed("back", "hand", {-1.5, 0, 0}, 180)};
    const Scene scene(world + people, plan);
    const Tape tape = TapeMaker(4).hold("use", 0.5, 0.1).stick(1.0, 0.7, -0.7);
    const Trace trace = scene.run(tape, GetParam());
    EXPECT_EQ(words_of(scene, trace, {EventKind::fixture_phase}), (Words{"ann speaks", "ann waits"}));
    const auto ends = test::times_of(trace, EventKind::fixture_phase);
    EXPECT_LT(ends[1], 2.0) << "before its time";
    EXPECT_EQ(words_of(scene, trace, {EventKind::focus_in}), (Words{"focus on ann"})) << "the other one looks away";
    const SceneView r = scene.at(GetParam());
    const World state = world_at(r, resolve_inputs(scene.program, tape).value(), trace, 0.7);
    EXPECT_EQ(fixture_prompt(r.context(state, state.actors[0]), 0), "Trade") << "its own, all else is its base's";
    EXPECT_EQ(fixture_phase(r.context(state, state.actors[0]), 0)->effects.say, "Well?");
}

TEST_P(Fixtures, AFirstPhaseWithATimeRunsFromTheStart) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {placed("clock", "ticker", {5, 5, 0})};
    const Scene scene(world +
                          "fixture ticker { box 1 m, 1 m, 1 m  phase tick for 0.4 s { go tock }\n"
                          "  phase tock { go tick after 0.2 s } }\n",
                      plan);
    const Trace trace = scene.run(TapeMaker(1.5), GetParam());
    std::vector<double> times = test::times_of(trace, EventKind::fixture_phase);
    ASSERT_EQ(times.size(), 4U);
    const std::vector<double> wanted{0.4, 0.6, 1.0, 1.2};
    for (std::size_t i = 0; i < times.size(); ++i) EXPECT_NEAR(times[i], wanted[i], 1e-9);
}

/// A fixture that nothing happens to costs a handful of comparisons: it is not asked at all.
TEST(FixtureRuns, WaitForEventsIsFoundForPhasesThatNothingElseLeaves) {
    const Program program = test::compile_or_fail(
        world +
        "fixture odd { box 1 m, 1 m, 1 m  phase a { go b when used or grounded }  phase b { go a when used and "
        "grounded }  phase c { go a after 1 s when used  go a when told } }\n");
    const auto waits = [&](const char* kind, std::size_t phase) {
        return program.machines[*program.find_machine(kind)].phases[phase].waits_for_events;
    };
    EXPECT_TRUE(waits("door", 0));
    EXPECT_FALSE(waits("door", 1)) << "it has a time";
    EXPECT_FALSE(waits("door", 2));
    EXPECT_TRUE(waits("bell", 0));
    EXPECT_FALSE(waits("odd", 0)) << "or: being grounded is enough";
    EXPECT_TRUE(waits("odd", 1));
    EXPECT_FALSE(waits("odd", 2));
}

/// Random runs among every kind of fixture: nothing becomes infinite, nothing is left inside a solid, phases stay
/// known.
TEST(FixtureRuns, RandomRunsAmongAllOfThemStayWhole) {
    const Scene scene =
        with({placed("gate", "door", {4, 0, 0}), placed("arm", "lever", {2, 3, 0}, 180, "gate"),
              placed("near", "bell", {-5, 0, 0}, 0, "far"), placed("far", "bell", {0, 9, 0}, 270, "near"),
              placed("lamp", "lantern", {3, -4, 0}), placed("other", "lantern", {-3, -4, 0}),
              placed("spring", "board", {0, 5, 0}), placed("hoist", "lift", {7, 4, -0.29})});
    for (unsigned seed = 1; seed <= 10; ++seed) {
        const Trace trace = scene.run(test::random_tape(scene.program, seed, 25), 60);
        for (const TraceRow& row : trace.tracks[0].rows) {
            ASSERT_TRUE(is_finite(row.position) && is_finite(row.velocity)) << seed << " at " << row.time;
            ASSERT_GT(row.position.z, -4.0) << seed << " at " << row.time;
        }
        EXPECT_TRUE(test::times_of(trace, EventKind::fault).empty()) << seed;
    }
}

TEST(FixtureRuns, TheSameRunFromTheSameTapeAndFromASnapshot) {
    const Scene scene = with({placed("gate", "door", {4, 0, 0}), placed("hoist", "lift", {8, 0, -0.29}),
                              placed("lamp", "lantern", {-4, 0, 0}), placed("spring", "board", {0, 5, 0})});
    const Tape tape = test::random_tape(scene.program, 3, 12);
    const Trace once = scene.run(tape);
    EXPECT_EQ(trace_hash(once), trace_hash(scene.run(tape)));
    const SceneView r = scene.at(120);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    const World end = world_at(r, inputs, once, 12.0);
    EXPECT_LT(glm::length(end.actors[0].body.position - once.tracks[0].rows.back().position), 1e-9);
}

TEST(FixtureRuns, WhatCanNotBeMeantIsWarnedOf) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({10, 5, 1}, {2, 4, 2}));
    plan.fixtures = {placed("lone bell", "bell", {4, 0, 0}),       placed("arm", "lever", {-4, 0, 0}),
                     placed("walled in", "lantern", {8.7, 5, 0}),  placed("shy", "near_only", {0, 9, 0}),
                     placed("double", "door", {0, -9, 0}),         placed("other", "door", {0, -9, 0}),
                     placed("well", "lantern", {8.7, 5, 0.5}, 180)};
    const Scene scene(
        world + "fixture near_only { box 0.2 m, 0.2 m, 1 m  focus within 0.1 m on use  phase a { solid } }\n", plan);
    std::string all;
    for (const FixtureWarning& warning : fixture_warnings(scene.program, scene.tuning, scene.course.plan))
        all += warning.text + "\n";
    EXPECT_NE(all.find("lone bell: bell uses its link, but has none"), std::string::npos) << all;
    EXPECT_NE(all.find("arm: lever uses its link"), std::string::npos) << all;
    EXPECT_NE(all.find("walled in: there is no room for the body at its exit"), std::string::npos) << all;
    EXPECT_NE(all.find("shy: its focus reaches 0.10 m, less than the radius"), std::string::npos) << all;
    EXPECT_NE(all.find("other is at the same position as double"), std::string::npos) << all;
    EXPECT_EQ(all.find("well:"), std::string::npos) << all;
}

TEST(FixtureRuns, WhatTheScriptDoesNotKnowIsToldAndStandsIdle) {
    const Scene scene = with({placed("gate", "doom", {4, 0, 0}), placed("arm", "lever", {1.2, 0, 0}, 180, "gat")});
    const auto problems = fixture_errors(scene.program, scene.course.plan);
    ASSERT_EQ(problems.size(), 2U);
    EXPECT_EQ(problems[0].text, "fixture \"gate\": unknown kind 'doom'; did you mean 'door'?");
    EXPECT_EQ(problems[1].text, "fixture \"arm\" is linked to the unknown fixture \"gat\"; did you mean 'gate'?");
    const Trace trace = scene.run(TapeMaker(2).hold("use", 0.5, 0.1).stick(1.0, 0, 1));
    EXPECT_EQ(words_of(scene, trace, {EventKind::fixture_phase}), (Words{"arm pulled", "arm ready"}));
}

}  // namespace
}  // namespace leap::fixtures_test
