// SPDX-License-Identifier: MIT
// Places that one can be in: how much of a body is in them, and when it comes and goes.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/project/course_file.hpp"
#include "core/world/volume.hpp"
#include "tests/core/support.hpp"

namespace leap::volumes_test {
namespace {

using test::Scene;
using test::TapeMaker;

Piece volume(PieceKind shape, Vec3 center, Vec3 size, const std::string& kind = "water") {
    Piece out;
    out.name = kind;
    out.kind = shape;
    out.center = center;
    out.size = size;
    out.solid = false;
    out.kinds = {kind};
    return out;
}

InVolume ask(const Volumes& volumes, const Vec3& feet, double height) {
    const auto water = volumes.find("water");
    EXPECT_TRUE(water);
    return water ? volumes.ask(*water, feet, height) : InVolume{};
}

InVolume ask(const Piece& piece, const Vec3& feet, double height) {
    return ask(Volumes({piece}), feet, height);
}

TEST(Volumes, ABoxIsInAsFarAsItReaches) {
    Piece box = volume(PieceKind::box, {0, 0, 1}, {4, 2, 2});
    EXPECT_DOUBLE_EQ(ask(box, {0, 0, 0.5}, 2.0).share, 0.75);
    EXPECT_DOUBLE_EQ(ask(box, {0, 0, 0.5}, 2.0).depth_m, 1.5);
    EXPECT_FALSE(ask(box, {0, 1.01, 0.5}, 2.0).inside());
    EXPECT_FALSE(ask(box, {0, 0, 2.0}, 2.0).inside()) << "its feet are at the surface";
    box.turn_deg = 90.0;
    EXPECT_TRUE(ask(box, {0, 1.9, 0.5}, 2.0).inside());
    EXPECT_FALSE(ask(box, {1.1, 0, 0.5}, 2.0).inside());
    EXPECT_FALSE(Volumes({box}).find("wind"));
}

TEST(Volumes, RoundAndSlantedOnesHaveTheirOwnSurface) {
    const Piece sphere = volume(PieceKind::sphere, {0, 0, 0}, {4, 4, 4});
    EXPECT_NEAR(ask(sphere, {1, 0, -1}, 9).depth_m, 1.0 + std::sqrt(3.0), 1e-12);
    EXPECT_FALSE(ask(sphere, {1.5, 1.5, -1}, 9).inside());
    const Piece capsule = volume(PieceKind::capsule, {0, 0, 0}, {2, 2, 6});
    EXPECT_NEAR(ask(capsule, {0.6, 0, 0}, 9).depth_m, 2.0 + 0.8, 1e-12);
    const Piece slope = volume(PieceKind::ramp, {0, 0, 1}, {4, 2, 2});
    EXPECT_NEAR(ask(slope, {1, 0, 0}, 9).depth_m, 1.5, 1e-12) << "three quarters of the way up";
    const Piece round = volume(PieceKind::cylinder, {0, 0, 1}, {4, 4, 2});
    EXPECT_NEAR(ask(round, {1.9, 0, 0}, 9).depth_m, 2.0, 1e-12);
    EXPECT_FALSE(ask(round, {1.9, 1, 0}, 9).inside());
}

TEST(Volumes, AClosedMeshIsAsTheBoxItIs) {
    const Piece box = volume(PieceKind::box, {0.3, -0.2, 1}, {4, 2, 2});
    Piece mesh = box;
    mesh.kind = PieceKind::mesh;
    for (int i = 0; i < 8; ++i)
        mesh.vertices.push_back({(i & 1) != 0 ? 2.0 : -2.0, (i & 2) != 0 ? 1.0 : -1.0, (i & 4) != 0 ? 1.0 : -1.0});
    for (const auto& quad : std::vector<std::array<std::uint32_t, 4>>{
             {0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}}) {
        mesh.faces.push_back({quad[0], quad[1], quad[2]});
        mesh.faces.push_back({quad[0], quad[2], quad[3]});
    }
    std::mt19937 random(11);
    std::uniform_real_distribution<double> at(-3.0, 3.0);
    for (int i = 0; i < 2000; ++i) {
        const Vec3 feet{at(random), at(random), at(random)};
        EXPECT_NEAR(ask(mesh, feet, 1.7).share, ask(box, feet, 1.7).share, 1e-12);
    }
}

TEST(Volumes, ThoseThatOverlapCountOnce) {
    const Volumes two({volume(PieceKind::box, {0, 0, 1}, {4, 4, 2}), volume(PieceKind::box, {0, 0, 2}, {4, 4, 3})});
    EXPECT_DOUBLE_EQ(ask(two, {0, 0, 0}, 4.0).share, 3.5 / 4.0);
    EXPECT_DOUBLE_EQ(ask(two, {0, 0, 0}, 4.0).depth_m, 3.5);
    const Volumes apart({volume(PieceKind::box, {0, 0, 0.5}, {4, 4, 1}), volume(PieceKind::box, {0, 0, 3}, {4, 4, 1})});
    EXPECT_DOUBLE_EQ(ask(apart, {0, 0, 0}, 4.0).share, 2.0 / 4.0);
}

TEST(Volumes, TheCourseFileKeepsThem) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(volume(PieceKind::sphere, {0, 0, 0}, {4, 4, 4}));
    plan.pieces.push_back(volume(PieceKind::capsule, {0, 0, 0}, {2, 2, 6}, "wind"));
    const auto again = read_course(write_course(plan), "course.json");
    ASSERT_TRUE(again) << again.error();
    EXPECT_EQ(again->pieces, plan.pieces);
    plan.pieces.back().size.z = 1.0;
    const auto flat = read_course(write_course(plan), "course.json");
    ASSERT_FALSE(flat);
    EXPECT_NE(flat.error().find("a capsule is as long as it is wide, and at least as high"), std::string::npos)
        << flat.error();
}

class VolumeRuns : public testing::TestWithParam<int> {};
INSTANTIATE_TEST_SUITE_P(Rates, VolumeRuns, testing::Values(30, 60, 120, 240, 480));

/// A body that falls from 20 m without steering, at 10 m/s².
CoursePlan pit() {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {0, 0, 20};
    return plan;
}
const std::string faller = R"(
button jump key "Space"
body tester {
  capsule radius 0.3 m height 1.7 m
  gravity 10 m/s^2
}
)";

