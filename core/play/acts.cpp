// SPDX-License-Identifier: MIT
#include "core/play/acts.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/play/fixtures.hpp"
#include "core/play/loose.hpp"
#include "core/play/meters.hpp"
#include "core/play/ride.hpp"

namespace leap {
namespace {

void limit_speed(Vec3& velocity) {
    const double speed = glm::length(velocity);
    if (!is_finite(velocity)) velocity = Vec3{0.0};
    if (speed > defaults::fastest_body_mps) velocity *= defaults::fastest_body_mps / speed;
}

/// The part of the velocity along the direction becomes `speed` (or gains it).
void launch(const Moment& m, const Act& act, State& state, Emitted& emitted) {
    const Vec3 direction = direction_or_zero(vector(m, act.direction));
    const double speed = number(m, act.amount);
    Vec3& velocity = state.body.velocity;
    const double before = act.adding ? 0.0 : glm::dot(velocity, direction);
    velocity += direction * (speed - before);
    limit_speed(velocity);
    if (state.body.grounded && glm::dot(velocity, state.body.ground_normal) > 1e-6) {
        leave_ground(state, true);
        take_ground_along(state);
        emitted.bits |= event_left_ground;
    }
}

void keep(double share, syntax::MotionPart part, Vec3& velocity) {
    switch (part) {
        case syntax::MotionPart::velocity: velocity *= share; break;
        case syntax::MotionPart::rising:
            if (velocity.z > 0.0) velocity.z *= share;
            break;
        default: velocity.x *= share; velocity.y *= share;
    }
    limit_speed(velocity);
}

void stop(syntax::MotionPart part, Vec3& velocity) {
    switch (part) {
        case syntax::MotionPart::velocity: velocity = Vec3{0.0}; break;
        case syntax::MotionPart::falling: velocity.z = std::max(0.0, velocity.z); break;
        case syntax::MotionPart::rising: velocity.z = std::min(0.0, velocity.z); break;
        case syntax::MotionPart::speed: velocity.x = velocity.y = 0.0; break;
    }
}

void count(const Moment& m, const Act& act, double amount, State& state) {
    const CounterInfo& info = m.program.counters[static_cast<std::size_t>(act.index)];
    const auto slot = counter_slot(m, info, act.index);
    if (!slot) return;
    double& value = state.counters[*slot].value;
    const double wanted = act.kind == syntax::ActKind::set_counter ? amount : value + amount;
    value = std::clamp(wanted, info.low, info.high);
}

void remember(const Moment& m, const Act& act, State& state) {
    const MemoryInfo& info = m.program.memories[static_cast<std::size_t>(act.index)];
    const auto slot = memory_slot(m, info.kind, info.slot);
    if (!slot) return;
    if (info.type.kind != ValueKind::vector) {
        state.memory[*slot] = number(m, act.amount);
        return;
    }
    const Vec3 value = vector(m, act.amount);
    for (int i = 0; i < 3; ++i) state.memory[*slot + static_cast<std::size_t>(i)] = value[i];
}

void spend_at(const Moment& m, const Act& act, double amount, State& state) {
    const auto i = static_cast<std::size_t>(act.index);
    spend(m.program.meters[i], amount, state.time, state.meters[i]);
}

/// A target that isn't there any more, or never was, is struck without effect.
void strike(const Moment& m, double target, State& state, Trace* trace) {
    const auto count = static_cast<double>(state.target_struck_at.size());
    if (!(target >= 0.0) || target >= count || !target_there(m, static_cast<std::int32_t>(target))) return;
    state.target_struck_at[static_cast<std::size_t>(target)] = state.time;
    if (trace != nullptr)
        trace->events.push_back({state.time, EventKind::struck, static_cast<std::int32_t>(target), -1});
}

/// The body stands somewhere else all at once, on the ground when there is any under its feet.
void place_body(const Rehearsal& r, const ProbeMemo& memo, const Vec3& feet, const Vec3& velocity, State& state) {
    BodyShape shape = r.shape;
    shape.capsule = {state.radius, state.height};
    const Surroundings around{r.course, memo.moving};
    BodyState placed;
    placed.position = feet;
    placed.velocity = velocity;
    placed = settle_body(around, shape, free_body(around, shape, placed), shape.step_up);
    const bool stood = state.body.grounded;
    if (stood && !placed.grounded) leave_ground(state, true);
    if (!stood && placed.grounded) state.contact_since = state.time;
    state.body = placed;
    state.ground_velocity = Vec3{0.0};
    state.seat = -1;
}

/// Through to the other side: the velocity turns as the exit is turned against the way in.
void teleport(const Rehearsal& r, const Moment& m, bool keeps_velocity, State& state, Trace* trace) {
    const std::size_t i = static_cast<std::size_t>(m.self) - m.program.machines.size();
    const auto note = [&](EventKind kind) {
        if (trace != nullptr) trace->events.push_back({state.time, kind, static_cast<std::int32_t>(i), -1});
    };
    const auto exit = exit_of_link(m, i);
    if (!exit || deepest_overlap(m.surroundings(), {state.radius, state.height}, exit->feet))
        return note(EventKind::refused);
    const double turn = *turn_through(m, i);
    const double c = std::cos(turn);
    const double s = std::sin(turn);
    const Vec3 v = state.body.velocity;
    const Vec3 turned{c * v.x - s * v.y, s * v.x + c * v.y, v.z};
    place_body(r, *m.memo, exit->feet, keeps_velocity ? turned : Vec3{0.0}, state);
    state.facing = std::remainder(state.facing + turn, 2.0 * std::numbers::pi);
    note(EventKind::teleported);
}

/// A thing is taken by whoever has come to it, or thrown by whoever holds it.
void act_of_loose(const Moment& m, std::size_t i, const Act& act, State& state, Trace* trace) {
    const std::int32_t index = state.fixtures[i].loose;
    if (index < 0) return;
    LooseState& loose = state.loose[static_cast<std::size_t>(index)];
    const auto note = [&](EventKind kind, std::int32_t who) {
        if (trace != nullptr) trace->events.push_back({state.time, kind, static_cast<std::int32_t>(i), who});
    };
    if (act.kind == syntax::ActKind::hold) {
        const bool by_hand = (state.contacts[i].events & fixture_grabbed) != 0;
        const std::int32_t who = by_hand ? the_body : m.by;
        if (loose.holder != nobody || who == nobody) return;  // one holder per thing
        loose.holder = who;
        if (!by_hand) loose.hand = -1;
        note(by_hand ? EventKind::grabbed : EventKind::caught, who);
        return;
    }
    const Vec3 way = vector(m, act.direction);
    const double amount = number(m, act.amount);
    Vec3 velocity = act.to_point ? velocity_to(m, i, way, amount) : direction_or_zero(way) * amount;
    if (act.adding) velocity += loose.holder == the_body ? state.body.velocity : loose.body.velocity;
    limit_speed(velocity);
    loose.body.velocity = velocity;
    loose.body.spin = Vec3{0.0};
    loose.body.asleep = false;
    loose.body.still_s = 0.0;
    note(EventKind::thrown, loose.holder);
}

void act_of_fixture(const Rehearsal& r, const Moment& m, const Act& act, State& state, ProbeMemo& memo, Trace* trace) {
    const std::size_t i = static_cast<std::size_t>(m.self) - m.program.machines.size();
    const std::int32_t link = state.fixtures[i].link;
    if (act.kind == syntax::ActKind::teleport) {
        teleport(r, m, act.adding, state, trace);
    } else if (act.kind == syntax::ActKind::respawn_here) {
        state.respawn = respawn_at(m, i);
    } else if (act.kind == syntax::ActKind::hold || act.kind == syntax::ActKind::throw_it) {
        act_of_loose(m, i, act, state, trace);
    } else if (link >= 0) {
        state.contacts[static_cast<std::size_t>(link)].events_ahead |= fixture_told;
        memo.stale = true;
    }
}

}  // namespace

RespawnPlace respawn_at(const Moment& m, std::size_t fixture) {
    const Exit before = exit_of(m, fixture);
    return {before.feet, before.facing_rad, static_cast<std::int32_t>(fixture)};
}

void leave_ground(State& state, bool by_launch) {
    state.body.grounded = false;
    state.body.ground_normal = world_up;
    state.body.ground_piece = -1;
    state.last_grounded = by_launch ? never : state.time;
    state.last_left_ground = state.time;
    state.contact_since = state.time;
}

void run_acts(const Rehearsal& rehearsal, std::span<const Act> acts, State& state, Emitted& emitted, ProbeMemo& memo,
              Trace* trace, std::int32_t self, std::int32_t by) {
    for (const Act& act : acts) {
        Moment m = rehearsal.moment(state, &memo);
        m.self = self;
        m.by = by;
        switch (act.kind) {
            case syntax::ActKind::launch: {
                const bool stood = state.body.grounded;
                launch(m, act, state, emitted);
                if (stood && !state.body.grounded && trace != nullptr)
                    trace->events.push_back({state.time, EventKind::left_ground, -1, -1});
                break;
            }
            case syntax::ActKind::keep: keep(number(m, act.amount), act.part, state.body.velocity); break;
            case syntax::ActKind::stop: stop(act.part, state.body.velocity); break;
            case syntax::ActKind::set_counter:
            case syntax::ActKind::add_counter: count(m, act, number(m, act.amount), state); break;
            case syntax::ActKind::remember:
                remember(m, act, state);
                memo.forget();
                break;
            case syntax::ActKind::spend: spend_at(m, act, number(m, act.amount), state); break;
            case syntax::ActKind::gain: spend_at(m, act, -number(m, act.amount), state); break;
            case syntax::ActKind::tag: {
                double& until = state.tagged_until[static_cast<std::size_t>(act.index)];
                until = std::max(until, state.time + number(m, act.amount));
                break;
            }
            case syntax::ActKind::untag: state.tagged_until[static_cast<std::size_t>(act.index)] = never; break;
            case syntax::ActKind::pose:
                if (trace != nullptr) {
                    const double ms = std::clamp(number(m, act.amount) * 1000.0, 0.0, 60000.0);
                    trace->events.push_back({state.time, EventKind::posed, act.index, static_cast<std::int32_t>(ms)});
                }
                break;
            case syntax::ActKind::strike:
                strike(m, number(m, act.amount), state, trace);
                memo.forget();
                break;
            case syntax::ActKind::hold:
            case syntax::ActKind::throw_it:
            case syntax::ActKind::tell_link:
            case syntax::ActKind::teleport:
            case syntax::ActKind::respawn_here:
                if (self >= 0) act_of_fixture(rehearsal, m, act, state, memo, trace);
                memo.forget();
                break;
            case syntax::ActKind::respawn:
                place_body(rehearsal, memo, state.respawn.feet, Vec3{0.0}, state);
                state.facing = state.respawn.facing_rad;
                emitted.bits |= event_respawned;
                memo.forget();
                if (trace != nullptr) trace->events.push_back({state.time, EventKind::respawned, -1, -1});
                break;
            case syntax::ActKind::emit_event:
                emitted.events.push_back(act.index);
                if (trace != nullptr) trace->events.push_back({state.time, EventKind::emitted, act.index, -1});
                break;
        }
    }
}

}  // namespace leap
