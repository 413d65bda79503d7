// SPDX-License-Identifier: MIT
#include "core/readings/readings.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <tl/expected.hpp>

namespace leap {
namespace {

using syntax::Expr;
using syntax::ExprKind;
using Value = tl::expected<double, std::string>;

/// Window in which largest_drop looks for a fall (s).
constexpr double drop_window_s = 0.1;

class Taker {
  public:
    Taker(const Program& program, const Tuning& tuning, const Trace& trace)
        : program_(program), tuning_(tuning), trace_(trace) {}

    Value take(const ReadingInfo& reading) {
        window_ = {0.0, trace_.length_s()};
        who_ = 0;
        at_s_.reset();
        if (reading.over) {
            const auto who = actor_of(*reading.over);
            if (!who) return tl::make_unexpected(who.error());
            who_ = *who;
            const auto found = find(*reading.over);
            if (!found) return tl::make_unexpected(found.error());
            window_ = *found;
        }
        Value value = work_out(reading.value);
        if (value) taken_[reading.name] = *value;
        return value;
    }
    /// Where the value that was taken last begins.
    std::optional<double> at_s() const { return at_s_; }

  private:
    const TraceTrack& track() const { return trace_.tracks[who_]; }

    /// Whose stretch it is: the character of that name, or the first whose body has it.
    tl::expected<std::size_t, std::string> actor_of(const syntax::Stretch& stretch) const {
        if (stretch.actor.empty()) return who_;
        if (const auto named = trace_.find_track(stretch.actor)) return *named;
        for (std::size_t i = 0; i < trace_.tracks.size(); ++i)
            if (program_.bodies[trace_.tracks[i].kind].name == stretch.actor) return i;
        return tl::make_unexpected(fmt::format("no {} takes part in this tape", stretch.actor));
    }
    std::vector<Window> all_of(const syntax::Stretch& stretch) const {
        const auto who = actor_of(stretch);
        return who ? occurrences(program_, trace_, *who, stretch.owner, stretch.phase) : std::vector<Window>{};
    }

    tl::expected<Window, std::string> find(const syntax::Stretch& stretch) const {
        if (const auto who = actor_of(stretch); !who) return tl::make_unexpected(who.error());
        const auto all = all_of(stretch);
        std::string name = stretch.actor.empty() ? std::string() : stretch.actor + ".";
        name += stretch.phase.empty() ? stretch.owner : stretch.owner + "." + stretch.phase;
        if (all.empty()) return tl::make_unexpected(fmt::format("no {} on this tape", name));
        const std::size_t index = stretch.ordinal == 0 ? all.size() - 1 : static_cast<std::size_t>(stretch.ordinal - 1);
        if (index >= all.size()) return tl::make_unexpected(fmt::format("only {} {} on this tape", all.size(), name));
        note_begin(all[index].from);
        return all[index];
    }

    Value work_out(const Expr& expr) const {
        switch (expr.kind) {
            case ExprKind::literal: return expr.literal.si();
            case ExprKind::name: return named(expr);
            case ExprKind::negate: return work_out(expr.parts[0]).map([](double v) { return -v; });
            case ExprKind::add:
            case ExprKind::subtract:
            case ExprKind::multiply:
            case ExprKind::divide: return arithmetic(expr);
            case ExprKind::call: return over_window(expr);
            case ExprKind::at_start:
            case ExprKind::at_end: {
                const auto window = find(expr.stretch);
                if (!window) return tl::make_unexpected(window.error());
                const TraceTrack& whose = trace_.tracks[*actor_of(expr.stretch)];
                if (const auto gauge = gauge_of(expr.parts[0]))
                    return gauge_at(whose, *gauge, expr.kind == ExprKind::at_start ? window->from : window->to);
                const Quantity quantity = *quantity_named(expr.parts[0].name);
                if (expr.kind == ExprKind::at_start) return quantity_before(whose, quantity, window->from);
                return quantity_at(whose, quantity, window->to);
            }
            case ExprKind::at_instant:
            case ExprKind::just_before: return at_instant(expr);
            case ExprKind::of: return of(expr);
            case ExprKind::time_from: return time_between(expr);
            default: return tl::make_unexpected(std::string("this is not allowed in a reading"));
        }
    }

