// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <condition_variable>
#include <functional>
#include <mutex>
#include <optional>
#include <thread>

namespace leap::studio {

/// A thread that runs one job at a time. A job that still waits when a newer one comes is dropped. One that throws
/// ends, and the thread goes on; whoever waits for its outcome catches what it throws and tells it.
class NewestJob {
  public:
    NewestJob() : thread_([this] { work(); }) {}
    ~NewestJob();
    NewestJob(const NewestJob&) = delete;
    NewestJob& operator=(const NewestJob&) = delete;

    void request(std::function<void()> job);
    bool busy() const;
    /// Whether nobody waits any more for the job that runs: a newer one does, or the thread is to end. A long job asks.
    bool is_outdated() const;

  private:
    void work();

    mutable std::mutex mutex_;
    std::condition_variable wake_;
    std::optional<std::function<void()>> waiting_;
    bool running_ = false;
    bool stop_ = false;
    std::thread thread_;  ///< the last member: it starts when the others are there
};

}  // namespace leap::studio
