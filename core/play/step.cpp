// SPDX-License-Identifier: MIT
#include "core/play/step.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/play/acts.hpp"
#include "core/play/crossings.hpp"
#include "core/play/fixtures.hpp"
#include "core/play/loose.hpp"
#include "core/play/machines.hpp"
#include "core/play/meters.hpp"
#include "core/play/motion_law.hpp"
#include "core/play/ride.hpp"
#include "core/play/seat.hpp"
#include "core/play/stands.hpp"
#include "core/play/swing.hpp"
#include "core/world/query.hpp"

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

/// A fixture's gauge speaks of the one that is ridden, or of the first of its kind.
double gauge_value(Moment m, const GaugeInfo& gauge) {
    if (gauge.machine >= 0 &&
        m.program.machines[static_cast<std::size_t>(gauge.machine)].kind == MachineKind::fixture) {
        const std::int32_t fixture = fixture_meant(m, gauge.machine);
        if (fixture < 0) return 0.0;
        m.self = static_cast<std::int32_t>(m.program.machines.size()) + fixture;
    }
    return number(m, gauge.value);
}

double counter_value(const Moment& m, std::size_t index) {
    const auto slot = counter_slot(m, m.program.counters[index], static_cast<std::int32_t>(index));
    return slot ? m.state.counters[*slot].value : 0.0;
}

void write_row(const Rehearsal& r, const State& state, ProbeMemo* memo, const Vec3& acceleration, bool tick_begin,
               Trace& trace) {
    TraceRow row;
    row.time = state.time;
    row.position = state.body.position;
    row.velocity = state.body.velocity;
    row.acceleration = acceleration;
    row.facing = state.facing;
    row.stick = state.stick;
    row.look_yaw = state.look_yaw;
    row.look_pitch = state.look_pitch;
    for (std::size_t i = 0; i < state.buttons.size() && i < 32; ++i)
        if (state.buttons[i].down) row.buttons |= 1U << i;
    row.stance = static_cast<std::int16_t>(state.stance);
    const std::int32_t move = state.body_move();
    row.move = static_cast<std::int16_t>(move);
    if (move >= 0) row.move_phase = static_cast<std::int16_t>(state.machines[static_cast<std::size_t>(move)].phase);
    row.grounded = state.body.grounded;
    row.tick_begin = tick_begin;
    for (auto event = trace.events.rbegin(); event != trace.events.rend() && event->time == state.time; ++event)
        row.jumped = row.jumped || event->kind == EventKind::teleported || event->kind == EventKind::respawned ||
                     event->kind == EventKind::seated || event->kind == EventKind::stepped_out;
    trace.rows.push_back(row);
    trace.value_count = r.program.counters.size() + r.program.meters.size() + r.program.gauges.size();
    const Moment m = r.moment(state, memo);
    for (std::size_t i = 0; i < r.program.counters.size(); ++i) trace.values.push_back(counter_value(m, i));
    for (const MeterState& meter : state.meters) trace.values.push_back(meter.value);
    for (const GaugeInfo& gauge : r.program.gauges) trace.values.push_back(gauge_value(m, gauge));
}

/// The capsule that phases want, or the body's own. It grows only where there is room.
void resize(const Rehearsal& r, const Moment& m, const Forces& forces, State& state) {
    Capsule wanted = r.shape.capsule;
    if (forces.capsule != nullptr) {
        if (forces.capsule->radius) wanted.radius = std::clamp(number(m, *forces.capsule->radius), 0.01, 50.0);
        wanted.height = std::clamp(number(m, forces.capsule->height), 2.0 * wanted.radius, 200.0);
    }
    if (wanted.radius == state.radius && wanted.height == state.height) return;
    const bool grows = wanted.radius > state.radius || wanted.height > state.height;
    if (grows && deepest_overlap(m.surroundings(), wanted, state.body.position)) return;
    state.radius = wanted.radius;
    state.height = wanted.height;
}

BodyShape shape_now(const Rehearsal& r, const State& state) {
    BodyShape out = r.shape;
    out.capsule = {state.radius, state.height};
    return out;
}

