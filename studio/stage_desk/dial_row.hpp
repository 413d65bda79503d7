// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLineEdit>
#include <QWidget>

#include "studio/session/session.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// One dial of the sheet: name, track over its range with a tick at the kept value, handle, value. Drag, wheel, arrow
/// keys or typing turn it; letting go writes the script.
class DialRow : public QWidget, public Spoken {
    Q_OBJECT

  public:
    DialRow(Session& session, DialId dial, QWidget* parent = nullptr);

    DialId dial() const { return dial_; }
    /// One step of the keyboard or pad, a hundredth of the range.
    void nudge(int steps);
    QSize sizeHint() const override { return {340, 27}; }
    QRectF track() const;
    QAccessible::Role spoken_role() const override { return QAccessible::Slider; }
    QString spoken_words() const override;
    std::optional<Value> spoken_value() const override;
    void take_spoken_value(double value) override;

  signals:
    void chosen(DialId dial);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;

  private:
    const DialInfo& info() const;
    double value() const;
    double low() const;
    double high() const;
    double x_of(double value_si) const;
    void begin_typing();
    void end_typing(bool take);

    Session& session_;
    DialId dial_;
    QLineEdit* typed_ = nullptr;
    std::pair<double, double> shown_{1e300, 1e300};  ///< now and kept, as painted
    bool dragging_ = false;
    double drag_value_ = 0.0;
    double drag_x_ = 0.0;
};

}  // namespace leap::studio
