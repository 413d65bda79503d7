// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <condition_variable>
#include <mutex>
#include <optional>
#include <thread>

#include "studio/session/run_result.hpp"

namespace leap::studio {

/// Replays tapes on a thread of its own. The newest request wins: one that waits is dropped when another comes.
class ReplayWorker : public QObject {
    Q_OBJECT

  public:
    explicit ReplayWorker(QObject* parent = nullptr);
    ~ReplayWorker() override;
    ReplayWorker(const ReplayWorker&) = delete;
    ReplayWorker& operator=(const ReplayWorker&) = delete;

    void request(Ingredients ingredients, Tape tape);
    /// Whether a request waits or runs.
    bool busy() const;

  signals:
    /// Emitted on the thread of this object.
    void finished(leap::studio::RunPointer run);

  private:
    void work();

    struct Request {
        Ingredients ingredients;
        Tape tape;
    };
    mutable std::mutex mutex_;
    std::condition_variable wake_;
    std::optional<Request> waiting_;
    bool running_ = false;
    bool stop_ = false;
    std::thread thread_;
};

}  // namespace leap::studio
