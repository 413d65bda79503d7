// SPDX-License-Identifier: MIT
// Two hands through the script's own door: what they reach for, how it lies in them, whose use it hears.
#include "core/senses/hands.hpp"

#include <gtest/gtest.h>

#include <numbers>

#include "tests/core/support.hpp"

namespace leap::hands_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;
using Words = std::vector<std::string>;

const std::string hand_world =
    std::string(test::plain_body)
        .replace(std::string(test::plain_body).find("eyes"), 0,
                 "hands at 0.3 m, 0.25 m, 1 m reach 0.6 m near 0.5 m far 6 m "
                 "left left_hand use left_use right right_hand use right_use ") +
    "button left_hand key \"1\"\nbutton left_use key \"2\"\nbutton right_hand key \"3\"\nbutton right_use key \"4\"\n"
    "fixture lamp { sphere radius 0.15 m  mass 2 kg\n"
    "  dial out = 0.1 m in -1..1  dial aside = 0.04 m in -1..1  dial high = -0.05 m in -1..1\n"
    "  dial tilt = 20 deg in -180..180\n"
    "  phase lies { loose  go comes when grabbed then: hold }\n"
    "  phase comes for 0.3 s { in hand out, aside, high turned tilt, 0 deg, 0 deg  go lies when let_go  go in_hand }\n"
    "  phase in_hand { in hand out, aside, high turned tilt, 0 deg, 0 deg\n"
    "    go flashes when used_in_hand then: emit flash  go waits when let_go }\n"
    "  phase flashes for 0.2 s { in hand out, aside, high  glows  go waits when let_go  go in_hand }\n"
    "  phase waits for 0.5 s { loose  go comes when grabbed then: hold  go goes_home }\n"
    "  phase goes_home for 0.4 s { return home  go lies } }\n"
    "fixture stone is lamp { phase waits for 0.5 s { solid  go comes when grabbed then: hold  go goes_home } }\n";

Scene with_things(std::vector<PlacedFixture> fixtures) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = std::move(fixtures);
    return Scene(hand_world, plan);
}

Words phases_of(const Scene& scene, const Trace& trace) {
    return test::words_of(scene, trace, {EventKind::fixture_phase, EventKind::grabbed});
}
FixturePose pose_of(const Scene& scene, const World& state, std::size_t i, int rate_hz) {
    const SceneView rehearsal = scene.at(rate_hz);
    return fixture_pose(rehearsal.context(state, state.actors[0]), i);
}

class Hands : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Hands, testing::Values(30, 120, 480));

const PlacedFixture near_lamp{"lamp", "lamp", {0.7, -0.25, 0.9}, 0, ""};
const PlacedFixture far_lamp{"lamp", "lamp", {4.0, 0, 0}, 0, ""};

TEST_P(Hands, GrabWhatIsNearAndHoldItByItsGrip) {
    const Scene scene = with_things({far_lamp});
    // Seen from the eyes the lamp lies a little below the horizon.
    Tape tape = TapeMaker(1.5).hold("right_hand", 0.2, 9.0);
    tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
    const Played held = play(scene, tape, GetParam());
    EXPECT_EQ(phases_of(scene, held.trace), (Words{"lamp grabbed", "lamp comes", "lamp in_hand"}));
    const SceneView rehearsal = scene.at(GetParam());
    const EvaluationContext m = rehearsal.context(held.state, held.state.actors[0]);
    const HandPose hand = hand_pose(m, 1);
    EXPECT_TRUE(hand.raised);
    const Vec3 lamp = pose_of(scene, held.state, 0, GetParam()).center;
    const Vec3 in_hand = glm::inverse(hand.turn) * (lamp - hand.place);
    EXPECT_LT(glm::length(in_hand - Vec3(0.1, 0.04, -0.05)), 1e-9);
    EXPECT_LT(hand.place.y, 0.0) << "the right hand";
    EXPECT_NEAR(glm::length(hand.place - Vec3{0.0, hand.place.y, hand.place.z}), 0.6 * std::cos(20.0 / 57.2957795),
                1e-6);
}

