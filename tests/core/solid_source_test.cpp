// SPDX-License-Identifier: MIT
#include "core/world/solid_source.hpp"

#include <gtest/gtest.h>

#include <limits>

#include "core/world/query.hpp"
#include "core/world/solid_tree.hpp"
#include "tests/core/plain_solids.hpp"
#include "tests/core/support.hpp"

namespace leap::solid_source_test {
namespace {

std::vector<Solid> all_solids(const CoursePlan& plan) {
    std::vector<Solid> out;
    for (std::size_t i = 0; i < plan.pieces.size(); ++i)
        if (plan.pieces[i].solid)
            for (Solid& solid : solids_of(plan.pieces[i], i)) out.push_back(std::move(solid));
    return out;
}

/// A world that writes down what it is asked for.
class Asked final : public SolidSource {
  public:
    explicit Asked(std::vector<Solid> solids) : solids_(std::move(solids)) {}
    void gather(const Bounds& bounds, SolidSink& sink) const override {
        asked.add(bounds);
        ++times;
        sink.meet(solids_);  // everything, and twice: more than asked for does no harm
        sink.meet(solids_);
    }
    mutable Bounds asked;
    mutable int times = 0;

  private:
    std::vector<Solid> solids_;
};

TEST(SolidSource, TheSameIsMetWhereverTheSolidsComeFrom) {
    std::mt19937 random(5);
    std::uniform_real_distribution<double> place(-19.0, 19.0);
    const Capsule capsule{0.3, 1.7};
    int met = 0;
    for (unsigned seed = 1; seed <= 8; ++seed) {
        const CoursePlan plan = test::random_course(seed);
        const SolidTree tree(all_solids(plan));
        const test::PlainSolids plain(all_solids(plan), std::vector<PieceTraits>(plan.pieces.size()));
        for (int i = 0; i < 400; ++i) {
            const Vec3 from{place(random), place(random), 20.0 + place(random)};
            const Vec3 way = glm::normalize(Vec3{place(random), place(random), place(random)});
            const auto ray = cast_ray(tree, from, way, 60.0);
            const auto same_ray = cast_ray(plain, from, way, 60.0);
            ASSERT_EQ(ray.has_value(), same_ray.has_value());
            if (ray) {
                ASSERT_EQ(ray->distance, same_ray->distance);
                ASSERT_EQ(ray->normal, same_ray->normal);
                ASSERT_EQ(ray->surface, same_ray->surface);
            }
            const auto swept = sweep(tree, capsule, from, way * 12.0, 0.001);
            const auto same_sweep = sweep(plain, capsule, from, way * 12.0, 0.001);
            ASSERT_EQ(swept.has_value(), same_sweep.has_value());
            if (swept) {
                ASSERT_EQ(swept->share, same_sweep->share);
                ASSERT_EQ(swept->face, same_sweep->face);
                ASSERT_EQ(swept->surface, same_sweep->surface);
            }
            const auto inside = deepest_overlap(tree, capsule, from, 0.2);
            const auto same_inside = deepest_overlap(plain, capsule, from, 0.2);
            ASSERT_EQ(inside.has_value(), same_inside.has_value());
            if (inside) {
                ASSERT_EQ(inside->depth, same_inside->depth);
                ASSERT_EQ(inside->surface, same_inside->surface);
            }
            met += ray.has_value() + swept.has_value() + inside.has_value();
        }
    }
    EXPECT_GT(met, 3000);
}

/// Two walls that stand in the same place: the first piece counts, whichever is found first.
TEST(SolidSource, OfTwoThatAreMetAlikeTheFirstOneCounts) {
    CoursePlan plan;
    plan.pieces = {test::box({5, 0, 1}, {2, 2, 2}), test::box({5, 0, 1}, {2, 2, 2})};
    std::vector<Solid> solids = all_solids(plan);
    const Asked forwards(solids);
    std::swap(solids[0], solids[1]);
    const Asked backwards(solids);
    for (const Asked* world : {&forwards, &backwards}) {
        EXPECT_EQ(cast_ray(*world, {0, 0, 1}, {1, 0, 0}, 20)->surface, piece_surface(0));
        EXPECT_EQ(sweep(*world, {0.3, 1.7}, {0, 0, 0}, {9, 0, 0}, 0.001)->surface, piece_surface(0));
        EXPECT_EQ(deepest_overlap(*world, {0.3, 1.7}, {5, 0, 0})->surface, piece_surface(0));
        std::vector<const Solid*> found;
        solids_in(*world, {Vec3{4.5, -0.5, 0.5}, Vec3{5.5, 0.5, 1.5}}, found);
        ASSERT_EQ(found.size(), 2U) << "each once";
        EXPECT_EQ(found.front()->surface, piece_surface(0));
    }
}

TEST(SolidSource, IsNotAskedForWhatLiesBeyondTheFirstHit) {
    CoursePlan plan;
    plan.pieces = {test::box({5, 0, 1}, {2, 2, 2})};
    const Asked world(all_solids(plan));
    ASSERT_TRUE(cast_ray(world, {0, 0, 1}, {1, 0, 0}, 500.0));
    EXPECT_LT(world.asked.high.x, 4.1);
    const Asked nothing({});
    EXPECT_FALSE(cast_ray(nothing, {0, 0, 1}, {1, 0, 0}, 500.0));
    EXPECT_GE(nothing.asked.high.x, 500.0) << "to the ray's end";
    EXPECT_LT(nothing.times, 20);
}

TEST(SolidSource, WaysWithoutAnEndAreAskedForAtOnce) {
    const Asked nothing({});
    const double endless = std::numeric_limits<double>::infinity();
    EXPECT_FALSE(sweep(nothing, {0.3, 1.7}, {0, 0, 0}, {endless, 0, 0}, 0.001));
    EXPECT_FALSE(sweep(nothing, {0.3, 1.7}, {0, 0, 0}, {1e200, 0, 0}, 0.001));
    EXPECT_FALSE(sweep(nothing, {0.3, 1.7}, {0, 0, 0}, {std::nan(""), 0, 0}, 0.001));
    EXPECT_FALSE(deepest_overlap(nothing, {0.3, 1.7}, {0, 0, 0}));
    EXPECT_LE(nothing.times, 4);
}

TEST(SolidSource, WhatOneSitsOnIsNotMet) {
    CoursePlan plan;
    plan.pieces = {test::box({5, 0, 1}, {2, 2, 2}), test::box({9, 0, 1}, {2, 2, 2})};
    const SolidTree tree(all_solids(plan));
    Surroundings around{tree};
    around.without = piece_surface(0);
    EXPECT_EQ(cast_ray(around, {0, 0, 1}, {1, 0, 0}, 20)->surface, piece_surface(1));
    EXPECT_EQ(sweep(around, {0.3, 1.7}, {0, 0, 0}, {9, 0, 0}, 0.001)->surface, piece_surface(1));
    EXPECT_FALSE(deepest_overlap(around, {0.3, 1.7}, {5, 0, 0}));
}

}  // namespace
}  // namespace leap::solid_source_test
