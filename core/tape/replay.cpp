// SPDX-License-Identifier: MIT
#include "core/tape/replay.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/play/acts.hpp"
#include "core/script/diagnostic.hpp"

namespace leap {
namespace {
constexpr double radians_per_degree = std::numbers::pi / 180.0;
}

tl::expected<InputEvent, std::string> resolve_input(const Program& program, const TapeEvent& event) {
    InputEvent input;
    input.time = event.time_s;
    if (const auto* button = std::get_if<ButtonEvent>(&event.what)) {
        const auto index = program.find_button(button->button);
        if (!index) {
            std::vector<std::string> names;
            for (const ButtonInfo& known : program.buttons) names.push_back(known.name);
            const std::string near = nearest_name(button->button, names);
            return tl::make_unexpected(
                fmt::format("the button \"{}\" is pressed at {:.3f} s, and the script has none of that name{}",
                            button->button, event.time_s, near.empty() ? "" : fmt::format("; did you mean {}?", near)));
        }
        input.button = *index;
        input.down = button->down;
    } else if (const auto* stick = std::get_if<StickEvent>(&event.what)) {
        input.kind = InputEvent::Kind::stick;
        input.value = stick->stick;
    } else if (const auto* look = std::get_if<LookEvent>(&event.what)) {
        input.kind = InputEvent::Kind::look;
        input.value = Vec2{look->yaw_deg, look->pitch_deg} * radians_per_degree;
    }
    return input;
}

tl::expected<std::vector<InputEvent>, std::string> resolve_inputs(const Program& program, const Tape& tape) {
    std::vector<InputEvent> out;
    out.reserve(tape.events.size());
    for (const TapeEvent& event : tape.events) {
        const auto input = resolve_input(program, event);
        if (!input) return tl::make_unexpected(fmt::format("tape {}: {}", tape.name, input.error()));
        out.push_back(*input);
    }
    return out;
}

namespace {

/// Lights a checkpoint as if it had been touched, and puts the body before it.
tl::expected<State, std::string> lit_state(const Rehearsal& r, State state, const std::string& name) {
    const auto& fixtures = r.course.plan.fixtures;
    for (std::size_t i = 0; i < fixtures.size(); ++i) {
        const std::int32_t machine = state.fixtures[i].machine;
        if (fixtures[i].name != name || machine < 0) continue;
        for (const Phase& phase : r.program.machines[static_cast<std::size_t>(machine)].phases)
            for (const Way& way : phase.ways) {
                const bool lights = way.to >= 0 && std::any_of(way.acts.begin(), way.acts.end(), [](const Act& act) {
                                        return act.kind == syntax::ActKind::respawn_here;
                                    });
                if (!lights) continue;
                const RespawnPlace back = respawn_at(r.moment(state), i);
                const std::int32_t burns = way.to;
                state = initial_state(r.program, r.tuning, r.course, back.feet, back.facing_rad);
                state.respawn = back;
                state.machines[r.program.machines.size() + i].phase = burns;
                return state;
            }
    }
    return tl::make_unexpected(fmt::format("the course {} has no checkpoint called \"{}\"", r.course.plan.name, name));
}

}  // namespace

tl::expected<State, std::string> start_state(const Rehearsal& r, const std::string& place, const std::string& lit) {
    const Place* found = find_place(r.course.plan, place);
    if (found == nullptr) {
        std::vector<std::string> names;
        for (const Place& known : r.course.plan.places) names.push_back(known.name);
        const std::string near = nearest_name(place, names);
        return tl::make_unexpected(fmt::format("the course {} has no place called \"{}\"{}", r.course.plan.name, place,
                                               near.empty() ? "" : fmt::format("; did you mean {}?", near)));
    }
    State state = initial_state(r.program, r.tuning, r.course, found->position, found->facing_deg * radians_per_degree);
    return lit.empty() ? state : lit_state(r, std::move(state), lit);
}

bool is_snapshot_tick(std::int64_t tick, int rate_hz) {
    const auto between = std::max<std::int64_t>(1, std::llround(defaults::snapshot_every_s * rate_hz));
    return tick % between == 0;
}

std::int64_t ticks_for(double seconds, int rate_hz) {
    return static_cast<std::int64_t>(std::ceil(std::min(seconds, defaults::longest_tape_s) * rate_hz - 1e-6));
}

std::span<const InputEvent> inputs_of_tick(std::span<const InputEvent> inputs, std::size_t& cursor, std::int64_t tick,
                                           int rate_hz) {
    const double end = static_cast<double>(tick + 1) / rate_hz;
    const std::size_t first = cursor;
    while (cursor < inputs.size() && inputs[cursor].time < end - 1e-12) ++cursor;
    return inputs.subspan(first, cursor - first);
}

void run_ticks(const Rehearsal& r, std::span<const InputEvent> inputs, std::int64_t end_tick, State& state,
               Trace* trace) {
    const double begin = static_cast<double>(state.tick) / r.rate_hz;
    std::size_t cursor = static_cast<std::size_t>(
        std::lower_bound(inputs.begin(), inputs.end(), begin - 1e-12,
                         [](const InputEvent& event, double time) { return event.time < time; }) -
        inputs.begin());
    StepScratch scratch;
    while (state.tick < end_tick) {
        if (trace != nullptr && is_snapshot_tick(state.tick, r.rate_hz)) trace->snapshots.push_back(state);
        const auto now = inputs_of_tick(inputs, cursor, state.tick, r.rate_hz);
        step(r, now, state, scratch, trace);
    }
}

tl::expected<Trace, std::string> replay(const Rehearsal& r, const Tape& tape) {
    const auto inputs = resolve_inputs(r.program, tape);
    if (!inputs) return tl::make_unexpected(inputs.error());
    auto state = start_state(r, tape.start_place, tape.start_lit);
    if (!state) return tl::make_unexpected(state.error());
    Trace trace;
    trace.rate_hz = r.rate_hz;
    const std::int64_t ticks = ticks_for(tape.length_s, r.rate_hz);
    trace.rows.reserve(static_cast<std::size_t>(ticks) * 5 / 4 + 16);
    run_ticks(r, *inputs, ticks, *state, &trace);
    end_trace(r, *state, trace);
    return trace;
}

State state_at(const Rehearsal& r, std::span<const InputEvent> inputs, const Trace& trace, double time) {
    const auto tick = static_cast<std::int64_t>(std::floor(time * r.rate_hz + 1e-6));
    const State* from = trace.snapshots.empty() ? nullptr : &trace.snapshots.front();
    for (const State& snapshot : trace.snapshots)
        if (snapshot.tick <= tick) from = &snapshot;
    if (from == nullptr) return {};
    State state = *from;
    run_ticks(r, inputs, std::min(tick, trace.ticks), state, nullptr);
    return state;
}

}  // namespace leap
