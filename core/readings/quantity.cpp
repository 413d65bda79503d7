// SPDX-License-Identifier: MIT
#include "core/readings/quantity.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <vector>

namespace leap {
namespace {

double value_in(Quantity quantity, const Vec3& position, const Vec3& velocity) {
    switch (quantity) {
        case Quantity::feet: return position.z;
        case Quantity::speed: return horizontal_length(velocity);
        case Quantity::rising: return velocity.z;
        case Quantity::x: return position.x;
        case Quantity::y: return position.y;
    }
    return 0.0;
}

bool is_of_place(Quantity quantity) {
    return quantity == Quantity::feet || quantity == Quantity::x || quantity == Quantity::y;
}

/// Between a row and the next, on that row's side of an instant at which the next one begins.
double value_inside(const TraceTrack& track, Quantity quantity, std::size_t row, double t) {
    const TraceRow& begin = track.rows[row];
    const double end = row + 1 < track.rows.size() ? track.rows[row + 1].time : begin.time;
    if (!is_of_place(quantity)) return value_in(quantity, Vec3{0.0}, begin.velocity + begin.acceleration * t);
    const double time = std::min(begin.time + t, std::nextafter(end, begin.time));
    // Of several rows at one instant the last one says where that is.
    const Vec3 place = end > begin.time ? position_in_row(track, row, time) : position_at(track, time);
    return value_in(quantity, place, Vec3{0.0});
}

/// Seconds after a row at which the quantity turns there, or a negative number. Between rows it is smooth: a parabola,
/// or the length of a velocity that goes straight.
double turning_point(Quantity quantity, const TraceRow& row) {
    const Vec3 a = horizontal(row.acceleration);
    switch (quantity) {
        case Quantity::feet:
            return row.grounded || row.acceleration.z == 0.0 ? -1.0 : -row.velocity.z / row.acceleration.z;
        case Quantity::x: return a.x == 0.0 ? -1.0 : -row.velocity.x / a.x;
        case Quantity::y: return a.y == 0.0 ? -1.0 : -row.velocity.y / a.y;
        case Quantity::speed:
            return glm::dot(a, a) > 1e-12 ? -glm::dot(horizontal(row.velocity), a) / glm::dot(a, a) : -1.0;
        case Quantity::rising: return -1.0;
    }
    return -1.0;
}

/// Visits the values of a quantity that matter in a window: at both ends of every stretch between rows, and at the
/// turning point inside it when there is one. By time; `visit(time, value)` returns false to stop.
template <class Visit>
void visit_values(const TraceTrack& track, Quantity quantity, Window window, Visit visit) {
    for (std::size_t i = row_at(track, window.from); i < track.rows.size(); ++i) {
        const TraceRow& row = track.rows[i];
        if (row.time > window.to && i > 0) break;
        const double end = i + 1 < track.rows.size() ? track.rows[i + 1].time : row.time;
        const double from = std::max(0.0, std::max(row.time, window.from) - row.time);
        const double to = std::min(end, window.to) - row.time;
        const auto at = [&](double t) { return visit(row.time + t, value_inside(track, quantity, i, t)); };
        if (!at(from)) return;
        if (to <= from) continue;
        const double turn = turning_point(quantity, row);
        if (turn > from && turn < to && !at(turn)) return;
        if (!at(to)) return;
    }
}

/// Where a smooth function is highest between two times: golden section (Kiefer, 1953), to a billionth of a second.
template <class Of>
double highest_between(double from, double to, Of of) {
    constexpr double golden = 0.6180339887498949;
    double a = to - golden * (to - from);
    double b = from + golden * (to - from);
    double at_a = of(a);
    double at_b = of(b);
    while (to - from > 1e-9) {
        if (at_a >= at_b) {
            to = b;
            b = a;
            at_b = at_a;
            a = to - golden * (to - from);
            at_a = of(a);
        } else {
            from = a;
            a = b;
            at_a = at_b;
            b = from + golden * (to - from);
            at_b = of(b);
        }
    }
    return std::max(at_a, at_b);
}

}  // namespace

std::optional<Quantity> quantity_named(std::string_view name) {
    static const std::map<std::string_view, Quantity> names{{"feet", Quantity::feet},
                                                            {"speed", Quantity::speed},
                                                            {"vertical_speed", Quantity::rising},
                                                            {"horizontal_speed", Quantity::speed},
                                                            {"x", Quantity::x},
                                                            {"y", Quantity::y}};
    const auto found = names.find(name);
    if (found == names.end()) return std::nullopt;
    return found->second;
}

double quantity_at(const TraceTrack& track, Quantity quantity, double time) {
    return is_of_place(quantity) ? value_in(quantity, position_at(track, time), Vec3{0.0})
                                 : value_in(quantity, Vec3{0.0}, velocity_at(track, time));
}

double quantity_before(const TraceTrack& track, Quantity quantity, double time) {
    const std::size_t i = row_at(track, time);
    if (i == 0 || track.rows[i].time < time) return quantity_at(track, quantity, time);
    const TraceRow& row = track.rows[i - 1];
    return value_in(quantity, track.rows[i].position, row.velocity + row.acceleration * (time - row.time));
}

double extreme(const TraceTrack& track, Quantity quantity, Window window, bool highest) {
    double best = highest ? -1e300 : 1e300;
    visit_values(track, quantity, window, [&](double, double value) {
        best = highest ? std::max(best, value) : std::min(best, value);
        return true;
    });
    return best;
}

double mean(const TraceTrack& track, Quantity quantity, Window window) {
    // Simpson's rule on every stretch between rows: exact for heights and rising, whose course is a parabola.
    double sum = 0.0;
    for (std::size_t i = row_at(track, window.from); i + 1 < track.rows.size(); ++i) {
        const TraceRow& row = track.rows[i];
        const double from = std::max(row.time, window.from) - row.time;
        const double to = std::min(track.rows[i + 1].time, window.to) - row.time;
        if (row.time > window.to) break;
        if (to <= from) continue;
        const auto at = [&](double t) { return value_inside(track, quantity, i, t); };
        sum += (to - from) / 6.0 * (at(from) + 4 * at(0.5 * (from + to)) + at(to));
    }
    const double length = window.to - window.from;
    return length > 0.0 ? sum / length : quantity_at(track, quantity, window.from);
}

double largest_drop(const TraceTrack& track, Quantity quantity, Window window, double within_s) {
    // The two instants either lie nearer than `within_s`, and then both are ends or turning points of a stretch; or
    // they lie just that far apart, and then the fall over that time is sought between every two times at which one of
    // its ends passes from one stretch to the next. (Only the first kind and those that begin or end at a row were
    // looked at before: it read 0.8 % less at 30 ticks/s than at 480.)
    std::vector<std::pair<double, double>> values;
    visit_values(track, quantity, window, [&](double t, double v) {
        values.emplace_back(t, v);
        return true;
    });
    double largest = 0.0;
    std::size_t first = 0;
    std::vector<double> knots;
    for (std::size_t i = 0; i < values.size(); ++i) {
        const auto [time, value] = values[i];
        while (time - values[first].first > within_s) ++first;
        for (std::size_t k = first; k < i; ++k) largest = std::max(largest, values[k].second - value);
        for (const double begin : {time, time - within_s})
            if (begin >= window.from && begin + within_s <= window.to) knots.push_back(begin);
    }
    if (window.to - window.from <= within_s) return largest;
    knots.push_back(window.from);
    knots.push_back(window.to - within_s);
    std::sort(knots.begin(), knots.end());
    const auto fall_from = [&](double begin) {
        return quantity_at(track, quantity, begin) - quantity_at(track, quantity, begin + within_s);
    };
    for (std::size_t i = 0; i + 1 < knots.size(); ++i) {
        const double from = knots[i];
        const double to = knots[i + 1];
        if (to - from < 1e-9) continue;
        // Between knots both ends are smooth: what the middle and the two sides say bounds it well enough to pass over.
        const double middle = 0.5 * (from + to);
        const double inside = 1e-3 * (to - from);
        const double near_begin = fall_from(from + inside);
        const double in_middle = fall_from(middle);
        const double near_end = fall_from(to - inside);
        const double best = std::max({near_begin, in_middle, near_end});
        const double bend = std::abs(near_begin - 2.0 * in_middle + near_end);
        if (best + bend <= largest) continue;
        largest = std::max(largest, highest_between(from, to, fall_from));
    }
    return largest;
}

std::optional<double> first_past(const TraceTrack& track, Quantity quantity, Window window, double wanted, bool above) {
    const double sign = above ? 1.0 : -1.0;
    std::optional<double> found;
    double before = window.from;
    visit_values(track, quantity, window, [&](double time, double value) {
        if (sign * (value - wanted) < 0.0) {
            before = time;
            return true;
        }
        // Between two values that matter it only rises or only falls.
        double below = before;
        double past = time;
        for (int i = 0; i < 60 && past - below > 1e-12; ++i) {
            const double middle = 0.5 * (below + past);
            (sign * (quantity_at(track, quantity, middle) - wanted) >= 0.0 ? past : below) = middle;
        }
        found = past;
        return false;
    });
    return found;
}

}  // namespace leap
