// SPDX-License-Identifier: MIT
#include "core/wire/wire_readings.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

#include "core/defaults.hpp"
#include "core/state/world_text.hpp"

namespace leap {
namespace {

constexpr std::array kinds{
    WireReading{"differing", "s", "how long a peer's world differed from the host's, in total", 0.0},
    WireReading{"longest_difference", "s", "the longest one", 0.0},
    WireReading{"last_difference", "s", "when the last one ended; from then on all agree", 0.0},
    WireReading{"corrections", "", "how often a character was corrected", 0.0},
    WireReading{"corrections_per_minute", "", "the same for each minute of each peer", 0.0},
    WireReading{"largest_correction", "m", "largest distance of a correction", 0.0},
    WireReading{"late_inputs", "", "inputs that reached the host too late", 0.0},
    WireReading{"press_to_seen", "s", "from a press until another peer sees it, median", 0.0},
    WireReading{"slowest_press", "s", "the same, maximum", 0.0},
    WireReading{"bytes_per_second", "B/s", "of the busiest connection, both directions", 0.0},
    WireReading{"largest_message", "B", "the largest one", 0.0},
    WireReading{"lost_messages", "", "messages that never arrived", 0.0},
    WireReading{"refused_words", "", "refused claims: another peer held the thing by then", 0.0},
    WireReading{"unreadable_messages", "", "messages that could not be read", 0.0},
    WireReading{"worlds_parted", "", "desyncs: peers whose world differed from the host, from inputs", 0.0},
};

double middle_of(std::vector<double> values) {
    if (values.empty()) return std::numeric_limits<double>::quiet_NaN();
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

}  // namespace

std::span<const WireReading> wire_reading_kinds() {
    return kinds;
}

std::vector<WireReading> wire_readings(const WireRun& run, std::span<const WireDifference> differences,
                                       std::optional<std::size_t> only) {
    const auto counts = [&](std::size_t peer) { return !only || *only == peer; };
    std::vector<WireReading> out(kinds.begin(), kinds.end());
    const auto set = [&](std::string_view name, double value) {
        for (WireReading& reading : out)
            if (reading.name == name) reading.value = value;
    };
    double longest = 0.0;
    double last = 0.0;
    double all = 0.0;
    for (std::size_t peer = 1; peer < run.peers.size(); ++peer) {
        double until = -1e300;
        for (const WireDifference& each : differences) {
            if (each.peer != peer || !counts(peer)) continue;
            longest = std::max(longest, each.to_s - each.from_s);
            last = std::max(last, each.to_s);
            all += std::max(0.0, each.to_s - std::max(each.from_s, until));
            until = std::max(until, each.to_s);
        }
    }
    set("differing", all);
    set("longest_difference", longest);
    set("last_difference", last);
    double moved = 0.0;
    double corrections = 0.0;
    for (const WireCorrection& each : run.corrections) {
        if (!counts(each.peer) || each.moved_m < defaults::min_correction_m) continue;
        corrections += 1.0;
        moved = std::max(moved, each.moved_m);
    }
    double minutes = 0.0;
    for (std::size_t peer = 1; peer < run.peers.size(); ++peer)
        if (counts(peer)) minutes += (run.peers[peer].to_s - run.peers[peer].from_s) / 60.0;
    set("corrections", corrections);
    set("corrections_per_minute", minutes > 0.0 ? corrections / minutes : 0.0);
    set("largest_correction", moved);
    set("late_inputs", static_cast<double>(run.late_inputs));
    std::vector<double> seen;
    for (const PressSeen& press : run.presses)
        if (counts(press.peer) || counts(press.by)) seen.push_back(press.seen_s - press.pressed_s);
    set("press_to_seen", middle_of(seen));
    set("slowest_press",
        seen.empty() ? std::numeric_limits<double>::quiet_NaN() : *std::max_element(seen.begin(), seen.end()));
    std::vector<double> bytes(run.peers.size(), 0.0);
    double largest = 0.0;
    double lost = 0.0;
    for (const LoggedMessage& message : run.messages) {
        const std::size_t peer = std::max(message.from, message.to);
        if (!counts(peer)) continue;
        bytes[peer] += static_cast<double>(message.bytes);
        largest = std::max(largest, static_cast<double>(message.bytes));
        lost += std::isinf(message.arrives_s) ? 1.0 : 0.0;
    }
    double busiest = 0.0;
    for (std::size_t peer = 1; peer < run.peers.size(); ++peer) {
        const double seconds = run.peers[peer].to_s - run.peers[peer].from_s;
        if (seconds > 0.0) busiest = std::max(busiest, bytes[peer] / seconds);
    }
    set("bytes_per_second", busiest);
    set("largest_message", largest);
    set("lost_messages", lost);
    set("refused_words", static_cast<double>(run.refused_words));
    set("unreadable_messages", static_cast<double>(run.unreadable));
    double parted = 0.0;
    for (std::size_t peer = 1; peer < run.peers.size(); ++peer)
        if (counts(peer) && run.peers[peer].parted_s) parted += 1.0;
    set("worlds_parted", parted);
    return out;
}

namespace {

template <class Element>
std::size_t bytes_in(const std::vector<Element>& list) {
    return list.capacity() * sizeof(Element);
}

}  // namespace

std::size_t bytes_of(const WireRun& run) {
    std::size_t out = bytes_in(run.messages) + bytes_in(run.tellings) + bytes_in(run.corrections) +
                      bytes_in(run.presses) + bytes_in(run.host.events) + bytes_in(run.host.spans);
    for (const TraceTrack& track : run.host.tracks) out += bytes_in(track.rows) + bytes_in(track.values);
    for (const World& world : run.host.snapshots) out += bytes_of(world);
    for (const PeerRun& peer : run.peers) {
        out += bytes_in(peer.sums) + peer.samples.bytes();
        for (const WireFrame& frame : peer.frames) out += sizeof frame - sizeof frame.world + bytes_of(frame.world);
    }
    return out;
}

Vec3 led_over(const WireRun& run, std::size_t peer, double at_s) {
    Vec3 out{0.0};
    for (const WireCorrection& each : run.corrections) {
        const double since = at_s - each.at_s;
        if (each.peer != peer || since < 0.0 || since >= defaults::led_over_s) continue;
        if (each.moved_m > defaults::farthest_led_over_m) {
            out = Vec3{0.0};  // what was being led over is jumped, too
            continue;
        }
        const double left = 1.0 - since / defaults::led_over_s;
        out += each.back * (left * left * (3.0 - 2.0 * left));
    }
    return out;
}

std::vector<WireMarkAnswer> wire_marks(const WirePlan& plan, std::span<const WireReading> readings) {
    std::vector<WireMarkAnswer> out;
    for (const WireMark& mark : plan.marks) {
        WireMarkAnswer answer{mark, std::numeric_limits<double>::quiet_NaN(), false};
        for (const WireReading& reading : readings)
            if (reading.name == mark.reading) answer.value = reading.value;
        answer.met = answer.value >= mark.low && answer.value <= mark.high;
        out.push_back(answer);
    }
    return out;
}

}  // namespace leap
