// SPDX-License-Identifier: MIT
#include <algorithm>
#include <cmath>
#include <limits>

#include "core/senses/subject.hpp"
#include "core/simulation/rows.hpp"
#include "core/simulation/start.hpp"
#include "core/state/world_sum.hpp"
#include "core/wire/ends.hpp"

namespace leap {
HostEnd::HostEnd(WireStage& stage, World start, std::vector<InputEvent> own)
    : stage_(stage), simulation_(stage.r, std::move(start)), own_(std::move(own)) {
    guests_.resize(stage.plan.peers.size());
    presses_.resize(stage.plan.peers.size());
    for (InputEvent& input : own_) input.time += stage_.plan.input_delay_s;
    simulation_.listen();
    open_record(stage_.r, world(), stage_.run.host);
}

void HostEnd::has(std::size_t peer, std::size_t actor) {
    guests_[peer].there = true;
    guests_[peer].actor = actor;
    const bool owner_authoritative = !stage_.run.from_inputs;  // there nobody's word counts
    simulation_.change([&](World& world) { world.actors[actor].owner_authoritative = owner_authoritative; });
}

void HostEnd::receive(double now, std::size_t peer, const Packet& packet, std::span<const ActorStart> starts) {
    const auto message = decode(packet.bytes);
    Guest& guest = guests_[peer];
    if (!message) ++notes_.unreadable;
    if (!message || guest.gone) return;
    if (const auto* inputs = std::get_if<InputsMessage>(&*message)) {
        if (guest.there) take_inputs(peer, *inputs);
        return;
    }
    const auto* certain = std::get_if<CertainMessage>(&*message);
    if (certain == nullptr) return;
    for (const CertainContent& content : guest.certain.receive(*certain)) {
        if (std::holds_alternative<HelloMessage>(content) && !guest.there) welcome(peer, starts[peer]);
        if (const auto* telling = std::get_if<PhaseUpdate>(&content)) take_word(now, peer, *telling);
        if (std::holds_alternative<GoodbyeMessage>(content)) let_go(peer);
    }
}

/// What comes in time is played at its instant; what comes too late, at once.
void HostEnd::take_inputs(std::size_t peer, const InputsMessage& message) {
    Guest& guest = guests_[peer];
    guest.certain.acknowledged(message.certain_heard);
    if (message.heard > guest.state_heard && message.heard <= guest.state) {
        guest.state_heard = message.heard;
        guest.states.erase(guest.states.begin(), guest.states.lower_bound(guest.state_heard));
    }
    if (message.until_tick <= guest.heard_until) return;
    const double known_s = stage_.seconds(guest.heard_until) - 1e-12;
    for (InputEvent input : message.inputs) {
        if (input.time < known_s || input.actor != static_cast<std::int32_t>(guest.actor) || !is_input(stage_.r, input))
            continue;
        if (stage_.run.from_inputs) {
            if (input.time < world().time - same_time_s) note_late(guest);
            input.time = std::max(input.time, world().time);
            tell_input(input);
        }
        guest.inputs.push_back(input);
    }
    std::stable_sort(guest.inputs.begin(), guest.inputs.end(),
                     [](const InputEvent& a, const InputEvent& b) { return a.time < b.time; });
    guest.heard_until = message.until_tick;
}

void HostEnd::welcome(std::size_t peer, const ActorStart& start) {
    if (stage_.run.from_inputs) return welcome_from_inputs(peer, start);
    Guest& guest = guests_[peer];
    guest.there = true;
    guest.actor = world().actors.size();
    guest.heard_until = world().tick;
    simulation_.add(start);
    simulation_.change([](World& world) { world.actors.back().owner_authoritative = true; });
    stage_.run.host.tracks.push_back({stage_.run.peers[peer].name, start.kind, {}, {}});
    WelcomeMessage message;
    message.tick = world().tick;
    message.actor = static_cast<std::uint8_t>(guest.actor);
    for (const Actor& actor : world().actors) message.bodies.push_back(static_cast<std::uint8_t>(actor.kind.at()));
    message.kept = kept_;
    message.state = peer_state(state_for_all(stage_.r, stage_.things, world()), world().actors[guest.actor]);
    guest.certain.queue(message);
    stage_.run.peers[peer].actor = guest.actor;
}

/// Where a peer decides its word is the host's from here on. Who says it holds a thing that somebody else holds at the
/// host is told what is.
void HostEnd::take_word(double now, std::size_t peer, const PhaseUpdate& telling) {
    if (!is_telling_of(stage_.r, telling) || !guests_[peer].there || stage_.run.from_inputs) return;
    const SharedThing* thing = stage_.by_fixture[telling.fixture.at()];
    if (thing == nullptr || thing->phase == nullptr || thing->phase->by == ShareBy::host) return;
    if (thing->phase->by == ShareBy::holder &&
        !holder_of(stage_.r.layout, world(), thing->fixture).is_actor(guests_[peer].actor)) {
        ++stage_.run.refused_words;
        if (thing->phase->reach != ShareReach::state)
            guests_[peer].certain.queue(
                PhaseUpdate{0, telling.fixture, world().time, told_of(world(), thing->fixture)});
        return;
    }
    if (world().machines[telling.fixture].phase == telling.told.phase) return;
    simulation_.put_into_phase(telling.fixture.at(), telling.told);
    stage_.run.host.events.push_back(
        {now, EventKind::fixture_phase, telling.fixture.written(), telling.told.phase.written(), -1});
    tell(telling.fixture, telling.time, telling.told);
}

/// Whoever goes lets go of everything; its character stays where it is.
void HostEnd::let_go(std::size_t peer) {
    Guest& guest = guests_[peer];
    guest.gone = true;
    if (!guest.there) return;
    if (stage_.run.from_inputs) return let_go_from_inputs(peer);
    const auto id = static_cast<std::int32_t>(guest.actor);
    simulation_.change(
        [&](World& world) { world.actors[guest.actor].owner_authoritative = false; });  // its word comes no more
    guest.inputs.clear();
    guest.inputs.push_back({InputEvent::Kind::stick, world().time, {}, false, Vec2{0.0}, id});
    for (std::size_t i = 0; i < stage_.r.program.buttons.size(); ++i)
        if (world().actors[guest.actor].buttons[i].down)
            guest.inputs.push_back({InputEvent::Kind::button, world().time, ButtonId(i), false, Vec2{0.0}, id});
}

void HostEnd::tell(FixtureId fixture, double time, const FixtureTold& told) {
    const SharedThing* thing = stage_.by_fixture[fixture.at()];
    if (stage_.run.from_inputs || thing == nullptr || thing->phase == nullptr) return;
    if (thing->phase->reach == ShareReach::state) return;
    PhaseUpdate telling;
    telling.number = static_cast<std::uint32_t>(stage_.run.tellings.size() + 1);
    telling.fixture = fixture;
    telling.time = time;
    telling.told = told;
    LoggedUpdate logged{telling, std::vector<double>(guests_.size(), std::numeric_limits<double>::infinity())};
    logged.arrived_s[0] = time;
    for (std::size_t i = 1; i < guests_.size(); ++i) {
        if (!guests_[i].there || guests_[i].gone) continue;
        guests_[i].certain.queue(telling);
    }
    stage_.run.tellings.push_back(std::move(logged));
    if (thing->phase->reach == ShareReach::kept) kept_.push_back(telling);
}

void HostEnd::play(InputEvent input) {
    input.actor = 0;
    input.time += stage_.plan.input_delay_s;
    own_.push_back(input);
}

void HostEnd::step() {
    if (stage_.run.from_inputs) {
        let_in();
        tell_own_inputs();
        stage_.run.peers[0].sums.push_back(world_sum(world()));
    }
    const double begin = world().time;
    const double end = stage_.seconds(world().tick + 1) - 1e-12;
    std::vector<InputEvent> inputs;
    for (; next_own_ < own_.size() && own_[next_own_].time < end; ++next_own_) {
        inputs.push_back(own_[next_own_]);
        if (inputs.back().kind == InputEvent::Kind::button && inputs.back().down)
            own_presses_.push_back({inputs.back().time, inputs.back().time - stage_.plan.input_delay_s});
    }
    for (std::size_t i = 1; i < guests_.size(); ++i) {
        Guest& guest = guests_[i];
        std::size_t taken = 0;
        for (; taken < guest.inputs.size() && guest.inputs[taken].time < end; ++taken) {
            InputEvent input = guest.inputs[taken];
            if (input.kind == InputEvent::Kind::button && input.down)
                presses_[i].push_back({input.time, std::max(begin, input.time)});
            if (input.time < begin - 1e-12) {
                input.time = begin;
                note_late(guest);
            }
            inputs.push_back(input);
        }
        guest.inputs.erase(guest.inputs.begin(), guest.inputs.begin() + static_cast<std::ptrdiff_t>(taken));
    }
    std::stable_sort(inputs.begin(), inputs.end(), [&](const InputEvent& a, const InputEvent& b) {
        if (a.time != b.time || !stage_.run.from_inputs) return a.time < b.time;
        return a.actor < b.actor;  // as every peer will have them
    });
    stage_.run.peers[0].samples.add(simulation_);
    const std::size_t events = stage_.run.host.events.size();
    simulation_.step(inputs, &stage_.run.host);
    if (stage_.run.from_inputs) return promise();
    for (const StepScratch::Told& told : simulation_.emitted())
        for (std::size_t i = 1; i < guests_.size(); ++i) {
            const bool its_own = told.heard.sender.is_actor(guests_[i].actor);  // it has heard that already
            if (guests_[i].there && !guests_[i].gone && !its_own)
                guests_[i].certain.queue(EventUpdate{told.time, told.heard});
        }
    for (std::size_t i = events; i < stage_.run.host.events.size(); ++i) {
        const TraceEvent event = stage_.run.host.events[i];
        if (event.kind != EventKind::fixture_phase) continue;
        const auto fixture = FixtureId::read(event.index);
        FixtureTold told = told_of(world(), fixture.at());
        told.phase = PhaseId::read(event.detail);
        told.phase_since = event.time;
        tell(fixture, event.time, told);
    }
}

void HostEnd::send() {
    const double now = stage_.seconds(world().tick - 1);
    std::optional<StateForAll> for_all;
    for (std::size_t i = 1; i < guests_.size(); ++i) {
        Guest& guest = guests_[i];
        if (!guest.there || guest.gone) continue;
        for (ReliableChannel::Outgoing* out : guest.certain.due(now, stage_.again_after_s(stage_.plan.peers[i].link))) {
            const bool welcome = out->number == 1 && stage_.plan.peers[i].joins_s > 0.0;
            const auto kind = welcome         ? LoggedMessage::Kind::welcome
                              : out->of_event ? LoggedMessage::Kind::event
                                              : LoggedMessage::Kind::telling;
            notes_.send(out->bytes, {kind, 0, i, now, 0.0, 0.0, 0, out->was_sent, out->fixture}, guest.late);
            out->was_sent = true;
            out->sent_s = now;
        }
        const bool is_news = stage_.run.from_inputs && guest.state < told_.size();  // a press goes at once
        if (now < guest.next_send_s - 1e-9 && !is_news) continue;
        guest.next_send_s = now + stage_.plan.send_every_s;
        if (stage_.run.from_inputs) {
            send_inputs(now, i);
        } else {
            send_state(now, i, for_all);
        }
    }
}

/// `for_all`: made for the first of them.
void HostEnd::send_state(double now, std::size_t i, std::optional<StateForAll>& for_all) {
    Guest& guest = guests_[i];
    if (!for_all) for_all = state_for_all(stage_.r, stage_.things, world());
    Bytes state = peer_state(*for_all, world().actors[guest.actor]);
    StateMessage message;
    message.number = ++guest.state;
    const auto base = guest.states.find(guest.state_heard);
    message.base = base == guest.states.end() ? 0 : guest.state_heard;
    message.tick = world().tick;
    message.inputs_until = guest.heard_until;
    message.certain_heard = guest.certain.heard();
    message.size = static_cast<std::uint32_t>(state.size());
    message.changes = changes_since(base == guest.states.end() ? std::span<const std::uint8_t>{} : base->second, state);
    guest.states.emplace(message.number, std::move(state));
    notes_.send(encode(message), {LoggedMessage::Kind::state, 0, i, now, 0.0, 0.0, 0, false, {}}, guest.late);
}

void HostEnd::finish() {
    end_record(stage_.r, world(), stage_.run.host);
}

}  // namespace leap
