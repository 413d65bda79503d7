// SPDX-License-Identifier: MIT
#pragma once

#include <span>

#include "core/bodies/scratch.hpp"
#include "core/record/record.hpp"
#include "core/senses/scene_view.hpp"
#include "core/state/input.hpp"

namespace leap {

/// Advances the world by one tick. `inputs` are those with a time in [tick's begin, tick's end), by time, of all
/// characters. What happens is written to `record` when one is given. Pure: no clock, no files, no globals.
///
/// Order at every instant (the begin of a tick, and every split inside it), each step for the characters in their
/// order:
///   1. inputs;  2. `on` blocks of what was in force when the event happened, `at` blocks that are due;
///   3. counters that fall back, charges that refill;  4. ways and ends of the active move;
///   5. starts of moves, by the order of the text;  6. the stance; then ways of fixtures;
///   7. effects in force give the motion law;  8. record row;  9. body motion up to the next instant;  10. its events.
/// Steps 3 to 6 repeat until nothing changes; emitted events open another round from step 2. Splits: input edges,
/// timers, crossings that a condition waits for, changes of the motion law (a speed reached, a limit met), landing,
/// leaving the ground, bumps.
///
/// Several characters: each goes on by its own splits while it keeps to itself. An instant is one for all where a
/// character is near another or near a fixture, emits an event, strikes a target or is put back.
void step(const SceneView& scene, std::span<const InputEvent> inputs, World& world, StepScratch& scratch,
          Record* record);

/// Part of a tick: up to `until` (s since the start, not before the world's time nor after the tick's end), where the
/// rules of that instant are answered too. For looking at what an instant brings: such a world is stepped no further.
void step_within(const SceneView& scene, std::span<const InputEvent> inputs, double until, World& world,
                 StepScratch& scratch);

/// Writes the last row of every track and closes the spans that are still open.
void end_record(const SceneView& scene, const World& world, Record& record);

}  // namespace leap
