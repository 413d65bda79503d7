// SPDX-License-Identifier: MIT
#include "core/reach/find_way.hpp"

#include <fmt/format.h>

#include <algorithm>

#include "core/defaults.hpp"
#include "core/reach/leap_attempts.hpp"
#include "core/reach/way_choice.hpp"
#include "core/reach/way_judge.hpp"
#include "core/reach/way_search.hpp"
#include "core/tape/replay.hpp"

namespace leap {
namespace {

std::string not_tried_by(const WayScout& scout) {
    std::string looks;
    for (const std::string& kind : scout.kinds_looked_for()) looks += fmt::format(" and at the nearest {}", kind);
    return fmt::format(
        "stick directions other than ahead and released; views other than level{}; presses between ticks; routes of "
        "more than {} s",
        looks, defaults::max_way_s);
}

/// Leeway and hand of the route's presses, as long as the goal is reached.
void look_at_hand(const Setup& setup, const SceneView& scene, const WayEnds& ends, const ParallelOptions& options,
                  Way& out) {
    const WayJudge judge(scene, ends.goal, out.tape);
    LeewayOptions leeway;
    leeway.threads = options.threads;
    leeway.background = options.background;
    leeway.stop = options.stop;
    leeway.keeps = judge.criterion();
    out.leeway = find_leeway(setup, out.tape, leeway);
    if (out.leeway.events.empty()) return;
    HandOptions hand;
    hand.threads = options.threads;
    hand.background = options.background;
    hand.stop = options.stop;
    hand.keeps = judge.criterion();
    out.hand = try_hand(setup, out.tape, hand);
}

}  // namespace

Way find_way(const Setup& setup, const WayRequest& request, const ParallelOptions& options,
             const std::vector<WayHint>& hints) {
    Way out;
    out.seed = request.seed;
    const auto ends = find_way_ends(setup.course.plan, request);
    if (!ends) {
        out.problem = ends.error();
        return out;
    }
    const SceneView scene{setup.program, setup.tuning, setup.course, defaults::tick_rate_hz};
    for (const WayHint& hint : hints)
        if (const TapeTrack& track = hint.tape.tracks.front();
            track.start_place != ends->start_place || !track.start_lit.empty()) {
            out.problem = fmt::format(
                "the tape \"{}\" begins at \"{}\", expected \"{}\"; choose one from the same start", hint.tape.name,
                track.start_lit.empty() ? track.start_place : track.start_lit, ends->start_place);
            return out;
        }
    const auto start = start_world(scene, alone_at(ends->start_place));
    if (!start) {
        out.problem = start.error();
        return out;
    }
    if (is_at(ends->goal, start->actors.front())) {
        out.problem = fmt::format("the start is already at \"{}\"", request.from);
        return out;
    }
    const StopSign stop(options.stop);
    const ParallelOptions stoppable = stopped_by(options, stop);
    const Actor& me = start->actors.front();
    const WayField field(setup.course, middle_of(ends->goal, setup.course.plan), ends->goal.piece, me.body.position,
                         scene.shape(me).capsule.height * 0.5);
    const WayScout scout(scene, ends->goal, field);
    std::vector<Tape> routes;
    std::vector<std::vector<WaySegment>> hinted;
    for (const WayHint& hint : hints) {
        WayPlayed played = play_way(scene, *ends, hint.tape);
        if (played.reached) routes.push_back(ended_at(hint.tape, played.reached_s));
        hinted.push_back(hint.segments.empty() ? std::move(played.segments) : hint.segments);
    }
    if (routes.empty() || !request.first_is_enough) {
        WaySearched searched = search_way(scout, *start, request, stoppable, hinted);
        out.tries = searched.tries;
        out.stopped = searched.stopped;
        out.nearest_m = searched.nearest_m;
        for (std::vector<WaySegment>& route : searched.routes)
            routes.push_back(tape_of_segments(scene, *ends, std::move(route)));
    }
    out.routes = routes.size();
    if (routes.empty()) {
        out.not_tried = not_tried_by(scout);
        return out;
    }
    out.tape = request.first_is_enough ? tidied(scene, *ends, routes.front(), stoppable.stop)
                                       : most_forgiving(scene, *ends, routes, stoppable);
    out.tape.name = fmt::format("route to {}", request.to);
    WayPlayed played = play_way(scene, *ends, out.tape);
    out.found = played.reached;
    out.path = std::move(played.path);
    out.moves = std::move(played.moves);
    out.segments = std::move(played.segments);
    out.nearest_m = 0.0;
    if (!request.first_is_enough) look_at_hand(setup, scene, *ends, stoppable, out);
    out.stopped = out.stopped || stop();
    return out;
}

bool reaches_goal(const Setup& setup, const WayRequest& request, const Tape& tape) {
    const auto ends = find_way_ends(setup.course.plan, request);
    if (!ends) return false;
    const SceneView scene{setup.program, setup.tuning, setup.course, defaults::tick_rate_hz};
    return play_way(scene, *ends, tape).reached;
}

std::string way_text(const Way& way) {
    if (!way.problem.empty()) return way.problem;
    if (way.found) {
        std::vector<std::string> names;
        for (const std::string& move : way.moves)
            if (std::find(names.begin(), names.end(), move) == names.end()) names.push_back(move);
        return fmt::format("found: {:.2f} s{}", static_cast<double>(way.path.size() - 1) / way.tape.rate_hz,
                           names.empty() ? ", walking" : fmt::format(" with {}", fmt::join(names, ", ")));
    }
    return fmt::format("no route found in {} tries (seed {}); the closest came within {:.2f} m", way.tries, way.seed,
                       way.nearest_m);
}

std::string way_hand_text(const Way& way) {
    if (way.hand.tries == 0) return {};
    return fmt::format("a hand with a spread of {:.0f} ms makes it {} of {} times", HandOptions{}.spread_s * 1e3,
                       way.hand.successes, way.hand.tries);
}

std::vector<std::string> way_lines(const Way& way) {
    const std::vector<TapeEvent>& events = way.tape.tracks.front().events;
    std::vector<std::string> out = input_lines(events);
    const auto side = [](const LeewaySide& of, std::string_view name) {
        return fmt::format(", {}{:.0f} ms {}", of.open ? "at least " : "", of.by_s * 1e3, name);
    };
    for (std::size_t i = 0; i < events.size(); ++i) {
        const auto* button = std::get_if<ButtonEvent>(&events[i].what);
        if (button == nullptr) continue;
        for (const EventLeeway& leeway : way.leeway.events)
            if (leeway.button == button->button && leeway.time_s == events[i].time_s &&
                (leeway.of == LeewayOf::press) == button->down)
                out[i] += side(leeway.earlier, "early") + side(leeway.later, "late");
    }
    return out;
}

}  // namespace leap
