// SPDX-License-Identifier: MIT
#include "core/experiments/parallel.hpp"

#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>
#include <tbb/partitioner.h>
#include <tbb/task_arena.h>

#include <mutex>

namespace leap {

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
        work(i);
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

}  // namespace leap
