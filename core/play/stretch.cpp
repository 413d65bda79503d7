// SPDX-License-Identifier: MIT
#include "core/play/stretch.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/play/acts.hpp"
#include "core/play/crossings.hpp"
#include "core/play/fixtures.hpp"
#include "core/play/loose.hpp"
#include "core/play/meters.hpp"
#include "core/play/motion_law.hpp"
#include "core/play/partners.hpp"
#include "core/play/ride.hpp"
#include "core/play/rows.hpp"
#include "core/play/seat.hpp"
#include "core/play/stands.hpp"
#include "core/play/swing.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

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

/// How long a law takes for a way of this length, at least (s).
double time_for(const MotionLaw& law, double way) {
    const double speed = glm::length(law.velocity);
    const double pull = glm::length(law.acceleration);
    if (speed * speed + 2.0 * pull * way < 1e-12) return 1e300;
    return 2.0 * way / (speed + std::sqrt(speed * speed + 2.0 * pull * way));
}

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
    advance_loose(r, {from, state.time}, std::nullopt, state, memo);
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

/// A law of constant acceleration and nothing besides.
bool is_free(const Law& law) {
    return !law.curved && !law.driven && !law.flying && law.clings_at == 0.0 && law.pull == Vec3{0.0};
}

bool went_as_foreseen(const Law& law, const MotionResult& moved, const State& state) {
    if (moved.landed || moved.left_ground || moved.bumped_wall || moved.bumped_ceiling || moved.slid_round)
        return false;
    Vec3 off = law.motion.velocity + law.motion.acceleration * moved.seconds - state.body.velocity;
    if (state.body.grounded) off.z = 0.0;
    constexpr double same_mps = 1e-9;
    return glm::dot(off, off) < same_mps * same_mps;
}

bool all_asleep(const State& state) {
    return std::all_of(state.loose.begin(), state.loose.end(),
                       [](const LooseState& loose) { return loose.body.asleep; });
}

}  // namespace

BodyShape shape_now(const Rehearsal& r, const State& state) {
    BodyShape out = r.shape;
    out.capsule = {state.radius, state.height};
    return out;
}

bool advance(const Rehearsal& r, State& state, double longest, StretchKind kind, ProbeMemo& memo, Trace* trace) {
    if (state.seat >= 0) {
        advance_seated(r, state, longest, kind, memo, trace);
        return false;
    }
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
    if (memo.moves_near || may_meet_partners(r, state, memo)) {
        const double steps = std::floor(state.time / defaults::loose_step_s + 1e-6);
        law.horizon = std::min(law.horizon, std::max(1e-9, (steps + 1.0) * defaults::loose_step_s - state.time));
    }
    constexpr double just_behind_s = 1e-8;
    double seconds =
        std::min(time_to_next_instant(m, law, rates, longest + just_behind_s), time_to_meter_change(m, rates));
    if (!state.fixtures.empty()) seconds = std::min(seconds, time_for(law.motion, defaults::longest_way_per_stretch_m));
    const bool nothing_due = seconds > longest + 0.5 * just_behind_s;
    seconds = std::min(seconds, longest);
    if (!state.taut) take_middle(m, forces, seconds, state, law);
    if (trace != nullptr) write_row(r, state, &memo, law.motion.acceleration, kind.tick_begin, *trace);
    if (law.driven && !law.flying) drive_over(m, forces, seconds, law);
    const bool lifts_off = law.flying && state.body.grounded && law.motion.velocity.z > 1e-3;
    if (lifts_off) {
        leave_ground(state, true);
        state.ground_velocity = Vec3{0.0};  // a flight goes at its own speed
    }
    const double from = state.time;
    const bool met_nothing = nothing_due && !state.taut && !lifts_off && is_free(law) && !memo.moves_near;
    const std::optional<Ride> ride = state.fixtures.empty() ? std::nullopt : ride_of(r, state);
    const auto go = kind.leaning ? lean : move_body;
    MotionResult moved = state.taut ? swing_body(r, m, forces, seconds, state)
                                    : go(m.surroundings(), shape_now(r, state), state.body, law.motion, seconds);
    // Round an edge the way has no closed form: short stretches, whatever the tick rate.
    if (moved.slid_round && !state.taut && moved.seconds > defaults::longest_curved_stretch_s) {
        if (law.driven && !law.flying) drive_over(m, forces, defaults::longest_curved_stretch_s, law);
        moved = go(m.surroundings(), shape_now(r, state), state.body, law.motion, defaults::longest_curved_stretch_s);
    }
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
    const bool as_foreseen = met_nothing && !ride && went_as_foreseen(law, moved, state);
    if (!state.fixtures.empty()) {
        // What is run into at the end was not yet pushed at the steps before.
        const Vec3 wanted = law.motion.velocity + law.motion.acceleration * moved.seconds;
        if (leans_on_something(wanted, state)) {
            constexpr double shortly_s = 1e-7;
            const double before_end = std::max(from, state.time - shortly_s);
            advance_loose(r, {from, before_end}, ride, state, memo);
            push_loose(r, wanted, state, memo);
            advance_loose(r, {before_end, state.time}, ride, state, memo);
        } else {
            advance_loose(r, {from, state.time}, ride, state, memo);
        }
        if (ride) carry(r, *ride, state);
        change_ground(r, ride, state);
        place_solids(r, state, memo);
        note_touches(r, state, memo);
        // What came upon the body pushes it out at once, at every tick rate.
        if (memo.moves_near) state.body = free_body({r.course, memo.moving}, shape_now(r, state), state.body);
    }
    memo.forget();
    return as_foreseen && !memo.moves_near && all_asleep(state);
}

}  // namespace leap