    Value at_instant(const Expr& expr) const {
        const Expr& instant = expr.parts[0];
        const auto who = actor_of(instant.stretch);
        if (!who) return tl::make_unexpected(who.error());
        Value time = first_instant(instant);
        if (!time) return time;
        note_begin(*time);
        const TraceTrack& whose = trace_.tracks[*who];
        const bool before = expr.kind == ExprKind::just_before;
        if (const auto gauge = gauge_of(expr.parts[1])) {
            std::size_t row = row_at(whose, *time);
            while (before && row > 0 && whose.rows[row].time >= *time) --row;
            return whose.values[row * trace_.value_count + *gauge];
        }
        const Quantity quantity = *quantity_named(expr.parts[1].name);
        return before ? quantity_before(whose, quantity, *time) : quantity_at(whose, quantity, *time);
    }

    Value named(const Expr& expr) const {
        const std::string path = expr.member.empty() ? expr.name : expr.name + "." + expr.member;
        if (const auto dial = program_.find_dial(path)) return tuning_.dials[*dial];
        const auto found = taken_.find(path);
        if (found == taken_.end()) return tl::make_unexpected(fmt::format("{} has no value", path));
        return found->second;
    }

    Value arithmetic(const Expr& expr) const {
        Value left = work_out(expr.parts[0]);
        if (!left) return left;
        Value right = work_out(expr.parts[1]);
        if (!right) return right;
        switch (expr.kind) {
            case ExprKind::add: return *left + *right;
            case ExprKind::subtract: return *left - *right;
            case ExprKind::multiply: return *left * *right;
            default: break;
        }
        if (std::abs(*right) < 1e-12) return tl::make_unexpected(std::string("it would divide by zero"));
        return *left / *right;
    }

    /// Where a gauge stands among the values of a row.
    std::optional<std::size_t> gauge_of(const Expr& expr) const {
        const auto found = program_.find_gauge(expr.member.empty() ? expr.name : expr.name + "." + expr.member);
        if (!found) return std::nullopt;
        return program_.counters.size() + program_.meters.size() + static_cast<std::size_t>(*found);
    }
    double gauge_at(const TraceTrack& whose, std::size_t gauge, double time) const {
        return whose.values[row_at(whose, time) * trace_.value_count + gauge];
    }
    double gauge_at(std::size_t gauge, double time) const { return gauge_at(track(), gauge, time); }
    /// Gauges are known at rows; their average weighs each row by how long it holds.
    double gauge_over_window(std::size_t gauge, const std::string& what) const {
        double best = gauge_at(gauge, window_.from);
        double sum = 0.0;
        for (std::size_t i = row_at(track(), window_.from); i < track().rows.size(); ++i) {
            const double from = std::max(track().rows[i].time, window_.from);
            if (from > window_.to) break;
            const double value = track().values[i * trace_.value_count + gauge];
            const double to = i + 1 < track().rows.size() ? std::min(track().rows[i + 1].time, window_.to) : window_.to;
            sum += value * std::max(0.0, to - from);
            best = what == "highest" ? std::max(best, value) : std::min(best, value);
        }
        const double length = window_.to - window_.from;
        return what == "average" ? (length > 0.0 ? sum / length : best) : best;
    }

    Value over_window(const Expr& expr) const {
        if (const auto gauge = gauge_of(expr.parts[0])) return gauge_over_window(*gauge, expr.name);
        const Quantity quantity = *quantity_named(expr.parts[0].name);
        if (expr.name == "average") return mean(track(), quantity, window_);
        if (expr.name == "largest_drop") return largest_drop(track(), quantity, window_, drop_window_s);
        return extreme(track(), quantity, window_, expr.name == "highest");
    }

