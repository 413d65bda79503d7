// SPDX-License-Identifier: MIT
#include "core/tape/shared_beginning.hpp"

#include <gtest/gtest.h>

#include "core/tape/replay.hpp"
#include "tests/core/experiment_scene.hpp"

namespace leap::shared_beginning_test {
namespace {

std::uint64_t hash_of(const SharedBeginning& beginning, const SceneView& scene, const Tape& tape) {
    Trace room;
    EXPECT_TRUE(beginning.replay(scene, tape, room).value());
    return trace_hash(room);
}

TEST(SharedBeginning, RunsThatGoOnFromItAreThoseOfTheWholeTape) {
    const test::HopScene scene("", test::gap_plan());
    const SceneView view(scene.program, scene.tuning, scene.course, 120);
    const Tape tape = test::gap_tape();
    std::vector<double> times;
    for (double time = 0.0; time < 2.5; time += 0.1) times.push_back(time);
    SharedBeginning beginning;
    ASSERT_TRUE(beginning.run(view, tape, times).value());
    EXPECT_GT(beginning.states(), 10U);
    for (int k = -30; k <= 30; ++k) {
        Tape moved = tape;
        moved.tracks[0].events[1].time_s += k / 97.0;
        EXPECT_EQ(hash_of(beginning, view, moved), trace_hash(replay(view, moved).value())) << k;
    }
    EXPECT_EQ(hash_of(beginning, view, tape), trace_hash(replay(view, tape).value()));
}

TEST(SharedBeginning, TapesThatBeginElsewhereOrAreShorterAreRunAsTheyAre) {
    const test::HopScene scene("", test::gap_plan());
    const SceneView view(scene.program, scene.tuning, scene.course, 120);
    const Tape tape = test::gap_tape();
    const std::vector<double> times{0.0, 1.0, 2.0};
    SharedBeginning beginning;
    ASSERT_TRUE(beginning.run(view, tape, times).value());
    Tape shorter = tape;
    shorter.length_s = 0.5;
    EXPECT_EQ(hash_of(beginning, view, shorter), trace_hash(replay(view, shorter).value()));
    Tape two = test::together({{"", "start", tape, "one"}, {"", "start", tape, "two"}});
    EXPECT_EQ(hash_of(beginning, view, two), trace_hash(replay(view, two).value()));
    Tape lost = tape;
    lost.tracks[0].start_place = "nowhere";
    Trace room;
    EXPECT_NE(beginning.replay(view, lost, room).error().find("nowhere"), std::string::npos);
}

TEST(SharedBeginning, StopsBetweenTicks) {
    const test::HopScene scene("", test::gap_plan());
    const SceneView view(scene.program, scene.tuning, scene.course, 120);
    const std::vector<double> times{0.0, 1.0, 2.0};
    SharedBeginning beginning;
    EXPECT_FALSE(beginning.run(view, test::gap_tape(), times, [] { return true; }).value());
}

}  // namespace
}  // namespace leap::shared_beginning_test
