// SPDX-License-Identifier: GPL-3.0-or-later
// Dust, spray and sparks: where, when and how long.
#include "studio/stage_desk/stage_puffs.hpp"

#include <gtest/gtest.h>

#include <algorithm>

#include "core/project/project.hpp"
#include "core/tape/replay.hpp"

namespace leap::studio::stage_puffs_test {
namespace {

using Puff = StageRenderer::Frame::Puff;

struct Shown {
    explicit Shown(const std::string& name) : trace(replay(rehearsal(), project.find_tape(name)->tape).value()) {}
    SceneView rehearsal() const { return {program, tuning, course, 120}; }
    std::vector<Puff> at(double time) const { return puffs_at(trace, course, time); }
    double first(EventKind kind, double after = 0.0) const {
        for (const TraceEvent& event : trace.events)
            if (event.kind == kind && event.time >= after) return event.time;
        ADD_FAILURE() << "no such event";
        return 0.0;
    }

    Project project = load_project(LEAP_SOURCE_DIR "/examples/lantern-quay").value();
    Program program = project.compiled.program.value();
    Tuning tuning = written_tuning(program);
    Course course = build_course(project.course.value());
    Trace trace;
};

std::size_t count(const std::vector<Puff>& puffs, Puff::Of of) {
    return static_cast<std::size_t>(
        std::count_if(puffs.begin(), puffs.end(), [&](const Puff& puff) { return puff.of == of; }));
}

TEST(StagePuffs, AHardLandingRaisesDustRoundTheFeetForAWhile) {
    const Shown run("three hops");
    const double landed = run.first(EventKind::landed, 0.2);
    EXPECT_EQ(count(run.at(landed - 0.01), Puff::Of::dust), 0U);
    const Vec3 feet = position_at(run.trace.tracks[0], landed);
    const std::vector<Puff> soon = run.at(landed + 0.05);
    const std::vector<Puff> later = run.at(landed + 0.3);
    ASSERT_GE(count(soon, Puff::Of::dust), 8U);
    ASSERT_GE(later.size(), soon.size());
    for (const Puff& puff : soon) {
        EXPECT_LT(glm::distance(puff.place, feet), 1.5);
        EXPECT_GT(puff.place.z, feet.z);
    }
    EXPECT_GT(soon[0].alpha, later[0].alpha) << "it fades";
    EXPECT_GT(glm::distance(later[0].place, feet), glm::distance(soon[0].place, feet)) << "and spreads";
    const std::vector<Puff> again = run.at(landed + 0.05);
    for (std::size_t i = 0; i < soon.size(); ++i)
        EXPECT_EQ(soon[i].place, again[i].place) << "going back shows the same";
}

TEST(StagePuffs, AFallIntoThePoolThrowsSprayUpFromItsSurface) {
    const Shown run("slip round");
    const double entered = run.first(EventKind::entered);
    const std::vector<Puff> spray = run.at(entered + 0.25);
    ASSERT_GE(count(spray, Puff::Of::spray), 6U);
    for (const Puff& puff : spray) {
        if (puff.of != Puff::Of::spray) continue;
        EXPECT_GE(puff.place.z, 3.7 - 1e-6) << "not under the surface";
    }
    EXPECT_EQ(count(run.at(entered + 2.0), Puff::Of::spray), 0U);
}

TEST(StagePuffs, ABlowThatMeetsGivesSparksBetweenTheTwo) {
    const Shown run("straw and crate");
    const double hit = run.first(EventKind::hit_fixture);
    const std::vector<Puff> sparks = run.at(hit + 0.05);
    ASSERT_GE(count(sparks, Puff::Of::spark), 5U);
    EXPECT_EQ(count(run.at(hit - 0.01), Puff::Of::spark), 0U);
}

TEST(StagePuffs, ARunWithoutRowsHasNone) {
    Shown run("three hops");
    run.trace.tracks[0].rows.clear();
    EXPECT_TRUE(run.at(0.5).empty());
}

}  // namespace
}  // namespace leap::studio::stage_puffs_test
