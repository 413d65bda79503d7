// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "studio/session/wire_runs.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// The chart of a rehearsal by the host's clock: a lane for each peer, messages as slanting lines from lane to lane,
/// lost ones ending in a cross, corrections as ticks, what differs as bars, joins and leaves as marks.
class WireChart : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit WireChart(QWidget* parent = nullptr);

    /// Also when the one in view has grown.
    void set_result(const WirePointer& now);
    void set_cursor(double at_s);
    double cursor() const { return cursor_; }
    /// Where an instant and a lane are in the picture.
    double x_of(double at_s) const;
    double y_of(std::size_t peer) const;
    double time_at(double x) const;
    QSize sizeHint() const override { return {860, 330}; }

    QAccessible::Role spoken_role() const override { return QAccessible::Chart; }
    /// What differs at the cursor, and why.
    QString spoken_words() const override;

  signals:
    void cursor_moved(double at_s);
    /// The mark at which a peer joins was dragged.
    void join_dragged(std::size_t peer, double at_s, bool done);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

  private:
    QRectF area() const;
    void paint_all(QPainter& painter) const;
    void paint_ruler(QPainter& painter) const;
    void paint_lanes(QPainter& painter) const;
    void paint_messages(QPainter& painter) const;
    void paint_corrections(QPainter& painter) const;
    void paint_differences(QPainter& painter) const;
    void paint_count(QPainter& painter) const;
    QString words_at(const QPointF& place) const;
    std::optional<std::size_t> join_at(const QPointF& place) const;

    WirePointer now_;
    QPixmap layer_;  ///< everything but the cursor, as it was painted last; null: it is painted anew
    QColor layer_paper_;
    double cursor_ = 0.0;
    std::optional<std::size_t> dragged_join_;
    bool dragging_ = false;
};

}  // namespace leap::studio
