// SPDX-License-Identifier: MIT
#include "core/world/query.hpp"

#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/world/closest_point.hpp"
#include "tests/core/support.hpp"

namespace leap::query_test {
namespace {

Course course_of(std::vector<Piece> pieces) {
    CoursePlan plan;
    plan.places.push_back({"start", Vec3{0.0}, 0.0});
    plan.pieces = std::move(pieces);
    return test::course_of(std::move(plan));
}

const Capsule capsule{0.3, 1.7};

TEST(Ray, MeetsTheNearestFaceOfEveryKindOfPiece) {
    for (const PieceKind kind : {PieceKind::box, PieceKind::ramp, PieceKind::cylinder, PieceKind::steps}) {
        Piece piece = test::box({5, 0, 1}, {2, 2, 2});
        piece.kind = kind;
        const Course course = course_of({piece});
        const auto down = cast_ray(course, {5.9, 0, 10}, {0, 0, -1}, 20);
        ASSERT_TRUE(down) << static_cast<int>(kind);
        EXPECT_NEAR(down->point.z, kind == PieceKind::ramp ? 1.9 : 2.0, 1e-9);
        EXPECT_FALSE(cast_ray(course, {5.9, 0, 10}, {0, 0, -1}, 7.0));
        EXPECT_FALSE(cast_ray(course, {0, 3, 1}, {1, 0, 0}, 20));
    }
    const auto side = cast_ray(course_of({test::box({5, 0, 1}, {2, 2, 2})}), {0, 0, 1}, {1, 0, 0}, 20);
    ASSERT_TRUE(side);
    EXPECT_NEAR(side->distance, 4.0, 1e-12);
    EXPECT_EQ(side->normal, Vec3(-1, 0, 0));
}

TEST(Ray, TurnedPiecesAreTurned) {
    Piece piece = test::box({0, 0, 0}, {4, 1, 1});
    piece.turn_deg = 90;
    const auto hit = cast_ray(course_of({piece}), {0, -10, 0}, {0, 1, 0}, 20);
    ASSERT_TRUE(hit);
    EXPECT_NEAR(hit->distance, 8.0, 1e-9);
}

TEST(Sweep, MeetsFlatFacesExactly) {
    const Course course = course_of({test::box({5, 0, 1}, {2, 2, 2})});
    const auto hit = sweep(course, capsule, {0, 0, 0.2}, {10, 0, 0}, 0.0);
    ASSERT_TRUE(hit);
    EXPECT_NEAR(hit->share * 10, 4.0 - 0.3, 1e-6);
    EXPECT_NEAR(hit->normal.x, -1.0, 1e-9);
}

TEST(Sweep, MeetsEdgesAtTheRoundedDistance) {
    // Passing over a box so low that the ball's underside meets its edge.
    const Course course = course_of({test::box({5, 0, 0}, {2, 2, 2})});
    const double below = 0.1;  // feet this far under the top
    const auto hit = sweep(course, capsule, {0, 0, 1 - below}, {10, 0, 0}, 0.0);
    ASSERT_TRUE(hit);
    const double reach = std::sqrt(0.3 * 0.3 - 0.2 * 0.2);
    EXPECT_NEAR(hit->share * 10, 4.0 - reach, 1e-5);
    EXPECT_NEAR(hit->face.z, 1.0, 1e-9);  // the top is the most upright face at that edge
    EXPECT_LT(hit->normal.z, 0.9);
}

TEST(Sweep, FacesOfHullsAndTrianglesAgreeWithBoxes) {
    std::mt19937 random(7);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    // A box as a mesh of twelve triangles must stop the capsule where the box does.
    Piece mesh = test::box({0, 0, 0}, {2, 3, 1.5});
    const Course as_box = course_of({mesh});
    const auto drawn = drawn_triangles(mesh);
    mesh.kind = PieceKind::mesh;
    for (const DrawnTriangle& triangle : drawn) {
        const auto first = static_cast<std::uint32_t>(mesh.vertices.size());
        for (const Vec3& corner : triangle.corners) mesh.vertices.push_back(corner);
        mesh.faces.push_back({first, first + 1, first + 2});
    }
    const Course as_mesh = course_of({mesh});
    int met = 0;
    for (int i = 0; i < 2000; ++i) {
        const double angle = between(0, 6.28);
        const Vec3 from{5 * std::cos(angle), 5 * std::sin(angle), between(-4, 3)};
        const Vec3 motion = Vec3{between(-1, 1), between(-1, 1), between(-2, 1)} * 1.0 - from * 1.4;
        const auto a = sweep(as_box, capsule, from, motion, 0.001);
        const auto b = sweep(as_mesh, capsule, from, motion, 0.001);
        ASSERT_EQ(a.has_value(), b.has_value()) << i;
        if (!a) continue;
        ++met;
        EXPECT_NEAR(a->share, b->share, 2e-5) << i;
    }
    EXPECT_GT(met, 500);
}

TEST(Sweep, AtTheReportedShareTheGapIsThere) {
    std::mt19937 random(11);
    const auto between = [&](double low, double high) {
        return low + (high - low) * static_cast<double>(random()) / 4294967296.0;
    };
    std::vector<Piece> pieces;
    for (int i = 0; i < 40; ++i) {
        Piece piece = test::box({between(-8, 8), between(-8, 8), between(-8, 8)},
                                {between(0.3, 3), between(0.3, 3), between(0.3, 3)});
        piece.kind = static_cast<PieceKind>(i % 4);
        piece.turn_deg = between(0, 360);
        pieces.push_back(piece);
    }
    const Course course = course_of(pieces);
    constexpr double gap = 0.001;
    for (int i = 0; i < 5000; ++i) {
        const Vec3 from{between(-12, 12), between(-12, 12), between(-12, 12)};
        if (deepest_overlap(course, capsule, from, gap)) continue;
        const Vec3 motion{between(-20, 20), between(-20, 20), between(-20, 20)};
        const auto hit = sweep(course, capsule, from, motion, gap);
        const double share = hit ? hit->share : 1.0;
        const auto inside = deepest_overlap(course, capsule, from + motion * share, 0.0);
        EXPECT_FALSE(inside) << i << " by " << (inside ? inside->depth : 0.0);
        // Nothing is met on the way either.
        for (double t = 0.1; t < 1.0; t += 0.2)
            EXPECT_FALSE(deepest_overlap(course, capsule, from + motion * share * t)) << i;
    }
}

TEST(Sweep, TouchingSurfacesStopOnlyWhatMovesIntoThem) {
    const Course course = course_of({test::box({0, 0, -0.5}, {10, 10, 1})});
    const Vec3 feet{0, 0, 0.001};
    EXPECT_FALSE(sweep(course, capsule, feet, {3, 0, 0}, 0.001));
    EXPECT_FALSE(sweep(course, capsule, feet, {0, 0, 3}, 0.001));
    const auto down = sweep(course, capsule, feet, {0, 0, -3}, 0.001);
    ASSERT_TRUE(down);
    EXPECT_NEAR(down->share, 0.0, 1e-6);
}

TEST(Overlap, TellsTheShortestWayOut) {
    const Course course = course_of({test::box({0, 0, 0}, {4, 4, 4})});
    const auto inside = deepest_overlap(course, capsule, {2.2, 0, -1});
    ASSERT_TRUE(inside);
    EXPECT_NEAR(inside->depth, 0.1, 1e-9);
    EXPECT_NEAR(inside->normal.x, 1.0, 1e-9);
    const auto deep = deepest_overlap(course, capsule, {1.5, 0, -1});
    ASSERT_TRUE(deep);
    EXPECT_NEAR(deep->depth, 0.8, 1e-9);
}

/// Capsules that go on by themselves are met where they are by then, near their begin and far from it, soon and late.
TEST(DriftingCapsules, AreMetWhereTheyHaveComeTo) {
    std::mt19937 random(9);
    std::uniform_real_distribution<double> place(-8.0, 8.0);
    std::uniform_real_distribution<double> seconds(0.0, 3.0);
    const Course empty = course_of({test::box({0, 0, -90}, {1, 1, 1})});
    int met = 0;
    for (int round = 0; round < 400; ++round) {
        MovingSolids moving;
        moving.drifting.begin({place(random), place(random), 0.0});
        std::vector<DriftingCapsule> all;
        for (std::uint32_t i = 0; i < 7; ++i) {
            const Vec3 drift{0.3 * place(random), 0.3 * place(random), 0.1 * place(random)};
            all.push_back({actor_surface(i), {place(random), place(random), 0.0}, 1.0, drift, drift, 0.4, 1.8});
            moving.drifting.add(all.back());
        }
        const double time = 1.0 + seconds(random);
        moving.drifting.end();
        moving.drifting.set_time(time);
        const Vec3 from{place(random), place(random), 0.9};
        const Vec3 way = direction_or_zero(Vec3{place(random), place(random), 0.0});
        const auto ray = cast_ray({empty, moving}, from, way, 20.0);
        std::optional<RayHit> wanted;
        for (const DriftingCapsule& one : all) {
            Piece piece = test::box(one.feet + one.drift * (time - 1.0) + Vec3{0, 0, 0.9}, {0.8, 0.8, 1.8});
            piece.kind = PieceKind::capsule;
            const auto hit = cast_ray_at(solids_of(piece, 0).front(), from, way, 20.0);
            if (hit && (!wanted || hit->distance < wanted->distance)) wanted = hit;
        }
        ASSERT_EQ(ray.has_value(), wanted.has_value()) << round;
        if (!ray) continue;
        ++met;
        EXPECT_NEAR(ray->distance, wanted->distance, 1e-9);
        EXPECT_EQ(velocity_of({empty, moving}, ray->surface), all.at(ray->surface.index).velocity);
    }
    EXPECT_GT(met, 30);
}

/// Whatever moves is met as if it stood in the course, also after some of it has been placed elsewhere.
TEST(MovingSolids, AreMetLikePiecesOfTheCourse) {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> place(-12.0, 12.0);
    std::uniform_real_distribution<double> size(0.3, 2.0);
    const Course empty = course_of({test::box({0, 0, -90}, {1, 1, 1})});
    const auto any_box = [&] {
        return test::box({place(random), place(random), 0.3 * place(random)}, {size(random), size(random), 2.0});
    };
    std::vector<Piece> pieces(37);
    MovingSolids moving;
    for (Piece& piece : pieces) {
        piece = any_box();
        moving.solids.push_back(solids_of(piece, 0).front());
    }
    moving.note_all_moved();
    int met = 0;
    for (int round = 0; round < 60; ++round) {
        const std::size_t moved = random() % pieces.size();
        pieces[moved] = any_box();
        moving.solids[moved] = solids_of(pieces[moved], 0).front();
        moving.note_moved(moved);
        const Course fixed = course_of(pieces);
        const Vec3 from{place(random), place(random), 0.3 * place(random)};
        const Vec3 way = glm::normalize(Vec3{place(random), place(random), 0.2 * place(random)});
        const auto ray = cast_ray({empty, moving}, from, way, 25.0);
        const auto same_ray = cast_ray(fixed, from, way, 25.0);
        ASSERT_EQ(ray.has_value(), same_ray.has_value());
        if (ray) {
            EXPECT_NEAR(ray->distance, same_ray->distance, 1e-9);
        }
        const auto swept = sweep({empty, moving}, capsule, from, way * 10.0, 0.001);
        const auto same_sweep = sweep(fixed, capsule, from, way * 10.0, 0.001);
        ASSERT_EQ(swept.has_value(), same_sweep.has_value());
        if (swept) {
            EXPECT_NEAR(swept->share, same_sweep->share, 1e-9);
        }
        const auto inside = deepest_overlap({empty, moving}, capsule, from, 0.3);
        ASSERT_EQ(inside.has_value(), deepest_overlap(fixed, capsule, from, 0.3).has_value());
        met += ray.has_value() + swept.has_value() + inside.has_value();
    }
    EXPECT_GT(met, 40);
}

}  // namespace
}  // namespace leap::query_test