void take_contacts(const MotionResult& moved, State& state, Trace* trace) {
    const auto note = [&](std::uint32_t bit, EventKind kind) {
        state.events |= bit;
        if (trace != nullptr) trace->events.push_back({state.time, kind, -1, -1});
    };
    if (moved.landed) {
        state.last_airborne = state.last_landed = state.contact_since = state.time;
        note(event_landed, EventKind::landed);
    }
    if (moved.left_ground) {
        leave_ground(state, false);
        note(event_left_ground, EventKind::left_ground);
    }
    if (moved.bumped_wall) {
        state.wall_normal = moved.wall_normal;
        note(event_bumped_wall, EventKind::bumped_wall);
    }
    if (moved.bumped_ceiling) note(event_bumped_ceiling, EventKind::bumped_ceiling);
    if (moved.bumped_wall || moved.bumped_ceiling || moved.landed) {
        state.events |= event_bumped_piece;
        state.bumped_piece = moved.landed ? moved.body.ground_piece : moved.bumped_piece;
    }
}

/// The row was written with the acceleration that was wanted. What a drive did, or what a wall that is leaned on took
/// away, is put in its place; changes at the very end (a landing, a bump) belong to the next row.
void correct_row(const Law& law, const MotionResult& moved, const State& state, TraceRow& row) {
    if (moved.seconds <= 0.0 || moved.landed || moved.bumped_wall || moved.bumped_ceiling) return;
    const Vec3 change = (state.body.velocity - row.velocity) / moved.seconds;
    constexpr double same_mps = 1e-6;
    const Vec3 expected = row.velocity + law.motion.acceleration * moved.seconds;
    if (law.driven) {
        row.acceleration = {change.x, change.y, law.lifted ? change.z : row.acceleration.z};
    } else if (glm::length(expected - state.body.velocity) > same_mps) {
        row.acceleration = change;
    }
}

/// A wall of flat sides is met anew at each of its edges: that is a bend, not an obstacle, unless it is a sharp one.
void keep_cling_speed(const Law& law, const MotionResult& moved, State& state) {
    constexpr double sharpest_bend_cos = 0.5;
    if (glm::dot(moved.wall_normal, state.wall_normal) < sharpest_bend_cos) return;
    const Vec3 along = direction_or_zero(flat(state.body.velocity)) * law.clings_at;
    state.body.velocity.x = along.x;
    state.body.velocity.y = along.y;
}

struct StretchKind {
    bool tick_begin = false;
    /// Changes of the motion law are no longer split at. A body that is pressed along a wall can meet ever more of them
    /// in ever less time.
    bool coarse = false;
    /// The stretch before took hardly any time: a drive stands against a wall, and the rules see the bump.
    bool leaning = false;
};

/// A seat that takes the body into something solid loses it there: it is pushed out, and goes on as what it sat on
/// went.
void lose_seat(const Rehearsal& r, State& state, const ProbeMemo& memo, Trace* trace) {
    const std::int32_t seat = state.seat;
    Surroundings around{r.course, memo.moving};
    around.without = static_cast<std::int32_t>(r.course.plan.pieces.size()) + seat;
    const auto met =
        deepest_overlap(around, {state.radius, state.height}, state.body.position, -defaults::seat_squeeze_m);
    if (!met) return;
    state.seat = -1;
    state.body.grounded = false;
    state.contact_since = state.last_airborne = state.time;
    state.body = free_body({r.course, memo.moving}, shape_now(r, state), state.body);
    state.events |= event_bumped_wall | event_bumped_piece | event_left_ground;
    state.wall_normal = direction_or_zero(flat(met->normal));
    state.bumped_piece = met->piece;
    if (trace == nullptr) return;
    trace->events.push_back({state.time, EventKind::stepped_out, seat, -1});
    trace->events.push_back({state.time, EventKind::bumped_wall, -1, -1});
}

