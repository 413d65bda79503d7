// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <functional>

/// Many pieces of work at once, on all cores.
namespace leap {

struct ParallelOptions {
    int threads = 0;  ///< at most; 0: one for each core
    /// On threads of its own that stand back for everything else that wants a core.
    bool background = false;
    /// Told after each piece how many have ended, by whichever thread ended it, one call at a time.
    std::function<void(std::size_t done, std::size_t all)> progress;
    /// Asked before each piece, by any thread, one call at a time; once it says yes no other begins.
    std::function<bool()> stop;
};

/// Calls `work` once for each number below `count`, in no order that could be relied on. What it throws ends
/// everything, and is thrown again here. False: it was stopped before all were done.
bool in_parallel(std::size_t count, const ParallelOptions& options, const std::function<void(std::size_t)>& work);

}  // namespace leap
