// SPDX-License-Identifier: MIT
// Blows, events that say whom and how much, and freezes.
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

#include "core/readings/quantity.hpp"
#include "core/script/compile.hpp"
#include "tests/core/support.hpp"

namespace leap::blows_test {
namespace {

using test::Played;
using test::Scene;
using test::TapeMaker;
using test::together;

class Blows : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Blows, testing::Values(30, 60, 120, 240, 480));

const std::string fighters = R"(
button jump key "Space"
button hit key "J"
body pip {
  capsule radius 0.3 m height 1.7 m
  mass 60 kg
  gravity 28 m/s^2
}
body wick is pip { tag friend }
stance walk { steer to 6 m/s gain 60 m/s^2 brake 60 m/s^2 }
)";

CoursePlan ring(double apart_m) {
    CoursePlan plan = test::flat_plan();
    plan.places = {{"start", {0, 0, 0}, 0.0}, {"other", {apart_m, 0, 0}, 180.0}};
    return plan;
}

PlacedFixture placed(const std::string& name, const std::string& kind, const Vec3& position) {
    PlacedFixture out;
    out.name = name;
    out.kind = kind;
    out.position = position;
    return out;
}

const std::string straw = R"(
fixture straw_man {
  capsule radius 0.3 m height 1.8 m
  counter blows in 0..99
  phase stands {
    solid
    on heard(jab): blows + amount_of(jab)
    go falls when heard(jab) and blows >= 9
  }
  phase falls { }
}
)";

TEST_P(Blows, WhoIsRunIntoIsStruckOnceAtTheInstantOfTouching) {
    // The ball reaches 1.4 m ahead of the feet and goes along at 3 m/s; the straw man begins at 4.7 m.
    CoursePlan plan = ring(20);
    plan.fixtures.push_back(placed("straw", "straw_man", {5, 0, 0}));
    const Scene scene(fighters + straw + R"(
move lunge on hit {
  phase deals for 1.2 s {
    drive forward at 3 m/s
    blow jab radius 0.4 m at 1 m, 0 m, 1 m by 4
  }
}
)",
                      plan);
    const Played played = test::play(scene, TapeMaker(3).hold("hit", 0.517, 0.1), GetParam());
    const auto hits = test::times_of(played.trace, EventKind::hit_fixture);
    ASSERT_EQ(hits.size(), 1U);
    EXPECT_NEAR(hits[0], 0.517 + (4.7 - 1.4) / 3.0, 4e-6);
    EXPECT_EQ(test::words_of(scene, played.trace, {EventKind::hit_fixture}),
              (std::vector<std::string>{"jab hits straw"}));
    EXPECT_EQ(played.state.counters.at(0).value, 4.0) << "how much it came with";
}

/// A board of 1.6 m held across, 0.1 m thick: its front comes 1.05 m ahead of the feet, its ends 0.8 m to either side.
TEST_P(Blows, ABoxMeetsWithItsSidesAndPassesWhatIsBesideThem) {
    CoursePlan plan = ring(30);
    plan.fixtures.push_back(placed("met", "reed", {5, 0.75, 0}));
    plan.fixtures.push_back(placed("passed", "reed", {4, 0.85, 0}));
    const Scene scene(fighters + R"(
fixture reed {
  box 0.02 m, 0.02 m, 2 m
  phase stands { go lies when heard(cut) }
  phase lies { }
}
counter hurts in 0..9
move reel on heard(cut) { phase a for 0.1 s { start: hurts + 1 } }
move rush on hit {
  phase deals for 2.5 s {
    drive forward at 3 m/s
    blow cut box 0.1 m, 1.6 m, 0.2 m at 1 m, 0 m, 1 m
  }
}
)",
                      plan);
    TapeMaker rushes(4);
    TapeMaker waits(4);
    CoursePlan other = plan;
    other.places[1] = {"other", {7, 1.0, 0}, 180.0};
    const Scene with_somebody(scene.program.files[0].text, other);
    const Played run =
        test::play(with_somebody,
                   together({{"pip", "start", rushes.hold("hit", 0.517, 0.1)}, {"wick", "other", waits}}), GetParam());
    EXPECT_EQ(test::words_of(with_somebody, run.trace, {EventKind::hit_fixture}),
              (std::vector<std::string>{"pip: cut hits met"}));
    EXPECT_NEAR(test::times_of(run.trace, EventKind::hit_fixture).at(0), 0.517 + (4.99 - 1.05) / 3.0, 2e-5);
    // Who stands beside the end is met by the corner: 0.2 m to the side of it, with a radius of 0.3 m.
    const auto struck = test::times_of(run.trace, EventKind::hit_actor);
    ASSERT_EQ(struck.size(), 1U);
    EXPECT_NEAR(struck[0], 0.517 + (7.0 - std::sqrt(0.3 * 0.3 - 0.2 * 0.2) - 1.05) / 3.0, 2e-5);
    EXPECT_EQ(run.state.actors[1].counters[0].value, 1.0);
}

