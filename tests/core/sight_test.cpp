// SPDX-License-Identifier: MIT
// What walls hide, how the focus is handed over, and how far rays see.
#include <gtest/gtest.h>

#include "core/bodies/known_poses.hpp"
#include "core/senses/explain.hpp"
#include "core/senses/probes.hpp"
#include "core/simulation/start.hpp"
#include "tests/core/support.hpp"

namespace leap::sight_test {
namespace {

using test::Played;
using test::Scene;
using test::TapeMaker;
using test::words_of;

const std::string levers =
    std::string(test::plain_body) +
    "button use key \"E\"\n"
    "counter lit in 0..9\n"
    "counter most_lit in 0..9\n"
    "fixture lever { box 0.2 m, 0.2 m, 2 m  focus within 2.5 m on use prompt \"Pull\"\n"
    "  phase ready { solid  go marked when focused then: emit lights }\n"
    "  phase marked { solid  go ready when not focused then: emit darkens  go pulled when used }\n"
    "  phase pulled { solid } }\n"
    "fixture screen { box 0.2 m, 3 m, 3 m  phase stands { solid } }\n"
    "fixture crate { box 0.6 m, 0.6 m, 1.6 m  mass 20 kg  phase lies { loose } }\n"
    "stance counts when grounded and lit >= 0 {\n"
    "  on heard(lights): lit + 1, most_lit = max(lit, most_lit)\n"
    "  on heard(darkens): lit - 1\n"
    "  steer to 6 m/s gain 45 m/s^2 brake 70 m/s^2 }\n";

Scene with(std::vector<PlacedFixture> fixtures, std::vector<Piece> pieces = {}) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = std::move(fixtures);
    plan.pieces.insert(plan.pieces.end(), pieces.begin(), pieces.end());
    return Scene(levers, plan);
}

class Sight : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Sight, testing::Values(30, 120, 480));

TEST_P(Sight, WallsAndDoorsHideTheFocusLooseThingsDoNot) {
    const PlacedFixture lever{"lever", "lever", {1.5, 0, 0}, 0, ""};
    const auto focused = [&](const Scene& scene) {
        const Played played = test::play(scene, TapeMaker(0.5).hold("use", 0.2, 0.1), GetParam());
        return !words_of(scene, played.trace, {EventKind::focus_in}).empty();
    };
    EXPECT_TRUE(focused(with({lever})));
    EXPECT_FALSE(focused(with({lever}, {test::box({0.8, 0, 1.5}, {0.1, 4, 3})})));
    EXPECT_TRUE(focused(with({lever}, {test::box({0.8, 0, 0.4}, {0.1, 4, 0.8})}))) << "over a low wall";
    EXPECT_FALSE(focused(with({lever, {"screen", "screen", {0.8, 0, 0}, 0, ""}})));
    EXPECT_TRUE(focused(with({lever, {"crate", "crate", {0.8, 0, 0}, 0, ""}})));
    EXPECT_TRUE(focused(with({lever}, {test::box({1.7, 0, 1.5}, {0.3, 4, 3})}))) << "it hangs on a wall";
}

TEST(SightAnswers, SayThatSomethingHidesAFixture) {
    const Scene scene = with({{"lever", "lever", {1.5, 0, 0}, 0, ""}}, {test::box({0.8, 0, 1.5}, {0.1, 4, 3})});
    const SceneView r = scene.at(120);
    const World world = initial_world(r, Vec3{0.0}, 0.0);
    StepCache cache;
    const MoveAnswer answer = explain_fixture(context_at(r, world, world.actors[0], cache), 0);
    ASSERT_FALSE(answer.gates.empty());
    EXPECT_EQ(answer.gates[0].reason, "no focus: something solid hides it");
}

/// Looked at one after the other, in both orders of the course: never are two of them marked at once.
TEST_P(Sight, TheOldFocusIsToldBeforeTheNewOne) {
    for (const bool turned : {false, true}) {
        const double side = turned ? -1.0 : 1.0;
        const Scene scene =
            with({{"left", "lever", {1.5, 0.9 * side, 0}, 0, ""}, {"right", "lever", {1.5, -0.9 * side, 0}, 0, ""}});
        TapeMaker tape(1.5);
        for (int i = 0; i < 8; ++i) tape.look(0.1 + 0.13 * i, i % 2 == 0 ? 31.0 : -31.0);
        tape.look(1.2, 31.0).hold("use", 1.2, 0.1);
        const Played played = test::play(scene, tape, GetParam());
        const auto& counters = played.state.actors[0].counters;
        EXPECT_EQ(counters[1].value, 1.0) << "at most one at a time";
        const auto said = words_of(scene, played.trace, {EventKind::focus_in, EventKind::focus_out});
        ASSERT_GE(said.size(), 12U);
        for (std::size_t i = 1; i < said.size(); ++i)
            EXPECT_NE(said[i].starts_with("focus left"), said[i - 1].starts_with("focus left")) << i;
        EXPECT_EQ(words_of(scene, played.trace, {EventKind::used}).size(), 1U)
            << "a press at the instant at which the focus is handed over counts";
    }
}

TEST(Rays, MeetFixturesHoweverFarOff) {
    const std::string script = std::string(test::plain_body) +
                               "probe far = ray look 200 m hits post\n"
                               "probe low = ray along_x 5 m from feet\n"
                               "fixture post { box 1 m, 1 m, 3 m  phase stands { solid } }\n"
                               "move sees when far.hit { phase a for 0.1 s { } }\n"
                               "move feels when low.hit { phase a for 0.1 s { } }\n";
    for (const double away : {20.0, 59.0, 61.0, 120.0, 190.0, 198.0}) {
        CoursePlan plan = test::flat_plan();
        plan.fixtures = {{"post", "post", {away, 0, 0}, 0, ""}};
        const Scene scene(script, plan);
        const SceneView r = scene.at(120);
        const World world = initial_world(r, Vec3{0.0}, 0.0);
        StepCache cache;
        const EvaluationContext m = context_at(r, world, world.actors[0], cache);
        const ProbeResult found = ask_probe(m, 0);
        EXPECT_TRUE(found.hit) << away;
        EXPECT_NEAR(found.distance, away - 0.5, 1e-9);
        EXPECT_NEAR(ask_probe(m, 1).from.z, world.actors[0].body.position.z, 1e-12) << "from the feet themselves";
    }
}

TEST(VolumeDepth, OfStackedPoolsIsThatOfTheOneWithTheFeet) {
    CoursePlan plan = test::flat_plan();
    const auto pool = [&](double low, double high) {
        Piece out = test::box({0, 0, 0.5 * (low + high)}, {4, 4, high - low});
        out.solid = false;
        out.kinds = {"water"};
        plan.pieces.push_back(out);
    };
    pool(0.0, 0.5);
    pool(1.0, 3.0);
    const Course course = build_course(plan);
    const auto water = course.volumes.find("water");
    ASSERT_TRUE(water);
    const InVolume in = course.volumes.ask(*water, {0, 0, 0.1}, 1.7);
    EXPECT_NEAR(in.depth_m, 0.4, 1e-12);
    EXPECT_NEAR(in.share, (0.4 + 0.8) / 1.7, 1e-12);
    EXPECT_NEAR(course.volumes.ask(*water, {0, 0, 1.2}, 1.7).depth_m, 1.8, 1e-12);
}

}  // namespace
}  // namespace leap::sight_test
