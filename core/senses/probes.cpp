// SPDX-License-Identifier: MIT
#include "core/senses/probes.hpp"

#include <algorithm>
#include <cassert>
#include <cmath>

#include "core/defaults.hpp"
#include "core/senses/answers.hpp"
#include "core/senses/fixtures.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

using syntax::ProbeFrom;
using syntax::ProbeKind;

struct Asking {
    const EvaluationContext& context;
    const ProbeInfo& info;
    Vec3 feet;
    Capsule capsule;
    double reach;
    FixtureId fixture;          ///< that asks; none: the character
    Vec3 front{1.0, 0.0, 0.0};  ///< where it faces

    Vec3 origin() const {
        if (info.from == ProbeFrom::feet) return feet;
        if (info.from == ProbeFrom::middle) return feet + world_up * (capsule.height * 0.5);
        const double eyes = fixture ? capsule.height : number(context, context.body().eyes);
        return feet + world_up * std::min(eyes, capsule.height * 0.95);
    }
    Vec3 direction(const Vec3& without) const {
        const Vec3 said = info.direction ? vector(context, *info.direction) : without;
        return direction_or_zero(said);
    }
    const std::string& kind() const { return context.program.kinds[info.wanted]; }
    bool wanted(const Surface& met) const {
        if (!info.wanted || is_of_kind(*context.course, met, kind())) return true;
        if (met.is_actor()) return wants_actor(context.world.actors[met.index]);
        return met.is_fixture() && is_fixture_of(context, static_cast<std::int32_t>(met.index), kind());
    }
    /// Characters are looked for by their body's name.
    bool wants_actor(const Actor& actor) const {
        return !info.wanted || kind() == context.program.bodies[actor.kind].name;
    }
    /// A character doesn't look for itself.
    bool is_self(const Actor& actor) const { return !fixture && actor.id == context.actor.id; }
};

Solid body_solid(const Actor& actor) {
    Solid out;
    out.kind = SolidKind::round;
    out.radius = actor.radius;
    const Vec3 low = actor.body.position + world_up * actor.radius;
    out.corners = {low, low + world_up * std::max(0.0, actor.height - 2.0 * actor.radius)};
    return out;
}

ProbeResult missed(const Asking& a) {
    ProbeResult out;
    out.from = a.origin();
    out.point = out.place = a.feet;
    out.distance = a.reach;
    return out;
}

/// Solid fixtures that stand too far off to be among those round the body: a long ray meets them all the same.
std::optional<RayHit> far_fixture(const Asking& a, const Vec3& from, const Vec3& direction, double reach) {
    std::optional<RayHit> out;
    if (reach <= defaults::fixture_sight_m - defaults::fixture_walk_m || a.context.cache == nullptr) return out;
    Solid solid;
    const std::vector<KnownPose>& stands = a.context.cache->poses;
    for (std::size_t i = 0; i < stands.size(); ++i) {
        if (!stands[i].pose.solid || stands[i].slot >= 0 || a.fixture.is(i)) continue;
        place_solid(stands[i].pose, !a.context.layout.can_be_loose(i), fixture_surface(i), solid);
        const auto met = cast_ray_at(solid, from, direction, out ? out->distance : reach);
        if (met) out = met;
    }
    return out;
}

/// A ray sees the first surface; when that is not of the wanted kind it has found nothing.
ProbeResult ask_ray(const Asking& a) {
    ProbeResult out = missed(a);
    const Vec3 direction = a.direction(a.fixture ? a.front : look_direction(a.context.actor));
    if (direction == Vec3{0.0}) return out;
    auto hit = cast_ray(a.context.surroundings(), out.from, direction, a.reach);
    if (const auto far = far_fixture(a, out.from, direction, hit ? hit->distance : a.reach)) hit = far;
    out.point = out.from + direction * (hit ? hit->distance : a.reach);
    if (hit) out.distance = hit->distance;
    out.hit = hit && a.wanted(hit->surface);
    if (out.hit) out.normal = hit->normal;
    if (!a.fixture) return out;
    // A fixture sees the characters too.
    for (const Actor& actor : a.context.world.actors) {
        const auto body = cast_ray_at(body_solid(actor), out.from, direction, out.distance);
        if (!body) continue;
        out.hit = a.wants_actor(actor);
        out.point = body->point;
        out.distance = body->distance;
        out.normal = out.hit ? body->normal : Vec3{0.0};
    }
    return out;
}

/// Fixtures look for characters when they name nothing else; characters only when they name them.
bool info_names_actors(const Asking& a) {
    return a.fixture || static_cast<bool>(a.info.wanted);
}

