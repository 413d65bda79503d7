// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QTimer>
#include <memory>

#include "core/units/vector.hpp"

namespace leap::studio {

/// The first game controller that is plugged in, through SDL. Polled on the window's thread.
class GamePad : public QObject {
    Q_OBJECT

  public:
    explicit GamePad(QObject* parent = nullptr);
    ~GamePad() override;
    GamePad(const GamePad&) = delete;
    GamePad& operator=(const GamePad&) = delete;

    bool connected() const;
    /// Reads what has happened since the last call.
    void poll();

  signals:
    void button(const QString& name, bool down);  ///< "south", "left shoulder", ...
    void stick(leap::Vec2 value);                 ///< left stick, x right and y ahead, dead zone taken out
    void look(leap::Vec2 value);                  ///< right stick
    void connection_changed(bool connected);

  private:
    struct Handles;
    std::unique_ptr<Handles> handles_;
    QTimer timer_;
    Vec2 last_stick_{0.0};
    Vec2 last_look_{0.0};
};

}  // namespace leap::studio
