// SPDX-License-Identifier: MIT
#include "core/bodies/rigid_bodies.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/bodies/loose_forces.hpp"
#include "core/bodies/partners.hpp"
#include "core/bodies/riders.hpp"
#include "core/bodies/supports.hpp"
#include "core/defaults.hpp"
#include "core/rigid/wheel_rest.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/hand_pose.hpp"
#include "core/senses/subject.hpp"
#include "core/state/reference_actor.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// Gravity on it in its present phase, or in the first in which it is loose; without one the body's.
const Expression& gravity_said(const EvaluationContext& at, std::size_t fixture) {
    const Phase* phase = fixture_phase(at, fixture);
    if (phase != nullptr && !phase->effects.loose)
        for (const Phase& other : fixture_kind(at, fixture)->phases)
            if (other.effects.loose) {
                phase = &other;
                break;
            }
    const bool says = phase != nullptr && phase->effects.gravity;
    return says ? *phase->effects.gravity : at.program.bodies.front().gravity;
}

Vec3 gravity_on(const EvaluationContext& at, std::size_t fixture) {
    const Expression& said = gravity_said(at, fixture);
    const bool own = &said != &at.program.bodies.front().gravity;
    return {0.0, 0.0, -(own ? number(at.of_fixture(fixture), said) : number(at, said))};
}

RigidObject thing_of(const EvaluationContext& context, std::size_t rigid, std::optional<RigidKind>& kind) {
    const RigidState& loose = context.world.loose[rigid];
    const std::size_t fixture = context.layout.rigid[rigid].fixture;
    const Phase* phase = fixture_phase(context, fixture);
    RigidObject out;
    out.body = loose.body;
    out.there = phase != nullptr && phase->effects.loose;
    if (!out.there) return out;
    if (!kind) kind = loose_kind(context, fixture);
    out.kind = *kind;
    out.upright = phase->effects.upright;
    out.joined = phase->effects.joint.has_value();
    out.held = out.joined || phase->effects.tether.has_value();
    if (!loose.body.asleep) out.gravity = gravity_on(context, fixture);
    return out;
}

KinematicObstacle as_obstacle(const Actor& actor) {
    KinematicObstacle out;
    out.solid.kind = SolidKind::round;
    out.solid.radius = actor.radius;
    if (actor.seat) {  // who sits on something is met by nothing
        out.solid.corners = {Vec3{0.0}, Vec3{0.0}};
        return out;
    }
    const Vec3 low = actor.body.position + world_up * actor.radius;
    out.solid.corners = {low, low + world_up * std::max(0.0, actor.height - 2.0 * actor.radius)};
    for (const Vec3& end : out.solid.corners) {
        out.solid.bounds.add(end - Vec3{actor.radius});
        out.solid.bounds.add(end + Vec3{actor.radius});
    }
    return out;
}

bool near_any(std::span<const RigidObject> things, const FixturePose& pose) {
    const double size = glm::length(pose.half);
    return std::any_of(things.begin(), things.end(), [&](const RigidObject& thing) {
        if (!thing.there || thing.body.asleep) return false;
        const double reach = size + outer_radius(thing.kind.shape) + glm::length(thing.body.velocity) * 0.1 + 1.0;
        const Vec3 between = thing.body.place - pose.center;
        return glm::dot(between, between) < reach * reach;
    });
}

/// The characters and all fixtures near something awake that are solid at `time`, and how they move.
void gather_obstacles(const SceneView& scene, const World& world, double time, StepScratch& scratch) {
    std::vector<KinematicObstacle>& obstacles = scratch.loose.obstacles;
    obstacles.clear();
    for (const Actor& actor : world.actors) obstacles.push_back(as_obstacle(actor));
    StepCache& cache = scratch.actors[reference_actor(world)].cache;
    const EvaluationContext now = scene.context(world, world.actors[reference_actor(world)], &cache);
    for (std::size_t i = 0; i < world.fixtures.size(); ++i) {
        if (!scene.layout.fixtures[i].kind) continue;
        const bool can_be_loose = scene.layout.can_be_loose(i);
        if (can_be_loose && fixture_phase(now, i)->effects.loose) continue;
        if (!cache.poses[i].pose.solid || !near_any(scratch.loose.things, cache.poses[i].pose)) continue;
        KinematicObstacle obstacle;
        EvaluationContext then = now;
        then.ahead = time - now.actor.time;
        FixturePose pose = fixture_pose(then, i);
        place_solid(pose, !can_be_loose, fixture_surface(i), obstacle.solid);
        if (!cache.poses[i].still) {
            then.ahead -= defaults::loose_step_s;
            const FixturePose before = fixture_pose(then, i);
            obstacle.velocity = (pose.center - before.center) / defaults::loose_step_s;
            obstacle.spin = (pose.turn_rad - before.turn_rad) / defaults::loose_step_s;
            obstacle.middle = pose.center;
        }
        obstacles.push_back(std::move(obstacle));
    }
}

}  // namespace

