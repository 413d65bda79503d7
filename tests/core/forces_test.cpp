// SPDX-License-Identifier: MIT
// Pushes, springs and drag, of characters and of what is loose: closed forms at every tick rate.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>

#include "core/script/compile.hpp"
#include "tests/core/support.hpp"

namespace leap::forces_test {
namespace {

using test::play;
using test::Played;
using test::Scene;
using test::TapeMaker;

constexpr const char* bare_body =
    "body b { capsule radius 0.3 m height 1.8 m mass 70 kg gravity 28 m/s^2 }\n"
    "stance rest { steer to 0 m/s gain 20 m/s^2 brake 20 m/s^2 }\n";

/// One loose ball of 10 kg, 100 m up, in a phase that says this.
Played ball(const std::string& said, double seconds, int rate = 120) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"ball", "ball", {0, 0, 100}, 0, {}}};
    const Scene scene(
        std::string(bare_body) + "fixture ball { sphere radius 0.3 m mass 10 kg phase flies { loose " + said + " } }\n",
        plan);
    return play(scene, TapeMaker(seconds), rate);
}

/// A character in the air of which a stance says this.
Played flier(const std::string& said, double seconds, int rate = 120, double gravity = 0.0) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {0, 0, 50};
    const Scene scene(fmt::format("body b {{ capsule radius 0.3 m height 1.8 m mass 70 kg gravity {} m/s^2 }}\n"
                                  "stance all {{ {} }}\n",
                                  gravity, said),
                      plan);
    return play(scene, TapeMaker(seconds), rate);
}

TEST(LooseForces, APushGoesAsForceOverMass) {
    for (const int rate : {30, 120, 480}) {
        const RigidBody body = ball("gravity 0 m/s^2 push own_front by 20 N", 2.0, rate).state.loose[0].body;
        EXPECT_NEAR(body.velocity.x, 4.0, 1e-9) << rate;
        EXPECT_NEAR(body.place.x, 4.0, 1e-9) << rate;
        EXPECT_EQ(body.spin, Vec3(0.0));
    }
}

TEST(LooseForces, SeveralPushesAddUpAndOneAsideTurns) {
    const RigidBody still =
        ball("gravity 0 m/s^2 push own_front by 20 N push own_front by -20 N", 1.0).state.loose[0].body;
    EXPECT_NEAR(glm::length(still.velocity), 0.0, 1e-12);
    const RigidBody body = ball("gravity 0 m/s^2 push own_front by 1 N at 0 m, 0.3 m, 0 m", 0.05).state.loose[0].body;
    const double inertia = 0.4 * 10.0 * 0.3 * 0.3;
    EXPECT_NEAR(body.spin.z, -0.3 * 0.05 / inertia, 0.02 * 0.3 * 0.05 / inertia);
    EXPECT_NEAR(body.velocity.x, 0.005, 1e-5);
}

TEST(LooseForces, DragComesToItsTerminalSpeed) {
    for (const int rate : {30, 120, 480}) {
        const double k = 0.5;
        const double t = 3.0;
        const RigidBody body = ball("gravity 10 m/s^2 drag 0.5 /s", t, rate).state.loose[0].body;
        const double speed = 10.0 / k * (1.0 - std::exp(-k * t));
        EXPECT_NEAR(-body.velocity.z, speed, 1e-4 * speed) << rate;
        const double fallen = 10.0 / k * (t - (1.0 - std::exp(-k * t)) / k);
        EXPECT_NEAR(100.3 - body.place.z, fallen, 1e-4 * fallen);
    }
    const RigidBody square = ball("gravity 10 m/s^2 drag 0 /s square 0.4 /m", 3.0).state.loose[0].body;
    EXPECT_NEAR(-square.velocity.z, std::sqrt(10.0 / 0.4), 1e-3);
    const RigidBody stiff = ball("gravity 10 m/s^2 drag 100000 /s", 1.0).state.loose[0].body;
    EXPECT_NEAR(stiff.place.z, 100.3, 0.01) << "however stiff, it doesn't swing about its end";
}

