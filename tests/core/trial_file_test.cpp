// SPDX-License-Identifier: MIT
#include "core/project/trial_file.hpp"

#include <gtest/gtest.h>

#include "core/project/trial_run.hpp"
#include "tests/core/experiment_scene.hpp"

namespace leap::trial_file_test {
namespace {

Trial full_trial() {
    Trial out;
    out.name = "all";
    out.kind = TrialKind::solve;
    out.note = "a note";
    out.tapes = {"one", "two"};
    out.free = {{"hop.rise", "1 m", "3 m", 0}, {"curve surge point 2", {}, {}, 5}};
    out.reading = "hop_height";
    out.wishes = {"hop_height = 2.4 m"};
    out.stay_near = 0.5;
    out.seed = 7;
    out.tries = 99;
    out.spread_ms = 20;
    out.measured = "m.csv";
    out.units = {"ms", "cm", "km/h"};
    out.later_s = -0.25;
    out.stretch = 1.5;
    out.character = "pip";
    out.one = "a";
    out.other = "b";
    out.rounds = {{true, PairSaid::one}, {false, PairSaid::none}};
    out.from = "start";
    out.to = "quay";
    out.without = {"dash"};
    out.against = "HEAD~2";
    out.result = TrialResult{"2 of 2", "0123", {{"hop.rise", "2.4 m"}}};
    return out;
}

TEST(TrialFile, WhatIsWrittenIsReadTheSame) {
    for (std::size_t kind = 0; kind < trial_kind_count; ++kind) {
        Trial trial = full_trial();
        trial.kind = static_cast<TrialKind>(kind);
        EXPECT_EQ(read_trial(write_trial(trial), "t").value(), trial);
    }
    EXPECT_EQ(write_trial(read_trial(write_trial(full_trial()), "t").value()), write_trial(full_trial()));
}

TEST(TrialFile, DamagedFilesAreRefusedInWords) {
    for (const char* text :
         {"", "{", "[]", "{}", R"({"format":1,"kind":"sweep"})", R"({"format":1,"name":"a","kind":"swep"})",
          R"({"format":9,"name":"a","kind":"sweep"})", R"({"format":1,"name":"a","kind":"sweep","tapes":"x"})",
          R"({"format":1,"name":"a","kind":"sweep","free":[{}]})",
          R"({"format":1,"name":"a","kind":"sweep","free":[{"value":"x","points":-3}]})",
          R"({"format":1,"name":"a","kind":"solve","wishes":[3]})",
          R"({"format":1,"name":"a","kind":"blind pair","rounds":[{"said":"both"}]})",
          R"({"format":1,"name":"a","kind":"fit","length_unit":"s"})",
          R"({"format":1,"name":"a","kind":"fit","stretch":0})",
          R"({"format":1,"name":"a","kind":"fit","later_s":"soon"})",
          R"({"format":1,"name":"a","kind":"sweep","result":{"line":3}})"}) {
        const auto read = read_trial(text, "t.trial.json");
        ASSERT_FALSE(read) << text;
        EXPECT_NE(read.error().find("t.trial.json"), std::string::npos) << read.error();
    }
}

struct TrialScenes : test::HopScene {
    TrialScene scene;
    TrialScenes() {
        scene.program = std::make_shared<const Program>(program);
        scene.course = std::make_shared<const Course>(course);
        scene.tuning = tuning;
        scene.tapes = {test::TapeMaker(2).hold("jump", 0.2, 0.1)};
        scene.tapes[0].name = "one";
        scene.read_file = [](const std::string& path) -> tl::expected<std::string, std::string> {
            if (path == "m.csv") return std::string("time,height\n0,0\n0.1,0.5\n0.2,1\n0.4,1.9\n");
            return tl::make_unexpected(path + " can't be read");
        };
    }
};

TEST(TrialRun, EveryKindThatTheProgramCanRunAloneRuns) {
    TrialScenes scene;
    Trial trial;
    trial.name = "t";
    trial.free = {{"hop.rise", "1 m", "3 m", 5}};
    trial.wishes = {"hop_height = 2.4 m"};
    trial.measured = "m.csv";
    trial.tries = 60;
    for (const TrialKind kind :
         {TrialKind::sweep, TrialKind::sensitivity, TrialKind::solve, TrialKind::fit, TrialKind::leeway}) {
        trial.kind = kind;
        const auto outcome = run_trial(trial, scene.scene);
        EXPECT_TRUE(outcome->problem.empty()) << trial_kind_word(kind) << ": " << outcome->problem;
        EXPECT_FALSE(outcome->line.empty());
        EXPECT_FALSE(outcome->stopped);
        EXPECT_FALSE(std::holds_alternative<std::monostate>(outcome->what));
    }
}

TEST(TrialRun, OfABlindPairWhatWasSaidIsCounted) {
    TrialScenes scene;
    scene.scene.tunings = {{"floaty", {}, {{"hop.time_to_top", "0.6 s"}}}, {"snappy", {}, {}}};
    Trial trial;
    trial.name = "t";
    trial.kind = TrialKind::pair;
    const auto problem = [&] { return run_trial(trial, scene.scene)->problem; };
    EXPECT_NE(problem().find("needs two tunings"), std::string::npos);
    trial.one = trial.other = "floaty";
    EXPECT_NE(problem().find("are the same"), std::string::npos);
    trial.other = "snapy";
    EXPECT_NE(problem().find("did you mean 'snappy'?"), std::string::npos) << problem();
    trial.other = "snappy";
    trial.from = "nowhere";
    EXPECT_NE(problem().find("unknown start place \"nowhere\""), std::string::npos);
    trial.from = "start";
    EXPECT_NE(problem().find("played by hand"), std::string::npos);
    trial.rounds.assign(5, {true, PairSaid::other});
    const auto outcome = run_trial(trial, scene.scene);
    ASSERT_TRUE(outcome->problem.empty()) << outcome->problem;
    EXPECT_EQ(outcome->line, "snappy felt better in 5 rounds, floaty in 0; by chance in 6 of 100 cases");
}

TEST(TrialRun, AWayIsFoundWithItsMargins) {
    TrialScenes scene;
    CoursePlan plan = test::gap_plan();
    plan.pieces[1].center.x -= 1.0;  // the gap is 3 m
    scene.scene.course = std::make_shared<const Course>(build_course(plan));
    scene.scene.tapes.clear();
    Trial trial;
    trial.name = "t";
    trial.kind = TrialKind::way;
    trial.from = "start";
    trial.to = "far quay";
    trial.free = {{"hop.rise", {}, {}, 0}};
    double share = 0.0;
    TrialOptions options;
    options.progress = [&](std::size_t done, std::size_t all) {
        const double now = static_cast<double>(done) / static_cast<double>(all);
        EXPECT_GE(now, share) << "it never goes back";
        share = now;
    };
    const auto outcome = run_trial(trial, scene.scene, options);
    ASSERT_TRUE(outcome->problem.empty()) << outcome->problem;
    EXPECT_TRUE(outcome->is_good);
    EXPECT_EQ(outcome->line.substr(0, 6), "found:");
    const auto& found = std::get<WayOutcome>(outcome->what);
    ASSERT_EQ(found.margins.margins.size(), 1U);
    EXPECT_EQ(found.margins.margins[0].value.path, "hop.rise");
    EXPECT_EQ(share, 1.0) << "it ends at the whole";
    trial.without = {"hop"};
    trial.tries = 2000;
    const auto none = run_trial(trial, scene.scene);
    EXPECT_FALSE(none->is_good);
    EXPECT_EQ(none->line.substr(0, 12), "no route fou");
    trial.without = {"hpo"};
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("did you mean 'hop'?"), std::string::npos);
}

TEST(TrialRun, WhatIsGoneSinceItWasMadeIsTold) {
    TrialScenes scene;
    Trial trial;
    trial.name = "t";
    trial.kind = TrialKind::solve;
    trial.wishes = {"hop_height = 2.4 m"};
    trial.free = {{"hop.rsie", {}, {}, 0}};
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("did you mean 'hop.rise'?"), std::string::npos);
    trial.free = {{"hop.rise", "3 m", "1 m", 0}};
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("swap them"), std::string::npos);
    trial.free = {{"hop.rise", "1 s", {}, 0}};
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("hop.rise: expected m, got s"), std::string::npos);
    trial.free = {{"hop.rise", {}, {}, 0}};
    trial.tapes = {"gone"};
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("unknown tape \"gone\""), std::string::npos);
    trial.tapes.clear();
    trial.wishes = {"hop_hieght = 2 m"};
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("did you mean 'hop_height'?"), std::string::npos);
    trial.kind = TrialKind::fit;
    trial.measured = "none.csv";
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("none.csv can't be read"), std::string::npos);
    trial.character = "nobody";
    scene.scene.read_file = [](const std::string&) { return std::string("time_s,height_m\n0,0\n0.1,0.1\n0.2,0.2\n"); };
    EXPECT_EQ(run_trial(trial, scene.scene)->problem, "unknown character \"nobody\"; one has tester");
    trial.character.clear();
    trial.kind = TrialKind::sweep;
    trial.free.clear();
    EXPECT_NE(run_trial(trial, scene.scene)->problem.find("needs one or two values"), std::string::npos);
}

