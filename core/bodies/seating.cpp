// SPDX-License-Identifier: MIT
#include "core/bodies/seating.hpp"

#include "core/senses/seat.hpp"
#include "core/world/query.hpp"

namespace leap {

void keep_seat(const SceneView& scene, World& world, Actor& actor) {
    if (!actor.seat) return;
    const auto fixture = actor.seat.at();
    const EvaluationContext context = scene.context(world, actor);
    const FixturePose pose = fixture_pose(context, fixture);
    const auto rigid = scene.layout.fixtures[fixture].rigid;
    actor.body.position = seat_place(context, fixture);
    actor.body.velocity = rigid ? world.loose[*rigid].body.velocity : Vec3{0.0};
    actor.body.grounded = true;
    actor.body.ground = {};
    actor.body.ground_normal = world_up;
    actor.ground_velocity = Vec3{0.0};
    actor.facing = pose.turn_rad;
}

void step_out(const SceneView& scene, World& world, Actor& actor, StepCache& cache) {
    const auto fixture = actor.seat.at();
    const EvaluationContext context = scene.context(world, actor, &cache);
    const FixturePose pose = fixture_pose(context, fixture);
    const auto beside = place_beside(context, fixture);
    actor.body.position = beside.value_or(pose.center + world_up * (glm::length(pose.half) + 0.05));
    actor.body.grounded = false;
    actor.contact_since = actor.last_airborne = actor.own_time();
    actor.seat = {};
    actor.body = settle_body(context.surroundings(), scene.shape(actor), actor.body, scene.shape(actor).step_up);
}

}  // namespace leap
