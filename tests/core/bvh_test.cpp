// SPDX-License-Identifier: MIT
#include "core/world/bvh.hpp"

#include <gtest/gtest.h>

#include <algorithm>
#include <random>

namespace leap::bvh_test {
namespace {

std::vector<Bounds> random_bounds(std::size_t count, unsigned seed) {
    std::mt19937 random(seed);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    std::vector<Bounds> out(count);
    for (Bounds& b : out) {
        const Vec3 at{between(-50, 50), between(-50, 50), between(-50, 50)};
        b.add(at);
        b.add(at + Vec3{between(0, 3), between(0, 3), between(0, 3)});
    }
    return out;
}

TEST(Bvh, EveryItemStandsInExactlyOneLeaf) {
    for (const std::size_t count : {1U, 2U, 3U, 17U, 1000U}) {
        const Bvh bvh = build_bvh(random_bounds(count, 3));
        std::vector<std::uint32_t> items = bvh.items;
        std::sort(items.begin(), items.end());
        for (std::size_t i = 0; i < count; ++i) EXPECT_EQ(items[i], i);
        std::size_t in_leaves = 0;
        for (const BvhNode& node : bvh.nodes)
            for (const std::uint32_t in_leaf : node.count) in_leaves += in_leaf;
        EXPECT_EQ(in_leaves, count);
    }
    EXPECT_TRUE(build_bvh({}).nodes.empty());
}

TEST(Bvh, ItemsInOnePlaceAreHalved) {
    const std::vector<Bounds> same(500, Bounds{Vec3{1.0}, Vec3{2.0}});
    EXPECT_GT(build_bvh(same).nodes.size(), 60U);
}

TEST(Bvh, WalkingFindsWhatTheBoxTestFinds) {
    const auto bounds = random_bounds(400, 9);
    const Bvh bvh = build_bvh(bounds);
    std::mt19937 random(5);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    for (int i = 0; i < 300; ++i) {
        const Vec3 from{between(-60, 60), between(-60, 60), between(-60, 60)};
        const Vec3 to{between(-60, 60), between(-60, 60), between(-60, 60)};
        std::vector<bool> seen(bounds.size(), false);
        walk_segment(bvh, from, to - from, Vec3{0.5}, Vec3{0.5}, 1.0,
                     [&](std::uint32_t first, std::uint32_t count, double farthest) {
                         for (std::uint32_t at = first; at < first + count; ++at) seen[bvh.items[at]] = true;
                         return farthest;
                     });
        for (std::size_t k = 0; k < bounds.size(); ++k) {
            double near = 0.0;
            double far = 1.0;
            for (int a = 0; a < 3; ++a) {
                const double d = to[a] - from[a];
                const double t0 = (bounds[k].low[a] - 0.5 - from[a]) / d;
                const double t1 = (bounds[k].high[a] + 0.5 - from[a]) / d;
                near = std::max(near, std::min(t0, t1));
                far = std::min(far, std::max(t0, t1));
            }
            if (near <= far) {
                EXPECT_TRUE(seen[k]) << i << " " << k;
            }
        }
    }
}

}  // namespace
}  // namespace leap::bvh_test
