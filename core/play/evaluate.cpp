// SPDX-License-Identifier: MIT
#include "core/play/evaluate.hpp"

#include <cmath>

#include "core/script/interpreter.hpp"

namespace leap {
namespace {

const MachineState& machine_state(const Moment& m, int index) {
    return m.state.machines[static_cast<std::size_t>(index)];
}
const ButtonState& button_state(const Moment& m, int index) {
    return m.state.buttons[static_cast<std::size_t>(index)];
}
double as_number(bool value) {
    return value ? 1.0 : 0.0;
}

Vec3 facing_direction(double yaw) {
    return {std::cos(yaw), std::sin(yaw), 0.0};
}

/// The stick turned with the view. On a locked plane it runs along the plane instead.
Vec3 stick_in_world(const Moment& m) {
    const Vec2 stick = m.state.stick;
    if (m.program.body.locked_axis == 1) return {stick.x, 0.0, 0.0};
    if (m.program.body.locked_axis == 0) return {0.0, stick.x, 0.0};
    const double c = std::cos(m.state.look_yaw);
    const double s = std::sin(m.state.look_yaw);
    return {c * stick.y + s * stick.x, s * stick.y - c * stick.x, 0.0};
}

struct MomentSenses {
    const Moment& moment;
    double number(Sense sense, int index, int detail) const { return sense_number(moment, sense, index, detail); }
    Vec3 vector(Sense sense) const { return sense_vector(moment, sense); }
    double counter(int index) const { return moment.state.counters[static_cast<std::size_t>(index)].value; }
    double memory(int slot) const { return moment.state.memory[static_cast<std::size_t>(slot)]; }
    bool within(const Instruction& in, double seconds) const {
        return moment.state.time - last_true(moment, in.sense, in.index) <= seconds;
    }
};

}  // namespace

double sense_number(const Moment& m, Sense sense, int index, int detail) {
    const State& s = m.state;
    switch (sense) {
        case Sense::rising: return s.body.velocity.z;
        case Sense::speed: return flat_length(s.body.velocity);
        case Sense::feet: return s.body.position.z;
        case Sense::x: return s.body.position.x;
        case Sense::y: return s.body.position.y;
        case Sense::grounded_time: return s.body.grounded ? s.time - s.contact_since : 0.0;
        case Sense::airborne_time: return s.body.grounded ? 0.0 : s.time - s.contact_since;
        case Sense::phase_time:
            return machine_state(m, index).phase < 0 ? 0.0 : s.time - machine_state(m, index).phase_since;
        case Sense::share: {
            const MachineState& machine = machine_state(m, index);
            if (machine.phase < 0) return 0.0;
            const Phase& phase =
                m.program.machines[static_cast<std::size_t>(index)].phases[static_cast<std::size_t>(machine.phase)];
            if (!phase.duration) return 0.0;
            const double length = leap::number(m, *phase.duration);
            return length > 0.0 ? std::clamp((s.time - machine.phase_since) / length, 0.0, 1.0) : 1.0;
        }
        case Sense::stance_time: return s.time - machine_state(m, s.stance).phase_since;
        case Sense::slope: return s.body.grounded ? std::acos(std::clamp(s.body.ground_normal.z, -1.0, 1.0)) : 0.0;
        case Sense::grounded: return as_number(s.body.grounded);
        case Sense::airborne: return as_number(!s.body.grounded);
        case Sense::landed: return as_number((s.events & event_landed) != 0);
        case Sense::left_ground: return as_number((s.events & event_left_ground) != 0);
        case Sense::bumped_wall: return as_number((s.events & event_bumped_wall) != 0);
        case Sense::bumped_ceiling: return as_number((s.events & event_bumped_ceiling) != 0);
        case Sense::held: return as_number(button_state(m, index).down);
        case Sense::pressed: return as_number(button_state(m, index).fresh_press);
        case Sense::released: return as_number(button_state(m, index).fresh_release);
        case Sense::held_time: return button_state(m, index).down ? s.time - button_state(m, index).pressed_at : 0.0;
        case Sense::heard: return as_number((s.events & (event_custom_first << static_cast<unsigned>(index))) != 0);
        case Sense::active: {
            const std::int32_t phase = machine_state(m, index).phase;
            return as_number(detail < 0 ? phase >= 0 : phase == detail);
        }
        default: return 0.0;
    }
}

Vec3 sense_vector(const Moment& m, Sense sense) {
    const State& s = m.state;
    switch (sense) {
        case Sense::velocity: return s.body.velocity;
        case Sense::stick: return stick_in_world(m);
        case Sense::forward: return facing_direction(s.facing);
        case Sense::right: return {std::sin(s.facing), -std::cos(s.facing), 0.0};
        case Sense::look:
            return {std::cos(s.look_yaw) * std::cos(s.look_pitch), std::sin(s.look_yaw) * std::cos(s.look_pitch),
                    std::sin(s.look_pitch)};
        case Sense::ground_normal: return s.body.ground_normal;
        case Sense::wall_normal: return s.wall_normal;
        default: return world_up;
    }
}

double last_true(const Moment& m, Sense sense, int index) {
    const State& s = m.state;
    switch (sense) {
        case Sense::grounded: return s.body.grounded ? s.time : s.last_grounded;
        case Sense::airborne: return s.body.grounded ? s.last_airborne : s.time;
        case Sense::landed: return s.last_landed;
        case Sense::left_ground: return s.last_left_ground;
        case Sense::held: return button_state(m, index).down ? s.time : button_state(m, index).released_at;
        case Sense::pressed: return button_state(m, index).pressed_at;
        case Sense::released: return button_state(m, index).released_at;
        case Sense::active: return machine_state(m, index).phase >= 0 ? s.time : machine_state(m, index).ended_at;
        default: return never;
    }
}

namespace {

template <class Result, class Read>
Result run(const Moment& m, const Expression& expression, Read read) {
    MomentSenses senses{m};
    Interpreter<MomentSenses> interpreter(m.program, m.tuning, senses);
    interpreter.run(expression);
    return read(interpreter);
}

}  // namespace

double number(const Moment& m, const Expression& expression) {
    if (expression.folded >= 0) return m.tuning.folded[static_cast<std::size_t>(expression.folded)];
    return run<double>(m, expression, [](const auto& done) { return done.number(); });
}

Vec3 vector(const Moment& m, const Expression& expression) {
    if (expression.folded >= 0) {
        const auto slot = static_cast<std::size_t>(expression.folded);
        return {m.tuning.folded[slot], m.tuning.folded[slot + 1], m.tuning.folded[slot + 2]};
    }
    return run<Vec3>(m, expression, [](const auto& done) { return done.vector(); });
}

bool truth(const Moment& m, const Expression& expression) {
    return number(m, expression) != 0.0;
}

}  // namespace leap
