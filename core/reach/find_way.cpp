// SPDX-License-Identifier: MIT
#include "core/reach/find_way.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <memory>
#include <set>
#include <unordered_map>

#include "core/defaults.hpp"
#include "core/reach/way_tries.hpp"
#include "core/tape/replay.hpp"

namespace leap {
namespace {

constexpr double eager = 0.5;    ///< s for a metre that is left: three times what a walk takes, so not the shortest way
constexpr double press_s = 1.0;  ///< what a press takes from the promise: plain ways come before those full of presses
constexpr double crowd_m = 1.0;
constexpr double crowd_s = 0.05;  ///< what each of those that are about there already takes from the next one's promise
constexpr std::size_t at_once = 8;  ///< worlds gone on from together; fixed, so that threads decide nothing

class Search {
  public:
    Search(const SceneView& r, WayEnds ends, const World& start, const WayRequest& request,
           const ParallelOptions& options)
        : r_(r),
          ends_(std::move(ends)),
          options_(options),
          field_(r.course, middle_of(ends_.goal, r.course.plan), ends_.goal.piece, start.actors.front().body.position,
                 r.shape(start.actors.front()).capsule.height * 0.5),
          tries_(r, ends_.goal, field_),
          most_tries_(request.most_tries > 0 ? request.most_tries : defaults::usual_way_tries),
          most_worlds_(request.most_worlds > 0 ? request.most_worlds : defaults::max_way_worlds) {}

    /// The stretches of the way; empty when there is none.
    std::vector<WaySegment> run(const World& start, const std::vector<WaySegment>& hint, Way& out) {
        add_begin(start);
        std::int32_t arrived = add_hint(start, hint);
        while (!open_.empty() && arrived < 0 && out.tries < most_tries_) {
            std::vector<std::int32_t> from;
            while (from.size() < at_once && !open_.empty()) {
                from.push_back(open_.begin()->second);
                open_.erase(open_.begin());
            }
            std::vector<std::vector<WayTry>> made(from.size());
            ParallelOptions quietly = options_;
            quietly.progress = {};
            if (!in_parallel(from.size(), quietly, [&](std::size_t i) {
                    made[i] = tries_.from(*nodes_[static_cast<std::size_t>(from[i])].world);
                })) {
                out.stopped = true;
                break;
            }
            double best = 1e300;
            for (std::size_t i = 0; i < from.size(); ++i) {
                nodes_[static_cast<std::size_t>(from[i])].world.reset();
                out.tries += made[i].size();
                for (WayTry& child : made[i])
                    if (const std::int32_t node = add(from[i], child); child.arrived && child.world.time < best) {
                        best = child.world.time;
                        arrived = node;
                    }
            }
            while (open_.size() > most_worlds_) {
                const auto last = std::prev(open_.end());
                nodes_[static_cast<std::size_t>(last->second)].world.reset();
                open_.erase(last);
            }
            if (options_.progress) options_.progress(std::min(out.tries, most_tries_), most_tries_);
        }
        out.nearest_m = nearest_m_;
        std::vector<WaySegment> way;
        for (std::int32_t node = arrived; node > 0; node = nodes_[static_cast<std::size_t>(node)].parent)
            way.push_back(nodes_[static_cast<std::size_t>(node)].stretch);
        std::reverse(way.begin(), way.end());
        return way;
    }

  private:
    struct Node {
        std::int32_t parent = -1;
        WaySegment stretch;
        int presses = 0;
        std::unique_ptr<World> world;  ///< until it has been gone on from
    };

    void note_nearest(const World& world) {
        nearest_m_ = std::min(nearest_m_,
                              glm::length(world.actors.front().body.position - middle_of(ends_.goal, r_.course.plan)));
    }

    /// Where many have been already, the next one promises less: else everything before a gap is tried, at every speed,
    /// before the first leap over it.
    void open(std::int32_t node, const World& world, double left_m) {
        const Vec3& feet = world.actors.front().body.position;
        const std::array<int, 3> near{static_cast<int>(std::floor(feet.x / crowd_m)),
                                      static_cast<int>(std::floor(feet.y / crowd_m)),
                                      static_cast<int>(std::floor(feet.z / crowd_m))};
        const int presses = nodes_[static_cast<std::size_t>(node)].presses;
        open_.emplace(world.time + press_s * presses + eager * left_m + crowd_s * crowds_[near]++, node);
    }

    std::int32_t add_node(std::int32_t parent, const WaySegment& stretch) {
        const int before = parent < 0 ? 0 : nodes_[static_cast<std::size_t>(parent)].presses;
        nodes_.push_back({parent, stretch, before + (stretch.press ? 1 : 0), nullptr});
        return static_cast<std::int32_t>(nodes_.size()) - 1;
    }

    void add_begin(const World& start) {
        nodes_[static_cast<std::size_t>(add_node(-1, {}))].world = std::make_unique<World>(start);
        open(0, start, field_.distance_m(start.actors.front().body.position));
        note_nearest(start);
    }

