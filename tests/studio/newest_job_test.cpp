// SPDX-License-Identifier: GPL-3.0-or-later
// Work beside the window: the newest wins, the running one can tell that nobody waits for it.
#include "studio/shared/newest_job.hpp"

#include <gtest/gtest.h>

#include <future>
#include <memory>
#include <stdexcept>

namespace leap::studio::newest_job_test {
namespace {

/// A job that begins, says so, and goes on when it is let.
struct Held {
    std::promise<void> begun;
    std::promise<void> go_on;
    std::function<void()> job(std::function<void()> then = {}) {
        return [this, then] {
            begun.set_value();
            go_on.get_future().wait();
            if (then) then();
        };
    }
};

TEST(NewestJob, OfThoseThatWaitOnlyTheNewestRuns) {
    Held first;
    std::vector<int> ran;
    std::promise<void> last;
    NewestJob jobs;
    jobs.request(first.job([&] { ran.push_back(0); }));
    first.begun.get_future().wait();
    for (int i = 1; i < 5; ++i) jobs.request([&ran, i] { ran.push_back(i); });
    jobs.request([&] {
        ran.push_back(5);
        last.set_value();
    });
    first.go_on.set_value();
    last.get_future().wait();
    EXPECT_EQ(ran, (std::vector<int>{0, 5}));
}

TEST(NewestJob, TellsARunningOneThatANewerWaits) {
    Held first;
    bool before = true;
    bool after = false;
    std::promise<void> done;
    NewestJob jobs;
    jobs.request([&] {
        before = jobs.is_outdated();
        first.begun.set_value();
        first.go_on.get_future().wait();
        after = jobs.is_outdated();
    });
    first.begun.get_future().wait();
    jobs.request([&] { done.set_value(); });
    EXPECT_TRUE(jobs.is_outdated());
    first.go_on.set_value();
    done.get_future().wait();
    EXPECT_FALSE(before);
    EXPECT_TRUE(after);
    EXPECT_FALSE(jobs.is_outdated()) << "the newest is not";
}

TEST(NewestJob, IsBusyUntilTheLastHasEnded) {
    Held one;
    NewestJob jobs;
    EXPECT_FALSE(jobs.busy());
    jobs.request(one.job());
    EXPECT_TRUE(jobs.busy());
    one.begun.get_future().wait();
    EXPECT_TRUE(jobs.busy());
    one.go_on.set_value();
    while (jobs.busy()) std::this_thread::yield();
    EXPECT_FALSE(jobs.busy());
}

TEST(NewestJob, WhatThrowsEndsAndTheThreadGoesOn) {
    std::promise<void> thrown;
    std::promise<void> number;
    std::promise<void> done;
    NewestJob jobs;
    jobs.request([&] {
        thrown.set_value();
        throw std::runtime_error("no room left");
    });
    thrown.get_future().wait();
    jobs.request([&] {
        number.set_value();
        throw 7;
    });
    number.get_future().wait();
    jobs.request([&] { done.set_value(); });
    EXPECT_EQ(done.get_future().wait_for(std::chrono::seconds(20)), std::future_status::ready);
}

TEST(NewestJob, ALongJobIsToldWhenTheThreadIsToEnd) {
    Held first;
    bool was_outdated = false;
    auto jobs = std::make_unique<NewestJob>();
    const NewestJob& seen = *jobs;
    jobs->request([&] {
        first.begun.set_value();
        while (!seen.is_outdated()) std::this_thread::yield();
        was_outdated = true;
    });
    first.begun.get_future().wait();
    jobs.reset();  // a long job asks, and ends
    EXPECT_TRUE(was_outdated);
}

}  // namespace
}  // namespace leap::studio::newest_job_test
