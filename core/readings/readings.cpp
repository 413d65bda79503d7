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

double value_in(Quantity quantity, const Vec3& position, const Vec3& velocity) {
    switch (quantity) {
        case Quantity::feet: return position.z;
        case Quantity::speed: return flat_length(velocity);
        case Quantity::rising: return velocity.z;
        case Quantity::x: return position.x;
        case Quantity::y: return position.y;
    }
    return 0.0;
}

/// Visits the values of a quantity that matter in a window: at both ends of every stretch between rows, and at the
/// turning point inside it when there is one.
template <class Visit>
void visit_values(const Trace& trace, Quantity quantity, Window window, Visit visit) {
    for (std::size_t i = row_at(trace, window.from); i < trace.rows.size(); ++i) {
        const TraceRow& row = trace.rows[i];
        if (row.time > window.to && i > 0) break;
        const double end = i + 1 < trace.rows.size() ? trace.rows[i + 1].time : row.time;
        const double from = std::max(row.time, window.from) - row.time;
        const double to = std::min(end, window.to) - row.time;
        const auto at = [&](double t) {
            visit(row.time + t,
                  value_in(quantity, position_at(trace, std::min(row.time + t, std::nextafter(end, row.time))),
                           row.velocity + row.acceleration * t));
        };
        at(std::max(0.0, from));
        if (to <= from) continue;
        at(to);
        double turn = -1.0;
        if (quantity == Quantity::feet && !row.grounded && row.acceleration.z != 0.0)
            turn = -row.velocity.z / row.acceleration.z;
        const Vec3 a = flat(row.acceleration);
        if (quantity == Quantity::speed && glm::dot(a, a) > 1e-12)
            turn = -glm::dot(flat(row.velocity), a) / glm::dot(a, a);
        if (turn > from && turn < to) at(turn);
    }
}

class Taker {
  public:
    Taker(const Program& program, const Tuning& tuning, const Trace& trace)
        : program_(program), tuning_(tuning), trace_(trace) {}

    Value take(const ReadingInfo& reading) {
        window_ = {0.0, trace_.length_s()};
        if (reading.over) {
            const auto found = find(*reading.over);
            if (!found) return tl::make_unexpected(found.error());
            window_ = *found;
        }
        Value value = work_out(reading.value);
        if (value) taken_[reading.name] = *value;
        return value;
    }

