// SPDX-License-Identifier: MIT
#include "core/play/others.hpp"

#include <algorithm>

#include "core/defaults.hpp"

namespace leap {
namespace {

/// Whether `actor` stands on `under`, or on somebody who does.
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

/// Where it will be at `time`, as far as can be told from where it was.
Vec3 place_at(const SeenBody& seen, double time) {
    return seen.position + seen.velocity * (time - seen.time);
}

/// Somewhere; move_others() puts it where it is.
void make_capsule(const SeenBody& seen, const Surface& surface, Solid& out) {
    const double length = std::max(0.0, seen.height - 2.0 * seen.radius);
    const bool same = out.surface == surface && out.radius == seen.radius && out.corners.size() == 2 &&
                      out.corners[1].z - out.corners[0].z == length;
    if (same) return;
    out.kind = SolidKind::round;
    out.surface = surface;
    out.radius = seen.radius;
    out.corners.assign({Vec3{0.0}, world_up * length});
    out.bounds = {Vec3{-seen.radius}, Vec3{seen.radius, seen.radius, length + seen.radius}};
}

bool in_sight(const Actor& actor, const SeenBody& other) {
    const Vec3 between = other.position - actor.body.position;
    return glm::dot(between, between) < defaults::fixture_sight_m * defaults::fixture_sight_m;
}

/// Whether they could meet within the longest tick: by how fast they come nearer, and what a move may add.
bool could_meet(const Actor& actor, const SeenBody& other) {
    const Vec3 towards = actor.body.velocity + actor.ground_velocity - other.velocity;
    const Vec3 between = other.position - actor.body.position;
    const double reach = defaults::near_character_m + glm::length(towards) / defaults::slowest_usual_rate_hz +
                         actor.radius + other.radius;
    // Upright capsules: the distance of their axes.
    const double above = std::max({0.0, between.z - actor.height, -between.z - other.height});
    return horizontal_length(between) < reach && above < reach;
}

}  // namespace

void show_to_others(Actor& actor) {
    SeenBody& seen = actor.seen;
    seen.time = actor.time;
    seen.position = actor.body.position;
    seen.velocity = actor.body.velocity + actor.ground_velocity;
    seen.height = actor.height;
    seen.radius = actor.radius;
    seen.ground = actor.body.grounded ? actor.body.ground : Surface{};
    seen.there = !actor.seat;
    seen.settled = true;
}

void find_others(const World& world, const Actor& actor, StepCache& out) {
    out.others.clear();
    out.others_near = false;
    for (const Actor& other : world.actors) {
        const SeenBody& seen = other.seen;
        if (other.id == actor.id || !seen.there || !seen.settled) continue;
        if (!in_sight(actor, seen)) continue;
        const bool near = could_meet(actor, seen);
        if (near && stands_on(world, other.id, actor.id)) continue;
        out.others_near = out.others_near || near;
        out.others.push_back({other.id, near});
    }
    out.moving.solids.resize(out.fixture_solids + out.others.size());
    out.moving.velocities.resize(out.moving.solids.size(), Vec3{0.0});
    for (std::size_t i = 0; i < out.others.size(); ++i) {
        const auto other = static_cast<std::size_t>(out.others[i].actor);
        const SeenBody& seen = world.actors[other].seen;
        make_capsule(seen, actor_surface(other), out.moving.solids[out.fixture_solids + i]);
        out.moving.velocities[out.fixture_solids + i] = seen.velocity;
    }
    out.others_time = -1.0;
    move_others(world, actor, out);
}

void move_others(const World& world, const Actor& actor, StepCache& out) {
    if (out.others_time == actor.time) return;
    out.others_time = actor.time;
    for (std::size_t i = 0; i < out.others.size(); ++i) {
        const SeenBody& seen = world.actors[static_cast<std::size_t>(out.others[i].actor)].seen;
        // One nearby stands still for as long as a stretch of motion lasts.
        const Vec3 feet = out.others[i].near ? seen.position : place_at(seen, actor.time);
        Solid& solid = out.moving.solids[out.fixture_solids + i];
        const Vec3 moved = feet + world_up * seen.radius - solid.corners.front();
        if (moved == Vec3{0.0}) continue;
        const double length = solid.corners[1].z - solid.corners[0].z;
        solid.corners[0] += moved;
        solid.corners[1] = solid.corners[0] + world_up * length;
        solid.bounds.low = feet - Vec3{seen.radius, seen.radius, 0.0};
        solid.bounds.high = feet + Vec3{seen.radius, seen.radius, seen.height};
    }
    for (std::size_t i = out.fixture_solids; i < out.moving.solids.size(); i += MovingSolids::group_size)
        out.moving.note_moved(i);
    if (!out.moving.solids.empty()) out.moving.note_moved(out.moving.solids.size() - 1);
}

bool others_are_near(const World& world, const Actor& actor) {
    return std::any_of(world.actors.begin(), world.actors.end(), [&](const Actor& other) {
        return other.id != actor.id && other.seen.there && could_meet(actor, other.seen);
    });
}

}  // namespace leap
