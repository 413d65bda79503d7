// SPDX-License-Identifier: MIT
#pragma once

#include <cmath>
#include <deque>
#include <map>
#include <memory>

#include "core/tape/replay.hpp"
#include "core/wire/certain_channel.hpp"
#include "core/wire/handing_over.hpp"
#include "core/wire/link.hpp"
#include "core/wire/shared_things.hpp"
#include "core/wire/wire_run.hpp"

/// The two ends of the connections of a rehearsal: the host's, and each other peer's. Part of rehearse().
namespace leap {

/// What both ends know of the rehearsal.
struct WireStage {
    const Rehearsal& r;
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

WireSample sample_of(const World& world);

/// A fixture's phases that a telling may speak of are those of its kind.
bool is_telling_of(const Rehearsal& rehearsal, const Telling& telling);

/// Something that can be heard in this run.
bool is_heard(const Rehearsal& rehearsal, const Heard& heard, std::size_t actors);

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

    const World& world() const { return world_; }
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
        std::uint32_t state = 0;        ///< the last that was sent
        std::uint32_t state_heard = 0;  ///< the last that the peer says it has
        std::map<std::uint32_t, Bytes> states;
        CertainChannel certain;
        std::size_t late = 0;
        double next_send_s = 0.0;
    };

    void take_inputs(std::size_t peer, const InputsMessage& message);
    void welcome(std::size_t peer, const ActorStart& start);
    void take_word(double now, std::size_t peer, const Telling& telling);
    void let_go(std::size_t peer);
    void tell(FixtureId fixture, double time, const FixtureTold& told);

    WireStage& stage_;
    World world_;
    StepScratch scratch_;
    std::vector<InputEvent> own_;
    std::size_t next_own_ = 0;
    std::vector<Guest> guests_;  ///< by peer; the host's own isn't used
    std::vector<Telling> kept_;
    std::vector<std::vector<PressPlayed>> presses_;  ///< by peer: when their presses were played here
    std::vector<PressPlayed> own_presses_;
    EndNotes notes_;
};

class PeerEnd {
  public:
    PeerEnd(WireStage& stage, std::size_t peer, std::vector<InputEvent> own);

    /// It is there from the start.
    void begin(World start, std::size_t actor);
    void join(double now);
    /// Which instant of its tape (s) its player is at; nothing while it isn't there.
    std::optional<double> tape_time() const;
    /// Its player does something, at an instant of its tape that isn't played yet.
    void play(InputEvent input);
    void receive(double now, const Packet& packet);
    /// Plays up to its lead, at the host's tick `k`.
    void step(std::int64_t k);
    void send(double now);
    void leave(double now);
    void finish(double now);

    std::int64_t lead() const { return lead_; }
    bool is_there() const { return there_; }
    const World& world() const { return now_; }
    const std::vector<PressPlayed>& presses() const { return presses_; }
    /// By character: when (host's clock) which instant of play was shown of it.
    const std::vector<std::vector<PressPlayed>>& shown() const { return shown_; }
    EndNotes& notes() { return notes_; }

  private:
    struct AppliedTelling {
        std::int64_t tick = 0;
        Telling telling;
    };

    struct HeardThen {
        std::int64_t tick = 0;
        Heard heard;
    };

    void play_tick(std::int64_t k);
    void show_others(const std::vector<ShownActor>& shown, World& world) const;
    ShownActor shown_at(std::size_t actor, std::int64_t k) const;
    std::span<const InputEvent> inputs_of(std::int64_t tick) const;
    void hear_state(double now, const StateMessage& message, std::size_t late);
    void compare(double now, std::int64_t tick, const PeerState& state, std::size_t late);
    void again_from(std::int64_t tick, World world);
    void be_welcomed(double now, const WelcomeMessage& message);
    void apply(const Telling& telling, World& world);
    void note_phases();
    void tell_own_word();
    World& past(std::int64_t tick) { return past_[static_cast<std::size_t>(tick - past_first_)]; }

    WireStage& stage_;
    std::size_t peer_ = 0;
    std::int64_t lead_ = 0;
    bool there_ = false;
    bool leaving_ = false;
    std::size_t actor_ = 0;
    std::vector<InputEvent> own_;  ///< by time; their character and time are set when it is there
    double behind_s_ = 0.0;        ///< how far it had to catch up when it came
    double begins_s_ = 0.0;        ///< of play: when it came
    World now_;
    StepScratch scratch_;
    std::int64_t past_first_ = 0;
    std::deque<World> past_;                          ///< at the begin of each tick that may have to be played again
    std::vector<World> spare_;                        ///< room of those that are past
    std::deque<std::vector<ShownActor>> past_shown_;  ///< what was shown then
    std::vector<AppliedTelling> applied_;
    std::vector<HeardThen> heard_;
    std::vector<std::deque<ShownActor>> others_;                    ///< by character, as the host told them
    std::vector<std::vector<std::pair<PhaseId, double>>> entered_;  ///< by fixture: phases it has gone to, and when
    std::map<std::uint32_t, Bytes> states_;
    std::uint32_t state_heard_ = 0;
    std::int64_t inputs_known_ = 0;  ///< the host has its inputs up to this tick
    CertainChannel certain_;
    double next_send_s_ = -1e300;
    std::size_t inputs_sent_ = 0;
    std::size_t late_seen_ = 0;
    double late_felt_until_s_ = -1e300;
    std::vector<PressPlayed> presses_;
    std::vector<std::vector<PressPlayed>> shown_;
    EndNotes notes_;
};

}  // namespace leap
