// SPDX-License-Identifier: MIT
#include "core/play/others.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"

namespace leap {
namespace {

bool in_sight(const Actor& actor, const SeenBody& other) {
    const Vec3 between = other.position - actor.body.position;
    return glm::dot(between, between) < defaults::fixture_sight_m * defaults::fixture_sight_m;
}

/// Whether they could meet within the longest tick: by how fast they come nearer, and what a move may add.
bool could_meet(const Actor& actor, const SeenBody& other) {
    const Vec3 towards = actor.body.velocity + actor.ground_velocity - other.velocity;
    const Vec3 between = other.position - actor.body.position;
    const double most_speed = std::abs(towards.x) + std::abs(towards.y) + std::abs(towards.z);
    const double room = defaults::near_character_m + actor.radius + other.radius + actor.blow_reach_m;
    const double most = room + most_speed / defaults::slowest_usual_rate_hz;
    if (between.x * between.x + between.y * between.y > most * most) return false;  // the usual case, without roots
    const double reach = room + glm::length(towards) / defaults::slowest_usual_rate_hz;
    // Upright capsules: the distance of their axes.
    const double above = std::max({0.0, between.z - actor.height, -between.z - other.height});
    return horizontal_length(between) < reach && above < reach;
}

}  // namespace

void show_to_others(Actor& actor) {
    SeenBody& seen = actor.seen;
    seen.time = actor.time;
    seen.position = actor.body.position;
    seen.velocity = (actor.is_frozen() ? Vec3{0.0} : actor.body.velocity) + actor.ground_velocity;
    seen.height = actor.height;
    seen.radius = actor.radius;
    seen.ground = actor.body.grounded ? actor.body.ground : Surface{};
    seen.there = !actor.seat;
    seen.settled = true;
}

bool stands_on(const World& world, std::int32_t actor, std::int32_t under) {
    for (std::size_t i = 0; i < world.actors.size(); ++i) {
        const SeenBody& seen = world.actors[static_cast<std::size_t>(actor)].seen;
        const Surface ground = seen.ground;
        if (!ground.is_actor()) return false;
        actor = static_cast<std::int32_t>(ground.index);
        if (actor == under) return true;
    }
    return false;
}

void find_others(const World& world, const Actor& actor, StepCache& out) {
    DriftingCapsules& drifting = out.moving.drifting;
    drifting.begin(actor.body.position);
    out.others_near = false;
    for (const Actor& other : world.actors) {
        const SeenBody& seen = other.seen;
        if (other.id == actor.id || !seen.there || !seen.settled) continue;
        if (!in_sight(actor, seen)) continue;
        const bool near = could_meet(actor, seen);
        if (near && stands_on(world, other.id, actor.id)) continue;
        out.others_near = out.others_near || near;
        // One nearby stands still for as long as a stretch of motion lasts.
        drifting.add({actor_surface(static_cast<std::size_t>(other.id)), seen.position, seen.time,
                      near ? Vec3{0.0} : seen.velocity, seen.velocity, seen.radius, seen.height});
    }
    ++out.moving.revision;
    move_others(actor, out);
}

void move_others(const Actor& actor, StepCache& out) {
    out.moving.drifting.set_time(actor.time);
}

bool others_are_near(const World& world, const Actor& actor) {
    return std::any_of(world.actors.begin(), world.actors.end(), [&](const Actor& other) {
        return other.id != actor.id && other.seen.there && could_meet(actor, other.seen);
    });
}

}  // namespace leap
