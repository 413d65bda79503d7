// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string_view>

#include "core/tape/trace.hpp"

/// Quantities of a run on the exact course between its rows: the top of a jump is not the highest row. World frame, SI.
namespace leap {

/// A stretch of a run, s.
struct Window {
    double from = 0.0;
    double to = 0.0;
};

enum class Quantity { feet, speed, rising, x, y };
std::optional<Quantity> quantity_named(std::string_view name);

/// A quantity at a time. Rows must not be empty; times outside the run count as its ends.
double quantity_at(const TraceTrack& track, Quantity quantity, double time);

/// The same just before an instant: what a launch at that instant does is not in it.
double quantity_before(const TraceTrack& track, Quantity quantity, double time);

/// Highest (or lowest) value in a window.
double extreme(const TraceTrack& track, Quantity quantity, Window window, bool highest);

/// Its mean over a window, each moment weighed alike.
double mean(const TraceTrack& track, Quantity quantity, Window window);

/// The largest fall between two instants of the window that lie at most `within_s` apart; 0 when it only rises.
double largest_drop(const TraceTrack& track, Quantity quantity, Window window, double within_s);

/// The first instant in the window at which it is at or above `wanted` (`above`), or at or below it.
std::optional<double> first_past(const TraceTrack& track, Quantity quantity, Window window, double wanted, bool above);

}  // namespace leap
