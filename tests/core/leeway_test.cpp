// SPDX-License-Identifier: MIT
#include "core/experiments/leeway.hpp"

#include <gtest/gtest.h>

#include "core/readings/readings.hpp"
#include "tests/core/experiment_scene.hpp"

namespace leap::leeway_test {
namespace {

struct Gap : test::HopScene {
    Tape tape = test::gap_tape();
    Gap() : HopScene("mark lowest in -0.1 m..0.1 m\n", test::gap_plan()) {}
    /// As the mark says it.
    static bool is_dry(const Trace& trace) {
        return extreme(trace.tracks[0], Quantity::feet, {0.0, trace.length_s()}, false) >= -0.1;
    }
    bool lands(double jump_at) const { return is_dry(run(test::gap_tape(jump_at))); }
};

TEST(Leeway, OfTheJumpBeforeAGapIsExactToTheTickOnBothSides) {
    const Gap scene;
    const Leeway found = find_leeway(scene.setup(), scene.tape);
    ASSERT_TRUE(found.complete) << found.problem;
    ASSERT_EQ(found.events.size(), 2U);
    const EventLeeway& press = found.events[0];
    EXPECT_EQ(press.of, LeewayOf::press);
    EXPECT_FALSE(press.earlier.open);
    EXPECT_FALSE(press.later.open);
    const double tick = 1.0 / 120;
    EXPECT_TRUE(scene.lands(press.time_s - press.earlier.by_s));
    EXPECT_FALSE(scene.lands(press.time_s - press.earlier.by_s - tick));
    // Its release stays.
    const auto later = [&](double by) {
        Tape moved = scene.tape;
        moved.tracks[0].events[1].time_s += by;
        return Gap::is_dry(scene.run(moved));
    };
    EXPECT_TRUE(later(press.later.by_s));
    EXPECT_FALSE(later(press.later.by_s + tick));
    EXPECT_FALSE(press.earlier.why.empty());
    EXPECT_FALSE(press.later.why.empty());
}

TEST(Leeway, AReleaseThatDecidesNothingIsOpen) {
    const Gap scene;
    const Leeway found = find_leeway(scene.setup(), scene.tape);
    const EventLeeway& release = found.events[1];
    ASSERT_EQ(release.of, LeewayOf::release);
    EXPECT_TRUE(release.earlier.open) << "as far as is looked";
    EXPECT_TRUE(release.later.open);
    EXPECT_NEAR(release.later.by_s, 0.5, 1e-9) << "as far as is looked";
    EXPECT_NEAR(release.earlier.by_s, 0.5, 1e-9);
    EXPECT_EQ(tightest_first(found).front(), &found.events[0]);
}

/// A door of time that is shut for 0.05 s: a press that comes then does nothing, a later one is right again.
TEST(Leeway, EndsAtTheFirstInstantThatGoesWrongAlsoWhenALaterOneIsRight) {
    std::string script = test::plain_body;
    const std::string walk = "stance walk {";
    script.insert(script.find(walk) + walk.size(), "\n  on heard(knock): shut = 1\n  on heard(open): shut = 0");
    script +=
        "counter shut in 0..1\n"
        "fixture clock { box 0.1 m, 0.1 m, 0.1 m\n"
        "  phase early for 1.075 s { go now then: emit knock }\n"
        "  phase now for 0.05 s { go late then: emit open }\n"
        "  phase late { } }\n"
        "move nod on jump { gate shut == 0  phase a for 0.02 s { } }\n";
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"clock", "clock", {1, 1, 0}, 0, ""}};
    const test::Scene scene(script, plan);
    const Tape tape = test::TapeMaker(3.0).hold("jump", 1.0, 0.6);
    const auto nods = [&](double later_s) {
        const Trace trace = scene.run(test::TapeMaker(3.0).hold("jump", 1.0 + later_s, 0.6 - later_s));
        return test::spans_of(scene, trace, "nod.a").size() == 1;
    };
    ASSERT_TRUE(nods(0.06));
    ASSERT_FALSE(nods(0.09));
    ASSERT_TRUE(nods(0.14));
    const Leeway found = find_leeway({scene.program, scene.tuning, scene.course}, tape);
    ASSERT_TRUE(found.complete) << found.problem;
    const EventLeeway& press = found.events.front();
    EXPECT_FALSE(press.later.open);
    EXPECT_NEAR(press.later.by_s, 0.075, 0.0002) << "not only to the tick";
    ASSERT_EQ(press.later.islands.size(), 1U) << "it is right again beyond";
    EXPECT_NEAR(press.later.islands[0].from_s, 0.125, 1.0 / 120);
    EXPECT_NEAR(press.later.islands[0].to_s, 0.5, 1.0 / 120);
    EXPECT_FALSE(press.later.why.empty());
}

