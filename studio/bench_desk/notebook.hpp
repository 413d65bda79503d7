// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListWidget>
#include <set>

#include "studio/session/session.hpp"

namespace leap::studio {

/// The Bench's list: the board, the tunings, then the project's trials, each with what came out in one line.
class Notebook : public QListWidget {
    Q_OBJECT

  public:
    explicit Notebook(Session& session, QWidget* parent = nullptr);

    /// What a row stands for.
    enum class Page { board, tunings, trial };
    Page page() const;
    /// The file of the trial that is selected; empty for the others.
    std::string trial_path() const;
    void select_page(Page page);
    void select_trial(const std::string& path);

  signals:
    void selected();

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    void refresh_staleness();

    Session& session_;
    std::set<std::string> stale_;  ///< files of trials; asked only when something may have changed it
    bool staleness_known_ = false;
};

}  // namespace leap::studio
