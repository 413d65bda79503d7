// SPDX-License-Identifier: MIT
#include "core/bodies/motion_law.hpp"
#include "core/bodies/ride.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/senses/probes.hpp"
#include "core/units/elementary.hpp"

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

/// Steering while forces act: over the substep it does what it can, at most `rate`, to bring the velocity to the wanted
/// one in spite of them. What it can't hold carries the body off. `steers`: there is anything that steers.
void steer_against(const Forces& f, const Vec3& v, const Vec3& wanted, const std::optional<double>& rate, bool steers,
                   Law& law) {
    const double seconds = law.taken_for > 0.0 ? law.taken_for : defaults::max_curved_substep_s;
    const Vec3 forced = horizontal(acceleration_with_drag(f.pushed, Vec3{0.0}, v, seconds));
    Vec3 own{0.0};
    if (steers) {
        own = (wanted - v) / seconds - forced;
        const double size = glm::length(own);
        if (rate && size > *rate) own *= *rate / size;
    }
    law.motion.acceleration += forced + own;
}

/// Steering goes straight through velocity space towards the wanted velocity w: at `brake` while the speed falls, at
/// `gain` while it rises. Along that straight line the speed is least where it is perpendicular to it, so the one
/// change between the two rates has a closed form and the result does not depend on the tick rate.
void steer(const EvaluationContext& context, const Forces& f, Actor& actor, Law& law) {
    Vec3 v = horizontal(actor.body.velocity);
    Vec3 wanted{0.0};
    std::optional<double> gain;
    std::optional<double> brake;
    if (f.steer != nullptr) {
        wanted = steer_target(context, f);
        if (f.steer->gain) gain = std::max(0.0, number(context, *f.steer->gain));
        if (f.steer->brake) brake = std::max(0.0, number(context, *f.steer->brake));
        const double grip = context.course == nullptr ? 1.0 : ground_feel(*context.course, actor).grip;
        if (gain) *gain *= grip * f.steering_boost;
        if (brake) *brake *= grip * f.steering_boost;
    }
    double cap = 1e300;
    std::optional<double> fading;
    if (f.cap != nullptr) {
        cap = std::max(0.0, number(context, f.cap->speed));
        if (f.cap->fading) fading = std::max(0.0, number(context, *f.cap->fading));
        if (glm::length(wanted) > cap) wanted = direction_or_zero(wanted) * cap;
    }
    const double speed = glm::length(v);
    if (speed > cap && !fading) {
        v *= cap / speed;
        actor.body.velocity.x = v.x;
        actor.body.velocity.y = v.y;
    }
    const bool above = fading && speed > cap + same_speed_mps;
    if (f.is_pushed)
        return steer_against(f, v, wanted, above ? fading : (glm::dot(wanted - v, v) < 0.0 ? brake : gain),
                             f.steer != nullptr || above, law);
    if (f.steer == nullptr && !above) return;
    if (f.steer == nullptr) wanted = direction_or_zero(v) * cap;
    const Vec3 difference = wanted - v;
    const double distance = glm::length(difference);
    if (distance < same_speed_mps) {
        actor.body.velocity.x = wanted.x;
        actor.body.velocity.y = wanted.y;
        return;
    }
    const Vec3 towards = difference / distance;
    const double along = glm::dot(towards, v);  // negative while the speed falls
    const std::optional<double> rate = above ? fading : (along < -same_speed_mps ? brake : gain);
    if (!rate) {
        actor.body.velocity.x = wanted.x;
        actor.body.velocity.y = wanted.y;
        return;
    }
    if (*rate <= 0.0) return;
    if (law.taken_for > 0.0) {
        // The substep is fixed: what would pass the wanted velocity arrives there at its end.
        law.motion.acceleration += towards * std::min(*rate, distance / law.taken_for);
        return;
    }
    law.motion.acceleration += towards * *rate;
    offer(law.horizon, distance / *rate);
    if (above) {
        offer(law.horizon, time_to_speed(v, towards * *rate, cap));
    } else if (along < -same_speed_mps) {
        offer(law.horizon, -along / *rate);
    }
}

