// SPDX-License-Identifier: MIT
// What can be leaped, against closed forms and against the gap's own width.
#include "core/reach/leap_attempts.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::leap_attempts_test {
namespace {

/// Runs at 6 m/s, hops 1.125 m high in 0.3 s up and 0.3 s down: 3.6 m over level ground.
const std::string runner =
    "body tester { capsule radius 0.3 m height 1.7 m  gravity 25 m/s^2 }\n"
    "button jump key \"Space\"\nbutton dash key \"Shift\"\n"
    "stance air when airborne { steer to 6 m/s gain 3 m/s^2 brake 0 m/s^2 }\n"
    "stance walk { steer to 6 m/s gain 15 m/s^2 brake 60 m/s^2 }\n"
    "move hop on jump { gate grounded within 0.1 s  phase rise { start: launch up at 7.5 m/s  end when grounded } }\n"
    "move dash on dash { gate grounded within 0.1 s  phase go_on for 0.2 s { drive forward at 15 m/s "
    "gravity 0 m/s^2 } }\n";

test::Scene two_decks(double gap, double rise, double run = 8.0) {
    CoursePlan plan;
    plan.places = {{"start", {0, 0, 0}, 0.0}};
    plan.pieces = {test::box({-0.5 * run, 0, -1}, {run, 4, 2}), test::box({gap + 3.0, 0, rise - 2.0}, {6, 4, 4})};
    return {runner, plan};
}

const LeapAttempt& named(const LeapOutput& out, const std::string& name) {
    for (const LeapAttempt& attempt : out.attempts)
        if (attempt.name == name) return attempt;
    ADD_FAILURE() << "no attempt " << name;
    return out.attempts.front();
}

class LeapsAt : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, LeapsAt, testing::Values(60, 120, 480));

TEST_P(LeapsAt, AHopReachesWhatItsFlightIsLongEnoughFor) {
    // Pressed at most 0.13 m before the edge; a foot's breadth of the lip bears.
    const test::Scene near = two_decks(3.3, 0.0);
    const LeapOutput reached = leap_attempts(near.at(GetParam()), {0, 1});
    EXPECT_TRUE(named(reached, "hop").reaches);
    EXPECT_NEAR(named(reached, "hop").spare_m, 3.6 - 3.3 - 0.1, 0.12);
    const test::Scene far = two_decks(4.5, 0.0);
    const LeapOutput missed = leap_attempts(far.at(GetParam()), {0, 1});
    EXPECT_FALSE(named(missed, "hop").reaches);
    EXPECT_NEAR(named(missed, "hop").short_m, 4.5 - 3.6 + 0.1, 0.12);
    EXPECT_FALSE(named(missed, "walk off").reaches);
}

TEST_P(LeapsAt, ALipAboveTheHopIsTooLowByTheDifference) {
    const test::Scene scene = two_decks(1.0, 1.6);
    const LeapAttempt hop = named(leap_attempts(scene.at(GetParam()), {0, 1}), "hop");
    EXPECT_FALSE(hop.reaches);
    EXPECT_NEAR(hop.low_m, 1.6 - 1.125, 0.002);
    EXPECT_EQ(leap_text(hop), "0.47 m too low");
}

TEST(Leaps, ALeapThatIsFarAwayIsNotTheNearestMissBecauseItIsHardlyTooLow) {
    const test::Scene scene = two_decks(9.0, 1.13);
    const LeapOutput out = leap_attempts(scene.at(120), {0, 1});
    ASSERT_FALSE(out.reached());
    const LeapAttempt& hop = named(out, "hop");
    EXPECT_NEAR(hop.low_m, 0.005, 0.003);
    EXPECT_GT(hop.short_m, 4.0);
    EXPECT_NE(leap_text(hop).find(" m short and 0.0"), std::string::npos) << leap_text(hop);
    ASSERT_EQ(out.telling().size(), 1U);
    const LeapAttempt& nearest = *out.telling().front();
    for (const LeapAttempt& attempt : out.attempts) {
        EXPECT_GE(attempt.away_m, nearest.away_m) << attempt.name;
        double least = 1e9;
        for (const Vec3& feet : attempt.path)
            least = std::min(least, glm::length(Vec2{std::max(0.0, 9.0 - 0.3 - feet.x), std::max(0.0, 1.13 - feet.z)}));
        EXPECT_NEAR(attempt.away_m, least, 1e-6) << attempt.name;
    }
}

