// SPDX-License-Identifier: MIT
#include "core/bodies/effects_in_force.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

/// Whether any of these expressions changes while time passes; `turning`: the character turns meanwhile.
bool vary(const EvaluationContext& context, const Forces& f) {
    bool turns = false;
    bool varies = false;
    const auto look_at = [&](const Expression& e) {
        varies = varies || e.varies;
        turns = turns || e.turns;
    };
    const auto look_at_all = [&](std::initializer_list<const std::optional<Expression>*> all) {
        for (const auto* e : all)
            if (*e) look_at(**e);
    };
    if (f.steer != nullptr) {
        look_at(f.steer->speed);
        look_at_all({&f.steer->gain, &f.steer->brake, &f.steer->along});
    }
    if (f.cap != nullptr) {
        look_at(f.cap->speed);
        look_at_all({&f.cap->fading});
    }
    if (f.limit != nullptr) {
        look_at(f.limit->low);
        look_at(f.limit->high);
    }
    if (f.drive != nullptr) look_at(f.drive->speed);
    if (f.fly != nullptr) {
        look_at(f.fly->point);
        look_at(f.fly->speed);
    }
    if (varies || !turns) return varies;
    constexpr double still_rad = 1e-9;
    const double after = facing_after(context, f.face, defaults::max_curved_substep_s);
    return std::abs(std::remainder(after - context.actor.facing, 2.0 * std::numbers::pi)) > still_rad;
}

/// On the middle of the capsule. Drag is the nearest one said: the move's before the stance's.
void add_to_character(const EvaluationContext& context, const Effects& effects, Forces& out) {
    PushedBody body;
    body.middle = context.feet() + world_up * (0.5 * context.actor.height);
    body.velocity = context.velocity();
    body.mass_kg = std::max(0.001, number(context, context.body().mass));
    const double drag = out.pushed.drag;
    const Vec3 carried = out.pushed.carried;
    // In the middle of a substep its place is known ahead.
    const double seconds = context.ahead > 0.0 ? 2.0 * context.ahead : defaults::max_curved_substep_s;
    add_forces(context, effects, body, seconds, out.pushed, context.ahead);
    if (drag > 0.0) {
        out.pushed.drag = drag;
        out.pushed.carried = carried;
    }
    out.is_pushed = true;
}

}  // namespace

const CapsuleSize* size_in_force(const EvaluationContext& context) {
    const auto size_of = [&](MachineId machine) -> const CapsuleSize* {
        const Phase* phase = machine ? phase_in_force(context, machine) : nullptr;
        return phase != nullptr && phase->effects.capsule ? &*phase->effects.capsule : nullptr;
    };
    for (const MachineId move : context.actor.moves)
        if (const CapsuleSize* size = size_of(move)) return size;
    return size_of(context.actor.stance);
}

double gravity_boost(const EvaluationContext& context) {
    double out = 1.0;
    const auto add = [&](MachineId machine) {
        const Phase* phase = phase_in_force(context, machine);
        if (phase == nullptr || !phase->effects.gravity_boost) return;
        out *= std::max(0.0, number(context, *phase->effects.gravity_boost));
    };
    for (const MachineId move : context.actor.moves) add(move);
    add(context.actor.stance);
    return out;
}

Forces forces_at(const EvaluationContext& context) {
    Forces out;
    const Expression* gravity = nullptr;
    bool boost_varies = false;
    bool gravity_is_boosted = false;
    const auto add = [&](MachineId machine) {
        if (!machine) return;
        const MachineState& running = context.actor.machines[machine];
        if (!running.phase) return;
        const Phase& phase = context.program.machines[machine].phases[running.phase];
        const Effects& effects = phase.effects;
        if (out.steer == nullptr && effects.steer) out.steer = &*effects.steer;
        if (out.cap == nullptr && effects.cap) out.cap = &*effects.cap;
        if (out.limit == nullptr && effects.limit) out.limit = &*effects.limit;
        if (out.fly == nullptr && effects.fly) out.fly = &*effects.fly;
        if (out.cling < 0) out.cling = effects.cling;
        if (out.capsule == nullptr && effects.capsule) out.capsule = &*effects.capsule;
        if (out.face == nullptr && effects.face) out.face = &*effects.face;
        if (effects.boost) {
            out.boost *= std::max(0.0, number(context, *effects.boost));
            boost_varies = boost_varies || effects.boost->varies;
        }
        if (effects.steering_boost) {
            out.steering_boost *= std::max(0.0, number(context, *effects.steering_boost));
            boost_varies = boost_varies || effects.steering_boost->varies;
        }
        if (effects.gravity_boost) {
            gravity_is_boosted = true;
            boost_varies = boost_varies || effects.gravity_boost->varies;
        }
        if (out.rope == nullptr && effects.rope) {
            out.rope = &*effects.rope;
            out.rope_machine = machine;
        }
        if (gravity == nullptr && effects.gravity) gravity = &*effects.gravity;
        if (has_forces(effects)) add_to_character(context, effects, out);
        if (out.drive == nullptr && effects.drive && glm::length(running.drive_direction) > 0.5) {
            out.drive = &*effects.drive;
            out.drive_time = context.now() - running.phase_since;
            out.drive_direction = running.drive_direction;
            if (effects.drive->adding) out.drive_base = running.drive_base;
            if (phase.duration) out.drive_duration = number(context, *phase.duration);
        }
    };
    for (const MachineId move : context.actor.moves) add(move);
    add(context.actor.stance);
    out.pull = gravity != nullptr ? gravity : &context.body().gravity;
    out.gravity = number(context, *out.pull);
    if (gravity_is_boosted) out.gravity *= gravity_boost(context);
    // Forces are balanced against steering substep by substep.
    out.vary = boost_varies || out.is_pushed || vary(context, out);
    return out;
}

double facing_after(const EvaluationContext& context, const Expression* face, double seconds) {
    const Vec3 faced = face != nullptr ? horizontal(vector(context, *face)) : Vec3{0.0};
    if (horizontal_length(faced) > 1e-6) return elementary::atan2(faced.y, faced.x);
    const Vec3 wanted = stick_in_world(context);
    if (horizontal_length(wanted) < 0.1) return context.actor.facing;
    const double target = elementary::atan2(wanted.y, wanted.x);
    double difference = std::remainder(target - context.actor.facing, 2.0 * std::numbers::pi);
    const double most = std::abs(number(context, context.body().turn)) * seconds;
    difference = std::clamp(difference, -most, most);
    return std::remainder(context.actor.facing + difference, 2.0 * std::numbers::pi);
}

}  // namespace leap