void limit_rising(const EvaluationContext& context, const Limit& limit, Actor& actor, Law& law) {
    const double low = number(context, limit.low);
    const double high = std::max(low, number(context, limit.high));
    double& rising = actor.body.velocity.z;
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

double drive_speed(const EvaluationContext& context, const Forces& f, double time) {
    const double speed = number(context, f.drive->speed);
    if (f.drive->curve < 0) return speed;
    return speed * curve_value(context.program.curves[static_cast<std::size_t>(f.drive->curve)], drive_share(f, time));
}

/// Mean speed between two phase times: the integral of the curve over them, exactly.
double mean_drive_speed(const EvaluationContext& context, const Forces& f, double from, double to) {
    const double speed = number(context, f.drive->speed);
    if (f.drive->curve < 0) return speed;
    const CurveInfo& curve = context.program.curves[static_cast<std::size_t>(f.drive->curve)];
    const double a = drive_share(f, from);
    const double b = drive_share(f, to);
    if (b - a < 1e-12) return speed * curve_value(curve, a);
    return speed * (curve_integral(curve, b) - curve_integral(curve, a)) / (b - a);
}

/// Seconds to the next bend of the curve, so that rows lie on the exact course; a huge number when none is left.
double time_to_bend(const EvaluationContext& context, const Forces& f) {
    if (f.drive->curve < 0) return 1e300;
    const double length = f.drive_duration > 0.0 ? f.drive_duration : 1.0;
    for (const syntax::CurvePoint& point : context.program.curves[static_cast<std::size_t>(f.drive->curve)].points) {
        constexpr double there_s = 1e-9;
        const double left = point.x * length - f.drive_time;
        if (left > there_s) return left;
    }
    return 1e300;
}

void set_driven(const Forces& f, double speed, Vec3& velocity) {
    const Vec3 driven = f.drive_base + f.drive_direction * speed;
    velocity.x = driven.x;
    velocity.y = driven.y;
    if (std::abs(f.drive_direction.z) > vertical_drive) velocity.z = driven.z;
}

/// Straight to the point, so that it is reached after distance / speed.
void fly(const EvaluationContext& context, const Forces& f, Actor& actor, Law& law) {
    law.driven = law.flying = true;
    law.motion.acceleration = Vec3{0.0};
    const double left = flight_left(context, *f.fly);
    const double speed = std::clamp(number(context, f.fly->speed), 0.0, defaults::fastest_body_mps);
    const bool there = left <= defaults::reached_m * 0.5 || speed <= 0.0;
    actor.body.velocity = there ? Vec3{0.0} : flight_direction(context, *f.fly) * speed;
    if (!there) law.horizon = std::min(law.horizon, left / speed);
}

/// Along the wall at the speed the body has, drawn to it where a gap has opened; round bends the speed stays.
void cling(const EvaluationContext& context, const Forces& f, Actor& actor, Law& law) {
    const ProbeResult wall = ask_probe(context, f.cling);
    if (!wall.hit) return;
    law.curved = true;
    const Vec3 normal = direction_or_zero(horizontal(wall.normal));
    Vec3 v = horizontal(actor.body.velocity);
    const double speed = glm::length(v);
    v = direction_or_zero(v - normal * glm::dot(v, normal)) * speed;
    const Vec3 towards = direction_or_zero(wall.point - wall.from);
    const double gap = (wall.distance + actor.radius) * std::abs(glm::dot(towards, normal)) - actor.radius;
    law.clings_at = speed;
    actor.wall_normal = normal;
    actor.body.velocity.x = v.x;
    actor.body.velocity.y = v.y;
    if (gap > defaults::cling_gap_m) {
        // At most what closes the gap within one substep, so that the pull never runs into the wall.
        const double least = defaults::cling_gap_m * 0.7;
        law.pull = -normal * std::min(defaults::cling_pull_mps, (gap - least) / defaults::max_curved_substep_s);
    }
}

}  // namespace

Vec3 steer_target(const EvaluationContext& context, const Forces& f) {
    const Vec3 stick = horizontal(stick_in_world(context));
    const double speed = std::max(0.0, number(context, f.steer->speed)) * f.boost;
    if (!f.steer->along) return stick * speed;
    const Vec3 line = direction_or_zero(horizontal(vector(context, *f.steer->along)));
    return line * (glm::dot(stick, line) * speed);
}

MotionAhead motion_ahead(const EvaluationContext& context, const Forces& f, const Law& law, double seconds) {
    MotionAhead out;
    out.moved = law.motion.velocity * seconds;
    out.gained = law.motion.acceleration * seconds;
    out.turned_rad =
        std::remainder(facing_after(context, f.face, seconds) - context.actor.facing, 2.0 * std::numbers::pi);
    return out;
}

namespace {

/// Gravity in the middle of a substep. Where it changes with the speed (a drag), J = d(acceleration)/d(speed), the mean
/// speed is part of the equation: a = a0 / (1 - J h/2), the linearly implicit midpoint rule, stable however stiff.
void take_middle_gravity(EvaluationContext middle, const Forces& f, double seconds, const Law& law,
                         double& acceleration) {
    MotionAhead drift = *middle.motion;
    drift.gained = Vec3{0.0};
    const MotionAhead full = *middle.motion;
    middle.motion = &drift;
    const double at_first_speed = number(middle, *f.pull) * gravity_boost(middle);
    middle.motion = &full;
    double pull = number(middle, *f.pull) * gravity_boost(middle);
    const double gained = law.motion.acceleration.z * seconds * 0.5;
    if (std::abs(gained) > 1e-9 && pull != at_first_speed) {
        const double slope = (at_first_speed - pull) / gained;
        pull = slope < 0.0 ? at_first_speed / (1.0 - slope * seconds * 0.5) : pull;
    }
    acceleration += f.gravity - pull;
}

}  // namespace

