// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <cmath>
#include <deque>
#include <map>
#include <memory>

#include "core/simulation/simulation.hpp"
#include "core/tape/replay.hpp"
#include "core/wire/certain_channel.hpp"
#include "core/wire/handing_over.hpp"
#include "core/wire/link.hpp"
#include "core/wire/shared_things.hpp"
#include "core/wire/wire_run.hpp"

/// The two ends of the connections of a rehearsal: the host's, and each other peer's. Part of rehearse().
namespace leap {

/// Two instants of play that are closer (s) are the same; of a tick's begin this is left to the tick before.
inline constexpr double same_time_s = 1e-12;

/// What both ends know of the rehearsal.
struct WireStage {
    const SceneView& r;
    const WirePlan& plan;
    std::vector<SharedThing> things;
    std::vector<const SharedThing*> by_fixture;  ///< null: nothing of it is shared
    WireRun& run;
    double frames_per_s = 0.0;
    double damaged = 0.0;
    bool forges = false;
    bool one_thread = false;
    SeededNumbers damage{1};
    Traffic* traffic = nullptr;  ///< null: isn't recorded
    double again_after_s(const WireLink& link) const {
        return 2.0 * (link.delay_s + link.jitter_s) + 1.5 * plan.send_every_s + 1.0 / r.rate_hz;
    }
    double seconds(std::int64_t tick) const { return static_cast<double>(tick) / r.rate_hz; }
    /// Whole ticks that lie within the plan's input delay: what is done in them can't change any more.
    std::int64_t delay_ticks() const {
        return static_cast<std::int64_t>(std::floor(plan.input_delay_s * r.rate_hz + 1e-9));
    }
    /// From one tick that the host tells a peer of to the next.
    std::int64_t ticks_between_states() const {
        return std::max<std::int64_t>(1, static_cast<std::int64_t>(std::ceil(plan.send_every_s * r.rate_hz - 1e-6)));
    }
};

/// Both ways of one peer's connection with the host.
struct Connection {
    LinkWay up;    ///< to the host
    LinkWay down;  ///< from it
};

/// Where a press was made and played.
struct PressPlayed {
    double play_s = 0.0;  ///< the instant of play at which it counts
    double at_s = 0.0;    ///< host's clock: when the player pressed; of others' presses: when they were played
};

/// A fixture's phases that a telling may speak of are those of its kind.
bool is_telling_of(const SceneView& rehearsal, const PhaseUpdate& telling);

/// Numbers that are some, a button that is there; whose it is isn't asked.
bool is_input(const SceneView& rehearsal, const InputEvent& input);

/// Something that can be heard in this run.
bool is_heard(const SceneView& rehearsal, const Heard& heard, std::size_t actors);

class HostEnd {
  public:
    HostEnd(WireStage& stage, World start, std::vector<InputEvent> own);

    /// A peer that is there from the start.
    void has(std::size_t peer, std::size_t actor);
    void receive(double now, std::size_t peer, const Packet& packet, std::span<const ActorStart> starts);
    /// Its own player does something, at an instant that isn't played yet.
    void play(InputEvent input);
    /// One tick of play.
    void step();
    void send();
    void finish();

    const World& world() const { return simulation_.world(); }
    const std::vector<std::vector<PressPlayed>>& presses() const { return presses_; }
    const std::vector<PressPlayed>& own_presses() const { return own_presses_; }
    EndNotes& notes() { return notes_; }

  private:
    struct Guest {
        bool there = false;
        bool gone = false;
        std::size_t actor = 0;
        std::vector<InputEvent> inputs;  ///< that have arrived and aren't played yet, by time
        std::int64_t heard_until = 0;
        std::uint32_t state = 0;        ///< the last that was sent, or of told_ where all is from inputs
        std::uint32_t state_heard = 0;  ///< the last that the peer says it has
        std::map<std::uint32_t, Bytes> states;
        ReliableChannel certain;
        std::size_t late = 0;
        double next_send_s = 0.0;
    };
    /// Somebody who will be in play.
    struct Coming {
        std::size_t peer = 0;
        std::int64_t tick = 0;
        ActorStart start;
    };

