// SPDX-License-Identifier: MIT
#include <fmt/format.h>

#include "cli/commands.hpp"
#include "core/experiments/leeway.hpp"

namespace leap::cli {
namespace {

std::string side_text(const LeewaySide& side) {
    return fmt::format("{}{:.0f} ms", side.open ? "over " : "", side.by_s * 1000.0);
}

int print_leeway(const Setup& setup, const Tape& tape, const LeewayCommand& options) {
    ParallelOptions parallel;
    parallel.threads = options.threads;
    parallel.stop = stop_on_interrupt();
    parallel.progress = show_progress(options.quiet);
    const Leeway found = find_leeway(setup, tape, parallel);
    if (!found.problem.empty() || !found.complete) {
        complain(found.problem.empty() ? "stopped" : fmt::format("{}: {}", tape.name, found.problem));
        return problems;
    }
    fmt::print("{}: how far each press may be off, the tightest first\n", tape.name);
    for (const EventLeeway* event : tightest_first(found)) {
        const std::string who =
            tape.tracks.size() > 1 ? track_name(tape.tracks[event->track], tape.tracks[event->track].body) + "." : "";
        fmt::print("  {:>7.3f} s  {} {}{}: {} earlier, {} later\n", event->time_s,
                   event->release ? "release of" : "press of", who, event->button, side_text(event->earlier),
                   side_text(event->later));
        if (!event->earlier.why.empty()) fmt::print("             earlier: {}\n", event->earlier.why);
        if (!event->later.why.empty()) fmt::print("             later: {}\n", event->later.why);
    }
    if (options.tries <= 0) return good;
    HandOptions hand;
    static_cast<ParallelOptions&>(hand) = parallel;
    hand.spread_s = options.spread_ms / 1000.0;
    hand.tries = options.tries;
    hand.seed = options.seed;
    const HandResult result = try_hand(setup, tape, hand);
    fmt::print("with a timing error of {:g} ms {} of {} tries succeed ({:.0f} % to {:.0f} %, with 95 % certainty)\n",
               options.spread_ms, result.successes, result.tries, result.low * 100.0, result.high * 100.0);
    for (const HandResult::Failure& failure : result.failures)
        fmt::print("  {} times: {}\n", failure.count, failure.why);
    return result.complete ? good : problems;
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
