// SPDX-License-Identifier: MIT
#include <gtest/gtest.h>

#include <cmath>
#include <numbers>
#include <random>

#include "core/defaults.hpp"
#include "core/rigid/rigid_step.hpp"
#include "core/world/closest_point.hpp"
#include "core/world/course.hpp"
#include "tests/core/support.hpp"

namespace leap::loose_bodies_test {
namespace {

constexpr double gravity_mps2 = 28.0;

Piece box_piece(Vec3 center, Vec3 size, double turn_deg = 0.0) {
    Piece out;
    out.center = center;
    out.size = size;
    out.turn_deg = turn_deg;
    return out;
}

Course flat_course() {
    CoursePlan plan;
    plan.pieces = {box_piece({0, 0, -0.5}, {200, 200, 1})};
    return test::course_of(plan);
}

RigidObject thing(RigidShape shape, Vec3 place, double bounce = 0.0) {
    RigidObject out;
    out.kind.shape = shape;
    out.kind.bounce = bounce;
    out.body.place = place;
    out.gravity = {0, 0, -gravity_mps2};
    return out;
}
RigidShape box(double half) {
    return {RigidShapeKind::box, Vec3{half}, 0.0, 0.0};
}
RigidShape ball(double radius) {
    return {RigidShapeKind::ball, Vec3{0.0}, radius, 0.0};
}
RigidShape capsule(double radius, double height) {
    return {RigidShapeKind::capsule, Vec3{0.0}, radius, height};
}

void run(const Course& course, std::vector<RigidObject>& things, double seconds,
         const std::function<void()>& after_each = {}) {
    RigidScratch scratch;
    for (int i = 0; i < static_cast<int>(std::lround(seconds / defaults::loose_step_s)); ++i) {
        step_rigid_bodies(*course.solids, {}, things, {}, defaults::loose_step_s, scratch);
        if (after_each) after_each();
    }
}

double energy(const RigidObject& t) {
    const Vec3 spin = glm::inverse(t.body.turn) * t.body.spin;
    const Vec3 inertia = inertia_of(t.kind);
    return 0.5 * t.kind.mass_kg * glm::dot(t.body.velocity, t.body.velocity) + 0.5 * glm::dot(inertia * spin, spin) +
           t.kind.mass_kg * gravity_mps2 * t.body.place.z;
}

TEST(LooseBodies, FreeFallFollowsTheParabolaExactly) {
    const Course course = flat_course();
    std::vector<RigidObject> things{thing(ball(0.2), {0, 0, 60})};
    things[0].body.velocity = {3, -1, 5};
    run(course, things, 1.0);
    EXPECT_NEAR(things[0].body.place.x, 3.0, 1e-9);
    EXPECT_NEAR(things[0].body.place.z, 60.0 + 5.0 - 0.5 * gravity_mps2, 1e-9);
    EXPECT_NEAR(things[0].body.velocity.z, 5.0 - gravity_mps2, 1e-9);
}

TEST(LooseBodies, ABallBouncesToTheHeightAndAtTheTimeOfTheClosedForm) {
    for (const double keep : {0.5, 0.8, 0.95}) {
        const Course course = flat_course();
        constexpr double radius = 0.3;
        constexpr double fall = 3.0;
        std::vector<RigidObject> things{thing(ball(radius), {0, 0, radius + fall}, keep)};
        std::vector<double> tops;
        std::vector<double> top_times;
        double time = 0.0;
        double rising = 0.0;
        run(course, things, 4.0, [&] {
            time += defaults::loose_step_s;
            const double now = things[0].body.velocity.z;
            if (rising > 0.0 && now <= 0.0) {
                // The top lies inside the step: back along the parabola.
                tops.push_back(things[0].body.place.z - radius + now * now / (2 * gravity_mps2));
                top_times.push_back(time + now / gravity_mps2);
            }
            rising = now;
        });
        ASSERT_GE(tops.size(), 3U) << keep;
        double height = fall;
        double clock = std::sqrt(2 * fall / gravity_mps2);
        for (std::size_t i = 0; i < 3; ++i) {
            height *= keep * keep;
            const double half = std::sqrt(2 * height / gravity_mps2);
            clock += half;
            EXPECT_NEAR(tops[i], height, 0.001 * height + 1e-4) << "keep " << keep << " bounce " << i;
            EXPECT_NEAR(top_times[i], clock, 1e-3) << "keep " << keep << " bounce " << i;
            clock += half;
        }
    }
}

TEST(LooseBodies, WhatIsDroppedComesToRestOnTheGroundAndSleeps) {
    const Course course = flat_course();
    std::vector<RigidObject> things{thing(box(0.4), {0, 0, 2}), thing(ball(0.3), {3, 0, 2}),
                                    thing(capsule(0.2, 1.0), {6, 0, 2})};
    things[0].body.turn = glm::angleAxis(0.3, glm::normalize(Vec3{1, 0.4, 0.2}));
    things[2].body.turn = glm::angleAxis(1.2, Vec3{1, 0, 0});
    run(course, things, 5.0);
    for (const RigidObject& t : things) EXPECT_TRUE(t.body.asleep) << t.body.place.x;
    EXPECT_NEAR(things[0].body.place.z, 0.4, 0.002);
    EXPECT_NEAR(things[1].body.place.z, 0.3, 0.002);
    EXPECT_NEAR(things[2].body.place.z, 0.2, 0.002);  // lying
}

TEST(LooseBodies, AStackOfCratesStandsStill) {
    const Course course = flat_course();
    std::vector<RigidObject> things;
    for (int i = 0; i < 5; ++i) things.push_back(thing(box(0.4), {0.02 * i, 0.01 * i, 0.41 + 0.81 * i}));
    run(course, things, 6.0);
    for (int i = 0; i < 5; ++i) {
        const RigidBody& body = things[static_cast<std::size_t>(i)].body;
        EXPECT_TRUE(body.asleep) << i;
        EXPECT_NEAR(body.place.z, 0.4 + 0.8 * i, 0.01) << i;
        EXPECT_NEAR(body.place.x, 0.02 * i, 0.02) << i;
    }
}

TEST(LooseBodies, ACrateHoldsOnASlopeUpToItsFrictionAndSlidesBeyond) {
    for (const double angle_deg : {15.0, 30.0, 40.0}) {
        CoursePlan plan;
        Piece ramp = box_piece({0, 0, 0}, {40, 20, 40 * std::tan(angle_deg * std::numbers::pi / 180.0)});
        ramp.kind = PieceKind::ramp;
        plan.pieces = {ramp};
        const Course course = test::course_of(plan);
        const double angle = angle_deg * std::numbers::pi / 180.0;
        std::vector<RigidObject> things{thing(box(0.4), {0, 0, 0})};
        RigidObject& crate = things[0];
        crate.kind.friction = 0.6 * 0.6 / defaults::course_friction;  // 0.6 together with the course
        crate.body.turn = glm::angleAxis(-angle, Vec3{0, 1, 0});
        crate.body.place = Vec3{-std::sin(angle), 0, std::cos(angle)} * 0.4;
        const Vec3 start = crate.body.place;
        run(course, things, 1.0);
        const double gone = glm::length(crate.body.place - start);
        const double pull = gravity_mps2 * (std::sin(angle) - 0.6 * std::cos(angle));
        if (pull < 0.0) {
            EXPECT_LT(gone, 0.003) << angle_deg;
        } else {
            EXPECT_NEAR(gone, 0.5 * pull, 0.02 * pull) << angle_deg;
        }
    }
}

TEST(LooseBodies, APushAmongLooseBodiesKeepsMomentum) {
    const Course course = flat_course();
    std::vector<RigidObject> things{thing(ball(0.3), {0, 0, 50}), thing(ball(0.3), {2, 0.1, 50})};
    things[1].kind.mass_kg = 30.0;
    for (RigidObject& t : things) {
        t.gravity = Vec3{0.0};
        t.kind.bounce = 0.7;
        t.kind.friction = 0.0;
    }
    things[0].body.velocity = {6, 0, 0};
    run(course, things, 1.0);
    const Vec3 momentum = things[0].body.velocity * 10.0 + things[1].body.velocity * 30.0;
    EXPECT_NEAR(momentum.x, 60.0, 1e-6);
    EXPECT_NEAR(momentum.y, 0.0, 1e-6);
    EXPECT_GT(things[1].body.velocity.x, 1.0);
    const Vec3 apart = things[1].body.velocity - things[0].body.velocity;
    EXPECT_GT(glm::length(apart), 0.6 * 6.0);
}

TEST(LooseBodies, NothingGainsEnergyByTumbling) {
    CoursePlan plan;
    plan.pieces = {box_piece({0, 0, -0.5}, {60, 60, 1}), box_piece({2, 0, 0.5}, {1, 8, 1}, 30),
                   box_piece({-3, 1, 0.3}, {2, 2, 0.6}, 12)};
    const Course course = test::course_of(plan);
    std::mt19937 random(7);
    std::uniform_real_distribution<double> unit(-1.0, 1.0);
    for (int round = 0; round < 20; ++round) {
        std::vector<RigidObject> things{
            thing(round % 2 == 0 ? box(0.35) : capsule(0.2, 0.9), {unit(random), 0, 2}, 0.4)};
        things[0].body.velocity = Vec3{unit(random), unit(random), unit(random)} * 8.0;
        things[0].body.spin = Vec3{unit(random), unit(random), unit(random)} * 10.0;
        double before = energy(things[0]);
        run(course, things, 3.0, [&] {
            const double now = energy(things[0]);
            EXPECT_LT(now, before + 0.02 * before + 1.0) << round;
            before = std::min(before, now);
        });
    }
}

TEST(LooseBodies, NothingPassesThroughASolidAtAnySpeed) {
    CoursePlan plan;
    plan.pieces = {box_piece({0, 0, -0.5}, {30, 30, 1}),  box_piece({0, 0, 12.5}, {30, 30, 1}),
                   box_piece({14.5, 0, 6}, {1, 30, 14}),  box_piece({-14.5, 0, 6}, {1, 30, 14}),
                   box_piece({0, 14.5, 6}, {30, 1, 14}),  box_piece({0, -14.5, 6}, {30, 1, 14}),
                   box_piece({3, 2, 3}, {0.1, 6, 6}, 25), box_piece({-4, -3, 2}, {5, 0.1, 4}, -40)};
    const Course course = test::course_of(plan);
    std::mt19937 random(11);
    std::uniform_real_distribution<double> unit(-1.0, 1.0);
    for (int round = 0; round < 60; ++round) {
        const RigidShape shape = round % 3 == 0 ? box(0.3) : (round % 3 == 1 ? ball(0.25) : capsule(0.2, 0.8));
        std::vector<RigidObject> things{thing(shape, {0, 0, 8}, 0.9)};
        things[0].body.velocity = Vec3{unit(random), unit(random), unit(random)} * 120.0;
        things[0].body.spin = Vec3{unit(random), unit(random), unit(random)} * 20.0;
        run(course, things, 2.0, [&] {
            const Vec3 p = things[0].body.place;
            ASSERT_LT(std::abs(p.x), 14.0) << round;
            ASSERT_LT(std::abs(p.y), 14.0) << round;
            ASSERT_GT(p.z, 0.0) << round;
            ASSERT_LT(p.z, 12.0) << round;
            std::vector<const Solid*> near;
            solids_in(*course.solids, grown(Bounds{p, p}, 1.0), near);
            for (const Solid* solid : near) ASSERT_GT(closest_point(*solid, 0.0, p).distance, 0.1) << round;
        });
    }
}

TEST(LooseBodies, ASleeperWakesWhenItsSupportIsKnockedAway) {
    const Course course = flat_course();
    std::vector<RigidObject> things{thing(box(0.4), {0, 0, 0.4}), thing(box(0.4), {0, 0, 1.2}),
                                    thing(ball(0.3), {-6, 0, 0.3})};
    run(course, things, 2.0);
    ASSERT_TRUE(things[0].body.asleep && things[1].body.asleep);
    things[2].kind.mass_kg = 100.0;
    things[2].body.velocity = {20, 0, 0};
    things[2].body.asleep = false;
    run(course, things, 3.0);
    EXPECT_GT(things[0].body.place.x, 1.5);
    EXPECT_LT(things[1].body.place.z, 1.0);  // it came down
}

TEST(LooseBodies, SleepersCostNothingAndStayAsTheyAre) {
    const Course course = flat_course();
    std::vector<RigidObject> things{thing(box(0.4), {0, 0, 0.4})};
    things[0].body.asleep = true;
    const RigidBody before = things[0].body;
    run(course, things, 5.0);
    EXPECT_EQ(things[0].body, before);
}

TEST(LooseBodies, WhatIsPlacedOnSomethingRestsThere) {
    const Course course = flat_course();
    RigidScratch scratch;
    std::vector<RigidObject> things{thing(box(0.4), {0, 0, 0.4}), thing(box(0.4), {5, 0, 2.0}),
                                    thing(box(0.4), {0.1, 0, 1.2}), thing(box(0.4), {0.7, 0, 2.0})};
    EXPECT_TRUE(rests_there(*course.solids, things, 0, scratch));
    EXPECT_FALSE(rests_there(*course.solids, things, 1, scratch)) << "in the air";
    things[0].body.asleep = true;
    EXPECT_TRUE(rests_there(*course.solids, things, 2, scratch)) << "on a sleeper";
    things[2].body.asleep = true;
    EXPECT_FALSE(rests_there(*course.solids, things, 3, scratch)) << "its middle hangs over";
}

TEST(LooseBodies, TheSameRunComesOutTheSameBitForBit) {
    const Course course = flat_course();
    const auto make = [] {
        std::vector<RigidObject> things;
        for (int i = 0; i < 6; ++i) things.push_back(thing(i % 2 == 0 ? box(0.3) : ball(0.3), {0.1 * i, 0, 1.0 + i}));
        return things;
    };
    std::vector<RigidObject> first = make();
    std::vector<RigidObject> second = make();
    run(course, first, 3.0);
    run(course, second, 3.0);
    for (std::size_t i = 0; i < first.size(); ++i) EXPECT_EQ(first[i].body, second[i].body);
}

TEST(LooseBodies, InertiaOfACapsuleLiesBetweenBallAndRod) {
    const Vec3 round = inertia_of({ball(0.5), 10.0, 0.6, 0.0});
    const Vec3 as_ball = inertia_of({capsule(0.5, 1.0), 10.0, 0.6, 0.0});
    for (int i = 0; i < 3; ++i) EXPECT_NEAR(as_ball[i], round[i], 1e-9);
    const Vec3 rod = inertia_of({capsule(0.01, 4.0), 10.0, 0.6, 0.0});
    EXPECT_NEAR(rod.x, 10.0 * 16.0 / 12.0, 0.2);
}

}  // namespace
}  // namespace leap::loose_bodies_test