namespace {

/// What nobody drives stands on its springs from the first instant on.
bool rests_parked(const SceneView& scene, const EvaluationContext& context, std::size_t fixture, RigidObject& thing,
                  Wheels& wheels) {
    if (wheel_use(context, fixture).push_n != 0.0) return false;
    return rest_on_wheels(*scene.course.solids, wheel_kind(context, fixture), glm::length(thing.gravity), thing,
                          wheels);
}

}  // namespace

void start_rigid_bodies(const SceneView& scene, World& world) {
    const EvaluationContext context = scene.context(world, world.actors[reference_actor(world)]);
    world.wheels.resize(scene.layout.wheels);
    for (const RigidLayout& rigid : scene.layout.rigid) {
        const FixturePose home = fixture_pose(context, rigid.fixture, true);
        RigidState loose;
        loose.body.place = loose.from_place = home.center;
        loose.body.turn = loose.from_turn = home.turn;
        const Machine* kind = fixture_kind(context, rigid.fixture);
        loose.body.asleep = kind == nullptr || !kind->phases.front().effects.loose;
        world.loose.push_back(loose);
    }
    if (world.loose.empty()) return;
    std::vector<RigidObject> things;
    std::vector<std::size_t> upward(world.loose.size());
    for (std::size_t i = 0; i < world.loose.size(); ++i) {
        std::optional<RigidKind> made_of;
        things.push_back(thing_of(context, i, made_of));
        upward[i] = i;
    }
    // Lowest first, so that what stands on a sleeper can sleep too.
    std::stable_sort(upward.begin(), upward.end(),
                     [&](std::size_t a, std::size_t b) { return things[a].body.place.z < things[b].body.place.z; });
    RigidScratch scratch;
    for (const std::size_t i : upward) {
        if (!things[i].there) continue;
        RigidState& loose = world.loose[i];
        const RigidLayout& layout = scene.layout.rigid[i];
        const bool rests =
            rests_held(scene, context, things, i, loose, scratch) ||
            (layout.wheels ? rests_parked(scene, context, layout.fixture, things[i], world.wheels[*layout.wheels])
                           : rests_there(*scene.course.solids, things, i, scratch));
        if (!rests) continue;
        loose.body = things[i].body;
        loose.body.asleep = things[i].body.asleep = true;
    }
    if (scene.program.asks_load) note_first_supports(scene.layout, *scene.course.solids, things, world);
}

