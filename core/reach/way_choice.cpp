// SPDX-License-Identifier: MIT
#include "core/reach/way_choice.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

#include "core/defaults.hpp"
#include "core/reach/way_judge.hpp"
#include "core/tape/tape_edit.hpp"

namespace leap {
namespace {

/// Hands that a route is tried with: the usual one, and steadier ones that tell apart what it never makes.
constexpr std::array<double, 3> spreads_s{0.03, 0.015, 0.007};
constexpr int hand_tries = 24;  ///< of each
/// Seconds of routes that are tried with a hand, and of the best of them that are centred: long routes take long.
constexpr double scored_s = 36.0;
constexpr double centred_s = 9.0;
constexpr std::size_t max_centred = 3;
constexpr std::size_t centred_twice_presses = 6;  ///< routes with more are gone through once: they take longest
constexpr int centring_step_ticks = 2;
constexpr double centred_within_s =
    0.12;  ///< four spreads of the usual hand: farther away nothing changes what it makes
/// A press or a second of the route counts as so much less of the share that a hand makes.
constexpr double press_share = 0.01;
constexpr double second_share = 0.005;

std::vector<ButtonRow> rows_of(const Tape& tape) {
    std::vector<ButtonRow> out;
    for (const TapeEvent& event : tape.tracks.front().events)
        if (const auto* button = std::get_if<ButtonEvent>(&event.what))
            if (std::none_of(out.begin(), out.end(),
                             [&](const ButtonRow& row) { return row.button == button->button; }))
                out.push_back({0, button->button});
    return out;
}

Tape without_event(const Tape& tape, std::size_t event) {
    Tape out = tape;
    out.tracks.front().events.erase(out.tracks.front().events.begin() + static_cast<std::ptrdiff_t>(event));
    return out;
}

/// A view that is taken for a press goes along with it.
Tape with_looks_moved(Tape tape, double press_s, double by_s) {
    constexpr double before_s = 0.02;
    std::vector<TapeEvent>& events = tape.tracks.front().events;
    for (TapeEvent& event : events)
        if (std::holds_alternative<LookEvent>(event.what) && event.time_s <= press_s &&
            event.time_s > press_s - before_s)
            event.time_s = rounded_number(std::max(0.0, event.time_s + by_s));
    std::stable_sort(events.begin(), events.end(), [](const auto& a, const auto& b) { return a.time_s < b.time_s; });
    return tape;
}

struct Candidate {
    Tape tape;
    double score = 0.0;
};

class Chooser {
  public:
    Chooser(const SceneView& scene, const WayEnds& ends, const ParallelOptions& options)
        : scene_(scene), ends_(ends), options_(options) {}

    Candidate scored(Tape tape) const {
        Candidate out;
        std::size_t presses = 0;
        for (const ButtonRow& row : rows_of(tape)) presses += presses_of(tape, row).size();
        double share = 1.0;
        if (presses > 0) {
            const WayJudge judge(scene_, ends_.goal, tape);
            HandOptions hand;
            hand.threads = options_.threads;
            hand.stop = options_.stop;
            hand.background = options_.background;
            hand.tries = hand_tries;
            share = 0.0;
            hand.keeps = judge.criterion();
            for (const double spread_s : spreads_s) {
                hand.spread_s = spread_s;
                const HandResult made = try_hand({scene_.program, scene_.tuning, scene_.course}, tape, hand);
                share += made.successes / static_cast<double>(hand_tries * spreads_s.size());
            }
        }
        out.score = share - press_share * static_cast<double>(presses) - second_share * tape.length_s;
        out.tape = std::move(tape);
        return out;
    }

    /// Every press with its release, then every edge alone, is put into the middle of the stretch in which the goal is
    /// reached.
    Tape centred(Tape tape) const {
        std::size_t presses = 0;
        for (const ButtonRow& row : rows_of(tape)) presses += presses_of(tape, row).size();
        const int passes = presses > centred_twice_presses ? 1 : 2;
        for (int pass = 0; pass < passes; ++pass)
            for (const ButtonRow& row : rows_of(tape)) {
                const std::size_t count = presses_of(tape, row).size();
                for (std::size_t i = 0; i < count; ++i)
                    for (const auto& [from, to] : {std::pair{1.0, 1.0}, {0.0, 1.0}, {1.0, 0.0}}) {
                        if (options_.stop && options_.stop()) return tape;
                        tape = centred(tape, row, i, from, to);
                    }
            }
        return tape;
    }

