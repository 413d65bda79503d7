// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

#include "core/record/sound_cue.hpp"

namespace leap::studio {

/// Plays short sounds over the machine's loudspeakers, through SDL; several at once. Where there are none it is silent.
class SoundPlayer {
  public:
    SoundPlayer();
    ~SoundPlayer();
    SoundPlayer(const SoundPlayer&) = delete;
    SoundPlayer& operator=(const SoundPlayer&) = delete;

    /// From now on; as loud as the cue says.
    void play(const SoundCue& cue);

  private:
    struct Device;
    std::unique_ptr<Device> device_;
};

}  // namespace leap::studio
