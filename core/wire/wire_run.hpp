// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <functional>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/tape/trace.hpp"
#include "core/wire/message.hpp"
#include "core/wire/plan.hpp"
#include "core/wire/traffic.hpp"
#include "core/wire/wire_samples.hpp"

/// A rehearsal of shared play, and what came of it. Everything is simulated, faster than real time: the same plan gives
/// the same run, bit for bit.
///
/// Each peer has a world of its own. Its own character answers its player at once. It plays ahead of the host by as
/// much as a message needs, so that what it does reaches the host in time: the host then plays the same instant, of
/// all characters, with what each player did. The others are shown in a peer's world as the host has told them; they
/// stand in the way, and no rule is asked of them there. So what others do to a fixture is known to a peer only as far
/// as that fixture is shared. Where the host's word about an instant differs from what the peer had then, the peer
/// goes back to that instant, takes the host's word over, and plays its inputs again.
namespace leap {

/// What happened to one message.
struct LoggedMessage {
    enum class Kind : std::uint8_t { inputs, state, hello, welcome, telling, goodbye, event };
    Kind kind = Kind::inputs;
    std::size_t from = 0;  ///< in WirePlan::peers
    std::size_t to = 0;
    double sent_s = 0.0;     ///< host's clock
    double arrives_s = 0.0;  ///< infinite: never
    double again_s = 0.0;    ///< it arrives once more; infinite: it doesn't
    std::size_t bytes = 0;
    bool repeated = false;  ///< sent again since nothing was heard of it
    FixtureId fixture;      ///< of a telling
    friend bool operator==(const LoggedMessage&, const LoggedMessage&) = default;
};

/// A peer took the host's word over, and its character came to stand elsewhere for it.
struct WireCorrection {
    std::size_t peer = 0;
    double at_s = 0.0;                  ///< host's clock
    double of_s = 0.0;                  ///< the instant of play that the word was about
    double moved_m = 0.0;               ///< how far its character came to stand from where it had been
    Vec3 back{0.0};                     ///< m, from there to where it had been
    bool late_input = false;            ///< an input of it had not come to the host in time
    std::vector<std::size_t> fixtures;  ///< that were otherwise, too
    friend bool operator==(const WireCorrection&, const WireCorrection&) = default;
};

/// A fixture's phase that was told, and who got it when.
struct LoggedUpdate {
    PhaseUpdate telling;
    std::vector<double> arrived_s;  ///< by peer, host's clock; infinite: never
    friend bool operator==(const LoggedUpdate&, const LoggedUpdate&) = default;
};

/// What a peer showed, a few times a second.
struct WireFrame {
    double at_s = 0.0;  ///< host's clock
    World world;
};

/// One peer of a run.
struct PeerRun {
    std::string name;
    std::size_t actor = 0;
    BodyId body{0};
    double lead_s = 0.0;  ///< how far it plays ahead of the host
    double from_s = 0.0;  ///< since when it plays, host's clock
    double to_s = 0.0;
    std::vector<std::uint32_t> sums;  ///< where all is from inputs: world_sum() as each tick begins, from first_tick on
    std::optional<double> parted_s;   ///< there: the first instant of play at which its sum wasn't the host's
    bool came = true;                 ///< false: it was never welcomed
    std::int64_t first_tick = 0;      ///< of `samples`
    WireSamples samples;              ///< by tick of play, when it played that tick first
    std::vector<WireFrame> frames;
};

/// A press of a player, and when another peer could see that it had been.
struct PressSeen {
    std::size_t by = 0;
    std::size_t peer = 0;
    double pressed_s = 0.0;  ///< host's clock
    double seen_s = 0.0;     ///< likewise
    friend bool operator==(const PressSeen&, const PressSeen&) = default;
};

struct WireRun {
    bool from_inputs = false;  ///< see OthersShown
    Trace host;                ///< what the host's world did: its word is the truth
    std::vector<PeerRun> peers;
    std::vector<LoggedMessage> messages;  ///< by when they were sent
    std::vector<LoggedUpdate> tellings;
    std::vector<WireCorrection> corrections;
    std::vector<PressSeen> presses;
    std::size_t late_inputs = 0;
    std::size_t refused_words = 0;      ///< of peers that said they held what somebody else did
    std::size_t unreadable = 0;         ///< messages that were none, or whose word couldn't be taken over
    double end_s = 0.0;                 ///< host's clock
    bool host_left = false;             ///< play ended with it
    std::vector<std::string> fixtures;  ///< names, by fixture of the course
};

struct WireOptions {
    /// Frames for the eye: how many a second; 0: none.
    double frames_per_s = 0.0;
    /// Share of messages in which bits are turned on their way, for trying what then happens.
    double damaged = 0.0;
    bool forges = false;  ///< and their sum is made anew, as by somebody who means harm
    /// On the caller's thread alone: for what is rehearsed many times at once. The run is the same.
    bool one_thread = false;
    /// Where everything that is sent is written down; null: nowhere.
    Traffic* traffic = nullptr;
    /// Asked now and then; once it says yes the run is broken off.
    std::function<bool()> stop;
};

/// `tapes`: those that the plan speaks of. Errors: a tape, track, body or place that isn't there, no peer, more than
/// max_wire_peers, numbers that make no sense; each names the peer.
tl::expected<WireRun, std::string> rehearse(const SceneView& rehearsal, const WirePlan& plan,
                                            std::span<const Tape> tapes, const WireOptions& options = {});

}  // namespace leap
