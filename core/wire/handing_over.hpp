// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <span>
#include <utility>
#include <vector>

#include "core/wire/link.hpp"
#include "core/wire/wire_run.hpp"

/// All ends of a rehearsal play a stretch of ticks at once, on as many threads as there are. What they send meanwhile,
/// and what is noted of them, is handed over when all have played it, in the order in which one thread would have done
/// it: so a run is the same on any number of threads. Part of rehearse().
namespace leap {

struct WireStage;
struct Connection;

/// A message that an end has sent in the stretch.
struct SentMessage {
    Bytes bytes;
    LoggedMessage about;          ///< without when it arrives
    std::size_t late_inputs = 0;  ///< see Packet
};

/// What one end has sent and what is noted of it since the last handing over, by time.
struct EndNotes {
    std::vector<SentMessage> sent;
    std::vector<WireCorrection> corrections;
    /// Numbers of tellings that have come, and when (host's clock, s).
    std::vector<std::pair<std::uint32_t, double>> tellings;
    std::size_t unreadable = 0;

    /// Of the kind, sender and receiver that `about` says.
    void send(Bytes bytes, LoggedMessage about, std::size_t late_inputs = 0) {
        about.bytes = bytes.size();
        sent.push_back({std::move(bytes), about, late_inputs});
    }
};

/// Puts what all ends have noted into the run, and what they have sent on its way; the notes are empty then. `notes`:
/// by peer, the host's first. `connections`: by peer.
void hand_over(WireStage& stage, std::span<EndNotes* const> notes, std::span<Connection> connections);

/// How many ticks all ends can play at once: as many as the fastest message is on its way. 1: a message may arrive at
/// the tick at which it is sent.
std::int64_t ticks_at_once(const WirePlan& plan, double rate_hz);

}  // namespace leap
