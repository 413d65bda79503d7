// SPDX-License-Identifier: MIT
// Which of many boxes overlap: the same as by comparing each with each.
#include "core/rigid/near_pairs.hpp"

#include <gtest/gtest.h>

#include <random>

#include "core/rigid/rigid_step.hpp"
#include "core/world/course.hpp"
#include "tests/core/support.hpp"

namespace leap::near_pairs_test {
namespace {

TEST(NearPairs, AreThoseThatAComparisonOfEachWithEachFinds) {
    std::mt19937 random(3);
    const auto number = [&](double low, double high) {
        return low + (high - low) * (static_cast<double>(random()) / 4294967295.0);
    };
    NearPairs pairs;
    for (int round = 0; round < 200; ++round) {
        const std::size_t count = random() % 40;
        const double size = number(0.1, 8.0);
        // Some lie in a row along one axis, some share a side, some aren't there.
        const Vec3 spread{number(0.0, 20.0), number(0.0, 20.0), number(0.0, 20.0)};
        std::vector<Bounds> boxes(count);
        for (Bounds& box : boxes) {
            if (random() % 8 == 0) continue;
            const Vec3 low{std::round(number(0, spread.x)), number(0, spread.y), number(0, spread.z)};
            box.low = low;
            box.high = low + Vec3{std::round(number(0, size)), number(0, size), number(0, size)};
        }
        pairs.find(boxes);
        for (std::size_t i = 0; i < count; ++i) {
            std::vector<std::uint32_t> wanted;
            for (std::size_t j = 0; j < count; ++j)
                if (j != i && boxes[i].low.x <= boxes[i].high.x && boxes[j].low.x <= boxes[j].high.x &&
                    overlap(boxes[i], boxes[j]))
                    wanted.push_back(static_cast<std::uint32_t>(j));
            const auto found = pairs.of(i);
            ASSERT_TRUE(std::equal(found.begin(), found.end(), wanted.begin(), wanted.end())) << round << " box " << i;
        }
    }
}

/// `count` balls that roll apart from each other, each on its own.
std::size_t compared(std::size_t count) {
    const Course course = test::course_of(test::flat_plan());
    std::vector<RigidObject> balls(count);
    for (std::size_t i = 0; i < count; ++i) {
        balls[i].kind.shape = {RigidShapeKind::ball, Vec3{0.2}, 0.2, 0.4};
        balls[i].body.place = {2.0 * static_cast<double>(i), 0.0, 0.5};
        balls[i].body.velocity = {0.0, 1.0, 0.0};
    }
    RigidScratch scratch;
    step_rigid_bodies(*course.solids, {}, balls, {}, 1.0 / 240.0, scratch);
    std::size_t out = 0;
    for (std::size_t i = 0; i < count; ++i) out += scratch.near.of(i).size();
    return out;
}

TEST(NearPairs, ThingsFarApartAreNotComparedInAStep) {
    EXPECT_EQ(compared(100), 0U);
}

TEST(NearPairs, ATallPileIsOneIslandAndRowsOfBallsAreNot) {
    const Course course = test::course_of(test::flat_plan());
    std::vector<RigidObject> crates(30);
    for (std::size_t i = 0; i < crates.size(); ++i) {
        crates[i].kind.shape.half = Vec3{0.2};
        // Ten piles of three; the lowest of each comes last in the list.
        crates[i].body.place = {3.0 * static_cast<double>(i % 10), 0.0, 0.2 + 0.4 * static_cast<double>(2 - i / 10)};
        crates[i].body.velocity = {0.0, 0.0, -0.1};
    }
    RigidScratch scratch;
    step_rigid_bodies(*course.solids, {}, crates, {}, 1.0 / 240.0, scratch);
    for (std::size_t i = 0; i < crates.size(); ++i)
        EXPECT_EQ(scratch.motions[i].island, static_cast<std::int32_t>(i % 10)) << i;
}

}  // namespace
}  // namespace leap::near_pairs_test
