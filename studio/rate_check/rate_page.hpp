// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <atomic>

#include <QDialog>
#include <QTableWidget>

#include "core/experiments/rate_check.hpp"
#include "studio/session/session.hpp"
#include "studio/shared/newest_job.hpp"

namespace leap::studio {

/// The tape in view at 30 to 480 ticks/s: each reading's spread, worst first, and the paths over each other.
class RatePage : public QDialog {
    Q_OBJECT

  public:
    explicit RatePage(Session& session, QWidget* parent = nullptr);
    ~RatePage() override;
    const QTableWidget* table() const { return table_; }
    bool busy() const { return job_.busy(); }

  private:
    void fill(const RateCheck& check);

    QTableWidget* table_;
    std::atomic<bool> stop_{false};
    NewestJob job_;  ///< the last member: its work speaks to the others
};

/// Paths seen from the side, one tint per rate: where they differ they part.
class RatePaths : public QWidget {
  public:
    explicit RatePaths(QWidget* parent = nullptr);
    void show_traces(std::vector<Trace> traces);

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    std::vector<Trace> traces_;
};

}  // namespace leap::studio
