// SPDX-License-Identifier: MIT
#include "core/simulation/start.hpp"

#include <algorithm>
#include <atomic>
#include <cassert>

#include "core/bodies/rigid_bodies.hpp"
#include "core/bodies/volume_events.hpp"
#include "core/senses/volumes.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

/// Each fixture of the course in the first phase of its kind.
void place_fixtures(const SceneView& scene, World& world) {
    const std::size_t count = scene.layout.fixtures.size();
    world.fixtures.resize(count);
    world.machines.resize(count);
    world.contacts.resize(count);
    world.counters.reserve(scene.layout.counters);
    world.memory.resize(scene.layout.memory);
    for (std::size_t i = 0; i < count; ++i) {
        const MachineId kind = scene.layout.fixtures[i].placed;
        if (!kind) continue;
        for (const CounterId counter : scene.program.machines[kind].counters)
            world.counters.push_back({scene.program.counters[counter].start, never});
        world.machines[i].phase = PhaseId(0);
        world.machines[i].phase_since = 0.0;
    }
}

/// A character with everything at its first value, but for what is worked out from dials.
Actor blank_actor(const Program& program, const CoursePlan& plan, const ActorStart& start, std::size_t id) {
    Actor actor;
    actor.id = static_cast<std::int32_t>(id);
    actor.kind = start.kind;
    actor.buttons.resize(program.buttons.size());
    actor.machines.resize(program.machines.size());
    actor.rope_left.resize(program.machines.size());
    actor.counters.resize(program.counters.size());
    for (std::size_t i = 0; i < program.counters.size(); ++i) actor.counters[i].value = program.counters[i].start;
    actor.memory.resize(static_cast<std::size_t>(program.memory_slots));
    actor.meters.resize(program.meters.size());
    actor.moves.resize(program.layers.size());
    actor.tagged_until.assign(program.tags.size(), never);
    actor.contacts.resize(plan.fixtures.size());
    actor.body.position = start.position;
    actor.facing = actor.look_yaw = start.facing_rad;
    actor.respawn = {start.position, start.facing_rad};
    return actor;
}

void set_first_values(const SceneView& scene, const World& world, Actor& actor) {
    const Program& program = scene.program;
    const EvaluationContext context = scene.context(world, actor);
    for (std::size_t i = 0; i < program.machines.size(); ++i)
        if (program.machines[i].charges)
            actor.machines[i].charges = number(context, program.machines[i].charges->count);
    for (std::size_t i = 0; i < program.meters.size(); ++i)
        actor.meters[i].value =
            std::clamp(number(context, program.meters[i].first), program.meters[i].low, program.meters[i].high);
    const BodyShape& shape = scene.shape(actor);
    actor.height = shape.capsule.height;
    actor.radius = shape.capsule.radius;
    if (shape.locked_axis) actor.body.position[*shape.locked_axis] = shape.locked_at;
    actor.body = settle_body(scene.course, shape, free_body(scene.course, shape, actor.body), shape.step_up);
    if (actor.body.grounded) actor.last_grounded = 0.0;
    note_volumes(scene, world, actor, nullptr, true);
}

}  // namespace

BodyShape body_shape(const Program& program, const Tuning& tuning, BodyId kind) {
    World none;
    none.actors.emplace_back().kind = kind;
    const EvaluationContext context{all_senses, program, tuning, tuning, none, none.actors.front()};
    const BodyInfo& body = program.bodies[kind];
    BodyShape out;
    out.capsule.radius = std::clamp(number(context, body.radius), 0.01, 50.0);
    out.capsule.height = std::clamp(number(context, body.height), 2.0 * out.capsule.radius, 200.0);
    out.step_up = std::clamp(number(context, body.step_up), 0.0, out.capsule.height);
    out.walkable_cos = elementary::cos(std::clamp(number(context, body.walkable), 0.0, 1.55));
    out.locked_axis = body.locked_axis;
    if (body.locked_at.folded >= 0) out.locked_at = number(context, body.locked_at);
    return out;
}

namespace {

std::uint64_t next_generation() {
    static std::atomic<std::uint64_t> last{0};
    return ++last;
}

}  // namespace

SceneView::SceneView(const Program& made_of, const Tuning& dials, const Course& place, int rate)
    : program(made_of),
      tuning(dials),
      course(place),
      rate_hz(rate),
      layout(run_layout(made_of, dials, place)),
      generation(next_generation()) {
    for (std::size_t kind = 0; kind < program.bodies.size(); ++kind) {
        std::optional<Tuning> own = own_tuning(program, tuning, BodyId(kind));
        const BodyShape shape = body_shape(program, own ? *own : tuning, BodyId(kind));
        bodies.push_back({std::move(own), shape});
    }
}

World initial_world(const SceneView& scene, std::span<const ActorStart> starts) {
    assert(!starts.empty());
    World world;
    place_fixtures(scene, world);
    world.target_struck_at.assign(scene.course.plan.targets.size(), never);
    for (std::size_t i = 0; i < starts.size(); ++i)
        world.actors.push_back(blank_actor(scene.program, scene.course.plan, starts[i], i));
    start_rigid_bodies(scene, world);
    for (Actor& actor : world.actors) set_first_values(scene, world, actor);
    return world;
}

void add_actor(const SceneView& scene, const ActorStart& start, World& world) {
    world.actors.push_back(blank_actor(scene.program, scene.course.plan, start, world.actors.size()));
    Actor& actor = world.actors.back();
    actor.time = actor.contact_since = world.time;
    if (actor.body.grounded) actor.last_grounded = world.time;
    set_first_values(scene, world, actor);
    for (Actor& each : world.actors) each.seen.settled = false;  // all look for each other anew
}

World initial_world(const SceneView& scene, const Vec3& position, double facing_rad) {
    const ActorStart start{BodyId(0), position, facing_rad};
    return initial_world(scene, {&start, 1});
}

}  // namespace leap
