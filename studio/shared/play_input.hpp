// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QSet>
#include <vector>

#include "studio/session/session.hpp"
#include "studio/shared/key_map.hpp"

namespace leap::studio {

/// Turns keys, mouse and pad into inputs of the live run and into the stage's own controls.
class PlayInput : public QObject {
    Q_OBJECT

  public:
    PlayInput(Session& session, KeyMap& keys, QObject* parent = nullptr);

    /// True when the key means something while playing. Keys and mouse play the character that is selected.
    /// `late_s`: how long ago it was pressed or let go, when the window has stalled.
    bool key(int key, bool down, double late_s = 0.0);
    /// Pads, by their numbers. With as many pads as characters each plays the character of its number; with fewer they
    /// play those that the keyboard doesn't, in the order of the tape.
    void set_pads(int count) { pads_ = count; }
    void pad(int pad, const QString& name, bool down);
    void pad_stick(int pad, Vec2 value);
    void pad_look(int pad, Vec2 value, double seconds);
    /// Whom a pad plays, by the number in the run.
    std::size_t character_of_pad(int pad) const;
    /// Mouse motion in pixels.
    void mouse_look(double dx, double dy);
    /// Whatever a character goes with has turned: its view turns along.
    void turn_look(double yaw_deg, std::size_t character);
    /// Forgets held keys; at the begin of a run, or when the window loses the focus.
    void release_all();
    void set_look(double yaw_deg, double pitch_deg, std::size_t character);
    /// Where the selected character looks.
    double look_yaw_deg() const;
    double look_pitch_deg() const;
    double look_yaw_deg(std::size_t character) const;

  signals:
    void nudge(int direction);
    void again();                       ///< the run is to begin anew
    void control(const QString& what);  ///< shown on the stage: "slow motion", "paused" ...
    // What pads do while no run is played on the stage: another desk may play one.
    void pad_acts_elsewhere(const QString& action, bool down);
    void pad_steers_elsewhere(leap::Vec2 value);
    void pad_looks_elsewhere(leap::Vec2 by_deg);  ///< x to the left, y up

  private:
    /// What is held for one character, and where it looks.
    struct Hand {
        QSet<QString> held;
        double look_yaw_deg = 0.0;
        double look_pitch_deg = -12.0;
    };
    Hand& hand(std::size_t character);
    void act(const QString& action, bool down, std::size_t character, double late_s = 0.0);
    void send_key_stick(std::size_t character, double late_s);
    void look_round(double dx, double dy, std::size_t character);

    Session& session_;
    KeyMap& keys_;
    std::vector<Hand> hands_;  ///< by character
    int pads_ = 0;
};

}  // namespace leap::studio