TEST(TrialRun, AResultIsStaleWhenWhatItDependsOnHasChanged) {
    TrialScenes scene;
    Trial trial;
    trial.kind = TrialKind::fit;
    trial.tapes = {"one"};
    trial.measured = "m.csv";
    const std::vector<SourceFile> scripts{{"s.leap", "text"}};
    const std::string before = trial_hash(trial, scripts, scene.scene);
    EXPECT_EQ(trial_hash(trial, scripts, scene.scene), before);
    trial.note = "another note";
    trial.result = TrialResult{"line", "x", {}};
    EXPECT_EQ(trial_hash(trial, scripts, scene.scene), before) << "words don't count";
    EXPECT_NE(trial_hash(trial, std::vector<SourceFile>{{"s.leap", "other"}}, scene.scene), before);
    scene.scene.tapes.push_back(scene.scene.tapes[0]);
    scene.scene.tapes[1].name = "another";
    EXPECT_EQ(trial_hash(trial, scripts, scene.scene), before) << "a tape that it isn't about";
    scene.scene.tapes[0].length_s += 1;
    const std::string longer = trial_hash(trial, scripts, scene.scene);
    EXPECT_NE(longer, before);
    ASSERT_TRUE(leave_out(*scene.scene.program, "hop", scene.scene.tuning));
    EXPECT_NE(trial_hash(trial, scripts, scene.scene), longer) << "a move that is left out";
}

