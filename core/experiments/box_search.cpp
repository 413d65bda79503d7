// SPDX-License-Identifier: MIT
#include "core/experiments/box_search.hpp"

#include <nlopt.h>

#include <algorithm>
#include <cmath>
#include <memory>
#include <mutex>
#include <optional>
#include <set>

#include "core/defaults.hpp"
#include "core/experiments/parallel.hpp"

namespace leap {
namespace {

using Point = std::vector<double>;

/// Points that fill a box evenly, however many are taken: the additive recurrence with the powers of the root of
/// x^(d+1) = x + 1 (the golden ratio for one value), after Roberts, "The unreasonable effectiveness of quasirandom
/// sequences" (2018). A grid would need a number of points that grows with the power of the values.
class EvenPoints {
  public:
    EvenPoints(std::size_t values, std::uint64_t seed) : steps_(values), at_(values) {
        double root = 1.5;
        for (int i = 0; i < 60; ++i) {  // Newton's method; only multiplications, so that every processor agrees
            double power = 1.0;
            for (std::size_t k = 0; k < values; ++k) power *= root;
            const double count = static_cast<double>(values) + 1.0;
            root -= (power * root - root - 1.0) / (count * power - 1.0);
        }
        double step = 1.0;
        const double begin = 0.5 + 0.6180339887498949 * static_cast<double>(seed % 1'000'003U);
        for (std::size_t i = 0; i < values; ++i) {
            step /= root;
            steps_[i] = step;
            at_[i] = begin - std::floor(begin);
        }
    }
    /// The next, each value between 0 and 1.
    const std::vector<double>& next() {
        for (std::size_t i = 0; i < at_.size(); ++i) {
            at_[i] += steps_[i];
            at_[i] -= std::floor(at_[i]);
        }
        return at_;
    }

  private:
    std::vector<double> steps_, at_;
};

class Searcher {
  public:
    Searcher(const CostOf& cost, const Box& box, const BoxSearchOptions& options)
        : cost_(cost), box_(box), options_(options), stop_(options.stop) {
        for (std::size_t i = 0; i < box.begin.size(); ++i)
            if (box.high[i] > box.low[i]) free_.push_back(i);
    }

    BoxSearch search() {
        try_all({box_.begin}, false);
        if (!free_.empty() && !is_over()) {
            if (free_.size() == 1) {
                search_line();
            } else {
                search_space();
            }
        }
        out_.tries = static_cast<int>(out_.tried.size());
        return std::move(out_);
    }

  private:
    bool is_over() const {
        return out_.stopped || out_.cost.enough || static_cast<int>(out_.tried.size()) >= options_.most_tries;
    }
    double width(std::size_t i) const { return box_.high[i] - box_.low[i]; }

    double rounded(std::size_t i, double value) const {
        value = std::clamp(value, box_.low[i], box_.high[i]);
        // The ends of the box count as written, whatever their digits are.
        if (!box_.rounded || value == box_.low[i] || value == box_.high[i]) return value;
        return std::clamp(box_.rounded(i, value), box_.low[i], box_.high[i]);
    }
    Point rounded(Point point) const {
        for (const std::size_t i : free_) point[i] = rounded(i, point[i]);
        return point;
    }

    std::optional<PointCost> known(const Point& point) {
        const std::lock_guard lock(telling_);
        const auto found = out_.tried.find(point);
        return found == out_.tried.end() ? std::nullopt : std::optional(found->second);
    }

