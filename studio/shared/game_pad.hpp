// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QTimer>
#include <memory>

#include "core/units/vector.hpp"

namespace leap::studio {

/// The game controllers that are plugged in, through SDL. Each has a number, from 0 in the order in which they came;
/// one that is pulled out leaves its number to the next that comes. Polled on the window's thread.
class GamePad : public QObject {
    Q_OBJECT

  public:
    explicit GamePad(QObject* parent = nullptr);
    ~GamePad() override;
    GamePad(const GamePad&) = delete;
    GamePad& operator=(const GamePad&) = delete;

    bool connected() const { return count() > 0; }
    int count() const;
    /// Reads what has happened since the last call.
    void poll();
    /// From now on, 0 to 1; a pad that can't is still.
    void shake(int pad, double strength);

  signals:
    void button(int pad, const QString& name, bool down);  ///< "south", "left shoulder", ...
    void stick(int pad, leap::Vec2 value);                 ///< left stick, x right and y ahead, dead zone taken out
    void look(int pad, leap::Vec2 value);                  ///< right stick
    void connection_changed(int count);

  private:
    struct Handles;
    void poll_sticks(int pad);
    std::unique_ptr<Handles> handles_;
    QTimer timer_;
};

}  // namespace leap::studio
