// SPDX-License-Identifier: MIT
#include "core/world/nearby_solids.hpp"

#include <gtest/gtest.h>

#include <random>

#include "core/world/query.hpp"
#include "core/world/solid_tree.hpp"
#include "tests/core/support.hpp"

namespace leap::nearby_solids_test {
namespace {

constexpr double margin_m = 2.0;

std::vector<Solid> solids_of_course(unsigned seed) {
    const CoursePlan plan = test::random_course(seed);
    std::vector<Solid> out;
    for (std::size_t i = 0; i < plan.pieces.size(); ++i)
        if (plan.pieces[i].solid)
            for (Solid& solid : solids_of(plan.pieces[i], i)) out.push_back(std::move(solid));
    return out;
}

Bounds round_feet(const Vec3& feet) {
    return {feet - Vec3{0.3, 0.3, 0.0}, feet + Vec3{0.3, 0.3, 1.7}};
}

/// Counts what it is asked.
class Counted final : public SolidSource {
  public:
    explicit Counted(const SolidSource& world) : world_(world) {}
    void gather(const Bounds& bounds, SolidSink& sink) const override {
        ++times;
        world_.gather(bounds, sink);
    }
    void gather_along(const SweptBox& way, SolidSink& sink) const override {
        ++times;
        world_.gather_along(way, sink);
    }
    mutable int times = 0;

  private:
    const SolidSource& world_;
};

TEST(NearbySolids, AnswerAsTheWorldDoesNearAndFar) {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> place(-19.0, 19.0);
    std::uniform_real_distribution<double> offset(-1.0, 1.0);
    const Capsule capsule{0.3, 1.7};
    int met = 0;
    for (unsigned seed = 1; seed <= 8; ++seed) {
        const auto world = std::make_shared<SolidTree>(solids_of_course(seed));
        const SolidTree& tree = *world;
        NearbySolids nearby;
        for (int i = 0; i < 300; ++i) {
            const Vec3 feet{place(random), place(random), 20.0 + place(random)};
            nearby.come_to(world, round_feet(feet), margin_m);
            const Vec3 from = feet + Vec3{offset(random), offset(random), offset(random)};
            const Vec3 direction = glm::normalize(Vec3{offset(random), offset(random), offset(random)});
            for (const double length : {0.4, 1.5, 30.0}) {
                const auto ray = cast_ray(tree, from, direction, length);
                const auto same_ray = cast_ray(nearby, from, direction, length);
                ASSERT_EQ(ray.has_value(), same_ray.has_value());
                if (ray) {
                    ASSERT_EQ(ray->distance, same_ray->distance);
                    ASSERT_EQ(ray->normal, same_ray->normal);
                    ASSERT_EQ(ray->surface, same_ray->surface);
                }
                const auto swept = sweep(tree, capsule, from, direction * length, 0.001);
                const auto same_sweep = sweep(nearby, capsule, from, direction * length, 0.001);
                ASSERT_EQ(swept.has_value(), same_sweep.has_value());
                if (!swept) continue;
                ++met;
                ASSERT_EQ(swept->share, same_sweep->share);
                ASSERT_EQ(swept->normal, same_sweep->normal);
                ASSERT_EQ(swept->surface, same_sweep->surface);
            }
            const auto inside = deepest_overlap(tree, capsule, from, 0.2);
            const auto same_inside = deepest_overlap(nearby, capsule, from, 0.2);
            ASSERT_EQ(inside.has_value(), same_inside.has_value());
            if (inside) {
                ASSERT_EQ(inside->depth, same_inside->depth);
                ASSERT_EQ(inside->surface, same_inside->surface);
            }
        }
    }
    EXPECT_GT(met, 500);
}

TEST(NearbySolids, AskTheWorldAgainOnlyWhereItIsNotKept) {
    const SolidTree tree(solids_of_course(3));
    const auto counted = std::make_shared<Counted>(tree);
    const Counted& world = *counted;
    NearbySolids nearby;
    nearby.come_to(counted, round_feet(Vec3{0.0}), margin_m);
    EXPECT_EQ(world.times, 1);
    nearby.come_to(counted, round_feet(Vec3{0.9 * margin_m, 0.0, 0.0}), margin_m);
    cast_ray(nearby, Vec3{0.0, 0.0, 1.0}, Vec3{1.0, 0.0, 0.0}, 2.0);
    deepest_overlap(nearby, {0.3, 1.7}, Vec3{0.0});
    EXPECT_EQ(world.times, 1);
    cast_ray(nearby, Vec3{0.0, 0.0, 1.0}, Vec3{1.0, 0.0, 0.0}, 3.0);  // it ends outside
    EXPECT_EQ(world.times, 2);
    nearby.come_to(counted, round_feet(Vec3{1.1 * margin_m, 0.0, 0.0}), margin_m);
    EXPECT_EQ(world.times, 3);
}

TEST(NearbySolids, AnotherWorldIsLookedAtAnew) {
    Solid box;
    box.center = Vec3{1.0, 0.0, 0.5};
    box.half = Vec3{0.5};
    box.bounds = {box.center - box.half, box.center + box.half};
    box.surface = piece_surface(0);
    const auto empty = std::make_shared<SolidTree>(std::vector<Solid>{});
    const auto one = std::make_shared<SolidTree>(std::vector{box});
    NearbySolids nearby;
    nearby.come_to(empty, round_feet(Vec3{0.0}), margin_m);
    EXPECT_FALSE(cast_ray(nearby, Vec3{0.0, 0.0, 0.5}, Vec3{1.0, 0.0, 0.0}, 1.0));
    nearby.come_to(one, round_feet(Vec3{0.0}), margin_m);
    EXPECT_TRUE(cast_ray(nearby, Vec3{0.0, 0.0, 0.5}, Vec3{1.0, 0.0, 0.0}, 1.0));
}

TEST(NearbySolids, WhereTooManyStandTheWorldIsAsked) {
    std::vector<Solid> many(NearbySolids::most + 1);
    for (std::size_t i = 0; i < many.size(); ++i) {
        many[i].center = Vec3{0.5 + 0.01 * static_cast<double>(i), 0.0, 0.5};
        many[i].half = Vec3{0.004, 0.5, 0.5};
        many[i].bounds = {many[i].center - many[i].half, many[i].center + many[i].half};
        many[i].surface = piece_surface(i);
    }
    const SolidTree tree(many);
    const auto counted = std::make_shared<Counted>(tree);
    const Counted& world = *counted;
    NearbySolids nearby;
    nearby.come_to(counted, round_feet(Vec3{0.0}), margin_m);
    const int before = world.times;
    const auto hit = cast_ray(nearby, Vec3{0.0, 0.0, 0.5}, Vec3{1.0, 0.0, 0.0}, 1.0);
    ASSERT_TRUE(hit);
    EXPECT_EQ(hit->surface, piece_surface(0));
    EXPECT_EQ(world.times, before + 1);
}

}  // namespace
}  // namespace leap::nearby_solids_test
