// SPDX-License-Identifier: MIT
#include "core/senses/others.hpp"

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

double sum_of(const Vec3& v) {
    return std::abs(v.x) + std::abs(v.y) + std::abs(v.z);
}

/// The greatest of the distances along the axes: less than any other that is asked for here, and cheap.
double least_distance(const Vec3& a, const Vec3& b) {
    return std::max(std::max(std::abs(a.x - b.x), std::abs(a.y - b.y)), std::abs(a.z - b.z));
}

/// Farther from its feet than this and the other's FarCapsule::reach_m together the character can meet nobody within
/// the longest tick; see could_meet().
double own_reach(const Actor& actor) {
    return defaults::near_character_m + actor.radius + actor.height + actor.blow_reach_m +
           sum_of(actor.body.velocity + actor.ground_velocity) / defaults::slowest_usual_rate_hz;
}

void show(std::size_t actor, const SeenBody& seen, SharedCache& shared) {
    FarCapsule out;
    out.capsule = {actor_surface(actor), seen.position, seen.time,  seen.velocity,
                   seen.velocity,        seen.radius,   seen.height};
    out.reach_m = seen.radius + seen.height + sum_of(seen.velocity) * drift_foreseen_s;
    out.there = seen.there;
    FarCapsule& before = shared.shown[actor];
    shared.shown_way_m +=
        least_distance(out.capsule.feet, before.capsule.feet) + std::max(0.0, out.reach_m - before.reach_m);
    before = out;
}

}  // namespace

void show_to_others(Actor& actor, SharedCache& shared) {
    SeenBody& seen = actor.seen;
    seen.time = actor.time;
    seen.position = actor.body.position;
    seen.velocity = (actor.is_frozen() ? Vec3{0.0} : actor.body.velocity) + actor.ground_velocity;
    seen.height = actor.height;
    seen.radius = actor.radius;
    seen.ground = actor.body.grounded ? actor.body.ground : Surface{};
    seen.there = !actor.seat;
    seen.settled = true;
    const auto index = static_cast<std::size_t>(actor.id);
    if (index < shared.shown.size()) show(index, seen, shared);
}

void note_all_shown(const World& world, SharedCache& shared) {
    shared.shown.resize(world.actors.size());
    shared.shown_since = 1e300;
    for (std::size_t i = 0; i < world.actors.size(); ++i) {
        show(i, world.actors[i].seen, shared);
        shared.shown_since = std::min(shared.shown_since, world.actors[i].seen.time);
    }
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

namespace {

/// How far all others keep from the body along some axis, at least, by what was seen when they were looked for last and
/// how far each has come since.
double gap_kept(const Actor& actor, const StepCache& cache) {
    return cache.others_gap_m - (cache.shared->shown_way_m - cache.others_way_m) -
           least_distance(actor.body.position, cache.others_around);
}

/// Those who are near are added to `drifting`, each by itself, and left out of those who are far.
void look_at_each(const World& world, const Actor& actor, std::span<const FarCapsule> shown, double free_m,
                  StepCache& out) {
    DriftingCapsules& drifting = out.moving.drifting;
    out.others_gap_m = 1e300;
    for (std::size_t i = 0; i < world.actors.size(); ++i) {
        if (i == static_cast<std::size_t>(actor.id)) continue;
        if (!shown.empty()) {
            const double gap = least_distance(shown[i].capsule.feet, actor.body.position) - shown[i].reach_m;
            out.others_gap_m = std::min(out.others_gap_m, gap);
            if (gap > free_m) continue;
            drifting.left_out()[i] = 1;
        }
        const SeenBody& seen = world.actors[i].seen;
        if (!seen.there || !seen.settled || !in_sight(actor, seen)) continue;
        const bool near = could_meet(actor, seen);
        out.others_close = out.others_close || near;
        if (near && stands_on(world, static_cast<std::int32_t>(i), actor.id)) continue;
        out.others_near = out.others_near || near;
        // One nearby stands still for as long as a stretch of motion lasts.
        drifting.add({actor_surface(i), seen.position, seen.time, near ? Vec3{0.0} : seen.velocity, seen.velocity,
                      seen.radius, seen.height});
    }
}

}  // namespace

void find_others(const World& world, const Actor& actor, StepCache& out) {
    DriftingCapsules& drifting = out.moving.drifting;
    const std::span<const FarCapsule> shown =
        out.shared == nullptr ? std::span<const FarCapsule>{} : std::span<const FarCapsule>(out.shared->shown);
    drifting.begin(actor.body.position);
    drifting.left_out().assign(shown.size(), 0);
    if (!shown.empty()) drifting.left_out()[static_cast<std::size_t>(actor.id)] = 1;
    out.others_near = out.others_close = false;
    const double free_m = std::max(defaults::far_character_m, own_reach(actor));
    const double kept = shown.empty() ? 0.0 : gap_kept(actor, out);
    if (kept > free_m)
        out.others_gap_m = kept;
    else
        look_at_each(world, actor, shown, free_m, out);
    out.others_around = actor.body.position;
    if (!shown.empty()) out.others_way_m = out.shared->shown_way_m;
    if (!shown.empty()) drifting.add_far(shown, free_m, out.shared->shown_since + drift_foreseen_s);
    drifting.end();
    if (!drifting.leave_answers()) {
        ++out.moving.revision;
        drifting.forget_asked();
    }
    move_others(actor, out);
}

void move_others(const Actor& actor, StepCache& out) {
    out.moving.drifting.set_time(actor.time);
}

bool others_are_near(const World& world, const Actor& actor, const StepCache& cache) {
    const double reach = own_reach(actor);
    // The usual case, without a look at each: what they show has not changed since they were looked for.
    if (cache.others_gap_m - least_distance(actor.body.position, cache.others_around) > reach) return false;
    const SharedCache& shared = *cache.shared;
    for (std::size_t i = 0; i < world.actors.size(); ++i) {
        if (i == static_cast<std::size_t>(actor.id)) continue;
        const FarCapsule& other = shared.shown[i];
        if (!other.there || least_distance(other.capsule.feet, actor.body.position) > reach + other.reach_m) continue;
        if (could_meet(actor, world.actors[i].seen)) return true;
    }
    return false;
}

}  // namespace leap
