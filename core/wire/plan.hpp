// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "core/tape/tape.hpp"

/// What a rehearsal of shared play consists of: peers, what they play, what their connections are like.
namespace leap {

/// A stretch of time in which nothing comes through.
struct WirePause {
    double from_s = 0.0;
    double to_s = 0.0;
    friend bool operator==(const WirePause&, const WirePause&) = default;
};

/// The connection of one peer with the host, the same both ways.
struct WireLink {
    double delay_s = 0.05;     ///< each way
    double jitter_s = 0.0;     ///< up to so much more, evenly; later messages may overtake earlier ones
    double loss = 0.0;         ///< share of messages that never arrive
    double duplicates = 0.0;   ///< share of messages that arrive twice
    double bytes_per_s = 0.0;  ///< how much goes through; 0: as much as there is
    std::vector<WirePause> pauses;
    friend bool operator==(const WireLink&, const WireLink&) = default;
};

struct WirePeer {
    std::string name;
    std::string tape;   ///< of the project; empty: it stands where it starts
    std::string track;  ///< of the tape; empty: its first
    std::string place;  ///< where it starts; empty: where the track does
    std::string body;   ///< which body it is; empty: the track's
    double joins_s = 0.0;
    std::optional<double> leaves_s;
    /// How much its clock goes before what it takes the host's to be. It plays that much farther ahead of the host; one
    /// that goes behind plays less far ahead, so that what it does comes too late. The host's is the one that counts.
    double clock_s = 0.0;
    WireLink link;  ///< the host has none
    friend bool operator==(const WirePeer&, const WirePeer&) = default;
};

/// How a peer shows the others.
enum class OthersShown : std::uint8_t {
    behind,  ///< as they were a little while ago, between what was told before and after
    run_on,  ///< from what was told last, on at the same velocity
    /// As they play: every peer plays everybody from inputs alone, and the host tells no states. What others do and
    /// isn't known yet is foreseen as nothing new; where something comes, a peer goes back and plays it again.
    from_inputs
};

/// A mark on a reading of the wire.
struct WireMark {
    std::string reading;
    double low = 0.0;
    double high = 0.0;
    friend bool operator==(const WireMark&, const WireMark&) = default;
};

struct WirePlan {
    std::string name;
    std::uint64_t seed = 1;
    double length_s = 10.0;
    double send_every_s = 0.05;  ///< how often the host tells what is, and peers what they have heard
    OthersShown others = OthersShown::behind;
    double behind_s = 0.1;
    /// How long what a player does waits before it counts, on their own machine too. It is sent at once: peers need to
    /// play less far ahead of the host, and foresee less.
    double input_delay_s = 0.0;
    std::vector<WirePeer> peers;  ///< the first is the host; the others in the order in which they join
    std::vector<WireMark> marks;
    friend bool operator==(const WirePlan&, const WirePlan&) = default;
};

}  // namespace leap
