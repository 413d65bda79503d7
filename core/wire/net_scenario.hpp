// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <memory>
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
void begin_wire_run(const SceneView& rehearsal, const WirePlan& plan, WireRun& run);
WireStage make_wire_stage(const SceneView& rehearsal, const WirePlan& plan, WireRun& run, const WireOptions& options);
/// Says which tape, track or button is lacking.
tl::expected<WirePlayer, std::string> player_of(const SceneView& rehearsal, const WirePeer& peer,
                                                std::span<const Tape> tapes);

class NetScenario {
  public:
    /// `stage` must live as long.
    NetScenario(WireStage& stage, std::vector<WirePlayer> players) : stage_(stage), players_(std::move(players)) {}

    tl::expected<void, std::string> begin();
    /// Whether there is another tick: not beyond the plan's length, nor once the host has left.
    bool goes_on() const { return !stage_.run.host_left && k_ < ticks_; }
    /// The next ticks of the host's clock, at most so many: as many as all ends can play at once.
    void advance(std::int64_t most);
    /// What can be said only when all is over.
    void finish();

    /// The tick that comes next; below 0 while peers play ahead.
    std::int64_t tick() const { return k_; }
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
    struct Tick {
        std::int64_t k = 0;
        double now_s = 0.0;  ///< host's clock
        bool has_frame = false;
    };

    void plan_stretch(std::int64_t most);
    /// Those from `first` on, at once.
    void for_each_end(std::size_t first, const std::function<void(std::size_t)>& play);
    void peer_plays(std::size_t i, const Tick& tick);
    void host_plays(const Tick& tick);
    /// What the host has sent at this very tick.
    void peer_hears(std::size_t i, const Tick& tick);
    void hear_host(std::size_t i, const Tick& tick);
    bool frame_is_due(double now);

    WireStage& stage_;
    std::vector<WirePlayer> players_;
    std::vector<ActorStart> starts_;  ///< by peer
    std::optional<HostEnd> host_;
    std::vector<std::unique_ptr<PeerEnd>> ends_;  ///< by peer; the host's isn't used
    std::vector<Connection> connections_;
    std::vector<EndNotes*> notes_;      ///< by peer: of `host_` and `ends_`
    std::vector<std::uint8_t> called_;  ///< by peer: whether it has asked to join
    std::vector<Tick> stretch_;         ///< that is played now
    std::int64_t at_once_ = 1;          ///< see ticks_at_once()
    std::int64_t furthest_ = 0;
    std::int64_t k_ = 0;  ///< see tick()
    std::int64_t ticks_ = 0;
    double next_frame_s_ = 0.0;
};

}  // namespace leap
