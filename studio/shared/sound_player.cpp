// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/sound_player.hpp"

#include <SDL2/SDL.h>

#include <algorithm>
#include <vector>

#include "core/tape/sounds.hpp"

namespace leap::studio {
namespace {

constexpr std::size_t max_at_once = 24;
constexpr int buffer_samples = 512;  // 11 ms

}  // namespace

struct SoundPlayer::Device {
    struct Playing {
        std::vector<float> samples;
        std::size_t at = 0;
    };
    bool started = false;
    SDL_AudioDeviceID id = 0;
    std::vector<Playing> playing;  ///< the device is locked while it is touched

    /// Called on SDL's thread.
    static void fill(void* user, Uint8* stream, int bytes) {
        auto& self = *static_cast<Device*>(user);
        auto* out = reinterpret_cast<float*>(stream);
        const auto count = static_cast<std::size_t>(bytes) / sizeof(float);
        std::fill(out, out + count, 0.0F);
        for (Playing& each : self.playing) {
            const std::size_t some = std::min(count, each.samples.size() - each.at);
            for (std::size_t i = 0; i < some; ++i) out[i] += each.samples[each.at + i];
            each.at += some;
        }
        std::erase_if(self.playing, [](const Playing& each) { return each.at >= each.samples.size(); });
        for (std::size_t i = 0; i < count; ++i) out[i] = std::clamp(out[i], -1.0F, 1.0F);
    }
};

SoundPlayer::SoundPlayer() : device_(std::make_unique<Device>()) {
    device_->started = SDL_InitSubSystem(SDL_INIT_AUDIO) == 0;
    if (!device_->started) return;
    SDL_AudioSpec wanted{};
    wanted.freq = sound_rate_hz;
    wanted.format = AUDIO_F32SYS;
    wanted.channels = 1;
    wanted.samples = buffer_samples;
    wanted.callback = &Device::fill;
    wanted.userdata = device_.get();
    device_->id = SDL_OpenAudioDevice(nullptr, 0, &wanted, nullptr, 0);
    if (device_->id != 0) SDL_PauseAudioDevice(device_->id, 0);
}

SoundPlayer::~SoundPlayer() {
    if (device_->id != 0) SDL_CloseAudioDevice(device_->id);
    if (device_->started) SDL_QuitSubSystem(SDL_INIT_AUDIO);
}

void SoundPlayer::play(const SoundCue& cue) {
    if (device_->id == 0) return;
    std::vector<float> samples = sound_samples(cue);
    SDL_LockAudioDevice(device_->id);
    if (device_->playing.size() < max_at_once) device_->playing.push_back({std::move(samples), 0});
    SDL_UnlockAudioDevice(device_->id);
}

}  // namespace leap::studio