    /// The cost of a point that is as it can be written. Throws WorkStopped.
    PointCost cost_at(const Point& point) {
        if (const auto before = known(point)) return *before;
        if (stop_()) throw WorkStopped{};
        const PointCost now = cost_(point);
        const std::lock_guard lock(telling_);
        if (!out_.tried.emplace(point, now).second) return now;
        // Of two that are equal the beginning counts, else the smaller point, whichever thread came first.
        const bool first = out_.best.empty();
        const bool equal = !first && now.cost == out_.cost.cost && out_.best != box_.begin && point < out_.best;
        if (first || now.cost < out_.cost.cost || equal) {
            out_.best = point;
            out_.cost = {now.cost, out_.cost.enough};
            if (options_.better) options_.better(point, now.cost);
        }
        out_.cost.enough = out_.cost.enough || now.enough;
        if (options_.progress) options_.progress(static_cast<int>(out_.tried.size()), options_.most_tries);
        return now;
    }

    void in_turn(std::size_t count, const std::function<void(std::size_t)>& work) {
        ParallelOptions parallel;
        parallel.threads = options_.threads;
        parallel.stop = stop_;
        if (!in_parallel(count, parallel, work)) out_.stopped = true;
    }

    /// As many of them as there are tries left.
    void try_all(std::vector<Point> points, bool round = true) {
        if (round)
            for (Point& point : points) point = rounded(std::move(point));
        std::set<Point> seen;
        std::erase_if(points,
                      [&](const Point& point) { return out_.tried.contains(point) || !seen.insert(point).second; });
        const auto left = static_cast<std::size_t>(options_.most_tries) - out_.tried.size();
        if (points.size() > left) points.resize(left);
        in_turn(points.size(), [&](std::size_t i) { cost_at(points[i]); });
    }

    // --- One value: scan, then narrow down around every low point ---------------------------------------------------

    struct Bracket {
        double low = 0.0, high = 0.0;
        bool done = false;
    };

    Point with(double value) const {
        Point out = box_.begin;
        out[free_.front()] = value;
        return out;
    }

    /// The points between the ends, those among them that are lower than both neighbours. The lowest first.
    std::vector<Bracket> low_points() const {
        const std::size_t i = free_.front();
        std::vector<std::pair<double, double>> line;  // value, cost
        for (const auto& [point, cost] : out_.tried) line.emplace_back(point[i], cost.cost);
        std::vector<std::pair<double, Bracket>> found;
        for (std::size_t k = 0; k < line.size(); ++k) {
            // Of a flat stretch its first point counts.
            const bool left = k == 0 || line[k - 1].second > line[k].second;
            const bool right = k + 1 == line.size() || line[k + 1].second >= line[k].second;
            if (left && right)
                found.push_back(
                    {line[k].second, {line[k == 0 ? 0 : k - 1].first, line[std::min(k + 1, line.size() - 1)].first}});
        }
        std::stable_sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
        std::vector<Bracket> out;
        for (auto& each : found) out.push_back(each.second);
        return out;
    }

    /// Four points within each bracket, until no written value is left in it. Golden sections would take fewer tries
    /// where the cost is smooth, but one after the other, and they lose a valley behind a jump.
    void narrow_down(std::vector<Bracket> brackets) {
        const std::size_t i = free_.front();
        const double least = defaults::finest_search_share * width(i);
        while (!out_.stopped && static_cast<int>(out_.tried.size()) < options_.most_tries) {
            std::vector<Point> points;
            for (Bracket& bracket : brackets) {
                if (bracket.done) continue;
                for (int k = 1; k <= 4; ++k)
                    points.push_back(rounded(with(bracket.low + (bracket.high - bracket.low) * k / 5.0)));
            }
            if (points.empty()) return;
            const std::size_t before = out_.tried.size();
            try_all(std::move(points));
            if (out_.stopped || out_.tried.size() == before) return;
            for (Bracket& bracket : brackets)
                if (!bracket.done) shrink(bracket, least);
        }
    }

