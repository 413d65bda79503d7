// SPDX-License-Identifier: MIT
#pragma once

#include "core/wire/wire_run.hpp"

/// Where peers' worlds differ from the host's, compared at the same instant of play. What is for the eye only doesn't
/// count.
namespace leap {

enum class DifferenceCause : std::uint8_t {
    not_shared,     ///< nothing of it is told: what others do to it stays with them
    not_kept,       ///< told to those who were there; this peer came later
    on_the_way,     ///< told, and the telling takes its time
    lost,           ///< told, and the telling was lost on its way before it came
    never_came,     ///< told, and it had not come when the rehearsal ended
    ahead,          ///< this peer's own character did it, and the host had it later or not at all
    since_joining,  ///< kept for itself since the peer came; what isn't told began anew then
};

enum class DifferenceOf : std::uint8_t { phase, place, holder };

struct WireDifference {
    std::size_t peer = 0;
    std::size_t fixture = 0;  ///< of the course
    DifferenceOf what = DifferenceOf::phase;
    double from_s = 0.0;           ///< of play
    double to_s = 0.0;             ///< of play; the end of the run when it lasts
    bool lasts = false;            ///< until the end
    std::int16_t host_phase = -1;  ///< as it begins
    std::int16_t peer_phase = -1;
    Owner host_holder;  ///< of holder: as it begins
    Owner peer_holder;
    double most_m = 0.0;  ///< of place: how far apart at most
    DifferenceCause cause = DifferenceCause::not_shared;
    double told_s = -1.0;     ///< of play, when a telling told what the peer hadn't; negative: none did
    double arrived_s = -1.0;  ///< host's clock, when it came
    friend bool operator==(const WireDifference&, const WireDifference&) = default;
};

/// By peer, then by when they begin. Those shorter than a tick aren't told.
std::vector<WireDifference> differences_of(const Rehearsal& rehearsal, const WireRun& run);

/// One in a sentence: "net door: open at the host, shut at Peer 2 from 3.16 s to 4.85 s".
std::string difference_text(const Rehearsal& rehearsal, const WireRun& run, const WireDifference& difference);
/// Why, and what to do about it.
std::string cause_text(const WireRun& run, const WireDifference& difference);
std::string correction_text(const WireRun& run, const WireCorrection& correction);

}  // namespace leap
