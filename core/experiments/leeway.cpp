// SPDX-License-Identifier: MIT
#include "core/experiments/leeway.hpp"

#include <fmt/format.h>
#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
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
    TapeCriterion keeps;
    StopSign stop;
    BatchResult before;
    SharedBeginning beginning;

    /// `moved_s`: about when the runs to come begin to differ.
    Judge(const Setup& setup_in, const Tape& tape_in, TapeCriterion keeps_in, StopSign stop_in,
          std::span<const double> moved_s)
        : setup(setup_in), tape(tape_in), keeps(std::move(keeps_in)), stop(std::move(stop_in)) {
        if (keeps) return;
        Trace room;
        before = run_alone({&setup.program, &setup.tuning, &setup.course, &tape, tape.rate_hz}, room, with_ways());
        if (!before.problem.empty()) return;
        const SceneView scene(setup.program, setup.tuning, setup.course, tape.rate_hz);
        if (const auto run = beginning.run(scene, tape, moved_s, stop); !run) before.problem = run.error();
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
        return run_alone({&setup.program, &setup.tuning, &setup.course, &played, played.rate_hz, &beginning}, room,
                         options);
    }
    std::optional<Difference> operator()(const Tape& played, double off_s, Trace& room) const {
        if (keeps) return keeps(played);
        return difference_of(before, run(played, room), setup.program,
                             std::max(defaults::same_way_slack_s, std::abs(off_s)));
    }
};

/// The tape with one edge of a press elsewhere; nothing where its neighbour is in the way.
std::optional<Tape> with_edge_moved(const Tape& tape, const EventLeeway& event, double by_s, double tolerance_s) {
    const ButtonRow row{event.track, event.button};
    const bool release = event.of == LeewayOf::release;
    const Press press = presses_of(tape, row)[event.press];
    const double wanted = event.time_s + by_s;
    Tape out =
        with_press_moved(tape, row, event.press, release ? Press{press.from_s, wanted} : Press{wanted, press.to_s});
    const Press now = presses_of(out, row)[event.press];
    if (std::abs((release ? now.to_s : now.from_s) - wanted) > tolerance_s) return std::nullopt;
    return out;
}

template <class Event>
Tape with_all_moved(Tape tape, std::size_t track, double by_s) {
    std::vector<TapeEvent>& events = tape.tracks[track].events;
    for (TapeEvent& event : events)
        if (std::holds_alternative<Event>(event.what))
            event.time_s = std::clamp(event.time_s + by_s, 0.0, tape.length_s);
    std::stable_sort(events.begin(), events.end(), [](const auto& a, const auto& b) { return a.time_s < b.time_s; });
    return tape;
}

std::optional<Tape> moved(const Tape& tape, const EventLeeway& event, double by_s, double tolerance_s) {
    switch (event.of) {
        case LeewayOf::stick: return with_all_moved<StickEvent>(tape, event.track, by_s);
        case LeewayOf::look: return with_all_moved<LookEvent>(tape, event.track, by_s);
        default: return with_edge_moved(tape, event, by_s, tolerance_s);
    }
}

/// The tape with an input elsewhere, or nothing where that can't be.
using Mover = std::function<std::optional<Tape>(double by_s)>;

/// Tick by tick outwards, as far as is looked. Ever wider steps with halving between them would ask a sixth of the
/// runs, but they pass over what goes wrong in between and is right again beyond: a press that fails 75 to 125 ms later
/// would have been said to have 500 ms.
LeewaySide look_one_way(const Judge& judge, const Mover& mover, double sign, Trace& room) {
    const double tick = 1.0 / judge.tape.rate_hz;
    const auto farthest = static_cast<int>(std::lround(defaults::farthest_leeway_s / tick));
    LeewaySide out;
    out.open = true;
    bool was_good = true;
    const auto wrong_at = [&](double by_s) -> std::optional<Difference> {
        const auto tape = mover(sign * by_s);
        if (!tape) return Difference{"its neighbour is in the way", 0.0, {}};
        return judge(*tape, by_s, room);
    };
    for (int ticks = 1; ticks <= farthest; ++ticks) {
        const double by = ticks * tick;
        const auto tape = mover(sign * by);
        if (!tape) break;
        const auto wrong = judge(*tape, by, room);
        if (out.open && wrong) {
            out.open = false;
            out.why = wrong->what;
            double good = out.by_s;
            double bad = by;
            while (bad - good > defaults::leeway_step_s) {
                const double middle = 0.5 * (good + bad);
                (wrong_at(middle) ? bad : good) = middle;
            }
            out.by_s = good;
        } else if (out.open) {
            out.by_s = by;
        } else if (!wrong) {
            if (!was_good) out.islands.push_back({by, by});
            out.islands.back().to_s = by;
        }
        was_good = !wrong;
        if (judge.stop()) throw WorkStopped{};
    }
    return out;
}

