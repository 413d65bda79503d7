// SPDX-License-Identifier: MIT
#include "core/bodies/swing.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/motion/pendulum.hpp"
#include "core/senses/probes.hpp"

namespace leap {
namespace {

constexpr double taut_within_m = 1e-5;

double rope_left(const Forces& f, const Actor& actor) {
    return actor.rope_left[f.rope_machine];
}

/// A rope at its shortest is not reeled further.
double reel_speed(const EvaluationContext& context, const Forces& f, const Actor& actor) {
    if (!f.rope->reel || rope_left(f, actor) <= defaults::min_rope_m) return 0.0;
    return std::max(0.0, number(context, *f.rope->reel));
}

void reel(const EvaluationContext& context, const Forces& f, double seconds, Actor& actor) {
    double& left = actor.rope_left[f.rope_machine];
    left = std::max(defaults::min_rope_m, left - reel_speed(context, f, actor) * seconds);
}

Pendulum pendulum_of(const EvaluationContext& context, const Forces& f, const Actor& actor) {
    Pendulum out;
    out.anchor = vector(context, f.rope->point);
    out.length = rope_left(f, actor);
    out.reel_mps = reel_speed(context, f, actor);
    out.acceleration = {0.0, 0.0, -f.gravity};
    if (f.steer == nullptr || !f.steer->gain) return out;
    // The stick pumps: it pushes at the gain until the wanted speed is reached.
    const Vec3 wanted = steer_target(context, f);
    const double most = glm::length(wanted);
    const Vec3 along = direction_or_zero(wanted);
    if (most > 0.0 && glm::dot(horizontal(actor.body.velocity), along) < most)
        out.acceleration += along * std::max(0.0, number(context, *f.steer->gain));
    return out;
}

}  // namespace

bool rope_holds(const EvaluationContext& context, const Forces& f, Actor& actor) {
    if (f.rope == nullptr || actor.body.grounded) return false;
    const Pendulum p = pendulum_of(context, f, actor);
    const Vec3 arm = body_middle(actor) - p.anchor;
    const double distance = glm::length(arm);
    if (distance < p.length - taut_within_m || distance < 1e-6) return false;
    const Vec3 outward = arm / distance;
    const double lengthening = glm::dot(actor.body.velocity, outward) + p.reel_mps;
    if (lengthening < -1e-6) return false;
    if (rope_pull(p, body_middle(actor), actor.body.velocity) < 0.0 && lengthening <= 1e-9) return false;
    if (lengthening > 0.0) actor.body.velocity -= outward * lengthening;
    return true;
}

double time_to_taut(const EvaluationContext& context, const Forces& f, const MotionLaw& law, double longest) {
    const Pendulum p = pendulum_of(context, f, context.actor);
    const Vec3 arm = body_middle(context.actor) - p.anchor;
    const auto beyond = [&](double t) {
        const Vec3 then = arm + law.velocity * t + law.acceleration * (0.5 * t * t);
        return glm::length(then) - std::max(defaults::min_rope_m, p.length - p.reel_mps * t);
    };
    if (beyond(0.0) >= -taut_within_m || beyond(longest) <= 0.0) return longest;
    double slack = 0.0;
    double taut = longest;
    for (int i = 0; i < defaults::taut_halvings; ++i) {
        const double middle = 0.5 * (slack + taut);
        (beyond(middle) > 0.0 ? taut : slack) = middle;
    }
    return taut;
}

Vec3 swing_acceleration(const EvaluationContext& context, const Forces& f, const Actor& actor) {
    const Pendulum p = pendulum_of(context, f, actor);
    const Vec3 outward = direction_or_zero(body_middle(actor) - p.anchor);
    return p.acceleration - outward * rope_pull(p, body_middle(actor), actor.body.velocity);
}

MotionResult swing_body(const SceneView& scene, const EvaluationContext& context, const Forces& f, double seconds,
                        Actor& actor) {
    Pendulum p = pendulum_of(context, f, actor);
    // A rope that caught the body beyond its length draws it in at a finite speed instead of moving it at once.
    p.length = std::max(p.length, glm::length(body_middle(actor) - p.anchor) - defaults::cling_pull_mps * seconds);
    const double h = seconds / defaults::swing_steps;
    const Vec3 to_middle = world_up * (actor.height * 0.5);
    BodyShape shape = scene.shape(actor);
    shape.capsule = {actor.radius, actor.height};
    MotionResult out;
    out.body = actor.body;
    for (int i = 0; i < defaults::swing_steps; ++i) {
        Vec3 position = out.body.position + to_middle;
        Vec3 velocity = out.body.velocity;
        swing(p, h, position, velocity);
        p.length = std::max(defaults::min_rope_m, p.length - p.reel_mps * h);
        const MotionLaw chord{(position - to_middle - out.body.position) / h, Vec3{0.0}};
        const double before = out.seconds;
        const MotionResult moved = move_body(context.surroundings(), shape, out.body, chord, h);
        out = moved;
        out.seconds = before + moved.seconds;
        const bool free = moved.seconds >= h - 1e-12 && !moved.landed && !moved.bumped_wall && !moved.bumped_ceiling &&
                          glm::length(moved.body.velocity - chord.velocity) < 1e-9;
        if (!free) break;
        out.body.velocity = velocity;
    }
    reel(context, f, out.seconds, actor);
    return out;
}

void reel_slack(const EvaluationContext& context, const Forces& f, double seconds, Actor& actor) {
    if (f.rope == nullptr) return;
    reel(context, f, seconds, actor);
}

}  // namespace leap
