// SPDX-License-Identifier: MIT
#include "core/senses/probes.hpp"
#include "core/simulation/start.hpp"

#include <gtest/gtest.h>

#include <numbers>

#include "core/senses/gates.hpp"
#include "tests/core/support.hpp"

namespace leap::probes_test {
namespace {

constexpr double degree = std::numbers::pi / 180.0;

/// A body that stands at the origin and looks along x, with one probe.
struct Asked {
    test::Scene scene;
    World state;

    Asked(const std::string& probe, CoursePlan plan)
        : scene(std::string(test::plain_body) + probe +
                    "\nmove ask on jump { gate it.hit \"nothing there\"  phase a for 0.1 s { } }\n",
                std::move(plan)),
          state(initial_world(scene.at(120), Vec3{0.0}, 0.0)) {}

    ProbeResult answer() const {
        const SceneView rehearsal = scene.at(120);
        return ask_probe(rehearsal.context(state, state.actors[0]), 0);
    }
};

CoursePlan with(Piece piece, const std::string& kind = {}) {
    CoursePlan plan = test::flat_plan();
    if (!kind.empty()) piece.kinds = {kind};
    plan.pieces.push_back(std::move(piece));
    return plan;
}

TEST(Probes, ARayFindsOnlyWhatItWants) {
    const Asked beam("probe it = ray look 20 m hits anchor", with(test::box({8, 0, 1.5}, {2, 4, 4}), "anchor"));
    const ProbeResult hit = beam.answer();
    EXPECT_TRUE(hit.hit);
    EXPECT_NEAR(hit.distance, 7.0, 1e-9);
    EXPECT_NEAR(hit.point.x, 7.0, 1e-9);
    EXPECT_NEAR(hit.normal.x, -1.0, 1e-9);
    const Asked plain("probe it = ray look 20 m hits anchor", with(test::box({8, 0, 1.5}, {2, 4, 4})));
    EXPECT_FALSE(plain.answer().hit) << "a surface of another kind is in the way, and is no anchor";
    const Asked far("probe it = ray look 5 m hits anchor", with(test::box({8, 0, 1.5}, {2, 4, 4}), "anchor"));
    EXPECT_FALSE(far.answer().hit);
    EXPECT_NEAR(far.answer().distance, 5.0, 1e-9) << "without a hit the distance is the reach";
}

TEST(Probes, TheNearestTargetInReachConeAndSight) {
    CoursePlan plan = with(test::box({3, 3, 1}, {0.2, 2, 4}));
    plan.targets = {{"behind the wall", "moth", {5, 5, 1.2}},
                    {"ahead", "moth", {6, 0, 1.0}},
                    {"nearer, aside", "moth", {0.5, -3, 1.0}},
                    {"another kind", "gull", {2, 0, 1.0}},
                    {"too far", "moth", {15, 0, 1.0}}};
    Asked all("probe it = nearest moth within 10 m", plan);
    EXPECT_EQ(all.answer().target, 2);
    all.state.target_struck_at[2] = 0.0;
    EXPECT_EQ(all.answer().target, 1) << "a struck one is not there";
    all.state.target_struck_at[1] = 0.0;
    EXPECT_FALSE(all.answer().hit) << "the last one lies behind the wall";
    const Asked cone("probe it = nearest moth within 10 m in 40 deg of look", plan);
    EXPECT_EQ(cone.answer().target, 1);
}

TEST(Probes, AStruckTargetComesBackAfterItsTime) {
    CoursePlan plan = test::flat_plan();
    plan.targets = {{"moth", "moth", {4, 0, 1.0}, 0.25, 2.0}};
    Asked asked("probe it = nearest moth within 10 m", plan);
    asked.state.target_struck_at[0] = 1.0;
    asked.state.actors[0].time = 2.9;
    EXPECT_FALSE(asked.answer().hit);
    asked.state.actors[0].time = 3.0;
    EXPECT_TRUE(asked.answer().hit);
}

TEST(Probes, AWallAtEitherSideOrInADirection) {
    const Asked left("probe it = wall within 0.6 m", with(test::box({0, 1.3, 1.5}, {6, 1, 3})));
    EXPECT_TRUE(left.answer().hit);
    EXPECT_DOUBLE_EQ(left.answer().side, -1.0);
    EXPECT_NEAR(left.answer().distance, 0.8 - 0.3, 0.03);
    EXPECT_NEAR(left.answer().normal.y, -1.0, 1e-9);
    const Asked ahead("probe it = wall within 0.6 m along forward", with(test::box({0, 1.3, 1.5}, {6, 1, 3})));
    EXPECT_FALSE(ahead.answer().hit);
    Piece slope = test::ramp({2.0, 0, 1}, {3, 4, 2});
    const Asked ramp("probe it = wall within 2 m along forward", with(slope));
    EXPECT_FALSE(ramp.answer().hit) << "a slope is no wall";
}

TEST(Probes, ALipBetweenTwoHeights) {
    const std::string probe = "probe it = lip within 0.5 m heights 0.8 m..2.4 m";
    const ProbeResult hit = Asked(probe, with(test::box({1.3, 0, 1.0}, {1.6, 4, 2.0}))).answer();
    ASSERT_TRUE(hit.hit);
    EXPECT_NEAR(hit.point.x, 0.5, 1e-6);
    EXPECT_NEAR(hit.point.z, 2.0, 1e-6);
    EXPECT_NEAR(hit.normal.x, -1.0, 1e-9);
    EXPECT_GT(hit.place.x, 0.5 + 0.3) << "the place to stand lies behind the edge by a radius";
    EXPECT_FALSE(Asked(probe, with(test::box({1.3, 0, 0.2}, {1.6, 4, 0.4}))).answer().hit) << "too low: a step";
    EXPECT_FALSE(Asked(probe, with(test::box({1.3, 0, 2.0}, {1.6, 4, 4.0}))).answer().hit) << "too high: a wall";
    EXPECT_FALSE(Asked(probe, with(test::box({3.3, 0, 1.0}, {1.6, 4, 2.0}))).answer().hit) << "too far";
}

TEST(Probes, RoomForTheBodyOrATallerOne) {
    const CoursePlan low = with(test::box({0, 0, 2.4}, {4, 4, 1.0}));
    EXPECT_TRUE(Asked("probe it = room height 1.2 m", low).answer().hit);
    EXPECT_FALSE(Asked("probe it = room height 2.2 m", low).answer().hit);
    EXPECT_TRUE(Asked("probe it = room height 2.2 m at place + forward * 5 m", low).answer().hit);
}

TEST(Probes, TheGroundBelowAndItsSlope) {
    Asked flat("probe it = ground within 4 m", test::flat_plan());
    flat.state.actors[0].body.position.z = 3.0;
    EXPECT_NEAR(flat.answer().distance, 3.0, 2e-3);
    const double steepness = std::atan2(2.0, 3.0);
    Asked slope("probe it = ground within 4 m", with(test::ramp({0, 0, 1}, {3, 4, 2})));
    slope.state.actors[0].body.position = {0, 0, 2.5};
    const ProbeResult under = slope.answer();
    EXPECT_NEAR(std::acos(under.normal.z), steepness, 0.1 * degree);
}

TEST(Probes, AProbeThatAsksItselfFindsNothingAndEnds) {
    const Asked ring("probe it = ray look 20 m at it.point", test::flat_plan());
    EXPECT_TRUE(is_finite(ring.answer().point));
}

TEST(Probes, AMoveWhoseProbeHitsNothingDoesNotStart) {
    const Asked none("probe it = ray look 20 m", test::flat_plan());
    const Trace trace = none.scene.run(test::TapeMaker(0.5).hold("jump", 0.1, 0.1));
    EXPECT_TRUE(test::times_of(trace, EventKind::started).empty());
    EXPECT_EQ(none.answer().target, -1);
}

}  // namespace
}  // namespace leap::probes_test
