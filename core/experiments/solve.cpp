// SPDX-License-Identifier: MIT
#include "core/experiments/solve.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/experiments/parallel.hpp"
#include "core/script/dial_edit.hpp"

namespace leap {
namespace {

/// A reading that has no value is this many clear misses from what is wished.
constexpr double no_value_misses = 50.0;
/// Share of the range that is tried to see which way a value pulls.
constexpr double pull_share = 0.004;
/// About one step of a dial's last written digit, as a share of its range.
constexpr double one_step_share = 0.001;
/// A bound binds when the value is this near to it, as a share of the range.
constexpr double at_bound_share = 0.005;

class Solver {
  public:
    Solver(const Setup& setup, const SolveRequest& request, const SolveOptions& options)
        : setup_(setup), request_(request), options_(options), rooms_(request.tapes.size()) {}

    Solution solve() {
        Solution out;
        if (const std::string lacking = what_lacks(); !lacking.empty()) {
            out.problem = lacking;
            return out;
        }
        std::vector<double> begin;
        std::vector<double> low;
        std::vector<double> high;
        for (const FreeValue& value : request_.free) {
            low.push_back(value.low);
            high.push_back(value.high);
            begin.push_back(std::clamp(value.now, value.low, value.high));
        }
        MinimiseOptions search;
        search.seed = request_.seed;
        search.most_tries = request_.most_tries;
        search.stop = options_.stop;
        search.progress = options_.progress;
        if (options_.better)
            search.better = [&](std::span<const double> values, double, int) { options_.better(values); };
        const Minimum found =
            minimise([&](std::span<const double> values) { return cost(values); }, begin, low, high, search);
        out.tries = found.tries;
        out.stopped = found.stopped;
        out.values = found.values;
        round(out.values);
        if (!out.stopped) step_to_better(out.values);
        tell(out);
        return out;
    }

  private:
    std::string what_lacks() const {
        if (request_.wishes.empty()) return "there is no goal; add one for a reading";
        if (request_.free.empty()) return "nothing is free; say which dials may be turned";
        for (const FreeValue& value : request_.free)
            if (value.low > value.high)
                return fmt::format("the lower bound of {}, {}, is above its upper bound, {}; swap them", value.path,
                                   free_value_text(value, value.low), free_value_text(value, value.high));
        for (const Wish& wish : request_.wishes) {
            const bool somewhere = std::any_of(request_.tapes.begin(), request_.tapes.end(),
                                               [&](const Tape* tape) { return is_for(wish, tape->name); });
            if (!somewhere) return fmt::format("the goal for {} has no tape; name one of the tapes", wish.reading);
        }
        return {};
    }

    /// Dials become what the script can say; what is written then is what was tried.
    void round(std::vector<double>& values) const {
        for (std::size_t i = 0; i < values.size(); ++i)
            if (request_.free[i].kind == FreeValue::Kind::dial)
                values[i] = rounded_dial_value(setup_.program.dials[request_.free[i].index], values[i]);
    }

    /// What was found may lie at the edge of a band, and rounding push it over: neighbours that can be written are
    /// tried.
    void step_to_better(std::vector<double>& values) {
        double best = cost(values);
        constexpr int max_rounds = 6;
        for (int round_number = 0; round_number < max_rounds; ++round_number) {
            bool better = false;
            for (std::size_t i = 0; i < values.size(); ++i)
                for (const double sign : {-1.0, 1.0}) {
                    const FreeValue& value = request_.free[i];
                    std::vector<double> tried = values;
                    // A dial whose own range is far wider than its bounds has wider steps.
                    for (double steps = 1.0; steps <= 16.0 && tried[i] == values[i]; steps *= 2.0) {
                        tried[i] = std::clamp(values[i] + sign * steps * one_step_share * (value.high - value.low),
                                              value.low, value.high);
                        round(tried);
                    }
                    if (tried[i] == values[i]) continue;
                    const double now = cost(tried);
                    if (now >= best) continue;
                    best = now;
                    values = std::move(tried);
                    better = true;
                }
            if (!better) return;
        }
    }

    /// The readings of every tape with these values. `to_the_end`: also when it is stopped.
    std::vector<BatchResult> run(std::span<const double> values, bool to_the_end = false) {
        const Varied made = varied(setup_, request_.free, values);
        std::vector<BatchResult> out(request_.tapes.size());
        ParallelOptions parallel;
        parallel.threads = options_.threads;
        BatchOptions each;
        each.hashes = false;
        if (options_.stop && !to_the_end) each.stop = StopSign(options_.stop);
        in_parallel(out.size(), parallel, [&](std::size_t i) {
            const Tape* tape = request_.tapes[i];
            out[i] =
                run_alone({made.program.get(), &made.tuning, made.course.get(), tape, tape->rate_hz}, rooms_[i], each);
        });
        return out;
    }

    static const ReadingResult* reading_of(const BatchResult& result, const std::string& name) {
        for (const ReadingResult& reading : result.readings)
            if (reading.name == name) return &reading;
        return nullptr;
    }

    /// How many clear misses a wish is away, on one tape.
    static double misses(const Wish& wish, const BatchResult& result) {
        const ReadingResult* reading = reading_of(result, wish.reading);
        if (reading == nullptr || !reading->value || !std::isfinite(*reading->value)) return no_value_misses;
        return distance_from(wish, *reading->value) / scale_of(wish);
    }

