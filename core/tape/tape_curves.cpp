// SPDX-License-Identifier: MIT
#include "core/tape/tape_curves.hpp"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <optional>

#include "core/defaults.hpp"

namespace leap {
namespace {

/// Both curves of a stick or a look at once.
struct PairEvent {
    double time_s = 0.0;
    Vec2 value{0.0};  ///< x: side or turn, y: ahead or up
};

bool is_first(InputCurve curve) {
    return curve == InputCurve::stick_side || curve == InputCurve::look_turn;
}

double part(const Vec2& value, InputCurve curve) {
    return is_first(curve) ? value.x : value.y;
}

std::optional<Vec2> pair_in(const TapeEvent& event, InputCurve curve) {
    if (const auto* stick = std::get_if<StickEvent>(&event.what); stick != nullptr && is_stick(curve))
        return stick->stick;
    if (const auto* look = std::get_if<LookEvent>(&event.what); look != nullptr && !is_stick(curve))
        return Vec2(look->yaw_deg, look->pitch_deg);
    return std::nullopt;
}

std::vector<PairEvent> pairs_of(const TapeTrack& track, InputCurve curve) {
    std::vector<PairEvent> out;
    for (const TapeEvent& event : track.events)
        if (const auto value = pair_in(event, curve)) out.push_back({event.time_s, *value});
    return out;
}

/// The value with one of its parts changed, as far as the stick's length and the look's range let it.
Vec2 with_part(Vec2 value, InputCurve curve, double wanted) {
    if (is_stick(curve)) {
        const double other = is_first(curve) ? value.y : value.x;
        const double most = std::sqrt(std::max(0.0, 1.0 - other * other));
        wanted = std::clamp(wanted, -most, most);
    } else if (curve == InputCurve::look_up) {
        wanted = std::clamp(wanted, -defaults::steepest_look_deg, defaults::steepest_look_deg);
    }
    (is_first(curve) ? value.x : value.y) = wanted;
    return value;
}

/// The tape with these pairs instead of its own; events of other rows stay in their order.
Tape with_pairs(const Tape& tape, std::size_t track, InputCurve curve, const std::vector<PairEvent>& pairs) {
    Tape out = tape;
    std::vector<TapeEvent>& events = out.tracks[track].events;
    std::erase_if(events, [&](const TapeEvent& event) { return pair_in(event, curve).has_value(); });
    for (const PairEvent& pair : pairs) {
        TapeEvent event{pair.time_s, StickEvent{pair.value}};
        if (!is_stick(curve)) event.what = LookEvent{pair.value.x, pair.value.y};
        event = rounded(std::move(event));
        // Before a press at the same time: the press finds the stick where it is put.
        const auto behind = std::find_if(events.begin(), events.end(), [&](const TapeEvent& other) {
            return other.time_s > event.time_s ||
                   (other.time_s == event.time_s && std::holds_alternative<ButtonEvent>(other.what));
        });
        events.insert(behind, std::move(event));
    }
    return out;
}

Vec2 held_at(const std::vector<PairEvent>& pairs, double time, Vec2 out) {
    for (const PairEvent& pair : pairs) {
        if (pair.time_s > time) break;
        out = pair.value;
    }
    return out;
}

}  // namespace

std::string_view input_curve_name(InputCurve curve) {
    switch (curve) {
        case InputCurve::stick_ahead: return "stick ahead";
        case InputCurve::stick_side: return "stick side";
        case InputCurve::look_turn: return "look turn";
        case InputCurve::look_up: return "look up";
    }
    return {};
}

bool is_stick(InputCurve curve) {
    return curve == InputCurve::stick_ahead || curve == InputCurve::stick_side;
}

std::vector<InputPoint> points_of(const Tape& tape, std::size_t track, InputCurve curve) {
    assert(track < tape.tracks.size());
    std::vector<InputPoint> out;
    for (const PairEvent& pair : pairs_of(tape.tracks[track], curve))
        out.push_back({pair.time_s, part(pair.value, curve)});
    return out;
}

Tape with_point_moved(const Tape& tape, std::size_t track, InputCurve curve, std::size_t number,
                      const InputPoint& wanted) {
    std::vector<PairEvent> pairs = pairs_of(tape.tracks[track], curve);
    assert(number < pairs.size());
    constexpr double gap = defaults::min_press_s;
    PairEvent& pair = pairs[number];
    const double low = number == 0 ? 0.0 : std::min(pair.time_s, pairs[number - 1].time_s + gap);
    const double high = number + 1 == pairs.size() ? std::max(tape.length_s, pair.time_s)
                                                   : std::max(pair.time_s, pairs[number + 1].time_s - gap);
    pair.time_s = std::clamp(wanted.time_s, low, high);
    pair.value = with_part(pair.value, curve, wanted.value);
    return with_pairs(tape, track, curve, pairs);
}

Tape with_point(const Tape& tape, std::size_t track, InputCurve curve, const InputPoint& wanted, Vec2 at_start) {
    std::vector<PairEvent> pairs = pairs_of(tape.tracks[track], curve);
    const double time = rounded_number(std::clamp(wanted.time_s, 0.0, tape.length_s));
    for (std::size_t i = 0; i < pairs.size(); ++i)
        if (std::abs(pairs[i].time_s - time) < defaults::min_press_s)
            return with_point_moved(tape, track, curve, i, {pairs[i].time_s, wanted.value});
    const PairEvent added{time, with_part(held_at(pairs, time, at_start), curve, wanted.value)};
    pairs.insert(std::find_if(pairs.begin(), pairs.end(), [&](const PairEvent& each) { return each.time_s > time; }),
                 added);
    return with_pairs(tape, track, curve, pairs);
}

Tape without_point(const Tape& tape, std::size_t track, InputCurve curve, std::size_t number) {
    std::vector<PairEvent> pairs = pairs_of(tape.tracks[track], curve);
    assert(number < pairs.size());
    pairs.erase(pairs.begin() + static_cast<std::ptrdiff_t>(number));
    return with_pairs(tape, track, curve, pairs);
}

Tape with_stroke(const Tape& tape, std::size_t track, InputCurve curve, std::span<const InputPoint> stroke,
                 Vec2 at_start) {
    if (stroke.empty()) return tape;
    const std::vector<PairEvent> before = pairs_of(tape.tracks[track], curve);
    const double from = rounded_number(std::clamp(stroke.front().time_s, 0.0, tape.length_s));
    const double to = rounded_number(std::clamp(stroke.back().time_s, 0.0, tape.length_s));
    std::vector<PairEvent> after;
    for (const PairEvent& pair : before)
        if (pair.time_s < from) after.push_back(pair);
    const auto put = [&](double time, Vec2 value) {
        if (!after.empty() && after.back().time_s == time) {
            after.back().value = value;
        } else if (after.empty() || after.back().value != value) {
            after.push_back({time, value});
        }
    };
    // The other curve keeps its own points under the stroke.
    std::size_t own = after.size();
    for (std::size_t i = 0; i < stroke.size(); ++i) {
        const double time = rounded_number(std::clamp(stroke[i].time_s, from, to));
        for (; own < before.size() && before[own].time_s < time; ++own)
            if (i > 0) put(before[own].time_s, with_part(before[own].value, curve, stroke[i - 1].value));
        put(time, with_part(held_at(before, time, at_start), curve, stroke[i].value));
    }
    for (; own < before.size() && before[own].time_s <= to; ++own) continue;
    if (to < tape.length_s) put(to, held_at(before, to, at_start));
    after.insert(after.end(), before.begin() + static_cast<std::ptrdiff_t>(own), before.end());
    return with_pairs(tape, track, curve, after);
}

}  // namespace leap