TEST(LooseForces, DragInAStreamComesToItsSpeed) {
    for (const int rate : {30, 120, 480}) {
        const double k = 0.5;
        const double t = 3.0;
        const Played run = ball("gravity 0 m/s^2 drag 0.5 /s towards own_front * 4 m/s", t, rate);
        const RigidBody& body = run.state.loose[0].body;
        EXPECT_NEAR(body.velocity.x, 4.0 * (1.0 - std::exp(-k * t)), 1e-4 * 4.0) << rate;
        EXPECT_NEAR(body.place.x, 4.0 * (t - (1.0 - std::exp(-k * t)) / k), 1e-3) << rate;
    }
    // The square goes by the speed against the stream: v' = c (V - v)^2, from rest V - v = V / (1 + c V t).
    const RigidBody square =
        ball("gravity 0 m/s^2 drag 0 /s square 0.2 /m towards own_front * 4 m/s", 3.0).state.loose[0].body;
    EXPECT_NEAR(square.velocity.x, 4.0 - 4.0 / (1.0 + 0.2 * 4.0 * 3.0), 2e-3);
}

TEST(LooseForces, WhatLiesInAStreamIsTakenAlong) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"ball", "ball", {0, 0, 0}, 0, {}}};
    const auto gone = [&](const char* drag) {
        const Scene scene(std::string(bare_body) +
                              "fixture ball { sphere radius 0.3 m mass 10 kg phase rests for 3 s { loose go floats } "
                              "phase floats { loose " +
                              drag + " } }\n",
                          plan);
        return play(scene, TapeMaker(6.0)).state.loose[0].body.place.x;
    };
    EXPECT_NEAR(gone("drag 0.5 /s"), 0.0, 1e-6);
    EXPECT_GT(gone("drag 0.5 /s towards own_front * 4 m/s"), 3.0);
}

TEST(LooseForces, ASpringKeepsAmplitudeAndPeriod) {
    // 10 kg on 250 N/m: 5 rad/s. It hangs 0.3 m below the point it swings about, beginning at 1 m.
    for (const int rate : {30, 480}) {
        const double t = 20.0;
        const RigidBody body =
            ball("gravity 0 m/s^2 spring to home_place + up * 1 m stiffness 250 N/m", t, rate).state.loose[0].body;
        EXPECT_NEAR(body.place.z, 101.3 - std::cos(5.0 * t), 0.02) << rate;
        const double stretch = body.place.z - 101.3;
        const double energy = 125.0 * stretch * stretch + 5.0 * body.velocity.z * body.velocity.z;
        EXPECT_NEAR(energy, 125.0, 0.05) << rate;
    }
}

TEST(LooseForces, ASpringHoweverStiffGainsNothing) {
    for (const char* stiffness : {"1000 N/m", "1000 kN/m", "1000000 kN/m"}) {
        const Played run =
            ball(fmt::format("gravity 0 m/s^2 spring to home_place + up * 1 m stiffness {}", stiffness), 5.0);
        EXPECT_LT(std::abs(run.state.loose[0].body.place.z - 101.3), 1.001) << stiffness;
    }
}

TEST(LooseForces, ASlackSpringDoesntPush) {
    const RigidBody in = ball("gravity 10 m/s^2 spring to home_place - up * 1 m stiffness 9 kN/m length 2 m slack", 0.5)
                             .state.loose[0]
                             .body;
    EXPECT_NEAR(in.place.z, 100.3 - 1.25, 1e-6) << "it falls freely past the point";
    const RigidBody hung =
        ball("gravity 10 m/s^2 drag 2 /s spring to home_place stiffness 1 kN/m length 1 m slack", 12.0)
            .state.loose[0]
            .body;
    EXPECT_NEAR(hung.place.z, 100.3 - 1.1, 0.004) << "100 N stretch it by 0.1 m";
}

