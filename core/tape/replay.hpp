// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <tl/expected.hpp>

#include "core/play/step.hpp"
#include "core/tape/tape.hpp"

namespace leap {

/// One event of a tape with its button looked up.
tl::expected<InputEvent, std::string> resolve_input(const Program& program, const TapeEvent& event);

/// The tape's events with their buttons looked up. Says which button the script lacks.
tl::expected<std::vector<InputEvent>, std::string> resolve_inputs(const Program& program, const Tape& tape);

/// The state a tape starts from: at a place, or before the checkpoint of that name, which burns. Says which place or
/// checkpoint the course lacks.
tl::expected<State, std::string> start_state(const Rehearsal& rehearsal, const std::string& place,
                                             const std::string& lit = {});

/// Whether a state is kept at this tick; see defaults::snapshot_every_s.
bool is_snapshot_tick(std::int64_t tick, int rate_hz);

/// Number of ticks that cover a length.
std::int64_t ticks_for(double seconds, int rate_hz);

/// Those of `inputs` (sorted by time) that fall into the tick after `tick`; `cursor` is moved behind them.
std::span<const InputEvent> inputs_of_tick(std::span<const InputEvent> inputs, std::size_t& cursor, std::int64_t tick,
                                           int rate_hz);

/// Runs from `state` until `end_tick`. `state` ends up at the run's end. `trace` may be null.
void run_ticks(const Rehearsal& rehearsal, std::span<const InputEvent> inputs, std::int64_t end_tick, State& state,
               Trace* trace);

/// A whole tape from its start.
tl::expected<Trace, std::string> replay(const Rehearsal& rehearsal, const Tape& tape);

/// The state at the last tick that begins at or before `time`, from the nearest snapshot of the trace.
State state_at(const Rehearsal& rehearsal, std::span<const InputEvent> inputs, const Trace& trace, double time);

}  // namespace leap