/// Who sits on something goes where it goes.
void advance_seated(const Rehearsal& r, State& state, double longest, StretchKind kind, ProbeMemo& memo, Trace* trace) {
    const Moment m = r.moment(state, &memo);
    const MeterRates rates = meter_rates(m);
    Law law;
    const double steps = std::floor(state.time / defaults::loose_step_s + 1e-6);
    law.horizon = std::min(longest, std::max(1e-9, (steps + 1.0) * defaults::loose_step_s - state.time));
    law.motion = {state.body.velocity, Vec3{0.0}};
    const double seconds = std::min(time_to_next_instant(m, law, rates, longest), time_to_meter_change(m, rates));
    if (trace != nullptr) write_row(r, state, &memo, Vec3{0.0}, kind.tick_begin, *trace);
    advance_meters(m, rates, seconds, state);
    const double from = state.time;
    state.time += seconds;
    advance_loose(r, from, std::nullopt, state, memo);
    keep_seat(r, state);
    place_solids(r, state, memo);
    lose_seat(r, state, memo, trace);
    note_touches(r, state, memo);
    memo.forget();
}

/// A drive or flight that stands against a wall or ceiling goes along it for the whole stretch: what it can't do isn't
/// tried over and over, in ever less time.
MotionResult lean(const Surroundings& around, const BodyShape& shape, const BodyState& body, const MotionLaw& wanted,
                  double seconds) {
    constexpr int most_walls = 4;
    constexpr double no_time_s = 1e-12;
    MotionLaw law = wanted;
    MotionResult moved;
    moved.body = body;
    double gone = 0.0;
    for (int i = 0; i <= most_walls; ++i) {
        if (i == most_walls) law = {};
        const MotionResult before = moved;
        moved = move_body(around, shape, before.body, law, seconds - gone);
        gone += moved.seconds;
        moved.seconds = gone;
        moved.bumped_ceiling = moved.bumped_ceiling || before.bumped_ceiling;
        if (before.bumped_wall && !moved.bumped_wall) {
            moved.bumped_wall = true;
            moved.wall_normal = before.wall_normal;
            moved.bumped_piece = before.bumped_piece;
        }
        if (moved.landed || moved.left_ground || gone >= seconds - no_time_s) break;
        if (moved.bumped_ceiling) {
            law.velocity.z = std::min(0.0, law.velocity.z);
            law.acceleration.z = std::min(0.0, law.acceleration.z);
        }
        const Vec3 side = direction_or_zero(flat(moved.wall_normal));
        law.velocity -= side * std::min(0.0, glm::dot(law.velocity, side));
        law.acceleration -= side * std::min(0.0, glm::dot(law.acceleration, side));
    }
    return moved;
}

