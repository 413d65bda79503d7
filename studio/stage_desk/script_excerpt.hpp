// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "studio/session/session.hpp"

namespace leap::studio {

/// The selected move's or stance's own text. Dial literals are underlined and can be dragged sideways.
class ScriptExcerpt : public QWidget {
    Q_OBJECT

  public:
    explicit ScriptExcerpt(Session& session, QWidget* parent = nullptr);
    void show_machine(MachineId machine);
    QString place() const;  ///< "hop.leap · line 12"
    QSize sizeHint() const override;
    /// Where a dial's literal is drawn; empty when it isn't.
    QRectF literal_box(DialId dial) const;

  signals:
    void dial_chosen(DialId dial);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;

  private:
    struct Literal {
        DialId dial;
        int line;
        int from;
        int to;
    };
    void refresh();
    QRectF box_of(const Literal& literal) const;
    double line_height() const;
    double char_width() const;

    Session& session_;
    MachineId machine_;
    QStringList lines_;
    std::vector<Literal> literals_;
    std::optional<DialId> dragged_;
    double drag_x_ = 0.0;
    double drag_value_ = 0.0;
};

}  // namespace leap::studio
