// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <cstdint>

#include "core/units/noise.hpp"

namespace leap {

/// Random numbers that are the same on every machine: the values of noise_at() in their order. Two sequences with other
/// seeds have nothing in common for as long as either is asked less than 2^40 times.
class Random {
  public:
    explicit Random(std::int64_t seed) : seed_(seed) {}

    /// 0 to 1, without 1.
    double unit() { return 0.5 + 0.5 * noise_at(seed_, number_++); }
    double between(double low, double high) { return low + (high - low) * unit(); }
    /// Below `count`, which is more than 0.
    std::size_t below(std::size_t count) { return static_cast<std::size_t>(unit() * static_cast<double>(count)); }
    bool chance(double share) { return unit() < share; }
    /// Mean 0, standard deviation 1; nothing beyond 6 (the sum of twelve, after Irwin and Hall).
    double normal() {
        double sum = -6.0;
        for (int i = 0; i < 12; ++i) sum += unit();
        return sum;
    }

  private:
    std::int64_t seed_;
    std::int64_t number_ = 0;
};

}  // namespace leap
