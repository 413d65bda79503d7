// SPDX-License-Identifier: MIT
#include "core/tape/tape_edit.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cassert>
#include <cmath>
#include <map>

#include "core/defaults.hpp"

namespace leap {
namespace {

/// What a character holds at an instant.
struct Held {
    std::map<std::string, bool> buttons;
    std::optional<StickEvent> stick;
    std::optional<LookEvent> look;

    void take(const TapeEvent& event) {
        if (const auto* button = std::get_if<ButtonEvent>(&event.what)) {
            buttons[button->button] = button->down;
        } else if (const auto* at = std::get_if<StickEvent>(&event.what)) {
            stick = *at;
        } else {
            look = std::get<LookEvent>(event.what);
        }
    }
    bool is_down(const std::string& button) const {
        const auto found = buttons.find(button);
        return found != buttons.end() && found->second;
    }
};

bool earlier(const TapeEvent& event, double time) {
    return event.time_s < time;
}

/// What is held just before a time.
Held held_before(const TapeTrack& track, double time) {
    Held out;
    for (const TapeEvent& event : track.events) {
        if (!earlier(event, time)) break;
        out.take(event);
    }
    return out;
}

/// What leads from one to the other, all at a time. A stick that was never moved stands still.
std::vector<TapeEvent> change(const Held& from, const Held& to, double time) {
    std::vector<TapeEvent> out;
    if (to.look && to.look != from.look) out.push_back({time, *to.look});
    const StickEvent stick = to.stick.value_or(StickEvent{});
    if (stick != from.stick.value_or(StickEvent{})) out.push_back({time, stick});
    for (const auto& [button, down] : from.buttons)
        if (down && !to.is_down(button)) out.push_back({time, ButtonEvent{button, false}});
    for (const auto& [button, down] : to.buttons)
        if (down && !from.is_down(button)) out.push_back({time, ButtonEvent{button, true}});
    return out;
}

void append(std::vector<TapeEvent>& out, const std::vector<TapeEvent>& events, double later_s = 0.0) {
    for (TapeEvent event : events) {
        event.time_s = rounded_number(event.time_s + later_s);
        out.push_back(std::move(event));
    }
}

std::vector<TapeEvent> between(const TapeTrack& track, double from, double to) {
    std::vector<TapeEvent> out;
    for (const TapeEvent& event : track.events)
        if (!earlier(event, from) && earlier(event, to)) out.push_back(event);
    return out;
}

TapeRange within(const Tape& tape, TapeRange stretch) {
    if (stretch.from_s > stretch.to_s) std::swap(stretch.from_s, stretch.to_s);
    stretch.from_s = rounded_number(std::clamp(stretch.from_s, 0.0, tape.length_s));
    stretch.to_s = rounded_number(std::clamp(stretch.to_s, 0.0, tape.length_s));
    return stretch;
}

constexpr double for_ever = 1e300;

/// The row's presses written anew; events of other rows stay in their order.
Tape with_presses(const Tape& tape, const ButtonRow& row, const std::vector<Press>& presses) {
    Tape out = tape;
    std::vector<TapeEvent>& events = out.tracks[row.track].events;
    std::erase_if(events, [&](const TapeEvent& event) {
        const auto* button = std::get_if<ButtonEvent>(&event.what);
        return button != nullptr && button->button == row.button;
    });
    const auto put = [&](double time, bool down) {
        const TapeEvent event{rounded_number(time), ButtonEvent{row.button, down}};
        const auto behind = std::find_if(events.begin(), events.end(),
                                         [&](const TapeEvent& other) { return other.time_s > event.time_s; });
        events.insert(behind, event);
    };
    for (const Press& press : presses) {
        put(press.from_s, true);
        if (press.to_s < tape.length_s) put(press.to_s, false);
    }
    return out;
}

}  // namespace

std::vector<Press> presses_of(const Tape& tape, const ButtonRow& row) {
    assert(row.track < tape.tracks.size());
    std::vector<Press> out;
    bool down = false;
    for (const TapeEvent& event : tape.tracks[row.track].events) {
        const auto* button = std::get_if<ButtonEvent>(&event.what);
        if (button == nullptr || button->button != row.button || button->down == down) continue;
        down = button->down;
        if (down) {
            out.push_back({event.time_s, tape.length_s});
        } else {
            out.back().to_s = std::min(event.time_s, tape.length_s);
        }
    }
    return out;
}

Tape with_press_moved(const Tape& tape, const ButtonRow& row, std::size_t number, const Press& wanted) {
    std::vector<Press> presses = presses_of(tape, row);
    assert(number < presses.size());
    constexpr double gap = defaults::min_press_s;
    const double low = number == 0 ? 0.0 : presses[number - 1].to_s + gap;
    const double high = number + 1 == presses.size() ? tape.length_s : presses[number + 1].from_s - gap;
    Press& press = presses[number];
    if (high - low < gap) return tape;
    const double length = std::clamp(wanted.to_s - wanted.from_s, gap, high - low);
    // Moved as a whole it keeps its length; where an edge was dragged the other one stays.
    const bool whole = wanted.from_s != press.from_s && wanted.to_s != press.to_s;
    if (whole) {
        press.from_s = std::clamp(wanted.from_s, low, high - length);
        press.to_s = press.from_s + length;
    } else {
        const Press before = press;
        if (wanted.from_s != before.from_s) press.from_s = std::clamp(wanted.from_s, low, before.to_s - gap);
        if (wanted.to_s != before.to_s) press.to_s = std::clamp(wanted.to_s, before.from_s + gap, high);
    }
    return with_presses(tape, row, presses);
}

std::optional<Tape> with_press(const Tape& tape, const ButtonRow& row, const Press& wanted) {
    std::vector<Press> presses = presses_of(tape, row);
    constexpr double gap = defaults::min_press_s;
    Press press{std::max(0.0, std::min(wanted.from_s, wanted.to_s)),
                std::min(tape.length_s, std::max(wanted.from_s, wanted.to_s))};
    const auto next =
        std::find_if(presses.begin(), presses.end(), [&](const Press& other) { return other.from_s > press.from_s; });
    if (next != presses.begin() && std::prev(next)->to_s + gap > press.from_s) return std::nullopt;
    const double high = next == presses.end() ? tape.length_s : next->from_s - gap;
    press.to_s = std::min(std::max(press.to_s, press.from_s + gap), high);
    if (press.to_s - press.from_s < gap - defaults::timer_rounding_s) return std::nullopt;
    presses.insert(next, press);
    return with_presses(tape, row, presses);
}

Tape without_press(const Tape& tape, const ButtonRow& row, std::size_t number) {
    std::vector<Press> presses = presses_of(tape, row);
    assert(number < presses.size());
    presses.erase(presses.begin() + static_cast<std::ptrdiff_t>(number));
    return with_presses(tape, row, presses);
}

Tape cut_out(const Tape& tape, TapeRange stretch) {
    const auto [from, to] = within(tape, stretch);
    Tape out = tape;
    out.length_s = rounded_number(tape.length_s - (to - from));
    for (std::size_t i = 0; i < tape.tracks.size(); ++i) {
        const TapeTrack& track = tape.tracks[i];
        std::vector<TapeEvent>& events = out.tracks[i].events;
        events = between(track, 0.0, from);
        if (to >= tape.length_s) continue;
        append(events, change(held_before(track, from), held_before(track, to), from));
        append(events, between(track, to, for_ever), from - to);
    }
    return out;
}

Tape copy_of(const Tape& tape, TapeRange stretch) {
    const auto [from, to] = within(tape, stretch);
    Tape out = tape;
    out.length_s = rounded_number(to - from);
    for (std::size_t i = 0; i < tape.tracks.size(); ++i) {
        const TapeTrack& track = tape.tracks[i];
        out.tracks[i].events = change({}, held_before(track, from), 0.0);
        append(out.tracks[i].events, between(track, from, to), -from);
    }
    return out;
}

tl::expected<Tape, std::string> with_inserted(const Tape& tape, double at_s, const Tape& piece) {
    if (piece.tracks.size() != tape.tracks.size())
        return tl::make_unexpected(
            fmt::format("what is inserted has {} characters and the tape has {}; take it from a tape with as many",
                        piece.tracks.size(), tape.tracks.size()));
    const double at = rounded_number(std::clamp(at_s, 0.0, tape.length_s));
    Tape out = tape;
    out.length_s = rounded_number(tape.length_s + piece.length_s);
    for (std::size_t i = 0; i < tape.tracks.size(); ++i) {
        const TapeTrack& track = tape.tracks[i];
        const Held before = held_before(track, at);
        Held begins;
        std::size_t first = 0;
        const std::vector<TapeEvent>& inside = piece.tracks[i].events;
        for (; first < inside.size() && inside[first].time_s <= 0.0; ++first) begins.take(inside[first]);
        std::vector<TapeEvent>& events = out.tracks[i].events;
        events = between(track, 0.0, at);
        append(events, change(before, begins, at));
        append(events, {inside.begin() + static_cast<std::ptrdiff_t>(first), inside.end()}, at);
        Held ends = begins;
        if (!begins.look) ends.look = before.look;
        for (std::size_t k = first; k < inside.size(); ++k) ends.take(inside[k]);
        if (at >= tape.length_s) continue;
        append(events, change(ends, before, at + piece.length_s));
        append(events, between(track, at, for_ever), piece.length_s);
    }
    return out;
}

Tape with_time_inserted(const Tape& tape, double at_s, double seconds) {
    const double at = rounded_number(std::clamp(at_s, 0.0, tape.length_s));
    Tape out = tape;
    out.length_s = rounded_number(tape.length_s + std::max(0.0, seconds));
    for (TapeTrack& track : out.tracks)
        for (TapeEvent& event : track.events)
            if (!earlier(event, at)) event.time_s = rounded_number(event.time_s + std::max(0.0, seconds));
    return out;
}

tl::expected<Tape, std::string> joined_tapes(const Tape& first, const Tape& second) {
    return with_inserted(first, first.length_s, second);
}

Tape mirrored(const Tape& tape, std::span<const double> start_facing_deg) {
    assert(start_facing_deg.size() == tape.tracks.size());
    Tape out = tape;
    for (std::size_t i = 0; i < out.tracks.size(); ++i)
        for (TapeEvent& event : out.tracks[i].events) {
            if (auto* stick = std::get_if<StickEvent>(&event.what)) stick->stick.x = -stick->stick.x + 0.0;
            if (auto* look = std::get_if<LookEvent>(&event.what))
                look->yaw_deg = rounded_number(2.0 * start_facing_deg[i] - look->yaw_deg);
        }
    return out;
}

}  // namespace leap
