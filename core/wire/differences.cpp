// SPDX-License-Identifier: MIT
#include "core/wire/differences.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

#include "core/defaults.hpp"

namespace leap {
namespace {

constexpr double same_difference_s = 0.25;

const FixtureInfo* info_of(const SceneView& r, std::size_t fixture) {
    const MachineId kind = r.layout.fixtures[fixture].kind;
    return kind ? &*r.program.machines[kind].fixture : nullptr;
}

/// Of a counter or a remembered value: without the kind before it.
std::string own_name(const std::string& path) {
    return path.substr(path.rfind('.') + 1);
}

/// The telling that would have brought the peer what the host had from then on.
const LoggedUpdate* telling_at(const WireRun& run, const WireDifference& difference) {
    const double margin = 2.0 / run.host.rate_hz;
    const LoggedUpdate* best = nullptr;
    for (const LoggedUpdate& logged : run.tellings)
        if (logged.telling.fixture.is(difference.fixture) && logged.telling.time <= difference.from_s + margin)
            best = &logged;
    return best;
}

bool was_lost(const WireRun& run, std::size_t peer, std::size_t fixture, double from_s, double to_s) {
    return std::any_of(run.messages.begin(), run.messages.end(), [&](const LoggedMessage& message) {
        if (message.to != peer || message.sent_s < from_s - 1e-9 || message.sent_s > to_s) return false;
        if (!std::isinf(message.arrives_s)) return false;
        return message.kind == LoggedMessage::Kind::state ||
               (message.kind == LoggedMessage::Kind::telling && message.fixture.is(fixture));
    });
}

/// By what the peer is told of it. Where a thing is that can't be loose follows from its phase.
const ShareInfo* share_of(const SceneView& r, const FixtureInfo& info, const WireDifference& difference) {
    switch (difference.what) {
        case DifferenceOf::phase: return info.find_share(ShareWhat::phase);
        case DifferenceOf::place:
        case DifferenceOf::holder:
            return r.layout.can_be_loose(difference.fixture) ? info.find_share(ShareWhat::place) : nullptr;
        case DifferenceOf::counter:
            for (const ShareInfo& share : info.shares)
                if (share.what == ShareWhat::counter &&
                    own_name(r.program.counters[share.counter].path) == difference.number)
                    return &share;
            return nullptr;
        case DifferenceOf::memory: return nullptr;
    }
    return nullptr;
}

void find_cause(const SceneView& r, const WireRun& run, WireDifference& difference) {
    if (run.from_inputs) {
        difference.cause = DifferenceCause::foreseen;
        return;
    }
    const FixtureInfo* info = info_of(r, difference.fixture);
    const ShareInfo* share = info == nullptr ? nullptr : share_of(r, *info, difference);
    const PeerRun& peer = run.peers[difference.peer];
    const bool newcomer = peer.from_s > 0.0;
    const bool own_place = difference.what == DifferenceOf::place && !r.layout.can_be_loose(difference.fixture);
    if (own_place || difference.what == DifferenceOf::memory) {
        difference.cause = DifferenceCause::follows;
        return;
    }
    if (share == nullptr) {
        const double came = static_cast<double>(peer.first_tick) / run.host.rate_hz;
        const bool at_once = newcomer && difference.from_s < came + 2.0 / run.host.rate_hz;
        difference.cause = at_once ? DifferenceCause::since_joining : DifferenceCause::not_shared;
        return;
    }
    if (share->reach == ShareReach::state) {
        const bool lost = was_lost(run, difference.peer, difference.fixture, difference.from_s, difference.to_s);
        difference.cause = lost ? DifferenceCause::lost : DifferenceCause::on_the_way;
        return;
    }
    const LoggedUpdate* logged = telling_at(run, difference);
    if (logged == nullptr) {
        difference.cause = DifferenceCause::ahead;
        return;
    }
    difference.told_s = logged->telling.time;
    const double arrived = logged->arrived_s[difference.peer];
    if (std::isinf(arrived)) {
        const bool was_there = !newcomer || peer.from_s <= logged->telling.time;
        difference.cause = was_there ? DifferenceCause::never_came : DifferenceCause::not_kept;
        return;
    }
    difference.arrived_s = arrived;
    const bool lost = was_lost(run, difference.peer, difference.fixture, logged->telling.time, arrived);
    difference.cause = lost ? DifferenceCause::lost : DifferenceCause::on_the_way;
    if (arrived + peer.lead_s < difference.from_s) difference.cause = DifferenceCause::ahead;
}

/// Numbers that were worked out from other splits of time may differ in their last bits.
bool is_another(double a, double b) {
    return a != b && !(std::abs(a - b) < defaults::min_word_difference);
}

std::string phase_name(const SceneView& r, std::size_t fixture, PhaseId phase) {
    const MachineId kind = r.layout.fixtures[fixture].kind;
    if (!kind || !phase) return "nowhere";
    return r.program.machines[kind].phases[phase].name;
}

std::string fixture_name(const WireRun& run, std::size_t fixture) {
    return run.fixtures[fixture].empty() ? fmt::format("fixture {}", fixture + 1) : run.fixtures[fixture];
}

/// Characters are called as the peers that play them.
std::string holder_text(const WireRun& run, const Owner& holder) {
    if (holder.is_nobody()) return "held by nobody";
    if (holder.is_fixture()) return fmt::format("held by {}", fixture_name(run, holder.at()));
    for (const PeerRun& peer : run.peers)
        if (peer.came && holder.is_actor(peer.actor)) return fmt::format("held by {}", peer.name);
    return fmt::format("held by character {}", holder.index + 1);
}

}  // namespace

std::vector<WireDifference> differences_of(const SceneView& r, const WireRun& run) {
    DifferenceFinder finder(r, run);
    finder.go_on();
    return finder.found();
}

void DifferenceFinder::begin(Peer& peer, std::size_t first) const {
    peer.next = first;
    const auto add = [&](DifferenceOf what, std::size_t fixture, std::size_t index, std::string number = {}) {
        Series series;
        series.what = what;
        series.fixture = fixture;
        series.index = index;
        series.number = std::move(number);
        peer.series.push_back(std::move(series));
    };
    for (std::size_t i = 0; i < r_.layout.fixtures.size(); ++i) {
        const FixtureLayout& fixture = r_.layout.fixtures[i];
        if (!fixture.kind) continue;  // switched off, or unknown to the script
        add(DifferenceOf::phase, i, i);
        add(DifferenceOf::place, i, i);
        if (fixture.rigid) add(DifferenceOf::holder, i, *fixture.rigid);
        const std::vector<CounterId>& counters = r_.program.machines[fixture.kind].counters;
        for (std::size_t k = 0; k < counters.size(); ++k)
            add(DifferenceOf::counter, i, fixture.first_counter + k, own_name(r_.program.counters[counters[k]].path));
        for (const MemoryInfo& memory : r_.program.memories) {
            if (memory.kind != fixture.kind) continue;
            const auto first_slot = fixture.first_memory + static_cast<std::size_t>(memory.slot);
            const std::string name = own_name(memory.path);
            if (memory.type.kind != ValueKind::vector) {
                add(DifferenceOf::memory, i, first_slot, name);
                continue;
            }
            for (std::size_t axis = 0; axis < 3; ++axis)
                add(DifferenceOf::memory, i, first_slot + axis, fmt::format("{} along {}", name, "xyz"[axis]));
        }
    }
}

void DifferenceFinder::go_on() {
    peers_.resize(run_.peers.size());
    const auto& of_host = run_.peers.front().samples;
    for (std::size_t i = 1; i < peers_.size(); ++i) {
        const PeerRun& played = run_.peers[i];
        if (played.samples.empty()) continue;
        Peer& peer = peers_[i];
        const auto first = static_cast<std::size_t>(std::max<std::int64_t>(0, played.first_tick));
        if (peer.series.empty()) begin(peer, first);
        const std::size_t last = std::min(of_host.size(), first + played.samples.size());
        for (; peer.next < last; ++peer.next)
            for (Series& series : peer.series) compare(i, series, peer.next);
    }
}

double DifferenceFinder::number_of(const WireSample& sample, const Series& series) {
    return series.what == DifferenceOf::counter ? sample.counters[series.index] : sample.memory[series.index];
}

bool DifferenceFinder::differs(const WireSample& of_host, const WireSample& of_peer, const Series& series) const {
    const bool same_phase = of_host.phases[series.fixture] == of_peer.phases[series.fixture];
    switch (series.what) {
        case DifferenceOf::phase: return !same_phase;
        case DifferenceOf::holder: return of_host.holders[series.index] != of_peer.holders[series.index];
        case DifferenceOf::counter:
        case DifferenceOf::memory: return is_another(number_of(of_host, series), number_of(of_peer, series));
        case DifferenceOf::place: break;
    }
    const SampledPlace& host = of_host.places[series.index];
    const SampledPlace& peer = of_peer.places[series.index];
    // Where it is follows from its phase; what can be loose goes on from where it was.
    if (!same_phase && !r_.layout.can_be_loose(series.fixture)) return false;
    return !(host.hidden && peer.hidden) && apart_m(host, peer) > defaults::min_difference_m;
}

void DifferenceFinder::compare(std::size_t peer, Series& series, std::size_t tick) {
    const PeerRun& played = run_.peers[peer];
    const WireSample of_host = run_.peers.front().samples[tick];
    const WireSample of_peer =
        played.samples[tick - static_cast<std::size_t>(std::max<std::int64_t>(0, played.first_tick))];
    const bool is_other = differs(of_host, of_peer, series);
    if (series.now) {
        // Where a thing lies is told again and again: what comes back at once is the same difference.
        const auto longest_gap =
            static_cast<std::size_t>(series.what == DifferenceOf::place ? same_difference_s * run_.host.rate_hz : 0.0);
        const bool other_hands =
            series.what == DifferenceOf::holder && (of_host.holders[series.index] != series.now->host_holder ||
                                                    of_peer.holders[series.index] != series.now->peer_holder);
        if (tick - series.end > longest_gap || other_hands) end(peer, series);
    }
    if (!is_other) return;
    if (!series.now) {
        WireDifference begun;
        begun.peer = peer;
        begun.fixture = series.fixture;
        begun.what = series.what;
        begun.from_s = static_cast<double>(tick) / run_.host.rate_hz;
        begun.host_phase = of_host.phases[series.fixture];
        begun.peer_phase = of_peer.phases[series.fixture];
        if (series.what == DifferenceOf::holder) {
            begun.host_holder = of_host.holders[series.index];
            begun.peer_holder = of_peer.holders[series.index];
        }
        if (series.what == DifferenceOf::counter || series.what == DifferenceOf::memory) {
            begun.number = series.number;
            begun.host_number = number_of(of_host, series);
            begun.peer_number = number_of(of_peer, series);
        }
        series.now = std::move(begun);
        series.begin = tick;
    }
    if (series.what == DifferenceOf::place)
        series.now->most_m =
            std::max(series.now->most_m, apart_m(of_host.places[series.index], of_peer.places[series.index]));
    series.end = tick + 1;
}

std::optional<WireDifference> DifferenceFinder::ended(const Series& series, bool lasts) const {
    if (series.end - series.begin < 2 && !lasts) return std::nullopt;
    WireDifference out = *series.now;
    out.lasts = lasts;
    out.to_s = static_cast<double>(series.end) / run_.host.rate_hz;
    find_cause(r_, run_, out);
    return out;
}

void DifferenceFinder::end(std::size_t peer, Series& series) {
    auto found = ended(series, false);
    series.now.reset();
    if (!found) return;
    Peer& of = peers_[peer];
    of.ended.push_back({*found, static_cast<std::size_t>(&series - of.series.data())});
}

std::vector<WireDifference> DifferenceFinder::found() const {
    std::vector<WireDifference> out;
    for (const Peer& peer : peers_) {
        std::vector<Ended> all = peer.ended;
        for (std::size_t i = 0; i < peer.series.size(); ++i) {
            if (!peer.series[i].now) continue;
            if (const auto found = ended(peer.series[i], peer.series[i].end == peer.next)) all.push_back({*found, i});
        }
        std::sort(all.begin(), all.end(), [](const Ended& a, const Ended& b) {
            return std::pair(a.difference.from_s, a.series) < std::pair(b.difference.from_s, b.series);
        });
        for (const Ended& each : all) out.push_back(each.difference);
    }
    return out;
}

std::string difference_text(const SceneView& r, const WireRun& run, const WireDifference& d) {
    const std::string until = d.lasts ? std::string("to the end") : fmt::format("to {:.2f} s", d.to_s);
    const std::string& host = run.peers.front().name;
    const std::string& peer = run.peers[d.peer].name;
    if (d.what == DifferenceOf::holder)
        return fmt::format("{}: {} at {}, {} at {} from {:.2f} s {}", fixture_name(run, d.fixture),
                           holder_text(run, d.host_holder), host, holder_text(run, d.peer_holder), peer, d.from_s,
                           until);
    if (d.what == DifferenceOf::place)
        return fmt::format("{}: up to {:.2f} m from its position at {}, at {} from {:.2f} s {}",
                           fixture_name(run, d.fixture), d.most_m, host, peer, d.from_s, until);
    if (d.what == DifferenceOf::counter || d.what == DifferenceOf::memory)
        return fmt::format("{}: {} is {:g} at {}, {:g} at {} from {:.2f} s {}", fixture_name(run, d.fixture), d.number,
                           d.host_number, host, d.peer_number, peer, d.from_s, until);
    return fmt::format("{}: {} at {}, {} at {} from {:.2f} s {}", fixture_name(run, d.fixture),
                       phase_name(r, d.fixture, d.host_phase), host, phase_name(r, d.fixture, d.peer_phase), peer,
                       d.from_s, until);
}

std::string cause_text(const WireRun& run, const WireDifference& d) {
    const std::string& peer = run.peers[d.peer].name;
    const std::string what = d.what == DifferenceOf::phase     ? "phase"
                             : d.what == DifferenceOf::counter ? d.number
                                                               : "place";
    switch (d.cause) {
        case DifferenceCause::follows:
            if (d.what == DifferenceOf::memory)
                return "remembered values of a fixture are not sent to peers; use a counter and share it as state";
            return "its position follows from its phase, counters and remembered values; share its phase and counters "
                   "as state";
        case DifferenceCause::not_shared:
            return fmt::format("its {} is not shared, so changes by others stay with them; write share {} as state",
                               what, what);
        case DifferenceCause::foreseen:
            return fmt::format(
                "an input had not arrived at {} yet; the peer predicted, and corrected itself when it arrived", peer);
        case DifferenceCause::since_joining:
            return fmt::format("its {} is not shared, and started again when {} joined; write share {} as state", what,
                               peer, what);
        case DifferenceCause::not_kept:
            return fmt::format(
                "it was sent at {:.2f} s to the connected peers; {} joined later, and it is shared once; write share "
                "phase as kept, or as state",
                *d.told_s, peer);
        case DifferenceCause::on_the_way:
            if (!d.told_s) return "the state of the host takes that long to arrive";
            return fmt::format("sent at {:.2f} s, it arrived at {:.2f} s", *d.told_s, *d.arrived_s);
        case DifferenceCause::lost:
            if (!d.told_s) return "state messages were lost; the next one corrected it";
            return fmt::format("sent at {:.2f} s, the message was lost; sent again, it arrived at {:.2f} s", *d.told_s,
                               *d.arrived_s);
        case DifferenceCause::never_came:
            return fmt::format("sent at {:.2f} s; it had not arrived when the rehearsal ended", *d.told_s);
        case DifferenceCause::ahead: return fmt::format("{} predicted it; the host had it later, or not at all", peer);
    }
    return {};
}

std::string correction_text(const WireRun& run, const WireCorrection& c) {
    std::string out = fmt::format("{} corrected by {:.2f} m at {:.2f} s", run.peers[c.peer].name, c.moved_m, c.at_s);
    if (c.late_input) return fmt::format("{}: a press arrived too late", out);
    if (run.from_inputs) return fmt::format("{}: an input of another player arrived later", out);
    if (c.fixtures.empty()) return fmt::format("{}: at the host another character acted on it, or blocked it", out);
    for (std::size_t i = 0; i < c.fixtures.size() && i < 3; ++i)
        out = fmt::format("{}{} {}", out, i == 0 ? ": the host differed in" : ",", fixture_name(run, c.fixtures[i]));
    return out;
}

}  // namespace leap