/// The nearest target in reach, in the cone, with a clear line to it.
ProbeResult ask_nearest(const Asking& a) {
    ProbeResult out = missed(a);
    out.from = a.feet + world_up * (a.capsule.height * 0.5);
    const Vec3 axis = a.direction(Vec3{0.0});
    const double least_cos =
        a.info.cone ? elementary::cos(std::clamp(number(a.context, *a.info.cone), 0.0, 3.15)) : -1.0;
    /// `own`: what it is itself to a ray.
    const auto offer = [&](const Vec3& place, std::int32_t target, const Surface& own) {
        const Vec3 to = place - out.from;
        const double distance = glm::length(to);
        if (distance >= out.distance || distance < 1e-6) return;
        if (axis != Vec3{0.0} && glm::dot(to / distance, axis) < least_cos) return;
        const auto met = cast_ray(a.context.surroundings(), out.from, to / distance, distance);
        if (met && (own.is_none() || met->surface != own)) return;
        out.hit = true;
        out.distance = distance;
        out.point = place;
        out.normal = -to / distance;
        out.target = target;
    };
    const auto& targets = a.context.course->plan.targets;
    for (std::size_t i = 0; i < targets.size(); ++i) {
        const auto index = static_cast<std::int32_t>(i);
        if (targets[i].kind == a.kind() && target_there(a.context, index)) offer(targets[i].position, index, {});
    }
    for (std::size_t i = 0; i < a.context.world.fixtures.size(); ++i) {
        const auto index = static_cast<std::int32_t>(i);
        if (a.fixture.is(i) || !is_fixture_of(a.context, index, a.kind())) continue;
        const FixturePose pose = fixture_pose(a.context, i);
        if (!pose.hidden) offer(pose.center, -1, fixture_surface(i));
    }
    for (const Actor& actor : a.context.world.actors) {
        const bool looked_for = info_names_actors(a) && a.wants_actor(actor) && !a.is_self(actor);
        if (!looked_for) continue;
        // A character that asks meets the others as solids; a fixture looks through them.
        const bool solid = !a.fixture;
        offer(body_middle(actor), -1, solid ? actor_surface(static_cast<std::size_t>(actor.id)) : Surface{});
    }
    return out;
}

/// A wall beside the body: level rays from its middle, to both sides unless a direction is said.
ProbeResult ask_wall(const Asking& a) {
    ProbeResult out = missed(a);
    out.from = a.feet + world_up * (a.capsule.height * 0.5);
    const Vec3 right = right_of(a.context.facing());
    const Vec3 said = direction_or_zero(horizontal(a.direction(Vec3{0.0})));
    if (a.info.direction && said == Vec3{0.0}) return out;
    for (const double side : {1.0, -1.0}) {
        const Vec3 direction = a.info.direction ? said : right * side;
        const auto hit = cast_ray(a.context.surroundings(), out.from, direction, a.capsule.radius + a.reach);
        const bool better = hit && (!out.hit || hit->distance - a.capsule.radius < out.distance);
        if (better && std::abs(hit->normal.z) <= defaults::wall_lean && a.wanted(hit->surface)) {
            out.hit = true;
            out.normal = hit->normal;
            out.point = hit->point;
            out.distance = hit->distance - a.capsule.radius;
            out.side = a.info.direction ? (glm::dot(direction, right) >= 0.0 ? 1.0 : -1.0) : side;
        }
        if (a.info.direction) break;
    }
    return out;
}

/// A lip ahead: something to stand on whose edge lies between two heights above the feet. Looks down from above the
/// highest, further and further ahead, and then for the wall below the edge.
ProbeResult ask_lip(const Asking& a) {
    ProbeResult out = missed(a);
    const Vec3 ahead = direction_or_zero(horizontal(a.direction(facing_direction(a.context.facing()))));
    if (ahead == Vec3{0.0}) return out;
    const double low = number(a.context, *a.info.low);
    const double high = number(a.context, *a.info.high);
    const Surroundings course = a.context.surroundings();
    const double farthest = a.capsule.radius + a.reach;
    for (double away = a.capsule.radius + 0.02; away < farthest + defaults::lip_look_step_m;
         away += defaults::lip_look_step_m) {
        const Vec3 above = a.feet + ahead * std::min(away, farthest) + world_up * (high + 0.05);
        const auto top = cast_ray(course, above, -world_up, high + 0.05 - low);
        if (!top || top->normal.z < elementary::cos(number(a.context, a.context.body().walkable)) ||
            !a.wanted(top->surface))
            continue;
        const Vec3 below{a.feet.x, a.feet.y, top->point.z - 0.08};
        const auto face = cast_ray(course, below, ahead, farthest);
        if (!face || std::abs(face->normal.z) > defaults::wall_lean) continue;
        out.hit = true;
        out.normal = direction_or_zero(horizontal(face->normal));
        out.point = {face->point.x, face->point.y, top->point.z};
        out.place = out.point - out.normal * (a.capsule.radius + 0.05) + world_up * (2 * defaults::contact_gap_m);
        out.distance = face->distance - a.capsule.radius;
        return out;
    }
    return out;
}