  private:
    Tape centred(const Tape& tape, const ButtonRow& row, std::size_t press, double from, double to) const {
        const WayJudge judge(scene_, ends_.goal, tape);
        const Press was = presses_of(tape, row)[press];
        const auto moved = [&](double by_s) {
            Tape out = with_press_moved(tape, row, press, {was.from_s + from * by_s, was.to_s + to * by_s});
            return from > 0.0 ? with_looks_moved(std::move(out), was.from_s, by_s) : out;
        };
        const double tick = 1.0 / scene_.rate_hz;
        const auto reach_of = [&](double sign) {
            double out = 0.0;
            for (double by = centring_step_ticks * tick; by <= centred_within_s; by += centring_step_ticks * tick) {
                const Press now = presses_of(moved(sign * by), row)[press];
                const bool in_the_way = std::abs(now.from_s - was.from_s - from * sign * by) > 0.5 * tick ||
                                        std::abs(now.to_s - was.to_s - to * sign * by) > 0.5 * tick;
                if (in_the_way || !judge.reaches(moved(sign * by))) break;
                out = by;
            }
            return out;
        };
        const double by_s = 0.5 * (reach_of(1.0) - reach_of(-1.0));
        if (std::abs(by_s) < tick) return tape;
        Tape out = moved(by_s);
        return judge.reaches(out) ? out : tape;
    }

    const SceneView& scene_;
    const WayEnds& ends_;
    const ParallelOptions& options_;
};

}  // namespace

Tape tidied(const SceneView& scene, const WayEnds& ends, const Tape& tape, const std::function<bool()>& stop) {
    const WayJudge judge(scene, ends.goal, tape);
    if (!judge.reaches(tape)) return tape;
    Tape out = tape;
    const auto stopped = [&] { return stop && stop(); };
    const auto take = [&](Tape other) {
        if (!judge.reaches(other)) return false;
        out = std::move(other);
        return true;
    };
    // Presses, the last first; what leads nowhere any more without an earlier one goes with it.
    for (const ButtonRow& row : rows_of(out))
        for (std::size_t i = presses_of(out, row).size(); i-- > 0 && !stopped();) take(without_press(out, row, i));
    // Two presses of a button that can be one.
    for (const ButtonRow& row : rows_of(out))
        for (std::size_t i = presses_of(out, row).size(); i-- > 1 && !stopped();) {
            const std::vector<Press> presses = presses_of(out, row);
            take(with_press_moved(without_press(out, row, i), row, i - 1, {presses[i - 1].from_s, presses[i].to_s}));
        }
    for (std::size_t i = 0; i < out.tracks.front().events.size() && !stopped();) {
        const auto& what = out.tracks.front().events[i].what;
        if (std::holds_alternative<ButtonEvent>(what) || !take(without_event(out, i))) ++i;
    }
    const WayPlayed played = play_way(scene, ends, out);
    Tape ended = ended_at(out, played.reached_s);
    return judge.reaches(ended) ? ended : out;
}

Tape most_forgiving(const SceneView& scene, const WayEnds& ends, const std::vector<Tape>& routes,
                    const ParallelOptions& options) {
    // Each candidate is worked on by one thread; those that were not finished when it was stopped are left out.
    ParallelOptions alone = options;
    alone.threads = 1;
    alone.progress = {};
    ParallelOptions all = options;
    all.progress = {};
    const Chooser chooser(scene, ends, alone);
    std::vector<Candidate> candidates;
    const auto add = [&](std::size_t count, const std::function<Candidate(std::size_t)>& made) {
        std::vector<std::optional<Candidate>> out(count);
        in_parallel(count, all, [&](std::size_t i) { out[i] = made(i); });
        for (std::optional<Candidate>& each : out)
            if (each) candidates.push_back(*std::move(each));
        std::stable_sort(candidates.begin(), candidates.end(),
                         [](const Candidate& a, const Candidate& b) { return a.score > b.score; });
    };
    std::vector<const Tape*> shortest;
    for (const Tape& route : routes) shortest.push_back(&route);
    std::stable_sort(shortest.begin(), shortest.end(),
                     [](const Tape* a, const Tape* b) { return a->length_s < b->length_s; });
    const auto as_many = [](double seconds, double length_s) {
        return std::max<std::size_t>(1, static_cast<std::size_t>(seconds / std::max(0.1, length_s)));
    };
    const std::size_t tried = std::min(shortest.size(), as_many(scored_s, shortest.front()->length_s));
    add(tried, [&](std::size_t i) { return chooser.scored(tidied(scene, ends, *shortest[i], alone.stop)); });
    if (candidates.empty()) return routes.front();
    const std::size_t count =
        std::min({candidates.size(), max_centred, as_many(centred_s, candidates.front().tape.length_s)});
    const std::vector<Candidate> best(candidates.begin(), candidates.begin() + static_cast<std::ptrdiff_t>(count));
    add(best.size(), [&](std::size_t i) { return chooser.scored(chooser.centred(best[i].tape)); });
    return candidates.front().tape;
}

}  // namespace leap
