// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <deque>
#include <memory>

#include "core/world/course.hpp"
#include "link/messages.hpp"

namespace leap::studio {

/// Where the characters of a linked game have been lately, from above and from the side, to scale; behind it the pieces
/// of the course in view. World frame; metres.
class GamePath : public QWidget {
    Q_OBJECT

  public:
    explicit GamePath(QWidget* parent = nullptr);
    void set_course(const std::shared_ptr<const Course>& course);
    /// Null: no game.
    void set_states(const std::deque<link::StateNow>* states);

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    struct View;
    void paint_view(QPainter& painter, const View& view) const;

    std::vector<Bounds> pieces_;            ///< the boxes round what is solid, m
    std::vector<std::vector<Vec3>> paths_;  ///< by character, m
};

}  // namespace leap::studio
