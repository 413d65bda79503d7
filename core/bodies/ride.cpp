// SPDX-License-Identifier: MIT
#include "core/bodies/ride.hpp"

#include <cmath>
#include <numbers>

#include "core/senses/fixtures.hpp"

namespace leap {

std::optional<Ride> ride_of(const SceneView& scene, const World& world, const Actor& actor) {
    if (!actor.body.grounded) return std::nullopt;
    const Surface ground = actor.body.ground;
    if (ground.is_actor()) {
        // The one below may have gone on already in the present substep.
        return Ride{actor_owner(ground.index), {}, world.actors[ground.index].seen.position, false};
    }
    if (!ground.is_fixture()) return std::nullopt;
    return Ride{fixture_owner(ground.index), fixture_pose(scene.context(world, actor), ground.index), Vec3{0.0}, false};
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

void carry(const SceneView& scene, const Ride& ride, const World& world, Actor& actor) {
    const auto under = static_cast<std::size_t>(ride.on.index);
    if (ride.on.is_actor()) {
        actor.body.position += world.actors[under].body.position - ride.feet;
        return;
    }
    const FixturePose now = fixture_pose(scene.context(world, actor), under);
    const Quat turn = now.turn * glm::inverse(ride.pose.turn);
    Vec3 own = actor.body.position - ride.pose.center;
    if (now.half != ride.pose.half)
        own = ride.pose.turn * (glm::inverse(ride.pose.turn) * own * (now.half / ride.pose.half));
    actor.body.position = now.center + turn * own;
    actor.facing = std::remainder(actor.facing + now.turn_rad - ride.pose.turn_rad, 2.0 * std::numbers::pi);
}

void change_ground(const SceneView& scene, const std::optional<Ride>& before, const World& world, Actor& actor) {
    const std::optional<Ride> now = ride_of(scene, world, actor);
    Vec3 going{0.0};
    if (now) {
        const auto under = static_cast<std::size_t>(now->on.index);
        going = now->on.is_actor() ? world.actors[under].body.velocity + world.actors[under].ground_velocity
                                   : fixture_velocity(scene.context(world, actor), under, actor.body.position);
    } else {
        going = belt_under(scene.course, actor);
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
