// SPDX-License-Identifier: MIT
#include "core/reach/way_search.hpp"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <memory>
#include <optional>
#include <set>
#include <unordered_map>

#include "core/defaults.hpp"

namespace leap {
namespace {

constexpr double eager = 0.5;    ///< s for a metre that is left: three times what a walk takes, so not the shortest way
constexpr double press_s = 1.0;  ///< what a press takes from the promise: plain ways come before those full of presses
constexpr double crowd_m = 1.0;
constexpr double crowd_s = 0.05;  ///< what each of those that are about there already takes from the next one's promise
/// A round: worlds gone on from best first, and rollouts. Fixed, so that threads decide nothing.
constexpr std::size_t expanded_at_once = 4;
constexpr std::size_t rollouts_at_once = 32;

constexpr double base_m = 2.0;  ///< rollouts begin no nearer to each other than this, unless at other speeds
constexpr double base_mps = 3.0;
constexpr std::size_t max_bases = 256;
constexpr double base_use_m = 0.1;  ///< what each rollout that began there takes from a place's promise
constexpr std::size_t max_elites = 48;
constexpr std::size_t max_alike = 3;  ///< that begin at the same place and start the same moves
constexpr double share_changed = 0.6;
constexpr double share_from_start = 0.25;
/// Once a route was found, so many tries more for each one so far, and at least.
constexpr double more_tries = 0.5;
constexpr std::size_t least_more_tries = 800;
constexpr std::size_t max_routes = 12;

using SharedWorld = std::shared_ptr<const World>;

struct Node {
    std::int32_t parent = -1;
    std::vector<WaySegment> segments;
    int presses = 0;
    SharedWorld world;  ///< until it has been gone on from
};

/// A place on the ground that rollouts begin at.
struct Base {
    std::int32_t node = 0;
    SharedWorld world;
    double left_m = 0.0;
    int uses = 0;
};

/// A rollout that came near.
struct Elite {
    RolloutPlan plan;
    std::int32_t node = 0;
    SharedWorld world;
    double left_m = 0.0;
    std::uint64_t started = 0;
};

/// A piece of the work of a round, and what comes of it.
struct Drawn {
    RolloutPlan plan;
    std::int32_t node = 0;
    SharedWorld world;
    std::optional<Rollout> made;
};

int presses_in(const std::vector<WaySegment>& segments) {
    int out = 0;
    for (const WaySegment& segment : segments)
        for (const ButtonChange& change : segment.buttons) out += change.down ? 1 : 0;
    return out;
}

class Search {
  public:
    Search(const WayScout& scout, const WayRequest& request, const ParallelOptions& options)
        : scout_(scout),
          options_(options),
          seed_(request.seed),
          first_is_enough_(request.first_is_enough),
          most_tries_(request.most_tries > 0 ? request.most_tries : defaults::usual_way_tries),
          most_worlds_(request.most_worlds > 0 ? request.most_worlds : defaults::max_way_worlds) {}

    WaySearched run(const World& start, const std::vector<std::vector<WaySegment>>& hints) {
        add_begin(start);
        for (const std::vector<WaySegment>& hint : hints) add_hint(start, hint);
        while (!is_over()) {
            if (!round()) {
                out_.stopped = true;
                break;
            }
            if (options_.progress) options_.progress(std::min(out_.tries, most_tries_), most_tries_);
        }
        for (const auto& [presses, route] : routes_) out_.routes.push_back(route.segments);
        return std::move(out_);
    }

  private:
    struct Route {
        std::vector<WaySegment> segments;
        double time_s = 0.0;
    };

    bool is_over() const {
        if (out_.tries >= most_tries_) return true;
        if (routes_.empty()) return false;
        if (first_is_enough_ || routes_.size() >= max_routes || routes_.begin()->first.empty()) return true;
        const auto more = static_cast<std::size_t>(more_tries * static_cast<double>(first_found_at_));
        return out_.tries >= first_found_at_ + std::max(least_more_tries, more);
    }

    /// False when it was stopped.
    bool round() {
        std::vector<std::int32_t> from;
        while (from.size() < expanded_at_once && !open_.empty()) {
            from.push_back(open_.begin()->second);
            open_.erase(open_.begin());
        }
        std::vector<std::vector<WayTry>> tried(from.size());
        std::vector<Drawn> drawn = draw();
        ParallelOptions quietly = options_;
        quietly.progress = {};
        // Rollouts take longest: they come first.
        if (!in_parallel(drawn.size() + from.size(), quietly, [&](std::size_t i) {
                Simulation& room = room_for(*start_);
                if (i < drawn.size()) {
                    drawn[i].made = play_rollout(scout_, *drawn[i].world, drawn[i].plan, room);
                } else {
                    i -= drawn.size();
                    tried[i] = way_tries(scout_, *nodes_[static_cast<std::size_t>(from[i])].world, room);
                }
            }))
            return false;
        for (std::size_t i = 0; i < from.size(); ++i) {
            nodes_[static_cast<std::size_t>(from[i])].world.reset();
            out_.tries += tried[i].size();
            for (WayTry& child : tried[i]) add_try(from[i], child);
        }
        for (Drawn& each : drawn) add_rollout(each);
        out_.tries += drawn.size();
        while (open_.size() > most_worlds_) {
            const auto last = std::prev(open_.end());
            nodes_[static_cast<std::size_t>(last->second)].world.reset();
            open_.erase(last);
        }
        return true;
    }

