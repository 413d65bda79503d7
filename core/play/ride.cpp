// SPDX-License-Identifier: MIT
#include "core/play/ride.hpp"

#include <cmath>
#include <numbers>

namespace leap {

std::optional<Ride> ride_of(const Rehearsal& r, const World& world, const Actor& actor) {
    if (!actor.body.grounded) return std::nullopt;
    const Surface ground = actor.body.ground;
    if (ground.is_actor()) {
        // The one below may have gone on already in the present stretch.
        return Ride{actor_owner(ground.index), {}, world.actors[ground.index].seen.position, false};
    }
    if (!ground.is_fixture()) return std::nullopt;
    return Ride{fixture_owner(ground.index), fixture_pose(r.context(world, actor), ground.index), Vec3{0.0}, false};
}

SurfaceFeel ground_feel(const Course& course, const Actor& actor) {
    if (!actor.body.grounded || !actor.body.ground.is_piece() || course.solids->feels_alike()) return {};
    return course.solids->feel_of(actor.body.ground.index);
}

Vec3 belt_under(const Course& course, const Actor& actor) {
    const Vec3 carries = ground_feel(course, actor).carries;
    if (carries == Vec3{0.0}) return carries;
    const Vec3& normal = actor.body.ground_normal;
    return carries - normal * glm::dot(carries, normal);
}

void count_from_belt(const Course& course, const Vec3& belt, Actor& actor) {
    const Vec3 now = belt_under(course, actor);
    if (belt == Vec3{0.0} && now == Vec3{0.0}) return;
    actor.body.velocity -= now;
    actor.ground_velocity = now;
}

void carry(const Rehearsal& r, const Ride& ride, const World& world, Actor& actor) {
    const auto under = static_cast<std::size_t>(ride.on.index);
    if (ride.on.is_actor()) {
        actor.body.position += world.actors[under].body.position - ride.feet;
        return;
    }
    const FixturePose now = fixture_pose(r.context(world, actor), under);
    const Quat turn = now.turn * glm::inverse(ride.pose.turn);
    Vec3 own = actor.body.position - ride.pose.center;
    if (now.half != ride.pose.half)
        own = ride.pose.turn * (glm::inverse(ride.pose.turn) * own * (now.half / ride.pose.half));
    actor.body.position = now.center + turn * own;
    actor.facing = std::remainder(actor.facing + now.turn_rad - ride.pose.turn_rad, 2.0 * std::numbers::pi);
}

Vec3 fixture_velocity(const EvaluationContext& m, std::size_t fixture, const Vec3& point) {
    if (const auto rigid = m.layout.fixtures[fixture].rigid) {
        const Phase* phase = fixture_phase(m, fixture);
        if (phase == nullptr || !phase->effects.loose) return Vec3{0.0};
        const RigidBody& body = m.world.loose[*rigid].body;
        return body.asleep ? Vec3{0.0} : body.velocity + glm::cross(body.spin, point - body.place);
    }
    if (!is_on_its_way(m, fixture)) return Vec3{0.0};
    // Slide and swing go steadily, so any short time tells their speed; looked back, since the way may end now.
    constexpr double look_back_s = 1e-4;
    EvaluationContext before = m;
    before.ahead -= look_back_s;
    const FixturePose now = fixture_pose(m, fixture);
    const FixturePose then = fixture_pose(before, fixture);
    if (now.half != then.half) {
        const Vec3 own = glm::inverse(now.turn) * (point - now.center) * (then.half / now.half);
        return (point - then.center - then.turn * own) / look_back_s;
    }
    const Vec3 there = then.center + then.turn * glm::inverse(now.turn) * (point - now.center);
    return (point - there) / look_back_s;
}

void change_ground(const Rehearsal& r, const std::optional<Ride>& before, const World& world, Actor& actor) {
    const std::optional<Ride> now = ride_of(r, world, actor);
    Vec3 going{0.0};
    if (now) {
        const auto under = static_cast<std::size_t>(now->on.index);
        going = now->on.is_actor() ? world.actors[under].body.velocity + world.actors[under].ground_velocity
                                   : fixture_velocity(r.context(world, actor), under, actor.body.position);
    } else {
        going = belt_under(r.course, actor);
    }
    const bool same = before && now && before->on == now->on;
    if (!same) {
        Vec3 change = actor.ground_velocity - going;
        const Vec3& normal = actor.body.ground_normal;
        if (actor.body.grounded) change -= normal * glm::dot(change, normal);  // along it: it carries the body
        actor.body.velocity += change;
    }
    actor.ground_velocity = going;
}

void take_ground_along(Actor& actor) {
    actor.body.velocity += actor.ground_velocity;
    actor.ground_velocity = Vec3{0.0};
}

}  // namespace leap
