// SPDX-License-Identifier: MIT
#include "core/simulation/settle.hpp"

#include <algorithm>

#include "core/bodies/known_poses.hpp"
#include "core/bodies/push.hpp"
#include "core/bodies/ride.hpp"
#include "core/bodies/rigid_bodies.hpp"
#include "core/bodies/seating.hpp"
#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/others.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// A seat that takes its rider into something solid loses them there: they are pushed out, and go on as what they sat
/// on went.
void lose_seat(const SceneView& scene, Actor& actor, StepCache& cache, Record* record) {
    const FixtureId seat = actor.seat;
    Surroundings around = cache.surroundings();
    around.without = fixture_surface(seat.at());
    const auto met =
        deepest_overlap(around, {actor.radius, actor.height}, actor.body.position, -defaults::seat_squeeze_m);
    if (!met) return;
    actor.seat = {};
    cache.note_change();
    actor.body.grounded = false;
    actor.contact_since = actor.last_airborne = actor.own_time();
    actor.body = free_body(cache.surroundings(), shape_now(scene, actor), actor.body);
    actor.events |= event_bumped_wall | event_bumped_piece | event_left_ground;
    actor.wall_normal = direction_or_zero(horizontal(met->normal));
    actor.bumped = met->surface;
    if (record == nullptr) return;
    record->events.push_back({actor.time, EventKind::stepped_out, seat.written(), -1, actor.id});
    record->events.push_back({actor.time, EventKind::bumped_wall, -1, -1, actor.id});
}

/// Everything loose goes on to the instant that the characters have come to; what they have run into at the end was not
/// yet pushed at the steps before.
void advance_and_push(const SceneView& scene, std::span<const ActorSubstep> substeps, TimeRange time, World& world,
                      StepScratch& scratch) {
    std::vector<std::optional<Ride>>& rides = scratch.rides;
    rides.clear();
    scratch.loose.met.clear();
    for (const ActorSubstep& substep : substeps) rides.push_back(substep.ride);
    const auto leans = [&](std::size_t i) {
        return !substeps[i].seated && !world.actors[i].remote &&
               leans_on_something(substeps[i].wanted, world, world.actors[i]);
    };
    bool any = false;
    for (std::size_t i = 0; i < substeps.size(); ++i) any = any || leans(i);
    if (!any) return advance_rigid_bodies(scene, time, rides, world, scratch);
    scratch.keep_motion_of(world);
    constexpr double shortly_s = 1e-7;
    const double before_end = std::max(time.from, time.to - shortly_s);
    advance_rigid_bodies(scene, {time.from, before_end}, rides, world, scratch);
    for (std::size_t i = 0; i < substeps.size(); ++i)
        if (leans(i)) push_what_is_met(scene, substeps[i].wanted, world, world.actors[i], scratch.actors[i].cache);
    advance_rigid_bodies(scene, {before_end, time.to}, rides, world, scratch);
}

void settle_seated(const SceneView& scene, World& world, Actor& actor, StepScratch& scratch, Record* record) {
    StepCache& cache = scratch.actors[static_cast<std::size_t>(actor.id)].cache;
    keep_seat(scene, world, actor);
    place_solids(scene, world, actor, cache);
    lose_seat(scene, actor, cache, record);
    note_touches(scene, world, actor, scratch);
}

/// Who stands on somebody is carried after them. The order of the tape otherwise; also of those who would all wait for
/// each other: in a crowd that tumbles, one may have come to stand on somebody who stands on them by what was before.
template <class Visit>
void each_after_its_carrier(std::span<const ActorSubstep> substeps, Visit visit) {
    std::vector<std::uint8_t> done(substeps.size(), 0);
    const auto waits = [&](std::size_t i) {
        const auto& ride = substeps[i].ride;
        return ride && ride->on.is_actor() && done[static_cast<std::size_t>(ride->on.index)] == 0;
    };
    const auto take = [&](std::size_t i) {
        done[i] = 1;
        visit(i);
    };
    for (;;) {
        std::size_t taken = 0;
        for (std::size_t i = 0; i < substeps.size(); ++i) {
            if (done[i] != 0 || waits(i)) continue;
            take(i);
            ++taken;
        }
        const auto left = std::find(done.begin(), done.end(), 0);
        if (left == done.end()) return;
        if (taken == 0) take(static_cast<std::size_t>(left - done.begin()));
    }
}

}  // namespace