ProbeResult ask_room(const Asking& a) {
    ProbeResult out = missed(a);
    Capsule capsule = a.capsule;
    capsule.height =
        std::max(2 * capsule.radius, a.info.high ? number(a.context, *a.info.high) : a.context.actor.height);
    out.distance = 0.0;
    out.hit = !deepest_overlap(a.context.surroundings(), capsule, a.feet);
    return out;
}

ProbeResult ask_ground(const Asking& a) {
    ProbeResult out = missed(a);
    out.from = a.feet;
    const auto hit =
        sweep(a.context.surroundings(), a.capsule, a.feet, Vec3{0.0, 0.0, -a.reach}, defaults::contact_gap_m);
    if (!hit || !a.wanted(hit->surface)) return out;
    out.hit = true;
    out.distance = a.reach * hit->share;
    out.point = hit->point;
    out.normal = hit->face;
    return out;
}

ProbeResult answer(const EvaluationContext& context, const ProbeInfo& info, FixtureId fixture) {
    Asking a{context, info, context.feet(), {context.actor.radius, context.actor.height}, 0.0, fixture};
    if (fixture) {
        const FixturePose pose = fixture_pose(context, fixture.at());
        a.feet = pose.center - world_up * pose.half.z;
        a.capsule = {std::min(pose.half.x, pose.half.y), 2.0 * pose.half.z};
        a.front = facing_direction(pose.turn_rad);
    }
    if (info.at) a.feet = vector(context, *info.at);
    if (info.reach) a.reach = std::clamp(number(context, *info.reach), 0.0, 1000.0);
    if (context.course == nullptr || !is_finite(a.feet) || a.capsule.radius <= 0.0) return missed(a);
    switch (info.kind) {
        case ProbeKind::ray: return ask_ray(a);
        case ProbeKind::nearest: return ask_nearest(a);
        case ProbeKind::wall: return ask_wall(a);
        case ProbeKind::lip: return ask_lip(a);
        case ProbeKind::room: return ask_room(a);
        case ProbeKind::ground: return ask_ground(a);
    }
    return missed(a);
}

}  // namespace

ProbeResult ask_probe(const EvaluationContext& context, std::int32_t probe) {
    const auto i = static_cast<std::size_t>(probe);
    if (context.cache == nullptr) {
        StepCache cache;
        EvaluationContext remembering = context;
        remembering.cache = &cache;
        return ask_probe(remembering, probe);
    }
    const ProbeInfo& info = context.program.probes[i];
    Owner asker = actor_owner(static_cast<std::size_t>(context.actor.id));
    std::optional<std::size_t> fixture;
    if (info.fixture) {
        if (context.course != nullptr) fixture = fixture_meant(context, info.fixture);
        if (!fixture) return {};
        asker = fixture_owner(*fixture);
    }
    Answers& answers = answers_for(context);
    const auto ask = [&] {
        answers.begin_probe(i, {.asker = asker});
        ProbeResult found =
            fixture ? answer(context.of_fixture(*fixture), info, FixtureId(*fixture)) : answer(context, info, {});
        found.asker = asker;
        // What a probe's own clauses ask may have been found under something else.
        answers_for(context).set_probe(i, found);
        return found;
    };
    const ProbeResult* known = answers.probe(i);
    if (known == nullptr || known->asker != asker) return ask();
#ifndef NDEBUG
    if (!answers.is_being_asked(i)) {
        const ProbeResult remembered = *known;
        assert(ask() == remembered && "something an answer depends on has changed unseen");
        return remembered;
    }
#endif
    return *known;
}

Vec3 body_middle(const Actor& actor) {
    return actor.body.position + world_up * (actor.height * 0.5);
}

double flight_left(const EvaluationContext& context, const Fly& fly) {
    const double left = glm::length(vector(context, fly.point) - body_middle(context.actor));
    return left - (fly.stopping_short ? std::max(0.0, number(context, *fly.stopping_short)) : 0.0);
}

Vec3 flight_direction(const EvaluationContext& context, const Fly& fly) {
    return direction_or_zero(vector(context, fly.point) - body_middle(context.actor));
}

}  // namespace leap
