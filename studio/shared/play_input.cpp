// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shared/play_input.hpp"

#include <algorithm>
#include <cmath>

namespace leap::studio {

namespace {
constexpr double degrees_per_pixel = 0.16;
constexpr double pad_look_degrees_per_second = 200.0;
constexpr double steepest_look_deg = 80.0;
constexpr double rewind_s = 2.0;
constexpr double slow_factor = 0.25;
}  // namespace

PlayInput::PlayInput(Session& session, KeyMap& keys, QObject* parent)
    : QObject(parent), session_(session), keys_(keys) {}

bool PlayInput::key(int key, bool down) {
    const QStringList actions = keys_.actions_of_key(key);
    for (const QString& action : actions) act(action, down);
    return !actions.isEmpty();
}

void PlayInput::pad(const QString& name, bool down) {
    for (const QString& action : keys_.actions_of_pad(name)) act(action, down);
}

void PlayInput::act(const QString& action, bool down) {
    LivePlayer* live = session_.live();
    if (live == nullptr) return;
    if (down) {
        held_.insert(action);
    } else {
        held_.remove(action);
    }
    if (action.startsWith("button ")) {
        live->button(action.mid(7).toStdString(), down);
    } else if (action.startsWith("stick ")) {
        send_key_stick();
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
        emit control(to_kept ? tr("playing with kept") : tr("playing with now"));
    } else if (action == "nudge down" || action == "nudge up") {
        emit nudge(action == "nudge up" ? 1 : -1);
    }
}

void PlayInput::send_key_stick() {
    const auto on = [&](const char* action) { return held_.contains(action) ? 1.0 : 0.0; };
    Vec2 value{on("stick right") - on("stick left"), on("stick ahead") - on("stick back")};
    if (glm::length(value) > 1.0) value = glm::normalize(value);
    session_.live()->stick(value);
}

void PlayInput::pad_stick(Vec2 value) {
    if (session_.live() != nullptr) session_.live()->stick(value);
}

void PlayInput::pad_look(Vec2 value, double seconds) {
    const double degrees = pad_look_degrees_per_second * seconds;
    mouse_look(value.x * degrees / degrees_per_pixel, -value.y * degrees / degrees_per_pixel);
}

void PlayInput::mouse_look(double dx, double dy) {
    if (session_.live() == nullptr || (dx == 0.0 && dy == 0.0)) return;
    set_look(std::remainder(look_yaw_deg_ - dx * degrees_per_pixel, 360.0), look_pitch_deg_ - dy * degrees_per_pixel);
    session_.live()->look(look_yaw_deg_, look_pitch_deg_);
}

void PlayInput::turn_look(double yaw_deg) {
    if (session_.live() == nullptr || yaw_deg == 0.0) return;
    set_look(std::remainder(look_yaw_deg_ + yaw_deg, 360.0), look_pitch_deg_);
    session_.live()->look(look_yaw_deg_, look_pitch_deg_);
}

void PlayInput::set_look(double yaw_deg, double pitch_deg) {
    look_yaw_deg_ = yaw_deg;
    look_pitch_deg_ = std::clamp(pitch_deg, -steepest_look_deg, steepest_look_deg);
}

void PlayInput::release_all() {
    const QSet<QString> held = held_;
    for (const QString& action : held) act(action, false);
    held_.clear();
}

}  // namespace leap::studio
