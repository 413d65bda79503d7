// SPDX-License-Identifier: MIT
#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/play/start.hpp"
#include "core/play/subject.hpp"
#include "core/wire/ends.hpp"

namespace leap {
namespace {

constexpr double same_time_s = 1e-12;

}  // namespace

PeerEnd::PeerEnd(WireStage& stage, std::size_t peer, std::vector<InputEvent> own)
    : stage_(stage), peer_(peer), own_(std::move(own)) {
    const WirePeer& own_plan = stage.plan.peers[peer];
    const double needed_s = own_plan.link.delay_s + own_plan.link.jitter_s - stage.plan.input_delay_s;
    const double lead_s = std::max(0.0, needed_s) + own_plan.clock_s;
    lead_ = std::max<std::int64_t>(0, static_cast<std::int64_t>(std::ceil(lead_s * stage.r.rate_hz - 1e-9)));
    stage_.run.peers[peer].lead_s = stage_.seconds(lead_);
}

void PeerEnd::begin(World start, std::size_t actor) {
    there_ = true;
    actor_ = actor;
    now_ = std::move(start);
    past_first_ = inputs_known_ = now_.tick;
    PeerRun& run = stage_.run.peers[peer_];
    run.actor = actor;
    run.first_tick = now_.tick;
    begins_s_ = now_.time;
    for (InputEvent& input : own_) {
        input.actor = static_cast<std::int32_t>(actor);
        input.time = input.time + behind_s_ + begins_s_ + stage_.plan.input_delay_s;
    }
    others_.resize(now_.actors.size());
    shown_.resize(now_.actors.size());
    for (std::size_t i = 0; i < now_.actors.size(); ++i)
        if (i != actor_) others_[i].push_back(shown_of(now_.actors[i]));
    entered_.resize(now_.machines.size());
    note_phases();
}

void PeerEnd::join(double now) {
    certain_.queue(HelloMessage{});
    next_send_s_ = now;
}

/// A newcomer's own course begins when it comes: what isn't shared is at its first phase, since then.
void PeerEnd::be_welcomed(double now, const WelcomeMessage& message) {
    const std::size_t count = message.bodies.size();
    if (there_ || message.actor >= count || message.tick < 0) return;
    std::vector<ActorStart> starts(count);
    for (std::size_t i = 0; i < count; ++i) {
        if (message.bodies[i] >= stage_.r.program.bodies.size()) return;
        starts[i].kind = message.bodies[i];
    }
    World world = initial_world(stage_.r, starts);
    const auto state = read_peer_state(stage_.r, message.state, world.actors.front());
    if (!state || state->shown.size() != count) return;
    world.tick = message.tick;
    world.time = stage_.seconds(message.tick);
    for (MachineState& machine : world.machines)
        if (machine.phase) machine.phase_since = world.time;
    for (std::size_t i = 0; i < count; ++i) show_actor(state->shown[i], world.time, world.actors[i]);
    Actor& own = world.actors[message.actor];
    own.shown = false;
    if (!take_actor(stage_.r, state->own, count, own)) return;
    for (const Telling& telling : message.kept) {
        if (!is_telling_of(stage_.r, telling)) continue;
        put_into_phase(stage_.r, telling.fixture.at(), telling.told, world, scratch_);
        notes_.tellings.emplace_back(telling.number, now);
    }
    bool ok = true;
    take_things(stage_.r, stage_.things, state->things, world, scratch_, ok);
    if (!ok) return;
    for (Actor& actor : world.actors) actor.seen.settled = false;
    // Its player begins when it has caught up: the tape counts from there.
    behind_s_ = std::max(0.0, now + stage_.seconds(lead_) - world.time);
    begin(std::move(world), message.actor);
    PeerRun& run = stage_.run.peers[peer_];
    run.came = true;
    run.from_s = now;
}

std::optional<double> PeerEnd::tape_time() const {
    if (!there_ || leaving_) return std::nullopt;
    return now_.time - begins_s_ - behind_s_;
}

void PeerEnd::play(InputEvent input) {
    if (!there_ || leaving_) return;
    input.actor = static_cast<std::int32_t>(actor_);
    input.time = input.time + behind_s_ + begins_s_ + stage_.plan.input_delay_s;
    own_.push_back(input);
}

void PeerEnd::receive(double now, const Packet& packet) {
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
        const auto* event = std::get_if<EventTelling>(&content);
        if (event != nullptr && there_ && is_heard(stage_.r, event->heard, now_.actors.size())) {
            heard_.push_back({now_.tick, event->heard});
            let_hear(stage_.r, event->heard, now_, scratch_);
        }
        const auto* telling = std::get_if<Telling>(&content);
        if (telling == nullptr || !there_ || !is_telling_of(stage_.r, *telling)) continue;
        notes_.tellings.emplace_back(telling->number, now);
        applied_.push_back({now_.tick, *telling});
        apply(*telling, now_);
        note_phases();
    }
}

