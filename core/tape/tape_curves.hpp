// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <span>
#include <string_view>
#include <vector>

#include "core/tape/tape.hpp"

/// The stick and the look of a tape as curves through points, changed by hand. A value holds from its point to the next
/// one. Times are seconds of the tape; the stick's parts lie in -1..1, the look in degrees.
namespace leap {

enum class InputCurve { stick_ahead, stick_side, look_turn, look_up };
inline constexpr std::size_t input_curve_count = 4;

/// "stick ahead": for the screen.
std::string_view input_curve_name(InputCurve curve);
bool is_stick(InputCurve curve);

struct InputPoint {
    double time_s = 0.0;
    double value = 0.0;  ///< SI
    friend bool operator==(const InputPoint&, const InputPoint&) = default;
};

/// By time. The two curves of the stick have the same times, those of the look too. `track`: in Tape::tracks.
std::vector<InputPoint> points_of(const Tape& tape, std::size_t track, InputCurve curve);

/// The point with that number, put elsewhere; the other curve's point goes along in time. It stays between its
/// neighbours and within the tape, and the stick at most 1 long: what was asked for is brought into that room.
Tape with_point_moved(const Tape& tape, std::size_t track, InputCurve curve, std::size_t number,
                      const InputPoint& wanted);
/// One more point; the other curve keeps its value there. Where there is one at that time it is moved.
/// `at_start`: what both hold before their first point, (side, ahead) or (turn, up).
Tape with_point(const Tape& tape, std::size_t track, InputCurve curve, const InputPoint& wanted, Vec2 at_start);
Tape without_point(const Tape& tape, std::size_t track, InputCurve curve, std::size_t number);

/// A stroke drawn over the curve: between its first and its last point the curve is the stroke, behind it goes on as
/// before. Points of the stroke are by time.
Tape with_stroke(const Tape& tape, std::size_t track, InputCurve curve, std::span<const InputPoint> stroke,
                 Vec2 at_start);

}  // namespace leap
