// SPDX-License-Identifier: MIT
#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/wire/ends.hpp"

namespace leap {
PeerEnd::PeerEnd(WireStage& stage, std::size_t peer, std::vector<InputEvent> own)
    : stage_(stage), peer_(peer), own_(std::move(own)), simulation_(stage.r, World{}) {
    const WirePeer& own_plan = stage.plan.peers[peer];
    const double needed_s = own_plan.link.delay_s + own_plan.link.jitter_s - stage.plan.input_delay_s;
    const double lead_s = std::max(0.0, needed_s) + own_plan.clock_s;
    lead_ = std::max<std::int64_t>(0, static_cast<std::int64_t>(std::ceil(lead_s * stage.r.rate_hz - 1e-9)));
    stage_.run.peers[peer].lead_s = stage_.seconds(lead_);
}

void PeerEnd::come(std::size_t actor, double behind_s) {
    there_ = true;
    actor_ = actor;
    past_first_ = inputs_known_ = world().tick;
    PeerRun& run = stage_.run.peers[peer_];
    run.actor = actor;
    run.first_tick = world().tick;
    begins_s_ = world().time + behind_s;
    for (InputEvent& input : own_) {
        input.actor = static_cast<std::int32_t>(actor);
        input.time = input.time + begins_s_ + stage_.plan.input_delay_s;
    }
    shown_.resize(world().actors.size());
}

void PeerEnd::join(double now) {
    certain_.queue(HelloMessage{});
    next_send_s_ = now;
}

std::optional<double> PeerEnd::tape_time() const {
    if (!there_ || leaving_) return std::nullopt;
    return world().time - begins_s_;
}

void PeerEnd::play(InputEvent input) {
    if (!there_ || leaving_) return;
    input.actor = static_cast<std::int32_t>(actor_);
    input.time = input.time + begins_s_ + stage_.plan.input_delay_s;
    own_.push_back(input);
}

std::span<const InputEvent> PeerEnd::inputs_of(std::int64_t tick) const {
    const auto before = [](const InputEvent& input, double time) { return input.time < time; };
    const auto from = std::lower_bound(own_.begin(), own_.end(), stage_.seconds(tick) - same_time_s, before);
    const auto to = std::lower_bound(from, own_.end(), stage_.seconds(tick + 1) - same_time_s, before);
    return {from, to};
}

void PeerEnd::note_presses(std::span<const InputEvent> inputs, std::int64_t k) {
    for (const InputEvent& input : inputs)
        if (input.kind == InputEvent::Kind::button && input.down)
            presses_.push_back({input.time, stage_.seconds(k) - stage_.plan.input_delay_s});
}

WireCorrection PeerEnd::correction_at(double now, std::int64_t tick, const Vec3& before) const {
    WireCorrection out;
    out.peer = peer_;
    out.at_s = now;
    out.of_s = stage_.seconds(tick);
    out.back = before - world().actors[actor_].body.position;
    out.moved_m = glm::length(out.back);
    return out;
}

void PeerEnd::step(std::int64_t k) {
    if (!there_ || leaving_) return;
    while (world().tick < k + lead_ + 1) play_tick(k);
}

void PeerEnd::send(double now) {
    for (ReliableChannel::Outgoing* out : certain_.due(now, stage_.again_after_s(stage_.plan.peers[peer_].link))) {
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
    message.until_tick = world().tick + stage_.delay_ticks();
    message.heard = heard_;
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
