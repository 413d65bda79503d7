// SPDX-License-Identifier: MIT
#include "core/wire/inputs_peer.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/simulation/start.hpp"
#include "core/state/world_sum.hpp"

namespace leap {
namespace {

bool comes_before(const InputEvent& a, const InputEvent& b) {
    return a.time < b.time || (a.time == b.time && a.actor < b.actor);
}

}  // namespace

void InputsPeer::begin(World start, std::size_t actor) {
    simulation_.go_on_from(std::move(start));
    come(actor, 0.0);
}

void InputsPeer::receive(double now, const Packet& packet) {
    const auto message = decode(packet.bytes);
    if (!message) {
        ++notes_.unreadable;
        return;
    }
    if (const auto* inputs = std::get_if<ToldInputs>(&*message)) return hear_inputs(now, *inputs, packet.late_inputs);
    const auto* certain = std::get_if<CertainMessage>(&*message);
    if (certain == nullptr) return;
    for (const CertainContent& content : certain_.receive(*certain))
        if (const auto* welcome = std::get_if<WelcomeMessage>(&content)) welcomed_as_ = welcome->actor;
    come_into_play(now);
}

/// Numbers are told one after the other from the last that the host knows to be here: there is never a gap.
void InputsPeer::hear_inputs(double now, const ToldInputs& message, std::size_t late) {
    certain_.acknowledged(message.certain_heard);
    if (message.first == 0 || message.first > heard_ + 1) return;
    inputs_known_ = std::max(inputs_known_, message.inputs_until);
    for (std::size_t i = heard_ + 1 - message.first; i < message.told.size(); ++i) {
        if (!take(message.told[i])) {
            ++notes_.unreadable;
            return;
        }
        ++heard_;
    }
    const std::int64_t most = stage_.r.rate_hz * static_cast<std::int64_t>(defaults::max_wire_s + 1.0);
    known_until_ = std::clamp(message.until_tick, known_until_, std::max(known_until_, most));
    if (!there_) come_into_play(now);
    if (!there_) return;
    go_back(now, late);
    leave_behind();
}

bool InputsPeer::take(const std::variant<InputEvent, Joining>& told) {
    const std::size_t actors = start_.actors.size() + joinings_.size();
    if (const auto* joining = std::get_if<Joining>(&told)) {
        if (joining->actor != actors || joining->body >= stage_.r.program.bodies.size()) return false;
        if (joining->tick < known_until_ || !is_finite(joining->position)) return false;
        if (!std::isfinite(joining->facing_rad)) return false;
        joinings_.push_back(*joining);
        return true;
    }
    const InputEvent& input = std::get<InputEvent>(told);
    if (input.actor < 0 || static_cast<std::size_t>(input.actor) >= actors || !is_input(stage_.r, input)) return false;
    if (input.time < stage_.seconds(known_until_) - same_time_s) return false;
    known_.insert(std::upper_bound(known_.begin(), known_.end(), input, comes_before), input);
    return true;
}

/// A newcomer plays everything that was, from the begin on, and is then where the others are.
void InputsPeer::come_into_play(double now) {
    if (there_ || !welcomed_as_) return;
    const std::size_t place = *welcomed_as_ - start_.actors.size();
    if (*welcomed_as_ < start_.actors.size() || place >= joinings_.size()) return;
    const std::int64_t tick = joinings_[place].tick;
    if (known_until_ < tick) return;
    simulation_.go_on_from(start_);
    actor_ = *welcomed_as_;
    while (world().tick < tick) {
        const Played played = foreseen(world().tick);
        let_in(played.actors);
        simulation_.step(played.inputs);
    }
    come(actor_, std::max(0.0, now + stage_.seconds(lead_) - world().time));
    PeerRun& run = stage_.run.peers[peer_];
    run.came = true;
    run.from_s = now;
}

/// Of its own player it knows before the host what comes; of the others it knows what was told.
InputsPeer::Played InputsPeer::foreseen(std::int64_t tick) const {
    Played out;
    const auto before = [](const InputEvent& input, double time) { return input.time < time; };
    const auto from = std::lower_bound(known_.begin(), known_.end(), stage_.seconds(tick) - same_time_s, before);
    const auto to = std::lower_bound(from, known_.end(), stage_.seconds(tick + 1) - same_time_s, before);
    const bool all_is_told = tick < known_until_;
    for (auto each = from; each != to; ++each)
        if (all_is_told || static_cast<std::size_t>(each->actor) != actor_) out.inputs.push_back(*each);
    if (!all_is_told)
        for (const InputEvent& input : inputs_of(tick))
            out.inputs.insert(std::upper_bound(out.inputs.begin(), out.inputs.end(), input, comes_before), input);
    const auto has_come = [&](const Joining& joining) { return joining.tick <= tick; };
    out.actors =
        start_.actors.size() + static_cast<std::size_t>(std::count_if(joinings_.begin(), joinings_.end(), has_come));
    return out;
}

/// Who comes at the world's tick; nobody is ever taken back.
void InputsPeer::let_in(std::size_t actors) {
    while (world().actors.size() < actors) {
        const Joining& joining = joinings_[world().actors.size() - start_.actors.size()];
        simulation_.add({BodyId(joining.body), joining.position, joining.facing_rad});
    }
}

void InputsPeer::play_tick(std::int64_t k) {
    Played played = foreseen(world().tick);
    let_in(played.actors);
    stage_.run.peers[peer_].samples.add(simulation_);
    note_presses(inputs_of(world().tick), k);
    past_.push_back(world());
    simulation_.step(played.inputs);
    played_.push_back(std::move(played));
    shown_.resize(world().actors.size());
    for (std::size_t i = 0; i < shown_.size(); ++i)
        if (i != actor_) shown_[i].push_back({stage_.seconds(known_until_), stage_.seconds(k)});
    leave_behind();
}

/// To the first tick that was played with something else than what is known by now, and on from there.
void InputsPeer::go_back(double now, std::size_t late) {
    std::size_t first = 0;
    while (first < played_.size() && foreseen(past_first_ + static_cast<std::int64_t>(first)) == played_[first])
        ++first;
    if (first == played_.size()) return;
    const std::int64_t tick = past_first_ + static_cast<std::int64_t>(first);
    const World before = world();
    simulation_.go_on_from(past_[first]);
    for (std::size_t i = first; i < played_.size(); ++i) {
        played_[i] = foreseen(world().tick);
        let_in(played_[i].actors);
        past_[i] = world();
        simulation_.step(played_[i].inputs);
    }
    WireCorrection correction = correction_at(now, tick, before.actors[actor_].body.position);
    for (std::size_t i = 0; i < before.actors.size(); ++i)
        correction.moved_m =
            std::max(correction.moved_m, glm::length(before.actors[i].body.position - world().actors[i].body.position));
    correction.late_input = late > late_seen_;
    late_seen_ = late;
    if (correction.moved_m >= defaults::min_correction_m) notes_.corrections.push_back(std::move(correction));
}

/// Ticks of which all is known aren't played again; their sums are what is compared with the host's.
void InputsPeer::leave_behind() {
    for (; !past_.empty() && past_first_ < known_until_; ++past_first_) {
        stage_.run.peers[peer_].sums.push_back(world_sum(past_.front()));
        past_.pop_front();
        played_.pop_front();
    }
}

}  // namespace leap