TEST(Leaps, AreTheSameInTheSameOrderOnAnyNumberOfThreads) {
    const test::Scene scene = two_decks(5.5, 0.4);
    const SceneView rehearsal = scene.at(120);
    ParallelOptions alone;
    alone.threads = 1;
    const LeapOutput one = leap_attempts(rehearsal, {0, 1}, alone);
    ASSERT_GT(one.attempts.size(), 5U);
    for (const int threads : {2, 4}) {
        ParallelOptions options;
        options.threads = threads;
        const LeapOutput many = leap_attempts(rehearsal, {0, 1}, options);
        ASSERT_EQ(many.attempts.size(), one.attempts.size());
        for (std::size_t i = 0; i < one.attempts.size(); ++i) {
            EXPECT_EQ(many.attempts[i].name, one.attempts[i].name);
            EXPECT_EQ(many.attempts[i].path, one.attempts[i].path);
            EXPECT_EQ(input_lines(many.attempts[i].inputs), input_lines(one.attempts[i].inputs));
        }
    }
}

TEST(Leaps, StoppedTheyGiveNoHalfAnswer) {
    const test::Scene scene = two_decks(5.5, 0.4);
    int asked = 0;
    ParallelOptions options;
    options.threads = 1;
    options.stop = [&] { return ++asked > 3; };
    const LeapOutput out = leap_attempts(scene.at(120), {0, 1}, options);
    EXPECT_TRUE(out.way);
    EXPECT_TRUE(out.attempts.empty());
    EXPECT_EQ(asked, 4) << "nothing is tried after it";
}

TEST(Leaps, TwoPressesAreTriedWhereOneIsNotEnough) {
    const test::Scene scene = two_decks(5.2, 0.0);
    const LeapOutput out = leap_attempts(scene.at(120), {0, 1});
    for (const LeapAttempt& attempt : out.attempts)
        EXPECT_NE(attempt.name, "hop, then dash") << "it doesn't work in the air";
    const std::string in_air = std::string(runner).replace(runner.rfind("gate grounded"), 27, "");
    test::Scene flying(in_air, scene.course.plan);
    const LeapOutput helped = leap_attempts(flying.at(120), {0, 1});
    EXPECT_TRUE(helped.reached());
    EXPECT_TRUE(named(helped, "hop, then dash").reaches);
}

TEST(Leaps, TheRunUpCounts) {
    const test::Scene whole = two_decks(3.3, 0.0);
    const test::Scene none = two_decks(3.3, 0.0, 0.7);
    EXPECT_TRUE(named(leap_attempts(whole.at(120), {0, 1}), "hop").reaches);
    EXPECT_FALSE(named(leap_attempts(none.at(120), {0, 1}), "hop").reaches);
}

TEST(Leaps, OntoACrateThatStandsOnTheDeckAndDownAgain) {
    CoursePlan plan;
    plan.places = {{"start", {0, 0, 0}, 0.0}};
    plan.pieces = {test::box({0, 0, -1}, {20, 8, 2}), test::box({2, 0, 0.5}, {2, 2, 1})};
    const test::Scene scene(runner, plan);
    EXPECT_TRUE(named(leap_attempts(scene.at(120), {0, 1}), "hop").reaches);
    EXPECT_FALSE(named(leap_attempts(scene.at(120), {0, 1}), "walk off").reaches) << "it walks against the crate";
    const LeapOutput down = leap_attempts(scene.at(120), {1, 0});
    ASSERT_TRUE(down.way);
    EXPECT_TRUE(named(down, "walk off").reaches);
}

TEST(Leaps, WhatStandsInTheWayCounts) {
    CoursePlan plan = two_decks(2.0, 0.0).course.plan;
    plan.pieces.push_back(test::box({1.0, 0, 2}, {0.2, 4, 4}));
    const test::Scene scene(runner, plan);
    EXPECT_FALSE(leap_attempts(scene.at(120), {0, 1}).reached());
}

