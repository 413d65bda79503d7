// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include <algorithm>

#include "cli/commands.hpp"
#include "core/experiments/leeway.hpp"

namespace leap::cli {
namespace {

std::string side_text(const LeewaySide& side) {
    std::string out = fmt::format("{}{:.1f} ms", side.open ? "over " : "", side.by_s * 1000.0);
    for (const LeewayIsland& island : side.islands)
        out += fmt::format(" (right again from {:.0f} to {:.0f} ms)", island.from_s * 1000.0, island.to_s * 1000.0);
    return out;
}

int print_leeway(const Setup& setup, const Tape& tape, const LeewayCommand& options) {
    LeewayOptions parallel;
    parallel.buttons = options.buttons;
    parallel.sticks = options.sticks;
    parallel.pairs = options.pairs;
    parallel.threads = options.threads;
    parallel.stop = stop_on_interrupt();
    parallel.progress = show_progress(options.quiet);
    const Leeway found = find_leeway(setup, tape, parallel);
    if (!found.problem.empty() || !found.complete) {
        complain(found.problem.empty() ? "stopped" : fmt::format("{}: {}", tape.name, found.problem));
        return found.problem.empty() ? stopped_early : problems;
    }
    fmt::print("{}: how far each press may be off, the tightest first\n", tape.name);
    for (const EventLeeway* event : tightest_first(found)) {
        const std::string who =
            tape.tracks.size() > 1 ? track_name(tape.tracks[event->track], tape.tracks[event->track].body) + "." : "";
        fmt::print("  {:>7.3f} s  {}{}: {} earlier, {} later\n", event->time_s, who, leeway_name(*event),
                   side_text(event->earlier), side_text(event->later));
        if (!event->earlier.why.empty()) fmt::print("             earlier: {}\n", event->earlier.why);
        if (!event->later.why.empty()) fmt::print("             later: {}\n", event->later.why);
    }
    for (const PairLeeway& pair : found.pairs) {
        if (!pair.depend) continue;
        const EventLeeway& first = found.events[pair.first];
        const EventLeeway& second = found.events[pair.second];
        fmt::print("  {} at {:.3f} s and {} at {:.3f} s depend on each other: together {} earlier, {} later\n",
                   leeway_name(first), first.time_s, leeway_name(second), second.time_s,
                   side_text(pair.together.earlier), side_text(pair.together.later));
    }
    bool wide_enough = true;
    for (const EventLeeway& event : found.events) {
        const double least_s =
            std::min(event.earlier.open ? 1e9 : event.earlier.by_s, event.later.open ? 1e9 : event.later.by_s);
        if (options.at_least_ms <= 0.0 || least_s * 1000.0 >= options.at_least_ms) continue;
        wide_enough = false;
        fmt::print("expected at least {:g} ms, got {:.1f} ms: {} at {:.3f} s\n", options.at_least_ms, least_s * 1000.0,
                   leeway_name(event), event.time_s);
    }
    const int code = wide_enough ? good : problems;
    if (options.tries <= 0) return code;
    HandOptions hand;
    static_cast<ParallelOptions&>(hand) = static_cast<const ParallelOptions&>(parallel);
    hand.spread_s = options.spread_ms / 1000.0;
    hand.tries = options.tries;
    hand.seed = options.seed;
    const HandResult result = try_hand(setup, tape, hand);
    fmt::print("with a timing error of {:g} ms {} of {} tries succeed ({:.0f} % to {:.0f} %, with 95 % certainty)\n",
               options.spread_ms, result.successes, result.tries, result.low * 100.0, result.high * 100.0);
    for (const HandResult::Failure& failure : result.failures)
        fmt::print("  {} times: {}\n", failure.count, failure.why);
    return result.complete ? code : stopped_early;
}

}  // namespace

int leeway(const LeewayCommand& options) {
    const auto experiment = begin_experiment(options);
    if (!experiment) return problems;
    int code = good;
    for (const Tape& tape : experiment->tapes) code = std::max(code, print_leeway(experiment->setup(), tape, options));
    return code;
}

}  // namespace leap::cli