  private:
    tl::expected<Window, std::string> find(const syntax::Stretch& stretch) const {
        const auto all = occurrences(program_, trace_, stretch.owner, stretch.phase);
        const std::string name = stretch.phase.empty() ? stretch.owner : stretch.owner + "." + stretch.phase;
        if (all.empty()) return tl::make_unexpected(fmt::format("no {} on this tape", name));
        if (stretch.ordinal == 0) return all.back();
        const auto index = static_cast<std::size_t>(stretch.ordinal - 1);
        if (index >= all.size()) return tl::make_unexpected(fmt::format("only {} {} on this tape", all.size(), name));
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
                if (const auto gauge = gauge_of(expr.parts[0]))
                    return gauge_at(*gauge, expr.kind == ExprKind::at_start ? window->from : window->to);
                const Quantity quantity = *quantity_named(expr.parts[0].name);
                if (expr.kind == ExprKind::at_start) return before(quantity, window->from);
                return quantity_at(trace_, quantity, window->to);
            }
            case ExprKind::of: return of(expr);
            case ExprKind::time_from: return time_between(expr);
            default: return tl::make_unexpected(std::string("a reading can't say this"));
        }
    }

    /// A quantity just before an instant: a launch at that instant must not count as what was there at its start.
    double before(Quantity quantity, double time) const {
        const std::size_t i = row_at(trace_, time);
        if (i == 0 || trace_.rows[i].time < time) return quantity_at(trace_, quantity, time);
        const TraceRow& row = trace_.rows[i - 1];
        return value_in(quantity, trace_.rows[i].position, row.velocity + row.acceleration * (time - row.time));
    }

    Value named(const Expr& expr) const {
        const std::string path = expr.member.empty() ? expr.name : expr.name + "." + expr.member;
        if (const auto dial = program_.find_dial(path)) return tuning_.dials[static_cast<std::size_t>(*dial)];
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
    double gauge_at(std::size_t gauge, double time) const {
        return trace_.values[row_at(trace_, time) * trace_.value_count + gauge];
    }
    /// Gauges are known at rows; their average weighs each row by how long it holds.
    double gauge_over_window(std::size_t gauge, const std::string& what) const {
        double best = gauge_at(gauge, window_.from);
        double sum = 0.0;
        for (std::size_t i = row_at(trace_, window_.from); i < trace_.rows.size(); ++i) {
            const double from = std::max(trace_.rows[i].time, window_.from);
            if (from > window_.to) break;
            const double value = trace_.values[i * trace_.value_count + gauge];
            const double to = i + 1 < trace_.rows.size() ? std::min(trace_.rows[i + 1].time, window_.to) : window_.to;
            sum += value * std::max(0.0, to - from);
            best = what == "highest" ? std::max(best, value) : std::min(best, value);
        }
        const double length = window_.to - window_.from;
        return what == "average" ? (length > 0.0 ? sum / length : best) : best;
    }

    Value over_window(const Expr& expr) const {
        if (const auto gauge = gauge_of(expr.parts[0])) return gauge_over_window(*gauge, expr.name);
        const Quantity quantity = *quantity_named(expr.parts[0].name);
        if (expr.name == "average") return average(quantity);
        if (expr.name == "largest_drop") return largest_drop(quantity);
        return extreme(trace_, quantity, window_, expr.name == "highest");
    }

    /// Simpson's rule on every stretch between rows: exact for heights and rising, whose course is a parabola.
    double average(Quantity quantity) const {
        double sum = 0.0;
        for (std::size_t i = row_at(trace_, window_.from); i + 1 < trace_.rows.size(); ++i) {
            const double from = std::max(trace_.rows[i].time, window_.from);
            const double to = std::min(trace_.rows[i + 1].time, window_.to);
            if (to <= from) continue;
            const TraceRow& row = trace_.rows[i];
            const auto at = [&](double t) {
                const double inside = std::min(t, std::nextafter(trace_.rows[i + 1].time, row.time));
                return value_in(quantity, position_at(trace_, inside),
                                row.velocity + row.acceleration * (t - row.time));
            };
            sum += (to - from) / 6.0 * (at(from) + 4 * at(0.5 * (from + to)) + at(to));
        }
        const double length = window_.to - window_.from;
        return length > 0.0 ? sum / length : quantity_at(trace_, quantity, window_.from);
    }

    /// The largest fall between two instants of the window that lie at most drop_window_s apart. It is found at a
    /// turning point, or over a whole drop_window_s that begins or ends at one.
    double largest_drop(Quantity quantity) const {
        std::vector<std::pair<double, double>> values;
        visit_values(trace_, quantity, window_, [&](double t, double v) { values.emplace_back(t, v); });
        double largest = 0.0;
        std::size_t first = 0;
        for (std::size_t i = 0; i < values.size(); ++i) {
            const auto [time, value] = values[i];
            while (time - values[first].first > drop_window_s) ++first;
            for (std::size_t k = first; k < i; ++k) largest = std::max(largest, values[k].second - value);
            if (time - drop_window_s >= window_.from)
                largest = std::max(largest, quantity_at(trace_, quantity, time - drop_window_s) - value);
            if (time + drop_window_s <= window_.to)
                largest = std::max(largest, value - quantity_at(trace_, quantity, time + drop_window_s));
        }
        return largest;
    }

    Value of(const Expr& expr) const {
        const auto all = occurrences(program_, trace_, expr.stretch.owner, expr.stretch.phase);
        if (expr.name == "count") return static_cast<double>(all.size());
        const auto window = find(expr.stretch);
        if (!window) return tl::make_unexpected(window.error());
        if (expr.name == "duration") return window->to - window->from;
        double length = 0.0;
        Vec3 at = position_at(trace_, window->from);
        for (std::size_t i = row_at(trace_, window->from) + 1; i < trace_.rows.size(); ++i) {
            if (trace_.rows[i].time >= window->to) break;
            length += flat_length(trace_.rows[i].position - at);
            at = trace_.rows[i].position;
        }
        return length + flat_length(position_at(trace_, window->to) - at);
    }

    Value instant(const Expr& expr, double after) const {
        if (expr.name == "start" || expr.name == "end") {
            const auto window = find(expr.stretch);
            if (!window) return tl::make_unexpected(window.error());
            return expr.name == "start" ? window->from : window->to;
        }
        if (expr.name == ">=" || expr.name == "<=") return comes_to(expr, after);
        static const std::map<std::string, EventKind> kinds{{"press", EventKind::pressed},
                                                            {"release", EventKind::released},
                                                            {"landed", EventKind::landed},
                                                            {"left_ground", EventKind::left_ground}};
        const EventKind kind = kinds.at(expr.name);
        const bool of_button = kind == EventKind::pressed || kind == EventKind::released;
        const std::int32_t button = of_button ? *program_.find_button(expr.stretch.owner) : -1;
        int seen = 0;
        for (const TraceEvent& event : trace_.events) {
            if (event.kind != kind || event.index != button || event.time < after) continue;
            if (++seen == expr.stretch.ordinal) return event.time;
        }
        return tl::make_unexpected(fmt::format("{} {} did not happen", expr.name, of_button ? expr.stretch.owner : ""));
    }

    /// The first instant from `after` on at which a quantity or gauge is past a value; between rows it goes straight.
    Value comes_to(const Expr& expr, double after) const {
        const Expr& of = expr.parts[0];
        const double wanted = expr.parts[1].literal.si();
        const auto gauge = gauge_of(of);
        const double sign = expr.name == ">=" ? 1.0 : -1.0;
        const auto past = [&](double time) {
            return sign *
                   ((gauge ? gauge_at(*gauge, time) : quantity_at(trace_, *quantity_named(of.name), time)) - wanted);
        };
        double before = past(after);
        if (before >= 0.0) return after;
        double time = after;
        for (std::size_t i = row_at(trace_, after) + 1; i < trace_.rows.size(); ++i) {
            const double next = trace_.rows[i].time;
            const double now = past(next);
            if (now >= 0.0) return time + (next - time) * (before / (before - now));
            before = now;
            time = next;
        }
        return tl::make_unexpected(fmt::format("it never came to {}", number_text(expr.parts[1].literal.written, 2)));
    }

    /// The second instant is sought after the first, so `press of jump to landed` means the landing that follows.
    Value time_between(const Expr& expr) const {
        Value first = instant(expr.parts[0], 0.0);
        if (!first) return first;
        Value second = instant(expr.parts[1], *first);
        if (!second) return second;
        return *second - *first;
    }

    const Program& program_;
    const Tuning& tuning_;
    const Trace& trace_;
    Window window_;
    std::map<std::string, double> taken_;
};

}  // namespace