TEST(LooseForces, WhatIsPushedDoesntSleepAndWhatIsNotDoes) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"one", "sled", {5, 0, 0}, 0, {}}, {"two", "box_", {5, 5, 0}, 0, {}}};
    const Scene scene(std::string(bare_body) +
                          "fixture sled { box 1 m, 1 m, 0.5 m mass 10 kg friction 10 %\n"
                          "  phase waits for 2 s { loose go goes }\n"
                          "  phase goes { loose push own_front by 100 N } }\n"
                          "fixture box_ { box 1 m, 1 m, 0.5 m mass 10 kg phase lies { loose } }\n",
                      plan);
    const Played run = play(scene, TapeMaker(3.0));
    // Friction: the root of 10 % and the course's 70 %, of 28 m/s².
    const double net = 10.0 - std::sqrt(0.1 * 0.7) * 28.0;
    EXPECT_NEAR(run.state.loose[0].body.velocity.x, net, 0.02 * net);
    EXPECT_TRUE(run.state.loose[1].body.asleep);
}

TEST(LooseForces, AnUprightBodyIsKnockedBackWithoutToppling) {
    CoursePlan plan = test::flat_plan();
    plan.fixtures = {{"man", "man", {1, 0, 0}, 0, {}}, {"other", "other", {1, 4, 0}, 0, {}}};
    const auto script = [](const char* more) {
        return std::string("{ capsule radius 0.3 m height 1.7 m mass 60 kg phase stands for 0.1 s { loose ") + more +
               " push own_front by 9 kN at 0 m, 0 m, 0.6 m go rests } phase rests { loose " + more + " } }\n";
    };
    const Scene scene(std::string(bare_body) + "fixture man " + script("upright") + "fixture other " + script(""),
                      plan);
    const Played run = play(scene, TapeMaker(2.0));
    EXPECT_NEAR((run.state.loose[0].body.turn * world_up).z, 1.0, 1e-9);
    EXPECT_GT(run.state.loose[0].body.place.x, 2.0) << "it was knocked back";
    EXPECT_LT((run.state.loose[1].body.turn * world_up).z, 0.5) << "the other lies";
}

TEST(CharacterForces, AWindCarriesWhoDoesntSteer) {
    for (const int rate : {30, 60, 120, 240, 480}) {
        const Played run = flier("push forward by 140 N", 2.0, rate);
        EXPECT_NEAR(run.state.actors[0].body.position.x, 4.0, 1e-6) << rate;
        EXPECT_NEAR(run.state.actors[0].body.velocity.x, 4.0, 1e-6) << rate;
    }
}

TEST(CharacterForces, SteeringHoldsAgainstAPushAsFarAsItCan) {
    const auto pushed = [](const char* brake, int rate) {
        const Scene scene(
            fmt::format("body b {{ capsule radius 0.3 m height 1.8 m mass 70 kg gravity 28 m/s^2 }}\n"
                        "stance rest {{ steer to 0 m/s gain {0} brake {0} push forward by 140 N }}\n",
                        brake));
        return play(scene, TapeMaker(2.0), rate).state.actors[0].body;
    };
    for (const int rate : {30, 120, 480}) {
        EXPECT_NEAR(pushed("20 m/s^2", rate).position.x, 0.0, 1e-9) << "2 m/s² are held";
        EXPECT_NEAR(pushed("1.5 m/s^2", rate).velocity.x, 1.0, 0.01) << "of 2 m/s² half a metre is left, at " << rate;
        EXPECT_NEAR(pushed("1.5 m/s^2", rate).position.x, 1.0, 0.01);
    }
}

TEST(CharacterForces, WalkingIntoTheWindIsAsFastWhileTheGainLasts) {
    const auto speed = [](const char* force) {
        const Scene scene(
            fmt::format("body b {{ capsule radius 0.3 m height 1.8 m mass 70 kg gravity 28 m/s^2 }}\n"
                        "stance walk {{ steer to 6 m/s gain 10 m/s^2 brake 10 m/s^2 push -forward by {} }}\n",
                        force));
        return play(scene, TapeMaker(4.0).stick(0.0, 0, 1)).state.actors[0].body.velocity.x;
    };
    EXPECT_NEAR(speed("350 N"), 6.0, 1e-6);
    EXPECT_NEAR(speed("770 N"), -4.0, 0.05) << "1 m/s² more than it has carries it back";
}

