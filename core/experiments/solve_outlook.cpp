// SPDX-License-Identifier: MIT
#include "core/experiments/solve_outlook.hpp"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

#include "core/defaults.hpp"
#include "core/experiments/free_box.hpp"

namespace leap {
namespace {

using Point = GoalRuns::Point;

class Outlook {
  public:
    Outlook(GoalRuns& runs, const BoxSearch& search, int threads, Solution& out)
        : runs_(runs), free_(runs.request().free), search_(search), threads_(threads), out_(out) {
        for (std::size_t i = 0; i < free_.size(); ++i)
            if (free_[i].high > free_[i].low) moving_.push_back(i);
    }

    void look() {
        if (moving_.size() == 1) find_ranges();
        if (moving_.size() > 1 && out_.all_hold()) find_others();
        if (!out_.all_hold()) {
            if (out_.wishes.size() > 1) find_front();
            for (std::size_t g = 0; g < out_.wishes.size(); ++g)
                if (!out_.wishes[g].held) out_.wishes[g].in_the_way = in_the_way(g);
        }
        tell_what_was_not_tried();
    }

  private:
    // --- Words
    // --------------------------------------------------------------------------------------------------------

    std::string value_text(std::size_t goal, double si) const {
        const Wish& wish = runs_.request().wishes[runs_.goals()[goal].wish];
        for (const ReadingInfo& reading : runs_.setup().program.readings)
            if (reading.name == wish.reading) return quantity_text(si, reading.type.dimension, 4);
        return fmt::format("{}", si);
    }
    std::string point_text(const Point& point) const {
        std::vector<std::string> out;
        for (const std::size_t i : moving_)
            out.push_back(fmt::format("{} = {}", free_[i].path, free_value_text(free_[i], point[i])));
        return fmt::format("{}", fmt::join(out, ", "));
    }

    // --- One value: where all hold
    // --------------------------------------------------------------------------------------

    /// Between a point that holds and a neighbour that doesn't: the last written value that holds.
    double edge_between(Point holds, double other) {
        const std::size_t i = moving_.front();
        double good = holds[i];
        for (int k = 0; k < 40; ++k) {
            Point middle = holds;
            middle[i] = std::clamp(written_value(runs_.setup().program, free_[i], 0.5 * (good + other)), free_[i].low,
                                   free_[i].high);
            if (middle[i] == good || middle[i] == other) break;
            (runs_.at(middle).all_held() ? good : other) = middle[i];
        }
        return good;
    }

    void find_ranges() {
        const std::size_t i = moving_.front();
        struct Edge {
            Point inside;
            double outside = 0.0;
            double* to = nullptr;
        };
        std::vector<std::pair<HeldRange, std::array<Edge, 2>>> found;
        const std::pair<const Point, GoalPoint>* before = nullptr;
        bool inside = false;
        for (const auto& each : runs_.points()) {
            const bool held = each.second.all_held();
            if (held && !inside) {
                found.push_back({{each.first[i], each.first[i]}, {}});
                if (before != nullptr) found.back().second[0] = {each.first, before->first[i], nullptr};
            } else if (!held && inside) {
                found.back().second[1] = {before->first, each.first[i], nullptr};
            }
            if (held) found.back().first.high = each.first[i];
            inside = held;
            before = &each;
        }
        ParallelOptions parallel;
        parallel.threads = threads_;
        const bool all = in_parallel(found.size() * 2, parallel, [&](std::size_t k) {
            auto& [range, edges] = found[k / 2];
            const Edge& edge = edges[k % 2];
            if (!edge.inside.empty()) (k % 2 == 0 ? range.low : range.high) = edge_between(edge.inside, edge.outside);
        });
        if (!all) throw WorkStopped{};
        for (const auto& each : found) out_.ranges.push_back(each.first);
    }

    // --- Several values: other solutions
    // --------------------------------------------------------------------------------

    double share_apart(const Point& a, const Point& b) const {
        double out = 0.0;
        for (const std::size_t i : moving_) out = std::max(out, std::abs(a[i] - b[i]) / (free_[i].high - free_[i].low));
        return out;
    }

    /// Whether all goals hold on the straight line from one to the other.
    bool is_joined(const Point& a, const Point& b) {
        constexpr int between = 6;
        std::vector<Point> line;
        for (int k = 1; k <= between; ++k) {
            Point point = a;
            for (const std::size_t i : moving_)
                point[i] = std::clamp(
                    written_value(runs_.setup().program, free_[i], a[i] + (b[i] - a[i]) * k / (between + 1.0)),
                    free_[i].low, free_[i].high);
            line.push_back(std::move(point));
        }
        if (!runs_.at_all(line, threads_)) throw WorkStopped{};
        return std::all_of(line.begin(), line.end(), [&](const Point& point) { return runs_.at(point).all_held(); });
    }

