// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/replay_worker.hpp"

namespace leap::studio {

ReplayWorker::ReplayWorker(QObject* parent) : QObject(parent), thread_([this] { work(); }) {}

ReplayWorker::~ReplayWorker() {
    {
        const std::lock_guard lock(mutex_);
        stop_ = true;
    }
    wake_.notify_one();
    thread_.join();
}

void ReplayWorker::request(Ingredients ingredients, Tape tape) {
    {
        const std::lock_guard lock(mutex_);
        waiting_ = Request{std::move(ingredients), std::move(tape)};
    }
    wake_.notify_one();
}

bool ReplayWorker::busy() const {
    const std::lock_guard lock(mutex_);
    return waiting_.has_value() || running_;
}

void ReplayWorker::work() {
    while (true) {
        Request request;
        {
            std::unique_lock lock(mutex_);
            wake_.wait(lock, [this] { return stop_ || waiting_.has_value(); });
            if (stop_) return;
            request = std::move(*waiting_);
            waiting_.reset();
            running_ = true;
        }
        RunPointer run = make_run(request.ingredients, request.tape);
        QMetaObject::invokeMethod(
            this, [this, run] { emit finished(run); }, Qt::QueuedConnection);
        const std::lock_guard lock(mutex_);
        running_ = false;
    }
}

}  // namespace leap::studio