std::optional<Quantity> quantity_named(std::string_view name) {
    static const std::map<std::string_view, Quantity> names{{"feet", Quantity::feet},
                                                            {"speed", Quantity::speed},
                                                            {"rising", Quantity::rising},
                                                            {"x", Quantity::x},
                                                            {"y", Quantity::y}};
    const auto found = names.find(name);
    if (found == names.end()) return std::nullopt;
    return found->second;
}

std::vector<Window> occurrences(const Program& program, const Trace& trace, const std::string& owner,
                                const std::string& phase) {
    std::vector<Window> out;
    const auto machine = program.find_machine(owner);
    if (!machine) return out;
    const auto wanted = phase.empty() ? std::nullopt : program.find_phase(*machine, phase);
    for (const PhaseSpan& span : trace.spans) {
        if (span.machine != *machine) continue;
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

double quantity_at(const Trace& trace, Quantity quantity, double time) {
    switch (quantity) {
        case Quantity::feet: return position_at(trace, time).z;
        case Quantity::x: return position_at(trace, time).x;
        case Quantity::y: return position_at(trace, time).y;
        case Quantity::speed: return flat_length(velocity_at(trace, time));
        case Quantity::rising: return velocity_at(trace, time).z;
    }
    return 0.0;
}

double extreme(const Trace& trace, Quantity quantity, Window window, bool highest) {
    double best = highest ? -1e300 : 1e300;
    visit_values(trace, quantity, window,
                 [&](double, double value) { best = highest ? std::max(best, value) : std::min(best, value); });
    return best;
}

std::vector<ReadingResult> take_readings(const Program& program, const Tuning& tuning, const Trace& trace,
                                         const std::string& tape_name) {
    std::vector<ReadingResult> out;
    if (trace.rows.empty()) return out;
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
