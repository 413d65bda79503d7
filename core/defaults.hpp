// SPDX-License-Identifier: MIT
#pragma once

/// Every default and tolerance of the core, with its unit, its purpose and whether to touch it.
namespace leap::defaults {

// --- Time -----------------------------------------------------------------------------------------------------------
/// Ticks per second when nothing else is said. Results must not depend on it; touch freely.
inline constexpr int tick_rate_hz = 120;
/// Slowest and fastest rates that are accepted.
inline constexpr int slowest_rate_hz = 10;
inline constexpr int fastest_rate_hz = 2000;
/// How far past a crossing the step goes on, so that the crossed comparison holds (s). Far below anything that is felt,
/// far above rounding; leave.
inline constexpr double crossing_nudge_s = 1e-9;
/// A tick is split at most this often; more means that rules chase each other, which is reported. Leave.
inline constexpr int most_splits_per_tick = 64;
/// Transitions at one instant, for the same reason. Leave.
inline constexpr int most_changes_per_instant = 16;
/// Longest tape (s) that is read or recorded.
inline constexpr double longest_tape_s = 3600.0;
/// Ticks between the states kept along a trace (for the answers at the cursor). More is slower to look at, less takes
/// memory.
inline constexpr int ticks_between_snapshots = 60;

// --- Body -----------------------------------------------------------------------------------------------------------
/// Space kept between the body and every surface (m). Below 0.1 mm rounding shows; above 5 mm eyes do. Leave.
inline constexpr double contact_gap_m = 0.001;
/// The body never moves faster than this (m/s): absurd dials must not reach absurd numbers. Touch if a game needs more.
inline constexpr double fastest_body_mps = 200.0;
/// A run into a wall or ceiling slower than this is no event (m/s).
inline constexpr double softest_bump_mps = 0.3;
/// Share of the radius within which an edge under the falling body counts as landing on it, not sliding off.
inline constexpr double landing_foot_share = 0.75;
/// Directions tried when the body slides along several surfaces in one tick. Leave.
inline constexpr int most_slides = 6;
/// Halvings when the instant is sought at which the ground ends (2^-14 of a tick). Leave.
inline constexpr int ground_end_halvings = 14;
/// The body may not leave this distance from the origin (m); beyond, doubles lose the millimetre.
inline constexpr double farthest_place_m = 1e6;

// --- Files ----------------------------------------------------------------------------------------------------------
/// Newest format numbers that are read and written.
inline constexpr int tape_format = 1;
inline constexpr int course_format = 1;
inline constexpr int project_format = 1;
/// Larger files are refused (bytes).
inline constexpr long long largest_file_bytes = 256LL * 1024 * 1024;

}  // namespace leap::defaults