TEST_P(Blows, ABoxIsTurnedWithWhoDealsItAndByWhatItSays) {
    CoursePlan plan = ring(30);
    // The boom is 4 m long and lies along the diagonal of the fixture that it goes round with.
    plan.fixtures.push_back(placed("arm", "arm", {10, 0, 0}));
    plan.fixtures.push_back(placed("post", "reed", {10, 1.5, 0}));
    const Scene scene(fighters + R"(
fixture reed {
  box 0.02 m, 0.02 m, 2 m
  phase stands { go lies when heard(swept) }
  phase lies { }
}
fixture arm {
  box 0.2 m, 0.002 m, 1 m
  phase waits for 0.3 s { go turns }
  phase turns for 1 s { swing 90 deg
    blow swept box 4 m, 0.1 m, 0.2 m turned 45 deg at 0 m, 0 m, 0.8 m }
}
)",
                      plan);
    const Played run = test::play(scene, TapeMaker(2), GetParam());
    const auto hits = test::times_of(run.trace, EventKind::hit_fixture);
    ASSERT_EQ(hits.size(), 1U);
    // It has 45 degrees to go, less what half its thickness and the post's corner cover at 1.5 m.
    const double covered = std::asin((0.05 + 0.01) / 1.5) * 180.0 / std::numbers::pi;
    EXPECT_NEAR(hits[0], 0.3 + (45.0 - covered) / 90.0, 0.004);
}

TEST_P(Blows, AThinOneThatIsPassedFastIsNotMissed) {
    CoursePlan plan = ring(20);
    for (int i = 0; i < 6; ++i) plan.fixtures.push_back(placed("reed", "reed", {4.0 + 2.37 * i, 1.2, 0}));
    plan.pieces[0].size = {400, 400, 1};
    const Scene scene(fighters + R"(
fixture reed {
  box 0.02 m, 0.02 m, 2 m
  phase stands { go lies when heard(cut) }
  phase lies { }
}
move rush on hit {
  phase deals for 0.5 s {
    drive forward at 55 m/s
    blow cut radius 0.2 m at 0.5 m, 1.1 m, 1 m
  }
}
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(2).hold("hit", 0.513, 0.1), GetParam());
    const auto hits = test::times_of(trace, EventKind::hit_fixture);
    ASSERT_EQ(hits.size(), 6U);
    // The ball's edge comes to a reed 0.1 m beside its middle.
    const double ahead = 0.5 + std::sqrt(0.2 * 0.2 - 0.09 * 0.09);
    for (std::size_t i = 0; i < 6; ++i)
        EXPECT_NEAR(hits[i] - 0.513, (4.0 + 2.37 * static_cast<double>(i) - 0.01 - ahead) / 55.0, 2e-5) << i;
}

TEST_P(Blows, CharactersAreStruckKnockedAwayAndSpared) {
    const Scene scene(fighters + R"(
counter hurts in 0..99
move jab_move on hit {
  phase wind_up for 0.1 s { }
  phase deals for 0.2 s {
    blow jab radius 0.4 m height 1 m at 0.8 m, 0 m, 1 m by 7 sparing friend
    on struck(jab): freeze for 0.08 s
  }
}
move reel on heard(jab) {
  cuts anything
  phase back for 0.3 s {
    start: launch way_of(jab) at 5 m/s, hurts + amount_of(jab)
    steer to 0 m/s gain 0 m/s^2 brake 0 m/s^2
    cut by none
  }
}
)",
                      ring(1.2));
    const Tape hits = TapeMaker(2).hold("hit", 0.5, 0.1);
    const Tape stands = TapeMaker(2);
    const Trace trace = scene.run(together({{"wick", "start", hits}, {"pip", "other", stands}}), GetParam());
    const auto times = test::times_of(trace, EventKind::hit_actor);
    ASSERT_EQ(times.size(), 1U);
    EXPECT_NEAR(times[0], 0.6, 1e-9) << "at the very begin of the phase that deals it";
    const auto reels = test::spans_of(scene, trace, "reel.back");
    ASSERT_EQ(reels.size(), 1U);
    EXPECT_TRUE(reels[0].owner.is_actor(1));
    EXPECT_NEAR(position_at(trace.tracks[1], 0.8).x, 1.2 + 5.0 * 0.2, 1e-6) << "away from who struck it";
    EXPECT_EQ(trace.tracks[1].values.at(trace.tracks[1].values.size() - trace.value_count), 7.0);
    const Trace other = scene.run(together({{"pip", "start", hits}, {"wick", "other", stands}}), GetParam());
    EXPECT_TRUE(test::times_of(other, EventKind::hit_actor).empty()) << "a friend";
}

