// SPDX-License-Identifier: MIT
// Fixtures that grow and shrink.
#include <gtest/gtest.h>

#include "core/script/compile.hpp"
#include "core/senses/fixtures.hpp"
#include "tests/core/support.hpp"

namespace leap::growing_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

const std::string body =
    "body b { capsule radius 0.3 m height 1.8 m gravity 28 m/s^2 }\n"
    "stance walk { steer to 4 m/s gain 40 m/s^2 brake 60 m/s^2 }\n";

Scene standing_on(const std::string& fixture, const Vec3& at = Vec3{0.0}, double top_m = 0.5) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {0, 0, top_m};
    plan.fixtures = {{"bladder", "bladder", at, 0, {}}};
    return Scene(body + "fixture bladder { " + fixture + " }\n", plan);
}

FixturePose pose_of(const Scene& scene, const World& world) {
    const SceneView rehearsal = scene.at(120);
    return fixture_pose(rehearsal.context(world, world.actors[0]), 0);
}

TEST(FixturesThatGrow, CarryWhoStandsOnThemSteadilyUpAndDown) {
    const Scene scene = standing_on(
        "box 2 m, 2 m, 0.5 m phase low for 1 s { solid } phase grows for 2 s { solid grow to 100 %, 100 %, 500 % } "
        "phase shrinks for 1 s { solid go rests } phase rests { solid }");
    for (const int rate : {30, 60, 120, 240, 480}) {
        const Played run = play(scene, TapeMaker(4.5), rate);
        const auto feet = [&](double time) { return position_at(run.trace.tracks[0], time).z; };
        EXPECT_NEAR(feet(0.9), 0.5, 2e-3) << rate;
        EXPECT_NEAR(feet(1.5), 1.0, 2e-3) << rate;
        EXPECT_NEAR(feet(2.9), 2.4, 2e-3) << rate;
        EXPECT_NEAR(feet(4.4), 0.5, 2e-3) << rate;
    }
}

TEST(FixturesThatGrow, PushWhoStandsBesideThem) {
    const Scene scene = standing_on(
        "box 1 m, 1 m, 1 m phase grows for 2 s { solid grow to 300 %, 100 %, 100 % go wide } phase wide { solid grow "
        "to 300 "
        "%, 100 %, 100 % }",
        {-1.0, 0, 0}, 0.0);
    for (const int rate : {30, 120, 480}) {
        const Played run = play(scene, TapeMaker(2.5), rate);
        EXPECT_NEAR(run.state.actors[0].body.position.x, 0.5 + 0.3, 5e-3) << rate;
    }
}

TEST(FixturesThatGrow, AreEasedAndStayWithinReason) {
    const auto height = [](const char* said, double seconds) {
        const Scene scene = standing_on(std::string("box 1 m, 1 m, 1 m phase grows for 2 s { solid ") + said +
                                            " go stays_so } phase stays_so { solid stays }",
                                        {0, 20, 0}, 0.0);
        return 2.0 * pose_of(scene, play(scene, TapeMaker(seconds)).state).half.z;
    };
    EXPECT_NEAR(height("grow to 100 %, 100 %, 300 %", 0.5), 1.5, 1e-9);
    EXPECT_NEAR(height("grow to 100 %, 100 %, 300 % eased", 0.5), 1.0 + 2.0 * 0.15625, 1e-9);
    EXPECT_NEAR(height("grow to 100 %, 100 %, 300 %", 3.0), 3.0, 1e-9);
    EXPECT_NEAR(height("grow to 100 %, 100 %, 0 %", 3.0), 0.05, 1e-9);
    EXPECT_NEAR(height("grow to 100 %, 100 %, 100000 %", 3.0), 20.0, 1e-9);
}

TEST(FixturesThatGrow, WhatIsRoundStaysRound) {
    const Scene scene =
        standing_on("sphere radius 0.4 m phase grows { solid grow to 200 %, 100 %, 100 % }", {0, 9, 0}, 0.0);
    const FixturePose pose = pose_of(scene, play(scene, TapeMaker(0.5)).state);
    EXPECT_EQ(pose.shape.radius, 0.8);
    EXPECT_EQ(pose.half, Vec3(0.8));
    EXPECT_EQ(pose.center, Vec3(0, 9, 0.8)) << "on its underside";
}

TEST(FixturesThatGrow, WhatCanBeLooseDoesNot) {
    const CompileOutput out =
        compile_text(body + "fixture f { box 1 m, 1 m, 1 m mass 3 kg phase p { grow to 2, 2, 2 } }\n");
    ASSERT_FALSE(out.diagnostics.empty());
    EXPECT_NE(out.diagnostics.front().message.find("slide, swing, grow"), std::string::npos);
}

}  // namespace
}  // namespace leap::growing_test
