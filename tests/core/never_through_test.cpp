// SPDX-License-Identifier: MIT
// The body never ends a tick inside a solid and never passes through one, at up to 120 m/s. The full million ticks run
// in bench/soak; here a part of them keeps the bar in every check.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/defaults.hpp"
#include "tests/core/support.hpp"

namespace leap {
namespace {

CoursePlan random_course(unsigned seed) {
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    CoursePlan plan;
    plan.name = "random";
    plan.places.push_back({"start", {0, 0, 12}, 0.0});
    const double r = 20;
    for (const int axis : {0, 1, 2})
        for (const double side : {-1.0, 1.0}) {
            Vec3 center{0, 0, r};
            Vec3 size{2 * r + 2, 2 * r + 2, 2 * r + 2};
            center[axis] += side * (r + 0.5);
            size[axis] = 1.0;
            plan.pieces.push_back(test::box(center, size));
        }
    for (int i = 0; i < 60; ++i) {
        Piece piece = test::box({between(-18, 18), between(-18, 18), between(0, 36)},
                                {between(0.1, 6), between(0.1, 6), between(0.1, 5)});
        if (glm::length(piece.center - Vec3{0, 0, 12}) < 6) continue;
        piece.turn_deg = between(-180, 180);
        const int kind = static_cast<int>(between(0, 4.99));
        piece.kind = static_cast<PieceKind>(kind);
        if (piece.kind == PieceKind::cylinder) piece.size.y = piece.size.x;
        if (piece.kind == PieceKind::mesh) {
            for (int k = 0; k < 6; ++k) piece.vertices.emplace_back(between(-3, 3), between(-3, 3), between(-2, 2));
            piece.faces = {{0, 1, 2}, {3, 4, 5}, {0, 3, 4}, {1, 2, 5}};
        }
        plan.pieces.push_back(piece);
    }
    return plan;
}

class Thrown : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Thrown, testing::Values(30, 120, 480));

TEST_P(Thrown, StaysOutsideOfSolidsAndInsideTheRoom) {
    const std::string script = std::string(test::plain_body) + R"(
move throw on jump { phase a { start: launch look at 120 m/s  end after 0.3 s } }
move slam on dash { phase a for 0.2 s { drive look at 120 m/s  gravity 0 m/s^2 } }
)";
    double deepest = 0.0;
    std::int64_t ticks = 0;
    for (unsigned seed = 1; seed <= 6; ++seed) {
        const test::Scene scene(script, random_course(seed));
        const Rehearsal rehearsal = scene.at(GetParam());
        Tape tape = test::random_tape(scene.program, seed * 77, 12.0);
        std::mt19937 random(seed);
        for (TapeEvent& event : tape.events)
            if (auto* look = std::get_if<LookEvent>(&event.what))
                look->pitch_deg = static_cast<double>(random() % 160) - 80.0;
        const auto inputs = resolve_inputs(scene.program, tape).value();
        State state = start_state(rehearsal, "start").value();
        const auto end = ticks_for(tape.length_s, GetParam());
        for (std::int64_t tick = 1; tick <= end; ++tick) {
            run_ticks(rehearsal, inputs, tick, state, nullptr);
            ++ticks;
            if (const auto inside = deepest_overlap(scene.course, rehearsal.shape.capsule, state.body.position))
                deepest = std::max(deepest, inside->depth);
            const Vec3 p = state.body.position;
            ASSERT_TRUE(std::abs(p.x) < 20 && std::abs(p.y) < 20 && p.z > -0.01 && p.z < 40)
                << "seed " << seed << " tick " << tick;
        }
    }
    EXPECT_LT(deepest, defaults::contact_gap_m) << "over " << ticks << " ticks";
}

}  // namespace
}  // namespace leap
