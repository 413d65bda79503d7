// SPDX-License-Identifier: MIT
#pragma once

#include <atomic>
#include <cstddef>
#include <functional>
#include <memory>
#include <mutex>

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

/// A question whether to stop that many threads may ask at any time: it is put to whoever was given one call at a time,
/// and once the answer is yes it stays so. Copies are the same sign.
class StopSign {
  public:
    explicit StopSign(std::function<bool()> asked) : shared_(std::make_shared<Shared>(std::move(asked))) {}
    bool operator()() const {
        if (shared_->stopped) return true;
        if (!shared_->asked) return false;
        const std::lock_guard lock(shared_->asking);
        if (!shared_->stopped && shared_->asked()) shared_->stopped = true;
        return shared_->stopped;
    }

  private:
    struct Shared {
        explicit Shared(std::function<bool()> question) : asked(std::move(question)) {}
        std::function<bool()> asked;
        std::mutex asking;
        std::atomic<bool> stopped{false};
    };
    std::shared_ptr<Shared> shared_;
};

struct ParallelOptions;
/// The same options with a sign that pieces of the work ask, too.
ParallelOptions stopped_by(const ParallelOptions& options, const StopSign& stop);

/// Thrown by a piece of work that was broken off inside. No error: in_parallel() says so by its answer. Whoever is
/// stopped is deep in a search whose half-done results nobody wants; unwinding is all there is to do.
struct WorkStopped {};

/// Calls `work` once for each number below `count`, in no order that could be relied on. What it throws ends
/// everything, and is thrown again here; WorkStopped only stops. False: it was stopped before all were done.
bool in_parallel(std::size_t count, const ParallelOptions& options, const std::function<void(std::size_t)>& work);

/// The same for a few pieces of some tenths of a millisecond, again and again: each number from `first` up to `end`,
/// without it. Nobody is told of progress, and nothing stops it.
void at_once(std::size_t first, std::size_t end, const std::function<void(std::size_t)>& work);

}  // namespace leap