    void find_others() {
        std::vector<std::pair<double, Point>> held;
        for (const auto& [point, goals] : runs_.points())
            if (goals.all_held()) held.emplace_back(goals.cost, point);
        std::stable_sort(held.begin(), held.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
        int looked_at = 0;
        for (const auto& [cost, point] : held) {
            const auto is_near = [&, here = &point](const Point& other) {
                return share_apart(*here, other) < 2.0 * defaults::starts_apart_share;
            };
            if (is_near(out_.values) || std::any_of(out_.others.begin(), out_.others.end(), is_near)) continue;
            if (looked_at++ == defaults::max_refined_points) break;
            bool joined = is_joined(out_.values, point);
            for (std::size_t k = 0; !joined && k < out_.others.size(); ++k) joined = is_joined(out_.others[k], point);
            if (!joined) out_.others.push_back(point);
        }
    }

    // --- Goals that don't go together
    // ---------------------------------------------------------------------------------

    /// Searches that weigh one goal hardly at all, or nearly alone, so that the front is more than one point of it and
    /// a goal that can be met alone is known to be.
    void search_along_the_front() {
        if (moving_.size() < 2) return;  // one value is scanned along its range
        for (std::size_t g = 0; g < out_.wishes.size(); ++g) {
            if (out_.wishes[g].held) continue;
            for (const double weight : {0.02, 1e4}) {
                const bool alone = weight > 1.0;
                const CostOf cost = [&](std::span<const double> values) {
                    const GoalPoint point = runs_.at(values);
                    const double own = point.misses[g] * point.misses[g];
                    return PointCost{point.cost + (weight - 1.0) * own, alone ? point.held[g] : point.all_held()};
                };
                BoxSearchOptions options;
                options.seed = runs_.request().seed;
                options.threads = threads_;
                options.most_tries = std::max(1, runs_.request().most_tries / (alone ? 3 : 8));
                Box box = box_of(runs_.setup().program, free_);
                box.begin = out_.values;
                if (search_box(cost, box, options).stopped) throw WorkStopped{};
            }
        }
    }

    static bool beats(const GoalPoint& a, const GoalPoint& b) {
        bool better = false;
        for (std::size_t g = 0; g < a.misses.size(); ++g) {
            // What holds, holds; how far inside doesn't count.
            const double left = a.held[g] ? 0.0 : a.misses[g];
            const double right = b.held[g] ? 0.0 : b.misses[g];
            if (left > right) return false;
            better = better || left < right;
        }
        return better;
    }

    void find_front() {
        search_along_the_front();
        std::vector<const std::pair<const Point, GoalPoint>*> front;
        for (const auto& each : runs_.points()) {
            const auto is_beaten = [&](const auto& other) { return beats(other.second, each.second); };
            if (std::none_of(runs_.points().begin(), runs_.points().end(), is_beaten)) front.push_back(&each);
        }
        // Ordered by the first goal that is missed here; a few spread over the whole of it are told.
        std::size_t first = 0;
        while (first < out_.wishes.size() && out_.wishes[first].held) ++first;
        std::stable_sort(front.begin(), front.end(), [&](const auto* a, const auto* b) {
            return std::tie(a->second.misses[first], a->second.cost) <
                   std::tie(b->second.misses[first], b->second.cost);
        });
        const auto same = [](const auto* a, const auto* b) { return a->second.misses == b->second.misses; };
        front.erase(std::unique(front.begin(), front.end(), same), front.end());
        const std::size_t count = std::min(front.size(), defaults::compromises_told);
        if (front.size() < 2) return;
        for (std::size_t k = 0; k < count; ++k) {
            const auto& [point, goals] = *front[k * (front.size() - 1) / (count - 1)];
            out_.front.push_back({point, goals.values, goals.held});
        }
    }

    // --- What stands in the way
    // ---------------------------------------------------------------------------------------

    std::vector<std::string> in_the_way(std::size_t g) {
        double low = std::numeric_limits<double>::infinity();
        double high = -low;
        const std::pair<const Point, GoalPoint>* closest = nullptr;
        const std::pair<const Point, GoalPoint>* alone = nullptr;  // where this one holds, the others as near as may be
        for (const auto& each : runs_.points()) {
            const GoalPoint& goals = each.second;
            if (!goals.values[g]) continue;
            low = std::min(low, *goals.values[g]);
            high = std::max(high, *goals.values[g]);
            if (closest == nullptr || goals.misses[g] < closest->second.misses[g]) closest = &each;
            if (goals.held[g] && (alone == nullptr || goals.cost < alone->second.cost)) alone = &each;
        }
        if (closest == nullptr) return {fmt::format("it has no value: {}", out_.wishes[g].missing)};
        if (alone != nullptr) return conflict(*alone);
        if (high - low <= 1e-9 * std::max(1.0, std::abs(high)))
            return {fmt::format("it is {} in every run; no free dial changes it", value_text(g, high))};
        std::vector<std::string> out;
        for (const std::size_t i : moving_)
            if (auto bound = binding_bound(g, *closest, i); !bound.empty()) out.push_back(std::move(bound));
        // With several values free another of them may pass through the goal.
        if (moving_.size() == 1)
            if (auto gap = gap_at(g, *closest, moving_.front()); !gap.empty()) out.push_back(std::move(gap));
        out.push_back(fmt::format("the closest is {}, with {}", value_text(g, *closest->second.values[g]),
                                  point_text(closest->first)));
        return out;
    }

    std::vector<std::string> conflict(const std::pair<const Point, GoalPoint>& alone) const {
        std::vector<std::string> out;
        for (std::size_t other = 0; other < out_.wishes.size(); ++other) {
            if (alone.second.held[other]) continue;
            const Wish& wish = runs_.request().wishes[runs_.goals()[other].wish];
            out.push_back(fmt::format(
                "{} meets it, but pulls against {} on {}: {} there", point_text(alone.first), wish.reading,
                out_.wishes[other].tape,
                alone.second.values[other] ? value_text(other, *alone.second.values[other]) : "it has no value"));
        }
        return out;
    }

    /// Whether going on beyond a bound would go on to help: the run inside of it misses by more.
    std::string binding_bound(std::size_t g, const std::pair<const Point, GoalPoint>& at, std::size_t i) {
        const FreeValue& value = free_[i];
        const double step = defaults::bound_step_share * (value.high - value.low);
        const bool upper = at.first[i] >= value.high - 0.1 * step;
        const bool lower = at.first[i] <= value.low + 0.1 * step;
        if (!upper && !lower) return {};
        Point inside = at.first;
        inside[i] = upper ? value.high - step : value.low + step;
        if (runs_.at(inside).misses[g] <= at.second.misses[g]) return {};
        const double bound = upper ? value.high : value.low;
        const std::string side = upper ? "upper" : "lower";
        bool own = false;
        if (value.kind == FreeValue::Kind::dial) {
            const DialInfo& dial = runs_.setup().program.dials[value.index];
            const std::optional<double>& end = upper ? dial.high : dial.low;
            own = end && *end == bound;
        }
        return fmt::format("{} is at its {} bound {}{}", value.path, side, free_value_text(value, bound),
                           own ? ", the end of its range in the script" : "");
    }

    /// Two written values next to each other between which the reading passes the goal.
    std::string gap_at(std::size_t g, const std::pair<const Point, GoalPoint>& at, std::size_t i) {
        const Wish& wish = runs_.request().wishes[runs_.goals()[g].wish];
        const double here = *at.second.values[g];
        for (const double sign : {-1.0, 1.0}) {
            Point next = at.first;
            next[i] = runs_.next_written(i, at.first[i], sign);
            if (next[i] == at.first[i]) continue;
            const GoalPoint there = runs_.at(next);
            if (!there.values[g]) continue;
            const bool from_below = wish.low && here < *wish.low && wish.high && *there.values[g] > *wish.high;
            const bool from_above = wish.high && here > *wish.high && wish.low && *there.values[g] < *wish.low;
            if (!from_below && !from_above) continue;
            return fmt::format("it goes from {} to {} between {} = {} and {}, and no value between them can be written",
                               value_text(g, here), value_text(g, *there.values[g]), free_[i].path,
                               free_value_text(free_[i], at.first[i]), free_value_text(free_[i], next[i]));
        }
        return {};
    }

    // --- What was not tried
    // -------------------------------------------------------------------------------------------

    void tell_what_was_not_tried() {
        if (moving_.size() != 1) {
            if (!out_.all_hold())
                out_.not_tried = fmt::format(
                    "{} tries don't prove that there is no solution; more tries or another "
                    "seed may find one",
                    search_.tries);
            return;
        }
        const std::size_t i = moving_.front();
        double widest = 0.0;
        const Point* before = nullptr;
        for (const auto& [point, goals] : runs_.points()) {
            if (before != nullptr) widest = std::max(widest, point[i] - (*before)[i]);
            before = &point;
        }
        const double finest = free_[i].high - free_[i].low;
        if (runs_.next_written(i, free_[i].low, 1.0) - free_[i].low >= widest * (1.0 - 1e-9) || widest >= finest)
            return;
        out_.not_tried = fmt::format("values up to {} apart were tried; {} solution narrower than that may be missed",
                                     free_value_text(free_[i], widest), out_.all_hold() ? "another" : "a");
    }

    GoalRuns& runs_;
    const std::vector<FreeValue>& free_;
    const BoxSearch& search_;
    int threads_ = 0;
    Solution& out_;
    std::vector<std::size_t> moving_;  ///< those whose bounds are apart
};

}  // namespace

void look_around(GoalRuns& runs, const BoxSearch& search, int threads, Solution& out) {
    Outlook(runs, search, threads, out).look();
}

}  // namespace leap