/// What its own world has come to by itself at that instant isn't done again: by now it may have gone on from there.
void PeerEnd::apply(const Telling& telling, World& world) {
    constexpr double same_instant_s = 1e-6;
    const bool puts_right = telling.number == 0;  // its own word was refused
    for (const auto& [phase, since] : entered_[telling.fixture.at()])
        if (!puts_right && phase == telling.told.phase && std::abs(since - telling.told.phase_since) < same_instant_s)
            return;
    put_into_phase(stage_.r, telling.fixture.at(), telling.told, world, scratch_);
}

void PeerEnd::note_phases() {
    constexpr std::size_t most_kept = 16;
    for (std::size_t i = 0; i < entered_.size(); ++i) {
        const MachineState& machine = now_.machines[i];
        auto& list = entered_[i];
        if (!list.empty() && list.back().first == machine.phase && list.back().second == machine.phase_since) continue;
        list.emplace_back(machine.phase, machine.phase_since);
        if (list.size() > most_kept) list.erase(list.begin());
    }
}

void PeerEnd::hear_state(double now, const StateMessage& message, std::size_t late) {
    constexpr std::uint32_t most_bytes = 16U << 20U;
    inputs_known_ = std::max(inputs_known_, message.inputs_until);
    const auto base = states_.find(message.base);
    if (message.number <= state_heard_ || message.size > most_bytes) return;
    if (message.base != 0 && base == states_.end()) return;  // what it counts from has never come
    Bytes state;
    if (!apply_changes(base == states_.end() ? std::span<const std::uint8_t>{} : base->second, message.changes,
                       message.size, state))
        return;
    const auto parts = read_peer_state(stage_.r, state, now_.actors[actor_]);
    if (!parts || parts->shown.size() <= actor_) {
        ++notes_.unreadable;
        return;
    }
    state_heard_ = message.number;
    states_.erase(states_.begin(), states_.lower_bound(message.base));
    // Who is new is there from the instant that is told on; before it nobody knew.
    others_.resize(std::max(others_.size(), parts->shown.size()));
    shown_.resize(others_.size());
    for (std::size_t i = 0; i < parts->shown.size(); ++i) {
        if (i == actor_) continue;
        others_[i].push_back(parts->shown[i]);
        constexpr std::size_t most_kept = 256;
        if (others_[i].size() > most_kept) others_[i].pop_front();
    }
    if (message.tick >= past_first_ && message.tick <= now_.tick) compare(now, message.tick, *parts, late);
    states_[message.number] = std::move(state);  // its bytes stay where `parts` has them
}