/// From this instant to the next.
void advance(const Rehearsal& r, State& state, double longest, StretchKind kind, ProbeMemo& memo, Trace* trace) {
    if (state.seat >= 0) return advance_seated(r, state, longest, kind, memo, trace);
    const Moment m = r.moment(state, &memo);
    const Forces forces = forces_at(m);
    resize(r, m, forces, state);
    const MeterRates rates = meter_rates(m);
    state.taut = rope_holds(m, forces, state);
    Law law;
    if (!state.taut) {
        law = motion_law(m, forces, state, longest);
        if (forces.rope != nullptr && !state.body.grounded)
            law.horizon = time_to_taut(m, forces, law.motion, std::min(longest, law.horizon));
    } else {
        law.horizon = std::min(longest, defaults::longest_curved_stretch_s);
        law.motion = {state.body.velocity, swing_acceleration(m, forces, state)};
    }
    if (kind.coarse) law.horizon = longest;
    // Beside something that moves the body goes on in short stretches, whatever the tick rate: those of loose bodies.
    if (memo.moves_near) {
        const double steps = std::floor(state.time / defaults::loose_step_s + 1e-6);
        law.horizon = std::min(law.horizon, std::max(1e-9, (steps + 1.0) * defaults::loose_step_s - state.time));
    }
    const double seconds = std::min(time_to_next_instant(m, law, rates, longest), time_to_meter_change(m, rates));
    if (!state.taut) take_middle(m, forces, seconds, state, law);
    if (trace != nullptr) write_row(r, state, &memo, law.motion.acceleration, kind.tick_begin, *trace);
    if (law.driven && !law.flying) drive_over(m, forces, seconds, law);
    const bool lifts_off = law.flying && state.body.grounded && law.motion.velocity.z > 1e-3;
    if (lifts_off) {
        leave_ground(state, true);
        state.ground_velocity = Vec3{0.0};  // a flight goes at its own speed
    }
    const double from = state.time;
    const std::optional<Ride> ride = state.fixtures.empty() ? std::nullopt : ride_of(r, state);
    const auto go = kind.leaning ? lean : move_body;
    const MotionResult moved = state.taut ? swing_body(r, m, forces, seconds, state)
                                          : go(m.surroundings(), shape_now(r, state), state.body, law.motion, seconds);
    if (lifts_off) {
        state.events |= event_left_ground;
        if (trace != nullptr) trace->events.push_back({state.time, EventKind::left_ground, -1, -1});
    }
    if (!state.taut) reel_slack(m, forces, moved.seconds, state);
    state.facing = facing_after(m, forces.face, moved.seconds);
    advance_meters(m, rates, moved.seconds, state);
    state.body = moved.body;
    state.time += moved.seconds;
    if (law.driven && !law.flying) finish_drive(m, forces, law, moved.seconds, state);
    if (!moved.bumped_wall) {
        state.body.velocity -= law.pull;
    } else if (law.clings_at > 0.0) {
        keep_cling_speed(law, moved, state);
    }
    if (trace != nullptr) correct_row(law, moved, state, trace->rows.back());
    take_contacts(moved, state, trace);
    if (!state.fixtures.empty()) {
        push_loose(r, law.motion.velocity + law.motion.acceleration * moved.seconds, state, memo);
        advance_loose(r, from, ride, state, memo);
        if (ride) carry(r, *ride, state);
        change_ground(r, ride, state);
        place_solids(r, state, memo);
        note_touches(r, state, memo);
        // What came upon the body pushes it out at once, at every tick rate.
        if (memo.moves_near) state.body = free_body({r.course, memo.moving}, shape_now(r, state), state.body);
    }
    memo.forget();
}

/// Whether any move of a set (a bit each, by their order) that waits for a condition is asked for now.
using MoveSet = std::uint64_t;
constexpr std::size_t most_sought = 64;

MoveSet asked_for(const Rehearsal& r, const State& state, MoveSet among, ProbeMemo& memo) {
    MoveSet out = 0;
    const Moment m = r.moment(state, &memo);
    for (std::size_t k = 0; k < std::min(r.program.moves.size(), most_sought); ++k) {
        const std::int32_t move = r.program.moves[k];
        const auto i = static_cast<std::size_t>(move);
        if ((among >> k & 1U) == 0 || !r.program.machines[i].start_when) continue;
        if (state.machines[i].phase >= 0 || r.tuning.is_off(move)) continue;
        if (truth(m, r.program.machines[i].start_when->condition.truth)) out |= MoveSet{1} << k;
    }
    return out;
}

