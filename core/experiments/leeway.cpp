// SPDX-License-Identifier: MIT
#include "core/experiments/leeway.hpp"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <random>

#include "core/defaults.hpp"
#include "core/experiments/judge.hpp"
#include "core/tape/tape_edit.hpp"

namespace leap {
namespace {

/// The button rows of a tape that have presses.
std::vector<ButtonRow> rows_of(const Tape& tape) {
    std::vector<ButtonRow> out;
    for (std::size_t track = 0; track < tape.tracks.size(); ++track) {
        std::map<std::string, bool> seen;
        for (const TapeEvent& event : tape.tracks[track].events)
            if (const auto* button = std::get_if<ButtonEvent>(&event.what);
                button != nullptr && !seen[button->button]) {
                seen[button->button] = true;
                out.push_back({track, button->button});
            }
    }
    return out;
}

struct Judge {
    const Setup& setup;
    const Tape& tape;
    StopSign stop;
    BatchResult before;

    Judge(const Setup& setup_in, const Tape& tape_in, StopSign stop_in)
        : setup(setup_in), tape(tape_in), stop(std::move(stop_in)) {
        Trace room;
        before = run_alone({&setup.program, &setup.tuning, &setup.course, &tape, tape.rate_hz}, room, with_ways());
    }
    static BatchOptions with_ways() {
        BatchOptions out;
        out.ways = true;
        out.hashes = false;
        return out;
    }
    BatchResult run(const Tape& played, Trace& room) const {
        BatchOptions options = with_ways();
        options.stop = stop;
        return run_alone({&setup.program, &setup.tuning, &setup.course, &played, played.rate_hz}, room, options);
    }
    std::optional<Difference> operator()(const Tape& played, double off_s, Trace& room) const {
        return difference_of(before, run(played, room), setup.program,
                             std::max(defaults::same_way_slack_s, std::abs(off_s)));
    }
};

/// The tape with one edge of a press elsewhere, and where it came to be.
std::pair<Tape, double> with_edge_at(const Tape& tape, const ButtonRow& row, const EventLeeway& event,
                                     const Press& press, double time) {
    const Press wanted = event.release ? Press{press.from_s, time} : Press{time, press.to_s};
    Tape out = with_press_moved(tape, row, event.press, wanted);
    const Press now = presses_of(out, row)[event.press];
    return {std::move(out), event.release ? now.to_s : now.from_s};
}

/// Tick by tick outwards, to the first that goes wrong. Ever wider steps with halving between them would ask a sixth of
/// the runs, but they pass over what goes wrong in between and is right again beyond: a press that fails 75 to 125 ms
/// later would have been said to have 500 ms.
LeewaySide look_one_way(const Judge& judge, const ButtonRow& row, const EventLeeway& event, double sign, Trace& room) {
    const Press press = presses_of(judge.tape, row)[event.press];
    const double tick = 1.0 / judge.tape.rate_hz;
    const auto farthest = static_cast<int>(std::lround(defaults::farthest_leeway_s / tick));
    LeewaySide out;
    for (int ticks = 1; ticks <= farthest; ++ticks) {
        const double wanted = event.time_s + sign * ticks * tick;
        const auto [moved, came_to] = with_edge_at(judge.tape, row, event, press, wanted);
        if (std::abs(came_to - wanted) > 0.25 * tick) break;  // its neighbour is in the way
        if (const auto wrong = judge(moved, ticks * tick, room)) {
            out.why = wrong->what;
            return out;
        }
        out.by_s = ticks * tick;
        if (judge.stop()) break;
    }
    out.open = true;
    return out;
}

}  // namespace

double EventLeeway::tightest_s() const {
    if (earlier.open == later.open) return std::min(earlier.by_s, later.by_s);
    return earlier.open ? later.by_s : earlier.by_s;
}

std::vector<const EventLeeway*> tightest_first(const Leeway& leeway) {
    std::vector<const EventLeeway*> out;
    for (const EventLeeway& event : leeway.events) out.push_back(&event);
    const auto is_open = [](const EventLeeway* event) { return event->earlier.open && event->later.open; };
    std::stable_sort(out.begin(), out.end(), [&](const EventLeeway* a, const EventLeeway* b) {
        if (is_open(a) != is_open(b)) return is_open(b);
        return a->tightest_s() < b->tightest_s();
    });
    return out;
}

Leeway find_leeway(const Setup& setup, const Tape& tape, const ParallelOptions& options) {
    Leeway out;
    const StopSign stop(options.stop);
    const Judge judge(setup, tape, stop);
    if (!judge.before.problem.empty()) {
        out.problem = judge.before.problem;
        return out;
    }
    std::vector<ButtonRow> rows;  // of each event
    for (const ButtonRow& row : rows_of(tape)) {
        const std::vector<Press> presses = presses_of(tape, row);
        for (std::size_t i = 0; i < presses.size(); ++i) {
            out.events.push_back({row.track, row.button, i, false, presses[i].from_s, {}, {}});
            // One that is held to the end has no release.
            if (presses[i].to_s < tape.length_s)
                out.events.push_back({row.track, row.button, i, true, presses[i].to_s, {}, {}});
        }
    }
    std::stable_sort(out.events.begin(), out.events.end(),
                     [](const EventLeeway& a, const EventLeeway& b) { return a.time_s < b.time_s; });
    tbb::enumerable_thread_specific<Trace> rooms;
    out.complete = in_parallel(out.events.size() * 2, stopped_by(options, stop), [&](std::size_t i) {
        EventLeeway& event = out.events[i / 2];
        LeewaySide& side = i % 2 == 0 ? event.earlier : event.later;
        side = look_one_way(judge, {event.track, event.button}, event, i % 2 == 0 ? -1.0 : 1.0, rooms.local());
    });
    if (!out.complete) out.events.clear();
    return out;
}

HandResult try_hand(const Setup& setup, const Tape& tape, const HandOptions& options) {
    HandResult out;
    const StopSign stop(options.stop);
    const Judge judge(setup, tape, stop);
    if (!judge.before.problem.empty()) {
        out.problem = judge.before.problem;
        return out;
    }
    // Every try has its own numbers, whichever thread makes it.
    const std::vector<ButtonRow> rows = rows_of(tape);
    const auto count = static_cast<std::size_t>(std::max(0, options.tries));
    std::vector<std::string> why(count);
    std::vector<std::uint8_t> done(count, 0);
    tbb::enumerable_thread_specific<Trace> rooms;
    out.complete = in_parallel(count, stopped_by(options, stop), [&](std::size_t number) {
        std::mt19937 random(options.seed * 1'000'003U + static_cast<unsigned>(number));
        // One standard normal number, scaled: a steady hand has a spread of 0, which the distribution itself refuses.
        std::normal_distribution<double> standard;
        const auto off = [&] { return options.spread_s * standard(random); };
        Tape played = tape;
        double farthest = 0.0;
        for (const ButtonRow& row : rows) {
            const std::size_t presses = presses_of(played, row).size();
            for (std::size_t i = 0; i < presses; ++i) {
                const Press press = presses_of(played, row)[i];
                const double from = press.from_s + off();
                const double to = press.to_s + off();
                farthest = std::max({farthest, std::abs(from - press.from_s), std::abs(to - press.to_s)});
                if (press.to_s >= tape.length_s) {
                    played = with_press_moved(played, row, i, {from, press.to_s});
                } else {
                    played = with_press_moved(played, row, i, {from, std::max(to, from + defaults::min_press_s)});
                }
            }
        }
        if (const auto wrong = judge(played, farthest, rooms.local())) why[number] = wrong->what;
        done[number] = 1;
    });
    std::map<std::string, int> failures;
    for (std::size_t i = 0; i < count; ++i) {
        if (done[i] == 0) continue;
        ++out.tries;
        if (why[i].empty()) {
            ++out.successes;
        } else {
            // Times differ from try to try; what happened counts.
            ++failures[why[i].substr(0, why[i].find(" at "))];
        }
    }
    for (const auto& [what, times] : failures) out.failures.push_back({what, times});
    std::stable_sort(out.failures.begin(), out.failures.end(),
                     [](const auto& a, const auto& b) { return a.count > b.count; });
    if (out.tries > 0) {
        constexpr double z = 1.959963984540054;
        const double n = out.tries;
        const double share = out.successes / n;
        const double middle = (share + z * z / (2.0 * n)) / (1.0 + z * z / n);
        const double half = z / (1.0 + z * z / n) * std::sqrt(share * (1.0 - share) / n + z * z / (4.0 * n * n));
        out.low = std::max(0.0, middle - half);
        out.high = std::min(1.0, middle + half);
    }
    return out;
}

}  // namespace leap
