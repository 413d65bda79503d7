// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <memory>

#include "studio/session/session.hpp"

class QCustomPlot;
class QCPColorMap;
class QCPColorScale;

namespace leap::studio {

/// What a sweep came to. Two values: a map of a reading with the region outlined in which all marks hold, and where the
/// run goes another way. One value: the reading as a curve, with the mark's band. The dials' present place is drawn;
/// pointing shows that run beside, a click takes its values.
class SweepPage : public QWidget {
    Q_OBJECT

  public:
    explicit SweepPage(Session& session, QWidget* parent = nullptr);

    void show_outcome(std::shared_ptr<const TrialOutcome> outcome, const std::string& reading);
    QCustomPlot* plot() { return plot_; }
    QComboBox* reading() { return reading_; }
    /// Where values are drawn; x to the right, y up, or 0 for one value.
    QPointF pixel_of(const std::vector<double>& values) const;
    /// Writes what is seen as PNG or SVG, or the numbers as CSV, by the file's ending. Returns why not.
    QString export_to(const QString& file) const;

  signals:
    /// What is pointed at, in words.
    void pointed(const QString& words);
    void reading_chosen(const std::string& reading);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void redraw();
    QString legend() const;
    void draw_map(const SweepOutcome& made);
    void draw_line(const SweepOutcome& made);
    void draw_outline(const SweepOutcome& made);
    void draw_now();
    std::optional<double> value_of(const SweepOutcome& made, std::size_t cell) const;
    std::size_t reading_number() const;
    std::optional<std::size_t> cell_at(const QPointF& at) const;
    void point_at(const QPointF& at);
    void take(const QPointF& at);
    const SweepOutcome* made() const;

    Session& session_;
    std::shared_ptr<const TrialOutcome> outcome_;
    QLabel* words_;
    QComboBox* reading_;
    QCustomPlot* plot_;
    QLabel* legend_;
    QCPColorMap* map_ = nullptr;
    QCPColorScale* scale_ = nullptr;
    std::optional<std::size_t> pointed_;
};

}  // namespace leap::studio
