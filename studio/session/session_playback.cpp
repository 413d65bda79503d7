// SPDX-License-Identifier: GPL-3.0-or-later
// The run in view is watched: the cursor goes on by itself.
#include "studio/session/session.hpp"

namespace leap::studio {

void Session::play_back(bool on) {
    if (on == playback_.running() || (on && (playing() || length() <= 0.0))) return;
    if (on) {
        playback_.start(cursor_, length());
    } else {
        playback_.pause();
    }
    emit playback_changed();
    if (on) update_playback();
}

void Session::set_playback_speed(double factor) {
    playback_.set_speed(factor, cursor_);
    emit playback_changed();
}

void Session::set_loop(std::optional<LoopRange> loop) {
    if (loop == playback_.loop()) return;
    playback_.set_loop(loop, cursor_);
    emit playback_changed();
}

void Session::update_playback() {
    if (!playback_.running()) return;
    move_cursor(playback_.position(length()));
    if (!playback_.running()) emit playback_changed();
}

}  // namespace leap::studio
