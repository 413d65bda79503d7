// SPDX-License-Identifier: MIT
#include "core/tape/sounds.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/units/elementary.hpp"

namespace leap {
namespace {

/// A voice: a tone that glides, noise through a low pass that glides, both fading out.
struct VoiceInfo {
    double length_s = 0.2;
    double attack_s = 0.002;
    double fade = 5.0;  ///< how often the loudness falls to its e-th part over the length
    double tone_hz = 0.0, tone_end_hz = 0.0;
    double tone_share = 0.0;
    double overtone = 0.0;                      ///< times the tone, at half its loudness; 0: none
    double noise_hz = 0.0, noise_end_hz = 0.0;  ///< where the low pass cuts
    double noise_share = 0.0;
    double rattle_hz = 0.0;  ///< how often a second it is interrupted; 0: it isn't
};

/// In the order of SoundVoice. Chosen by ear.
constexpr std::array<VoiceInfo, sound_words.size()> voices{
    VoiceInfo{0.22, 0.001, 6.0, 110.0, 55.0, 0.9, 0.0, 900.0, 200.0, 0.5, 0.0},       // thud
    VoiceInfo{0.09, 0.0005, 7.0, 640.0, 520.0, 0.7, 2.76, 3200.0, 1500.0, 0.4, 0.0},  // knock
    VoiceInfo{0.32, 0.08, 3.0, 0.0, 0.0, 0.0, 0.0, 700.0, 3600.0, 1.0, 0.0},          // whoosh
    VoiceInfo{0.90, 0.001, 5.0, 1318.5, 1318.5, 0.8, 2.0, 0.0, 0.0, 0.0, 0.0},        // chime
    VoiceInfo{0.55, 0.004, 4.5, 0.0, 0.0, 0.0, 0.0, 5200.0, 700.0, 1.0, 0.0},         // splash
    VoiceInfo{0.45, 0.03, 2.5, 300.0, 420.0, 0.6, 3.1, 1500.0, 2200.0, 0.3, 38.0},    // creak
};

const VoiceInfo& voice_of(const SoundCue& cue) {
    return voices[static_cast<std::size_t>(cue.voice)];
}

constexpr double lowest_pitch = 0.25, highest_pitch = 4.0;

double pitch_of(const SoundCue& cue) {
    return cue.pitch > lowest_pitch ? std::min(cue.pitch, highest_pitch) : lowest_pitch;  // also for what is no number
}

/// White noise, the same every time.
class Noise {
  public:
    double next() {
        state_ ^= state_ << 13U;
        state_ ^= state_ >> 17U;
        state_ ^= state_ << 5U;
        return static_cast<double>(state_) / 2147483648.0 - 1.0;
    }

  private:
    std::uint32_t state_ = 0x9E3779B9U;
};

double glide(double from, double to, double share) {
    return from + (to - from) * share;
}

}  // namespace

double sound_length(const SoundCue& cue) {
    return voice_of(cue).length_s / std::sqrt(pitch_of(cue));
}

std::vector<float> sound_samples(const SoundCue& cue) {
    const VoiceInfo& voice = voice_of(cue);
    const double pitch = pitch_of(cue);
    const double loudness = std::clamp(cue.loudness, 0.0, 1.0);
    const auto count = static_cast<std::size_t>(sound_length(cue) * sound_rate_hz);
    std::vector<float> out(count);
    constexpr double turn = 2.0 * std::numbers::pi;
    constexpr double step_s = 1.0 / sound_rate_hz;
    Noise noise;
    double tone = 0.0;  // phases, in turns
    double over = 0.0;
    double low = 0.0;
    for (std::size_t i = 0; i < count; ++i) {
        const double at_s = static_cast<double>(i) * step_s;
        const double share = static_cast<double>(i) / static_cast<double>(count);
        const double hz = pitch * glide(voice.tone_hz, voice.tone_end_hz, share);
        tone += hz * step_s;
        over += hz * voice.overtone * step_s;
        double sum = voice.tone_share * elementary::sin(turn * tone);
        if (voice.overtone > 0.0) sum += 0.5 * voice.tone_share * elementary::sin(turn * over);
        if (voice.noise_share > 0.0) {
            const double cut =
                1.0 - elementary::exp(-turn * pitch * glide(voice.noise_hz, voice.noise_end_hz, share) * step_s);
            low += cut * (noise.next() - low);
            sum += voice.noise_share * 1.6 * low;
        }
        if (voice.rattle_hz > 0.0) sum *= 0.55 + 0.45 * elementary::sin(turn * voice.rattle_hz * pitch * at_s);
        const double in = std::min(1.0, at_s / voice.attack_s);
        const double end = std::min(1.0, (1.0 - share) * 20.0);  // no click at its end
        out[i] = static_cast<float>(0.6 * loudness * in * end * elementary::exp(-voice.fade * share) * sum);
    }
    return out;
}

double sound_nearness(const Vec3& place, const Vec3& ear) {
    constexpr double half_m = 8.0;
    return 1.0 / (1.0 + glm::length(place - ear) / half_m);
}

std::vector<float> run_samples(const Trace& trace, std::size_t listener) {
    double length_s = trace.length_s();
    for (const SoundCue& cue : trace.sounds) length_s = std::max(length_s, cue.time + sound_length(cue));
    std::vector<float> out(static_cast<std::size_t>(std::max(0.0, length_s) * sound_rate_hz));
    for (const SoundCue& cue : trace.sounds) {
        if (listener >= trace.tracks.size() || trace.tracks[listener].rows.empty()) break;
        SoundCue heard = cue;
        heard.loudness *= sound_nearness(cue.place, position_at(trace.tracks[listener], cue.time));
        const std::vector<float> samples = sound_samples(heard);
        const auto from = static_cast<std::size_t>(std::max(0.0, cue.time) * sound_rate_hz);
        for (std::size_t i = 0; i < samples.size() && from + i < out.size(); ++i) out[from + i] += samples[i];
    }
    for (float& sample : out) sample = std::clamp(sample, -1.0F, 1.0F);
    return out;
}

std::string wav_file(std::span<const float> samples, int rate_hz) {
    const auto bytes = static_cast<std::uint32_t>(samples.size() * 2);
    std::string out;
    const auto put = [&](std::uint32_t value, int size) {
        for (int i = 0; i < size; ++i) out += static_cast<char>(value >> (8 * i) & 0xFFU);
    };
    out += "RIFF";
    put(36 + bytes, 4);
    out += "WAVEfmt ";
    put(16, 4);
    put(1, 2);  // plain samples
    put(1, 2);  // one channel
    put(static_cast<std::uint32_t>(rate_hz), 4);
    put(static_cast<std::uint32_t>(rate_hz) * 2, 4);
    put(2, 2);
    put(16, 2);
    out += "data";
    put(bytes, 4);
    for (const float sample : samples)
        put(static_cast<std::uint16_t>(
                static_cast<std::int16_t>(std::lround(std::clamp(sample, -1.0F, 1.0F) * 32767.0F))),
            2);
    return out;
}

}  // namespace leap
