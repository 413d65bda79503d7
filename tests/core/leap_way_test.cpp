// SPDX-License-Identifier: MIT
// The straight ways from the top of one piece to another's, by plain geometry.
#include "core/reach/leap_way.hpp"

#include <gtest/gtest.h>

#include "tests/core/support.hpp"

namespace leap::leap_way_test {
namespace {

constexpr double radius_m = 0.3;

ItemBox deck(const Vec3& center, const Vec3& size, double turn_deg = 0.0) {
    return {center, size * 0.5, turn_deg};
}

TEST(LeapWays, ThePlainOneGoesStraightOverTheMiddleOfTheGap) {
    const auto ways = leap_ways(deck({-4, 0, -1}, {8, 4, 2}), deck({6, 0, 0.5}, {6, 4, 2}), 5.0, radius_m);
    ASSERT_FALSE(ways.empty());
    const LeapWay& way = ways.front();
    EXPECT_NEAR(way.direction.x, 1.0, 1e-9);
    EXPECT_NEAR(way.gap(), 3.0, 1e-9);
    EXPECT_NEAR(way.rise(), 1.5, 1e-9);
    EXPECT_NEAR(way.edge.y, 0.0, 1e-9);
    EXPECT_NEAR(way.start.x, -5.0, radius_m + 1e-9) << "the longest run-up that was asked for";
    EXPECT_NEAR(way.beyond_lip({4.0, 1.0, 9.0}), 1.0, 1e-9);
    EXPECT_NEAR(way.beyond_lip({2.5, 0.0, 0.0}), -0.5, 1e-9) << "short of it";
}

TEST(LeapWays, TheRunUpEndsWhereThePieceBegins) {
    const auto ways = leap_ways(deck({-1, 0, -1}, {2, 4, 2}), deck({6, 0, -1}, {6, 4, 2}), 5.0, radius_m);
    ASSERT_FALSE(ways.empty());
    EXPECT_GE(ways.front().start.x, -2.0) << "the deck is two metres long";
    EXPECT_LT(ways.front().start.x, ways.front().edge.x);
}

TEST(LeapWays, OthersGoFurtherAsideAndAllLieOnBothTops) {
    const ItemBox from = deck({-4, 0, -1}, {8, 6, 2});
    const ItemBox to = deck({6, 1, -1}, {6, 6, 2});
    const auto ways = leap_ways(from, to, 5.0, radius_m);
    ASSERT_GT(ways.size(), 1U);
    double farthest = 0.0;
    for (const LeapWay& way : ways) {
        EXPECT_TRUE(is_inside(from, {way.start.x, way.start.y}));
        EXPECT_NEAR(glm::length(way.direction), 1.0, 1e-9);
        EXPECT_NEAR(way.direction.z, 0.0, 1e-12);
        EXPECT_NEAR(way.edge.z, from.top(), 1e-9);
        EXPECT_NEAR(way.lip.z, to.top(), 1e-9);
        const double aside = std::abs(way.edge.y - ways.front().edge.y);
        EXPECT_GE(aside, farthest - 1e-9) << "the middle first";
        farthest = std::max(farthest, aside);
    }
}

TEST(LeapWays, ATurnedPieceIsLeapedToAtItsNearestCorner) {
    const auto ways = leap_ways(deck({-4, 0, -1}, {8, 8, 2}), deck({6, 0, -1}, {4, 4, 2}, 45.0), 5.0, radius_m);
    ASSERT_FALSE(ways.empty());
    EXPECT_NEAR(ways.front().lip.x, 6.0 - std::sqrt(8.0), 0.01);
    EXPECT_NEAR(ways.front().lip.y, 0.0, 0.01);
}

TEST(LeapWays, ATurnOfTheWholePlaceTurnsTheWayWithIt) {
    const auto straight = leap_ways(deck({-4, 0, -1}, {8, 4, 2}), deck({6, 0, -1}, {6, 4, 2}), 5.0, radius_m);
    const double angle = 0.6;
    const auto turned_place = [&](const Vec3& place) {
        return Vec3{std::cos(angle) * place.x - std::sin(angle) * place.y,
                    std::sin(angle) * place.x + std::cos(angle) * place.y, place.z};
    };
    const double degrees = angle * 57.29577951308232;
    const auto turned = leap_ways(deck(turned_place({-4, 0, -1}), {8, 4, 2}, degrees),
                                  deck(turned_place({6, 0, -1}), {6, 4, 2}, degrees), 5.0, radius_m);
    ASSERT_FALSE(turned.empty());
    EXPECT_LT(glm::length(turned.front().edge - turned_place(straight.front().edge)), 1e-6);
    EXPECT_LT(glm::length(turned.front().direction - turned_place(straight.front().direction)), 1e-6);
    EXPECT_NEAR(turned.front().gap(), straight.front().gap(), 1e-6);
}

CoursePlan decks(const std::vector<double>& distances) {
    CoursePlan plan;
    plan.pieces.push_back(test::box({0, 0, -1}, {4, 4, 2}));
    for (const double x : distances) plan.pieces.push_back(test::box({x, 0, -1}, {4, 4, 2}));
    return plan;
}

TEST(LeapNeighbours, AreTheNearestFirstAndNoMoreThanAsked) {
    const CoursePlan plan = decks({9.0, 6.0, -7.0, 12.0});
    EXPECT_EQ(leap_neighbours(plan, 0, 9), (std::vector<std::size_t>{2, 3, 1, 4}));
    EXPECT_EQ(leap_neighbours(plan, 0, 2), (std::vector<std::size_t>{2, 3}));
    EXPECT_TRUE(leap_neighbours(plan, 0, 0).empty());
}

TEST(LeapNeighbours, WhatCanBeWalkedToOrIsOutOfReachIsNone) {
    EXPECT_TRUE(leap_neighbours(decks({4.1}), 0, 9).empty()) << "a gap that a step goes over";
    EXPECT_TRUE(leap_neighbours(decks({40.0}), 0, 9).empty()) << "far beyond any leap";
}

}  // namespace
}  // namespace leap::leap_way_test