void take_middle(const EvaluationContext& context, const Forces& f, double seconds, Actor& actor, Law& law) {
    const bool pulled = f.pull->folded < 0 && law.motion.acceleration.z != 0.0 && !law.flying;
    const bool others = f.vary && f.cling < 0 && f.rope == nullptr && seconds > 0.0;
    if (!pulled && !others) return;
    EvaluationContext middle = context;
    const MotionAhead ahead = motion_ahead(context, f, law, seconds * 0.5);
    middle.ahead = seconds * 0.5;
    middle.motion = &ahead;
    double pull = law.motion.acceleration.z;
    if (pulled) take_middle_gravity(middle, f, seconds, law, pull);
    if (others) law = motion_law(middle, forces_at(middle), actor, seconds, true);
    if (pulled && !f.is_pushed && law.motion.acceleration.z != 0.0) law.motion.acceleration.z = pull;
}

namespace {

/// The upward part of what forces do, drag against gravity included.
double pushed_up_by(const Forces& f, double rising, const Law& law) {
    if (!f.is_pushed) return 0.0;
    const double seconds = law.taken_for > 0.0 ? law.taken_for : defaults::max_curved_substep_s;
    const Vec3 gravity{0.0, 0.0, -f.gravity};
    return acceleration_with_drag(f.pushed, gravity, {0.0, 0.0, rising}, seconds).z + f.gravity;
}

}  // namespace

Law motion_law(const EvaluationContext& context, const Forces& f, Actor& actor, double longest, bool taken_for_all) {
    Law law;
    if (taken_for_all) law.taken_for = longest;
    if (f.fly != nullptr) {
        fly(context, f, actor, law);
        law.motion.velocity = actor.body.velocity;
        return law;
    }
    const bool vertical_driven = f.drive != nullptr && std::abs(f.drive_direction.z) > vertical_drive;
    // Gravity that points up lifts what stands, too, and so does a push that is stronger than gravity.
    const double pushed_up = f.is_pushed ? f.pushed.all().z : 0.0;
    if ((!actor.body.grounded || f.gravity - pushed_up < 0.0) && !vertical_driven) {
        law.motion.acceleration.z = pushed_up_by(f, actor.body.velocity.z, law) - f.gravity;
        if (f.limit != nullptr) limit_rising(context, *f.limit, actor, law);
    }
    if (f.cling >= 0) {
        cling(context, f, actor, law);
        if (law.curved) {
            law.motion.velocity = actor.body.velocity + law.pull;
            law.horizon = std::min(law.horizon, defaults::max_curved_substep_s);
            return law;
        }
    } else if (f.pull->folded < 0 || f.rope != nullptr || f.vary) {
        law.curved = true;
        law.horizon = std::min(law.horizon, defaults::max_curved_substep_s);
    }
    if (f.drive == nullptr) {
        steer(context, f, actor, law);
    } else {
        law.driven = true;
        law.lifted = vertical_driven;
        const double now = drive_speed(context, f, f.drive_time);
        set_driven(f, now, actor.body.velocity);
        offer(law.horizon, time_to_bend(context, f));
        law.horizon = std::min(law.horizon, longest);
    }
    law.motion.velocity = actor.body.velocity;
    return law;
}

void drive_over(const EvaluationContext& context, const Forces& f, double seconds, Law& law) {
    EvaluationContext middle = context;
    MotionAhead ahead;
    if (f.drive->speed.varies) {
        ahead = motion_ahead(context, f, law, seconds * 0.5);
        middle.ahead = seconds * 0.5;
        middle.motion = &ahead;
    }
    law.driven_mps = mean_drive_speed(middle, f, f.drive_time, f.drive_time + seconds);
    set_driven(f, law.driven_mps, law.motion.velocity);
}

void finish_drive(const EvaluationContext& context, const Forces& f, const Law& law, double seconds, Actor& actor) {
    const double end = drive_speed(context, f, f.drive_time + seconds);
    const bool vertical = std::abs(f.drive_direction.z) > vertical_drive;
    if (f.drive->adding) {
        // What it was to go at in the mean became what it goes at now: what an obstacle took from the one it takes from
        // the other, along the same way.
        Vec3 wanted = law.motion.velocity;
        Vec3 reached = actor.body.velocity;
        set_driven(f, end, wanted);
        Vec3 lost = law.motion.velocity - actor.body.velocity;
        if (!vertical) lost.z = 0.0;
        if (glm::length(lost) > same_speed_mps) {
            const Vec3 into = direction_or_zero(lost);
            wanted -= into * std::max(0.0, glm::dot(wanted, into));
        }
        reached.x = wanted.x;
        reached.y = wanted.y;
        if (vertical) reached.z = wanted.z;
        actor.body.velocity = reached;
        return;
    }
    const double mean = glm::length(horizontal(law.motion.velocity));
    const double start = horizontal_length(f.drive_direction) * std::abs(end);
    // Sliding along a wall takes its part from the mean speed; the end speed loses the same share. A drive whose curve
    // passes through zero turns round.
    const double ratio = mean > same_speed_mps ? start / mean : 1.0;
    const double sense = end * law.driven_mps < 0.0 ? -1.0 : 1.0;
    actor.body.velocity.x *= ratio * sense;
    actor.body.velocity.y *= ratio * sense;
    if (vertical && std::abs(law.motion.velocity.z) > same_speed_mps)
        actor.body.velocity.z *= f.drive_direction.z * end / law.motion.velocity.z;
}

}  // namespace leap