TEST_P(Blows, OnlyBetweenItsTimes) {
    CoursePlan plan = ring(20);
    plan.fixtures.push_back(placed("straw", "straw_man", {1.5, 0, 0}));
    const Scene scene(fighters + straw + R"(
move poke on hit { phase deals for 1 s { blow jab radius 0.4 m at 1 m, 0 m, 1 m from 0.313 s to 0.4 s by 3 } }
move too_late on jump { phase deals for 1 s { blow jab radius 0.4 m at 1 m, 0 m, 1 m from 2 s } }
)",
                      plan);
    const Trace trace =
        scene.run(TapeMaker(4).hold("hit", 0.5, 0.1).hold("jump", 2.0, 0.1).hold("hit", 3.1, 0.1), GetParam());
    const auto hits = test::times_of(trace, EventKind::hit_fixture);
    ASSERT_EQ(hits.size(), 2U);
    EXPECT_NEAR(hits[0], 0.813, 1e-9);
    EXPECT_NEAR(hits[1], 3.413, 1e-9) << "each time the phase begins, everybody is met anew";
}

TEST_P(Blows, AFrozenHopGoesOnAsIfNothingHadBeen) {
    const std::string hop = fighters + R"(
move hop on jump { gate grounded  phase up for 0.5 s { start: launch up at 9 m/s, launch forward at 3 m/s } phase rest for 0.7 s { } }
move stop_there on hit in aside { phase a for 0.01 s { start: freeze for 0.25 s } }
)";
    const Scene scene(hop, ring(20));
    const Trace plain = scene.run(TapeMaker(3).hold("jump", 0.5, 0.1), GetParam());
    const Trace stopped = scene.run(TapeMaker(3).hold("jump", 0.5, 0.1).hold("hit", 0.707, 0.05), GetParam());
    for (const double after : {0.0, 0.05, 0.2, 0.3, 0.6, 1.5}) {
        const Vec3 wanted = position_at(plain.tracks[0], 0.707 + after);
        const Vec3 got = position_at(stopped.tracks[0], 0.957 + after);
        EXPECT_NEAR(glm::length(wanted - got), 0.0, 1e-9) << after;
    }
    for (const double within : {0.71, 0.8, 0.956})
        EXPECT_NEAR(glm::length(position_at(stopped.tracks[0], within) - position_at(plain.tracks[0], 0.707)), 0.0,
                    1e-9);
    const auto rest = test::spans_of(scene, stopped, "hop.rest");
    ASSERT_EQ(rest.size(), 1U);
    EXPECT_NEAR(rest[0].from, 1.25, 1e-9) << "its phase stood too";
    EXPECT_NEAR(rest[0].to, 1.95, 1e-9);
    EXPECT_NEAR(extreme(stopped.tracks[0], Quantity::feet, {0, 3}, true),
                extreme(plain.tracks[0], Quantity::feet, {0, 3}, true), 1e-9);
}

TEST_P(Blows, APressWhileFrozenIsKept) {
    const Scene scene(fighters + R"(
move stop_there on hit in aside { phase a for 0.01 s { start: freeze for 0.3 s } }
move hop on jump { gate phase_of_aside  buffer 0.2 s  phase up for 0.1 s { } }
let phase_of_aside = grounded_time > 0.5 s
)",
                      ring(20));
    // Standing since 0 s; frozen from 0.4 s to 0.7 s, so half a second of its own time is over at 0.8 s.
    const Trace trace = scene.run(TapeMaker(2).hold("hit", 0.4, 0.05).hold("jump", 0.65, 0.1), GetParam());
    const auto hops = test::spans_of(scene, trace, "hop.up");
    ASSERT_EQ(hops.size(), 1U);
    EXPECT_NEAR(hops[0].from, 0.8, 1e-6);
}