/// As advance(), but ends at the instant at which a probe finds what starts a move: a lip is caught where it comes into
/// reach, not at the next tick. Only in the air, where such moves are at home.
void advance_to_finds(const Rehearsal& r, State& state, double longest, StretchKind kind, StepScratch& scratch,
                      Trace* trace) {
    ProbeMemo& memo = scratch.memo;
    if (!r.program.starts_by_probe || state.body.grounded) return advance(r, state, longest, kind, memo, trace);
    const MoveSet waiting = ~asked_for(r, state, ~MoveSet{0}, memo);
    MotionState& before = scratch.before;
    before = state;
    const std::size_t rows = trace != nullptr ? trace->rows.size() : 0;
    const std::size_t values = trace != nullptr ? trace->values.size() : 0;
    const std::size_t events = trace != nullptr ? trace->events.size() : 0;
    advance(r, state, longest, kind, memo, trace);
    // A bump at the stretch's very begin takes no time: there is no instant to seek.
    if (state.time == before.time || asked_for(r, state, waiting, memo) == 0) return;
    double without = 0.0;
    double with = state.time - before.time;
    for (int i = 0; i < defaults::probe_start_halvings; ++i) {
        const double middle = 0.5 * (without + with);
        State attempt = state;
        static_cast<MotionState&>(attempt) = before;
        memo.forget();
        place_solids(r, attempt, memo);
        advance(r, attempt, middle, kind, memo, nullptr);
        (asked_for(r, attempt, waiting, memo) != 0 ? with : without) = middle;
        memo.forget();
    }
    static_cast<MotionState&>(state) = before;
    if (trace != nullptr) {
        trace->rows.resize(rows);
        trace->values.resize(values);
        trace->events.resize(events);
    }
    place_solids(r, state, memo);
    advance(r, state, with, kind, memo, trace);
}

/// Each fixture of the course in the first phase of its kind. Kinds that are left out of the run are not there.
void place_fixtures(const Program& program, const Tuning& tuning, const CoursePlan& plan, State& state) {
    state.fixtures.resize(plan.fixtures.size());
    state.contacts.resize(plan.fixtures.size());
    for (std::size_t i = 0; i < plan.fixtures.size(); ++i) {
        const auto kind = program.find_machine(plan.fixtures[i].kind);
        if (!kind || program.machines[static_cast<std::size_t>(*kind)].kind != MachineKind::fixture) continue;
        if (tuning.is_off(*kind)) continue;
        state.fixtures[i].machine = *kind;
        state.fixtures[i].first_counter = static_cast<std::int32_t>(state.counters.size());
        state.fixtures[i].first_memory = static_cast<std::int32_t>(state.memory.size());
        const Machine& machine = program.machines[static_cast<std::size_t>(*kind)];
        for (const std::int32_t counter : machine.counters)
            state.counters.push_back({program.counters[static_cast<std::size_t>(counter)].start, never});
        state.memory.resize(state.memory.size() + static_cast<std::size_t>(machine.memory_slots));
        state.machines[program.machines.size() + i].phase = 0;
        state.machines[program.machines.size() + i].phase_since = 0.0;
        for (std::size_t other = 0; other < plan.fixtures.size(); ++other)
            if (!plan.fixtures[i].link.empty() && plan.fixtures[other].name == plan.fixtures[i].link)
                state.fixtures[i].link = static_cast<std::int32_t>(other);
    }
}

/// The fixtures that the trace speaks of, and the phases that they begin in.
void name_fixtures(const Rehearsal& r, const State& state, Trace& trace) {
    for (std::size_t i = 0; i < state.fixtures.size(); ++i) {
        const std::int32_t machine = state.fixtures[i].machine;
        trace.fixtures.push_back({r.course.plan.fixtures[i].name, machine});
        const MachineState& own = state.machines[r.program.machines.size() + i];
        if (machine >= 0)
            trace.spans.push_back({machine, own.phase, static_cast<std::int32_t>(i), own.phase_since, -1.0, false});
    }
}

}  // namespace

BodyShape body_shape(const Program& program, const Tuning& tuning) {
    const State none;
    const Moment m{program, tuning, none};
    BodyShape out;
    out.capsule.radius = std::clamp(number(m, program.body.radius), 0.01, 50.0);
    out.capsule.height = std::clamp(number(m, program.body.height), 2.0 * out.capsule.radius, 200.0);
    out.step_up = std::clamp(number(m, program.body.step_up), 0.0, out.capsule.height);
    out.walkable_cos = std::cos(std::clamp(number(m, program.body.walkable), 0.0, 1.55));
    out.locked_axis = program.body.locked_axis;
    if (program.body.locked_at.folded >= 0) out.locked_at = number(m, program.body.locked_at);
    return out;
}

