// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QSet>

#include "studio/session/session.hpp"
#include "studio/shared/key_map.hpp"

namespace leap::studio {

/// Turns keys, mouse and pad into inputs of the live run and into the stage's own controls.
class PlayInput : public QObject {
    Q_OBJECT

  public:
    PlayInput(Session& session, KeyMap& keys, QObject* parent = nullptr);

    /// True when the key means something while playing.
    bool key(int key, bool down);
    void pad(const QString& name, bool down);
    void pad_stick(Vec2 value);
    void pad_look(Vec2 value, double seconds);
    /// Mouse motion in pixels.
    void mouse_look(double dx, double dy);
    /// Whatever the body goes with has turned: the view turns along.
    void turn_look(double yaw_deg);
    /// Forgets held keys; at the begin of a run, or when the window loses the focus.
    void release_all();
    void set_look(double yaw_deg, double pitch_deg);
    double look_yaw_deg() const { return look_yaw_deg_; }
    double look_pitch_deg() const { return look_pitch_deg_; }

  signals:
    void nudge(int direction);
    void again();                       ///< the run is to begin anew
    void control(const QString& what);  ///< shown on the stage: "slow motion", "paused" ...

  private:
    void act(const QString& action, bool down);
    void send_key_stick();

    Session& session_;
    KeyMap& keys_;
    QSet<QString> held_;
    double look_yaw_deg_ = 0.0;
    double look_pitch_deg_ = -12.0;
};

}  // namespace leap::studio
