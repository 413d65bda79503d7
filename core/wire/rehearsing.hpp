// SPDX-License-Identifier: MIT
#pragma once

#include <deque>
#include <map>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

#include "core/wire/ends.hpp"

/// A rehearsal of shared play under way, tick by tick: the host, the peers, what is between them. Part of rehearse()
/// and of LiveWire.
namespace leap {

/// One who plays: its track with what the plan says otherwise.
struct WirePlayer {
    TapeTrack track;
    std::vector<InputEvent> inputs;
};

/// What is wrong with a plan, apart from its tapes; empty: nothing.
std::string what_is_wrong(const Program& program, const WirePlan& plan);
/// A run that nothing has happened in yet, and what both ends know of it; all must live as long as the stage.
void begin_wire_run(const Rehearsal& rehearsal, const WirePlan& plan, WireRun& run);
WireStage make_wire_stage(const Rehearsal& rehearsal, const WirePlan& plan, WireRun& run, const WireOptions& options);
/// Says which tape, track or button is lacking.
tl::expected<WirePlayer, std::string> player_of(const Rehearsal& rehearsal, const WirePeer& peer,
                                                std::span<const Tape> tapes);

class Rehearsing {
  public:
    /// `stage` must live as long.
    Rehearsing(WireStage& stage, std::vector<WirePlayer> players) : stage_(stage), players_(std::move(players)) {}

    tl::expected<void, std::string> begin();
    /// Whether there is another tick: not beyond the plan's length, nor once the host has left.
    bool goes_on() const { return !stage_.run.host_left && k_ < ticks_; }
    /// The next tick of the host's clock.
    void tick();
    /// What can be said only when all is over.
    void finish();

    /// The host's clock (s).
    double now_s() const { return stage_.seconds(k_); }
    /// Which instant of its tape (s) a peer's player is at: that of the next tick it plays. Nothing while it isn't
    /// there.
    std::optional<double> tape_time(std::size_t peer) const;
    /// A peer's player does something, at an instant of its tape not before tape_time(), nor before what it did last.
    void play(std::size_t peer, InputEvent input);
    /// Null while the peer isn't there.
    const World* world_of(std::size_t peer) const;

  private:
    void come_and_go(double now);
    void hear_host(double now);
    void keep_frames(double now);

    WireStage& stage_;
    std::vector<WirePlayer> players_;
    std::vector<ActorStart> starts_;  ///< by peer
    std::optional<HostEnd> host_;
    std::deque<PeerEnd> ends_;  ///< by peer; the host's isn't used
    std::vector<Connection> connections_;
    std::map<std::size_t, bool> called_;
    std::int64_t furthest_ = 0;
    std::int64_t k_ = 0;  ///< the tick that comes next; below 0 while peers play ahead
    std::int64_t ticks_ = 0;
    double next_frame_s_ = 0.0;
};

}  // namespace leap
