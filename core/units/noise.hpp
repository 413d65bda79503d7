// SPDX-License-Identifier: MIT
#pragma once

#include <cmath>
#include <cstdint>

namespace leap {

/// A value in -1 to 1 for each whole number, the same on every machine (the finisher of SplitMix64).
inline double noise_at(std::int64_t seed, std::int64_t number) {
    std::uint64_t z = static_cast<std::uint64_t>(seed) * 0x9E3779B97F4A7C15ULL + static_cast<std::uint64_t>(number);
    z = (z + 0x9E3779B97F4A7C15ULL) * 0xBF58476D1CE4E5B9ULL;
    z = (z ^ (z >> 30U)) * 0xBF58476D1CE4E5B9ULL;
    z = (z ^ (z >> 27U)) * 0x94D049BB133111EBULL;
    z ^= z >> 31U;
    return static_cast<double>(z >> 11U) * (2.0 / 9007199254740992.0) - 1.0;
}

/// Value noise: between whole numbers it goes over from one value to the next with level ends (3t² - 2t³), so that its
/// slope is continuous. Numbers beyond 1e15 either way count as that.
inline double noise(double seed, double number) {
    constexpr double most = 1e15;
    const auto bounded = [](double value) {
        return std::isfinite(value) ? std::fmin(std::fmax(value, -most), most) : 0.0;
    };
    const double low = std::floor(bounded(number));
    const double share = bounded(number) - low;
    const auto which = static_cast<std::int64_t>(std::floor(bounded(seed)));
    const auto at = static_cast<std::int64_t>(low);
    const double from = noise_at(which, at);
    return from + (noise_at(which, at + 1) - from) * (share * share * (3.0 - 2.0 * share));
}

}  // namespace leap
