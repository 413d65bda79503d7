// SPDX-License-Identifier: MIT
#include "core/experiments/parallel.hpp"

#include <sys/resource.h>
#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>
#include <tbb/partitioner.h>
#include <tbb/task_arena.h>

#include <algorithm>
#include <atomic>
#include <exception>
#include <mutex>
#include <thread>
#include <vector>

namespace leap {

namespace {

/// Threads can be made to stand back, and without special rights never to come forward again: so they are not those
/// that others share. Each takes the next piece that nobody has begun.
void run_behind(std::size_t count, int most, const std::function<void(std::size_t)>& go) {
    const auto cores = static_cast<std::size_t>(std::max(1U, std::thread::hardware_concurrency()));
    const std::size_t threads = std::min(count, most > 0 ? static_cast<std::size_t>(most) : cores);
    std::atomic<std::size_t> next{0};
    std::mutex keeping;
    std::exception_ptr thrown;
    const auto work = [&] {
        constexpr int last_in_line = 19;
        setpriority(PRIO_PROCESS, 0, last_in_line);  // of this thread alone, on Linux
        for (std::size_t i = next++; i < count; i = next++) {
            try {
                go(i);
            } catch (...) {
                next = count;
                const std::lock_guard lock(keeping);
                if (!thrown) thrown = std::current_exception();
            }
        }
    };
    std::vector<std::thread> running;
    for (std::size_t i = 0; i < threads; ++i) running.emplace_back(work);
    for (std::thread& each : running) each.join();
    if (thrown) std::rethrow_exception(thrown);
}

}  // namespace

ParallelOptions stopped_by(const ParallelOptions& options, const StopSign& stop) {
    ParallelOptions out = options;
    if (options.stop) out.stop = stop;
    return out;
}

bool in_parallel(std::size_t count, const ParallelOptions& options, const std::function<void(std::size_t)>& work) {
    std::mutex telling;
    bool stopped = false;
    std::size_t done = 0;
    const auto may_begin = [&] {
        const std::lock_guard lock(telling);
        stopped = stopped || (options.stop && options.stop());
        return !stopped;
    };
    const auto note_end = [&] {
        const std::lock_guard lock(telling);
        ++done;
        if (options.progress) options.progress(done, count);
    };
    const auto go = [&](std::size_t i) {
        if (!may_begin()) return;
        try {
            work(i);
        } catch (const WorkStopped&) {
            const std::lock_guard lock(telling);
            stopped = true;
            return;
        }
        note_end();
    };
    // One piece at a time for each thread: they take from milliseconds to a second, and no two the same.
    const auto all = [&] {
        tbb::parallel_for(
            tbb::blocked_range<std::size_t>(0, count, 1),
            [&](const tbb::blocked_range<std::size_t>& part) {
                for (std::size_t i = part.begin(); i != part.end(); ++i) go(i);
            },
            tbb::simple_partitioner());
    };
    if (options.background) {
        run_behind(count, options.threads, go);
        const std::lock_guard lock(telling);
        return !stopped;
    }
    tbb::task_arena arena(options.threads > 0 ? options.threads : tbb::task_arena::automatic);
    if (count == 0) return true;
    {
        // What was written before is seen by every thread that takes the lock.
        const std::lock_guard lock(telling);
    }
    arena.execute(all);
    const std::lock_guard lock(telling);
    return !stopped;
}

void at_once(std::size_t first, std::size_t end, const std::function<void(std::size_t)>& work) {
    std::mutex handing_on;
    const auto hand_on = [&] { const std::lock_guard lock(handing_on); };  // as in in_parallel()
    hand_on();
    tbb::parallel_for(
        tbb::blocked_range<std::size_t>(first, end, 1),
        [&](const tbb::blocked_range<std::size_t>& part) {
            hand_on();
            for (std::size_t i = part.begin(); i != part.end(); ++i) work(i);
            hand_on();
        },
        tbb::simple_partitioner());
    hand_on();
}

}  // namespace leap
