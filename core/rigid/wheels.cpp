// SPDX-License-Identifier: MIT
#include "core/rigid/wheels.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

constexpr double stop_stiffer = 12.0;  ///< a spring at its stop is that many times as stiff
constexpr double slowest_slip_mps = 0.7;

struct Contact {
    bool there = false;
    Vec3 arm{0.0};  ///< from the body's middle to the ground
    Vec3 normal{0.0, 0.0, 1.0};
    Vec3 ahead{1.0, 0.0, 0.0}, side{0.0, 1.0, 0.0};
    double ahead_mass = 0.0, side_mass = 0.0;
    double load = 0.0;  ///< N s in this step
    double along = 0.0, across = 0.0;
    double most = 0.0;
};

/// How heavy the body is to a push at `arm` along `way`.
double mass_along(double inverse_mass, const glm::dmat3& inverse_inertia, const Vec3& arm, const Vec3& way) {
    const Vec3 lever = glm::cross(arm, way);
    return 1.0 / (inverse_mass + glm::dot(lever, inverse_inertia * lever));
}

/// Front wheels are turned so that all four axles meet in one point: the inner one more than the outer.
double turn_of_wheel(const WheelKind& kind, double turn_rad, std::size_t wheel) {
    if (wheel >= 2 || std::abs(turn_rad) < 1e-6) return 0.0;
    const double base = 2.0 * kind.hang.x;
    const double to_the_right = wheel == 1 ? kind.hang.y : -kind.hang.y;
    // tan(result) = base / (base / tan(turn) - to_the_right), without the tangent.
    const auto [s, c] = elementary::sin_cos(turn_rad);
    return elementary::atan(base * s / (base * c - to_the_right * s));
}

}  // namespace

Vec3 wheel_hang(const WheelKind& kind, const RigidBody& body, std::size_t wheel) {
    const double ahead = wheel < 2 ? 1.0 : -1.0;
    const double left = wheel % 2 == 0 ? 1.0 : -1.0;
    return body.place + body.turn * Vec3{kind.hang.x * ahead, kind.hang.y * left, kind.hang.z};
}

Vec3 wheel_place(const WheelKind& kind, const RigidBody& body, const Wheels& wheels, std::size_t wheel) {
    const double down = kind.travel - std::clamp(wheels[wheel].squeezed_m, 0.0, kind.travel);
    return wheel_hang(kind, body, wheel) - body.turn * Vec3{0.0, 0.0, down};
}

double slip_angle(const RigidBody& body) {
    const Vec3 own = glm::inverse(body.turn) * body.velocity;
    if (std::sqrt(own.x * own.x + own.y * own.y) < slowest_slip_mps) return 0.0;
    return elementary::atan2(std::abs(own.y), std::abs(own.x));
}