TEST_P(VolumeRuns, ComingAndGoingIsHeardAtItsInstant) {
    CoursePlan plan = pit();
    plan.pieces.push_back(volume(PieceKind::box, {0, 0, 10}, {4, 4, 4}));
    const Scene scene(faller + R"(
stance walk { steer to 0 m/s }
move soaked on entered(water) { phase a { end when left(water) } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(2), GetParam());
    const auto wet = test::spans_of(scene, trace, "soaked.a");
    ASSERT_EQ(wet.size(), 1U);
    EXPECT_NEAR(wet[0].from, std::sqrt(2.0 * 8.0 / 10.0), 4e-6) << "feet from 20 m to the surface at 12 m";
    EXPECT_NEAR(wet[0].to, std::sqrt(2.0 * (12.0 + 1.7) / 10.0), 4e-6) << "the crown from 21.7 m to the floor at 8 m";
    EXPECT_EQ(test::words_of(scene, trace, {EventKind::entered, EventKind::left_volume}),
              (std::vector<std::string>{"entered water", "left water"}));
}

TEST_P(VolumeRuns, AThinOneThatIsCrossedFastIsNotMissed) {
    CoursePlan plan = test::flat_plan();
    plan.pieces[0].size = {400, 400, 1};
    for (int i = 0; i < 8; ++i)
        plan.pieces.push_back(volume(PieceKind::box, {4.0 + 2.37 * i, 0, 1.5}, {0.02, 3, 3}, "curtain"));
    const Scene scene(std::string(test::plain_body) + R"(
counter passed in 0..99
move throw on jump { phase a for 0.6 s { drive forward at 55 m/s  gravity 0 m/s^2  on entered(curtain): passed + 1 } }
)",
                      plan);
    const test::Played played = test::play(scene, TapeMaker(2).hold("jump", 0.513, 0.1), GetParam());
    EXPECT_EQ(played.state.actors[0].counters[0].value, 8.0);
    const double start = test::spans_of(scene, played.trace, "throw.a").at(0).from;
    const double x = position_at(played.trace.tracks[0], start).x;
    const auto entered = test::times_of(played.trace, EventKind::entered);
    ASSERT_EQ(entered.size(), 8U);
    for (std::size_t i = 0; i < 8; ++i)
        EXPECT_NEAR(entered[i] - start, (4.0 + 2.37 * static_cast<double>(i) - x - 0.01) / 55.0, 2e-5) << i;
}