    void take_inputs(std::size_t peer, const InputsMessage& message);
    void note_late(Guest& guest) {
        ++guest.late;
        ++stage_.run.late_inputs;
    }
    void welcome(std::size_t peer, const ActorStart& start);
    void take_word(double now, std::size_t peer, const PhaseUpdate& telling);
    void let_go(std::size_t peer);
    void tell(FixtureId fixture, double time, const FixtureTold& told);
    void send_state(double now, std::size_t peer, std::optional<StateForAll>& for_all);

    /// What follows is for play from inputs alone; see host_inputs.cpp.
    void tell_input(const InputEvent& input) { told_.emplace_back(input); }
    void tell_own_inputs();
    void welcome_from_inputs(std::size_t peer, const ActorStart& start);
    void let_in();
    void let_go_from_inputs(std::size_t peer);
    void promise();
    void send_inputs(double now, std::size_t peer);

    WireStage& stage_;
    Simulation simulation_;
    std::vector<InputEvent> own_;
    std::size_t next_own_ = 0;
    std::vector<Guest> guests_;  ///< by peer; the host's own isn't used
    std::vector<PhaseUpdate> kept_;
    std::vector<std::vector<PressPlayed>> presses_;  ///< by peer: when their presses were played here
    std::vector<PressPlayed> own_presses_;
    std::vector<std::variant<InputEvent, Joining>> told_;
    std::size_t own_told_ = 0;     ///< how many of `own_` are in it
    std::int64_t told_until_ = 0;  ///< everybody was told that nothing else comes before this tick
    std::vector<Coming> coming_;   ///< by when
    EndNotes notes_;
};

/// What every kind of a peer's end has: its player's inputs, its place in time, what it sends.
class PeerEnd {
  public:
    PeerEnd(WireStage& stage, std::size_t peer, std::vector<InputEvent> own);
    virtual ~PeerEnd() = default;
    PeerEnd(const PeerEnd&) = delete;
    PeerEnd& operator=(const PeerEnd&) = delete;

    /// It is there from the start.
    virtual void begin(World start, std::size_t actor) = 0;
    virtual void receive(double now, const Packet& packet) = 0;
    void join(double now);
    /// Which instant of its tape (s) its player is at; nothing while it isn't there.
    std::optional<double> tape_time() const;
    /// Its player does something, at an instant of its tape that isn't played yet.
    void play(InputEvent input);
    /// Plays up to its lead, at the host's tick `k`.
    void step(std::int64_t k);
    void send(double now);
    void leave(double now);
    void finish(double now);

    std::int64_t lead() const { return lead_; }
    bool is_there() const { return there_; }
    const World& world() const { return simulation_.world(); }
    const std::vector<PressPlayed>& presses() const { return presses_; }
    /// By character: when (host's clock) which instant of play was shown of it.
    const std::vector<std::vector<PressPlayed>>& shown() const { return shown_; }
    EndNotes& notes() { return notes_; }

  protected:
    /// One tick, the host's being `k`.
    virtual void play_tick(std::int64_t k) = 0;
    /// It plays from the present instant of now_ on, as that character. `behind_s`: how far its player's tape begins
    /// behind it.
    void come(std::size_t actor, double behind_s);
    std::span<const InputEvent> inputs_of(std::int64_t tick) const;
    void note_presses(std::span<const InputEvent> inputs, std::int64_t k);
    /// A correction of this peer, its character having been elsewhere before.
    WireCorrection correction_at(double now, std::int64_t tick, const Vec3& before) const;

    WireStage& stage_;
    std::size_t peer_ = 0;
    std::int64_t lead_ = 0;
    bool there_ = false;
    bool leaving_ = false;
    std::size_t actor_ = 0;
    std::vector<InputEvent> own_;  ///< by time; their character and time are set when it is there
    double begins_s_ = 0.0;        ///< of play: when its player's tape begins
    Simulation simulation_;
    std::int64_t past_first_ = 0;    ///< the first tick that may have to be played again
    std::uint32_t heard_ = 0;        ///< the last that the host has told and that is here; see InputsMessage
    std::int64_t inputs_known_ = 0;  ///< the host has its inputs up to this tick
    ReliableChannel certain_;
    double next_send_s_ = -1e300;
    std::size_t inputs_sent_ = 0;
    std::vector<PressPlayed> presses_;
    std::vector<std::vector<PressPlayed>> shown_;
    EndNotes notes_;
};

}  // namespace leap
