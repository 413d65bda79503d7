// SPDX-License-Identifier: MIT
#include "link/taken_course.hpp"

#include <gtest/gtest.h>

namespace leap::link {
namespace {

Record run_at(std::vector<Vec3> places) {
    Record out;
    out.tracks.emplace_back();
    for (const Vec3& place : places) {
        TraceRow row;
        row.position = place;
        out.tracks[0].rows.push_back(row);
    }
    return out;
}

Piece piece(PieceKind kind, const Vec3& center, const Vec3& size, double turn_deg = 0.0) {
    Piece out;
    out.name = std::string(piece_word(kind));
    out.kind = kind;
    out.center = center;
    out.size = size;
    out.turn_deg = turn_deg;
    return out;
}

Course course_of(std::vector<Piece> pieces) {
    CoursePlan plan;
    plan.pieces = std::move(pieces);
    return build_course(std::move(plan));
}

/// The corners of what is solid, as one box.
Bounds bounds_of(const std::vector<Solid>& solids) {
    Bounds out;
    for (const Solid& solid : solids) out.add(solid.bounds);
    return out;
}

TEST(TakenCourses, WhatIsNearThePathComesAlongOnce) {
    const Course course = course_of(
        {piece(PieceKind::box, {0, 0, -0.5}, {10, 10, 1}, 30.0), piece(PieceKind::box, {100, 0, 0}, {1, 1, 1})});
    const TakenCourse taken = solids_round(run_at({{0, 0, 0}, {2, 0, 0}, {3, 1, 0}}), *course.solids, "level");
    ASSERT_EQ(taken.pieces.size(), 1);
    EXPECT_EQ(taken.pieces[0].name, "level 1");
    EXPECT_EQ(taken.pieces[0].group, "level");
    EXPECT_EQ(taken.pieces[0].kind, PieceKind::box);
    EXPECT_EQ(taken.pieces[0].size, (Vec3{10, 10, 1}));
    EXPECT_NEAR(taken.pieces[0].turn_deg, 30.0, 1e-9);
}

TEST(TakenCourses, RoundThingsStayRound) {
    const Course course = course_of(
        {piece(PieceKind::sphere, {0, 0, 1}, Vec3{2.0}), piece(PieceKind::capsule, {3, 0, 1}, {0.5, 0.5, 2.0})});
    const TakenCourse taken = solids_round(run_at({{0, 0, 0}}), *course.solids, "level");
    ASSERT_EQ(taken.pieces.size(), 2);
    EXPECT_EQ(taken.pieces[0].kind, PieceKind::sphere);
    EXPECT_EQ(taken.pieces[0].size, Vec3{2.0});
    EXPECT_EQ(taken.pieces[1].kind, PieceKind::capsule);
    EXPECT_NEAR(taken.pieces[1].size.z, 2.0, 1e-12);
    EXPECT_EQ(taken.left_out, 0);
}

TEST(TakenCourses, ARampComesAsAMeshOfItsFaces) {
    const Piece ramp = piece(PieceKind::ramp, {0, 0, 1}, {4, 2, 2}, 45.0);
    const TakenCourse taken = solids_round(run_at({{0, 0, 0}}), *course_of({ramp}).solids, "level");
    ASSERT_EQ(taken.pieces.size(), 1);
    EXPECT_EQ(taken.pieces[0].kind, PieceKind::mesh);
    const Bounds wanted = bounds_of(solids_of(ramp, 0));
    const Bounds got = bounds_of(solids_of(taken.pieces[0], 0));
    EXPECT_NEAR(glm::length(wanted.low - got.low), 0.0, 1e-9);
    EXPECT_NEAR(glm::length(wanted.high - got.high), 0.0, 1e-9);
    // Standing on its slope: half way up it is half as high.
    double area = 0.0;
    for (const DrawnTriangle& t : drawn_triangles(taken.pieces[0]))
        area += 0.5 * glm::length(glm::cross(t.corners[1] - t.corners[0], t.corners[2] - t.corners[0]));
    EXPECT_NEAR(area, 4 * 2 + 2 * 2 + 4 * 2 + 2 * std::sqrt(20.0), 1e-6) << "floor, back, two sides, slope";
}

TEST(TakenCourses, AMeshStaysOnePieceWithItsTriangles) {
    Piece mesh = piece(PieceKind::mesh, {0, 0, 0}, {2, 2, 1});
    mesh.vertices = {{-1, -1, -0.5}, {1, -1, -0.5}, {1, 1, 0.5}, {-1, 1, 0.5}};
    mesh.faces = {{0, 1, 2}, {0, 2, 3}};
    const TakenCourse taken = solids_round(run_at({{0, 0, 0}}), *course_of({mesh}).solids, "level");
    ASSERT_EQ(taken.pieces.size(), 1);
    EXPECT_EQ(taken.pieces[0].faces.size(), 2);
    EXPECT_EQ(taken.pieces[0].center, (Vec3{0, 0, 0}));
}

}  // namespace
}  // namespace leap::link
