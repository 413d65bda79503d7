// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/play_input.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"

namespace leap::studio {

namespace {
constexpr double degrees_per_pixel = 0.16;
constexpr double pad_look_degrees_per_second = 200.0;
constexpr double rewind_s = 2.0;
constexpr double slow_factor = 0.25;
}  // namespace

PlayInput::PlayInput(Session& session, KeyMap& keys, QObject* parent)
    : QObject(parent), session_(session), keys_(keys) {
    // Keys that are held belong to the character they were pressed for.
    connect(&session_, &Session::character_changed, this, &PlayInput::release_all);
}

bool PlayInput::key(int key, bool down, double late_s) {
    const QStringList actions = keys_.actions_of_key(key);
    for (const QString& action : actions) act(action, down, session_.character(), late_s);
    return !actions.isEmpty();
}

std::size_t PlayInput::character_of_pad(int pad) const {
    const std::size_t characters = session_.character_count();
    const auto number = static_cast<std::size_t>(std::max(0, pad));
    if (characters <= 1 || static_cast<std::size_t>(std::max(0, pads_)) >= characters)
        return std::min(number, std::max<std::size_t>(1, characters) - 1);
    // The keyboard's own is left out.
    const std::size_t other = std::min(number, characters - 2);
    return other < session_.character() ? other : other + 1;
}

PlayInput::Hand& PlayInput::hand(std::size_t character) {
    if (character >= hands_.size()) hands_.resize(character + 1);
    return hands_[character];
}

void PlayInput::pad(int pad, const QString& name, bool down) {
    for (const QString& action : keys_.actions_of_pad(name)) {
        if (session_.live() == nullptr) emit pad_acts_elsewhere(action, down);
        act(action, down, character_of_pad(pad));
    }
}

void PlayInput::act(const QString& action, bool down, std::size_t character, double late_s) {
    LivePlayer* live = session_.live();
    if (live == nullptr) return;
    if (down) {
        hand(character).held.insert(action);
    } else {
        hand(character).held.remove(action);
    }
    if (action.startsWith("button ")) {
        live->button(action.mid(7).toStdString(), down, character, late_s);
    } else if (action.startsWith("stick ")) {
        send_key_stick(character, late_s);
    } else if (!down) {
        return;
    } else if (action == "again") {
        emit again();
    } else if (action == "rewind") {
        live->rewind(rewind_s);
        emit control(tr("two seconds back"));
    } else if (action == "slow") {
        const bool slow = live->speed() < 1.0 && live->speed() > 0.0;
        live->set_speed(slow ? 1.0 : slow_factor);
        emit control(slow ? tr("real time") : tr("slow motion, a quarter"));
    } else if (action == "pause") {
        const bool paused = live->speed() <= 0.0;
        live->set_speed(paused ? 1.0 : 0.0);
        emit control(paused ? tr("real time") : tr("paused"));
    } else if (action == "tick") {
        live->single_tick();
        emit control(tr("one tick, paused"));
    } else if (action == "swap") {
        const bool to_kept = session_.playing_side() == Side::now;
        session_.play_side(to_kept ? Side::kept : Side::now);
        emit control(to_kept ? tr("playing with kept") : tr("playing with current"));
    } else if (action == "nudge down" || action == "nudge up") {
        emit nudge(action == "nudge up" ? 1 : -1);
    }
}

void PlayInput::send_key_stick(std::size_t character, double late_s) {
    const QSet<QString>& held = hand(character).held;
    const auto on = [&](const char* action) { return held.contains(action) ? 1.0 : 0.0; };
    Vec2 value{on("stick right") - on("stick left"), on("stick ahead") - on("stick back")};
    if (glm::length(value) > 1.0) value = glm::normalize(value);
    session_.live()->stick(value, character, late_s);
}

void PlayInput::pad_stick(int pad, Vec2 value) {
    if (session_.live() == nullptr) return emit pad_steers_elsewhere(value);
    session_.live()->stick(value, character_of_pad(pad));
}

void PlayInput::pad_look(int pad, Vec2 value, double seconds) {
    const double degrees = pad_look_degrees_per_second * seconds;
    if (session_.live() == nullptr) return emit pad_looks_elsewhere({-value.x * degrees, value.y * degrees});
    look_round(value.x * degrees / degrees_per_pixel, -value.y * degrees / degrees_per_pixel, character_of_pad(pad));
}

void PlayInput::mouse_look(double dx, double dy) {
    look_round(dx, dy, session_.character());
}

void PlayInput::look_round(double dx, double dy, std::size_t character) {
    if (session_.live() == nullptr || (dx == 0.0 && dy == 0.0)) return;
    const Hand& now = hand(character);
    set_look(std::remainder(now.look_yaw_deg - dx * degrees_per_pixel, 360.0),
             now.look_pitch_deg - dy * degrees_per_pixel, character);
    session_.live()->look(now.look_yaw_deg, now.look_pitch_deg, character);
}

void PlayInput::turn_look(double yaw_deg, std::size_t character) {
    if (session_.live() == nullptr || yaw_deg == 0.0) return;
    const Hand& now = hand(character);
    set_look(std::remainder(now.look_yaw_deg + yaw_deg, 360.0), now.look_pitch_deg, character);
    session_.live()->look(now.look_yaw_deg, now.look_pitch_deg, character);
}

void PlayInput::set_look(double yaw_deg, double pitch_deg, std::size_t character) {
    hand(character).look_yaw_deg = yaw_deg;
    hand(character).look_pitch_deg = std::clamp(pitch_deg, -defaults::steepest_look_deg, defaults::steepest_look_deg);
}

double PlayInput::look_yaw_deg() const {
    return look_yaw_deg(session_.character());
}

double PlayInput::look_yaw_deg(std::size_t character) const {
    return character < hands_.size() ? hands_[character].look_yaw_deg : 0.0;
}

double PlayInput::look_pitch_deg() const {
    return session_.character() < hands_.size() ? hands_[session_.character()].look_pitch_deg : Hand{}.look_pitch_deg;
}

void PlayInput::release_all() {
    for (std::size_t i = 0; i < hands_.size(); ++i) {
        const QSet<QString> held = hands_[i].held;
        for (const QString& action : held) act(action, false, i);
        hands_[i].held.clear();
    }
}

}  // namespace leap::studio