    void shrink(Bracket& bracket, double least) const {
        const std::size_t i = free_.front();
        std::vector<std::pair<double, double>> line;
        for (auto it = out_.tried.lower_bound(with(bracket.low));
             it != out_.tried.end() && it->first[i] <= bracket.high; ++it)
            line.emplace_back(it->first[i], it->second.cost);
        if (line.size() < 3) {
            bracket.done = true;
            return;
        }
        const auto best = std::min_element(line.begin(), line.end(),
                                           [](const auto& a, const auto& b) { return a.second < b.second; });
        const double low = best == line.begin() ? best->first : std::prev(best)->first;
        const double high = std::next(best) == line.end() ? best->first : std::next(best)->first;
        bracket.done = high - low <= least || (low == bracket.low && high == bracket.high);
        bracket.low = low;
        bracket.high = high;
    }

    void search_line() {
        const std::size_t i = free_.front();
        for (const int points : defaults::line_scan_points) {
            std::vector<Point> scan;
            // Far apart first, so that a search that is stopped has seen the whole range.
            const auto add = [&](int k) { scan.push_back(with(box_.low[i] + width(i) * k / (points - 1))); };
            add(0);
            add(points - 1);
            for (int stride = (points - 1) / 2; stride > 0; stride /= 2)
                for (int k = stride; k < points; k += 2 * stride) add(k);
            try_all(std::move(scan));
            if (out_.stopped) return;
            std::vector<Bracket> low = low_points();
            out_.unrefined = static_cast<int>(low.size()) - defaults::max_refined_points;
            out_.unrefined = std::max(0, out_.unrefined);
            if (out_.unrefined > 0) low.resize(static_cast<std::size_t>(defaults::max_refined_points));
            narrow_down(std::move(low));
            if (is_over()) return;
        }
    }

    // --- Several values: even points, then local searches from the best of them --------------------------------------

    double share_apart(const Point& a, const Point& b) const {
        double farthest = 0.0;
        for (const std::size_t i : free_) farthest = std::max(farthest, std::abs(a[i] - b[i]) / width(i));
        return farthest;
    }

