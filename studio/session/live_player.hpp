// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>
#include <mutex>
#include <optional>
#include <thread>

#include "core/tape/live_run.hpp"

namespace leap::studio {

/// Seconds since some fixed instant. The window uses a steady clock; tests step their own.
using Clock = std::function<double()>;
Clock steady_clock();

/// Plays a live run against a clock, on a thread of its own: real time holds whatever the frame rate is.
/// All calls are made from the window's thread.
class LivePlayer {
  public:
    /// With `own_thread` false nothing moves until pump() is called, for tests.
    LivePlayer(LiveRun run, Clock clock, bool own_thread);
    ~LivePlayer();
    LivePlayer(const LivePlayer&) = delete;
    LivePlayer& operator=(const LivePlayer&) = delete;

    /// Inputs of a character, by its number in the run. `late_s`: how long ago it happened.
    void button(const std::string& name, bool down, std::size_t character = 0, double late_s = 0.0);
    void stick(Vec2 value, std::size_t character = 0, double late_s = 0.0);
    void look(double yaw_deg, double pitch_deg, std::size_t character = 0);
    void set_speed(double factor);  ///< 1 real time, 0 paused
    double speed() const;
    void single_tick();
    void rewind(double seconds);
    void set_tuning(Tuning tuning);

    /// What the window shows of the run. `trace` is brought up to date in place, so that a frame costs only what is
    /// new.
    struct View {
        World state;
        Trace trace;
        int generation = -1;
        std::size_t settled_spans = 0;  ///< those before have ended and never change
    };
    void update(View& view) const;
    Tape tape(const std::string& name) const;
    double time() const;

    /// Runs what the clock says is due.
    void pump();

  private:
    void work();
    double now() const;  ///< run time, locked
    double happened(double late_s) const { return std::max(0.0, now() - late_s * speed_); }
    void set_speed_locked(double factor);

    mutable std::mutex mutex_;
    LiveRun run_;
    Clock clock_;
    double speed_ = 1.0;
    double clock_begin_ = 0.0;  ///< clock reading at run time `run_begin_`
    double run_begin_ = 0.0;
    bool stop_ = false;
    std::thread thread_;
};

}  // namespace leap::studio