TEST_P(Hands, WhatAHandLetsGoOfStaysWhereItWasAndLeavesWithoutTouchingItsHolder) {
    std::string script = hand_world;
    script.replace(script.find("out = 0.1 m"), 11, "out = -0.4 m");
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {far_lamp};
    const Scene scene(script, plan);
    constexpr double release_s = 1.0003;
    Tape tape = TapeMaker(1.2).hold("right_hand", 0.2, release_s - 0.2);
    tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
    const Played held = play(scene, tape, GetParam());
    EXPECT_EQ(phases_of(scene, held.trace), (Words{"lamp grabbed", "lamp comes", "lamp in_hand", "lamp waits"}));
    const auto& rows = held.trace.tracks[0].rows;
    const auto released =
        std::find_if(rows.begin(), rows.end(), [](const TraceRow& row) { return row.time > release_s - 1e-9; });
    ASSERT_NE(released, rows.end());
    EXPECT_NEAR(released->time, release_s, 1e-9);
    for (const TraceRow& row : rows) ASSERT_LT(horizontal_length(row.position), 1e-9) << row.time;
    const Vec3 lamp = pose_of(scene, held.state, 0, GetParam()).center;  // it falls straight down
    const SceneView r = scene.at(GetParam());
    const World then = world_after(r, *resolve_inputs(scene.program, tape), held.trace, release_s - 1e-6);
    const Vec3 in_hand = fixture_pose(r.context(then, then.actors[0]), 0).center;
    EXPECT_LT(glm::length(horizontal(lamp - in_hand)), 1e-6) << "where the raised hand held it";
    EXPECT_LT(glm::length(horizontal(lamp)), 0.3 + 0.15) << "that is inside the body";
}

TEST_P(Hands, AHandThatFollowsATurningViewGivesItsVelocity) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {far_lamp};
    const Scene scene(hand_world, plan);
    constexpr double release_s = 1.2003;
    constexpr double turn_deg_per_s = 180.0;
    Tape tape = TapeMaker(1.25).hold("right_hand", 0.2, release_s - 0.2);
    auto& events = tape.tracks[0].events;
    events.insert(events.begin(), {0.1, LookEvent{0.0, -20.0}});
    std::size_t at = 2;
    for (double t = 1.0; t < release_s; t += 0.011)
        events.insert(events.begin() + static_cast<std::ptrdiff_t>(at++),
                      {t, LookEvent{(t - 1.0) * turn_deg_per_s, -20.0}});
    const Played played = play(scene, tape, GetParam());
    const SceneView r = scene.at(GetParam());
    const auto inputs = *resolve_inputs(scene.program, tape);
    const World then = world_after(r, inputs, played.trace, release_s);
    const Vec3 arm = then.loose[0].body.place - then.actors[0].body.position;
    const Vec3 velocity = then.loose[0].body.velocity;
    const double rate = turn_deg_per_s / 57.29577951308232;
    EXPECT_NEAR(horizontal_length(velocity), rate * 0.6, rate * 0.25) << "an arm's length away";
    EXPECT_NEAR(glm::dot(velocity, horizontal(arm)) / horizontal_length(arm) / horizontal_length(velocity), 0.0, 0.35)
        << "across the arm";
    EXPECT_GT(glm::cross(horizontal(arm), velocity).z, 0.0) << "counter-clockwise, as the view turns";
}

TEST_P(Hands, FromAfarNothingIsGrabbedThroughAWall) {
    for (const bool walled : {false, true}) {
        CoursePlan plan = test::flat_plan();
        plan.fixtures = {far_lamp};
        if (walled) plan.pieces.push_back(test::box({2, 0, 1.5}, {0.2, 4, 3}));
        const Scene scene(hand_world, plan);
        Tape tape = TapeMaker(1.0).hold("right_hand", 0.2, 9.0);
        tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
        EXPECT_EQ(phases_of(scene, play(scene, tape, GetParam()).trace).empty(), walled);
    }
}

TEST_P(Hands, TheLeftHandHoldsItMirrored) {
    const Scene scene = with_things({far_lamp});
    const auto held_in = [&](const std::string& button, int hand) {
        Tape tape = TapeMaker(1.5).hold(button, 0.2, 9.0);
        tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
        const Played played = play(scene, tape, GetParam());
        const SceneView rehearsal = scene.at(GetParam());
        const HandPose pose = hand_pose(rehearsal.context(played.state, played.state.actors[0]), hand);
        const FixturePose lamp = pose_of(scene, played.state, 0, GetParam());
        return std::pair(glm::inverse(pose.turn) * (lamp.center - pose.place), glm::inverse(pose.turn) * lamp.turn);
    };
    const auto [right, right_turn] = held_in("right_hand", 1);
    const auto [left, left_turn] = held_in("left_hand", 0);
    EXPECT_LT(glm::length(left - right * Vec3(1, -1, 1)), 1e-9);
    EXPECT_NEAR(left_turn.x, -right_turn.x, 1e-9) << "a tilt about the hand is mirrored too";
    EXPECT_NEAR(left_turn.w, right_turn.w, 1e-9);
}

