// SPDX-License-Identifier: MIT
// The host's part where everybody plays from inputs alone: it tells all of them, each with the instant at which it
// counts, and up to where nothing else will come. What is told never changes: so every peer comes to the same world.
#include <algorithm>

#include "core/simulation/start.hpp"
#include "core/wire/ends.hpp"

namespace leap {

/// Those that its player has made until the end of this tick: with an input delay they count later.
void HostEnd::tell_own_inputs() {
    const double made_until = stage_.seconds(world().tick + 1) + stage_.plan.input_delay_s - same_time_s;
    for (; own_told_ < own_.size() && own_[own_told_].time < made_until; ++own_told_) tell_input(own_[own_told_]);
}

/// A newcomer comes into play once nobody can have played beyond that for good.
void HostEnd::welcome_from_inputs(std::size_t peer, const ActorStart& start) {
    Guest& guest = guests_[peer];
    const std::int64_t tick = std::max(world().tick, told_until_);
    guest.there = true;
    guest.actor = world().actors.size() + coming_.size();
    guest.heard_until = tick;
    coming_.push_back({peer, tick, start});
    Joining joining;
    joining.tick = tick;
    joining.actor = static_cast<std::uint8_t>(guest.actor);
    joining.body = static_cast<std::uint8_t>(start.kind.at());
    joining.position = start.position;
    joining.facing_rad = start.facing_rad;
    told_.emplace_back(joining);
    WelcomeMessage message;
    message.tick = tick;
    message.actor = joining.actor;
    guest.certain.queue(message);
    stage_.run.peers[peer].actor = guest.actor;
}

void HostEnd::let_in() {
    while (!coming_.empty() && coming_.front().tick <= world().tick) {
        const Coming& coming = coming_.front();
        simulation_.add(coming.start);
        stage_.run.host.tracks.push_back({stage_.run.peers[coming.peer].name, coming.start.kind, {}, {}});
        coming_.erase(coming_.begin());
    }
}

/// Who goes lets go of everything, at an instant that nobody has played for good.
void HostEnd::let_go_from_inputs(std::size_t peer) {
    Guest& guest = guests_[peer];
    const double time = stage_.seconds(std::max({world().tick, told_until_, guest.heard_until}));
    const auto id = static_cast<std::int32_t>(guest.actor);
    std::vector<bool> down(stage_.r.program.buttons.size());
    if (guest.actor < world().actors.size())
        for (std::size_t i = 0; i < down.size(); ++i) down[i] = world().actors[guest.actor].buttons[i].down;
    for (const InputEvent& input : guest.inputs)
        if (input.kind == InputEvent::Kind::button) down[input.button.at()] = input.down;
    const auto add = [&](const InputEvent& input) {
        guest.inputs.push_back(input);
        tell_input(input);
    };
    add({InputEvent::Kind::stick, time, {}, false, Vec2{0.0}, id});
    for (std::size_t i = 0; i < down.size(); ++i)
        if (down[i]) add({InputEvent::Kind::button, time, ButtonId(i), false, Vec2{0.0}, id});
}

/// What comes later than it should is played at the tick at which it comes: so up to there all is known of everybody,
/// and beyond it up to where each has told what its player did.
void HostEnd::promise() {
    std::int64_t until = world().tick + stage_.delay_ticks();
    for (const Guest& guest : guests_)
        if (guest.there && !guest.gone) until = std::min(until, std::max(guest.heard_until, world().tick));
    told_until_ = std::max(told_until_, until);
}

void HostEnd::send_inputs(double now, std::size_t peer) {
    Guest& guest = guests_[peer];
    ToldInputs message;
    message.first = guest.state_heard + 1;
    message.until_tick = told_until_;
    message.inputs_until = guest.heard_until;
    message.certain_heard = guest.certain.heard();
    message.told.assign(told_.begin() + guest.state_heard, told_.end());
    guest.state = static_cast<std::uint32_t>(told_.size());
    notes_.send(encode(message), {LoggedMessage::Kind::inputs, 0, peer, now, 0.0, 0.0, 0, false, {}}, guest.late);
}

}  // namespace leap
