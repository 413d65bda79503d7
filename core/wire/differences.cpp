// SPDX-License-Identifier: MIT
#include "core/wire/differences.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

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
    if (std::isinf(arrived) || arrived < 0.0) {
        const bool was_there = !newcomer || peer.from_s <= logged->telling.time;
        difference.cause = was_there ? DifferenceCause::never_came : DifferenceCause::not_kept;
        return;
    }
    difference.arrived_s = arrived;
    const bool lost = was_lost(run, difference.peer, difference.fixture, logged->telling.time, arrived);
    difference.cause = lost ? DifferenceCause::lost : DifferenceCause::on_the_way;
    if (arrived + peer.lead_s < difference.from_s) difference.cause = DifferenceCause::ahead;
}

class Comparing {
  public:
    Comparing(const Rehearsal& r, const WireRun& run, std::size_t peer) : r_(r), run_(run), peer_(peer) {}

    std::vector<WireDifference> all() {
        const PeerRun& peer = run_.peers[peer_];
        const auto& of_host = run_.peers.front().samples;
        const std::size_t first = static_cast<std::size_t>(std::max<std::int64_t>(0, peer.first_tick));
        const std::size_t last = std::min(of_host.size(), first + peer.samples.size());
        if (first >= last) return {};
        const std::size_t fixtures = of_host[first].phases.size();
        const auto of_peer = [&](std::size_t tick) -> const WireSample& { return peer.samples[tick - first]; };
        const auto nothing = [](std::size_t) { return 0.0; };
        for (std::size_t i = 0; i < fixtures; ++i) {
            const auto differ = [&](std::size_t tick) { return of_host[tick].phases[i] != of_peer(tick).phases[i]; };
            scan(first, last, i, DifferenceOf::phase, differ, nothing, {});
        }
        for (std::size_t k = 0; k < r_.layout.rigid.size(); ++k) {
            const std::size_t fixture = r_.layout.rigid[k].fixture;
            const auto apart = [&](std::size_t tick) {
                return glm::length(of_host[tick].loose[k] - of_peer(tick).loose[k]);
            };
            const auto elsewhere = [&](std::size_t tick) { return apart(tick) > defaults::least_difference_m; };
            scan(first, last, fixture, DifferenceOf::place, elsewhere, apart, {});
            const auto other_hands = [&](std::size_t tick) {
                return of_host[tick].holders[k] != of_peer(tick).holders[k];
            };
            scan(first, last, fixture, DifferenceOf::holder, other_hands, nothing, k);
        }
        std::stable_sort(out_.begin(), out_.end(),
                         [](const WireDifference& a, const WireDifference& b) { return a.from_s < b.from_s; });
        return std::move(out_);
    }

  private:
    template <class Differ, class Apart>
    void scan(std::size_t first, std::size_t last, std::size_t fixture, DifferenceOf what, Differ differ, Apart apart,
              std::optional<std::size_t> loose) {
        const double rate = run_.host.rate_hz;
        for (std::size_t tick = first; tick < last;) {
            if (!differ(tick)) {
                ++tick;
                continue;
            }
            WireDifference found;
            found.peer = peer_;
            found.fixture = fixture;
            found.what = what;
            found.from_s = static_cast<double>(tick) / rate;
            found.host_phase = run_.peers.front().samples[tick].phases[fixture];
            found.peer_phase = run_.peers[peer_].samples[tick - first].phases[fixture];
            if (loose) {
                found.host_holder = run_.peers.front().samples[tick].holders[*loose];
                found.peer_holder = run_.peers[peer_].samples[tick - first].holders[*loose];
            }
            const std::size_t begin = tick;
            // Where a thing lies is told again and again: what comes back at once is the same difference.
            const auto longest_gap =
                static_cast<std::size_t>(what == DifferenceOf::place ? same_difference_s * rate : 0.0);
            std::size_t end = tick;
            for (; tick < last && tick - end <= longest_gap; ++tick) {
                if (loose && !has_hands(found, tick, first, *loose)) break;  // another difference begins
                if (!differ(tick)) continue;
                found.most_m = std::max(found.most_m, apart(tick));
                end = tick + 1;
            }
            found.lasts = end == last;
            tick = end;
            found.to_s = static_cast<double>(tick) / rate;
            if (tick - begin < 2 && !found.lasts) continue;
            find_cause(r_, run_, found);
            out_.push_back(found);
        }
    }

    bool has_hands(const WireDifference& d, std::size_t tick, std::size_t first, std::size_t loose) const {
        return run_.peers.front().samples[tick].holders[loose] == d.host_holder &&
               run_.peers[peer_].samples[tick - first].holders[loose] == d.peer_holder;
    }

    const Rehearsal& r_;
    const WireRun& run_;
    std::size_t peer_;
    std::vector<WireDifference> out_;
};

std::string phase_name(const Rehearsal& r, std::size_t fixture, std::int16_t phase) {
    const MachineId kind = r.layout.fixtures[fixture].kind;
    if (!kind || phase < 0) return "nowhere";
    return r.program.machines[kind].phases[PhaseId(static_cast<std::size_t>(phase))].name;
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
    std::vector<WireDifference> out;
    for (std::size_t peer = 1; peer < run.peers.size(); ++peer) {
        const auto found = Comparing(r, run, peer).all();
        out.insert(out.end(), found.begin(), found.end());
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
        case DifferenceCause::since_joining:
            return fmt::format("its {} isn't shared, and began anew when {} joined; say share {} as state", what, peer,
                               what);
        case DifferenceCause::not_kept:
            return fmt::format(
                "it was told at {:.2f} s to those present; {} joined later, and it isn't kept; say share "
                "phase as kept, or as state",
                d.told_s, peer);
        case DifferenceCause::on_the_way:
            if (d.told_s < 0.0) return "the host's state takes that long to come";
            return fmt::format("told at {:.2f} s, it came at {:.2f} s", d.told_s, d.arrived_s);
        case DifferenceCause::lost:
            if (d.told_s < 0.0) return "states were lost on their way; the next one that came put it right";
            return fmt::format("told at {:.2f} s, the telling was lost on its way; sent again, it came at {:.2f} s",
                               d.told_s, d.arrived_s);
        case DifferenceCause::never_came:
            return fmt::format("told at {:.2f} s; it had not come when the rehearsal ended", d.told_s);
        case DifferenceCause::ahead:
            return fmt::format("{} did it by itself, and the host had it later or not at all", peer);
    }
    return {};
}

std::string correction_text(const WireRun& run, const WireCorrection& c) {
    std::string out = fmt::format("{} corrected by {:.2f} m at {:.2f} s", run.peers[c.peer].name, c.moved_m, c.at_s);
    if (c.late_input) return fmt::format("{}: a press had not come in time", out);
    if (c.fixtures.empty()) return fmt::format("{}: the host had somebody else act on it, or in its way", out);
    for (std::size_t i = 0; i < c.fixtures.size() && i < 3; ++i)
        out = fmt::format("{}{} {}", out, i == 0 ? ": the host had it otherwise with" : ",",
                          fixture_name(run, c.fixtures[i]));
    return out;
}

}  // namespace leap
