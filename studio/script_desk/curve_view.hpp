// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "studio/session/session.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// The curve under the caret, to be shaped by hand: points are dragged, added by a double click and removed by a right
/// click or Delete. By keys: the arrows choose a point and raise it, Alt with an arrow moves it along, Insert adds one
/// behind it. Every change is written back into the script as points, one drag as one undo step.
class CurveView : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit CurveView(Session& session, QWidget* parent = nullptr);
    /// Shows a curve of the program, or nothing.
    void show_curve(const std::string& name);
    const std::string& curve_name() const { return name_; }
    QSize sizeHint() const override { return {340, 210}; }
    /// Where a point is drawn.
    QPointF place_of(const syntax::CurvePoint& point) const;
    QAccessible::Role spoken_role() const override { return QAccessible::Chart; }
    QString spoken_words() const override;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    const CurveInfo* shown() const;
    QRectF area() const;
    QRectF extent() const;  ///< of the values drawn: x across, y up
    syntax::CurvePoint point_at(QPointF place) const;
    std::optional<std::size_t> point_under(QPointF place) const;
    void write(const std::vector<syntax::CurvePoint>& points, const QString& what, int gesture = -1);
    void remove(std::size_t point);
    void move_to(std::size_t point, syntax::CurvePoint wanted, int gesture = -1);
    void add(const syntax::CurvePoint& point);
    void paint_frame(QPainter& p) const;

    Session& session_;
    std::string name_;
    std::optional<std::size_t> dragged_;
    std::optional<std::size_t> chosen_;  ///< what Delete removes
    QRectF held_extent_;                 ///< stands still while a point is dragged
    int gesture_ = -1;
};

}  // namespace leap::studio