TEST(CharacterForces, APushThatIsStrongerThanGravityLifts) {
    for (const int rate : {30, 120, 480}) {
        const auto rises = [&](double newtons) {
            const Scene scene(
                fmt::format("body b {{ capsule radius 0.3 m height 1.8 m mass 70 kg gravity 28 m/s^2 }}\n"
                            "stance rest {{ push up by {} N }}\n",
                            newtons));
            return play(scene, TapeMaker(2.0), rate).state.actors[0].body.position.z;
        };
        EXPECT_LT(rises(70.0 * 27.9), 0.002);
        EXPECT_NEAR(rises(70.0 * 30.0), 4.0, 0.002) << rate;
    }
}

TEST(CharacterForces, DragInTheAirFadesAndFallsAsInClosedForm) {
    for (const int rate : {30, 120, 480}) {
        const Played run = flier("drag 0.8 /s", 2.0, rate, 20.0);
        const double speed = 25.0 * (1.0 - std::exp(-1.6));
        EXPECT_NEAR(-run.state.actors[0].body.velocity.z, speed, 1e-4 * speed) << rate;
    }
}

TEST(CharacterForces, AStreamCarriesWhoSwimsInIt) {
    for (const int rate : {30, 60, 120, 240, 480}) {
        const Played run = flier("drag 0.8 /s towards forward * 2 m/s + up * 1 m/s", 2.0, rate);
        const double share = 1.0 - std::exp(-1.6);
        EXPECT_NEAR(run.state.actors[0].body.velocity.x, 2.0 * share, 1e-3) << rate;
        EXPECT_NEAR(run.state.actors[0].body.velocity.z, share, 1e-3) << rate;
    }
}

TEST(CharacterForces, ASpringSwingsACharacterWithoutGainingEnergy) {
    for (const int rate : {30, 120, 480}) {
        // 70 kg on 280 N/m: 2 rad/s, from 1 m out.
        const Played run = flier("spring to forward * 1 m + up * 50.9 m stiffness 280 N/m", 20.0, rate);
        double far = 0.0;
        for (const TraceRow& row : run.trace.tracks[0].rows) far = std::max(far, std::abs(row.position.x - 1.0));
        EXPECT_NEAR(far, 1.0, 0.005) << rate;
        EXPECT_NEAR(run.state.actors[0].body.position.x, 1.0 - std::cos(40.0), 0.005) << rate;
    }
}

TEST(Forces, WhatCantBeMeantIsToldWithItsPlace) {
    const auto message = [](const std::string& phase) {
        const CompileOutput out = compile_text(std::string(bare_body) +
                                               "fixture f { box 1 m, 1 m, 1 m mass 3 kg phase p { " + phase + " } }\n");
        std::string all;
        for (const Diagnostic& each : out.diagnostics) all += each.message + "; " + each.hint + "\n";
        return all;
    };
    EXPECT_NE(message("push up by 3 N").find("only allowed in a loose phase"), std::string::npos);
    EXPECT_NE(message("loose push up force 3 m/s").find("push: expected kg·m/s², got m/s"), std::string::npos)
        << message("loose push up force 3 m/s");
    EXPECT_NE(message("loose push up by 30000000000 N").find("above the limit"), std::string::npos);
    EXPECT_NE(message("loose hinge about depth").find("'length', 'width', 'height'"), std::string::npos);
    EXPECT_NE(message("loose hinge about width from 20 deg to -20 deg").find("this joint cannot move"),
              std::string::npos);
    EXPECT_NE(message("loose hinge about width with 3 Nm").find("only allowed after motor"), std::string::npos);
    EXPECT_EQ(message("loose hinge about width from -20 deg to 20 deg friction 3 Nm"), "");
    const CompileOutput turned = compile_text(
        "body b { capsule radius 0.3 m height 1.8 m gravity 28 m/s^2 }\nstance rest { push up by 3 N at 1 m, 0 m, 0 m "
        "}\n");
    ASSERT_FALSE(turned.diagnostics.empty());
    EXPECT_NE(turned.diagnostics.front().message.find("does not turn a character"), std::string::npos)
        << turned.diagnostics.front().message;
}

}  // namespace
}  // namespace leap::forces_test