/// Is the host's word about an instant what it was here then?
void PeerEnd::compare(double now, std::int64_t tick, const PeerState& state, std::size_t late) {
    while (past_first_ < tick) {
        spare_.push_back(std::move(past_.front()));
        past_.pop_front();
        past_shown_.pop_front();
        ++past_first_;
    }
    const auto is_past = [&](const auto& each) { return each.tick < tick; };
    applied_.erase(std::remove_if(applied_.begin(), applied_.end(), is_past), applied_.end());
    heard_.erase(std::remove_if(heard_.begin(), heard_.end(), is_past), heard_.end());
    const World& was = tick == now_.tick ? now_ : past(tick);
    const Likeness things = likeness_of_things(stage_.r, stage_.things, was, state.things);
    const Likeness own = likeness_of_actor(was.actors[actor_], state.own);
    if (things == Likeness::same && own == Likeness::same) return;
    if (tick < now_.tick && things != Likeness::different && own != Likeness::different) return;
    World world = was;
    StepScratch room;
    bool ok = true;
    WireCorrection correction;
    correction.fixtures = take_things(stage_.r, stage_.things, state.things, world, room, ok);
    if (!ok || !take_actor(stage_.r, state.own, world.actors.size(), world.actors[actor_])) {
        ++notes_.unreadable;
        return;
    }
    const Vec3 before = now_.actors[actor_].body.position;
    again_from(tick, std::move(world));
    correction.peer = peer_;
    correction.at_s = now;
    correction.of_s = stage_.seconds(tick);
    correction.back = before - now_.actors[actor_].body.position;
    correction.moved_m = glm::length(correction.back);
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
    if (correction.moved_m >= defaults::least_correction_m) notes_.corrections.push_back(std::move(correction));
}

/// Plays again from an instant that was otherwise, with everything that has come since.
void PeerEnd::again_from(std::int64_t tick, World world) {
    scratch_ = {};
    const std::int64_t until = now_.tick;
    const auto tell_again = [&] {
        for (const AppliedTelling& each : applied_)
            if (each.tick == world.tick)
                put_into_phase(stage_.r, each.telling.fixture.at(), each.telling.told, world, scratch_);
        for (const HeardThen& each : heard_)
            if (each.tick == world.tick) let_hear(stage_.r, each.heard, world, scratch_);
    };
    while (world.tick < until) {
        if (world.tick > tick) tell_again();
        const std::vector<ShownActor>& shown = past_shown_[static_cast<std::size_t>(world.tick - past_first_)];
        show_others(shown, world);
        past(world.tick) = world;
        leap::step(stage_.r, inputs_of(world.tick), world, scratch_, nullptr);
    }
    if (world.tick > tick) tell_again();
    now_ = std::move(world);
}

ShownActor PeerEnd::shown_at(std::size_t actor, std::int64_t k) const {
    const std::deque<ShownActor>& told = others_[actor];
    if (stage_.plan.others == OthersShown::run_on) {
        ShownActor out = told.back();
        const double ahead = std::clamp(now_.time - out.time, 0.0, defaults::longest_run_on_s);
        out.position += out.velocity * ahead;
        out.time += ahead;
        if (ahead >= defaults::longest_run_on_s) out.velocity = Vec3{0.0};
        return out;
    }
    const double time = stage_.seconds(k) - stage_.plan.behind_s;
    const auto after = std::upper_bound(told.begin(), told.end(), time + same_time_s,
                                        [](double at, const ShownActor& each) { return at < each.time; });
    if (after == told.begin()) {
        ShownActor out = told.front();
        out.velocity = Vec3{0.0};
        return out;
    }
    const ShownActor& a = *(after - 1);
    if (after == told.end()) {  // nothing newer has come: it waits there
        ShownActor out = a;
        if (std::abs(a.time - time) > same_time_s) out.velocity = Vec3{0.0};
        return out;
    }
    return between(a, *after, (time - a.time) / (after->time - a.time));
}

void PeerEnd::show_others(const std::vector<ShownActor>& shown, World& world) const {
    for (std::size_t i = 0; i < shown.size(); ++i) {
        if (i == actor_) continue;
        if (i >= world.actors.size()) {
            ActorStart start;
            start.position = shown[i].position;
            add_actor(stage_.r, start, world);
        }
        show_actor(shown[i], world.time, world.actors[i]);
    }
}

std::span<const InputEvent> PeerEnd::inputs_of(std::int64_t tick) const {
    const auto before = [](const InputEvent& input, double time) { return input.time < time; };
    const auto from = std::lower_bound(own_.begin(), own_.end(), stage_.seconds(tick) - same_time_s, before);
    const auto to = std::lower_bound(from, own_.end(), stage_.seconds(tick + 1) - same_time_s, before);
    return {from, to};
}

