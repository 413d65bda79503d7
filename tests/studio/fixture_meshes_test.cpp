// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/fixture_meshes.hpp"

#include <gtest/gtest.h>

#include <set>

#include "studio/stage_desk/mesh_parts.hpp"

namespace leap::studio {
namespace {

TEST(FixtureMeshes, EveryLookFitsTheFixturesBoxAndFillsIt) {
    for (std::size_t i = 0; i < fixture_looks.size(); ++i) {
        const auto mesh = fixture_mesh(static_cast<FixtureLook>(i));
        ASSERT_FALSE(mesh.empty()) << fixture_looks[i];
        ASSERT_EQ(mesh.size() % 3, 0U) << fixture_looks[i];
        Bounds bounds;
        for (const MeshVertex& v : mesh) bounds.add({v.position[0], v.position[1], v.position[2]});
        for (int axis = 0; axis < 3; ++axis) {
            EXPECT_GE(bounds.low[axis], -0.521) << fixture_looks[i] << axis;
            EXPECT_LE(bounds.high[axis], 0.521) << fixture_looks[i] << axis;
        }
        EXPECT_NEAR(bounds.low.z, -0.5, 1e-6) << fixture_looks[i] << " stands on its ground";
        EXPECT_GT(bounds.high.z, 0.3) << fixture_looks[i];
    }
}

TEST(FixtureMeshes, NormalsAreOfUnitLengthSoThatLightFallsAlike) {
    for (std::size_t i = 0; i < fixture_looks.size(); ++i) {
        for (const MeshVertex& v : fixture_mesh(static_cast<FixtureLook>(i))) {
            const double length = glm::length(Vec3{v.normal[0], v.normal[1], v.normal[2]});
            ASSERT_TRUE(std::abs(length - 1.0) < 1e-5 || length < 1e-9) << fixture_looks[i] << length;
        }
    }
}

TEST(FixtureMeshes, NoTwoLooksAreTheSame) {
    std::set<std::vector<float>> seen;
    for (std::size_t i = 0; i < fixture_looks.size(); ++i) {
        std::vector<float> flat;
        for (const MeshVertex& v : fixture_mesh(static_cast<FixtureLook>(i)))
            flat.insert(flat.end(), {v.position[0], v.position[1], v.position[2], v.color[0]});
        EXPECT_TRUE(seen.insert(flat).second) << fixture_looks[i];
    }
}

TEST(FixtureMeshes, TheFlameOfALampBurnsInsideItsCage) {
    EXPECT_GT(flame_height - 0.5 * flame_length, 0.19 - 1e-9) << "above its plate";
    EXPECT_LT(flame_height + 0.5 * flame_length, 0.41) << "below its roof";
    EXPECT_LT(0.5 * flame_width, 0.18) << "between its rods";
}

TEST(FixtureMeshes, ABoxReachesFromCornerToCorner) {
    std::vector<MeshVertex> out;
    add_box(out, {1.0, 2.0, 3.0}, {2.0, 4.0, 6.0}, Qt::red);
    Bounds bounds;
    for (const MeshVertex& v : out) bounds.add({v.position[0], v.position[1], v.position[2]});
    EXPECT_EQ(bounds.low, Vec3(1.0, 2.0, 3.0));
    EXPECT_EQ(bounds.high, Vec3(2.0, 4.0, 6.0));
    EXPECT_EQ(out.size(), 36U);
}

}  // namespace
}  // namespace leap::studio
