// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <span>
#include <tl/expected.hpp>

#include "core/simulation/step.hpp"
#include "core/tape/tape.hpp"
#include "core/tape/trace.hpp"

namespace leap {

/// One event of a tape with its button looked up. `actor`: in World::actors.
tl::expected<InputEvent, std::string> resolve_input(const Program& program, const TapeEvent& event,
                                                    std::size_t actor = 0);

/// The tape's events with their buttons looked up, of all its characters, by time and then by their order. Says which
/// button the script lacks.
tl::expected<std::vector<InputEvent>, std::string> resolve_inputs(const Program& program, const Tape& tape);

/// The world that a tape starts from: each character at its place, or before the checkpoint of that name, which burns
/// for it. Says which body, place or checkpoint is lacking.
tl::expected<World, std::string> start_world(const SceneView& rehearsal, std::span<const TapeTrack> tracks);

/// The fixtures of the course that a run can start before, burning: see TapeTrack::start_lit.
std::vector<std::string> checkpoint_names(const SceneView& rehearsal);

/// Whether a world is kept at this tick; see defaults::snapshot_every_s.
bool is_snapshot_tick(std::int64_t tick, int rate_hz);

/// Number of ticks that cover a length.
std::int64_t ticks_for(double seconds, int rate_hz);

/// Those of `inputs` (sorted by time) that fall into the tick after `tick`; `cursor` is moved behind them.
std::span<const InputEvent> inputs_of_tick(std::span<const InputEvent> inputs, std::size_t& cursor, std::int64_t tick,
                                           int rate_hz);

/// Runs from `world` until `end_tick`. `world` ends up at the run's end. `trace` may be null.
/// `snapshots`: the trace gets some, see defaults::snapshot_every_s.
void run_ticks(const SceneView& rehearsal, std::span<const InputEvent> inputs, std::int64_t end_tick, World& world,
               Trace* trace, bool snapshots = true);

/// A trace with a track for each character, under the names that the tape gives them.
Trace named_trace(const Program& program, std::span<const TapeTrack> tracks, int rate_hz);

/// A whole tape from its start.
tl::expected<Trace, std::string> replay(const SceneView& rehearsal, const Tape& tape);

/// The same into a trace that is there already: its memory is used again. It gets no snapshots, so that instants of it
/// can't be worked out later. `stop`: asked every quarter of a second of the tape; once it says yes the replay is
/// broken off, and the answer is false.
tl::expected<bool, std::string> replay_into(const SceneView& rehearsal, const Tape& tape, Trace& room,
                                            const std::function<bool()>& stop = {});

/// The world at an instant of a run, after the rules of that instant have been answered. For looking at: a run isn't
/// continued from it.
World world_after(const SceneView& rehearsal, std::span<const InputEvent> inputs, const Trace& trace, double time);

/// The world at the last tick that begins at or before `time`, from the nearest snapshot of the trace, or from
/// `before` when that world of the same run is nearer.
World world_at(const SceneView& rehearsal, std::span<const InputEvent> inputs, const Trace& trace, double time,
               const World* before = nullptr);

}  // namespace leap
