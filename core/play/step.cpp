// SPDX-License-Identifier: MIT
#include "core/play/step.hpp"

#include <algorithm>
#include <cassert>
#include <cmath>

#include "core/defaults.hpp"
#include "core/play/machines.hpp"
#include "core/play/rows.hpp"
#include "core/play/seek.hpp"
#include "core/play/stands.hpp"

namespace leap {
namespace {

void apply_input(const InputEvent& input, State& state, Trace* trace) {
    switch (input.kind) {
        case InputEvent::Kind::stick: {
            const double length = glm::length(input.value);
            state.stick = length > 1.0 ? input.value / length : input.value;
            break;
        }
        case InputEvent::Kind::look:
            state.look_yaw = input.value.x;
            state.look_pitch = input.value.y;
            break;
        case InputEvent::Kind::button: {
            ButtonState& button = state.buttons[static_cast<std::size_t>(input.button)];
            if (button.down == input.down) return;
            button.down = input.down;
            if (input.down) {
                button.pressed_at = state.time;
                button.fresh_press = button.pending = true;
            } else {
                button.released_at = state.time;
                button.fresh_release = true;
            }
            if (trace != nullptr) {
                const EventKind kind = input.down ? EventKind::pressed : EventKind::released;
                trace->events.push_back({state.time, kind, input.button, -1});
            }
            break;
        }
    }
}

/// In debug builds: that rules which aren't asked would have had nothing to do.
void check_calm([[maybe_unused]] const Rehearsal& r, [[maybe_unused]] const State& state,
                [[maybe_unused]] const ProbeMemo& memo) {
#ifndef NDEBUG
    State copy = state;
    ProbeMemo own = memo;
    assert(!run_instant(r, copy, own, nullptr) && "a rule had something to do between two instants");
    assert(copy.stance == state.stance && copy.moves == state.moves && copy.focus == state.focus);
#endif
}

}  // namespace

void step(const Rehearsal& r, std::span<const InputEvent> inputs, State& state, StepScratch& scratch, Trace* trace) {
    if (trace != nullptr && trace->fixtures.size() != state.fixtures.size()) name_fixtures(r, state, *trace);
    const double tick_end = static_cast<double>(state.tick + 1) / r.rate_hz;
    constexpr double rounding_s = 1e-12;
    ProbeMemo& memo = scratch.memo;
    if (state.time != memo.asked_time || !(state.body == memo.asked_at)) {
        memo.forget();
        scratch.now_is_current = scratch.calm = false;
    }
    place_solids(r, state, memo);
    if (state.seat < 0) {
        const Vec3 before = state.body.position;
        state.body = free_body({r.course, memo.moving}, shape_now(r, state), state.body);
        if (state.body.position != before) {
            memo.forget();
            scratch.calm = false;
        }
    }
    std::size_t next = 0;
    bool tick_begin = true;
    bool leaning = false;
    for (int split = 0; state.time < tick_end - rounding_s; ++split) {
        // What probes found at the end of the last stretch still holds, unless the view or the stick moves now.
        bool quiet = state.events == 0 && state.heard.empty();
        while (next < inputs.size() && inputs[next].time <= state.time + rounding_s) {
            apply_input(inputs[next++], state, trace);
            memo.forget();
            quiet = false;
        }
        if (!quiet || !scratch.calm) {
            if (run_instant(r, state, memo, trace)) quiet = false;
        } else {
            check_calm(r, state, memo);
        }
        if (!solids_are_current(state, memo)) place_solids(r, state, memo);
        double until = tick_end;
        if (next < inputs.size()) until = std::min(until, inputs[next].time);
        if (split >= defaults::most_splits_per_tick) {
            // Rules chase each other: the rest of the tick passes without motion, and the score says so.
            if (trace != nullptr) trace->events.push_back({state.time, EventKind::fault, state.body_move(), -1});
            break;
        }
        const double from = state.time;
        const StretchKind kind{tick_begin, split >= defaults::most_fine_splits, leaning, quiet};
        scratch.calm = advance_to_change(r, state, until - from, kind, scratch, trace) && quiet;
        constexpr double hardly_s = 1e-5;
        leaning = state.time - from < hardly_s && (state.events & (event_bumped_wall | event_bumped_ceiling)) != 0;
        if (std::abs(state.time - until) < rounding_s) state.time = until;
        tick_begin = false;
    }
    state.time = tick_end;
    ++state.tick;
    memo.asked_time = state.time;
    memo.asked_at = state.body;
    while (next < inputs.size()) {
        apply_input(inputs[next++], state, trace);
        memo.forget();
        scratch.now_is_current = scratch.calm = false;
    }
}

}  // namespace leap
