// SPDX-License-Identifier: MIT
// Work on all cores: each piece once, told and stopped as it goes.
#include "core/experiments/parallel.hpp"

#include <gtest/gtest.h>

#include <atomic>
#include <stdexcept>
#include <vector>

namespace leap::parallel_test {
namespace {

ParallelOptions on(int threads) {
    ParallelOptions out;
    out.threads = threads;
    return out;
}

TEST(Parallel, EachPieceIsDoneOnceWhateverTheNumberOfThreads) {
    for (const int threads : {0, 1, 2, 5}) {
        std::vector<std::atomic<int>> done(500);
        EXPECT_TRUE(in_parallel(done.size(), on(threads), [&](std::size_t i) { ++done[i]; }));
        for (const auto& times : done) ASSERT_EQ(times, 1);
    }
}

TEST(Parallel, NothingToDoIsDoneAtOnce) {
    bool called = false;
    EXPECT_TRUE(in_parallel(0, {}, [&](std::size_t) { called = true; }));
    EXPECT_FALSE(called);
}

TEST(Parallel, ProgressCountsUpToAllOneCallAtATime) {
    std::vector<std::size_t> told;
    ParallelOptions options = on(3);
    options.progress = [&](std::size_t done, std::size_t all) {
        EXPECT_EQ(all, 40U);
        told.push_back(done);
    };
    in_parallel(40, options, [](std::size_t) {});
    ASSERT_EQ(told.size(), 40U);
    for (std::size_t i = 0; i < told.size(); ++i) EXPECT_EQ(told[i], i + 1);
}

TEST(Parallel, OnceStoppedNoOtherPieceBegins) {
    std::atomic<int> done = 0;
    ParallelOptions options = on(1);
    options.stop = [&] { return done >= 7; };
    EXPECT_FALSE(in_parallel(1000, options, [&](std::size_t) { ++done; }));
    EXPECT_EQ(done, 7);
    options.stop = [] { return true; };
    EXPECT_FALSE(in_parallel(1000, options, [&](std::size_t) { ++done; }));
    EXPECT_EQ(done, 7) << "not one";
}

TEST(Parallel, WhatWorkThrowsIsThrownToWhoAskedForIt) {
    for (const int threads : {1, 4})
        EXPECT_THROW(in_parallel(50, on(threads),
                                 [](std::size_t i) {
                                     if (i == 20) throw std::runtime_error("no room");
                                 }),
                     std::runtime_error);
}

TEST(Parallel, OneBatchMayRunWithinAnother) {
    std::atomic<int> done = 0;
    EXPECT_TRUE(in_parallel(8, on(2), [&](std::size_t) { in_parallel(8, on(2), [&](std::size_t) { ++done; }); }));
    EXPECT_EQ(done, 64);
}

TEST(Parallel, BehindEverythingElseItIsTheSame) {
    for (const int threads : {0, 1, 3}) {
        ParallelOptions options = on(threads);
        options.background = true;
        std::vector<std::atomic<int>> done(300);
        std::size_t told = 0;
        options.progress = [&](std::size_t so_far, std::size_t) { told = so_far; };
        EXPECT_TRUE(in_parallel(done.size(), options, [&](std::size_t i) { ++done[i]; }));
        for (const auto& times : done) ASSERT_EQ(times, 1);
        EXPECT_EQ(told, done.size());
        options.stop = [] { return true; };
        EXPECT_FALSE(in_parallel(done.size(), options, [&](std::size_t i) { ++done[i]; }));
        options.stop = {};
        EXPECT_THROW(in_parallel(9, options,
                                 [](std::size_t i) {
                                     if (i == 4) throw std::runtime_error("no");
                                 }),
                     std::runtime_error);
    }
}

TEST(InParallel, APieceThatIsBrokenOffStopsTheRestAndIsNoError) {
    for (const int threads : {1, 2}) {
        std::atomic<int> done{0};
        std::size_t told = 0;
        ParallelOptions options = on(threads);
        options.progress = [&](std::size_t now, std::size_t) { told = now; };
        EXPECT_FALSE(in_parallel(1000, options, [&](std::size_t i) {
            if (i == 3) throw WorkStopped{};
            ++done;
        }));
        EXPECT_LT(done, 999);
        EXPECT_EQ(told, static_cast<std::size_t>(done)) << "what was broken off isn't done";
    }
}

TEST(InParallel, AStopSignAsksOneAtATimeAndStaysAtYes) {
    std::atomic<int> inside{0};
    std::atomic<int> asked{0};
    const StopSign sign([&] {
        EXPECT_EQ(++inside, 1);
        --inside;
        return ++asked >= 20;
    });
    const StopSign copy = sign;
    in_parallel(8, on(4), [&](std::size_t) {
        while (!copy()) continue;
    });
    EXPECT_TRUE(sign());
    EXPECT_EQ(asked, 20) << "nobody is asked any more";
    EXPECT_FALSE(StopSign({})()) << "nothing to ask";
}

}  // namespace
}  // namespace leap::parallel_test