TEST_P(VolumeRuns, WhatFloatsComesToRestWhereItsLiftIsItsWeight) {
    CoursePlan plan = pit();
    plan.places[0].position = {0, 0, 7};
    plan.pieces.push_back(volume(PieceKind::box, {0, 0, 5}, {4, 4, 10}));
    const Scene scene(faller + R"(
stance walk { steer to 0 m/s  gravity 10 m/s^2 * (1 - 1.25 * share_in(water)) + 6 /s * rising * share_in(water) }
)",
                      plan);
    const test::Played played = test::play(scene, TapeMaker(12), GetParam());
    // Four fifths of it are under: its feet stand 1.36 m below the surface at 10 m.
    EXPECT_NEAR(played.state.actors[0].body.position.z, 10.0 - 0.8 * 1.7, 1e-3);
    EXPECT_NEAR(played.state.actors[0].body.velocity.z, 0.0, 1e-3);
}

TEST_P(VolumeRuns, GravityThatPointsUpLiftsWhatStands) {
    CoursePlan plan = test::flat_plan();
    plan.pieces.push_back(volume(PieceKind::cylinder, {0, 0, 10}, {4, 4, 20}, "wind"));
    const Scene scene(std::string(test::plain_body) + R"(
move lifted on jump { phase up for 1 s { gravity -8 m/s^2  fail when not inside(wind) } }
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(3).hold("jump", 0.5, 0.1), GetParam());
    const auto up = test::spans_of(scene, trace, "lifted.up");
    ASSERT_EQ(up.size(), 1U);
    EXPECT_NEAR(up[0].to - up[0].from, 1.0, 1e-9);
    const double before = position_at(trace.tracks[0], up[0].from).z;
    EXPECT_NEAR(position_at(trace.tracks[0], up[0].to).z - before, 0.5 * 8.0, 1e-6);
    EXPECT_EQ(test::times_of(trace, EventKind::left_ground).size(), 1U);
}

TEST_P(VolumeRuns, ABallFallsThroughItAndSaysWhenItIsIn) {
    CoursePlan plan = test::flat_plan();
    plan.places[0].position = {20, 0, 0};
    plan.pieces.push_back(volume(PieceKind::box, {0, 0, 2}, {4, 4, 2}));
    plan.fixtures.push_back({"float", "ball", {0, 0, 8}, 0.0, ""});
    const Scene scene(std::string(test::plain_body) + R"(
fixture ball {
  sphere radius 0.25 m
  mass 2 kg
  phase dry { loose  go wet when inside(water) }
  phase wet { loose  go dry when not inside(water) }
}
)",
                      plan);
    const Trace trace = scene.run(TapeMaker(3), GetParam());
    const auto wet = test::spans_of(scene, trace, "ball.wet");
    ASSERT_GE(wet.size(), 1U);
    const double fall = wet[0].from;
    EXPECT_NEAR(0.5 * 28.0 * fall * fall, 8.0 - 3.0, 0.12) << "loose things go on in steps of 1/240 s";
}

TEST(VolumeMessages, SayWhatIsWanted) {
    const auto with = [](const std::string& line) { return test::messages_of(test::plain_body + line); };
    EXPECT_NE(with("move dive on jump { gate inside() \"no\"  phase a for 1 s {} }\n")
                  .find("inside: expected a kind of volume"),
              std::string::npos);
    EXPECT_NE(with("fixture raft { box 1 m, 1 m, 1 m  phase a { go b when entered(water) } phase b {} }\n")
                  .find("entered(water) is only allowed in moves and stances"),
              std::string::npos);
    EXPECT_NE(with("move dive on jump { gate depth > 1 m \"no\"  phase a for 1 s {} }\n")
                  .find("it takes a kind of volume: depth(water)"),
              std::string::npos);
}

}  // namespace
}  // namespace leap::volumes_test
