// SPDX-License-Identifier: MIT
#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/senses/subject.hpp"
#include "core/simulation/start.hpp"
#include "core/wire/told_peer.hpp"

namespace leap {
void ToldPeer::begin(World start, std::size_t actor) {
    for (std::size_t i = 0; i < start.actors.size(); ++i)
        if (i != actor) show_remote(remote_of(start.actors[i]), start.time, start.actors[i]);
    begin_at(std::move(start), actor, 0.0);
}

void ToldPeer::begin_at(World start, std::size_t actor, double behind_s) {
    simulation_.go_on_from(std::move(start));
    come(actor, behind_s);
    others_.resize(world().actors.size());
    for (std::size_t i = 0; i < world().actors.size(); ++i)
        if (i != actor_) others_[i].push_back(remote_of(world().actors[i]));
    entered_.resize(world().machines.size());
    note_phases();
}

/// A newcomer's own course begins when it comes: what isn't shared is at its first phase, since then.
void ToldPeer::be_welcomed(double now, const WelcomeMessage& message) {
    const std::size_t count = message.bodies.size();
    if (there_ || message.actor >= count || message.tick < 0) return;
    std::vector<ActorStart> starts(count);
    for (std::size_t i = 0; i < count; ++i) {
        if (message.bodies[i] >= stage_.r.program.bodies.size()) return;
        starts[i].kind = BodyId(message.bodies[i]);
    }
    World world = initial_world(stage_.r, starts);
    const auto state = read_peer_state(stage_.r, message.state, world.actors.front());
    if (!state || state->shown.size() != count) return;
    world.tick = message.tick;
    world.time = stage_.seconds(message.tick);
    for (MachineState& machine : world.machines)
        if (machine.phase) machine.phase_since = world.time;
    for (std::size_t i = 0; i < count; ++i) show_remote(state->shown[i], world.time, world.actors[i]);
    Actor& own = world.actors[message.actor];
    own.remote = false;
    if (!take_actor(stage_.r, state->own, count, own)) return;
    Simulation run(stage_.r, std::move(world));
    for (const PhaseUpdate& telling : message.kept) {
        if (!is_telling_of(stage_.r, telling)) continue;
        run.put_into_phase(telling.fixture.at(), telling.told);
        notes_.tellings.emplace_back(telling.number, now);
    }
    bool ok = true;
    take_things(stage_.things, state->things, run, ok);
    if (!ok) return;
    run.change([](World& joined) {
        for (Actor& actor : joined.actors) actor.seen.settled = false;
    });
    // Its player begins when it has caught up: the tape counts from there.
    const double behind_s = std::max(0.0, now + stage_.seconds(lead_) - run.world().time);
    begin_at(std::move(run).take_world(), message.actor, behind_s);
    PeerRun& own_run = stage_.run.peers[peer_];
    own_run.came = true;
    own_run.from_s = now;
}

void ToldPeer::receive(double now, const Packet& packet) {
    const auto message = decode(packet.bytes);
    if (!message) {
        ++notes_.unreadable;
        return;
    }
    if (const auto* state = std::get_if<StateMessage>(&*message)) {
        certain_.acknowledged(state->certain_heard);
        if (there_) hear_state(now, *state, packet.late_inputs);
        return;
    }
    const auto* certain = std::get_if<CertainMessage>(&*message);
    if (certain == nullptr) return;
    for (const CertainContent& content : certain_.receive(*certain)) {
        if (const auto* welcome = std::get_if<WelcomeMessage>(&content)) be_welcomed(now, *welcome);
        const auto* event = std::get_if<EventUpdate>(&content);
        if (event != nullptr && there_ && is_heard(stage_.r, event->heard, world().actors.size())) {
            events_.push_back({world().tick, event->heard});
            simulation_.let_hear(event->heard);
        }
        const auto* telling = std::get_if<PhaseUpdate>(&content);
        if (telling == nullptr || !there_ || !is_telling_of(stage_.r, *telling)) continue;
        notes_.tellings.emplace_back(telling->number, now);
        applied_.push_back({world().tick, *telling});
        apply(*telling);
        note_phases();
    }
}

/// What its own world has come to by itself at that instant isn't done again: by now it may have gone on from there.
void ToldPeer::apply(const PhaseUpdate& telling) {
    constexpr double same_instant_s = 1e-6;
    const bool puts_right = telling.number == 0;  // its own word was refused
    for (const auto& [phase, since] : entered_[telling.fixture.at()])
        if (!puts_right && phase == telling.told.phase && std::abs(since - telling.told.phase_since) < same_instant_s)
            return;
    simulation_.put_into_phase(telling.fixture.at(), telling.told);
}

void ToldPeer::note_phases() {
    constexpr std::size_t max_kept = 16;
    for (const SharedThing& thing : stage_.things) {
        if (thing.phase == nullptr) continue;  // nothing is told of it
        const MachineState& machine = world().machines[thing.fixture];
        auto& list = entered_[thing.fixture];
        if (!list.empty() && list.back().first == machine.phase && list.back().second == machine.phase_since) continue;
        list.emplace_back(machine.phase, machine.phase_since);
        if (list.size() > max_kept) list.erase(list.begin());
    }
}

void ToldPeer::hear_state(double now, const StateMessage& message, std::size_t late) {
    constexpr std::uint32_t most_bytes = 16U << 20U;
    inputs_known_ = std::max(inputs_known_, message.inputs_until);
    const auto base = states_.find(message.base);
    if (message.number <= heard_ || message.size > most_bytes) return;
    if (message.base != 0 && base == states_.end()) return;  // what it counts from has never come
    Bytes state;
    if (!apply_changes(base == states_.end() ? std::span<const std::uint8_t>{} : base->second, message.changes,
                       message.size, state))
        return;
    const auto parts = read_peer_state(stage_.r, state, world().actors[actor_]);
    if (!parts || parts->shown.size() <= actor_) {
        ++notes_.unreadable;
        return;
    }
    heard_ = message.number;
    states_.erase(states_.begin(), states_.lower_bound(message.base));
    // Who is new is there from the instant that is told on; before it nobody knew.
    others_.resize(std::max(others_.size(), parts->shown.size()));
    shown_.resize(others_.size());
    for (std::size_t i = 0; i < parts->shown.size(); ++i) {
        if (i == actor_) continue;
        others_[i].push_back(parts->shown[i]);
        constexpr std::size_t max_kept = 256;
        if (others_[i].size() > max_kept) others_[i].pop_front();
    }
    if (message.tick >= past_first_ && message.tick <= world().tick) {
        told_tick_ = message.tick;
        compare(now, message.tick, *parts, late);
    }
    states_[message.number] = std::move(state);  // its bytes stay where `parts` has them
}

/// Is the host's word about an instant what it was here then?
void ToldPeer::compare(double now, std::int64_t tick, const PeerState& state, std::size_t late) {
    const World& was = tick == world().tick ? world() : world_at(tick);
    forget_before(tick);
    const Likeness things = likeness_of_things(stage_.r, stage_.things, was, state.things);
    const Likeness own = likeness_of_actor(was.actors[actor_], state.own);
    if (things == Likeness::same && own == Likeness::same) return;
    if (tick < world().tick && things != Likeness::different && own != Likeness::different) return;
    Simulation run(stage_.r, was);
    bool ok = true;
    const std::vector<std::size_t> fixtures = take_things(stage_.things, state.things, run, ok);
    if (ok)
        run.change(
            [&](World& world) { ok = take_actor(stage_.r, state.own, world.actors.size(), world.actors[actor_]); });
    if (!ok) {
        ++notes_.unreadable;
        return;
    }
    const Vec3 before = world().actors[actor_].body.position;
    again_from(std::move(run).take_world());
    WireCorrection correction = correction_at(now, tick, before);
    correction.fixtures = fixtures;
    const auto before_tick = [](const InputEvent& input, double time) { return input.time < time; };
    const auto unheard =
        std::lower_bound(own_.begin(), own_.end(), stage_.seconds(inputs_known_) - same_time_s, before_tick);
    const bool not_heard = unheard != own_.end() && unheard->time < stage_.seconds(tick) - same_time_s;
    // One late press is felt in several states, until the host's answer to it has come.
    const WireLink& link = stage_.plan.peers[peer_].link;
    if (late > late_seen_ || not_heard)
        late_felt_until_s_ = now + 2.0 * (link.delay_s + link.jitter_s + stage_.plan.send_every_s);
    correction.late_input = now <= late_felt_until_s_;
    late_seen_ = late;
    note_phases();
    // What only tells of fixtures is news: where it came late, the differences say so.
    if (correction.moved_m >= defaults::min_correction_m) notes_.corrections.push_back(std::move(correction));
}

/// Plays again from an instant that was otherwise, with everything that has come since.
void ToldPeer::again_from(World from) {
    const std::int64_t until = world().tick;
    simulation_.go_on_from(std::move(from));
    play_again(simulation_, until, true);
}

/// From the begin of a tick, of which it knows what had come by then, to that of another. `keeps`: its past, too.
void ToldPeer::play_again(Simulation& run, std::int64_t until, bool keeps) {
    const std::int64_t from = run.world().tick;
    auto kept = std::find_if(past_.begin(), past_.end(), [&](const World& each) { return each.tick >= from; });
    for (; run.world().tick < until; run.step(inputs_of(run.world().tick))) {
        const std::int64_t tick = run.world().tick;
        if (tick > from) tell_again(run);
        show_others(past_shown_[static_cast<std::size_t>(tick - past_first_)], run);
        if (keeps && kept != past_.end() && kept->tick == tick) *kept++ = run.world();
    }
    if (run.world().tick > from) tell_again(run);
}

void ToldPeer::tell_again(Simulation& run) const {
    for (const AppliedUpdate& each : applied_)
        if (each.tick == run.world().tick) run.put_into_phase(each.telling.fixture.at(), each.telling.told);
    for (const EventThen& each : events_)
        if (each.tick == run.world().tick) run.let_hear(each.heard);
}

/// The host tells of one tick in some, always as many apart. Before it has told of one nobody knows which.
bool ToldPeer::may_be_told_of(std::int64_t tick) const {
    return !told_tick_ || (tick - *told_tick_) % stage_.ticks_between_states() == 0;
}

/// The world as it was here at the begin of a tick from past_first_ on, before the present one. What wasn't kept is
/// played again from the last that was: a tick that nobody was to be told of, which takes a host that skips one.
const World& ToldPeer::world_at(std::int64_t tick) {
    const auto after = std::upper_bound(past_.begin(), past_.end(), tick,
                                        [](std::int64_t at, const World& each) { return at < each.tick; });
    const auto kept = after - 1;
    if (kept->tick == tick) return *kept;
    Simulation run(stage_.r, *kept);
    play_again(run, tick, false);
    return *past_.insert(after, std::move(run).take_world());
}

/// The host has told of that tick: nothing before it will be played again.
void ToldPeer::forget_before(std::int64_t tick) {
    for (; !past_.empty() && past_.front().tick < tick; past_.pop_front()) spare_.push_back(std::move(past_.front()));
    for (; past_first_ < tick; ++past_first_) past_shown_.pop_front();
    const auto is_past = [&](const auto& each) { return each.tick < tick; };
    applied_.erase(std::remove_if(applied_.begin(), applied_.end(), is_past), applied_.end());
    events_.erase(std::remove_if(events_.begin(), events_.end(), is_past), events_.end());
}

RemoteActor ToldPeer::shown_at(std::size_t actor, std::int64_t k) const {
    const std::deque<RemoteActor>& told = others_[actor];
    if (stage_.plan.others == OthersShown::run_on) {
        RemoteActor out = told.back();
        const double ahead = std::clamp(world().time - out.time, 0.0, defaults::max_run_on_s);
        out.position += out.velocity * ahead;
        out.time += ahead;
        if (ahead >= defaults::max_run_on_s) out.velocity = Vec3{0.0};
        return out;
    }
    const double time = stage_.seconds(k) - stage_.plan.behind_s;
    const auto after = std::upper_bound(told.begin(), told.end(), time + same_time_s,
                                        [](double at, const RemoteActor& each) { return at < each.time; });
    if (after == told.begin()) {
        RemoteActor out = told.front();
        out.velocity = Vec3{0.0};
        return out;
    }
    const RemoteActor& a = *(after - 1);
    if (after == told.end()) {  // nothing newer has come: it waits there
        RemoteActor out = a;
        if (std::abs(a.time - time) > same_time_s) out.velocity = Vec3{0.0};
        return out;
    }
    return between(a, *after, (time - a.time) / (after->time - a.time));
}

void ToldPeer::show_others(const std::vector<RemoteActor>& shown, Simulation& run) const {
    for (std::size_t i = 0; i < shown.size(); ++i) {
        if (i == actor_) continue;
        if (i >= run.world().actors.size()) {
            ActorStart start;
            start.position = shown[i].position;
            run.add(start);
        }
        run.show(i, shown[i]);
    }
}

void ToldPeer::play_tick(std::int64_t k) {
    std::vector<RemoteActor> shown(others_.size());
    for (std::size_t i = 0; i < others_.size(); ++i) {
        if (i == actor_) continue;
        shown[i] = shown_at(i, k);
        shown_[i].push_back({shown[i].time, stage_.seconds(k)});
    }
    show_others(shown, simulation_);
    stage_.run.peers[peer_].samples.add(simulation_);
    const auto inputs = inputs_of(world().tick);
    note_presses(inputs, k);
    if (past_.empty() || may_be_told_of(world().tick)) keep_present();
    past_shown_.push_back(std::move(shown));
    const std::vector<AuthorityClaim> before = own_words();
    simulation_.step(inputs);
    note_phases();
    tell_own_words(before);
}

/// Into the room that an earlier one had.
void ToldPeer::keep_present() {
    if (spare_.empty()) spare_.emplace_back();
    past_.push_back(std::move(spare_.back()));
    spare_.pop_back();
    past_.back() = world();
}

/// The fixtures of which the one who acts decides, as they are.
std::vector<ToldPeer::AuthorityClaim> ToldPeer::own_words() const {
    std::vector<AuthorityClaim> out;
    for (const SharedThing& thing : stage_.things) {
        if (thing.phase == nullptr || thing.phase->by == ShareBy::host) continue;
        // Who comes to hold it is the host's to say.
        if (thing.phase->by == ShareBy::holder && !holder_of(stage_.r.layout, world(), thing.fixture).is_actor(actor_))
            continue;
        out.push_back({thing.fixture, told_of(world(), thing.fixture)});
    }
    return out;
}

/// What its own character has done to them.
void ToldPeer::tell_own_words(std::span<const AuthorityClaim> before) {
    for (const auto& [fixture, was] : before) {
        const FixtureTold told = told_of(world(), fixture);
        if (told.phase == was.phase && told.phase_since == was.phase_since) continue;
        certain_.queue(PhaseUpdate{0, FixtureId(fixture), told.phase_since, told});
    }
}

}  // namespace leap
