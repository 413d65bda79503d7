// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include "studio/session/run_result.hpp"
#include "studio/shared/newest_job.hpp"

namespace leap::studio {

/// Replays tapes on a thread of its own. Only the newest request counts.
class ReplayWorker : public QObject {
    Q_OBJECT

  public:
    explicit ReplayWorker(QObject* parent = nullptr) : QObject(parent) {}

    void request(Ingredients ingredients, Tape tape);
    bool busy() const { return job_.busy(); }

  signals:
    /// Emitted in this object's thread.
    void finished(const leap::studio::RunPointer& run);

  private:
    NewestJob job_;
};

}  // namespace leap::studio
