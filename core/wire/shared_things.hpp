// SPDX-License-Identifier: MIT
#pragma once

#include <vector>

#include "core/simulation/simulation.hpp"
#include "core/wire/bytes.hpp"

/// What of a course's fixtures is shared, and the state that the host tells a peer: those of them that are kept equal,
/// that peer's own character, and as much of the others as is seen.
namespace leap {

/// One fixture of which something is shared.
struct SharedThing {
    std::size_t fixture = 0;            ///< in World::fixtures
    const ShareInfo* phase = nullptr;   ///< null: its phase isn't
    bool place = false;                 ///< where it lies, who holds it
    std::vector<std::size_t> counters;  ///< in World::counters
    bool is_state() const { return place || !counters.empty() || (phase && phase->reach == ShareReach::state); }
};

/// By fixture; those of which nothing is shared have no place here.
std::vector<SharedThing> shared_things(const SceneView& rehearsal);

/// Puts what differs from `state` into the run's world; `begin` of each thing's bytes follows from those before.
/// Returns the fixtures that have differed. `ok`: the bytes fit.
std::vector<std::size_t> take_things(const std::vector<SharedThing>& things, std::span<const std::uint8_t> state,
                                     Simulation& run, bool& ok);

/// What every peer is told of one instant: the fixtures that are kept equal, and each character as it is seen.
struct StateForAll {
    Bytes things;
    Bytes shown;
};
StateForAll state_for_all(const SceneView& rehearsal, const std::vector<SharedThing>& things, const World& world);

/// The whole state for the peer whose character is `own`, of the same instant.
Bytes peer_state(const StateForAll& all, const Actor& own);

/// Its parts.
struct PeerState {
    std::span<const std::uint8_t> things;
    std::span<const std::uint8_t> own;  ///< see actor_state()
    std::vector<RemoteActor> shown;     ///< by character; its own, too
};
/// Nothing when the bytes don't fit, or speak of moves and fixtures that aren't there. `like`: a character of the same
/// program, for the length of its lists.
std::optional<PeerState> read_peer_state(const SceneView& rehearsal, std::span<const std::uint8_t> state,
                                         const Actor& like);

/// How a state that was told compares with one's own. Peers and host split time at different instants, so the last bits
/// of numbers may differ: by less than defaults::min_word_difference, that is rounding.
enum class Likeness : std::uint8_t { same, but_for_rounding, different };
/// Of the fixtures that are kept equal. Bytes that don't fit are different.
Likeness likeness_of_things(const SceneView& rehearsal, const std::vector<SharedThing>& things, const World& world,
                            std::span<const std::uint8_t> told);
Likeness likeness_of_actor(const Actor& actor, std::span<const std::uint8_t> told);

/// What peers are told of a character.
Bytes actor_state(const Actor& actor);
/// Takes it over, of the same instant; false when the bytes don't fit, or speak of another instant, or of what isn't
/// there among `actors` characters.
bool take_actor(const SceneView& rehearsal, std::span<const std::uint8_t> state, std::size_t actors, Actor& actor);

}  // namespace leap
