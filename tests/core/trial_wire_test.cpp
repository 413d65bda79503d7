// SPDX-License-Identifier: MIT
// Trials that rehearse shared play over a range of values.
#include <gtest/gtest.h>

#include "core/project/project.hpp"
#include "core/project/trial_kinds.hpp"
#include "core/project/trial_run.hpp"

namespace leap::trial_wire_test {
namespace {

struct WireTrial {
    Project project = *load_project(std::filesystem::path(LEAP_SOURCE_DIR) / "examples/lantern-quay");
    TrialScene scene;
    Trial trial;
    WireTrial() {
        scene.program = std::make_shared<const Program>(*project.compiled.program);
        scene.course = std::make_shared<const Course>(build_course(*project.course));
        scene.tuning = written_tuning(*scene.program);
        for (const TapeEntry& entry : project.tapes) scene.tapes.push_back(entry.tape);
        for (const WireEntry& entry : project.wires) scene.rehearsals.push_back(entry.plan);
        trial.name = "t";
        trial.kind = TrialKind::wire;
        trial.rehearsal = "two at the buoy";
        trial.free = {{"Peer 1.delay", "20 ms", "0.2", 4}};
    }
    std::shared_ptr<const TrialOutcome> run() const { return run_trial(trial, scene); }
    std::string problem() const { return run()->problem; }
};

TEST(TrialWire, VariesAConnectionAndSaysWhereItsWishesHold) {
    WireTrial made;
    made.trial.wishes = {"longest_difference <= 250 ms"};
    const auto outcome = made.run();
    ASSERT_EQ(outcome->problem, "");
    const auto& wire = std::get<WireOutcome>(outcome->what);
    ASSERT_EQ(wire.sweep.cells.size(), 4U);
    EXPECT_EQ(wire.sweep.axes[0].texts.front(), "0.02") << "a unit may be said";
    ASSERT_TRUE(wire.fine[0]);
    EXPECT_EQ(wire.fine[0]->first, 0U);
    EXPECT_LT(wire.fine[0]->last, 3U) << "with the longest delay they differ for longer";
    EXPECT_NE(outcome->line.find("Peer 1.delay from 0.02 to "), std::string::npos) << outcome->line;
    EXPECT_TRUE(outcome->is_good);
    made.trial.wishes = {"longest_difference <= 0"};
    EXPECT_FALSE(made.run()->is_good);
}

TEST(TrialWire, DelayAgainstInputDelayIsAMapOfBoth) {
    WireTrial made;
    made.trial.free = {{"Peer 1.delay", "0", "0.1", 2}, {"input_delay", "0 ms", "100 ms", 3}};
    const auto outcome = made.run();
    ASSERT_EQ(outcome->problem, "");
    EXPECT_EQ(std::get<WireOutcome>(outcome->what).sweep.cells.size(), 6U);
}

TEST(TrialWire, DialsGoOverTheirOwnRange) {
    WireTrial made;
    made.trial.free = {{"hop.rise", "", "", 2}};
    EXPECT_EQ(made.problem(), "");
}

TEST(TrialWire, WhatIsLackingIsSaid) {
    WireTrial made;
    made.trial.rehearsal = "gone";
    EXPECT_NE(made.problem().find("unknown rehearsal \"gone\""), std::string::npos);
    made = {};
    made.trial.free.clear();
    EXPECT_NE(made.problem().find("nothing is varied"), std::string::npos);
    made = {};
    made.trial.free.front().low.clear();
    EXPECT_NE(made.problem().find("lowest and its highest"), std::string::npos);
    made = {};
    made.trial.free.front().value = "Peer 9.delay";
    EXPECT_NE(made.problem().find("no peer"), std::string::npos) << made.problem();
    made = {};
    made.trial.free.front().high = "3 apples";
    EXPECT_NE(made.problem(), "");
    made = {};
    made.trial.wishes = {"longest_diference <= 1 s"};
    EXPECT_NE(made.problem().find("did you mean 'longest_difference"), std::string::npos);
}

TEST(TrialWire, WishesAreReadWithUnits) {
    const auto most = read_wire_wish("largest_correction <= 5 cm");
    ASSERT_TRUE(most);
    EXPECT_DOUBLE_EQ(most->high, 0.05);
    const auto within = read_wire_wish("press_to_seen in 0 ms..0.2 s");
    ASSERT_TRUE(within);
    EXPECT_DOUBLE_EQ(within->low, 0.0);
    EXPECT_DOUBLE_EQ(within->high, 0.2);
    for (const char* text : {"", "largest_correction", "largest_correction = 1", "largest_correction in 2..1",
                             "largest_correction <= 2 s", "largest_correction in 1"})
        EXPECT_FALSE(read_wire_wish(text)) << text;
}

TEST(TrialWire, IsStaleOnceItsRehearsalIsAnother) {
    WireTrial made;
    const std::string before = trial_hash(made.trial, made.project.compiled.files, made.scene);
    for (WirePlan& plan : made.scene.rehearsals)
        if (plan.name != made.trial.rehearsal) plan.seed += 1;
    EXPECT_EQ(trial_hash(made.trial, made.project.compiled.files, made.scene), before);
    for (WirePlan& plan : made.scene.rehearsals)
        if (plan.name == made.trial.rehearsal) plan.seed += 1;
    EXPECT_NE(trial_hash(made.trial, made.project.compiled.files, made.scene), before);
}

TEST(TrialWire, IsReadBackAsItWasWritten) {
    const WireTrial made;
    const auto back = read_trial(write_trial(made.trial), "t.trial.json");
    ASSERT_TRUE(back);
    EXPECT_EQ(*back, made.trial);
}

}  // namespace
}  // namespace leap::trial_wire_test