    std::vector<Point> starts(const std::vector<Point>& used) const {
        std::vector<std::pair<double, const Point*>> order;
        for (const auto& [point, cost] : out_.tried) order.emplace_back(cost.cost, &point);
        std::stable_sort(order.begin(), order.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
        std::vector<Point> out;
        for (const auto& [cost, point] : order) {
            const auto is_near = [&, here = point](const Point& other) {
                return share_apart(*here, other) < defaults::starts_apart_share;
            };
            if (std::any_of(used.begin(), used.end(), is_near) || std::any_of(out.begin(), out.end(), is_near))
                continue;
            out.push_back(*point);
            if (out.size() == static_cast<std::size_t>(defaults::local_searches)) break;
        }
        return out;
    }

    struct Descent {
        Searcher& searcher;
        const Point& start;
        nlopt_opt search = nullptr;
        int tries = 0;
        int most = 0;
        bool stopped = false;
    };

    /// Called by NLopt: shares of the box, so that metres and seconds weigh alike. No exception may leave it.
    static double called(unsigned, const double* share, double*, void* data) {
        auto& self = *static_cast<Descent*>(data);
        if (self.stopped) return 0.0;
        Point point = self.start;
        Searcher& searcher = self.searcher;
        for (std::size_t k = 0; k < searcher.free_.size(); ++k) {
            const std::size_t i = searcher.free_[k];
            point[i] = searcher.rounded(i, searcher.box_.low[i] + std::clamp(share[k], 0.0, 1.0) * searcher.width(i));
        }
        try {
            const double cost = searcher.cost_at(point).cost;
            if (++self.tries >= self.most) nlopt_force_stop(self.search);
            return cost;
        } catch (const WorkStopped&) {
            self.stopped = true;
            nlopt_force_stop(self.search);
            return 0.0;
        }
    }

    /// Subplex (Rowan 1990) as NLopt has it.
    void descend(const Point& start, int most) {
        const auto count = static_cast<unsigned>(free_.size());
        const std::unique_ptr<nlopt_opt_s, void (*)(nlopt_opt)> search(nlopt_create(NLOPT_LN_SBPLX, count),
                                                                       nlopt_destroy);
        Descent descent{*this, start, search.get(), 0, most};
        nlopt_set_lower_bounds1(search.get(), 0.0);
        nlopt_set_upper_bounds1(search.get(), 1.0);
        nlopt_set_min_objective(search.get(), called, &descent);
        nlopt_set_xtol_abs1(search.get(), defaults::local_search_share);
        nlopt_set_initial_step1(search.get(), defaults::first_step_share);
        std::vector<double> share(free_.size());
        for (std::size_t k = 0; k < share.size(); ++k)
            share[k] = (start[free_[k]] - box_.low[free_[k]]) / width(free_[k]);
        double lowest = 0.0;
        nlopt_optimize(search.get(), share.data(), &lowest);  // what was found is in `tried`, however it ended
        if (descent.stopped) throw WorkStopped{};
    }

    /// Neighbours of the best point, nearer and nearer: what local searches leave where the cost has steps.
    void polish() {
        for (double step = 16.0 * defaults::one_step_share; step >= 0.9 * defaults::one_step_share; step /= 2.0)
            for (int round = 0; round < 8; ++round) {
                const Point from = out_.best;
                std::vector<Point> points;
                for (const std::size_t i : free_)
                    for (const double sign : {-1.0, 1.0}) {
                        points.push_back(from);
                        points.back()[i] += sign * step * width(i);
                    }
                try_all(std::move(points));
                if (out_.stopped || out_.best == from) break;
            }
    }

    void search_space() {
        EvenPoints even(free_.size(), options_.seed);
        const auto values = static_cast<int>(free_.size());
        std::vector<Point> used;
        std::vector<Point> scan;
        for (const std::size_t i : free_)
            for (int k = 0; k <= defaults::axis_scan_steps; ++k) {
                scan.push_back(box_.begin);
                scan.back()[i] = box_.low[i] + width(i) * k / defaults::axis_scan_steps;
            }
        int rounds_without_gain = 0;
        while (!is_over() && rounds_without_gain < defaults::idle_search_rounds) {
            const double before = out_.cost.cost;
            const std::size_t tries_before = out_.tried.size();
            for (int k = 0; k < defaults::even_points_per_value * values; ++k) {
                Point point = box_.begin;
                const std::vector<double>& share = even.next();
                for (std::size_t f = 0; f < free_.size(); ++f)
                    point[free_[f]] = box_.low[free_[f]] + share[f] * width(free_[f]);
                scan.push_back(std::move(point));
            }
            try_all(std::move(scan));
            scan.clear();
            std::vector<Point> from = starts(used);
            if (used.empty() && std::find(from.begin(), from.end(), box_.begin) == from.end())
                from.push_back(box_.begin);        // what is near is wanted more than what is far
            if (out_.cost.enough) from.resize(1);  // only nearer to where it begins, and into the middle of what holds
            const int left = options_.most_tries - static_cast<int>(out_.tried.size());
            if (out_.stopped || left <= 0) return;
            const int each = std::min(defaults::local_tries_per_value * values,
                                      std::max(1, left / std::max(1, static_cast<int>(from.size()))));
            in_turn(from.size(), [&](std::size_t i) { descend(from[i], each); });
            if (!out_.stopped) polish();
            used.insert(used.end(), from.begin(), from.end());
            const bool gained = out_.cost.cost < before * (1.0 - 1e-3);
            rounds_without_gain = gained ? 0 : rounds_without_gain + 1;
            if (out_.tried.size() == tries_before) return;
        }
    }

    const CostOf& cost_;
    const Box& box_;
    const BoxSearchOptions& options_;
    StopSign stop_;
    std::vector<std::size_t> free_;  ///< those whose bounds are apart
    std::mutex telling_;
    BoxSearch out_;
};

}  // namespace

BoxSearch search_box(const CostOf& cost, const Box& box, const BoxSearchOptions& options) {
    return Searcher(cost, box, options).search();
}

}  // namespace leap
