// SPDX-License-Identifier: MIT
#include "core/motion/body.hpp"

#include <gtest/gtest.h>

#include "core/motion/ground.hpp"
#include "tests/core/support.hpp"

namespace leap::body_motion_test {
namespace {

const BodyShape shape{{0.3, 1.7}, 0.35, 0.69, std::nullopt, 0.0};

BodyState in_air(Vec3 position, Vec3 velocity) {
    BodyState out;
    out.position = position;
    out.velocity = velocity;
    return out;
}

TEST(MoveBody, LandsAtTheInstantTheCurveMeetsTheGround) {
    const Course course = test::course_of(test::flat_plan());
    const MotionLaw law{{3, 0, 2}, {0, 0, -20}};
    const MotionResult out = move_body(course, shape, in_air({0, 0, 1.001}, law.velocity), law, 2.0);
    // 1 + 2t - 10t² = 0
    const double t = (2 + std::sqrt(4 + 40.0)) / 20;
    ASSERT_TRUE(out.landed);
    EXPECT_NEAR(out.seconds, t, 1e-6);
    EXPECT_NEAR(out.body.position.x, 3 * t, 1e-5);
    EXPECT_NEAR(out.body.position.z, 0.001, 1e-6);
    EXPECT_DOUBLE_EQ(out.body.velocity.z, 0.0);
}

TEST(MoveBody, AnEdgeUnderTheMiddleIsLandedOnAtItsRimItIsSlidOff) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({0, 0, 1}, {2, 2, 2}));  // top at 2, rim at x = 1
    const Course course = test::course_of(plan);
    const auto drop = [&](double x) {
        const MotionLaw law{Vec3{0.0}, {0, 0, -20}};
        return move_body(course, shape, in_air({x, 0, 3}, Vec3{0.0}), law, 1.0);
    };
    EXPECT_NEAR(drop(1.15).body.position.z, 2.001, 1e-6);
    EXPECT_FALSE(drop(1.29).landed && drop(1.29).body.position.z > 1.0);
}

TEST(MoveBody, WalkingOffAnEdgeHappensWhereTheFootEnds) {
    CoursePlan plan;
    plan.places.push_back({"start", Vec3{0.0}, 0.0});
    plan.pieces.push_back(test::box({0, 0, -1}, {4, 4, 2}));
    const Course course = test::course_of(plan);
    BodyState body = settle_body(course, shape, in_air({1.5, 0, 0.001}, {5, 0, 0}), 0.3);
    ASSERT_TRUE(body.grounded);
    const MotionResult out = move_body(course, shape, body, {{5, 0, 0}, Vec3{0.0}}, 0.5);
    EXPECT_TRUE(out.left_ground);
    EXPECT_NEAR(out.body.position.x, 2.3, 0.01);
    EXPECT_NEAR(out.body.position.z, 0.001, 1e-6);
    EXPECT_NEAR(out.body.velocity.z, 0.0, 1e-9);
}

TEST(MoveBody, ABumpWhereThereIsNoGroundIsMetInTheAir) {
    CoursePlan plan;
    plan.places.push_back({"start", Vec3{0.0}, 0.0});
    plan.pieces.push_back(test::box({0, 0, -1}, {4, 4, 2}));    // ends at x = 2: a foot stands up to 2.3
    plan.pieces.push_back(test::box({2, 3, -1}, {4, 3, 2}));    // goes on from y = 1.5
    plan.pieces.push_back(test::box({3.7, 0, 2}, {2, 20, 4}));  // a wall that stops the body at x = 2.4
    const Course course = test::course_of(plan);
    BodyState body = settle_body(course, shape, in_air({2.2, 0, 0.001}, {6, 6, 0}), 0.3);
    ASSERT_TRUE(body.grounded);
    double gone = 0.0;
    bool left = false;
    for (int i = 0; i < 8 && gone < 0.4; ++i) {
        const MotionResult out = move_body(course, shape, body, {body.velocity, Vec3{0.0}}, 0.4 - gone);
        EXPECT_TRUE(out.seconds > 1e-6 || out.bumped_wall || out.left_ground) << "neither time nor anything has passed";
        left = left || out.left_ground;
        gone += out.seconds;
        body = out.body;
    }
    EXPECT_NEAR(gone, 0.4, 1e-9);
    EXPECT_TRUE(left);
    EXPECT_NEAR(body.position.y, 6 * 0.4, 0.05);
}

TEST(FreeBody, PushesOutOfWhatItStandsIn) {
    const Course course = test::course_of(test::flat_plan());
    const BodyState out = free_body(course, shape, in_air({0, 0, -0.2}, {1, 0, -5}));
    EXPECT_GT(out.position.z, 0.0);
    EXPECT_GE(out.velocity.z, -1e-9);
    EXPECT_FALSE(deepest_overlap(course, shape.capsule, out.position));
}

TEST(FreeBody, BetweenAWallAndACrowdTheWallWins) {
    CoursePlan plan;
    plan.pieces.push_back(test::box({-1, 0, 1}, {2, 4, 4}));  // up to x = 0
    const Course course = test::course_of(plan);
    MovingSolids crowd;
    crowd.drifting.begin({0.2, 0, 0});
    for (const Vec3& feet : {Vec3{0.45, 0.2, 0.0}, Vec3{0.45, -0.2, 0.0}})
        crowd.drifting.add({actor_surface(1), feet, 0.0, Vec3{0.0}, Vec3{0.0}, 0.3, 1.7});
    crowd.drifting.end();
    crowd.drifting.set_time(0.0);
    const BodyState out = free_body({course, crowd}, shape, in_air({0.25, 0, 0}, Vec3{0.0}));
    EXPECT_FALSE(deepest_overlap(course, shape.capsule, out.position)) << out.position.x;
}

TEST(AlongGround, FollowsThePlane) {
    const Vec3 normal = glm::normalize(Vec3{-1, 0, 1});
    const Vec3 moved = along_ground({2, 1, 0}, normal);
    EXPECT_NEAR(glm::dot(moved, normal), 0.0, 1e-12);
    EXPECT_DOUBLE_EQ(moved.x, 2.0);
    EXPECT_DOUBLE_EQ(moved.y, 1.0);
}

TEST(MoveBody, AbsurdSpeedsAndPlacesStayFinite) {
    const Course course = test::course_of(test::flat_plan());
    const MotionLaw law{{1e9, -1e9, 1e9}, {0, 0, 1e12}};
    const MotionResult out = move_body(course, shape, in_air({0, 0, 5}, law.velocity), law, 10.0);
    EXPECT_TRUE(is_finite(out.body.position));
    EXPECT_LE(glm::length(out.body.velocity), 200.001);
}

}  // namespace
}  // namespace leap::body_motion_test
