// SPDX-License-Identifier: MIT
#include "core/wire/net_scenario.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/experiments/parallel.hpp"
#include "core/wire/inputs_peer.hpp"
#include "core/wire/told_peer.hpp"

namespace leap {

tl::expected<WirePlayer, std::string> player_of(const SceneView& r, const WirePeer& peer, std::span<const Tape> tapes) {
    WirePlayer out;
    const auto wrong = [&](const std::string& what) {
        return tl::make_unexpected(fmt::format("{}: {}", peer.name, what));
    };
    if (!peer.tape.empty()) {
        const auto tape =
            std::find_if(tapes.begin(), tapes.end(), [&](const Tape& each) { return each.name == peer.tape; });
        if (tape == tapes.end()) return wrong(fmt::format("unknown tape \"{}\"", peer.tape));
        const auto track = std::find_if(tape->tracks.begin(), tape->tracks.end(), [&](const TapeTrack& each) {
            return peer.track.empty() || track_name(each, each.body) == peer.track;
        });
        if (track == tape->tracks.end())
            return wrong(fmt::format("unknown character '{1}' in tape \"{0}\"", peer.tape, peer.track));
        out.track = *track;
    }
    if (!peer.place.empty()) {
        out.track.start_place = peer.place;
        out.track.start_lit.clear();
    }
    if (out.track.start_place.empty() && !r.course.plan.places.empty())
        out.track.start_place = r.course.plan.places.front().name;
    if (!peer.body.empty()) out.track.body = peer.body;
    for (const TapeEvent& event : out.track.events) {
        const auto input = resolve_input(r.program, event);
        if (!input) return wrong(input.error());
        out.inputs.push_back(*input);
    }
    std::stable_sort(out.inputs.begin(), out.inputs.end(),
                     [](const InputEvent& a, const InputEvent& b) { return a.time < b.time; });
    return out;
}

std::string what_is_wrong(const Program& program, const WirePlan& plan) {
    constexpr std::size_t max_bodies = 256;  // a message says which in one byte
    if (program.bodies.size() > max_bodies) return fmt::format("shared play supports at most {} bodies", max_bodies);
    if (plan.peers.empty()) return "expected a host and at least one peer";
    if (plan.peers.size() > defaults::max_wire_peers)
        return fmt::format("expected at most {1} peers with the host, got {0}", plan.peers.size(),
                           defaults::max_wire_peers);
    if (!(plan.length_s > 0.0) || plan.length_s > defaults::max_wire_s)
        return fmt::format("length: expected more than 0 and at most {:g} s", defaults::max_wire_s);
    if (!(plan.send_every_s >= 0.0) || plan.send_every_s > 10.0) return "send_every: expected 0 to 10 s";
    if (!(plan.behind_s >= 0.0) || plan.behind_s > 10.0) return "behind: expected 0 to 10 s";
    if (!(plan.input_delay_s >= 0.0) || plan.input_delay_s > 1.0) return "input_delay: expected 0 to 1 s";
    double joined = 0.0;
    for (const WirePeer& peer : plan.peers) {
        const WireLink& link = peer.link;
        const auto is_share = [](double share) { return share >= 0.0 && share <= 1.0; };
        const auto is_delay = [](double delay) { return delay >= 0.0 && delay <= 10.0; };
        if (!is_delay(link.delay_s)) return fmt::format("{}: delay: expected 0 to 10 s", peer.name);
        if (!is_delay(link.jitter_s)) return fmt::format("{}: jitter: expected 0 to 10 s", peer.name);
        if (!is_share(link.loss)) return fmt::format("{}: loss: expected 0 to 1", peer.name);
        if (!is_share(link.duplicates)) return fmt::format("{}: duplicates: expected 0 to 1", peer.name);
        if (!(link.bytes_per_s >= 0.0)) return fmt::format("{}: bytes_per_second: expected 0 or more", peer.name);
        if (!(std::abs(peer.clock_s) <= 1.0)) return fmt::format("{}: clock: expected -1 to 1 s", peer.name);
        if (!(peer.joins_s >= 0.0)) return fmt::format("{}: joins: expected 0 s or more", peer.name);
        if (peer.joins_s < joined)
            return fmt::format("{}: it joins before the peer above it; sort the peers by the time they join",
                               peer.name);
        if (peer.leaves_s && *peer.leaves_s <= peer.joins_s)
            return fmt::format("{}: it leaves before it has joined", peer.name);
        joined = peer.joins_s;
    }
    if (plan.peers.front().clock_s != 0.0) return "clock is not allowed for the host; remove it";
    if (plan.peers.front().joins_s > 0.0) return "joins is not allowed for the host: it is there from the start";
    return {};
}

namespace {

/// Where a peer's world came to be another than the host's, all being from inputs: each tick that it played for good is
/// compared.
void note_parting(const PeerRun& host, PeerRun& peer, int rate_hz) {
    const auto first = static_cast<std::size_t>(std::max<std::int64_t>(0, peer.first_tick));
    for (std::size_t i = 0; i < peer.sums.size() && first + i < host.sums.size(); ++i) {
        if (peer.sums[i] == host.sums[first + i]) continue;
        peer.parted_s = static_cast<double>(first + i) / rate_hz;
        return;
    }
}

/// When each press of one peer could be seen by another that was there by then.
void note_seen(WireRun& run, std::size_t by, const std::vector<PressPlayed>& presses, std::size_t peer,
               const std::vector<PressPlayed>& shown) {
    auto at = shown.begin();
    for (const PressPlayed& press : presses) {
        if (press.at_s < run.peers[peer].from_s) continue;
        while (at != shown.end() && at->play_s < press.play_s - 1e-9) ++at;
        if (at == shown.end()) return;
        run.presses.push_back({by, peer, press.at_s, at->at_s});
    }
}

}  // namespace

tl::expected<void, std::string> NetScenario::begin() {
    std::vector<TapeTrack> tracks;
    const std::vector<WirePeer>& peers = stage_.plan.peers;
    for (std::size_t i = 0; i < peers.size(); ++i) {
        const auto alone = start_world(stage_.r, {&players_[i].track, 1});
        if (!alone) return tl::make_unexpected(fmt::format("{}: {}", peers[i].name, alone.error()));
        const Actor& actor = alone->actors.front();
        starts_.push_back({actor.kind, actor.body.position, actor.facing});
        stage_.run.peers[i].name = peers[i].name;
        stage_.run.peers[i].body = actor.kind;
        if (peers[i].joins_s <= 0.0) tracks.push_back(players_[i].track);
    }
    auto start = start_world(stage_.r, tracks);
    if (!start) return tl::make_unexpected(start.error());
    stage_.run.host = named_trace(stage_.r.program, tracks, stage_.r.rate_hz);
    for (std::size_t i = 0; i < tracks.size(); ++i) stage_.run.host.tracks[i].name = peers[i].name;
    host_.emplace(stage_, *start, players_[0].inputs);
    for (std::size_t i = 0; i < peers.size(); ++i) {
        if (stage_.run.from_inputs) {
            ends_.push_back(std::make_unique<InputsPeer>(stage_, i, players_[i].inputs, *start));
        } else {
            ends_.push_back(std::make_unique<ToldPeer>(stage_, i, players_[i].inputs));
        }
        const std::uint64_t seed = stage_.plan.seed * 1000003U + i * 2;
        connections_.push_back({LinkWay(peers[i].link, seed), LinkWay(peers[i].link, seed + 1)});
        if (i == 0 || peers[i].joins_s > 0.0) continue;
        host_->has(i, i);
        ends_[i]->begin(*start, i);
        furthest_ = std::max(furthest_, ends_[i]->lead());
    }
    for (std::size_t i = 0; i < peers.size(); ++i) notes_.push_back(i == 0 ? &host_->notes() : &ends_[i]->notes());
    called_.resize(peers.size());
    at_once_ = ticks_at_once(stage_.plan, stage_.r.rate_hz);
    k_ = -furthest_;
    ticks_ = ticks_for(stage_.plan.length_s, stage_.r.rate_hz);
    return {};
}

void NetScenario::plan_stretch(std::int64_t most) {
    stretch_.clear();
    const auto& leaves = stage_.plan.peers[0].leaves_s;
    const std::int64_t until = std::min(ticks_, k_ + std::min(most, at_once_));
    for (std::int64_t k = k_; k < until; ++k) {
        const double now = stage_.seconds(k);
        if (leaves && now >= *leaves) break;
        stretch_.push_back({k, now, k >= 0 && frame_is_due(now)});
    }
    if (stretch_.empty()) stage_.run.host_left = true;
}

void NetScenario::advance(std::int64_t most) {
    plan_stretch(most);
    if (stretch_.empty()) return;
    if (at_once_ > 1) {
        for_each_end(0, [&](std::size_t i) {
            for (const Tick& tick : stretch_) {
                if (i == 0) {
                    host_plays(tick);
                } else {
                    peer_plays(i, tick);
                    peer_hears(i, tick);
                }
            }
        });
    } else {
        const Tick tick = stretch_.front();
        for_each_end(1, [&](std::size_t i) { peer_plays(i, tick); });
        hand_over(stage_, notes_, connections_);
        host_plays(tick);
        hand_over(stage_, notes_, connections_);
        for_each_end(1, [&](std::size_t i) { peer_hears(i, tick); });
    }
    hand_over(stage_, notes_, connections_);
    k_ = stretch_.back().k + 1;
    if (k_ > 0) stage_.run.end_s = stage_.seconds(k_);
}

void NetScenario::for_each_end(std::size_t first, const std::function<void(std::size_t)>& play) {
    if (stage_.one_thread) {
        for (std::size_t i = first; i < ends_.size(); ++i) play(i);
    } else {
        at_once(first, ends_.size(), play);
    }
}

void NetScenario::peer_plays(std::size_t i, const Tick& tick) {
    const WirePeer& peer = stage_.plan.peers[i];
    if (peer.joins_s > 0.0 && !called_[i] && tick.now_s >= peer.joins_s) {
        ends_[i]->join(tick.now_s);
        called_[i] = 1;
    }
    if (peer.leaves_s && tick.now_s >= *peer.leaves_s) ends_[i]->leave(tick.now_s);
    hear_host(i, tick);
    ends_[i]->step(tick.k);
    ends_[i]->send(tick.now_s);
}

void NetScenario::host_plays(const Tick& tick) {
    if (tick.k < 0) return;
    for (std::size_t i = 1; i < ends_.size(); ++i)
        for (const Packet& packet : connections_[i].up.arrived(tick.now_s))
            host_->receive(tick.now_s, i, packet, starts_);
    host_->step();
    host_->send();
    if (tick.has_frame) stage_.run.peers[0].frames.push_back({tick.now_s, host_->world()});
}

void NetScenario::peer_hears(std::size_t i, const Tick& tick) {
    if (tick.k < 0) return;
    hear_host(i, tick);
    if (tick.has_frame && ends_[i]->is_there()) stage_.run.peers[i].frames.push_back({tick.now_s, ends_[i]->world()});
}

void NetScenario::hear_host(std::size_t i, const Tick& tick) {
    for (const Packet& packet : connections_[i].down.arrived(tick.now_s)) ends_[i]->receive(tick.now_s, packet);
}

bool NetScenario::frame_is_due(double now) {
    if (stage_.frames_per_s <= 0.0 || now < next_frame_s_ - 1e-9) return false;
    next_frame_s_ += 1.0 / stage_.frames_per_s;
    return true;
}

std::optional<double> NetScenario::tape_time(std::size_t peer) const {
    return peer == 0 ? std::optional(host_->world().time) : ends_[peer]->tape_time();
}

void NetScenario::play(std::size_t peer, InputEvent input) {
    if (peer == 0) {
        host_->play(input);
    } else {
        ends_[peer]->play(input);
    }
}

const World* NetScenario::world_of(std::size_t peer) const {
    if (peer == 0) return &host_->world();
    return ends_[peer]->is_there() ? &ends_[peer]->world() : nullptr;
}

void NetScenario::finish() {
    WireRun& run = stage_.run;
    host_->finish();
    run.peers[0].to_s = run.end_s;
    for (std::size_t i = 1; i < ends_.size(); ++i) {
        ends_[i]->finish(run.end_s);
        note_parting(run.peers[0], run.peers[i], stage_.r.rate_hz);
    }
    for (std::size_t peer = 1; peer < ends_.size(); ++peer) {
        for (const PressPlayed& at_host : host_->presses()[peer]) {
            const auto& made = ends_[peer]->presses();
            const auto same = std::find_if(made.begin(), made.end(),
                                           [&](const PressPlayed& each) { return each.play_s == at_host.play_s; });
            if (same != made.end()) run.presses.push_back({peer, 0, same->at_s, at_host.at_s});
        }
        const auto& shown = ends_[peer]->shown();
        if (!shown.empty()) note_seen(run, 0, host_->own_presses(), peer, shown[0]);
        for (std::size_t by = 1; by < ends_.size(); ++by)
            if (by != peer && ends_[by]->is_there() && run.peers[by].actor < shown.size())
                note_seen(run, by, ends_[by]->presses(), peer, shown[run.peers[by].actor]);
    }
}

}  // namespace leap
