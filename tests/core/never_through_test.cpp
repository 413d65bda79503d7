// SPDX-License-Identifier: MIT
// The body never ends a tick inside a solid and never passes through one, at up to 120 m/s. The full million ticks run
// in bench/soak; here a part of them keeps the bar in every check.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/defaults.hpp"
#include "tests/core/support.hpp"

namespace leap::never_through_test {
namespace {

using test::random_course;

class Thrown : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, Thrown, testing::Values(30, 120, 480));

TEST_P(Thrown, StaysOutsideOfSolidsAndInsideTheRoom) {
    const std::string script = std::string(test::plain_body) + test::thrown_about;
    double deepest = 0.0;
    std::int64_t ticks = 0;
    for (unsigned seed = 1; seed <= 6; ++seed) {
        const test::Scene scene(script, random_course(seed));
        const SceneView rehearsal = scene.at(GetParam());
        Tape tape = test::random_tape(scene.program, seed * 77, 12.0);
        std::mt19937 random(seed);
        for (TapeEvent& event : tape.tracks[0].events)
            if (auto* look = std::get_if<LookEvent>(&event.what))
                look->pitch_deg = static_cast<double>(random() % 160) - 80.0;
        const auto inputs = resolve_inputs(scene.program, tape).value();
        World state = start_world(rehearsal, alone_at("start")).value();
        const auto end = ticks_for(tape.length_s, GetParam());
        for (std::int64_t tick = 1; tick <= end; ++tick) {
            run_ticks(rehearsal, inputs, tick, state, nullptr);
            ++ticks;
            if (const auto inside =
                    deepest_overlap(scene.course, rehearsal.bodies[0].shape.capsule, state.actors[0].body.position))
                deepest = std::max(deepest, inside->depth);
            const Vec3 p = state.actors[0].body.position;
            ASSERT_TRUE(std::abs(p.x) < 20 && std::abs(p.y) < 20 && p.z > -0.01 && p.z < 40)
                << "seed " << seed << " tick " << tick;
        }
    }
    EXPECT_LT(deepest, defaults::contact_gap_m) << "over " << ticks << " ticks";
}

}  // namespace
}  // namespace leap::never_through_test