void PeerEnd::play_tick(std::int64_t k) {
    std::vector<ShownActor> shown(others_.size());
    for (std::size_t i = 0; i < others_.size(); ++i) {
        if (i == actor_) continue;
        shown[i] = shown_at(i, k);
        shown_[i].push_back({shown[i].time, stage_.seconds(k)});
    }
    const std::size_t known = now_.actors.size();
    show_others(shown, now_);
    if (now_.actors.size() > known) scratch_ = {};
    stage_.run.peers[peer_].samples.push_back(sample_of(now_));
    const auto inputs = inputs_of(now_.tick);
    for (const InputEvent& input : inputs)
        if (input.kind == InputEvent::Kind::button && input.down)
            presses_.push_back({input.time, stage_.seconds(k) - stage_.plan.input_delay_s});
    if (spare_.empty()) spare_.emplace_back();
    past_.push_back(std::move(spare_.back()));
    spare_.pop_back();
    past_.back() = now_;  // into the room that an earlier one had
    past_shown_.push_back(std::move(shown));
    leap::step(stage_.r, inputs, now_, scratch_, nullptr);
    note_phases();
    tell_own_word();
}

/// What its own character has done to a fixture of which the one who acts decides.
void PeerEnd::tell_own_word() {
    const World& before = past_.back();
    for (const SharedThing& thing : stage_.things) {
        if (thing.phase == nullptr || thing.phase->by == ShareBy::host) continue;
        // Who comes to hold it is the host's to say.
        if (thing.phase->by == ShareBy::holder && !holder_of(stage_.r.layout, before, thing.fixture).is_actor(actor_))
            continue;
        const FixtureTold told = told_of(now_, thing.fixture);
        const FixtureTold was = told_of(before, thing.fixture);
        if (told.phase == was.phase && told.phase_since == was.phase_since) continue;
        certain_.queue(Telling{0, FixtureId(thing.fixture), told.phase_since, told});
    }
}

void PeerEnd::step(std::int64_t k) {
    if (!there_ || leaving_) return;
    while (now_.tick < k + lead_ + 1) play_tick(k);
}

void PeerEnd::send(double now) {
    for (CertainChannel::Outgoing* out : certain_.due(now, stage_.again_after_s(stage_.plan.peers[peer_].link))) {
        const auto message = decode(out->bytes);
        const auto& content = std::get<CertainMessage>(*message).content;
        auto kind = LoggedMessage::Kind::telling;
        if (std::holds_alternative<HelloMessage>(content)) kind = LoggedMessage::Kind::hello;
        if (std::holds_alternative<GoodbyeMessage>(content)) kind = LoggedMessage::Kind::goodbye;
        notes_.send(out->bytes, {kind, peer_, 0, now, 0.0, 0.0, 0, out->was_sent, out->fixture});
        out->was_sent = true;
        out->sent_s = now;
    }
    if (!there_ || leaving_) return;
    InputsMessage message;
    message.until_tick = now_.tick + stage_.delay_ticks();
    message.state_heard = state_heard_;
    message.certain_heard = certain_.heard();
    const auto before = [](const InputEvent& input, double time) { return input.time < time; };
    const auto from = std::lower_bound(own_.begin(), own_.end(), stage_.seconds(inputs_known_) - same_time_s, before);
    const auto to = std::lower_bound(from, own_.end(), stage_.seconds(message.until_tick) - same_time_s, before);
    const auto until = static_cast<std::size_t>(to - own_.begin());
    // A press goes at once; without one the host hears now and then that there was none.
    if (until <= inputs_sent_ && now < next_send_s_ - 1e-9) return;
    inputs_sent_ = until;
    next_send_s_ = now + stage_.plan.send_every_s;
    message.inputs.assign(from, to);
    notes_.send(encode(message), {LoggedMessage::Kind::inputs, peer_, 0, now, 0.0, 0.0, 0, false, {}});
}

void PeerEnd::leave(double now) {
    if (leaving_) return;
    leaving_ = true;
    certain_.queue(GoodbyeMessage{});
    stage_.run.peers[peer_].to_s = now;
}

void PeerEnd::finish(double now) {
    PeerRun& run = stage_.run.peers[peer_];
    run.came = there_;
    if (!leaving_) run.to_s = now;
}

}  // namespace leap
