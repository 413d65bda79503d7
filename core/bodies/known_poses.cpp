// SPDX-License-Identifier: MIT
#include "core/bodies/known_poses.hpp"

#include <algorithm>
#include <limits>

#include "core/bodies/partners.hpp"
#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/loose_place.hpp"
#include "core/senses/others.hpp"

namespace leap {
namespace {

bool is_within(const Vec3& v, double length) {
    return glm::dot(v, v) < length * length;
}

/// How near its subject must come for anything to change in a phase, m.
double asked_within(const EvaluationContext& context, std::size_t i, const Phase& phase) {
    if (phase.waits_for_events) return 0.0;
    if (!phase.waits_for_nearness) return std::numeric_limits<double>::infinity();
    double out = 0.0;
    for (const Expression& each : phase.nearness) out = std::max(out, number(context.of_fixture(i), each));
    return out;
}

/// Works out the pose of fixture `i` again; false when it is as it was.
bool update_pose(const EvaluationContext& context, std::size_t i, KnownPose& known) {
    const MachineState& machine = context.world.machines[i];
    if (is_as_known(context, known, i)) return false;
    const FixturePose before = known.pose;
    const std::int32_t slot = known.slot;
    const bool active = known.active;
    const bool blocks = known.blocks;
    known = {};
    known.blocks = blocks;
    known.slot = slot;
    known.active = active;
    known.phase = machine.phase;
    known.phase_since = machine.phase_since;
    known.from = context.world.fixtures[i].from;
    known.pose = fixture_pose(context, i);
    if (const Phase* phase = fixture_phase(context, i); phase != nullptr) {
        known.waits = phase->waits_for_events;
        known.asked_within_m = asked_within(context, i, *phase);
    }
    if (const Machine* kind = fixture_kind(context, i); kind != nullptr && kind->fixture->focus && !known.pose.hidden)
        known.focus_reach = number(context, kind->fixture->focus->reach);
    known.still = !is_on_its_way(context, i);
    known.still_from = context.actor.time + context.ahead;
    return !(known.pose == before);
}

/// Whether the character meets it: what it has just thrown or let go of goes through it until they have been apart.
bool blocks(const EvaluationContext& context, std::size_t i, const KnownPose& known) {
    if (!known.pose.solid) return false;
    const auto rigid = context.layout.fixtures[i].rigid;
    return !rigid || !context.world.loose[*rigid].passes.is_actor(static_cast<std::size_t>(context.actor.id));
}

bool is_active(const RunLayout& layout, const World& world, const Actor& actor, std::size_t i, const KnownPose& known) {
    if (!layout.fixtures[i].kind) return false;
    const FixtureContact& shared = world.contacts[i];
    const ActorContact& own = actor.contacts[i];
    if (!known.still || own.touching || own.blocked || shared.blocked) return true;
    if (own.events != 0 || shared.events != 0 || shared.events_ahead != 0 || shared.met_anew) return true;
    const double reach = std::max(reach_of(known, actor), known.asked_within_m);
    return is_within(known.pose.center - actor.body.position, reach + defaults::active_walk_m);
}

void place_in_slot(const RunLayout& layout, std::size_t i, StepCache& out) {
    const auto slot = static_cast<std::size_t>(out.poses[i].slot);
    place_solid(out.poses[i].pose, !layout.can_be_loose(i), fixture_surface(i), out.moving.solids[slot]);
}

void place_velocity(const RunLayout& layout, const World& world, std::size_t i, StepCache& out) {
    if (const auto rigid = layout.fixtures[i].rigid)
        out.moving.velocities[static_cast<std::size_t>(out.poses[i].slot)] = world.loose[*rigid].body.velocity;
}

/// Every solid within sight of the body, in the course's order.
void gather_solids(const RunLayout& layout, const World& world, const Actor& actor, StepCache& out) {
    out.moving_around = actor.body.position;
    std::size_t count = 0;
    for (KnownPose& known : out.poses) {
        const bool seen = known.blocks && is_within(known.pose.center - actor.body.position, defaults::fixture_sight_m);
        known.slot = seen ? static_cast<std::int32_t>(count++) : -1;
    }
    out.moving.solids.resize(count);
    const bool give_way = !world.loose.empty() || world.actors.size() > 1;
    out.moving.velocities.assign(give_way ? count : 0, Vec3{0.0});
    for (std::size_t i = 0; i < out.poses.size(); ++i)
        if (out.poses[i].slot >= 0) {
            place_in_slot(layout, i, out);
            place_velocity(layout, world, i, out);
        }
    out.moving.note_all_moved();
}

/// Looks at every fixture: where it stands, and whether anything can happen to it. True when solids came or went.
bool look_at_all(const EvaluationContext& context, StepCache& out) {
    const World& world = context.world;
    const Actor& actor = context.actor;
    bool changed = out.poses.size() != world.fixtures.size();
    out.poses.resize(world.fixtures.size());
    out.active_fixtures.clear();
    out.active_around = actor.body.position;
    for (std::size_t i = 0; i < world.fixtures.size(); ++i) {
        changed = update_pose(context, i, out.poses[i]) || changed;
        const bool blocked = out.poses[i].blocks;
        out.poses[i].blocks = blocks(context, i, out.poses[i]);
        changed = changed || blocked != out.poses[i].blocks;
        out.poses[i].active = is_active(context.layout, world, actor, i, out.poses[i]);
        if (out.poses[i].active) out.active_fixtures.push_back(i);
    }
    return changed;
}

/// A far one that has been woken by another.
bool some_woke(const RunLayout& layout, const World& world, const StepCache& cache) {
    for (std::size_t i = 0; i < world.loose.size(); ++i)
        if (!world.loose[i].body.asleep && !cache.poses[layout.rigid[i].fixture].active) return true;
    return false;
}

/// How near a moving fixture counts as near, m: near enough to be met within a tick of the slowest usual rate.
double near_moving(const SceneView& scene, const World& world, const Actor& actor, std::size_t fixture) {
    const auto rigid = scene.layout.fixtures[fixture].rigid;
    if (!rigid) return defaults::near_moving_m;
    const double approach = glm::length(world.loose[*rigid].body.velocity) + glm::length(actor.body.velocity);
    return std::max(defaults::near_moving_m, approach / defaults::slowest_usual_rate_hz);
}

Bounds bounds_of(const Actor& actor) {
    const Vec3 side{actor.radius, actor.radius, 0.0};
    return {actor.body.position - side, actor.body.position + side + world_up * actor.height};
}

}  // namespace

double reach_of(const KnownPose& known, const Actor& actor) {
    return glm::length(known.pose.half) + std::max(0.0, known.focus_reach.value_or(0.0)) + actor.height + actor.radius;
}

bool solids_are_current(const World& world, const Actor& actor, const StepCache& cache) {
    return cache.poses_hold() && cache.poses.size() == world.fixtures.size() &&
           (world.fixtures.empty() ||
            is_within(cache.active_around - actor.body.position, defaults::max_way_per_substep_m));
}

void place_solids(const SceneView& scene, const World& world, const Actor& actor, StepCache& out) {
    out.nearby.come_to(scene.course.solids, grown(bounds_of(actor), defaults::nearby_m), defaults::nearby_margin_m);
    out.moves_near = false;
    const bool all = !solids_are_current(world, actor, out);
    out.placed_under = out.fixture_changes();
    out.placed_changes = out.changes();
    out.placed_for = actor.body.position;
    out.placed_time = actor.time;
    const bool others = world.actors.size() > 1;
    if (world.fixtures.empty()) {
        if (others) move_others(actor, out);
        return;
    }
    const EvaluationContext context = scene.context(world, actor, &out);
    bool gather = !is_within(out.moving_around - actor.body.position, defaults::fixture_walk_m);
    if (all || some_woke(scene.layout, world, out)) {
        gather = look_at_all(context, out) || gather;
    } else {
        for (const std::size_t i : out.active_fixtures) {
            KnownPose& known = out.poses[i];
            const bool blocked = known.blocks;
            const bool moved = update_pose(context, i, known);
            known.blocks = blocks(context, i, known);
            if (blocked != known.blocks) gather = true;
            if (gather || known.slot < 0) continue;
            place_velocity(scene.layout, world, i, out);
            if (!moved) continue;
            place_in_slot(scene.layout, i, out);
            out.moving.note_moved(static_cast<std::size_t>(known.slot));
        }
    }
    if (gather) gather_solids(scene.layout, world, actor, out);
    for (const std::size_t i : out.active_fixtures) {
        const KnownPose& known = out.poses[i];
        if (!known.still && known.pose.solid &&
            is_within(known.pose.center - actor.body.position,
                      reach_of(known, actor) + near_moving(scene, world, actor, i)))
            out.moves_near = true;
    }
    if (!others) return;
    if (gather) find_others(world, actor, out);
    move_others(actor, out);
}

EvaluationContext context_at(const SceneView& scene, const World& world, const Actor& actor, StepCache& cache) {
    cache = {};
    place_solids(scene, world, actor, cache);
    return scene.context(world, actor, &cache);
}

void note_touches(const SceneView& scene, World& world, Actor& actor, StepScratch& scratch) {
    StepCache& cache = scratch.actors[static_cast<std::size_t>(actor.id)].cache;
    const EvaluationContext now = scene.context(world, actor, &cache);
    const Capsule capsule{actor.radius, actor.height};
    const auto note_when = [&](bool changed) {
        if (changed) cache.note_change();
    };
    for (const std::size_t i : cache.active_fixtures) {
        ActorContact& own = actor.contacts[i];
        const KnownPose& known = cache.poses[i];
        const auto rigid = scene.layout.fixtures[i].rigid;
        const RigidState* loose = rigid ? &world.loose[*rigid] : nullptr;
        if (loose != nullptr && !loose->holder.is_nobody()) {
            const bool holds = loose->holder.is_actor(static_cast<std::size_t>(actor.id));
            note_when(holds != own.touching);
            own.touching = holds;
            continue;
        }
        if (known.pose.hidden) continue;
        const ActorContact own_before = own;
        const bool blocked_before = world.contacts[i].blocked;
        const bool near = is_within(known.pose.center - actor.body.position, reach_of(known, actor));
        // Who has just been raised onto its edge, or is about to come down from it, may be farther off than that.
        const bool stands_on_it = actor.body.grounded && actor.body.ground == fixture_surface(i);
        const bool touches = stands_on_it ||
                             (near && meets(known.pose, capsule, actor.body.position, defaults::touch_gap_m)) ||
                             (rigid && has_met(scratch.loose, *rigid, actor_owner(static_cast<std::size_t>(actor.id))));
        own.blocked = touches && meets(known.pose, capsule, actor.body.position, 0.0);
        const bool blocked = !known.still && loose_lies_in(now, i, true);
        if (blocked != blocked_before) {
            scratch.keep_motion_of(world);
            world.contacts[i].blocked = blocked;
        }
        if (touches && !own.touching) own.events |= fixture_touched;
        own.touching = touches;
        note_when(!(own == own_before) || blocked != blocked_before);
    }
}

}  // namespace leap
