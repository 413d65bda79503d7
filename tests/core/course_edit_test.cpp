// SPDX-License-Identifier: MIT
#include "core/world/course_edit.hpp"

#include <gtest/gtest.h>

#include <algorithm>

#include "tests/core/support.hpp"

namespace leap::course_edit_test {
namespace {

CoursePlan yard() {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(test::box({10, 0, 0.5}, {2, 1, 1}));
    plan.pieces.back().name = "crate";
    plan.fixtures = {{"arm", "lever", {3, 0, 0}, 0, "gate"}, {"gate", "door", {5, 0, 0}, 90, ""}};
    plan.targets = {{"moth", "moth", {1, 2, 3}, 0.25, -1.0}};
    return plan;
}
constexpr CourseItem crate{ItemKind::piece, 1};
constexpr CourseItem arm{ItemKind::fixture, 0};
constexpr CourseItem gate{ItemKind::fixture, 1};

TEST(CourseEdit, MovesEveryKindOfItemByTheSame) {
    CoursePlan plan = yard();
    move_items(plan, all_items(plan), {0.25, -1, 0.5});
    EXPECT_EQ(plan.pieces[1].center, Vec3(10.25, -1, 1.0));
    EXPECT_EQ(plan.fixtures[0].position, Vec3(3.25, -1, 0.5));
    EXPECT_EQ(plan.targets[0].position, Vec3(1.25, 1, 3.5));
    EXPECT_EQ(plan.places[0].position, Vec3(0.25, -1, 0.5));
}

TEST(CourseEdit, ManySmallMovesLeaveRoundNumbers) {
    CoursePlan plan = yard();
    for (int i = 0; i < 30; ++i) move_items(plan, {crate}, {0.1, 0, 0});
    EXPECT_EQ(plan.pieces[1].center.x, 13.0);
}

TEST(CourseEdit, FourQuarterTurnsBringEverythingBack) {
    const CoursePlan before = yard();
    CoursePlan plan = before;
    turn_items(plan, {crate, gate}, 90, {7, 3, 0});
    EXPECT_EQ(plan.pieces[1].turn_deg, 90);
    EXPECT_EQ(plan.fixtures[1].turn_deg, 180);
    EXPECT_EQ(plan.pieces[1].center, Vec3(10, 6, 0.5));
    for (int i = 0; i < 3; ++i) turn_items(plan, {crate, gate}, 90, {7, 3, 0});
    EXPECT_EQ(plan, before);
}

TEST(CourseEdit, ASideGoesAndTheOtherStays) {
    CoursePlan plan = yard();
    drag_side(plan, crate, 0, 1, 0.5);
    EXPECT_EQ(plan.pieces[1].size, Vec3(2.5, 1, 1));
    EXPECT_EQ(plan.pieces[1].center.x - 1.25, 9.0) << "its near side";
    drag_side(plan, crate, 2, -1, 0.25);
    EXPECT_EQ(plan.pieces[1].center.z + 0.5 * plan.pieces[1].size.z, 1.0) << "its top";
    drag_side(plan, crate, 1, 1, -9.0);
    EXPECT_GT(plan.pieces[1].size.y, 0.0) << "no side turns inside out";
}

TEST(CourseEdit, ASideOfATurnedPieceGoesAlongItsOwnAxis) {
    CoursePlan plan = yard();
    turn_items(plan, {crate}, 30, plan.pieces[1].center);
    const auto before = corners_of(item_box(plan, crate, {}));
    drag_side(plan, crate, 0, 1, 1.0);
    const auto after = corners_of(item_box(plan, crate, {}));
    for (const std::size_t kept : {0, 3}) EXPECT_LT(glm::length(after[kept] - before[kept]), 2e-4) << kept;
    EXPECT_NEAR(glm::length(after[1] - before[1]), 1.0, 2e-4);
}

TEST(CourseEdit, ACylinderStaysRound) {
    CoursePlan plan = yard();
    plan.pieces[1].kind = PieceKind::cylinder;
    plan.pieces[1].size = {1, 1, 2};
    drag_side(plan, crate, 1, 1, 0.5);
    EXPECT_EQ(plan.pieces[1].size, Vec3(1.5, 1.5, 2));
}

TEST(CourseEdit, CopiesHaveNamesAndLinksOfTheirOwn) {
    CoursePlan plan = yard();
    const CourseItems copies = copy_items(plan, {crate, arm, gate}, {0, 5, 0});
    ASSERT_EQ(copies.size(), 3U);
    EXPECT_EQ(item_name(plan, copies[0]), "crate 2");
    EXPECT_EQ(plan.fixtures[2].link, "gate 2") << "the copied lever opens the copied gate";
    EXPECT_EQ(plan.fixtures[0].link, "gate");
    EXPECT_EQ(plan.fixtures[3].position, Vec3(5, 5, 0));
    copy_items(plan, {copies[0]}, {0, 1, 0});
    EXPECT_EQ(plan.pieces.back().name, "crate 3") << "not crate 2 2";
    const CourseItems alone = copy_items(plan, {arm}, {0, 9, 0});
    EXPECT_EQ(plan.fixtures[alone[0].index].link, "gate") << "what isn't copied stays linked";
}

TEST(CourseEdit, WhatGoesIsUnlinkedAndTheLastPlaceStays) {
    CoursePlan plan = yard();
    ASSERT_TRUE(remove_items(plan, {gate, crate, gate}));
    EXPECT_EQ(plan.fixtures.size(), 1U);
    EXPECT_EQ(plan.fixtures[0].link, "");
    EXPECT_EQ(plan.pieces.size(), 1U);
    const CoursePlan before = plan;
    const auto refused = remove_items(plan, {{ItemKind::place, 0}, arm});
    ASSERT_FALSE(refused);
    EXPECT_NE(refused.error().find("start place"), std::string::npos);
    EXPECT_EQ(plan, before);
}

TEST(CourseEdit, LinksFollowANameAndANameIsGivenOnce) {
    CoursePlan plan = yard();
    ASSERT_TRUE(rename_item(plan, gate, "sluice"));
    EXPECT_EQ(plan.fixtures[0].link, "sluice");
    EXPECT_FALSE(rename_item(plan, gate, "arm"));
    EXPECT_FALSE(rename_item(plan, gate, ""));
    EXPECT_TRUE(rename_item(plan, crate, "")) << "pieces may go without";
}

TEST(CourseEdit, AGroupIsTakenWholeAndCopiedAsAGroupOfItsOwn) {
    CoursePlan plan = yard();
    group_items(plan, {crate, arm});
    EXPECT_EQ(with_group(plan, arm), (CourseItems{crate, arm}));
    const CourseItems copies = copy_items(plan, {crate, arm}, {0, 3, 0});
    EXPECT_EQ(with_group(plan, copies[0]), copies);
    EXPECT_EQ(with_group(plan, arm), (CourseItems{crate, arm}));
    ungroup_items(plan, {crate, arm});
    EXPECT_EQ(with_group(plan, arm), (CourseItems{arm}));
}

TEST(CourseEdit, GapsAreMeasuredToWhatStandsOpposite) {
    CoursePlan plan;
    plan.pieces = {test::box({0, 0, -1}, {4, 4, 2}), test::box({6, 1, -1}, {4, 4, 2}), test::box({0, 7, -1}, {4, 4, 2}),
                   test::box({9, 9, -1}, {2, 2, 2}), test::box({6, 0, 5}, {4, 4, 2})};
    const auto gaps = gaps_of(plan, {ItemKind::piece, 0}, 10);
    ASSERT_EQ(gaps.size(), 2U) << "neither what stands askew nor what hangs above";
    EXPECT_DOUBLE_EQ(gaps[0].length(), 2.0);
    EXPECT_DOUBLE_EQ(gaps[0].from.x, 2.0);
    EXPECT_GT(gaps[0].from.y, -1.0) << "where they stand opposite each other";
    EXPECT_LT(gaps[0].from.y, 2.0);
    EXPECT_DOUBLE_EQ(gaps[1].length(), 3.0);
    EXPECT_EQ(gaps[1].neighbour.index, 2U);
}

TEST(CourseEdit, SnapsToTheNearestMultiple) {
    EXPECT_EQ(snapped(1.13, 0.25), 1.25);
    EXPECT_EQ(snapped(-1.13, 0.25), -1.25);
    EXPECT_EQ(snapped(0.3, 0.1), 0.3);
    EXPECT_EQ(snapped(1.13, 0.0), 1.13);
}

}  // namespace
}  // namespace leap::course_edit_test
