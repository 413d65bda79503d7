// SPDX-License-Identifier: MIT
#pragma once

#include "core/wire/ends.hpp"

namespace leap {

/// The end of a peer to whom the host tells states: its own character is played here, the others are shown.
class ToldPeer : public PeerEnd {
  public:
    using PeerEnd::PeerEnd;
    void begin(World start, std::size_t actor) override;
    void receive(double now, const Packet& packet) override;

  private:
    struct AppliedUpdate {
        std::int64_t tick = 0;
        PhaseUpdate telling;
    };

    struct EventThen {
        std::int64_t tick = 0;
        Heard heard;
    };

    /// Of a fixture of which this peer may decide.
    struct AuthorityClaim {
        std::size_t fixture = 0;
        FixtureTold told;
    };

    void play_tick(std::int64_t k) override;
    void begin_at(World start, std::size_t actor, double behind_s);
    void show_others(const std::vector<RemoteActor>& shown, Simulation& run) const;
    RemoteActor shown_at(std::size_t actor, std::int64_t k) const;
    void hear_state(double now, const StateMessage& message, std::size_t late);
    void compare(double now, std::int64_t tick, const PeerState& state, std::size_t late);
    void again_from(World from);
    void play_again(Simulation& run, std::int64_t until, bool keeps);
    void tell_again(Simulation& run) const;
    const World& world_at(std::int64_t tick);
    void forget_before(std::int64_t tick);
    bool may_be_told_of(std::int64_t tick) const;
    void keep_present();
    void be_welcomed(double now, const WelcomeMessage& message);
    void apply(const PhaseUpdate& telling);
    void note_phases();
    std::vector<AuthorityClaim> own_words() const;
    void tell_own_words(std::span<const AuthorityClaim> before);

    std::deque<World> past_;                           ///< at the begin of the ticks that the host may tell of
    std::optional<std::int64_t> told_tick_;            ///< the last of those that it told of
    std::vector<World> spare_;                         ///< room of those that are past
    std::deque<std::vector<RemoteActor>> past_shown_;  ///< what was shown then
    std::vector<AppliedUpdate> applied_;
    std::vector<EventThen> events_;
    std::vector<std::deque<RemoteActor>> others_;                   ///< by character, as the host told them
    std::vector<std::vector<std::pair<PhaseId, double>>> entered_;  ///< by fixture: phases it has gone to, and when
    std::map<std::uint32_t, Bytes> states_;
    std::size_t late_seen_ = 0;
    double late_felt_until_s_ = -1e300;
};

}  // namespace leap