    /// Every place along a way that was found before is one to go on from. On the ground it is gone to the same places
    /// and not for the same times: who walks slower leaps later. Where it leads to the goal, that node.
    std::int32_t add_hint(const World& start, const std::vector<WaySegment>& hint) {
        Simulation run(r_, start);
        const World& world = run.world();
        std::int32_t parent = 0;
        for (const WaySegment& each : hint) {
            WaySegment stretch = each;
            const Vec3 way = horizontal(each.end - world.actors.front().body.position);
            const bool to_place = each.on_ground && world.actors.front().body.grounded;
            constexpr double slower = 3.0;
            if (to_place) stretch.seconds *= slower;
            bool arrived = false;
            play_stretch(stretch, run, [&](const World& now) {
                const Actor& me = now.actors.front();
                arrived = is_at(ends_.goal, me);
                return arrived || (to_place && (!me.body.grounded ||
                                                glm::dot(horizontal(me.body.position - each.end), way) >= 0.0));
            });
            parent = add_node(parent, stretch);
            if (arrived) return parent;
            nodes_.back().world = std::make_unique<World>(world);
            open(parent, world, field_.distance_m(world.actors.front().body.position));
            note_nearest(world);
        }
        return -1;
    }

    /// The number of its node, or -1 when the same has been come to earlier.
    std::int32_t add(std::int32_t parent, WayTry& child) {
        const auto [known, fresh] = first_at_.emplace(child.situation, child.world.time);
        if (!fresh && !child.arrived) {
            constexpr double earlier_s = 0.15;
            if (child.world.time > known->second - earlier_s) return -1;
            known->second = child.world.time;
        }
        if (child.world.time > defaults::max_way_s) return -1;
        note_nearest(child.world);
        const std::int32_t node = add_node(parent, child.stretch);
        if (child.arrived) return node;
        open(node, child.world, child.left_m);
        nodes_.back().world = std::make_unique<World>(std::move(child.world));
        return node;
    }

    const SceneView& r_;
    WayEnds ends_;
    const ParallelOptions& options_;
    WayField field_;
    WayTries tries_;
    std::size_t most_tries_;
    std::size_t most_worlds_;
    double nearest_m_ = 1e300;
    std::vector<Node> nodes_;
    std::set<std::pair<double, std::int32_t>> open_;
    std::map<std::array<int, 3>, int> crowds_;
    std::unordered_map<std::uint64_t, double> first_at_;  ///< s; by situation
};

/// What isn't needed is left out, so that the tape reads as one would play it: presses, the last first; then turns of
/// the view, the first first.
std::vector<WaySegment> tidied(const SceneView& r, const WayEnds& ends, std::vector<WaySegment> way,
                               const ParallelOptions& options) {
    const auto take = [&](std::vector<WaySegment> other) {
        const WayPlayed played = play_way(r, ends, other);
        if (!played.reached) return;
        other.resize(played.stretches);
        way = std::move(other);
    };
    for (std::size_t i = way.size(); i-- > 0;) {
        if (i >= way.size() || !way[i].press) continue;
        if (options.stop && options.stop()) return way;
        std::vector<WaySegment> without = way;
        without[i].press = {};
        take(std::move(without));
    }
    for (std::size_t i = 1; i < way.size(); ++i) {
        if (way[i].yaw_deg == way[i - 1].yaw_deg && way[i].pitch_deg == way[i - 1].pitch_deg) continue;
        if (options.stop && options.stop()) return way;
        std::vector<WaySegment> straighter = way;
        straighter[i].yaw_deg = way[i - 1].yaw_deg;
        straighter[i].pitch_deg = way[i - 1].pitch_deg;
        take(std::move(straighter));
    }
    return way;
}

}  // namespace

Way find_way(const Setup& setup, const WayRequest& request, const ParallelOptions& options,
             const std::vector<WaySegment>& hint) {
    Way out;
    const auto ends = find_way_ends(setup.course.plan, request);
    if (!ends) {
        out.problem = ends.error();
        return out;
    }
    const SceneView rehearsal{setup.program, setup.tuning, setup.course, defaults::tick_rate_hz};
    const auto start = start_world(rehearsal, alone_at(ends->start_place));
    if (!start) {
        out.problem = start.error();
        return out;
    }
    if (is_at(ends->goal, start->actors.front())) {
        out.problem = fmt::format("the start is already at \"{}\"", request.from);
        return out;
    }
    std::vector<WaySegment> way = Search(rehearsal, *ends, *start, request, options).run(*start, hint, out);
    if (way.empty()) return out;
    out.stretches = tidied(rehearsal, *ends, std::move(way), options);
    WayPlayed played = play_way(rehearsal, *ends, out.stretches);
    out.found = played.reached;
    out.tape = std::move(played.tape);
    out.tape.name = fmt::format("route to {}", request.to);
    out.path = std::move(played.path);
    out.moves = std::move(played.moves);
    out.nearest_m = 0.0;
    return out;
}

bool reaches_goal(const Setup& setup, const WayRequest& request, const Tape& tape) {
    const auto ends = find_way_ends(setup.course.plan, request);
    if (!ends) return false;
    const SceneView rehearsal{setup.program, setup.tuning, setup.course, defaults::tick_rate_hz};
    auto world = start_world(rehearsal, tape.tracks);
    const auto inputs = resolve_inputs(setup.program, tape);
    if (!world || !inputs) return false;
    Simulation run(rehearsal, *std::move(world));
    std::size_t cursor = 0;
    const std::int64_t end = ticks_for(tape.length_s, rehearsal.rate_hz);
    while (run.world().tick < end) {
        run.step(inputs_of_tick(*inputs, cursor, run.world().tick, rehearsal.rate_hz));
        if (is_at(ends->goal, run.world().actors.front())) return true;
    }
    return false;
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
    return fmt::format("no route found in {} tries; the closest try came within {:.2f} m", way.tries, way.nearest_m);
}

}  // namespace leap
