// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QString>

#include "studio/session/run_result.hpp"
#include "studio/shared/newest_job.hpp"

namespace leap::studio {

/// Runs of the tape in view with other values, beside "now" and "kept": tunings that are compared, and what is pointed
/// at on the Bench. Worked out on a thread of their own.
class BesideRuns : public QObject {
    Q_OBJECT

  public:
    static constexpr std::size_t most = 4;  ///< tunings that are compared at once
    struct Wanted {
        QString name;
        Ingredients ingredients;
        bool pointed = false;  ///< at a cell of a map, or the best of a search so far
    };
    struct Beside {
        QString name;
        bool pointed = false;
        RunPointer run;
    };

    explicit BesideRuns(QObject* parent = nullptr) : QObject(parent) {}

    /// Instead of those there are. None: they go at once.
    void request(std::vector<Wanted> wanted, Tape tape);
    const std::vector<Beside>& runs() const { return runs_; }
    bool busy() const { return job_.busy(); }

  signals:
    void changed();

  private:
    std::vector<Beside> runs_;
    int number_ = 0;
    NewestJob job_;
};

}  // namespace leap::studio