    Simulation& room_for(const World& world) {
        std::optional<Simulation>& room = rooms_.local();
        if (!room) room.emplace(scout_.scene(), world);
        return *room;
    }

    std::vector<Drawn> draw() {
        std::vector<Drawn> out;
        for (std::size_t i = 0; i < rollouts_at_once; ++i) {
            Random random(static_cast<std::int64_t>(seed_ * 0x9E3779B9ULL + drawn_++));
            if (!elites_.empty() && random.chance(share_changed)) {
                std::size_t which = random.below(elites_.size());
                which = std::min(which, random.below(elites_.size()));  // they are sorted, the best first
                const Elite& elite = elites_[which];
                out.push_back({changed_plan(elite.plan, scout_, random), elite.node, elite.world, {}});
                continue;
            }
            Base& base = bases_[random.chance(share_from_start) ? 0 : promising_base(random)];
            ++base.uses;
            out.push_back({random_plan(scout_, random), base.node, base.world, {}});
        }
        return out;
    }

    /// The best of three.
    std::size_t promising_base(Random& random) const {
        const auto promise = [&](std::size_t i) { return bases_[i].left_m + base_use_m * bases_[i].uses; };
        std::size_t best = random.below(bases_.size());
        for (int i = 0; i < 2; ++i)
            if (const std::size_t other = random.below(bases_.size()); promise(other) < promise(best)) best = other;
        return best;
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

    std::int32_t add_node(std::int32_t parent, std::vector<WaySegment> segments) {
        const int before = parent < 0 ? 0 : nodes_[static_cast<std::size_t>(parent)].presses;
        const int presses = before + presses_in(segments);
        nodes_.push_back({parent, std::move(segments), presses, nullptr});
        return static_cast<std::int32_t>(nodes_.size()) - 1;
    }

    /// A node that can be gone on from.
    void keep(std::int32_t node, World world, double left_m) {
        out_.nearest_m = std::min(
            out_.nearest_m, distance_to(scout_.goal(), scout_.scene().course.plan, world.actors.front().body.position));
        open(node, world, left_m);
        const auto shared = std::make_shared<const World>(std::move(world));
        nodes_[static_cast<std::size_t>(node)].world = shared;
        add_base(node, shared, left_m);
    }

    void add_base(std::int32_t node, const SharedWorld& world, double left_m) {
        const ActorMotion& me = world->actors.front();
        if (!me.body.grounded && node != 0) return;
        std::array<int, 6> cell{};
        for (int i = 0; i < 3; ++i) {
            cell[static_cast<std::size_t>(i)] = static_cast<int>(std::floor(me.body.position[i] / base_m));
            cell[static_cast<std::size_t>(i) + 3] = static_cast<int>(std::floor(me.body.velocity[i] / base_mps));
        }
        if (!base_cells_.insert(cell).second) return;
        bases_.push_back({node, world, left_m, 0});
        if (bases_.size() <= max_bases) return;
        // The start stays.
        bases_.erase(std::max_element(bases_.begin() + 1, bases_.end(),
                                      [](const Base& a, const Base& b) { return a.left_m < b.left_m; }));
    }

    void add_begin(const World& start) {
        start_ = std::make_shared<const World>(start);
        keep(add_node(-1, {}), start, scout_.field().distance_m(start.actors.front().body.position));
    }

    void add_route(std::int32_t node) {
        std::vector<WaySegment> segments;
        for (; node > 0; node = nodes_[static_cast<std::size_t>(node)].parent) {
            const std::vector<WaySegment>& part = nodes_[static_cast<std::size_t>(node)].segments;
            segments.insert(segments.begin(), part.begin(), part.end());
        }
        if (routes_.empty()) first_found_at_ = out_.tries;
        std::vector<std::int32_t> presses;
        double time_s = 0.0;
        for (const WaySegment& segment : segments) {
            time_s += segment.seconds;
            for (const ButtonChange& change : segment.buttons)
                if (change.down) presses.push_back(change.button.written());
        }
        const auto [known, fresh] = routes_.try_emplace(std::move(presses), Route{segments, time_s});
        if (!fresh && time_s < known->second.time_s) known->second = {std::move(segments), time_s};
    }

    /// Whether nothing came to the same situation earlier.
    bool is_news(std::uint64_t situation, double time_s) {
        const auto [known, fresh] = first_at_.emplace(situation, time_s);
        constexpr double earlier_s = 0.15;
        if (!fresh && time_s > known->second - earlier_s) return false;
        known->second = time_s;
        return time_s <= defaults::max_way_s;
    }

    void add_try(std::int32_t parent, WayTry& child) {
        if (child.lost) return;
        if (child.arrived) {
            add_route(add_node(parent, {std::move(child.segment)}));
        } else if (is_news(child.situation, child.world.time)) {
            keep(add_node(parent, {std::move(child.segment)}), std::move(child.world), child.left_m);
        }
    }

    void add_rollout(Drawn& drawn) {
        Rollout& made = *drawn.made;
        out_.nearest_m = std::min(out_.nearest_m, made.nearest_m);
        const bool on_ground = made.world.actors.front().body.grounded;
        if (made.arrived) {
            made.least_left_m = 0.0;
            add_route(add_node(drawn.node, made.segments));
        } else if (!made.lost && on_ground && is_news(made.situation, made.world.time)) {
            const double left_m = scout_.field().distance_m(made.world.actors.front().body.position);
            keep(add_node(drawn.node, made.segments), std::move(made.world), left_m);
        }
        add_elite({std::move(made.plan), drawn.node, drawn.world, made.least_left_m, made.started});
    }

    void add_elite(Elite elite) {
        const auto alike = [&](const Elite& other) {
            return other.node == elite.node && other.started == elite.started;
        };
        const auto place = std::upper_bound(elites_.begin(), elites_.end(), elite.left_m,
                                            [](double left, const Elite& other) { return left < other.left_m; });
        if (std::count_if(elites_.begin(), place, alike) >= static_cast<std::ptrdiff_t>(max_alike)) return;
        elites_.insert(place, elite);
        std::size_t of_kind = 0;
        for (auto each = elites_.begin(); each != elites_.end(); ++each)
            if (alike(*each) && ++of_kind > max_alike) {
                elites_.erase(each);
                break;
            }
        if (elites_.size() > max_elites) elites_.pop_back();
    }

    /// Every place along a route that was found before is one to go on from. On the ground it is gone to the same
    /// places and not for the same times: who walks slower leaps later.
    void add_hint(const World& start, const std::vector<WaySegment>& hint) {
        Simulation run(scout_.scene(), start);
        const World& world = run.world();
        std::int32_t parent = 0;
        for (const WaySegment& each : hint) {
            WaySegment segment = each;
            const Vec3 way = horizontal(each.end - world.actors.front().body.position);
            const bool to_place = each.on_ground && world.actors.front().body.grounded;
            constexpr double slower = 3.0;
            if (to_place) segment.seconds *= slower;
            bool arrived = false;
            play_segment(segment, run, [&](const World& now) {
                const Actor& me = now.actors.front();
                arrived = is_at(scout_.goal(), me);
                return arrived || (to_place && (!me.body.grounded ||
                                                glm::dot(horizontal(me.body.position - each.end), way) >= 0.0));
            });
            ++out_.tries;
            parent = add_node(parent, {segment});
            if (arrived) {
                add_route(parent);
                return;
            }
            keep(parent, world, scout_.field().distance_m(world.actors.front().body.position));
        }
    }

    const WayScout& scout_;
    const ParallelOptions& options_;
    std::uint64_t seed_;
    bool first_is_enough_;
    std::size_t most_tries_;
    std::size_t most_worlds_;
    tbb::enumerable_thread_specific<std::optional<Simulation>> rooms_;
    SharedWorld start_;
    WaySearched out_;
    std::vector<Node> nodes_;
    std::set<std::pair<double, std::int32_t>> open_;
    std::map<std::array<int, 3>, int> crowds_;
    std::unordered_map<std::uint64_t, double> first_at_;  ///< s; by situation
    std::vector<Base> bases_;                             ///< the first is the start
    std::set<std::array<int, 6>> base_cells_;
    std::vector<Elite> elites_;  ///< the nearest first
    std::uint64_t drawn_ = 0;
    std::map<std::vector<std::int32_t>, Route> routes_;  ///< by what is pressed
    std::size_t first_found_at_ = 0;
};

}  // namespace

WaySearched search_way(const WayScout& scout, const World& start, const WayRequest& request,
                       const ParallelOptions& options, const std::vector<std::vector<WaySegment>>& hints) {
    return Search(scout, request, options).run(start, hints);
}

}  // namespace leap