void settle_world(const SceneView& scene, std::span<const ActorSubstep> substeps, World& world, StepScratch& scratch,
                  Record* record) {
    const TimeRange time{world.time, world.actors.front().time};
    world.time = time.to;
    if (!meets_others(world)) {
        return;
    }
    advance_and_push(scene, substeps, time, world, scratch);
    if (!all_loose_sleep(world)) scratch.shared.changes.note();
    const bool alone = world.actors.size() == 1;
    const auto settle = [&](std::size_t i) {
        Actor& actor = world.actors[i];
        StepCache& cache = scratch.actors[i].cache;
        if (actor.remote || (substeps[i].alone && !substeps[i].ride)) return show_to_others(actor, scratch.shared);
        const BodyState came = actor.body;
        if (substeps[i].seated) {
            settle_seated(scene, world, actor, scratch, record);
        } else {
            if (substeps[i].ride && !substeps[i].ride->is_carried) carry(scene, *substeps[i].ride, world, actor);
            change_ground(scene, substeps[i].ride, world, actor);
            if (cache.others_near) find_others(world, actor, cache);
            place_solids(scene, world, actor, cache);
            note_touches(scene, world, actor, scratch);
            // What came upon the body pushes it out at once, at every tick rate.
            if (cache.moves_near || cache.others_near)
                actor.body = free_body(cache.surroundings(), shape_now(scene, actor), actor.body);
        }
        if (!alone) {
            show_to_others(actor, scratch.shared);
            if (!(actor.body == came)) scratch.actors[i].progress.rules_idle = false;
        }
    };
    if (alone) {
        settle(0);
        scratch.loose.met.clear();  // of this substep only
        return;
    }
    // Where two characters overlap the one who is earlier in the tape stays: only those who have settled are
    // met.
    for (Actor& actor : world.actors) actor.seen.settled = false;
    each_after_its_carrier(substeps, settle);
    scratch.loose.met.clear();
    for (std::size_t i = 0; i < world.actors.size(); ++i)
        if (!world.actors[i].remote) find_others(world, world.actors[i], scratch.actors[i].cache);
}

void settle_actor(const SceneView& scene, ActorSubstep& substep, World& world, Actor& actor, StepScratch& scratch) {
    // Else what rises under it would come to be in its way at once, and each such instant be one for all. What is loose
    // goes on only when all have come to the same instant.
    const bool by_itself =
        substep.ride && substep.ride->on.is_fixture() && !scene.layout.can_be_loose(substep.ride->on.at());
    if (by_itself) {
        carry(scene, *substep.ride, world, actor);
        substep.ride->is_carried = true;
    }
    place_solids(scene, world, actor, scratch.actors[static_cast<std::size_t>(actor.id)].cache);
    note_touches(scene, world, actor, scratch);
}

bool anything_is_held(const World& world) {
    return std::any_of(world.loose.begin(), world.loose.end(),
                       [](const RigidState& loose) { return !loose.holder.is_nobody(); });
}

bool keeps_to_itself(const World& world, const Actor& actor, const StepCache& cache, bool any_held) {
    if (actor.seat || actor.focus || cache.moves_near || actor.blow_reach_m > 0.0) return false;
    for (const std::size_t i : cache.active_fixtures) {
        const KnownPose& known = cache.poses[i];
        const double reach = reach_of(known, actor) + defaults::active_walk_m;
        const Vec3 between = known.pose.center - actor.body.position;
        if (actor.contacts[i].touching || glm::dot(between, between) < reach * reach) return false;
    }
    const bool holds = any_held && holds_something(world, actor_owner(static_cast<std::size_t>(actor.id)));
    return !holds && (world.actors.size() < 2 || !others_are_near(world, actor, cache));
}

bool stay_idle(const ActorSubstep& substep, const StepCache& cache) {
    return substep.as_foreseen && !cache.moves_near;
}

}  // namespace leap