    Value of(const Expr& expr) const {
        const auto all = all_of(expr.stretch);
        if (expr.name == "count") return static_cast<double>(all.size());
        const auto window = find(expr.stretch);
        if (!window) return tl::make_unexpected(window.error());
        if (expr.name == "duration") return window->to - window->from;
        const TraceTrack& whose = trace_.tracks[*actor_of(expr.stretch)];
        double length = 0.0;
        Vec3 at = position_at(whose, window->from);
        for (std::size_t i = row_at(whose, window->from) + 1; i < whose.rows.size(); ++i) {
            if (whose.rows[i].time >= window->to) break;
            length += horizontal_length(whose.rows[i].position - at);
            at = whose.rows[i].position;
        }
        return length + horizontal_length(position_at(whose, window->to) - at);
    }

    /// Every time at which an instant happened, in their order.
    std::vector<double> times_of(const Expr& instant) const {
        std::vector<double> out;
        if (instant.name == "start" || instant.name == "end") {
            for (const Window& window : all_of(instant.stretch))
                out.push_back(instant.name == "start" ? window.from : window.to);
            return out;
        }
        static const std::map<std::string, EventKind> kinds{{"press", EventKind::pressed},
                                                            {"release", EventKind::released},
                                                            {"landed", EventKind::landed},
                                                            {"left_ground", EventKind::left_ground}};
        const EventKind kind = kinds.at(instant.name);
        const bool of_button = kind == EventKind::pressed || kind == EventKind::released;
        const ButtonId button = of_button ? *program_.find_button(instant.stretch.owner) : ButtonId{};
        const auto who = actor_of(instant.stretch);
        for (const TraceEvent& event : trace_.events)
            if (who && event.kind == kind && event.index == button.written() &&
                event.actor == static_cast<std::int32_t>(*who))
                out.push_back(event.time);
        return out;
    }

    /// "start of hop 2", "landed".
    static std::string instant_text(const Expr& instant) {
        const syntax::Stretch& of = instant.stretch;
        const bool has_owner = instant.name != of.owner;
        std::string out = instant.name + (has_owner ? " of " : "");
        if (of.numbered && of.ordinal == 0) out += has_owner ? "last " : " last";
        if (has_owner) out += of.owner + (of.phase.empty() ? "" : "." + of.phase);
        if (of.numbered && of.ordinal > 0) out += fmt::format(" {}", of.ordinal);
        return out;
    }

    /// The instant that is numbered, counted over the whole tape; without a number the first one.
    Value first_instant(const Expr& expr) const {
        if (is_comparison(expr)) return comes_to(expr, 0.0);
        const std::vector<double> all = times_of(expr);
        if (all.empty()) return tl::make_unexpected(fmt::format("{} did not happen", instant_text(expr)));
        if (expr.stretch.ordinal == 0) return all.back();
        const auto index = static_cast<std::size_t>(expr.stretch.ordinal - 1);
        if (index < all.size()) return all[index];
        return tl::make_unexpected(fmt::format("{} did not happen: it came {} times", instant_text(expr), all.size()));
    }

    /// The second instant of a time: the one that is numbered, or else the first that comes after the first instant (at
    /// the same instant, when that is another one).
    Value second_instant(const Expr& expr, double after, bool same_kind) const {
        if (is_comparison(expr)) return comes_to(expr, after);
        if (expr.stretch.numbered) {
            Value numbered = first_instant(expr);
            if (numbered && *numbered < after)
                return tl::make_unexpected(fmt::format("{} comes before the first instant", instant_text(expr)));
            return numbered;
        }
        for (const double time : times_of(expr))
            if (same_kind ? time > after : time >= after) return time;
        return tl::make_unexpected(fmt::format("no {} comes after the first instant", instant_text(expr)));
    }

