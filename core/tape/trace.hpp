// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include "core/record/record.hpp"
#include "core/state/world.hpp"

namespace leap {

/// What came out of a run, with states to go on from.
struct Trace : Record {
    std::vector<World> snapshots;  ///< every few ticks, by time
};

/// The row in force at a time: the last one at or before it. Rows must not be empty.
std::size_t row_at(const TraceTrack& track, double time);
/// Position (m) and velocity (m/s) on the exact course between rows. World frame.
Vec3 position_at(const TraceTrack& track, double time);
Vec3 velocity_at(const TraceTrack& track, double time);
/// The position where the row in force is known.
Vec3 position_in_row(const TraceTrack& track, std::size_t row, double time);

/// A hash (FNV-1a, 64 bits) over every row and event, the same for the same run on every build.
std::uint64_t trace_hash(const Trace& trace);
std::string hash_text(std::uint64_t hash);

/// "hop.rise started", "landed" ... for lists and messages.
std::string event_text(const TraceEvent& event, const Program& program, const Trace& trace);
std::string_view event_word(EventKind kind);

/// Rows as comma-separated values with a head line: every split and tick; `tick` is 1 for rows that begin one.
std::string trace_csv(const Trace& trace, const Program& program);

}  // namespace leap