void roll_wheels(const Surroundings& around, const WheelKind& kind, const WheelUse& use, double seconds,
                 RigidObject& thing, Wheels& wheels) {
    RigidBody& body = thing.body;
    const double mass = thing.kind.mass_kg + thing.ridden_kg;
    const double inverse_mass = 1.0 / mass;
    const glm::dmat3 inverse_inertia = leap::inverse_inertia(thing);
    const Vec3 up = body.turn * world_up;
    std::array<Contact, wheel_count> contacts;
    int grounded = 0;
    Vec3 velocity = body.velocity + thing.gravity * seconds;  // as it would be after the step without wheels
    Vec3 spin = body.spin;
    const auto at = [&](const Vec3& arm) { return velocity + glm::cross(spin, arm); };
    const auto push = [&](const Vec3& arm, const Vec3& impulse) {
        velocity += impulse * inverse_mass;
        spin += inverse_inertia * glm::cross(arm, impulse);
    };
    const double share = mass / static_cast<double>(wheel_count);
    const double damping = 2.0 * kind.damping * std::sqrt(kind.stiffness * share);
    const double longest = kind.travel + kind.radius;
    for (std::size_t i = 0; i < wheel_count; ++i) {
        WheelState& wheel = wheels[i];
        Contact& contact = contacts[i];
        wheel.on_ground = wheel.slides = false;
        wheel.force = Vec3{0.0};
        wheel.turned_rad = turn_of_wheel(kind, use.turn_rad, i);
        const Vec3 hang = wheel_hang(kind, body, i) + body.turn * thing.shape_at;
        const auto hit = cast_ray(around, hang, -up, longest);
        if (!hit || glm::dot(hit->normal, up) < 0.1) {
            wheel.squeezed_m = 0.0;
            continue;
        }
        wheel.squeezed_m = longest - hit->distance;
        wheel.on_ground = contact.there = true;
        wheel.point = hit->point;
        ++grounded;
        contact.arm = hit->point - body.place;
        contact.normal = hit->normal;
        const Vec3 front = body.turn * facing_direction(-wheel.turned_rad);
        contact.side = direction_or_zero(glm::cross(hit->normal, front));
        contact.ahead = glm::cross(contact.side, hit->normal);
        contact.ahead_mass = mass_along(inverse_mass, inverse_inertia, contact.arm, contact.ahead);
        contact.side_mass = mass_along(inverse_mass, inverse_inertia, contact.arm, contact.side);
    }
    if (grounded == 0) return;
    // Springs are implicit: the force at the end of the step counts, each against its own share of the mass.
    const Vec3 before_springs = velocity;
    for (std::size_t i = 0; i < wheel_count; ++i) {
        Contact& contact = contacts[i];
        if (!contact.there) continue;
        const double over = std::max(0.0, wheels[i].squeezed_m - kind.travel);
        const double stiffness = kind.stiffness * (over > 0.0 ? stop_stiffer : 1.0);
        const double force = kind.stiffness * wheels[i].squeezed_m + kind.stiffness * (stop_stiffer - 1.0) * over;
        const double closing = -glm::dot(before_springs + glm::cross(body.spin, contact.arm), contact.normal);
        const double held = (force + (damping + stiffness * seconds) * closing) /
                            (1.0 + seconds * (damping + stiffness * seconds) / share);
        contact.load = std::max(0.0, held) * seconds;
        contact.most = kind.grip * contact.load;
    }
    for (const Contact& contact : contacts)
        if (contact.there) push(contact.arm, contact.normal * contact.load);
    const double push_each = use.push_n * seconds / grounded;
    const double brake_each = std::abs(use.brake_n) * seconds / grounded;
    constexpr int rounds = 8;
    for (int round = 0; round < rounds; ++round) {
        for (std::size_t i = 0; i < wheel_count; ++i) {
            Contact& contact = contacts[i];
            if (!contact.there) continue;
            const Vec3 going = at(contact.arm);
            double across = contact.across - glm::dot(going, contact.side) * contact.side_mass;
            // The part that rolls: pushed freely, braked at most to a standstill.
            const double stop = contact.along - push_each - glm::dot(going, contact.ahead) * contact.ahead_mass;
            double along = push_each + std::clamp(stop, -brake_each, brake_each);
            if (const double asked = std::sqrt(across * across + along * along); asked > contact.most) {
                across *= contact.most / asked;
                along *= contact.most / asked;
                wheels[i].slides = true;
            } else {
                wheels[i].slides = false;
            }
            push(contact.arm, contact.side * (across - contact.across) + contact.ahead * (along - contact.along));
            contact.across = across;
            contact.along = along;
        }
    }
    for (std::size_t i = 0; i < wheel_count; ++i) {
        const Contact& contact = contacts[i];
        if (!contact.there) continue;
        wheels[i].force =
            (contact.normal * contact.load + contact.side * contact.across + contact.ahead * contact.along) / seconds;
        const double rolling = glm::dot(at(contact.arm), contact.ahead);
        wheels[i].rolled_rad = std::remainder(wheels[i].rolled_rad + rolling * seconds / std::max(0.01, kind.radius),
                                              2.0 * std::numbers::pi);
    }
    thing.gravity = (velocity - body.velocity) / seconds;
    body.spin = spin;
    thing.borne = true;
}

}  // namespace leap
