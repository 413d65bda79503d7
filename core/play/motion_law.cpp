// SPDX-License-Identifier: MIT
#include "core/play/motion_law.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/play/probes.hpp"

namespace leap {
namespace {

constexpr double same_speed_mps = 1e-9;
constexpr double vertical_drive = 1e-6;  // a drive with less upward share leaves height to gravity

void offer(double& horizon, double seconds) {
    if (seconds > 1e-12) horizon = std::min(horizon, seconds);
}

/// First time at which |v + a·t| is `wanted`, or a huge one. Both flat.
double time_to_speed(const Vec3& v, const Vec3& a, double wanted) {
    const double aa = glm::dot(a, a);
    const double av = glm::dot(a, v);
    const double vv = glm::dot(v, v) - wanted * wanted;
    if (aa < 1e-18) return 1e300;
    const double root = av * av - aa * vv;
    if (root < 0.0) return 1e300;
    const double square = std::sqrt(root);
    const double first = (-av - square) / aa;
    return first > 1e-12 ? first : (-av + square) / aa;
}

/// Steering goes straight through velocity space towards the wanted velocity w: at `brake` while the speed falls, at
/// `gain` while it rises. Along that straight line the speed is least where it is perpendicular to it, so the one
/// change between the two rates has a closed form and the result does not depend on the tick rate.
void steer(const Moment& m, const Forces& f, State& state, Law& law) {
    Vec3 v = flat(state.body.velocity);
    Vec3 wanted{0.0};
    std::optional<double> gain;
    std::optional<double> brake;
    if (f.steer != nullptr) {
        wanted = steer_target(m, f);
        if (f.steer->gain) gain = std::max(0.0, number(m, *f.steer->gain));
        if (f.steer->brake) brake = std::max(0.0, number(m, *f.steer->brake));
    }
    double cap = 1e300;
    std::optional<double> fading;
    if (f.cap != nullptr) {
        cap = std::max(0.0, number(m, f.cap->speed));
        if (f.cap->fading) fading = std::max(0.0, number(m, *f.cap->fading));
        if (glm::length(wanted) > cap) wanted = direction_or_zero(wanted) * cap;
    }
    const double speed = glm::length(v);
    if (speed > cap && !fading) {
        v *= cap / speed;
        state.body.velocity.x = v.x;
        state.body.velocity.y = v.y;
    }
    const bool above = fading && speed > cap + same_speed_mps;
    if (f.steer == nullptr && !above) return;
    if (f.steer == nullptr) wanted = direction_or_zero(v) * cap;
    const Vec3 difference = wanted - v;
    const double distance = glm::length(difference);
    if (distance < same_speed_mps) {
        state.body.velocity.x = wanted.x;
        state.body.velocity.y = wanted.y;
        return;
    }
    const Vec3 towards = difference / distance;
    const double along = glm::dot(towards, v);  // negative while the speed falls
    const std::optional<double> rate = above ? fading : (along < -same_speed_mps ? brake : gain);
    if (!rate) {
        state.body.velocity.x = wanted.x;
        state.body.velocity.y = wanted.y;
        return;
    }
    if (*rate <= 0.0) return;
    law.motion.acceleration += towards * *rate;
    offer(law.horizon, distance / *rate);
    if (above) {
        offer(law.horizon, time_to_speed(v, towards * *rate, cap));
    } else if (along < -same_speed_mps) {
        offer(law.horizon, -along / *rate);
    }
}

void limit_rising(const Moment& m, const Limit& limit, State& state, Law& law) {
    const double low = number(m, limit.low);
    const double high = std::max(low, number(m, limit.high));
    double& rising = state.body.velocity.z;
    rising = std::clamp(rising, low, high);
    double& pull = law.motion.acceleration.z;
    const double bound = pull < 0.0 ? low : high;
    if (pull == 0.0) return;
    if (std::abs(rising - bound) < same_speed_mps) {
        rising = bound;
        pull = 0.0;
    } else {
        offer(law.horizon, (bound - rising) / pull);
    }
}

double drive_share(const Forces& f, double time) {
    return f.drive_duration > 0.0 ? time / f.drive_duration : time;
}

double drive_speed(const Moment& m, const Forces& f, double time) {
    const double speed = number(m, f.drive->speed);
    if (f.drive->curve < 0) return speed;
    return speed * curve_value(m.program.curves[static_cast<std::size_t>(f.drive->curve)], drive_share(f, time));
}

/// Mean speed between two phase times: the integral of the curve over them, exactly.
double mean_drive_speed(const Moment& m, const Forces& f, double from, double to) {
    const double speed = number(m, f.drive->speed);
    if (f.drive->curve < 0) return speed;
    const CurveInfo& curve = m.program.curves[static_cast<std::size_t>(f.drive->curve)];
    const double a = drive_share(f, from);
    const double b = drive_share(f, to);
    if (b - a < 1e-12) return speed * curve_value(curve, a);
    return speed * (curve_integral(curve, b) - curve_integral(curve, a)) / (b - a);
}

void set_driven(const Forces& f, double speed, Vec3& velocity) {
    const Vec3 driven = f.drive_base + f.drive_direction * speed;
    velocity.x = driven.x;
    velocity.y = driven.y;
    if (std::abs(f.drive_direction.z) > vertical_drive) velocity.z = driven.z;
}

/// Straight to the point, so that it is reached after distance / speed.
void fly(const Moment& m, const Forces& f, State& state, Law& law) {
    law.driven = law.flying = true;
    law.motion.acceleration = Vec3{0.0};
    const double left = flight_left(m, *f.fly);
    const double speed = std::clamp(number(m, f.fly->speed), 0.0, defaults::fastest_body_mps);
    const bool there = left <= defaults::reached_m * 0.5 || speed <= 0.0;
    state.body.velocity = there ? Vec3{0.0} : flight_direction(m, *f.fly) * speed;
    if (!there) law.horizon = std::min(law.horizon, left / speed);
}

/// Along the wall at the speed the body has, drawn to it where a gap has opened; round bends the speed stays.
void cling(const Moment& m, const Forces& f, State& state, Law& law) {
    const ProbeResult wall = ask_probe(m, f.cling);
    if (!wall.hit) return;
    law.curved = true;
    const Vec3 normal = direction_or_zero(flat(wall.normal));
    Vec3 v = flat(state.body.velocity);
    const double speed = glm::length(v);
    v = direction_or_zero(v - normal * glm::dot(v, normal)) * speed;
    const Vec3 towards = direction_or_zero(wall.point - wall.from);
    const double gap = (wall.distance + state.radius) * std::abs(glm::dot(towards, normal)) - state.radius;
    law.clings_at = speed;
    state.wall_normal = normal;
    state.body.velocity.x = v.x;
    state.body.velocity.y = v.y;
    if (gap > defaults::cling_gap_m) {
        // At most what closes the gap within one stretch, so that the pull never runs into the wall.
        const double least = defaults::cling_gap_m * 0.7;
        law.pull = -normal * std::min(defaults::cling_pull_mps, (gap - least) / defaults::longest_curved_stretch_s);
    }
}

}  // namespace

Forces forces_at(const Moment& m) {
    Forces out;
    const Expression* gravity = nullptr;
    const auto add = [&](std::int32_t machine) {
        if (machine < 0) return;
        const MachineState& running = m.state.machines[static_cast<std::size_t>(machine)];
        if (running.phase < 0) return;
        const Phase& phase =
            m.program.machines[static_cast<std::size_t>(machine)].phases[static_cast<std::size_t>(running.phase)];
        const Effects& effects = phase.effects;
        if (out.steer == nullptr && effects.steer) out.steer = &*effects.steer;
        if (out.cap == nullptr && effects.cap) out.cap = &*effects.cap;
        if (out.limit == nullptr && effects.limit) out.limit = &*effects.limit;
        if (out.fly == nullptr && effects.fly) out.fly = &*effects.fly;
        if (out.cling < 0) out.cling = effects.cling;
        if (out.capsule == nullptr && effects.capsule) out.capsule = &*effects.capsule;
        if (out.face == nullptr && effects.face) out.face = &*effects.face;
        if (effects.boost) out.boost *= std::max(0.0, number(m, *effects.boost));
        if (out.rope == nullptr && effects.rope) {
            out.rope = &*effects.rope;
            out.rope_machine = machine;
        }
        if (gravity == nullptr && effects.gravity) gravity = &*effects.gravity;
        if (out.drive == nullptr && effects.drive && glm::length(running.drive_direction) > 0.5) {
            out.drive = &*effects.drive;
            out.drive_time = m.state.time - running.phase_since;
            out.drive_direction = running.drive_direction;
            if (effects.drive->adding) out.drive_base = running.drive_base;
            if (phase.duration) out.drive_duration = number(m, *phase.duration);
        }
    };
    for (const std::int32_t move : m.state.moves) add(move);
    add(m.state.stance);
    out.pull = gravity != nullptr ? gravity : &m.program.body.gravity;
    out.gravity = number(m, *out.pull);
    return out;
}

Vec3 steer_target(const Moment& m, const Forces& f) {
    const Vec3 stick = flat(sense_vector(m, Sense::stick));
    const double speed = std::max(0.0, number(m, f.steer->speed)) * f.boost;
    if (!f.steer->along) return stick * speed;
    const Vec3 line = direction_or_zero(flat(vector(m, *f.steer->along)));
    return line * (glm::dot(stick, line) * speed);
}

void take_mean_gravity(const Moment& m, const Forces& f, double seconds, Law& law) {
    if (f.pull->folded >= 0 || law.motion.acceleration.z == 0.0 || law.flying) return;
    Moment middle = m;
    middle.ahead = seconds * 0.5;
    law.motion.acceleration.z += f.gravity - number(middle, *f.pull);
}

Law motion_law(const Moment& m, const Forces& f, State& state, double longest) {
    Law law;
    if (f.fly != nullptr) {
        fly(m, f, state, law);
        law.motion.velocity = state.body.velocity;
        return law;
    }
    const bool vertical_driven = f.drive != nullptr && std::abs(f.drive_direction.z) > vertical_drive;
    if (!state.body.grounded && !vertical_driven) {
        law.motion.acceleration.z = -f.gravity;
        if (f.limit != nullptr) limit_rising(m, *f.limit, state, law);
    }
    if (f.cling >= 0) {
        cling(m, f, state, law);
        if (law.curved) {
            law.motion.velocity = state.body.velocity + law.pull;
            law.horizon = std::min(law.horizon, defaults::longest_curved_stretch_s);
            return law;
        }
    } else if (f.pull->folded < 0 || f.rope != nullptr) {
        law.curved = true;
        law.horizon = std::min(law.horizon, defaults::longest_curved_stretch_s);
    }
    if (f.drive == nullptr) {
        steer(m, f, state, law);
    } else {
        law.driven = true;
        const double now = drive_speed(m, f, f.drive_time);
        set_driven(f, now, state.body.velocity);
        law.horizon = std::min(law.horizon, longest);
    }
    law.motion.velocity = state.body.velocity;
    return law;
}

void drive_over(const Moment& m, const Forces& f, double seconds, Law& law) {
    set_driven(f, mean_drive_speed(m, f, f.drive_time, f.drive_time + seconds), law.motion.velocity);
}

void finish_drive(const Moment& m, const Forces& f, const Law& law, double seconds, State& state) {
    const double mean = glm::length(flat(law.motion.velocity));
    const double end = drive_speed(m, f, f.drive_time + seconds);
    const double start = flat_length(f.drive_direction) * std::abs(end);
    // Sliding along a wall takes its part from the mean speed; the end speed loses the same share.
    const double ratio = mean > same_speed_mps ? start / mean : 1.0;
    state.body.velocity.x *= ratio;
    state.body.velocity.y *= ratio;
    if (std::abs(f.drive_direction.z) > vertical_drive && std::abs(law.motion.velocity.z) > same_speed_mps)
        state.body.velocity.z *= f.drive_direction.z * end / law.motion.velocity.z;
}

}  // namespace leap
