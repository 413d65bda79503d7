// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <variant>
#include <vector>

#include "core/simulation/remote_actor.hpp"
#include "core/state/input.hpp"
#include "core/wire/bytes.hpp"

/// What peers tell each other, and how it is laid out in bytes: docs/files.md has the table.
namespace leap {

/// A fixture has gone to a phase.
struct PhaseUpdate {
    std::uint32_t number = 0;  ///< by the host, from 1; 0: a peer's word, or the host's answer where it refuses one
    FixtureId fixture;
    double time = 0.0;  ///< s of play
    FixtureTold told;
    friend bool operator==(const PhaseUpdate&, const PhaseUpdate&) = default;
};

/// A character has emitted something that fixtures hear.
struct EventUpdate {
    double time = 0.0;  ///< s of play
    Heard heard;
    friend bool operator==(const EventUpdate&, const EventUpdate&) = default;
};

/// From a peer: what its player has done, all of it that the host hasn't said to have.
struct InputsMessage {
    std::int64_t until_tick = 0;      ///< it has played up to here
    std::uint32_t heard = 0;          ///< the last state it has heard; or of ToldInputs the last, where those are told
    std::uint32_t certain_heard = 0;  ///< the last certain message it has heard, all before it too
    std::vector<InputEvent> inputs;   ///< of its own character, by time
    friend bool operator==(const InputsMessage&, const InputsMessage&) = default;
};

/// From the host: what is, at the begin of a tick.
struct StateMessage {
    std::uint32_t number = 0;  ///< from 1
    std::uint32_t base = 0;    ///< the state that the changes count from; 0: from nothing
    std::int64_t tick = 0;
    std::int64_t inputs_until = 0;    ///< the tick up to which it has the peer's inputs
    std::uint32_t certain_heard = 0;  ///< see InputsMessage
    std::uint32_t size = 0;           ///< bytes of the state
    Bytes changes;                    ///< see changes_since()
    friend bool operator==(const StateMessage&, const StateMessage&) = default;
};

/// What must arrive, and in order: it is sent until it is known to have arrived.
/// Where everybody plays from inputs alone: somebody comes into play, at the begin of a tick.
struct Joining {
    std::int64_t tick = 0;
    std::uint8_t actor = 0;  ///< in World::actors, behind all that are there
    std::uint8_t body = 0;   ///< in Program::bodies
    Vec3 position{0.0};      ///< m
    double facing_rad = 0.0;
    friend bool operator==(const Joining&, const Joining&) = default;
};

/// There, from the host: what players have done, and who has come.
struct ToldInputs {
    std::uint32_t first = 0;          ///< number of the first of `told`, from 1
    std::int64_t until_tick = 0;      ///< nothing that counts before it will be told later
    std::int64_t inputs_until = 0;    ///< up to here it has the receiver's own
    std::uint32_t certain_heard = 0;  ///< likewise
    std::vector<std::variant<InputEvent, Joining>> told;
    friend bool operator==(const ToldInputs&, const ToldInputs&) = default;
};

struct HelloMessage {
    friend bool operator==(const HelloMessage&, const HelloMessage&) = default;
};
struct WelcomeMessage {
    std::int64_t tick = 0;
    std::uint8_t actor = 0;            ///< which character it is
    std::vector<std::uint8_t> bodies;  ///< by character, in Program::bodies
    std::vector<PhaseUpdate> kept;     ///< what was told before and is kept, in order
    Bytes state;                       ///< whole
    friend bool operator==(const WelcomeMessage&, const WelcomeMessage&) = default;
};
struct GoodbyeMessage {
    friend bool operator==(const GoodbyeMessage&, const GoodbyeMessage&) = default;
};
using CertainContent = std::variant<HelloMessage, WelcomeMessage, PhaseUpdate, GoodbyeMessage, EventUpdate>;
struct CertainMessage {
    std::uint32_t number = 0;  ///< from 1, each way of each connection for itself
    CertainContent content;
    friend bool operator==(const CertainMessage&, const CertainMessage&) = default;
};

using Message = std::variant<InputsMessage, StateMessage, CertainMessage, ToldInputs>;

/// The message, and behind it sum_of() it.
Bytes encode(const Message& message);

/// Nothing when the bytes are no message: a sum that isn't theirs, too short, too long, an unknown kind, a count beyond
/// what is there.
std::optional<Message> decode(std::span<const std::uint8_t> bytes);

/// Tells bytes that were changed on their way: FNV-1a, 32 bits.
std::uint32_t sum_of(std::span<const std::uint8_t> bytes);

}  // namespace leap
