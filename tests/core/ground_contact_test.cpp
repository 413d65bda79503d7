// SPDX-License-Identifier: MIT
// Ground contact is solid: it never flips while walking over flats, seams, steps and walkable slopes.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/readings/readings.hpp"
#include "tests/core/support.hpp"

namespace leap::ground_contact_test {
namespace {

/// A patchwork: flush boxes with seams at odd places, kerbs, flights of steps and ramps up to 44 degrees.
CoursePlan patchwork() {
    CoursePlan plan;
    plan.name = "patchwork";
    plan.places.push_back({"start", {0, 0, 0.01}, 0.0});
    for (int x = -12; x < 12; ++x)
        for (int y = -12; y < 12; ++y)
            plan.pieces.push_back(test::box({x * 2.5 + 1.25, y * 2.5 + 1.25, -0.5}, {2.5, 2.5, 1.0}));
    const double slopes[] = {10, 20, 30, 40, 44};
    for (int i = 0; i < 5; ++i) {
        const double rise = 4.0 * std::tan(slopes[i] * 3.14159265358979 / 180.0);
        Piece up = test::ramp({8.0, -14.0 + 6.0 * i, rise / 2}, {4, 3, rise});
        up.turn_deg = 0;
        Piece down = test::ramp({12.0, -14.0 + 6.0 * i, rise / 2}, {4, 3, rise});
        down.turn_deg = 180;
        plan.pieces.push_back(up);
        plan.pieces.push_back(down);
    }
    for (int i = 0; i < 5; ++i) {
        Piece steps = test::box({-9.0, -14.0 + 6.0 * i, 0.5}, {2.4, 3, 1.0});
        steps.kind = PieceKind::steps;
        steps.count = 3 + i;
        plan.pieces.push_back(steps);
        Piece back = steps;
        back.center.x = -6.6;
        back.turn_deg = 180;
        plan.pieces.push_back(back);
        plan.pieces.push_back(test::box({0.0, -14.0 + 6.0 * i, 0.05 + 0.02 * i}, {1.5, 2, 0.1 + 0.04 * i}));
    }
    const double edge = 30.5;
    for (const auto& [x, y, w, d] : {std::array{edge, 0.0, 1.0, 62.0}, std::array{-edge, 0.0, 1.0, 62.0},
                                     std::array{0.0, edge, 62.0, 1.0}, std::array{0.0, -edge, 62.0, 1.0}})
        plan.pieces.push_back(test::box({x, y, 2}, {w, d, 5}));
    return plan;
}

TEST(GroundContact, NeverFlipsInAHundredThousandTicksOfWalking) {
    // Steps sideways off a ramp's flank are real drops; walking speed is low enough that only those leave the ground.
    test::Scene scene(test::plain_body, patchwork());
    scene.set("walk.top", 3.0);
    std::int64_t ticks = 0;
    int flips = 0;
    int drops = 0;
    for (unsigned seed = 1; ticks < 100000; ++seed) {
        Tape tape = test::random_tape(scene.program, seed, 60.0);
        std::erase_if(tape.tracks[0].events,
                      [](const TapeEvent& e) { return std::holds_alternative<ButtonEvent>(e.what); });
        const Trace trace = scene.run(tape);
        ticks += trace.ticks;
        const auto left = test::times_of(trace, EventKind::left_ground);
        const auto landed = test::times_of(trace, EventKind::landed);
        for (std::size_t i = 0; i < left.size(); ++i) {
            const double down = i < landed.size() ? landed[i] : trace.length_s();
            const double fallen = position_at(trace.tracks[0], left[i]).z - position_at(trace.tracks[0], down).z;
            (fallen > scene.at(120).bodies[0].shape.step_up * 0.5 ? drops : flips)++;
        }
    }
    EXPECT_EQ(flips, 0) << "of " << ticks << " ticks, with " << drops << " real drops";
    RecordProperty("ticks", static_cast<int>(ticks));
}

TEST(GroundContact, StandingStillStaysStill) {
    for (const double x : {0.0, 0.7, 0.74, 0.75, 0.9, 6.2, 8.0, 9.9, 10.0, 10.1, -7.8, -8.6}) {
        CoursePlan plan = patchwork();
        plan.places[0].position = {x, -14.0, 6.0};
        const test::Scene scene(test::plain_body, plan);
        const Trace trace = scene.run(test::TapeMaker(4.0));
        const Vec3 at = position_at(trace.tracks[0], 2.0);
        EXPECT_TRUE(trace.tracks[0].rows.back().grounded) << x;
        EXPECT_LT(glm::length(trace.tracks[0].rows.back().position - at), 1e-9) << x;
    }
}

}  // namespace
}  // namespace leap::ground_contact_test
