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

const FixtureInfo* info_of(const Rehearsal& r, std::size_t fixture) {
    const MachineId kind = r.layout.fixtures[fixture].kind;
    return kind ? &*r.program.machines[kind].fixture : nullptr;
}

/// The telling that would have brought the peer what the host had from then on.
const LoggedTelling* telling_at(const WireRun& run, const WireDifference& difference) {
    const double margin = 2.0 / run.host.rate_hz;
    const LoggedTelling* best = nullptr;
    for (const LoggedTelling& logged : run.tellings)
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

void find_cause(const Rehearsal& r, const WireRun& run, WireDifference& difference) {
    if (run.from_inputs) {
        difference.cause = DifferenceCause::foreseen;
        return;
    }
    const FixtureInfo* info = info_of(r, difference.fixture);
    const ShareInfo* share =
        info == nullptr
            ? nullptr
            : info->find_share(difference.what == DifferenceOf::phase ? ShareWhat::phase : ShareWhat::place);
    const PeerRun& peer = run.peers[difference.peer];
    const bool newcomer = peer.from_s > 0.0;
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
    const LoggedTelling* logged = telling_at(run, difference);
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

bool differs(const WireSample& of_host, const WireSample& of_peer, DifferenceOf what, std::size_t fixture,
             std::size_t loose) {
    if (what == DifferenceOf::phase) return of_host.phases[fixture] != of_peer.phases[fixture];
    if (what == DifferenceOf::holder) return of_host.holders[loose] != of_peer.holders[loose];
    return glm::length(of_host.loose[loose] - of_peer.loose[loose]) > defaults::least_difference_m;
}

std::string phase_name(const Rehearsal& r, std::size_t fixture, PhaseId phase) {
    const MachineId kind = r.layout.fixtures[fixture].kind;
    if (!kind || !phase) return "nowhere";
    return r.program.machines[kind].phases[phase].name;
}

std::string fixture_name(const WireRun& run, std::size_t fixture) {
    return run.fixtures[fixture].empty() ? fmt::format("fixture {}", fixture + 1) : run.fixtures[fixture];
}

/// Characters are called as the peers that play them.
std::string holder_text(const WireRun& run, const Owner& holder) {
    if (holder.is_nobody()) return "in nobody's hands";
    if (holder.is_fixture()) return fmt::format("held by {}", fixture_name(run, holder.at()));
    for (const PeerRun& peer : run.peers)
        if (peer.came && holder.is_actor(peer.actor)) return fmt::format("held by {}", peer.name);
    return fmt::format("held by character {}", holder.index + 1);
}

}  // namespace

std::vector<WireDifference> differences_of(const Rehearsal& r, const WireRun& run) {
    DifferenceFinder finder(r, run);
    finder.go_on();
    return finder.found();
}

void DifferenceFinder::begin(Peer& peer, std::size_t first) const {
    peer.next = first;
    const auto add = [&](DifferenceOf what, std::size_t fixture, std::size_t loose) {
        Series series;
        series.what = what;
        series.fixture = fixture;
        series.loose = loose;
        peer.series.push_back(series);
    };
    for (std::size_t i = 0; i < r_.layout.fixtures.size(); ++i) add(DifferenceOf::phase, i, 0);
    for (std::size_t k = 0; k < r_.layout.rigid.size(); ++k) {
        if (!r_.layout.fixtures[r_.layout.rigid[k].fixture].kind) continue;  // switched off
        add(DifferenceOf::place, r_.layout.rigid[k].fixture, k);
        add(DifferenceOf::holder, r_.layout.rigid[k].fixture, k);
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

void DifferenceFinder::compare(std::size_t peer, Series& series, std::size_t tick) {
    const PeerRun& played = run_.peers[peer];
    const WireSample of_host = run_.peers.front().samples[tick];
    const WireSample of_peer =
        played.samples[tick - static_cast<std::size_t>(std::max<std::int64_t>(0, played.first_tick))];
    const bool is_other = differs(of_host, of_peer, series.what, series.fixture, series.loose);
    if (series.now) {
        // Where a thing lies is told again and again: what comes back at once is the same difference.
        const auto longest_gap =
            static_cast<std::size_t>(series.what == DifferenceOf::place ? same_difference_s * run_.host.rate_hz : 0.0);
        const bool other_hands =
            series.what == DifferenceOf::holder && (of_host.holders[series.loose] != series.now->host_holder ||
                                                    of_peer.holders[series.loose] != series.now->peer_holder);
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
            begun.host_holder = of_host.holders[series.loose];
            begun.peer_holder = of_peer.holders[series.loose];
        }
        series.now = begun;
        series.begin = tick;
    }
    if (series.what == DifferenceOf::place)
        series.now->most_m =
            std::max(series.now->most_m, glm::length(of_host.loose[series.loose] - of_peer.loose[series.loose]));
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

std::string difference_text(const Rehearsal& r, const WireRun& run, const WireDifference& d) {
    const std::string until = d.lasts ? std::string("to the end") : fmt::format("to {:.2f} s", d.to_s);
    const std::string& host = run.peers.front().name;
    const std::string& peer = run.peers[d.peer].name;
    if (d.what == DifferenceOf::holder)
        return fmt::format("{}: {} at {}, {} at {} from {:.2f} s {}", fixture_name(run, d.fixture),
                           holder_text(run, d.host_holder), host, holder_text(run, d.peer_holder), peer, d.from_s,
                           until);
    if (d.what == DifferenceOf::place)
        return fmt::format("{}: up to {:.2f} m from where {} has it, at {} from {:.2f} s {}",
                           fixture_name(run, d.fixture), d.most_m, host, peer, d.from_s, until);
    return fmt::format("{}: {} at {}, {} at {} from {:.2f} s {}", fixture_name(run, d.fixture),
                       phase_name(r, d.fixture, d.host_phase), host, phase_name(r, d.fixture, d.peer_phase), peer,
                       d.from_s, until);
}

std::string cause_text(const WireRun& run, const WireDifference& d) {
    const std::string& peer = run.peers[d.peer].name;
    const std::string_view what = d.what == DifferenceOf::phase ? "phase" : "place";
    switch (d.cause) {
        case DifferenceCause::not_shared:
            return fmt::format("its {} isn't shared: what others do to it stays with them; say share {} as state", what,
                               what);
        case DifferenceCause::foreseen:
            return fmt::format("somebody's input had not come to {} yet; it was played without, and again as it came",
                               peer);
        case DifferenceCause::since_joining:
            return fmt::format("its {} isn't shared, and began anew when {} joined; say share {} as state", what, peer,
                               what);
        case DifferenceCause::not_kept:
            return fmt::format(
                "it was told at {:.2f} s to those present; {} joined later, and it isn't kept; say share "
                "phase as kept, or as state",
                *d.told_s, peer);
        case DifferenceCause::on_the_way:
            if (!d.told_s) return "the host's state takes that long to come";
            return fmt::format("told at {:.2f} s, it came at {:.2f} s", *d.told_s, *d.arrived_s);
        case DifferenceCause::lost:
            if (!d.told_s) return "states were lost on their way; the next one that came put it right";
            return fmt::format("told at {:.2f} s, the telling was lost on its way; sent again, it came at {:.2f} s",
                               *d.told_s, *d.arrived_s);
        case DifferenceCause::never_came:
            return fmt::format("told at {:.2f} s; it had not come when the rehearsal ended", *d.told_s);
        case DifferenceCause::ahead:
            return fmt::format("{} did it by itself, and the host had it later or not at all", peer);
    }
    return {};
}

std::string correction_text(const WireRun& run, const WireCorrection& c) {
    std::string out = fmt::format("{} corrected by {:.2f} m at {:.2f} s", run.peers[c.peer].name, c.moved_m, c.at_s);
    if (c.late_input) return fmt::format("{}: a press had not come in time", out);
    if (run.from_inputs) return fmt::format("{}: an input of somebody else came later", out);
    if (c.fixtures.empty()) return fmt::format("{}: the host had somebody else act on it, or in its way", out);
    for (std::size_t i = 0; i < c.fixtures.size() && i < 3; ++i)
        out = fmt::format("{}{} {}", out, i == 0 ? ": the host had it otherwise with" : ",",
                          fixture_name(run, c.fixtures[i]));
    return out;
}

}  // namespace leap
