// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/units/vector.hpp"

namespace leap {

struct ButtonEvent {
    std::string button;
    bool down = true;
    friend bool operator==(const ButtonEvent&, const ButtonEvent&) = default;
};
struct StickEvent {
    Vec2 stick{0.0};  ///< x to the right, y ahead; at most 1 long
    friend bool operator==(const StickEvent&, const StickEvent&) = default;
};
struct LookEvent {
    double yaw_deg = 0.0;    ///< 0 looks along x, 90 along y
    double pitch_deg = 0.0;  ///< up is positive
    friend bool operator==(const LookEvent&, const LookEvent&) = default;
};

struct TapeEvent {
    double time_s = 0.0;
    std::variant<ButtonEvent, StickEvent, LookEvent> what;
    friend bool operator==(const TapeEvent&, const TapeEvent&) = default;
};

/// One character of a tape: which body it is, where it starts, what it does.
struct TapeTrack {
    std::string name{};         ///< of the character; empty: its body's
    std::string body{};         ///< of the script; empty: its first
    std::string start_place{};  ///< a place of the course
    std::string start_lit{};    ///< the checkpoint that burns and before which the run begins, instead of the place
    std::vector<TapeEvent> events{};  ///< by time

    friend bool operator==(const TapeTrack&, const TapeTrack&) = default;
};

/// Recorded inputs. Times are seconds, so a tape replays at any tick rate.
struct Tape {
    std::string name{};
    int rate_hz = 120;  ///< the rate it was recorded at
    double length_s = 0.0;
    std::vector<TapeTrack> tracks{1};  ///< by character; their order breaks ties

    friend bool operator==(const Tape&, const Tape&) = default;
};

/// The script's first body alone, at a place of the course.
std::vector<TapeTrack> alone_at(std::string place, std::string lit = {});

/// What a character is called, on the screen and in readings.
std::string track_name(const TapeTrack& track, const std::string& body);

/// The event with its numbers as a tape file writes them (six decimals). Recording rounds first and plays what it
/// recorded, so that the saved tape replays the very same run.
TapeEvent rounded(TapeEvent event);
double rounded_number(double value);

}  // namespace leap
