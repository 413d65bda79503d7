// SPDX-License-Identifier: MIT
#include "core/bodies/partners.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/loose_place.hpp"
#include "core/state/reference_actor.hpp"
#include "core/world/closest_point.hpp"

namespace leap {
namespace {

bool touch(const World& world, std::size_t fixture, std::size_t other) {
    return std::any_of(world.encounters.begin(), world.encounters.end(),
                       [&](const Encounter& e) { return e.fixture.is(fixture) && e.other.is(other); });
}

/// `fresh`: it is an event that they meet.
void set_partner(World& world, std::size_t fixture, std::size_t other, bool touches, bool fresh) {
    if (touches == touch(world, fixture, other)) return;
    const Encounter met{FixtureId(fixture), FixtureId(other), fresh};
    if (touches) {
        world.encounters.push_back(met);
        world.contacts[fixture].met_anew = world.contacts[fixture].met_anew || fresh;
    } else {
        std::erase_if(world.encounters,
                      [&](const Encounter& e) { return e.fixture == met.fixture && e.other == met.other; });
    }
}

double gap_to_body(const Actor& actor, const Solid& solid) {
    const Capsule capsule{actor.radius, actor.height};
    return closest_point(solid, capsule.segment(), actor.body.position + world_up * actor.radius).distance -
           actor.radius;
}

}  // namespace

bool has_met(const RigidWork& work, std::size_t thing, const Owner& other) {
    return std::find(work.met.begin(), work.met.end(), RigidWork::Met{thing, other}) != work.met.end();
}

void note_partners(const SceneView& scene, World& world, StepScratch& scratch) {
    constexpr double apart_m = 0.05;
    StepCache& cache = scratch.actors[reference_actor(world)].cache;
    const EvaluationContext context = scene.context(world, world.actors[reference_actor(world)], &cache);
    Solid own;
    Solid other;
    std::vector<ContactPoint>& points = scratch.loose.scratch.points;
    const auto asks = [&](std::size_t fixture) { return fixture_kind(context, fixture)->asks_who_touches; };
    for (std::size_t k = 0; k < world.loose.size(); ++k) {
        RigidState& loose = world.loose[k];
        const std::size_t i = scene.layout.rigid[k].fixture;
        if (!scene.layout.fixtures[i].kind) continue;
        const bool asked = scene.program.asks_who_touches && !loose.body.asleep;
        const bool own_asks = asks(i);
        if (!asked && loose.passes.is_nobody()) continue;
        const FixturePose pose = fixture_pose(context, i);
        place_solid(pose, false, {}, own);
        if (loose.passes.is_actor() &&
            gap_to_body(world.actors[static_cast<std::size_t>(loose.passes.index)], own) > apart_m)
            loose.passes = nobody;
        for (std::size_t j = 0; j < world.fixtures.size(); ++j) {
            if (j == i || !scene.layout.fixtures[j].kind) continue;
            const bool listens = asks(j) || own_asks;
            const bool passes = loose.passes.is_fixture(j);
            if (!listens && !passes) continue;
            const FixturePose& there = cache.poses[j].pose;
            const double reach = glm::length(pose.half) + glm::length(there.half) + apart_m;
            const Vec3 between = there.center - pose.center;
            const bool far = glm::dot(between, between) > reach * reach;
            const bool known = touch(world, i, j);
            const bool met = has_met(scratch.loose, k, fixture_owner(j));
            if (far && !known && !passes && !met) continue;
            points.clear();
            if (!far && !there.hidden) {
                place_solid(there, !scene.layout.can_be_loose(j), {}, other);
                find_contacts(own, other, apart_m, points);
            }
            if (points.empty() && passes) loose.passes = nobody;
            const bool touches = met || std::any_of(points.begin(), points.end(), [](const ContactPoint& point) {
                                     return point.gap <= defaults::touch_gap_m;
                                 });
            if (!asked) continue;
            set_partner(world, i, j, touches, !loose.passes.is_fixture(j));
            set_partner(world, j, i, touches, !loose.passes.is_fixture(j));
            if (touches && !known) scratch.shared.changes.note_of_fixture();
        }
    }
}

bool may_meet_partners(const SceneView& scene, const World& world, const StepCache& cache) {
    if ((!scene.program.asks_who_touches && !scene.program.asks_load) || cache.poses.size() != world.fixtures.size())
        return false;
    if (all_loose_sleep(world)) return false;
    const EvaluationContext context = scene.context(world, world.actors[reference_actor(world)]);
    const auto asks = [&](std::size_t fixture) {
        const Machine& kind = *fixture_kind(context, fixture);
        return kind.asks_who_touches || kind.asks_load;
    };
    const auto may_meet = [&](std::size_t rigid) {
        const RigidState& loose = world.loose[rigid];
        if (loose.body.asleep) return false;
        const std::size_t i = scene.layout.rigid[rigid].fixture;
        if (!scene.layout.fixtures[i].kind) return false;
        const bool own_asks = asks(i);
        const double way = glm::length(loose.body.velocity) / defaults::slowest_usual_rate_hz + defaults::near_moving_m;
        for (std::size_t j = 0; j < world.fixtures.size(); ++j) {
            if (j == i || !scene.layout.fixtures[j].kind || !(own_asks || asks(j))) continue;
            const FixturePose& there = cache.poses[j].pose;
            const double reach = glm::length(cache.poses[i].pose.half) + glm::length(there.half) + way;
            const Vec3 between = there.center - loose.body.place;
            if (glm::dot(between, between) < reach * reach) return true;
        }
        return false;
    };
    for (std::size_t rigid = 0; rigid < world.loose.size(); ++rigid)
        if (may_meet(rigid)) return true;
    return false;
}

}  // namespace leap
