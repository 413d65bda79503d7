// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <functional>

#include "studio/session/session.hpp"

namespace leap::studio {

/// What a run gives to the ear and the hands while it is played or watched: its sounds, as the character in view hears
/// them, and while it is played the shaking of each pad.
class RunFeedback : public QObject {
    Q_OBJECT

  public:
    using Hear = std::function<void(const SoundCue& cue)>;                      ///< as loud as it is heard
    using Shake = std::function<void(std::size_t character, double strength)>;  ///< 0 to 1
    RunFeedback(Session& session, Hear hear, Shake shake, QObject* parent = nullptr);

    void set_sounds(bool on) { sounds_ = on; }
    bool sounds() const { return sounds_; }

  private:
    void follow_live();
    void follow_watched(double time);
    void hear_between(const Trace& trace, double from, double to);

    Session& session_;
    Hear hear_;
    Shake shake_;
    bool sounds_ = true;
    double heard_to_ = 0.0;  ///< s of the run: what lies before has been heard
};

}  // namespace leap::studio
