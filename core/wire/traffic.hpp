// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <span>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

#include "core/wire/bytes.hpp"

/// A recording of everything that peers of a rehearsal sent each other, as a file: docs/files.md has its layout.
namespace leap {

struct RecordedMessage {
    std::uint8_t from = 0;  ///< in Traffic::peers
    std::uint8_t to = 0;
    double sent_s = 0.0;     ///< host's clock
    double arrives_s = 0.0;  ///< infinite: never
    double again_s = 0.0;    ///< it arrives once more; infinite: it doesn't
    Bytes bytes;             ///< see decode()
    friend bool operator==(const RecordedMessage&, const RecordedMessage&) = default;
};

struct Traffic {
    std::string rehearsal;
    std::vector<std::string> peers;         ///< the first is the host
    std::vector<RecordedMessage> messages;  ///< by when they were sent
    friend bool operator==(const Traffic&, const Traffic&) = default;
};

Bytes traffic_bytes(const Traffic& traffic);

/// What of a recording could be read, and what of it couldn't.
struct TrafficRead {
    Traffic traffic;
    std::vector<std::string> problems;  ///< each says at which byte, and what was left out for it
};

/// Error: the bytes are no recording, or one of a newer layout. A recording that is cut short, or of which bits were
/// turned, gives what is whole of it. Takes no more room than some times the bytes'.
tl::expected<TrafficRead, std::string> read_traffic(std::span<const std::uint8_t> bytes);

/// One message in words, without who sent it and when: "state 12, changes since 9, tick 240".
std::string message_text(std::span<const std::uint8_t> message);

}  // namespace leap
