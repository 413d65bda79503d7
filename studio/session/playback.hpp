// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>

#include "studio/session/live_player.hpp"

namespace leap::studio {

/// A stretch of a run that is played over and over (s).
struct LoopRange {
    double from = 0.0;
    double to = 0.0;
    friend bool operator==(const LoopRange&, const LoopRange&) = default;
};

/// Watching a run that is there: where the cursor is by now. It owns no run; the clock says how time goes.
class Playback {
  public:
    static constexpr std::array<double, 5> speeds{0.1, 0.25, 0.5, 1.0, 2.0};

    explicit Playback(Clock clock) : clock_(std::move(clock)) {}

    bool running() const { return running_; }
    double speed() const { return speed_; }
    const std::optional<LoopRange>& loop() const { return loop_; }

    /// From a time of the run on; from the loop's begin when that lies outside of it, from the run's when it is at the
    /// end.
    void start(double from, double length);
    void pause() { running_ = false; }
    /// The run goes on from `at` at another speed.
    void set_speed(double factor, double at);
    /// Nothing: to the end, once. A stretch that is too short to be seen counts as nothing.
    void set_loop(std::optional<LoopRange> loop, double at);
    /// Where it is now, in a run of this length; it stops at the end.
    double position(double length);

  private:
    void begin_at(double time);

    Clock clock_;
    bool running_ = false;
    double speed_ = 1.0;
    double begin_ = 0.0;        ///< s of the run
    double clock_begin_ = 0.0;  ///< what the clock said there
    std::optional<LoopRange> loop_;
};

}  // namespace leap::studio