    static bool is_comparison(const Expr& instant) { return instant.name == ">=" || instant.name == "<="; }

    /// The first instant from `after` on at which a quantity or gauge is past a value. Gauges are known at rows, and go
    /// straight between them.
    Value comes_to(const Expr& expr, double after) const {
        const Expr& of = expr.parts[0];
        const double wanted = expr.parts[1].literal.si();
        const bool above = expr.name == ">=";
        const auto never_came = [&]() -> Value {
            return tl::make_unexpected(
                fmt::format("it never reached {}", number_text(expr.parts[1].literal.written, 2)));
        };
        const auto gauge = gauge_of(of);
        if (!gauge) {
            const auto found = first_past(track(), *quantity_named(of.name), {after, trace_.length_s()}, wanted, above);
            return found ? Value(*found) : never_came();
        }
        const auto past = [&](double time) { return (above ? 1.0 : -1.0) * (gauge_at(*gauge, time) - wanted); };
        double before = past(after);
        if (before >= 0.0) return after;
        double time = after;
        for (std::size_t i = row_at(track(), after) + 1; i < track().rows.size(); ++i) {
            const double next = track().rows[i].time;
            const double now = past(next);
            if (now >= 0.0) return time + (next - time) * (before / (before - now));
            before = now;
            time = next;
        }
        return never_came();
    }

    Value time_between(const Expr& expr) const {
        const Expr& begin = expr.parts[0];
        const Expr& end = expr.parts[1];
        Value first = first_instant(begin);
        if (!first) return first;
        note_begin(*first);
        const bool same_kind = !is_comparison(begin) && begin.name == end.name &&
                               begin.stretch.owner == end.stretch.owner && begin.stretch.phase == end.stretch.phase;
        Value second = second_instant(end, *first, same_kind);
        if (!second) return second;
        return *second - *first;
    }

    void note_begin(double time) const {
        if (!at_s_) at_s_ = time;
    }

    const Program& program_;
    const Tuning& tuning_;
    const Trace& trace_;
    mutable std::optional<double> at_s_;
    Window window_;
    std::size_t who_ = 0;  ///< of whom the reading speaks
    std::map<std::string, double> taken_;
};

}  // namespace

std::vector<Window> occurrences(const Program& program, const Trace& trace, std::size_t actor, const std::string& owner,
                                const std::string& phase) {
    std::vector<Window> out;
    const auto machine = program.find_machine(owner);
    if (!machine) return out;
    const auto wanted = phase.empty() ? std::nullopt : program.find_phase(*machine, phase);
    for (const PhaseSpan& span : trace.spans) {
        if (span.machine != *machine || (span.owner.is_actor() && !span.owner.is_actor(actor))) continue;
        if (!phase.empty()) {
            if (wanted && span.phase == *wanted) out.push_back({span.from, span.to});
        } else if (span.opens || out.empty()) {
            out.push_back({span.from, span.to});
        } else {
            out.back().to = span.to;
        }
    }
    return out;
}

std::vector<ReadingResult> take_readings(const Program& program, const Tuning& tuning, const Trace& trace,
                                         const std::string& tape_name) {
    std::vector<ReadingResult> out;
    if (trace.empty()) return out;
    Taker taker(program, tuning, trace);
    for (const ReadingInfo& reading : program.readings) {
        ReadingResult result;
        result.name = reading.name;
        result.meaning = reading.meaning;
        result.type = reading.type;
        result.range = reading.range;
        const Value value = taker.take(reading);
        if (value) {
            result.value = *value;
        } else {
            result.missing = value.error();
        }
        result.at_s = taker.at_s();
        for (const MarkInfo& mark : program.marks) {
            if (mark.reading != reading.name || (mark.tape && *mark.tape != tape_name)) continue;
            result.low = mark.low;
            result.high = mark.high;
        }
        out.push_back(std::move(result));
    }
    return out;
}

}  // namespace leap
