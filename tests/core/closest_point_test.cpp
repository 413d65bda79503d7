// SPDX-License-Identifier: MIT
#include "core/world/closest_point.hpp"

#include <gtest/gtest.h>

#include <random>

#include "tests/core/support.hpp"

namespace leap::closest_point_test {
namespace {

double share(std::mt19937& random) {
    return static_cast<double>(random()) / 4294967296.0;
}

Vec3 anywhere(std::mt19937& random, double reach) {
    return {reach * (2 * share(random) - 1), reach * (2 * share(random) - 1), reach * (2 * share(random) - 1)};
}

/// The same convex shape as a hull of corners and planes, stretched downward.
Solid stretched_hull(const Piece& piece, double drop) {
    Piece longer = piece;
    longer.size.z += drop;
    longer.center.z -= drop / 2;
    Solid out;
    out.kind = SolidKind::hull;
    for (const DrawnTriangle& triangle : drawn_triangles(longer)) {
        for (const Vec3& corner : triangle.corners) out.corners.push_back(corner);
        out.planes.push_back({triangle.normal, glm::dot(triangle.normal, triangle.corners[0])});
    }
    return out;
}

TEST(ClosestPoint, HullsAgreeWithBoxes) {
    std::mt19937 random(5);
    for (int i = 0; i < 3000; ++i) {
        Piece piece =
            test::box(anywhere(random, 2), {0.2 + 3 * share(random), 0.2 + 3 * share(random), 0.2 + 3 * share(random)});
        piece.turn_deg = 360 * share(random);
        const double drop = 1.5 * share(random);
        const Solid box = solids_of(piece, 0)[0];
        const Solid hull = stretched_hull(piece, drop);
        const Vec3 from = anywhere(random, 6);
        const Closest a = closest_point(box, drop, from);
        const Closest b = closest_point(hull, 0.0, from);
        EXPECT_NEAR(a.distance, b.distance, 1e-6) << i;
        if (a.distance > 1e-3) {
            EXPECT_LT(glm::length(a.point - b.point), 1e-4) << i;
            EXPECT_NEAR(glm::length(a.normal), 1.0, 1e-9);
        }
    }
}

TEST(ClosestPoint, TheDistanceToAConvexSetIsOneLipschitz) {
    std::mt19937 random(9);
    Piece ramp = test::ramp({0, 0, 0}, {3, 2, 1.5});
    ramp.turn_deg = 33;
    const Solid solid = solids_of(ramp, 0)[0];
    for (int i = 0; i < 5000; ++i) {
        const Vec3 a = anywhere(random, 5);
        const Vec3 b = a + anywhere(random, 0.3);
        const double da = closest_point(solid, 0.7, a).distance;
        const double db = closest_point(solid, 0.7, b).distance;
        if (da > 0.0 && db > 0.0) {
            EXPECT_LE(std::abs(da - db), glm::length(a - b) + 1e-7) << i;
        }
    }
}

TEST(ClosestPoint, InsideGivesTheDepthAndAWayOut) {
    Piece piece = test::box({0, 0, 0}, {2, 4, 6});
    const Solid box = solids_of(piece, 0)[0];
    const Closest inside = closest_point(box, 0.0, {0.7, 0.1, 0.2});
    EXPECT_NEAR(inside.distance, -0.3, 1e-12);
    EXPECT_EQ(inside.normal, Vec3(1, 0, 0));
    const Closest hull = closest_point(stretched_hull(piece, 0.0), 0.0, {0.7, 0.1, 0.2});
    EXPECT_NEAR(hull.distance, -0.3, 1e-9);
}

TEST(ClosestPoint, TrianglesHaveTwoSides) {
    Piece mesh;
    mesh.kind = PieceKind::mesh;
    mesh.vertices = {{0, 0, 0}, {2, 0, 0}, {0, 2, 0}};
    mesh.faces = {{0, 1, 2}};
    const Solid triangle = solids_of(mesh, 0).at(0);
    EXPECT_NEAR(closest_point(triangle, 0.0, {0.5, 0.5, 0.4}).distance, 0.4, 1e-9);
    EXPECT_NEAR(closest_point(triangle, 0.0, {0.5, 0.5, -0.4}).normal.z, -1.0, 1e-9);
    EXPECT_NEAR(closest_point(triangle, 0.0, {-3, 0, 4}).distance, 5.0, 1e-9);
    EXPECT_EQ(most_upright_face(triangle, {0.5, 0.5, 0}, {0, 0, -1}).z, -1.0);
}

TEST(SolidsOf, DegenerateTrianglesAreLeftOut) {
    Piece mesh;
    mesh.kind = PieceKind::mesh;
    mesh.vertices = {{0, 0, 0}, {1, 0, 0}, {2, 0, 0}, {0, 1, 0}};
    mesh.faces = {{0, 1, 2}, {0, 0, 1}, {0, 1, 3}};
    EXPECT_EQ(solids_of(mesh, 0).size(), 1U);
}

TEST(SolidsOf, QuarterTurnsStayFlush) {
    Piece piece = test::box({0, 0, 0}, {3, 1, 1});
    piece.turn_deg = 90;
    const Solid solid = solids_of(piece, 0)[0];
    EXPECT_EQ(solid.bounds.high.y, 1.5);
    EXPECT_EQ(solid.bounds.high.x, 0.5);
}

TEST(SolidsOf, StepsRiseEvenly) {
    Piece steps = test::box({0, 0, 1}, {4, 2, 2});
    steps.kind = PieceKind::steps;
    steps.count = 4;
    const auto solids = solids_of(steps, 3);
    ASSERT_EQ(solids.size(), 4U);
    for (std::size_t i = 0; i < 4; ++i) {
        EXPECT_NEAR(solids[i].bounds.high.z, 0.5 * static_cast<double>(i + 1), 1e-12);
        EXPECT_EQ(solids[i].surface, piece_surface(3));
    }
}

}  // namespace
}  // namespace leap::closest_point_test
