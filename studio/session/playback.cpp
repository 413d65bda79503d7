// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/playback.hpp"

#include <algorithm>
#include <cmath>

namespace leap::studio {
namespace {

constexpr double min_loop_s = 0.02;
constexpr double at_end_s = 1e-6;

}  // namespace

void Playback::begin_at(double time) {
    begin_ = time;
    clock_begin_ = clock_();
}

void Playback::start(double from, double length) {
    if (loop_ && (from < loop_->from || from >= std::min(loop_->to, length))) from = std::min(loop_->from, length);
    if (!loop_ && from >= length - at_end_s) from = 0.0;
    running_ = true;
    begin_at(from);
}

void Playback::set_speed(double factor, double at) {
    speed_ = factor;
    begin_at(at);
}

void Playback::set_loop(std::optional<LoopRange> loop, double at) {
    if (loop && loop->from > loop->to) std::swap(loop->from, loop->to);
    if (loop && loop->to - loop->from < min_loop_s) loop.reset();
    loop_ = loop;
    begin_at(at);
}

double Playback::position(double length) {
    double time = begin_ + (clock_() - clock_begin_) * speed_;
    const double end = loop_ ? std::min(loop_->to, length) : length;
    if (time < end) return time;
    // A loop that begins behind the run's end, as after the tape was cut, plays nothing over and over.
    if (!loop_ || end - loop_->from < min_loop_s) {
        running_ = false;
        return length;
    }
    time = loop_->from + std::fmod(time - loop_->from, end - loop_->from);
    begin_at(time);
    return time;
}

}  // namespace leap::studio