namespace {

bool lies_asleep_at(const FixturePose& pose, const RigidState& loose) {
    if (!loose.body.asleep || !loose.holder.is_nobody()) return false;
    constexpr double near_m = 0.1;
    const double reach = glm::length(pose.half) + near_m + defaults::max_box_m * 0.1;
    return glm::length(loose.body.place - pose.center) <= reach;
}

void wake(RigidState& loose) {
    loose.body.still_s = 0.0;
    loose.body.asleep = false;
}

/// What moves beside sleepers wakes them.
void wake_by_fixtures(const RunLayout& layout, const StepCache& cache, World& world, StepScratch& scratch) {
    for (const std::size_t i : cache.active_fixtures) {
        if (cache.poses[i].still || !cache.poses[i].pose.solid || layout.can_be_loose(i)) continue;
        for (RigidState& loose : world.loose) {
            if (!lies_asleep_at(cache.poses[i].pose, loose)) continue;
            scratch.keep_motion_of(world);
            wake(loose);
        }
    }
}

bool is_rolled(const EvaluationContext& context, const RigidLayout& layout) {
    if (!layout.wheels) return false;
    const Phase* phase = fixture_phase(context, layout.fixture);
    return phase != nullptr && phase->effects.wheels_push && wheel_use(context, layout.fixture).push_n != 0.0;
}

/// Pushed wheels don't let it sleep, nor do forces that change. Those are asked about a few times a second, on the grid
/// of the steps; another phase wakes at once.
void wake_driven(const EvaluationContext& context, std::int64_t first, std::int64_t last, World& world,
                 StepScratch& scratch) {
    constexpr std::int64_t every = 8;
    const bool asks = last / every != (first - 1) / every;
    for (std::size_t i = 0; i < world.loose.size(); ++i) {
        const RigidLayout& layout = context.layout.rigid[i];
        const bool forced = asks && layout.can_be_forced && world.loose[i].body.asleep && is_forced(context, i);
        if (!forced && !is_rolled(context, layout)) continue;
        scratch.keep_motion_of(world);
        wake(world.loose[i]);
    }
}

/// The springs and tyres of everything on wheels, before the bodies go on.
void roll(const SceneView& scene, World& world, StepScratch& scratch) {
    RigidWork& work = scratch.loose;
    for (std::size_t i = 0; i < work.things.size(); ++i) {
        RigidObject& thing = work.things[i];
        thing.gravity = work.pulls[i] + work.pushes[i];
        thing.borne = thing.held || work.pushes[i] != Vec3{0.0};
        const RigidLayout& layout = scene.layout.rigid[i];
        if (!layout.wheels || !thing.there || thing.body.asleep) continue;
        const std::size_t fixture = layout.fixture;
        // The solids round it are those round the character it speaks of.
        const std::size_t near = subject_of(scene.layout, world, scene.course, fixture);
        StepCache& cache = scratch.actors[near].cache;
        const EvaluationContext context = scene.context(world, world.actors[near], &cache);
        roll_wheels(cache.surroundings(), wheel_kind(context, fixture), wheel_use(context, fixture),
                    defaults::loose_step_s, thing, world.wheels[*layout.wheels]);
    }
}

/// Gravity that changes on the way is taken again at every step, with everything where its velocity takes it to by the
/// step's middle: so a spring keeps its energy, as in take_middle().
void take_gravity_again(const SceneView& scene, std::int64_t step, World& world, StepScratch& scratch) {
    RigidWork& work = scratch.loose;
    StepCache& cache = scratch.actors[reference_actor(world)].cache;
    EvaluationContext context = scene.context(world, world.actors[reference_actor(world)], &cache);
    context.ahead = (static_cast<double>(step) - 0.5) * defaults::loose_step_s - context.actor.time;
    bool is_shown = false;
    for (std::size_t i = 0; i < work.things.size(); ++i) {
        const std::size_t fixture = scene.layout.rigid[i].fixture;
        if (!work.things[i].there || work.things[i].body.asleep || !gravity_said(context, fixture).varies) continue;
        if (!is_shown) show_middle_of_step(world, scratch);
        is_shown = true;
        work.pulls[i] = gravity_on(context, fixture);
    }
}

/// Which things go through which obstacles: what has just been let go of through who let go of it, what is stood on
/// through who stands on it.
void find_passes(const RunLayout& layout, const World& world, std::span<const std::optional<Ride>> rides,
                 RigidWork& work) {
    work.passes.clear();
    for (std::size_t i = 0; i < work.things.size(); ++i) {
        const Owner& passes = world.loose[i].passes;
        if (passes.is_actor()) work.passes.push_back({i, static_cast<std::size_t>(passes.index)});
        for (std::size_t k = world.actors.size(); passes.is_fixture() && k < work.obstacles.size(); ++k)
            if (work.obstacles[k].solid.surface == fixture_surface(static_cast<std::size_t>(passes.index)))
                work.passes.push_back({i, k});
    }
    for (std::size_t k = 0; k < rides.size(); ++k)
        if (const auto thing = ridden_thing(layout, rides[k])) work.passes.push_back({*thing, k});
}

/// What the last step's contacts have pressed together.
void note_met(const RunLayout& layout, std::size_t actors, RigidWork& work) {
    const auto add = [&](std::size_t thing, const Owner& other) {
        const RigidWork::Met met{thing, other};
        if (std::find(work.met.begin(), work.met.end(), met) == work.met.end()) work.met.push_back(met);
    };
    for (const RigidTouch& touch : work.scratch.touches) {
        if (touch.other < 0) continue;
        const auto thing = static_cast<std::size_t>(touch.thing);
        const auto other = static_cast<std::size_t>(touch.other);
        if (other < work.things.size()) {
            add(thing, fixture_owner(layout.rigid[other].fixture));
            add(other, fixture_owner(layout.rigid[thing].fixture));
        } else if (const std::size_t obstacle = other - work.things.size(); obstacle < actors) {
            add(thing, actor_owner(obstacle));
        } else {
            const Surface& met = work.obstacles[obstacle].solid.surface;
            if (met.is_fixture()) add(thing, fixture_owner(met.index));
        }
    }
}

}  // namespace

