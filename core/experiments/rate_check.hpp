// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <functional>
#include <string>
#include <vector>

#include "core/readings/readings.hpp"
#include "core/tape/replay.hpp"

namespace leap {

/// Rates of games, screens and headsets, and some whose ticks don't fall together: a result may be the same at 30, 60
/// and 120 only because every tick of one is a tick of the next.
inline constexpr std::array<int, 10> checked_rates{30, 50, 60, 72, 90, 120, 144, 165, 240, 480};

/// One reading at every tick rate.
struct RateSpread {
    std::string name;
    Type type;
    std::array<std::optional<double>, checked_rates.size()> values;
    double spread = 0.0;  ///< (highest - lowest) / size; 1 where some rates have no value at all
};

/// A tape replayed at 30 to 480 ticks/s: what is tuned must not depend on the rate.
struct RateCheck {
    std::vector<Trace> traces;         ///< in the order of the rates
    std::vector<RateSpread> readings;  ///< worst first
};
/// The rates run at once, on all cores. `stop` is asked before each, by any thread; once it says yes the check ends
/// with the words "stopped".
tl::expected<RateCheck, std::string> check_rates(const SceneView& rehearsal, const Tape& tape,
                                                 const std::function<bool()>& stop = {});

}  // namespace leap