    double cost(std::span<const double> values) {
        const std::vector<BatchResult> results = run(values);
        double out = 0.0;
        for (const Wish& wish : request_.wishes)
            for (std::size_t i = 0; i < results.size(); ++i) {
                if (!is_for(wish, request_.tapes[i]->name)) continue;
                const double away = misses(wish, results[i]);
                out += wish.weight * away * away;
            }
        for (std::size_t i = 0; i < values.size(); ++i) {
            const FreeValue& value = request_.free[i];
            const double moved = (values[i] - value.now) / std::max(1e-12, value.high - value.low);
            out += request_.stay_near * moved * moved;
        }
        return out;
    }

    void tell(Solution& out) {
        const std::vector<BatchResult> results = run(out.values, true);
        for (std::size_t w = 0; w < request_.wishes.size(); ++w)
            for (std::size_t i = 0; i < results.size(); ++i) {
                if (!is_for(request_.wishes[w], request_.tapes[i]->name)) continue;
                WishOutcome told;
                told.wish = w;
                told.tape = request_.tapes[i]->name;
                const ReadingResult* reading = reading_of(results[i], request_.wishes[w].reading);
                told.value = reading != nullptr ? reading->value : std::nullopt;
                told.missing = reading != nullptr ? reading->missing : results[i].problem;
                told.held = holds(request_.wishes[w], told.value);
                out.wishes.push_back(std::move(told));
            }
        if (!out.stopped && !out.all_hold()) tell_what_is_in_the_way(out, results);
    }

    /// Each value is turned a little both ways: where that helps a wish that doesn't hold, either a bound stops it or
    /// another wish gets worse. Where nothing helps, that is said.
    void tell_what_is_in_the_way(Solution& out, const std::vector<BatchResult>& here) {
        std::vector<bool> helped(out.wishes.size(), false);
        for (std::size_t v = 0; v < request_.free.size(); ++v) {
            const FreeValue& value = request_.free[v];
            const double range = value.high - value.low;
            for (const double sign : {-1.0, 1.0}) {
                std::vector<double> turned = out.values;
                turned[v] += sign * pull_share * range;
                const std::vector<BatchResult> there = run(turned);
                for (std::size_t k = 0; k < out.wishes.size(); ++k) {
                    if (out.wishes[k].held) continue;
                    const std::size_t tape = tape_number(out.wishes[k].tape);
                    const Wish& wish = request_.wishes[out.wishes[k].wish];
                    if (misses(wish, there[tape]) >= misses(wish, here[tape]) - 1e-9) continue;
                    helped[k] = true;
                    note(out, k, v, sign, here, there);
                }
            }
        }
        for (std::size_t k = 0; k < out.wishes.size(); ++k) {
            WishOutcome& wish = out.wishes[k];
            if (wish.held || !wish.in_the_way.empty()) continue;
            if (helped[k]) {
                wish.in_the_way.push_back("the search ended; more tries may find it");
            } else {
                wish.in_the_way.push_back(wish.value ? "no free dial changes it from here"
                                                     : fmt::format("it has no value: {}", wish.missing));
            }
        }
    }

    void note(Solution& out, std::size_t k, std::size_t v, double sign, const std::vector<BatchResult>& here,
              const std::vector<BatchResult>& there) {
        const FreeValue& value = request_.free[v];
        const double range = value.high - value.low;
        std::vector<std::string>& told = out.wishes[k].in_the_way;
        const double bound = sign > 0.0 ? value.high : value.low;
        if (std::abs(out.values[v] - bound) <= at_bound_share * range) {
            told.push_back(fmt::format("{} is at its {} bound {}", value.path, sign > 0.0 ? "upper" : "lower",
                                       free_value_text(value, bound)));
            return;
        }
        for (std::size_t other = 0; other < out.wishes.size(); ++other) {
            if (other == k) continue;
            const std::size_t tape = tape_number(out.wishes[other].tape);
            const Wish& wish = request_.wishes[out.wishes[other].wish];
            if (misses(wish, there[tape]) <= misses(wish, here[tape]) + 1e-9) continue;
            std::string line = fmt::format("{} {} would help, but pulls against {} on {}", value.path,
                                           sign > 0.0 ? "higher" : "lower", wish.reading, out.wishes[other].tape);
            if (std::find(told.begin(), told.end(), line) == told.end()) told.push_back(std::move(line));
        }
    }

    std::size_t tape_number(const std::string& name) const {
        for (std::size_t i = 0; i < request_.tapes.size(); ++i)
            if (request_.tapes[i]->name == name) return i;
        return 0;
    }

    const Setup& setup_;
    const SolveRequest& request_;
    const SolveOptions& options_;
    std::vector<Trace> rooms_;
};

}  // namespace

bool Solution::all_hold() const {
    return problem.empty() && std::all_of(wishes.begin(), wishes.end(), [](const auto& each) { return each.held; });
}

Solution solve(const Setup& setup, const SolveRequest& request, const SolveOptions& options) {
    return Solver(setup, request, options).solve();
}

}  // namespace leap
