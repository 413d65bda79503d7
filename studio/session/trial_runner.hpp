// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QString>
#include <atomic>
#include <map>
#include <memory>

#include "core/project/trial_run.hpp"
#include "studio/shared/newest_job.hpp"

namespace leap::studio {

/// Runs one trial at a time on a thread of its own, with progress and stop. Outcomes stay until the project is left.
class TrialRunner : public QObject {
    Q_OBJECT

  public:
    explicit TrialRunner(QObject* parent = nullptr) : QObject(parent) {}
    ~TrialRunner() override { stop(); }

    /// A trial that runs is stopped first.
    void run(const std::string& path, const Trial& trial, TrialScene scene, std::string made_with);
    /// What is done is kept.
    void stop() {
        if (stop_) *stop_ = true;
    }
    void clear();
    bool running() const { return !running_.empty(); }
    /// The file of the trial that runs; empty when none does.
    const std::string& running_path() const { return running_; }
    double share_done() const { return share_; }

    struct Made {
        std::shared_ptr<const TrialOutcome> outcome;
        std::string made_with;
        double seconds = 0.0;
    };
    /// Null when it wasn't run yet.
    const Made* made(const std::string& path) const;

  signals:
    void progressed();
    /// A search has found something better: the values of what is free.
    void better(const std::vector<leap::FreeValue>& free, const std::vector<double>& values);
    void finished(const std::string& path);

  private:
    std::map<std::string, Made> made_;
    std::string running_;
    double share_ = 0.0;
    int number_ = 0;
    std::shared_ptr<std::atomic<bool>> stop_;
    NewestJob job_;
};

}  // namespace leap::studio
