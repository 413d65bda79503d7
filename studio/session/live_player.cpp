// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/live_player.hpp"

#include <algorithm>
#include <chrono>

namespace leap::studio {

namespace {
constexpr auto pause_between_pumps = std::chrono::microseconds(1500);
/// After a stall (a suspended machine, say) at most this much is caught up.
constexpr double max_catch_up_s = 0.25;
}  // namespace

Clock steady_clock() {
    return [] { return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count(); };
}

LivePlayer::LivePlayer(LiveRun run, Clock clock, bool own_thread) : run_(std::move(run)), clock_(std::move(clock)) {
    clock_begin_ = clock_();
    run_begin_ = run_.time();  // a tape that is taken over has come further
    if (own_thread) thread_ = std::thread([this] { work(); });
}

LivePlayer::~LivePlayer() {
    {
        const std::lock_guard lock(mutex_);
        stop_ = true;
    }
    if (thread_.joinable()) thread_.join();
}

void LivePlayer::work() {
    while (true) {
        {
            const std::lock_guard lock(mutex_);
            if (stop_) return;
        }
        pump();
        std::this_thread::sleep_for(pause_between_pumps);
    }
}

double LivePlayer::now() const {
    return run_begin_ + (clock_() - clock_begin_) * speed_;
}

void LivePlayer::pump() {
    const std::lock_guard lock(mutex_);
    if (speed_ <= 0.0) return;
    if (now() - run_.time() > max_catch_up_s) {
        run_begin_ = run_.time() + max_catch_up_s;
        clock_begin_ = clock_();
    }
    run_.advance_to(now());
}

void LivePlayer::button(const std::string& name, bool down, std::size_t character, double late_s) {
    const std::lock_guard lock(mutex_);
    run_.input({happened(late_s), ButtonEvent{name, down}}, character);
}

void LivePlayer::stick(Vec2 value, std::size_t character, double late_s) {
    const std::lock_guard lock(mutex_);
    run_.input({happened(late_s), StickEvent{value}}, character);
}

void LivePlayer::look(double yaw_deg, double pitch_deg, std::size_t character) {
    const std::lock_guard lock(mutex_);
    run_.input({now(), LookEvent{yaw_deg, pitch_deg}}, character);
}

void LivePlayer::set_speed_locked(double factor) {
    run_begin_ = std::max(run_.time(), speed_ > 0.0 ? now() : run_.time());
    clock_begin_ = clock_();
    speed_ = factor;
}

void LivePlayer::set_speed(double factor) {
    const std::lock_guard lock(mutex_);
    set_speed_locked(factor);
}

double LivePlayer::speed() const {
    const std::lock_guard lock(mutex_);
    return speed_;
}

void LivePlayer::single_tick() {
    const std::lock_guard lock(mutex_);
    set_speed_locked(0.0);
    run_.single_tick();
    run_begin_ = run_.time();
}

void LivePlayer::rewind(double seconds) {
    const std::lock_guard lock(mutex_);
    run_.rewind(seconds);
    run_begin_ = run_.time();
    clock_begin_ = clock_();
}

void LivePlayer::set_tuning(Tuning tuning) {
    const std::lock_guard lock(mutex_);
    run_.set_tuning(std::move(tuning));
}

void LivePlayer::update(View& view) const {
    const std::lock_guard lock(mutex_);
    const Trace& from = run_.trace();
    view.state = run_.world();
    if (view.generation != run_.generation()) {
        view.trace = {};
        view.settled_spans = 0;
        view.generation = run_.generation();
    }
    Trace& to = view.trace;
    to.rate_hz = from.rate_hz;
    to.value_count = from.value_count;
    if (to.fixtures.size() != from.fixtures.size()) to.fixtures = from.fixtures;
    to.ticks = from.ticks;
    const auto append = [](auto& target, const auto& source) {
        target.insert(target.end(), source.begin() + static_cast<std::ptrdiff_t>(target.size()), source.end());
    };
    if (to.tracks.size() != from.tracks.size()) {
        to.tracks.resize(from.tracks.size());
        for (std::size_t i = 0; i < from.tracks.size(); ++i) {
            to.tracks[i].name = from.tracks[i].name;
            to.tracks[i].kind = from.tracks[i].kind;
        }
    }
    for (std::size_t i = 0; i < from.tracks.size(); ++i) {
        append(to.tracks[i].rows, from.tracks[i].rows);
        append(to.tracks[i].values, from.tracks[i].values);
    }
    append(to.events, from.events);
    append(to.sounds, from.sounds);
    // Only the spans that were open may have changed.
    to.spans.resize(std::min(to.spans.size(), view.settled_spans));
    append(to.spans, from.spans);
    while (view.settled_spans < to.spans.size() && to.spans[view.settled_spans].to >= 0.0) ++view.settled_spans;
}

Tape LivePlayer::tape(const std::string& name) const {
    const std::lock_guard lock(mutex_);
    return run_.tape(name);
}

double LivePlayer::time() const {
    const std::lock_guard lock(mutex_);
    return run_.time();
}

}  // namespace leap::studio