TEST_P(Blows, WhatIsPressedWhileFrozenIsAnsweredAtOnceAndMovesAfterwards) {
    const Scene scene(fighters + R"(
move stop_there on hit in aside { phase a for 0.01 s { start: freeze for 0.3 s } }
move hop on jump { gate grounded  phase up for 0.5 s { start: launch up at 9 m/s } }
)",
                      ring(20));
    const Trace trace = scene.run(TapeMaker(2).hold("hit", 0.4, 0.05).hold("jump", 0.5, 0.05), GetParam());
    const auto hops = test::spans_of(scene, trace, "hop.up");
    ASSERT_EQ(hops.size(), 1U);
    EXPECT_NEAR(hops[0].from, 0.5, 1e-9);
    EXPECT_NEAR(hops[0].to, 0.7 + 0.5, 1e-9) << "its time begins when the freeze ends";
    EXPECT_NEAR(position_at(trace.tracks[0], 0.69).z, 0.0, 2e-3);
    EXPECT_NEAR(position_at(trace.tracks[0], 0.8).z, 9.0 * 0.1 - 14.0 * 0.01, 2e-3);
}

TEST_P(Blows, AFixtureFreezesWhoTouchesIt) {
    CoursePlan plan = ring(20);
    plan.fixtures.push_back(placed("gong", "gong", {2, 0, 0}));
    const Scene scene(fighters + R"(
fixture gong { box 0.2 m, 1 m, 2 m  phase hangs { go rings when touched then: freeze for 0.2 s }  phase rings { } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(2).stick(0.1, 0, 1), GetParam());
    const auto rings = test::times_of(trace, EventKind::fixture_phase);
    ASSERT_EQ(rings.size(), 1U);
    const Vec3 there = position_at(trace.tracks[0], rings[0]);
    EXPECT_NEAR(glm::length(position_at(trace.tracks[0], rings[0] + 0.199) - there), 0.0, 1e-9);
    EXPECT_NEAR(position_at(trace.tracks[0], rings[0] + 0.3).x - there.x, 0.6, 1e-6);
}

TEST_P(Blows, AnEventReachesThoseItIsSaidTo) {
    CoursePlan plan = ring(3);
    plan.places.push_back({"far", {12, 0, 0}, 0.0});
    plan.fixtures.push_back(placed("near bell", "bell", {0, 2, 0}));
    plan.fixtures.push_back(placed("far bell", "bell", {0, 20, 0}));
    plan.fixtures.push_back(placed("drum", "drum", {0, -2, 0}));
    const Scene scene(fighters + R"(
fixture bell { box 0.2 m, 0.2 m, 2 m  phase quiet { go rings when heard(shout) and sent_by(shout, wick) }  phase rings { } }
fixture drum { box 0.2 m, 0.2 m, 2 m  phase quiet { go sounds when heard(shout) }  phase sounds { } }
move call on hit { phase a for 0.1 s { start: emit shout within 4 m by 2.5 along up } }
move ring_bells on jump { phase a for 0.1 s { start: emit shout to bell } }
counter heard_of in 0..99
move listen on heard(shout) in ears { phase a for 0.1 s { start: heard_of + 2 * amount_of(shout) * dot(way_of(shout), up) } }
)",
                      plan);
    const Tape calls = TapeMaker(2).hold("hit", 0.5, 0.1).hold("jump", 1.0, 0.1);
    const Trace trace = scene.run(together({{"wick", "start", calls, "one"},
                                            {"pip", "other", TapeMaker(2), "two"},
                                            {"pip", "far", TapeMaker(2), "three"}}),
                                  GetParam());
    EXPECT_EQ(test::words_of(scene, trace, {EventKind::fixture_phase}),
              (std::vector<std::string>{"near bell rings", "drum sounds", "far bell rings"}));
    const auto count = [&](std::size_t actor) {
        const auto& values = trace.tracks[actor].values;
        return values.at(values.size() - trace.value_count);
    };
    EXPECT_EQ(count(0), 0.0) << "not by who emits it";
    EXPECT_EQ(count(1), 5.0);
    EXPECT_EQ(count(2), 0.0) << "too far";
}

