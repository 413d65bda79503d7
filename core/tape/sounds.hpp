// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <vector>

#include "core/tape/trace.hpp"

/// Short sounds for the cues of a run, put together from sines and noise. The same cue gives the same samples.
namespace leap {

inline constexpr int sound_rate_hz = 48'000;

/// How long a cue sounds (s).
double sound_length(const SoundCue& cue);

/// Its samples, -1 to 1, at sound_rate_hz, as loud as it says.
std::vector<float> sound_samples(const SoundCue& cue);

/// How loud what sounds at `place` is for an ear at `ear` (m): 1 near by, half of it some metres off.
double sound_nearness(const Vec3& place, const Vec3& ear);

/// All cues of a run as its character hears them who has the number `listener`, from its begin to the end of the last
/// cue or of the run, whichever is later. Never beyond -1 to 1.
std::vector<float> run_samples(const Trace& trace, std::size_t listener);

/// A WAV file: one channel, 16 bits.
std::string wav_file(std::span<const float> samples, int rate_hz = sound_rate_hz);

}  // namespace leap
