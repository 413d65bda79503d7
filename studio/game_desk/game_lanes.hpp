// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <deque>
#include <memory>
#include <vector>

#include "core/script/program.hpp"
#include "link/messages.hpp"
#include "studio/shared/spoken.hpp"

namespace leap::studio {

/// The last seconds of one character of a linked game: its stick and buttons, its stance, a lane for each move it has
/// made with its phases, and curves of its speed and height.
class GameLanes : public QWidget, public Spoken {
    Q_OBJECT

  public:
    explicit GameLanes(QWidget* parent = nullptr);
    /// For the hues of moves that it knows, too; may be null.
    void set_program(std::shared_ptr<const Program> program);
    /// Null: no game.
    void set_states(const std::deque<link::StateNow>* states, std::size_t character);

    /// The names of the lanes, from above.
    std::vector<QString> lanes() const;
    QAccessible::Role spoken_role() const override { return QAccessible::Chart; }
    /// What each lane is in at its end: "dash: burst".
    QString spoken_words() const override;

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    struct Stretch {
        double from = 0.0;  ///< s
        double to = 0.0;
        QString word;
        std::size_t tint = 0;
    };
    struct Lane {
        QString name;
        QColor hue;
        std::vector<Stretch> stretches;
    };
    void find_lanes();
    double x_of(double time) const;
    void paint_curve(QPainter& painter, const QRectF& box, const QString& name, const QString& unit, bool of_speed);

    std::shared_ptr<const Program> program_;
    std::deque<link::StateNow> states_;
    std::size_t character_ = 0;
    std::vector<Lane> lanes_;
};

}  // namespace leap::studio
