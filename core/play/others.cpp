// SPDX-License-Identifier: MIT
#include "core/play/others.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/play/surface.hpp"

namespace leap {
namespace {

/// Whether `actor` stands on `under`, or on somebody who does.
bool stands_on(const Course& course, const World& world, std::int32_t actor, std::int32_t under) {
    for (std::size_t i = 0; i < world.actors.size(); ++i) {
        const SeenBody& seen = world.actors[static_cast<std::size_t>(actor)].seen;
        const Surface ground = surface_of(course, world, seen.ground_piece);
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

void place_capsule(const SeenBody& seen, const Vec3& feet, std::int32_t number, Solid& out) {
    out.kind = SolidKind::round;
    out.piece = number;
    out.radius = seen.radius;
    const Vec3 low = feet + world_up * seen.radius;
    out.corners.assign({low, low + world_up * std::max(0.0, seen.height - 2.0 * seen.radius)});
    out.bounds = {};
    for (const Vec3& end : out.corners) {
        out.bounds.add(end - Vec3{seen.radius});
        out.bounds.add(end + Vec3{seen.radius});
    }
}

double apart(const Actor& actor, const SeenBody& other) {
    const double sizes = 0.5 * (actor.height + other.height) + actor.radius + other.radius;
    return glm::length(other.position - actor.body.position) - sizes;
}

}  // namespace

void show_to_others(Actor& actor) {
    SeenBody& seen = actor.seen;
    seen.time = actor.time;
    seen.position = actor.body.position;
    seen.velocity = actor.body.velocity + actor.ground_velocity;
    seen.height = actor.height;
    seen.radius = actor.radius;
    seen.ground_piece = actor.body.grounded ? actor.body.ground_piece : -1;
    seen.there = actor.seat < 0;
    seen.settled = true;
}

void place_others(const Course& course, const World& world, const Actor& actor, ProbeMemo& out) {
    std::size_t count = out.fixture_solids;
    out.moving.solids.resize(count + world.actors.size() - 1);
    out.moving.velocities.resize(out.moving.solids.size(), Vec3{0.0});
    for (const Actor& other : world.actors) {
        const SeenBody& seen = other.seen;
        if (other.id == actor.id || !seen.there || !seen.settled) continue;
        if (stands_on(course, world, other.id, actor.id)) continue;
        const double between = apart(actor, seen);
        out.moves_near = out.moves_near || between < defaults::near_moving_m;
        if (between > defaults::fixture_sight_m) continue;
        // One nearby stands still for as long as a stretch of motion lasts.
        const Vec3 feet = out.moves_near ? seen.position : place_at(seen, actor.time);
        place_capsule(seen, feet, number_of_actor(course, world, static_cast<std::size_t>(other.id)),
                      out.moving.solids[count]);
        out.moving.velocities[count++] = seen.velocity;
    }
    out.moving.solids.resize(count);
    out.moving.velocities.resize(count);
    out.moving.note_all_moved();
}

bool others_are_near(const World& world, const Actor& actor) {
    return std::any_of(world.actors.begin(), world.actors.end(), [&](const Actor& other) {
        if (other.id == actor.id || !other.seen.there) return false;
        const double speeds =
            glm::length(actor.body.velocity + actor.ground_velocity) + glm::length(other.seen.velocity);
        const double margin = defaults::near_moving_m + speeds / defaults::slowest_usual_rate_hz;
        return apart(actor, other.seen) < margin;
    });
}

}  // namespace leap