/// Every input that is asked for, by time.
std::vector<EventLeeway> inputs_of(const Tape& tape, const LeewayOptions& options) {
    std::vector<EventLeeway> out;
    for (const ButtonRow& row : rows_of(tape)) {
        if (!options.buttons.empty() &&
            std::find(options.buttons.begin(), options.buttons.end(), row.button) == options.buttons.end())
            continue;
        const std::vector<Press> presses = presses_of(tape, row);
        for (std::size_t i = 0; i < presses.size(); ++i) {
            out.push_back({row.track, LeewayOf::press, row.button, i, presses[i].from_s, {}, {}});
            // One that is held to the end has no release.
            if (presses[i].to_s < tape.length_s)
                out.push_back({row.track, LeewayOf::release, row.button, i, presses[i].to_s, {}, {}});
        }
    }
    for (std::size_t track = 0; options.sticks && track < tape.tracks.size(); ++track)
        for (const LeewayOf of : {LeewayOf::stick, LeewayOf::look})
            for (const TapeEvent& event : tape.tracks[track].events) {
                const bool is_it = of == LeewayOf::stick ? std::holds_alternative<StickEvent>(event.what)
                                                         : std::holds_alternative<LookEvent>(event.what);
                if (!is_it) continue;
                out.push_back({track, of, {}, 0, event.time_s, {}, {}});
                break;
            }
    std::stable_sort(out.begin(), out.end(),
                     [](const EventLeeway& a, const EventLeeway& b) { return a.time_s < b.time_s; });
    return out;
}

/// Two presses to move, or one twice.
std::optional<Tape> presses_moved(const Tape& tape, std::span<const EventLeeway* const> presses, double by_s,
                                  double tolerance_s) {
    Tape out = tape;
    std::vector<const EventLeeway*> order(presses.begin(), presses.end());
    // The one in front goes first, so that it makes room.
    if (by_s > 0.0) std::reverse(order.begin(), order.end());
    for (const EventLeeway* event : order) {
        const ButtonRow row{event->track, event->button};
        const Press was = presses_of(out, row)[event->press];
        const bool to_the_end = was.to_s >= tape.length_s;
        const Press wanted{was.from_s + by_s, to_the_end ? was.to_s : was.to_s + by_s};
        out = with_press_moved(out, row, event->press, wanted);
        const Press now = presses_of(out, row)[event->press];
        if (std::abs(now.from_s - wanted.from_s) > tolerance_s) return std::nullopt;
    }
    return out;
}

std::vector<PairLeeway> pairs_of(const std::vector<EventLeeway>& events) {
    std::vector<PairLeeway> out;
    for (std::size_t i = 0; i < events.size(); ++i)
        for (std::size_t k = i + 1; k < events.size(); ++k) {
            if (events[k].time_s - events[i].time_s > defaults::leeway_pair_s) break;
            if (events[i].of == LeewayOf::press && events[k].of == LeewayOf::press &&
                events[i].track == events[k].track)
                out.push_back({i, k, {}, {}, {}, false});
        }
    return out;
}

/// One of the six looks that a pair needs: each alone and both, each way.
void look_at_pair(const Judge& judge, const Leeway& leeway, PairLeeway& pair, std::size_t look, double tolerance_s,
                  Trace& room) {
    const std::array<const EventLeeway*, 2> both{&leeway.events[pair.first], &leeway.events[pair.second]};
    const std::size_t which = look / 2;
    const auto presses = std::span(both).subspan(which == 1 ? 1 : 0, which == 2 ? 2 : 1);
    PressLeeway& to = which == 0 ? pair.first_alone : which == 1 ? pair.second_alone : pair.together;
    const Mover mover = [&](double by_s) { return presses_moved(judge.tape, presses, by_s, tolerance_s); };
    (look % 2 == 0 ? to.earlier : to.later) = look_one_way(judge, mover, look % 2 == 0 ? -1.0 : 1.0, room);
}