TEST_P(Hands, OnlyTheHandThatHoldsUsesIt) {
    const Scene scene = with_things({far_lamp});
    Tape tape = TapeMaker(3.0).hold("right_hand", 0.2, 9.0).hold("left_use", 1.0, 0.1).hold("right_use", 1.5, 0.1);
    tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
    const Played played = play(scene, tape, GetParam());
    EXPECT_EQ(phases_of(scene, played.trace),
              (Words{"lamp grabbed", "lamp comes", "lamp in_hand", "lamp flashes", "lamp in_hand"}));
    const auto flash = test::times_of(played.trace, EventKind::emitted);
    ASSERT_EQ(flash.size(), 1U);
    EXPECT_NEAR(flash[0], 1.5, 1e-6);
}

TEST_P(Hands, WhatIsLetGoFallsAndGoesHomeLater) {
    for (const char* kind : {"lamp", "stone"}) {
        const Scene scene = with_things({{"lamp", kind, {4.0, 0, 0}, 30, ""}});
        Tape tape = TapeMaker(4.0).stick(0.8, 0, 1).stick(1.2, 0, 0).hold("right_hand", 0.2, 1.0);
        tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
        const Played played = play(scene, tape, GetParam());
        EXPECT_EQ(phases_of(scene, played.trace),
                  (Words{"lamp grabbed", "lamp comes", "lamp in_hand", "lamp waits", "lamp goes_home", "lamp lies"}))
            << kind;
        const FixturePose home = pose_of(scene, played.state, 0, GetParam());
        EXPECT_LT(glm::length(home.center - Vec3(4, 0, 0.15)), 0.003) << kind;
        EXPECT_NEAR(home.turn_rad, 30.0 / 57.2957795, 0.01) << kind;
        EXPECT_EQ(played.state.loose[0].hand, -1);
    }
}

TEST_P(Hands, EachHandHoldsOneThingAndAThingHasOneHand) {
    const Scene scene = with_things({far_lamp, {"other", "lamp", {4.0, 1.2, 0}, 0, ""}});
    Tape tape = TapeMaker(3.0).hold("right_hand", 0.2, 9.0).hold("left_hand", 0.8, 0.1).hold("left_hand", 1.5, 9.0);
    tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
    // Looking at the other one when the left hand reaches out for the second time.
    tape.tracks[0].events.insert(std::find_if(tape.tracks[0].events.begin(), tape.tracks[0].events.end(),
                                              [](const auto& e) { return e.time_s > 1.2; }),
                                 {1.2, LookEvent{16.7, -19.0}});
    const Played played = play(scene, tape, GetParam());
    EXPECT_EQ(held_by(played.state, played.state.actors[0], 1), 0);
    EXPECT_EQ(held_by(played.state, played.state.actors[0], 0), 1);
}

TEST(HandRuns, NothingIsGrabbedBeyondReachAndNothingThatIsHeld) {
    const Scene scene = with_things({{"lamp", "lamp", {9.0, 0, 0}, 0, ""}});
    Tape tape = TapeMaker(1.0).hold("right_hand", 0.2, 9.0);
    tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -9.0}});
    EXPECT_TRUE(phases_of(scene, play(scene, tape, 120).trace).empty());
}

TEST(HandRuns, ASnapshotGoesOnAsTheRunDid) {
    const Scene scene = with_things({far_lamp});
    Tape tape = TapeMaker(3.0).hold("right_hand", 0.2, 1.2).stick(0.5, 0.4, 1);
    tape.tracks[0].events.insert(tape.tracks[0].events.begin(), {0.1, LookEvent{0.0, -20.0}});
    const SceneView r = scene.at(120);
    const auto inputs = resolve_inputs(scene.program, tape).value();
    World whole = start_world(r, alone_at("start")).value();
    run_ticks(r, inputs, 360, whole, nullptr);
    for (const std::int64_t at : {40, 70, 171}) {
        World half = start_world(r, alone_at("start")).value();
        run_ticks(r, inputs, at, half, nullptr);
        run_ticks(r, inputs, 360, half, nullptr);
        EXPECT_EQ(half, whole) << at;
    }
}

TEST(HandRuns, MistakesAreTold) {
    const std::string body = test::plain_body;
    EXPECT_NE(test::messages_of(body + "fixture a { sphere radius 1 m mass 1 kg phase p { in hand 0 m, 0 m, 0 m } }")
                  .find("no body has hands"),
              std::string::npos);
    EXPECT_NE(
        test::messages_of("body b { capsule radius 0.3 m height 1.7 m gravity 9 m/s^2 hands at 0.3 m, 0.2 m, 1 m }\n"
                          "stance walk { }")
            .find("hands: 'reach' is missing"),
        std::string::npos);
}

}  // namespace
}  // namespace leap::hands_test