TEST(Leaps, TheRunUpGoesRoundWhatStandsInItsMiddle) {
    CoursePlan plan = two_decks(2.0, 0.0).course.plan;
    plan.pieces.push_back(test::box({-4, 0, 1}, {1, 0.4, 2}));
    const test::Scene scene(runner, plan);
    const LeapOutput out = leap_attempts(scene.at(120), {0, 1});
    EXPECT_TRUE(named(out, "hop").reaches);
    EXPECT_NE(out.way->start.y, 0.0);
    plan.pieces.back() = test::box({-4, 0, 1}, {1, 4, 2});
    const test::Scene walled(runner, plan);
    const LeapOutput blocked = leap_attempts(walled.at(120), {0, 1});
    EXPECT_FALSE(blocked.reached());
    EXPECT_EQ(leap_text(blocked.attempts.front()), "does not reach the edge");
}

TEST(Leaps, NeighboursAreTheNearTopsAboveWater) {
    CoursePlan plan = two_decks(2.0, 0.0).course.plan;
    plan.water_level = -1.0;
    plan.pieces.push_back(test::box({3, 0, -6}, {80, 80, 2}));    // the bed
    plan.pieces.push_back(test::box({40, 0, 0}, {2, 2, 2}));      // too far
    plan.pieces.push_back(test::box({-4, 0, 1}, {0.1, 0.1, 2}));  // a post
    EXPECT_EQ(leap_neighbours(plan, 0, 5), (std::vector<std::size_t>{1}));
}

TEST(Leaps, TheSameTwice) {
    const test::Scene scene = two_decks(3.0, 0.4);
    const LeapOutput once = leap_attempts(scene.at(120), {0, 1});
    const LeapOutput again = leap_attempts(scene.at(120), {0, 1});
    ASSERT_EQ(once.attempts.size(), again.attempts.size());
    for (std::size_t i = 0; i < once.attempts.size(); ++i) EXPECT_EQ(once.attempts[i].path, again.attempts[i].path);
}

TEST(LeapAttempts, TheLastCentimetresAndCoyoteTimeAreTriedAndTheInputsAreTold) {
    // A hop that covers a gap only when it is pressed late: how wide the gap may be grows with coyote time.
    const std::string script =
        std::string(test::plain_body) +
        "move hop on jump { gate grounded within 0.12 s  phase a { start: launch up at 7 m/s  end "
        "when grounded after 0.05 s } }\n";
    const auto try_gap = [&](double gap) {
        CoursePlan plan;
        plan.name = "gap";
        plan.places.push_back({"start", {-4, 0, 0}, 0.0});
        plan.pieces.push_back(test::box({-5, 0, -0.5}, {10, 4, 1}));
        plan.pieces.push_back(test::box({gap + 5, 0, -0.5}, {10, 4, 1}));
        const test::Scene scene(script, plan);
        return leap_attempts(scene.at(120), {0, 1});
    };
    const auto reaching = [](const LeapOutput& out) {
        for (const LeapAttempt& attempt : out.attempts)
            if (attempt.reaches) return attempt;
        return LeapAttempt{};
    };
    EXPECT_EQ(reaching(try_gap(2.6)).name, "hop");
    bool late = false;
    double widest = 0.0;
    for (double gap = 2.6; gap < 4.5; gap += 0.05) {
        const LeapAttempt found = reaching(try_gap(gap));
        if (!found.reaches) break;
        widest = gap;
        late = late || found.name.find("after the edge") != std::string::npos;
        ASSERT_FALSE(input_lines(found.inputs).empty());
        EXPECT_EQ(input_lines(found.inputs)[1], "0.000 s stick ahead");
    }
    EXPECT_TRUE(late) << "at the end only a press behind the edge reaches";
    const LeapAttempt last = reaching(try_gap(widest));
    EXPECT_NE(last.name.find("hop ("), std::string::npos) << last.name;
    const std::vector<std::string> lines = input_lines(last.inputs);
    EXPECT_TRUE(std::any_of(lines.begin(), lines.end(), [](const std::string& l) { return l.ends_with("jump down"); }));
}

}  // namespace
}  // namespace leap::leap_attempts_test
