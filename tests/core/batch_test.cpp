// SPDX-License-Identifier: MIT
#include "core/experiments/batch.hpp"

#include <gtest/gtest.h>

#include <mutex>

#include "tests/core/support.hpp"

namespace leap::batch_test {
namespace {

using test::Scene;
using test::TapeMaker;

struct Many {
    Scene scene{std::string(test::plain_body) +
                "move hop on jump { dial rise = 1 m in 0.1..5  phase up { start: launch up at sqrt(56 m/s^2 * rise)  "
                "end when rising <= 0 m/s } }\n"
                "reading top = highest(feet)\n"};
    std::vector<Tuning> tunings;
    Tape tape = TapeMaker(1.5).stick(0.1, 0, 1).hold("jump", 0.3, 0.1);
    std::vector<BatchRun> runs;

    explicit Many(std::size_t count = 24) {
        const auto rise = *scene.program.find_dial("hop.rise");
        for (std::size_t i = 0; i < count; ++i) {
            DialValues dials = scene.tuning.dials;
            dials[rise] = 0.5 + 0.1 * static_cast<double>(i);
            tunings.push_back(make_tuning(scene.program, std::move(dials)));
        }
        for (std::size_t i = 0; i < count; ++i)
            runs.push_back({&scene.program, &tunings[i], &scene.course, &tape, i % 2 == 0 ? 60 : 240});
    }
};

TEST(Batch, GivesTheSameBitsAsOneByOneInTheOrderOfTheRuns) {
    Many many;
    for (const int threads : {1, 2, 4}) {
        BatchOptions options;
        options.threads = threads;
        const auto results = run_batch(many.runs, options);
        ASSERT_EQ(results.size(), many.runs.size());
        for (std::size_t i = 0; i < results.size(); ++i) {
            const BatchRun& run = many.runs[i];
            const Trace alone = replay({*run.program, *run.tuning, *run.course, run.rate_hz}, *run.tape).value();
            EXPECT_TRUE(results[i].is_good());
            EXPECT_FALSE(results[i].trace) << "nothing but readings is kept";
            EXPECT_EQ(results[i].hash, trace_hash(alone)) << i;
            EXPECT_NEAR(results[i].readings.at(0).value.value(), 0.5 + 0.1 * static_cast<double>(i), 0.01);
        }
    }
}

TEST(Batch, KeepsTracesWhenAsked) {
    Many many(4);
    BatchOptions options;
    options.keep_traces = true;
    for (const BatchResult& result : run_batch(many.runs, options)) {
        ASSERT_TRUE(result.trace);
        EXPECT_FALSE(result.trace->snapshots.empty());
        EXPECT_EQ(trace_hash(*result.trace), result.hash);
    }
}

TEST(Batch, TellsItsProgressAndCanBeStopped) {
    Many many;
    std::vector<std::size_t> told;
    BatchOptions options;
    options.progress = [&](std::size_t done, std::size_t all) {
        EXPECT_EQ(all, many.runs.size());
        told.push_back(done);
    };
    options.stop = [&] { return false; };
    run_batch(many.runs, options);
    ASSERT_EQ(told.size(), many.runs.size());
    for (std::size_t i = 0; i < told.size(); ++i) EXPECT_EQ(told[i], i + 1);

    std::size_t done_by_then = 0;
    options.progress = [&](std::size_t done, std::size_t) { done_by_then = done; };
    options.threads = 1;
    options.stop = [&] { return done_by_then == 5; };
    std::size_t ended = 0;
    for (const BatchResult& result : run_batch(many.runs, options)) ended += result.ended ? 1 : 0;
    EXPECT_EQ(ended, 5U);
}

TEST(Batch, ALongRunIsBrokenOffInside) {
    Many many(1);
    Tape longer = many.tape;
    longer.length_s = 600.0;
    many.runs[0].tape = &longer;
    BatchOptions options;
    int asked = 0;
    options.stop = [&] { return ++asked > 3; };
    const auto results = run_batch(many.runs, options);
    EXPECT_FALSE(results[0].ended);
    EXPECT_TRUE(results[0].problem.empty()) << "that is no error";
    EXPECT_TRUE(results[0].readings.empty()) << "nothing half done is kept";
    EXPECT_EQ(asked, 4) << "once it was yes nobody asks again";
}

TEST(Batch, ARunThatCannotBeIsToldAndTheOthersGoOn) {
    Many many(3);
    Tape lost = many.tape;
    lost.tracks.front().start_place = "nowhere";
    many.runs[1].tape = &lost;
    const auto results = run_batch(many.runs);
    EXPECT_TRUE(results[0].is_good());
    EXPECT_NE(results[1].problem.find("nowhere"), std::string::npos);
    EXPECT_TRUE(results[2].is_good());
    EXPECT_TRUE(run_batch({}).empty());
}

}  // namespace
}  // namespace leap::batch_test
