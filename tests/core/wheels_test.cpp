// SPDX-License-Identifier: MIT
// Four ray wheels against closed forms: how far springs sink, how fast one speeds up and stops, when it slides.
#include "core/rigid/wheels.hpp"

#include <gtest/gtest.h>

#include <cmath>
#include <functional>
#include <numbers>

#include "core/defaults.hpp"
#include "core/rigid/wheel_rest.hpp"
#include "tests/core/support.hpp"

namespace leap::wheels_test {
namespace {

constexpr double gravity_mps2 = 28.0;
constexpr double mass_kg = 300.0;

struct Car {
    Course course;
    WheelKind kind;
    RigidObject thing;
    Wheels wheels;
    RigidScratch scratch;

    explicit Car(CoursePlan plan = test::flat_plan()) : course(test::course_of(std::move(plan))) {
        kind.hang = {0.85, 0.6, -0.1};
        kind.radius = 0.3;
        kind.travel = 0.35;
        kind.stiffness = 14'000.0;
        thing.kind.shape = {RigidShapeKind::box, {1.1, 0.6, 0.3}, 0.0, 0.0};
        thing.kind.mass_kg = mass_kg;
        thing.body.place = {0, 0, 0.75};
    }
    void run(double seconds, const WheelUse& use = {}, const std::function<void()>& after_each = {}) {
        const int steps = static_cast<int>(std::lround(seconds / defaults::loose_step_s));
        for (int i = 0; i < steps; ++i) {
            thing.gravity = {0, 0, -gravity_mps2};
            thing.borne = false;
            if (!thing.body.asleep) roll_wheels(course, kind, use, defaults::loose_step_s, thing, wheels);
            step_rigid_bodies(*course.solids, {}, {&thing, 1}, {}, defaults::loose_step_s, scratch);
            if (after_each) after_each();
        }
    }
    void wake() {
        thing.body.asleep = false;
        thing.body.still_s = 0.0;
    }
    double speed() const { return horizontal_length(thing.body.velocity); }
    double sunk() const { return mass_kg * gravity_mps2 / (4.0 * kind.stiffness); }
};

TEST(Wheels, AParkedOneSettlesToItsWeightOverTheStiffnessAndSleeps) {
    for (const double stiffness : {9'000.0, 14'000.0, 60'000.0}) {
        Car car;
        car.kind.stiffness = stiffness;
        car.run(6.0);
        for (const WheelState& wheel : car.wheels)
            EXPECT_NEAR(wheel.squeezed_m, car.sunk(), 0.01 * car.sunk()) << stiffness;
        EXPECT_TRUE(car.thing.body.asleep);
        EXPECT_NEAR(glm::length(car.thing.body.velocity), 0.0, 1e-9);
    }
}

TEST(Wheels, OneThatStandsIsPutWhereItWouldSettleAndStaysThere) {
    Car settled;
    settled.run(6.0);
    Car put;
    put.thing.gravity = {0, 0, -gravity_mps2};
    ASSERT_TRUE(rest_on_wheels(*put.course.solids, put.kind, gravity_mps2, put.thing, put.wheels));
    EXPECT_NEAR(put.thing.body.place.z, settled.thing.body.place.z, 0.002);
    for (const WheelState& wheel : put.wheels) EXPECT_NEAR(wheel.squeezed_m, put.sunk(), 1e-6);
    const Vec3 place = put.thing.body.place;
    put.run(0.5);
    EXPECT_NEAR(glm::length(put.thing.body.place - place), 0.0, 1e-4);
}

TEST(Wheels, OneWheelOnAPlankTiltsItAtRestUntilNothingTurnsIt) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({0.85, 0.6, 0.03}, {0.4, 0.4, 0.06}));
    Car car(plan);
    ASSERT_TRUE(rest_on_wheels(*car.course.solids, car.kind, gravity_mps2, car.thing, car.wheels));
    const Vec3 place = car.thing.body.place;
    const Quat turn = car.thing.body.turn;
    EXPECT_GT(car.wheels[0].squeezed_m, car.sunk());
    EXPECT_LT(car.wheels[1].squeezed_m, car.sunk());
    car.run(1.0);
    EXPECT_NEAR(glm::length(car.thing.body.place - place), 0.0, 1e-3);
    EXPECT_GT(std::abs(glm::dot(car.thing.body.turn, turn)), 1.0 - 1e-6);
}

TEST(Wheels, WhereItWouldRollSinkTooDeepOrHangInTheAirItIsLeftAsItWas) {
    const auto stays = [](CoursePlan plan, const std::function<void(Car&)>& change) {
        Car car(std::move(plan));
        change(car);
        const RigidBody before = car.thing.body;
        EXPECT_FALSE(rest_on_wheels(*car.course.solids, car.kind, gravity_mps2, car.thing, car.wheels));
        EXPECT_EQ(car.thing.body, before);
    };
    stays(test::flat_plan(), [](Car& car) { car.thing.body.place.z = 40.0; });
    stays(test::flat_plan(), [](Car& car) { car.kind.stiffness = 500.0; });
    stays(test::flat_plan(), [](Car& car) { car.thing.kind.shape.half.z = 0.9; });
    CoursePlan ramp;
    Piece slope = test::box({0, 0, 0}, {20, 20, 2});
    slope.kind = PieceKind::ramp;
    ramp.pieces.push_back(slope);
    stays(ramp, [](Car&) {});
}

TEST(Wheels, WithoutDampingItRocksAtItsOwnFrequencyAndWithFullDampingNotAtAll) {
    Car car;
    car.kind.damping = 0.0;
    car.thing.body.place.z = 0.1 + 0.65 - car.sunk() + 0.05;
    std::vector<double> tops;
    double before = 0.0;
    double rising = 1.0;
    double time = 0.0;
    car.run(2.0, {}, [&] {
        time += defaults::loose_step_s;
        const double now = car.thing.body.velocity.z;
        if (rising > 0.0 && now <= 0.0 && before > 0.0) tops.push_back(time);
        before = rising = now;
    });
    ASSERT_GE(tops.size(), 3U);
    const double period = 2.0 * std::numbers::pi * std::sqrt(mass_kg / (4.0 * car.kind.stiffness));
    EXPECT_NEAR((tops.back() - tops.front()) / static_cast<double>(tops.size() - 1), period, 0.02 * period);
    Car stiff;
    stiff.kind.damping = 1.0;
    stiff.thing.body.place.z = car.thing.body.place.z + 0.05;
    double lowest = 1e9;
    stiff.run(3.0, {}, [&] { lowest = std::min(lowest, stiff.thing.body.place.z); });
    EXPECT_GT(lowest, stiff.thing.body.place.z - 0.01) << "it doesn't dip below its rest";
}

TEST(Wheels, APushSpeedsUpAsForceOverMassAndABrakeStopsAsSoon) {
    Car car;
    car.run(2.0);
    car.wake();
    car.run(2.0, {1200.0, 0.0, 0.0});
    EXPECT_NEAR(car.speed(), 2.0 * 1200.0 / mass_kg, 0.1);
    const double fast = car.speed();
    const double from = car.thing.body.place.x;
    double stood_after = -1.0;
    double time = 0.0;
    car.run(4.0, {0.0, 3000.0, 0.0}, [&] {
        time += defaults::loose_step_s;
        if (stood_after < 0.0 && car.speed() < 0.02) stood_after = time;
    });
    EXPECT_NEAR(stood_after, fast * mass_kg / 3000.0, 0.05);
    EXPECT_NEAR(car.thing.body.place.x - from, 0.5 * fast * fast * mass_kg / 3000.0, 0.15);
    EXPECT_NEAR(car.speed(), 0.0, 0.01) << "the brake holds and doesn't push back";
}

TEST(Wheels, TheWheelsTurnAsTheGroundPasses) {
    Car car;
    car.run(2.0);
    car.wake();
    double rolled = 0.0;
    double before = car.wheels[0].rolled_rad;
    const double from = car.thing.body.place.x;
    car.run(3.0, {900.0, 0.0, 0.0}, [&] {
        rolled += std::remainder(car.wheels[0].rolled_rad - before, 2.0 * std::numbers::pi);
        before = car.wheels[0].rolled_rad;
    });
    EXPECT_NEAR(rolled * car.kind.radius, car.thing.body.place.x - from, 0.02 * (car.thing.body.place.x - from));
}

TEST(Wheels, ItTurnsOnTheCircleOfItsWheelbase) {
    Car car;
    car.run(2.0);
    car.wake();
    const double lock = 25.0 * std::numbers::pi / 180.0;
    car.run(1.5, {600.0, 0.0, 0.0});
    Bounds circle;
    car.run(2.0, {0.0, 0.0, lock});
    car.run(12.0, {20.0, 0.0, lock}, [&] { circle.add(car.thing.body.place); });
    // The rear axle goes round wheelbase / tan(lock); the middle a little further out.
    const double rear = 2.0 * 0.85 / std::tan(lock);
    const double radius = std::hypot(rear, 0.85);
    EXPECT_LT(0.5 * (circle.low.y + circle.high.y), -0.5 * radius) << "to the right";
    EXPECT_NEAR(circle.high.x - circle.low.x, 2.0 * radius, 0.15 * 2.0 * radius);
    for (const WheelState& wheel : car.wheels) EXPECT_FALSE(wheel.slides);
}

TEST(Wheels, PushedTooFarItSlidesAndBelowItsGripItDoesNot) {
    Car car;
    car.kind.grip = 0.5;
    car.run(2.0);
    // Pushed sideways by less than grip · weight it stays, by more it slides away.
    const auto pushed = [&](double share) {
        Car one = car;
        one.wake();
        const double from = one.thing.body.place.y;
        for (int i = 0; i < 240; ++i) {
            one.wake();
            one.thing.gravity = {0, share * one.kind.grip * gravity_mps2, -gravity_mps2};
            one.thing.borne = false;
            roll_wheels(one.course, one.kind, {}, defaults::loose_step_s, one.thing, one.wheels);
            step_rigid_bodies(*one.course.solids, {}, {&one.thing, 1}, {}, defaults::loose_step_s, one.scratch);
        }
        return one.thing.body.place.y - from;
    };
    EXPECT_LT(pushed(0.8), 0.12) << "it leans, and stays";
    EXPECT_NEAR(pushed(1.5), 0.5 * 0.5 * car.kind.grip * gravity_mps2, 1.2) << "the rest of the push speeds it up";
    Car sliding = car;
    sliding.wake();
    sliding.thing.body.velocity = {0, 6, 0};
    sliding.run(0.1);
    EXPECT_GT(slip_angle(sliding.thing.body), 1.0);
    EXPECT_TRUE(sliding.wheels[0].slides);
}

TEST(Wheels, ParkedOnASlopeItStandsWithTheBrakeAndRollsWithout) {
    CoursePlan plan;
    plan.pieces = {test::ramp({0, 0, 3}, {24, 12, 6})};
    const double slope = std::atan2(6.0, 24.0);
    const auto after = [&](double brake_n) {
        Car car(plan);
        car.thing.body.place = {0, 0, 3.75};
        car.thing.body.turn = glm::angleAxis(-slope, Vec3{0, 1, 0});
        car.run(1.0, {0.0, 20'000.0, 0.0});
        const double from = car.thing.body.place.x;
        car.wake();
        car.run(1.0, {0.0, brake_n, 0.0});
        return from - car.thing.body.place.x;
    };
    EXPECT_LT(std::abs(after(20'000.0)), 0.01);
    EXPECT_NEAR(after(0.0), 0.5 * gravity_mps2 * std::sin(slope), 0.6);
}

TEST(Wheels, EvenAbsurdSpringsStayTame) {
    for (const double stiffness : {100.0, 1e6, 1e8}) {
        Car car;
        car.kind.stiffness = stiffness;
        car.thing.body.place.z = 1.5;
        double highest = 0.0;
        car.run(4.0, {}, [&] { highest = std::max(highest, car.thing.body.place.z); });
        EXPECT_LT(highest, 1.6) << stiffness;
        EXPECT_TRUE(is_finite(car.thing.body.place));
        EXPECT_GT(car.thing.body.place.z, 0.25) << "its box lies on the ground at worst";
    }
}

}  // namespace
}  // namespace leap::wheels_test
