// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <vector>

#include "core/wire/bytes.hpp"
#include "core/wire/plan.hpp"

/// One direction of a connection: what is sent arrives later, twice, out of order or never. Seeded: the same messages
/// at the same times meet the same fate.
namespace leap {

/// A message on its way.
struct Packet {
    double sent_s = 0.0;     ///< host's clock
    double arrives_s = 0.0;  ///< likewise
    /// From the host: how many inputs of the receiver had come too late by then. Not told; for saying what a correction
    /// comes from.
    std::size_t late_inputs = 0;
    Bytes bytes;
};

/// Numbers from a seed; the same on every machine. SplitMix64 (Steele, Lea, Flood 2014).
class SeededNumbers {
  public:
    explicit SeededNumbers(std::uint64_t seed) : state_(seed) {}
    std::uint64_t next();
    /// Evenly from 0 to 1, without 1.
    double share();

  private:
    std::uint64_t state_;
};

class LinkWay {
  public:
    LinkWay(const WireLink& link, std::uint64_t seed) : link_(&link), numbers_(seed) {}

    /// Sends at `now`. Returns when it arrives, and when once more; infinite: never.
    struct Fate {
        double arrives_s = 0.0;
        double again_s = 0.0;
    };
    Fate send(double now, Bytes bytes, std::size_t late_inputs = 0);

    /// Those that have arrived by `now`, by when; they are taken out.
    std::vector<Packet> arrived(double now);

    /// Nothing that is on its way arrives any more.
    void cut() { on_the_way_.clear(); }

  private:
    const WireLink* link_;
    SeededNumbers numbers_;
    double busy_until_ = -1e300;  ///< s; until when the line is taken by what was sent
    std::vector<Packet> on_the_way_;
};

}  // namespace leap
