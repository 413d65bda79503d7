// SPDX-License-Identifier: MIT
#include "core/motion/pendulum.hpp"

#include <algorithm>

namespace leap {
namespace {

Vec3 acceleration_at(const Pendulum& p, const Vec3& position, const Vec3& velocity) {
    const Vec3 arm = direction_or_zero(position - p.anchor);
    return p.acceleration - arm * rope_pull(p, position, velocity);
}

}  // namespace

double rope_pull(const Pendulum& p, const Vec3& position, const Vec3& velocity) {
    const Vec3 arm = position - p.anchor;
    const double length = glm::length(arm);
    if (length < 1e-9) return 0.0;
    const Vec3 outward = arm / length;
    const double across = glm::dot(velocity, velocity) - glm::dot(velocity, outward) * glm::dot(velocity, outward);
    return glm::dot(p.acceleration, outward) + across / length;
}

void swing(const Pendulum& p, double seconds, Vec3& position, Vec3& velocity) {
    const double h = seconds;
    const Vec3 v1 = velocity;
    const Vec3 a1 = acceleration_at(p, position, v1);
    const Vec3 v2 = velocity + a1 * (h * 0.5);
    const Vec3 a2 = acceleration_at(p, position + v1 * (h * 0.5), v2);
    const Vec3 v3 = velocity + a2 * (h * 0.5);
    const Vec3 a3 = acceleration_at(p, position + v2 * (h * 0.5), v3);
    const Vec3 v4 = velocity + a3 * h;
    const Vec3 a4 = acceleration_at(p, position + v3 * h, v4);
    position += (v1 + 2.0 * v2 + 2.0 * v3 + v4) * (h / 6.0);
    velocity += (a1 + 2.0 * a2 + 2.0 * a3 + a4) * (h / 6.0);
    const Vec3 outward = direction_or_zero(position - p.anchor);
    const double length = std::max(0.0, p.length - p.reel_mps * seconds);
    position = p.anchor + outward * length;
    velocity += outward * (-p.reel_mps - glm::dot(velocity, outward));
}

}  // namespace leap
