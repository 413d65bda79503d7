// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/newest_job.hpp"

#include <QtGlobal>
#include <exception>

namespace leap::studio {

NewestJob::~NewestJob() {
    {
        const std::lock_guard lock(mutex_);
        stop_ = true;
    }
    wake_.notify_one();
    thread_.join();
}

void NewestJob::request(std::function<void()> job) {
    {
        const std::lock_guard lock(mutex_);
        waiting_ = std::move(job);
    }
    wake_.notify_one();
}

bool NewestJob::busy() const {
    const std::lock_guard lock(mutex_);
    return waiting_.has_value() || running_;
}

bool NewestJob::is_outdated() const {
    const std::lock_guard lock(mutex_);
    return stop_ || waiting_.has_value();
}

void NewestJob::work() {
    while (true) {
        std::function<void()> job;
        {
            std::unique_lock lock(mutex_);
            wake_.wait(lock, [this] { return stop_ || waiting_.has_value(); });
            if (stop_) return;
            job = std::move(*waiting_);
            waiting_.reset();
            running_ = true;
        }
        try {
            job();
        } catch (const std::exception& error) {
            qWarning("A job in the background failed: %s", error.what());
        } catch (...) {
            qWarning("A job in the background failed");
        }
        const std::lock_guard lock(mutex_);
        running_ = false;
    }
}

}  // namespace leap::studio
