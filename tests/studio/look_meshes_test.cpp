// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/look_meshes.hpp"

#include <gtest/gtest.h>

#include <set>

#include "core/project/project.hpp"
#include "studio/stage_desk/mesh_parts.hpp"

namespace leap::studio::look_meshes_test {
namespace {

Looks demo_looks() {
    return load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value().looks;
}

Bounds bounds_of(const std::vector<MeshVertex>& mesh) {
    Bounds out;
    for (const MeshVertex& v : mesh) out.add({v.position[0], v.position[1], v.position[2]});
    return out;
}

TEST(LookMeshes, EveryFixturesLookFitsItsBoxAndStandsOnItsGround) {
    for (const auto& [name, look] : demo_looks().objects) {
        const auto mesh = look_mesh(look.parts, 0);
        ASSERT_FALSE(mesh.empty()) << name;
        ASSERT_EQ(mesh.size() % 3, 0U) << name;
        const Bounds bounds = bounds_of(mesh);
        for (int axis = 0; axis < 3; ++axis) {
            EXPECT_GE(bounds.low[axis], -0.521) << name << axis;
            EXPECT_LE(bounds.high[axis], 0.521) << name << axis;
        }
        if (name == "moth") continue;  // it flies
        EXPECT_NEAR(bounds.low.z, -0.5, 1e-6) << name;
        EXPECT_GT(bounds.high.z, 0.3) << name;
    }
}

TEST(LookMeshes, NormalsAreOfUnitLengthSoThatLightFallsAlike) {
    const Looks looks = demo_looks();
    const auto check = [](const std::string& name, const std::vector<LookPart>& parts) {
        for (const MeshVertex& v : look_mesh(parts, 0)) {
            const double length = glm::length(Vec3{v.normal[0], v.normal[1], v.normal[2]});
            ASSERT_TRUE(std::abs(length - 1.0) < 1e-5 || length < 1e-9) << name << length;
        }
    };
    for (const auto& [name, look] : looks.objects) check(name, look.parts);
    for (const auto& [name, look] : looks.garments) check(name, look.parts);
}

TEST(LookMeshes, NoTwoLooksAreTheSame) {
    std::set<std::vector<float>> seen;
    for (const auto& [name, look] : demo_looks().objects) {
        std::vector<float> flat;
        for (const MeshVertex& v : look_mesh(look.parts, 0))
            flat.insert(flat.end(), {v.position[0], v.position[1], v.position[2], v.color[0]});
        EXPECT_TRUE(seen.insert(flat).second) << name;
    }
}

TEST(LookMeshes, TheFlameOfALampBurnsInsideItsCage) {
    const ObjectLook lamp = demo_looks().objects.at("lamp");
    ASSERT_TRUE(lamp.flame);
    EXPECT_GT(lamp.flame->height - 0.5 * lamp.flame->length, 0.19 - 1e-9) << "above its plate";
    EXPECT_LT(lamp.flame->height + 0.5 * lamp.flame->length, 0.41) << "below its roof";
    EXPECT_LT(0.5 * lamp.flame->width, 0.18) << "between its rods";
}

TEST(LookMeshes, ABoxReachesFromCornerToCorner) {
    const auto mesh = look_mesh(std::vector<LookPart>{{BoxPart{{1, 2, 3}, {2, 4, 6}}, 0xFF0000}}, 0);
    const Bounds bounds = bounds_of(mesh);
    EXPECT_EQ(bounds.low, Vec3(1.0, 2.0, 3.0));
    EXPECT_EQ(bounds.high, Vec3(2.0, 4.0, 6.0));
    EXPECT_EQ(mesh.size(), 36U);
}

TEST(LookMeshes, BoardsLieSideBySideInTwoColoursByTurns) {
    const std::vector<LookPart> floor{{BoardsPart{{0, 0, 0}, {1, 3, 0.1}, 1, 3, 0x00FF00}, 0xFF0000}};
    const auto mesh = look_mesh(floor, 0);
    ASSERT_EQ(mesh.size(), 3U * 36U);
    for (std::size_t i = 0; i < mesh.size(); ++i) {
        const auto board = i / 36;
        EXPECT_FLOAT_EQ(mesh[i].color[0], board == 1 ? 0.0F : 1.0F) << i;
        EXPECT_GE(mesh[i].position[1], static_cast<float>(board)) << i;
        EXPECT_LE(mesh[i].position[1], static_cast<float>(board + 1)) << i;
    }
}

TEST(LookMeshes, ASheetIsSeenFromBothSidesAndAPartWithoutColourHasThatOfTheWhole) {
    const std::vector<LookPart> sail{{SheetPart{{{0, 0, 0}, {1, 0, 0}, {1, 0, 1}, {0, 0, 1}}}, std::nullopt}};
    const auto mesh = look_mesh(sail, 0x0000FF);
    ASSERT_EQ(mesh.size(), 12U) << "two triangles, twice each";
    for (const MeshVertex& v : mesh) EXPECT_FLOAT_EQ(v.color[2], 1.0F);
    const auto turn = [&](std::size_t first) {
        const auto at = [&](std::size_t i) {
            return Vec3{mesh[i].position[0], mesh[i].position[1], mesh[i].position[2]};
        };
        return glm::cross(at(first + 1) - at(first), at(first + 2) - at(first)).y;
    };
    EXPECT_LT(turn(0) * turn(3), 0.0);
}

}  // namespace
}  // namespace leap::studio::look_meshes_test
