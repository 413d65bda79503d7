// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <string_view>

#include "core/wire/differences.hpp"

/// Numbers taken from a rehearsal of shared play.
namespace leap {

struct WireReading {
    std::string_view name;
    std::string_view unit;     ///< "s", "m", "", "B/s", "B"
    std::string_view meaning;  ///< one line
    double value = 0.0;        ///< SI; not a number: there was nothing to read
};

/// The names and what they mean, in the order in which wire_readings() gives them.
std::span<const WireReading> wire_reading_kinds();

/// Of all peers together, or of one (`peer` in WirePlan::peers).
std::vector<WireReading> wire_readings(const WireRun& run, std::span<const WireDifference> differences,
                                       std::optional<std::size_t> peer = std::nullopt);

/// One mark against the readings.
struct WireMarkAnswer {
    WireMark mark;
    double value = 0.0;  ///< SI
    bool met = false;    ///< false for a reading that isn't there, too
};
std::vector<WireMarkAnswer> wire_marks(const WirePlan& plan, std::span<const WireReading> readings);

/// What a run takes in memory (bytes), about: what every peer had at every tick, its pictures, the host's trace and the
/// messages' log.
std::size_t bytes_of(const WireRun& run);

/// How far (m) from where it is a peer's own character is shown at an instant, so that corrections don't make it jump:
/// each is led over to smoothly, for the eye alone. Corrections beyond defaults::farthest_led_over_m are shown at once.
Vec3 led_over(const WireRun& run, std::size_t peer, double at_s);

}  // namespace leap