State initial_state(const Program& program, const Tuning& tuning, const Course& course, const Vec3& position,
                    double facing_rad) {
    State state;
    state.buttons.resize(program.buttons.size());
    state.machines.resize(program.machines.size() + course.plan.fixtures.size());
    state.rope_left.resize(program.machines.size());
    state.counters.resize(program.counters.size());
    state.memory.resize(static_cast<std::size_t>(program.memory_slots));
    for (std::size_t i = 0; i < program.counters.size(); ++i) state.counters[i].value = program.counters[i].start;
    place_fixtures(program, tuning, course.plan, state);
    state.meters.resize(program.meters.size());
    state.moves.assign(program.layers.size(), -1);
    state.tagged_until.assign(program.tags.size(), never);
    state.target_struck_at.assign(course.plan.targets.size(), never);
    state.body.position = position;
    state.facing = state.look_yaw = facing_rad;
    state.respawn = {position, facing_rad};
    start_loose({program, tuning, course, {}}, state);
    const Moment m{program, tuning, state};
    for (std::size_t i = 0; i < program.machines.size(); ++i)
        if (program.machines[i].charges) state.machines[i].charges = number(m, program.machines[i].charges->count);
    for (std::size_t i = 0; i < program.meters.size(); ++i)
        state.meters[i].value =
            std::clamp(number(m, program.meters[i].first), program.meters[i].low, program.meters[i].high);
    const BodyShape shape = body_shape(program, tuning);
    state.height = shape.capsule.height;
    state.radius = shape.capsule.radius;
    if (shape.locked_axis >= 0) state.body.position[shape.locked_axis] = shape.locked_at;
    state.body = settle_body(course, shape, free_body(course, shape, state.body), shape.step_up);
    if (state.body.grounded) state.last_grounded = 0.0;
    return state;
}

void step(const Rehearsal& r, std::span<const InputEvent> inputs, State& state, StepScratch& scratch, Trace* trace) {
    if (trace != nullptr && trace->fixtures.size() != state.fixtures.size()) name_fixtures(r, state, *trace);
    const double tick_end = static_cast<double>(state.tick + 1) / r.rate_hz;
    constexpr double rounding_s = 1e-12;
    ProbeMemo& memo = scratch.memo;
    memo.forget();
    place_solids(r, state, memo);
    if (state.seat < 0) state.body = free_body({r.course, memo.moving}, shape_now(r, state), state.body);
    std::size_t next = 0;
    bool tick_begin = true;
    bool leaning = false;
    for (int split = 0; state.time < tick_end - rounding_s; ++split) {
        // What probes found at the end of the last stretch still holds, unless the view or the stick moves now.
        while (next < inputs.size() && inputs[next].time <= state.time + rounding_s) {
            apply_input(inputs[next++], state, trace);
            memo.forget();
        }
        run_instant(r, state, memo, trace);
        if (memo.stale) place_solids(r, state, memo);
        double until = tick_end;
        if (next < inputs.size()) until = std::min(until, inputs[next].time);
        if (split >= defaults::most_splits_per_tick) {
            // Rules chase each other: the rest of the tick passes without motion, and the score says so.
            if (trace != nullptr) trace->events.push_back({state.time, EventKind::fault, state.body_move(), -1});
            break;
        }
        const double from = state.time;
        advance_to_finds(r, state, until - from, {tick_begin, split >= defaults::most_fine_splits, leaning}, scratch,
                         trace);
        constexpr double hardly_s = 1e-5;
        leaning = state.time - from < hardly_s && (state.events & (event_bumped_wall | event_bumped_ceiling)) != 0;
        if (std::abs(state.time - until) < rounding_s) state.time = until;
        tick_begin = false;
    }
    state.time = tick_end;
    ++state.tick;
    while (next < inputs.size()) apply_input(inputs[next++], state, trace);
}

void end_trace(const Rehearsal& r, const State& state, Trace& trace) {
    write_row(r, state, nullptr, Vec3{0.0}, true, trace);
    for (PhaseSpan& span : trace.spans)
        if (span.to < 0.0) span.to = state.time;
    trace.ticks = state.tick;
}

}  // namespace leap