std::vector<double> beginnings_of(const std::vector<EventLeeway>& events) {
    std::vector<double> out;
    for (const EventLeeway& event : events) {
        out.push_back(event.time_s);
        for (double back = 0.125; back <= defaults::farthest_leeway_s; back += 0.125)
            out.push_back(event.time_s - back);
    }
    return out;
}

}  // namespace

double EventLeeway::tightest_s() const {
    if (earlier.open == later.open) return std::min(earlier.by_s, later.by_s);
    return earlier.open ? later.by_s : earlier.by_s;
}

std::string leeway_name(const EventLeeway& event) {
    switch (event.of) {
        case LeewayOf::press: return "press of " + event.button;
        case LeewayOf::release: return "release of " + event.button;
        case LeewayOf::stick: return "stick";
        case LeewayOf::look: return "view";
    }
    return {};
}

std::vector<const EventLeeway*> tightest_first(const Leeway& leeway) {
    std::vector<const EventLeeway*> out;
    for (const EventLeeway& event : leeway.events) out.push_back(&event);
    std::stable_sort(out.begin(), out.end(), [](const EventLeeway* a, const EventLeeway* b) {
        if (a->is_open() != b->is_open()) return b->is_open();
        return a->tightest_s() < b->tightest_s();
    });
    return out;
}

Leeway find_leeway(const Setup& setup, const Tape& tape, const LeewayOptions& options) {
    Leeway out;
    for (const std::string& button : options.buttons) {
        const std::vector<ButtonRow> rows = rows_of(tape);
        if (std::any_of(rows.begin(), rows.end(), [&](const ButtonRow& row) { return row.button == button; })) continue;
        out.problem = fmt::format("the tape has no press of \"{}\"", button);
        return out;
    }
    const StopSign stop(options.stop);
    out.events = inputs_of(tape, options);
    if (options.pairs) out.pairs = pairs_of(out.events);
    std::vector<double> beginnings = beginnings_of(out.events);
    const Judge judge(setup, tape, options.keeps, stop, beginnings);
    if (!judge.before.problem.empty()) {
        out.events.clear();
        out.pairs.clear();
        out.problem = judge.before.problem;
        return out;
    }
    const double tolerance = 0.25 * defaults::leeway_step_s;
    tbb::enumerable_thread_specific<Trace> rooms;
    const std::size_t singles = out.events.size() * 2;
    constexpr std::size_t looks = 6;
    out.complete = in_parallel(singles + out.pairs.size() * looks, stopped_by(options, stop), [&](std::size_t i) {
        if (i >= singles) {
            look_at_pair(judge, out, out.pairs[(i - singles) / looks], (i - singles) % looks, tolerance, rooms.local());
            return;
        }
        EventLeeway& event = out.events[i / 2];
        const Mover mover = [&](double by_s) { return moved(tape, event, by_s, tolerance); };
        (i % 2 == 0 ? event.earlier : event.later) = look_one_way(judge, mover, i % 2 == 0 ? -1.0 : 1.0, rooms.local());
    });
    if (!out.complete) {
        out.events.clear();
        out.pairs.clear();
    }
    const double tick = 1.0 / tape.rate_hz;
    for (PairLeeway& pair : out.pairs) {
        const PressLeeway& tighter =
            pair.first_alone.width_s() < pair.second_alone.width_s() ? pair.first_alone : pair.second_alone;
        pair.depend = !tighter.is_open() && pair.together.width_s() > tighter.width_s() + tick;
    }
    return out;
}

HandResult try_hand(const Setup& setup, const Tape& tape, const HandOptions& options) {
    HandResult out;
    const StopSign stop(options.stop);
    const double at_once = 0.0;
    const Judge judge(setup, tape, options.keeps, stop, std::span(&at_once, 1));
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
        if (const auto wrong = judge(played, farthest, rooms.local())) why[number] = wrong->kind;
        done[number] = 1;
    });
    std::map<std::string, int> failures;
    for (std::size_t i = 0; i < count; ++i) {
        if (done[i] == 0) continue;
        ++out.tries;
        if (why[i].empty()) {
            ++out.successes;
        } else {
            ++failures[why[i]];
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
