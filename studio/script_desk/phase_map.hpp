// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "studio/session/session.hpp"

namespace leap::studio {

/// The phases of one move, drawn from its text: phases below each other in the order of the text, their ways out in
/// words beside them, with arcs to where they lead and how often the tape in view took them. The phase at the cursor is
/// lit; phases that the tape never reached are grey.
class PhaseMap : public QWidget {
    Q_OBJECT

  public:
    explicit PhaseMap(Session& session, QWidget* parent = nullptr);
    void show_machine(std::int32_t machine);
    std::int32_t machine() const { return machine_; }
    /// How often the tape entered each phase, and went from one phase to another (the count of phases stands for the
    /// end).
    struct Taken {
        std::vector<int> entered;
        std::vector<std::vector<int>> ways;
    };
    Taken taken() const;
    QSize sizeHint() const override;

  signals:
    /// A phase was clicked: where it stands in its file.
    void place_wanted(std::uint32_t file, std::uint32_t begin);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

  private:
    const Machine* shown() const;
    QRectF box_of(std::size_t phase) const;
    struct WayOut {
        std::size_t to = 0;
        QString words;
    };
    std::vector<WayOut> ways_out(std::size_t index) const;
    void paint_arc(QPainter& p, std::size_t from, std::size_t to, bool went) const;

    Session& session_;
    std::int32_t machine_ = -1;
};

}  // namespace leap::studio