TEST(Leeway, TwoPressesThatDependOnEachOtherAreTold) {
    // The second press counts within 0.1 s after the first: their distance matters, not when both come.
    const test::Scene scene(std::string(test::plain_body) +
                            "move first on jump { phase a for 0.02 s { } phase open for 0.1 s { } }\n"
                            "move second on dash { gate first.open  phase b for 0.02 s { } }\n");
    const Tape tape = test::TapeMaker(3.0).hold("jump", 1.0, 0.02).hold("dash", 1.07, 0.02);
    ASSERT_EQ(test::spans_of(scene, scene.run(tape), "second.b").size(), 1U);
    LeewayOptions options;
    options.pairs = true;
    const Leeway found = find_leeway({scene.program, scene.tuning, scene.course}, tape, options);
    ASSERT_TRUE(found.complete) << found.problem;
    bool told = false;
    for (const PairLeeway& pair : found.pairs) {
        const EventLeeway& one = found.events[pair.first];
        const EventLeeway& other = found.events[pair.second];
        if (one.of != LeewayOf::press || other.of != LeewayOf::press) continue;
        told = true;
        EXPECT_TRUE(pair.depend);
        EXPECT_GT(pair.together.later.by_s, 0.4);
        EXPECT_NEAR(pair.second_alone.later.by_s, 0.05, 0.001);
        EXPECT_NEAR(pair.second_alone.earlier.by_s, 0.05, 0.001);
    }
    EXPECT_TRUE(told);
}

TEST(Leeway, OneButtonOrTheStickCanBeAskedFor) {
    const Gap scene;
    LeewayOptions options;
    options.sticks = true;
    const Leeway both = find_leeway(scene.setup(), scene.tape, options);
    ASSERT_EQ(both.events.size(), 3U);
    const EventLeeway& stick = both.events[0];
    EXPECT_EQ(stick.of, LeewayOf::stick);
    EXPECT_EQ(leeway_name(stick), "stick");
    EXPECT_FALSE(stick.later.open) << "who starts to run later jumps too early";
    EXPECT_GT(stick.later.by_s, 0.0);
    options.buttons = {"dash"};
    EXPECT_NE(find_leeway(scene.setup(), scene.tape, options).problem.find("no press of \"dash\""), std::string::npos);
}

TEST(Leeway, OfTwoCharactersIsEachOnesOwn) {
    const Gap scene;
    const Tape both = test::together({{"", "start", scene.tape, "one"}, {"", "start", test::TapeMaker(2.5), "two"}});
    const Leeway found = find_leeway(scene.setup(), both);
    for (const EventLeeway& event : found.events) EXPECT_EQ(event.track, 0U);
    EXPECT_EQ(found.events.size(), 2U);
}

TEST(Leeway, ATapeThatDoesntPlayIsToldAndStopEndsIt) {
    Gap scene;
    LeewayOptions options;
    options.stop = [] { return true; };
    EXPECT_FALSE(find_leeway(scene.setup(), scene.tape, options).complete);
    scene.tape.tracks[0].start_place = "nowhere";
    EXPECT_NE(find_leeway(scene.setup(), scene.tape).problem.find("nowhere"), std::string::npos);
    EXPECT_NE(try_hand(scene.setup(), scene.tape).problem.find("nowhere"), std::string::npos);
}

TEST(Leeway, ASteadyHandSucceedsAlwaysAShakingOneLess) {
    const Gap scene;
    HandOptions options;
    options.tries = 60;
    options.spread_s = 0.0;
    const HandResult steady = try_hand(scene.setup(), scene.tape, options);
    EXPECT_EQ(steady.successes, 60);
    EXPECT_NEAR(steady.high, 1.0, 1e-9);
    EXPECT_NEAR(steady.low, 0.94, 0.01) << "60 of 60 still leave room for doubt";
    options.spread_s = 0.15;
    const HandResult shaking = try_hand(scene.setup(), scene.tape, options);
    EXPECT_LT(shaking.successes, 60);
    EXPECT_GT(shaking.successes, 0);
    ASSERT_FALSE(shaking.failures.empty());
    int failures = 0;
    for (const auto& failure : shaking.failures) failures += failure.count;
    for (const auto& failure : shaking.failures)
        EXPECT_EQ(failure.why.find_first_of("0123456789"), std::string::npos) << failure.why << ": counted by kind";
    EXPECT_EQ(failures + shaking.successes, 60);
    options.threads = 1;
    EXPECT_EQ(try_hand(scene.setup(), scene.tape, options).successes, shaking.successes) << "on any number of threads";
}

}  // namespace
}  // namespace leap::leeway_test
