// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QTableWidget>
#include <memory>

#include "studio/session/session.hpp"

class QCustomPlot;

namespace leap::studio {

/// What became of a rehearsal of shared play over a range of delays, losses or dials: one reading of the wire as a
/// curve over the first of them, a curve for each value of the second, with the bands of its marks and, shaded, where
/// every mark holds; under it every rehearsal as a row.
class WirePage : public QWidget {
    Q_OBJECT

  public:
    explicit WirePage(QWidget* parent = nullptr);

    void show_outcome(std::shared_ptr<const TrialOutcome> outcome, const std::string& reading);
    QCustomPlot* plot() { return plot_; }
    QComboBox* reading() { return reading_; }
    QTableWidget* table() { return table_; }
    QString words() const { return words_->text(); }

  signals:
    void reading_chosen(const std::string& reading);

  private:
    const WireOutcome* made() const;
    void redraw();
    void draw_curves(const WireOutcome& made);
    void draw_bands(const WireOutcome& made);
    void fill_table(const WireOutcome& made);

    std::shared_ptr<const TrialOutcome> outcome_;
    QLabel* words_;
    QComboBox* reading_;
    QCustomPlot* plot_;
    QTableWidget* table_;
};

}  // namespace leap::studio
