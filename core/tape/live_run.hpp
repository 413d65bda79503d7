// SPDX-License-Identifier: MIT
#pragma once

#include <memory>
#include <optional>

#include "core/simulation/simulation.hpp"
#include "core/tape/replay.hpp"

namespace leap {

/// A run that is played now: takes inputs with their times, runs ticks up to a given time, and records a tape and a
/// trace. It owns no clock: the caller says how far time has come.
class LiveRun {
  public:
    /// `tracks`: who plays, and from where; without events. `start`: from start_world().
    LiveRun(Ingredients ingredients, World start, std::vector<TapeTrack> tracks);
    /// Takes over a replayed tape at a tick: `tracks` with their events, the whole run's trace with its snapshots, and
    /// the world as it was at that tick. What came before stays bit for bit, what came after is forgotten; buttons held
    /// at that instant count as let go.
    LiveRun(Ingredients ingredients, std::vector<TapeTrack> tracks, Trace trace, const World& from);

    /// Inputs may be told late, as when the window stalls: up to defaults::latest_input_s they are put where they
    /// happened, and what has been played since is played again with them. Those later still count at the running tick.
    void input(TapeEvent event, std::size_t actor = 0);
    /// Runs every tick that ends at or before `time`.
    void advance_to(double time);
    void single_tick() { advance_to(static_cast<double>(world().tick + 1) / rate_hz() + 1e-9); }
    /// Back in time: tape and trace forget what came after. Buttons held at that instant count as let go.
    void rewind(double seconds);
    /// From the next tick on, other dial values.
    void set_tuning(Tuning tuning);

    double time() const { return world().time; }
    const World& world() const { return simulation_.world(); }
    const Trace& trace() const { return trace_; }
    const Ingredients& ingredients() const { return simulation_.scene().ingredients; }
    /// Grows by one whenever the trace was cut rather than continued.
    int generation() const { return generation_; }
    /// The tape recorded so far.
    Tape tape(std::string name) const;

  private:
    void cut_back(const World& world);
    void restore(const World& world);
    World world_at_tick(std::int64_t tick) const;
    void take_late_inputs();
    void run_tick();
    int rate_hz() const { return simulation_.scene().ingredients.rate_hz; }

    std::vector<TapeTrack> tracks_;  ///< with what has been played so far
    Simulation simulation_;
    Trace trace_;
    struct Waiting {
        TapeEvent event;
        std::size_t actor = 0;
    };
    std::vector<Waiting> waiting_;
    int generation_ = 0;
};

}  // namespace leap
