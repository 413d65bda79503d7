// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QTableWidget>
#include <memory>
#include <vector>

#include "studio/session/session.hpp"

namespace leap::studio {

/// What came out of a trial that isn't a map: what each dial moves, which wishes hold and what is in the way, how far a
/// run follows a measured one, how far each press may be off.
class OutcomePage : public QWidget {
    Q_OBJECT

  public:
    explicit OutcomePage(Session& session, QWidget* parent = nullptr);
    void show_outcome(const std::shared_ptr<const TrialOutcome>& outcome);
    QTableWidget* table() { return table_; }
    QString words() const { return words_->text(); }

  private:
    void show_sensitivity(const Sensitivity& found);
    void show_solution_surroundings(const SolveOutcome& made);
    QString reading_words(const std::string& name, double si) const;
    void show_solution(const SolveOutcome& made);
    void show_fit(const FitOutcome& made);
    void show_leeway(const LeewayOutcome& made);
    void show_way(const WayOutcome& made);
    void show_compared(const CompareOutcome& made);
    void set_heads(const QStringList& heads, const std::vector<int>& wide);
    void add_row(const QStringList& cells, const std::vector<QColor>& colors = {}, const QString& tape = {},
                 double time = 0.0, const QString& tip = {});
    void go_to(int row);

    Session& session_;
    std::shared_ptr<const TrialOutcome> outcome_;
    QLabel* words_;
    QTableWidget* table_;
};

}  // namespace leap::studio
