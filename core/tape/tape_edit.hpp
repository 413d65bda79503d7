// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <span>
#include <tl/expected.hpp>

#include "core/tape/tape.hpp"

/// Changes of a tape by hand. Each gives another tape, in which presses and releases of a button go by turns as before,
/// times are rounded as files write them, and lie within the tape. Times are seconds of the tape.
namespace leap {

/// A button held in one go. Without a release it is held to the tape's end.
struct Press {
    double from_s = 0.0;
    double to_s = 0.0;
    friend bool operator==(const Press&, const Press&) = default;
};

/// Which button of which character.
struct ButtonRow {
    std::size_t track = 0;  ///< in Tape::tracks
    std::string button;
};

/// By time.
std::vector<Press> presses_of(const Tape& tape, const ButtonRow& row);

/// The press with that number, put to other times. It keeps clear of its neighbours and of the tape's ends and stays
/// at least defaults::min_press_s long: what was asked for is brought into that room.
Tape with_press_moved(const Tape& tape, const ButtonRow& row, std::size_t number, const Press& wanted);
/// One more press; nothing where the button is down already, or where there is no room.
std::optional<Tape> with_press(const Tape& tape, const ButtonRow& row, const Press& wanted);
Tape without_press(const Tape& tape, const ButtonRow& row, std::size_t number);

/// A stretch of a tape.
struct TapeRange {
    double from_s = 0.0;
    double to_s = 0.0;
};

/// The stretch is gone, what came after it comes at its begin. Buttons, stick and look are there as they were after it.
Tape cut_out(const Tape& tape, TapeRange stretch);
/// The stretch alone, beginning with the buttons, stick and look that it found.
Tape copy_of(const Tape& tape, TapeRange stretch);
/// `piece` (see copy_of) between what is before and after a time; behind it buttons, stick and look go on as they were.
/// A piece that was copied before the first look keeps that of where it comes. Characters are taken by their order; an
/// error when it has others than the tape.
tl::expected<Tape, std::string> with_inserted(const Tape& tape, double at_s, const Tape& piece);
/// Everything behind `at_s` comes later; what is held there is held on.
Tape with_time_inserted(const Tape& tape, double at_s, double seconds);
/// One after the other, under the first one's name, from its start.
tl::expected<Tape, std::string> joined_tapes(const Tape& first, const Tape& second);
/// Left and right change places: the stick's x, and the look about the direction that each character starts in (by
/// Tape::tracks).
Tape mirrored(const Tape& tape, std::span<const double> start_facing_deg);

}  // namespace leap
