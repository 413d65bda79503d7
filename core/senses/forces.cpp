// SPDX-License-Identifier: MIT
#include "core/senses/forces.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"

namespace leap {

namespace {

Vec3 arm_of(const EvaluationContext& context, const std::optional<std::array<Expression, 3>>& at,
            const PushedBody& body) {
    if (!at) return Vec3{0.0};
    Vec3 own{0.0};
    for (int i = 0; i < 3; ++i) own[i] = number(context, (*at)[static_cast<std::size_t>(i)]);
    return body.turn * own;
}

void add_force(const Vec3& force, const Vec3& arm, const PushedBody& body, Pushed& out) {
    out.acceleration += force / body.mass_kg;
    out.torque += glm::cross(arm, force);
}

void add_spring(const EvaluationContext& context, const Spring& spring, const PushedBody& body, double seconds,
                double gone, Pushed& out) {
    const Vec3 arm = arm_of(context, spring.at, body);
    const Vec3 from_point = body.middle + arm - vector(context, spring.point);
    const double distance = glm::length(from_point);
    const double rest = spring.length ? std::max(0.0, number(context, *spring.length)) : 0.0;
    if (distance < 1e-9 || (spring.slack && distance <= rest)) return;
    const double stiffness = std::clamp(number(context, spring.stiffness), 0.0, defaults::stiffest_spring);
    const double damping = spring.damping ? std::max(0.0, number(context, *spring.damping)) : 0.0;
    const Vec3 along = from_point / distance;
    const Vec3 velocity = body.velocity + glm::cross(body.spin, arm);
    // A spring without a length is the same in every direction, and so is its damping.
    const bool central = rest <= 0.0;
    const Vec3 stretch = along * (distance - rest);
    const Vec3 speed = central ? velocity : along * glm::dot(velocity, along);
    const double softer = 1.0 + (stiffness * seconds * seconds * 0.25 + damping * seconds * 0.5) / body.mass_kg;
    Vec3 force = -(stiffness * (stretch + speed * (seconds * 0.5 - gone)) + damping * speed) / softer;
    if (spring.slack && glm::dot(force, along) > 0.0) force = Vec3{0.0};
    add_force(force, arm, body, out);
}

}  // namespace

void add_forces(const EvaluationContext& context, const Effects& effects, const PushedBody& body, double seconds,
                Pushed& out, double gone) {
    for (const Push& push : effects.pushes) {
        const double force = std::clamp(number(context, push.force), -defaults::max_force_n, defaults::max_force_n);
        add_force(direction_or_zero(vector(context, push.direction)) * force, arm_of(context, push.at, body), body,
                  out);
    }
    for (const Spring& spring : effects.springs) add_spring(context, spring, body, seconds, gone, out);
    if (!effects.drag) return;
    const Vec3 medium = effects.drag->medium ? vector(context, *effects.drag->medium) : Vec3{0.0};
    double drag = std::max(0.0, number(context, effects.drag->rate));
    if (effects.drag->square)
        drag += std::max(0.0, number(context, *effects.drag->square)) * glm::length(body.velocity - medium);
    out.drag += drag;
    out.carried += drag * medium;
}

Vec3 acceleration_with_drag(const Pushed& pushed, const Vec3& other, const Vec3& velocity, double seconds) {
    const Vec3 all = pushed.all() + other;
    if (pushed.drag <= 0.0) return all;
    return (all - velocity * pushed.drag) / (1.0 + pushed.drag * seconds * 0.5);
}

}  // namespace leap
