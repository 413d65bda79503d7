// SPDX-License-Identifier: MIT
#pragma once

#include "core/wire/ends.hpp"

namespace leap {

/// The end of a peer that plays everybody from inputs alone. Up to where the host has told all of them its world is the
/// host's, bit for bit; beyond it what others do is foreseen as nothing new.
class InputsPeer : public PeerEnd {
  public:
    /// `start`: how play begins. It is the same on every machine.
    InputsPeer(WireStage& stage, std::size_t peer, std::vector<InputEvent> own, World start)
        : PeerEnd(stage, peer, std::move(own)), start_(std::move(start)) {}
    void begin(World start, std::size_t actor) override;
    void receive(double now, const Packet& packet) override;

  private:
    /// What a tick was played with.
    struct Played {
        std::vector<InputEvent> inputs;
        std::size_t actors = 0;
        friend bool operator==(const Played&, const Played&) = default;
    };

    void play_tick(std::int64_t k) override;
    void hear_inputs(double now, const ToldInputs& message, std::size_t late);
    bool take(const std::variant<InputEvent, Joining>& told);
    void come_into_play(double now);
    void go_back(double now, std::size_t late);
    Played foreseen(std::int64_t tick) const;
    void let_in(std::size_t actors);
    void leave_behind();

    World start_;
    std::optional<std::size_t> welcomed_as_;
    std::vector<InputEvent> known_;  ///< of everybody, as the host has told them, by time and character
    std::vector<Joining> joinings_;
    std::int64_t known_until_ = 0;  ///< nothing else comes before this tick
    std::deque<World> past_;        ///< at the begin of each tick from past_first_ on
    std::deque<Played> played_;     ///< by tick, as past_
    std::size_t late_seen_ = 0;
};

}  // namespace leap