void advance_rigid_bodies(const SceneView& scene, TimeRange substep, std::span<const std::optional<Ride>> rides,
                          World& world, StepScratch& scratch) {
    RigidWork& work = scratch.loose;
    if (world.loose.empty()) return;
    constexpr double rounding = 1e-6;
    const auto first = static_cast<std::int64_t>(std::floor(substep.from / defaults::loose_step_s + rounding)) + 1;
    const auto last = static_cast<std::int64_t>(std::floor(substep.to / defaults::loose_step_s + rounding));
    if (last < first) return;
    StepCache& cache = scratch.actors[reference_actor(world)].cache;
    wake_by_fixtures(scene.layout, cache, world, scratch);
    const EvaluationContext context = scene.context(world, world.actors[reference_actor(world)], &cache);
    wake_driven(context, first, last, world, scratch);
    wake_ridden(context, rides, world, scratch);
    if (all_loose_sleep(world)) return;
    scratch.keep_motion_of(world);
    work.things.clear();
    work.pulls.clear();
    work.kinds.resize(world.loose.size());
    for (std::size_t i = 0; i < world.loose.size(); ++i) {
        work.things.push_back(thing_of(context, i, work.kinds[i]));
        work.pulls.push_back(work.things.back().gravity);
    }
    for (std::int64_t step = first; step <= last; ++step) {
        gather_obstacles(scene, world, static_cast<double>(step) * defaults::loose_step_s, scratch);
        find_passes(scene.layout, world, rides, work);
        take_joints(scene, world, scratch);
        note_riders(scene, rides, world, work);
        take_gravity_again(scene, step, world, scratch);
        take_forces(scene, step, world, scratch);
        take_on_riders(work);
        roll(scene, world, scratch);
        step_rigid_bodies(*scene.course.solids, work.obstacles, work.things, work.passes, defaults::loose_step_s,
                          work.scratch, work.joints);
        set_down_riders(work);
        note_met(scene.layout, world.actors.size(), work);
    }
    if (scene.program.asks_load) note_supports(scene.layout, work, world);
    for (std::size_t i = 0; i < work.things.size(); ++i)
        if (work.things[i].there) world.loose[i].body = work.things[i].body;
    note_partners(scene, world, scratch);
}

void change_loose(const SceneView& scene, std::size_t fixture, const FixturePose& before, World& world) {
    for (RigidState& loose : world.loose)
        if (lies_asleep_at(before, loose)) wake(loose);
    // What is in a phase that isn't loose counts as asleep.
    const EvaluationContext context = scene.context(world, world.actors[reference_actor(world)]);
    for (std::size_t i = 0; i < world.loose.size(); ++i) {
        const Phase* phase = fixture_phase(context, scene.layout.rigid[i].fixture);
        if (phase != nullptr && !phase->effects.loose) world.loose[i].body.asleep = true;
    }
    const auto rigid = scene.layout.fixtures[fixture].rigid;
    if (!rigid) return;
    RigidState& loose = world.loose[*rigid];
    loose.body.place = loose.from_place = before.center;
    loose.body.turn = loose.from_turn = before.turn;
    const Effects& now = fixture_phase(context, fixture)->effects;
    if (!now.carried && !now.in_hand && !loose.holder.is_nobody()) {
        // What a hand lets go of goes on as the body goes, unless it was thrown.
        if (loose.hand >= 0 && loose.holder.is_actor() && loose.body.velocity == Vec3{0.0})
            loose.body.velocity = hand_velocity(scene.context(world, world.actors[loose.holder.at()]), loose.hand);
        loose.passes = loose.holder;
        loose.holder = nobody;
        loose.hand = -1;
    }
    loose.body.still_s = 0.0;
    loose.body.asleep = !now.loose;
    if (!now.loose) loose.body.velocity = loose.body.spin = Vec3{0.0};
}

Vec3 velocity_to(const EvaluationContext& context, std::size_t fixture, const Vec3& point, double seconds) {
    if (seconds <= 1e-3) return Vec3{0.0};
    const Vec3 way = point - fixture_pose(context, fixture).center;
    return way / seconds - gravity_on(context, fixture) * (0.5 * seconds);
}

}  // namespace leap
