// SPDX-License-Identifier: MIT
#include "core/simulation/remote_actor.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/bodies/known_poses.hpp"
#include "core/bodies/rigid_bodies.hpp"
#include "core/senses/fixtures.hpp"
#include "core/simulation/rows.hpp"
#include "core/state/reference_actor.hpp"

namespace leap {

RemoteActor remote_of(const Actor& actor) {
    RemoteActor out;
    out.time = actor.time;
    out.position = actor.body.position;
    out.velocity = (actor.is_frozen() ? Vec3{0.0} : actor.body.velocity) + actor.ground_velocity;
    out.facing = actor.facing;
    out.look_yaw = actor.look_yaw;
    out.look_pitch = actor.look_pitch;
    out.height = actor.height;
    out.radius = actor.radius;
    out.grounded = actor.body.grounded;
    out.seat = actor.seat;
    out.stance = actor.stance;
    for (const MachineId move : actor.moves) {
        RemoteActor::Running running{move, {}, 0.0};
        if (move) {
            running.phase = actor.machines[move].phase;
            running.phase_since = actor.machines[move].phase_since;
        }
        out.moves.push_back(running);
    }
    return out;
}

RemoteActor between(const RemoteActor& a, const RemoteActor& b, double share) {
    RemoteActor out = a;
    out.time = a.time + (b.time - a.time) * share;
    out.position = a.position + (b.position - a.position) * share;
    out.velocity = a.velocity + (b.velocity - a.velocity) * share;
    const auto turned = [&](double from, double to) {
        return from + std::remainder(to - from, 2.0 * std::numbers::pi) * share;
    };
    out.facing = turned(a.facing, b.facing);
    out.look_yaw = turned(a.look_yaw, b.look_yaw);
    out.look_pitch = a.look_pitch + (b.look_pitch - a.look_pitch) * share;
    return out;
}

void show_remote(const RemoteActor& from, double time, Actor& to) {
    to.remote = true;
    to.time = time;
    to.body.position = from.position;
    to.body.velocity = from.velocity;
    to.body.grounded = from.grounded;
    to.body.ground = {};
    to.ground_velocity = Vec3{0.0};
    to.facing = from.facing;
    to.look_yaw = from.look_yaw;
    to.look_pitch = from.look_pitch;
    to.height = from.height;
    to.radius = from.radius;
    to.seat = from.seat;
    to.stance = from.stance;
    for (const MachineId move : to.moves)
        if (move) to.machines[move].phase = {};
    for (std::size_t layer = 0; layer < to.moves.size() && layer < from.moves.size(); ++layer) {
        const RemoteActor::Running& running = from.moves[layer];
        to.moves[layer] = running.move;
        if (!running.move) continue;
        to.machines[running.move].phase = running.phase;
        to.machines[running.move].phase_since = running.phase_since;
    }
}

ActorSubstep go_as_remote(const SceneView& scene, const World& world, Actor& actor, double goal, Record* record) {
    if (record != nullptr) write_row(scene, world, actor, nullptr, Vec3{0.0}, true, *record);
    ActorSubstep out;
    out.from = actor.time;
    actor.body.position += actor.body.velocity * (goal - actor.time);
    actor.time = goal;
    out.as_foreseen = true;
    return out;
}

FixtureTold told_of(const World& world, std::size_t fixture) {
    return {world.machines[fixture].phase, world.machines[fixture].phase_since, world.fixtures[fixture].from};
}

void note_from_outside(StepScratch& scratch) {
    for (ActorScratch& actor : scratch.actors) actor.left.time = -1.0;  // what was noticed before holds no longer
    scratch.shared.changes.note_of_fixture();
}

void let_hear(const SceneView& scene, const Heard& heard, World& world) {
    if (heard.only.is_actor()) return;
    for (std::size_t i = 0; i < world.fixtures.size(); ++i) {
        if (heard.only.is_fixture() && !heard.only.is_fixture(i)) continue;
        const MachineId kind = scene.layout.fixtures[i].kind;
        if (!kind) continue;
        const std::vector<std::int32_t>& hears = scene.program.machines[kind].hears;
        if (std::find(hears.begin(), hears.end(), heard.event) == hears.end()) continue;
        world.contacts[i].events |= fixture_heard;
    }
    world.heard.push_back(heard);
}

void put_into_phase(const SceneView& scene, std::size_t fixture, const FixtureTold& told, World& world) {
    const bool loose = scene.layout.fixtures[fixture].rigid.has_value();
    std::optional<FixturePose> stood;
    if (loose) stood = fixture_pose(scene.context(world, world.actors[reference_actor(world)]), fixture);
    MachineState& machine = world.machines[fixture];
    machine.phase = told.phase;
    machine.phase_since = told.phase_since;
    machine.blocks_done_until = never;
    machine.drive_direction = Vec3{0.0};
    world.fixtures[fixture].from = told.from;
    if (stood) change_loose(scene, fixture, *stood, world);
}

}  // namespace leap