TEST(BlowMessages, SayWhatIsMissing) {
    const auto of = [](const std::string& text) { return test::messages_of(fighters + text); };
    EXPECT_NE(of("move a on hit { phase b { blow jab radius 0.4 m  end } }").find("expected 'at'"), std::string::npos);
    EXPECT_NE(of("move a on hit { phase b { blow jab radius 3 s at 1 m, 0 m, 1 m  end } }").find("radius: expected m"),
              std::string::npos);
    EXPECT_NE(of("move a on hit { phase b { end when struck(jab) } }").find("unknown event 'jab'"), std::string::npos);
    EXPECT_NE(of("move a on hit { phase b { start: freeze for 3 m  end } }").find("freeze for: expected s"),
              std::string::npos);
}

TEST_P(Blows, WhoStrikesAgainFarFromAllMeetsThemAnew) {
    const Scene scene(fighters + R"(
button away key "K"
move jab on hit { phase a for 0.1 s { blow jabbed radius 0.4 m height 1 m at 0.8 m, 0 m, 1 m } }
move leaves on away in legs { phase a for 1 s { drive -forward at 12 m/s } }
)",
                      ring(1));
    TapeMaker strikes(4);
    TapeMaker quiet(4);
    // Within ticks, where each goes on by itself.
    strikes.hold("hit", 0.5013, 0.05).hold("away", 0.8, 0.05).hold("hit", 2.0017, 0.05).hold("hit", 2.5031, 0.05);
    const Played run = test::play(scene, together({{"pip", "start", strikes}, {"wick", "other", quiet}}), GetParam());
    const auto jabs = test::spans_of(scene, run.trace, "jab.a");
    ASSERT_EQ(jabs.size(), 3U);
    EXPECT_NEAR(jabs[1].from, 2.0017, 1e-9);
    EXPECT_NEAR(jabs[2].from, 2.5031, 1e-9);
    EXPECT_GT(glm::length(run.state.actors[0].body.position - run.state.actors[1].body.position), 8.0);
}

TEST_P(Blows, AnAnswerReachesWhoAskedAndNobodyElse) {
    CoursePlan plan = ring(4);
    plan.fixtures.push_back(placed("gong", "gong", {2, 3, 0}));
    const Scene scene(fighters + R"(
counter thanked in 0..99
move shout on hit { phase a for 0.1 s { start: emit call within 30 m by 3 } }
move glad on heard(thanks) { phase a for 0.1 s { start: thanked = amount_of(thanks) } }
fixture gong {
  box 0.4 m, 1 m, 1 m
  phase hangs { on heard(call): emit thanks answering call by amount_of(call) + 1 }
}
)",
                      plan);
    TapeMaker shouts(2);
    TapeMaker quiet(2);
    const Played run = test::play(
        scene, together({{"pip", "start", quiet}, {"wick", "other", shouts.hold("hit", 0.5, 0.1)}}), GetParam());
    EXPECT_EQ(run.state.actors[0].counters[0].value, 0.0);
    EXPECT_EQ(run.state.actors[1].counters[0].value, 4.0);
}

TEST_P(Blows, CharactersAnswerEachOther) {
    const Scene scene(fighters + R"(
counter met in 0..99
move wave on hit { phase a for 0.1 s { start: emit hail to friend within 30 m } }
move wave_back on heard(hail) { phase a for 0.1 s { start: emit hailed answering hail } }
move glad on heard(hailed) { phase a for 0.1 s { start: met + 1 } }
)",
                      ring(4));
    TapeMaker waves(2);
    TapeMaker quiet(2);
    const Played run = test::play(
        scene, together({{"pip", "start", waves.hold("hit", 0.5, 0.1)}, {"wick", "other", quiet}}), GetParam());
    EXPECT_EQ(run.state.actors[0].counters[0].value, 1.0);
    EXPECT_EQ(run.state.actors[1].counters[0].value, 0.0);
}

TEST(Answers, ToWhatNobodyEmitsIsAMistake) {
    const CompileOutput out = compile_text(fighters +
                                           "move act on hit { phase a { start: emit thanks answering calls "
                                           "end } }\nmove other on jump { phase a { start: emit call end } }\n");
    ASSERT_EQ(out.diagnostics.size(), 1U);
    EXPECT_EQ(out.diagnostics[0].message, "unknown event 'calls': nothing emits it");
    EXPECT_EQ(out.diagnostics[0].hint, "did you mean 'call'?");
}

}  // namespace
}  // namespace leap::blows_test
