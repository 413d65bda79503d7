// SPDX-License-Identifier: MIT
// Poses that depend on other poses: in a row, in a ring, on themselves.
#include <gtest/gtest.h>

#include "core/bodies/known_poses.hpp"
#include "core/senses/fixtures.hpp"
#include "core/simulation/fixture_check.hpp"
#include "core/simulation/start.hpp"
#include "tests/core/support.hpp"

namespace leap::pose_chains_test {
namespace {

const std::string follower = std::string(test::plain_body) +
                             "fixture bob { box 0.5 m, 0.5 m, 1 m\n"
                             "  phase here { solid  slide 0 m, 0 m, length(link_middle) * 0.5 } }\n"
                             "fixture post { box 0.5 m, 0.5 m, 2 m  phase stands { solid } }\n";

test::Scene linked(const std::string& script, std::size_t count, bool ring) {
    CoursePlan plan = test::flat_plan();
    for (std::size_t i = 0; i < count; ++i) {
        const bool last = i + 1 == count;
        plan.fixtures.push_back({"bob " + std::to_string(i),
                                 last && !ring ? "post" : "bob",
                                 {4.0 + 2.0 * static_cast<double>(i), 0, 0},
                                 0,
                                 last ? (ring ? "bob 0" : "") : "bob " + std::to_string(i + 1)});
    }
    return test::Scene(script, plan);
}

std::vector<std::string> errors_of(const test::Scene& scene) {
    std::vector<std::string> out;
    for (const FixtureWarning& each : fixture_errors(scene.program, scene.course.plan)) out.push_back(each.text);
    return out;
}

Vec3 middle_of_first(const test::Scene& scene) {
    const SceneView r = scene.at(120);
    const World world = initial_world(r, Vec3{0.0}, 0.0);
    return fixture_pose(r.context(world, world.actors.front()), 0).center;
}

TEST(PoseChains, OneStandsWhereItsLinkStands) {
    const test::Scene scene = linked(follower, 2, false);
    EXPECT_TRUE(errors_of(scene).empty()) << errors_of(scene).front();
    EXPECT_NEAR(middle_of_first(scene).z, 0.5 + 0.5 * glm::length(Vec3{6.0, 0.0, 1.0}), 1e-12);
}

TEST(PoseChains, ARowIsWorkedOutFromItsEnd) {
    const test::Scene scene = linked(follower, 4, false);
    EXPECT_TRUE(errors_of(scene).empty());
    double z = 1.0;  // of the post
    for (const double x : {8.0, 6.0, 4.0}) z = 0.5 + 0.5 * glm::length(Vec3{x + 2.0, 0.0, z});
    EXPECT_NEAR(middle_of_first(scene).z, z, 1e-12);
}

TEST(PoseChains, ARingIsAnErrorThatNamesItsFixturesAndStillRuns) {
    for (const std::size_t count : {1U, 2U, 5U}) {
        const test::Scene scene = linked(follower, count, true);
        ASSERT_EQ(errors_of(scene).size(), 1U) << count;
        std::string names;
        for (std::size_t i = 0; i < count; ++i) names += "\"bob " + std::to_string(i) + "\" -> ";
        EXPECT_EQ(errors_of(scene).front(), "fixture \"bob 0\": its position depends on itself (" + names +
                                                "\"bob 0\"); link one of them elsewhere, or move it without "
                                                "link_middle");
        EXPECT_TRUE(is_finite(middle_of_first(scene)));
        EXPECT_EQ(scene.run(test::TapeMaker(0.5)).ticks, 60);
    }
}

TEST(PoseChains, ARowThatIsTooLongIsAnErrorAndCostsNoMoreThanAnother) {
    const test::Scene scene = linked(follower, 500, false);
    ASSERT_FALSE(errors_of(scene).empty());
    EXPECT_EQ(errors_of(scene).front(),
              "fixture \"bob 0\": its position depends on more than 15 others in a row; shorten the row of links");
    EXPECT_TRUE(is_finite(middle_of_first(scene)));
}

/// Whatever a phase's place is worked out from, a run comes to an end.
TEST(PoseChains, NothingThatAPhaseReadsBringsItBackToItselfForEver) {
    for (const char* const reads : {"length(link_middle)", "length(holder_place)", "holder_look.z * 1 m",
                                    "length(own_place)", "depth(water)", "length(link_place)"})
        for (const std::string effect :
             {"slide 0 m, 0 m, R", "swing R * 1 deg/m", "seen through R / 1 m", "grow to 1, 1, R / 1 m"}) {
            std::string said = effect;
            said.replace(said.find('R'), 1, reads);
            const std::string script = std::string(test::plain_body) +
                                       "fixture bob { box 0.5 m, 0.5 m, 1 m\n  phase "
                                       "here { solid  " +
                                       said + " } }\nfixture post { box 1 m, 1 m, 1 m phase stands { solid } }\n";
            if (!compile_text(script).program) continue;
            EXPECT_EQ(linked(script, 2, true).run(test::TapeMaker(0.2)).ticks, 24) << said;
        }
}

const std::string crates = std::string(test::plain_body) +
                           "fixture crate { box 0.6 m, 0.6 m, 0.6 m  mass 8 kg\n"
                           "  phase lies { loose  go held when touched_by(crate) then: hold }\n"
                           "  phase held { carried 0 m, 0 m, 1 m } }\n";

TEST(PoseChains, ThingsThatWouldHoldEachOtherAreRefusedInWords) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"low", "crate", {4, 0, 0}, 0, ""}, {"high", "crate", {4, 0, 1.5}, 0, ""}};
    const test::Scene scene(crates, plan);
    const test::Played played = test::play(scene, test::TapeMaker(2.0));
    const auto said = test::words_of(scene, played.trace, {EventKind::caught, EventKind::hold_refused});
    ASSERT_EQ(said.size(), 2U);
    EXPECT_EQ(said[0], "low caught by high");
    EXPECT_EQ(said[1], "high not held by low, which it holds itself");
}

}  // namespace
}  // namespace leap::pose_chains_test
