// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <cstdint>
#include <string_view>

#include "core/units/vector.hpp"

namespace leap {

/// What a short sound is made of; see core/tape/sounds.hpp.
enum class SoundVoice : std::uint8_t { thud, knock, whoosh, chime, splash, creak };

/// Their words in scripts, in the order of the enum.
inline constexpr std::array<std::string_view, 6> sound_words{"thud", "knock", "whoosh", "chime", "splash", "creak"};

/// A sound that a rule has made. For the ear only: not part of a run's hash.
struct SoundCue {
    double time = 0.0;  ///< s since the start
    SoundVoice voice = SoundVoice::thud;
    double loudness = 1.0;    ///< 0 to 1
    double pitch = 1.0;       ///< times the voice's own
    Vec3 place{0.0};          ///< m, world frame
    std::int32_t actor = -1;  ///< in Record::tracks, whose doing it was

    friend bool operator==(const SoundCue&, const SoundCue&) = default;
};

}  // namespace leap
