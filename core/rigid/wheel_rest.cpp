// SPDX-License-Identifier: MIT
#include "core/rigid/wheel_rest.hpp"

#include <algorithm>
#include <cmath>

#include "core/rigid/contact.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

constexpr double level_cos = 1.0 - 1e-9;  ///< on any slope it would roll without its brakes

/// The four springs, each against the ground under it; false when a wheel finds none that is level.
bool feel_ground(const SolidSource& fixed, const WheelKind& kind, const RigidBody& body, Wheels& wheels) {
    const Vec3 up = body.turn * world_up;
    const double longest = kind.travel + kind.radius;
    for (std::size_t i = 0; i < wheel_count; ++i) {
        const auto hit = cast_ray(fixed, wheel_hang(kind, body, i), -up, longest);
        if (!hit || hit->normal.z < level_cos) return false;
        wheels[i].on_ground = true;
        wheels[i].point = hit->point;
        wheels[i].squeezed_m = longest - hit->distance;
        wheels[i].force = hit->normal * (kind.stiffness * wheels[i].squeezed_m);
    }
    return true;
}

bool touches_something(const SolidSource& fixed, const RigidObject& thing) {
    constexpr double near_m = 0.002;
    Solid own;
    place_shape(thing.kind.shape, thing.body.place, thing.body.turn, {}, own);
    std::vector<ContactPoint> points;
    std::vector<const Solid*> found;
    solids_in(fixed, grown(own.bounds, near_m), found);
    for (const Solid* solid : found) find_contacts(own, *solid, near_m, points);
    return !points.empty();
}

}  // namespace

bool rest_on_wheels(const SolidSource& fixed, const WheelKind& kind, double gravity_mps2, RigidObject& thing,
                    Wheels& wheels) {
    constexpr int max_rounds = 12;
    constexpr double exact_share = 1e-6;
    const double weight = thing.kind.mass_kg * gravity_mps2;
    RigidObject at = thing;
    Wheels felt = wheels;
    for (int round = 0; round < max_rounds; ++round) {
        if (!feel_ground(fixed, kind, at.body, felt)) return false;
        Vec3 force{0.0};
        Vec3 torque{0.0};
        for (const WheelState& wheel : felt) {
            force += wheel.force;
            torque += glm::cross(wheel.point - at.body.place, wheel.force);
        }
        torque = glm::inverse(at.body.turn) * torque;
        const double arm = std::max(0.05, std::min(kind.hang.x, std::abs(kind.hang.y)));
        if (std::abs(force.z - weight) < exact_share * weight &&
            std::max(std::abs(torque.x), std::abs(torque.y)) < exact_share * weight * arm) {
            const bool in_travel = std::all_of(felt.begin(), felt.end(), [&](const WheelState& wheel) {
                return wheel.squeezed_m > 0.0 && wheel.squeezed_m <= kind.travel;
            });
            if (!in_travel || touches_something(fixed, at)) return false;
            thing = at;
            wheels = felt;
            return true;
        }
        const double stiffness = kind.stiffness * static_cast<double>(wheel_count);
        at.body.place.z += (force.z - weight) / stiffness;
        const double pitch = torque.y / (stiffness * kind.hang.x * kind.hang.x);
        const double roll = torque.x / (stiffness * std::max(1e-4, kind.hang.y * kind.hang.y));
        at.body.turn = glm::normalize(at.body.turn * about_axis(pitch, Vec3{0.0, 1.0, 0.0}) *
                                      about_axis(roll, Vec3{1.0, 0.0, 0.0}));
    }
    return false;
}

}  // namespace leap