TEST(TrialRun, PairsAndWaysDontDependOnTapesButOnWhatTheyName) {
    TrialScenes scene;
    scene.scene.tunings = {{"a", {}, {{"hop.rise", "1 m"}}}, {"b", {}, {}}, {"c", {}, {}}};
    for (const TrialKind kind : {TrialKind::pair, TrialKind::way}) {
        Trial trial;
        trial.kind = kind;
        trial.one = "a";
        trial.other = "b";
        const std::string before = trial_hash(trial, {}, scene.scene);
        scene.scene.tapes[0].length_s += 1;
        scene.scene.tunings[2].values = {{"hop.rise", "3 m"}};
        EXPECT_EQ(trial_hash(trial, {}, scene.scene), before);
        scene.scene.tunings[0].values[0].value = "2 m";
        EXPECT_EQ(trial_hash(trial, {}, scene.scene) == before, kind == TrialKind::way);
        scene.scene.tunings[0].values[0].value = "1 m";
    }
}

TEST(TrialRun, StopKeepsWhatIsDone) {
    TrialScenes scene;
    Trial trial;
    trial.kind = TrialKind::sweep;
    trial.free = {{"hop.rise", {}, {}, 50}};
    TrialOptions options;
    options.threads = 1;
    int asked = 0;
    options.stop = [&] { return ++asked > 5; };
    const auto outcome = run_trial(trial, scene.scene, options);
    EXPECT_TRUE(outcome->stopped);
    EXPECT_TRUE(outcome->problem.empty());
}

TEST(TrialRun, StoppedAtAnyQuestionItEndsWithoutFalseResults) {
    TrialScenes scene;
    CoursePlan plan = test::gap_plan();
    plan.pieces[1].center.x -= 1.0;
    scene.scene.course = std::make_shared<const Course>(build_course(plan));
    Trial trial;
    trial.name = "t";
    trial.free = {{"hop.rise", "1 m", "3 m", 4}};
    trial.wishes = {"hop_height = 2.4 m"};
    trial.measured = "m.csv";
    trial.tries = 30;
    trial.from = "start";
    trial.to = "far quay";
    for (const TrialKind kind : {TrialKind::sweep, TrialKind::sensitivity, TrialKind::solve, TrialKind::fit,
                                 TrialKind::leeway, TrialKind::way})
        for (const int last : {0, 1, 2, 3, 7, 12, 31, 77}) {
            trial.kind = kind;
            trial.tries = kind == TrialKind::way ? 0 : 30;
            int asked = 0;
            TrialOptions options;
            options.threads = 1;
            options.stop = [&] { return asked++ >= last; };
            const auto outcome = run_trial(trial, scene.scene, options);
            EXPECT_TRUE(outcome->problem.empty()) << trial_kind_word(kind) << ": " << outcome->problem;
            EXPECT_TRUE(outcome->stopped || asked <= last) << trial_kind_word(kind) << " after " << last;
            const auto* found = std::get_if<WayOutcome>(&outcome->what);
            if (found != nullptr && outcome->stopped) {
                EXPECT_TRUE(found->margins.margins.empty());
            }
            const auto* solved = std::get_if<SolveOutcome>(&outcome->what);
            if (solved == nullptr) continue;
            for (const WishOutcome& wish : solved->solution.wishes)
                EXPECT_TRUE(wish.value) << "the best so far is told with what it comes to";
        }
}

}  // namespace
}  // namespace leap::trial_file_test
