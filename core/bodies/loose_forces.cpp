// SPDX-License-Identifier: MIT
#include "core/bodies/loose_forces.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/forces.hpp"
#include "core/senses/joints.hpp"
#include "core/senses/loose_place.hpp"
#include "core/state/reference_actor.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

/// How far what is upright is from facing as its phase says, rad.
double left_to_face(const EvaluationContext& own, const Effects& effects, const RigidBody& body) {
    const Vec3 along = horizontal(vector(own, *effects.face));
    if (horizontal_length(along) < 1e-6) return 0.0;
    const Vec3 front = body.turn * Vec3{1.0, 0.0, 0.0};
    return std::remainder(elementary::atan2(along.y, along.x) - elementary::atan2(front.y, front.x),
                          2.0 * std::numbers::pi);
}

/// Round to where it should face, as fast as it may, and there within the step when it is near.
double spin_to_face(const EvaluationContext& own, const Effects& effects, const RigidBody& body, double seconds) {
    constexpr double usual_rad_per_s = 2.0 * std::numbers::pi;
    const double most = effects.face_rate ? std::abs(number(own, *effects.face_rate)) : usual_rad_per_s;
    return std::clamp(left_to_face(own, effects, body) / seconds, -most, most);
}

}  // namespace

bool is_forced(const EvaluationContext& context, std::size_t rigid) {
    const std::size_t fixture = context.layout.rigid[rigid].fixture;
    const Phase* phase = fixture_phase(context, fixture);
    if (phase == nullptr || !phase->effects.loose) return false;
    const Effects& effects = phase->effects;
    const bool is_driven = effects.joint && effects.joint->motor;
    const bool is_carried = effects.drag && effects.drag->medium;
    const bool is_pushed = is_carried || !effects.springs.empty() || !effects.pushes.empty();
    if (!is_driven && !effects.face && !is_pushed) return false;
    const EvaluationContext own = context.of_fixture(fixture);
    if (is_driven && number(own, *effects.joint->motor) != 0.0) return true;
    const RigidState& loose = context.world.loose[rigid];
    constexpr double about_there_rad = 0.02;
    if (effects.face && std::abs(left_to_face(own, effects, loose.body)) > about_there_rad) return true;
    if (!is_pushed) return false;
    const double mass = loose_kind(context, fixture).mass_kg;
    Pushed pushed;
    add_forces(own, effects, {loose.body.place, loose.body.turn, Vec3{0.0}, Vec3{0.0}, mass}, defaults::loose_step_s,
               pushed);
    return glm::length(pushed.all() - loose.pushed) > defaults::waking_push_mps2 ||
           glm::length(pushed.torque - loose.pushed_turn) > defaults::waking_push_mps2 * mass;
}

void show_middle_of_step(World& world, StepScratch& scratch) {
    const std::vector<RigidObject>& things = scratch.loose.things;
    for (std::size_t i = 0; i < things.size(); ++i) {
        if (!things[i].there) continue;
        RigidBody& body = world.loose[i].body;
        body = things[i].body;
        if (!body.asleep) body.place += body.velocity * (0.5 * defaults::loose_step_s);
    }
    scratch.shared.changes.note();
}

void take_forces(const SceneView& scene, std::int64_t step, World& world, StepScratch& scratch) {
    RigidWork& work = scratch.loose;
    work.pushes.assign(work.things.size(), Vec3{0.0});
    StepCache& cache = scratch.actors[reference_actor(world)].cache;
    EvaluationContext context = scene.context(world, world.actors[reference_actor(world)], &cache);
    const auto effects_of = [&](std::size_t i) -> const Effects* {
        if (!work.things[i].there || work.things[i].body.asleep) return nullptr;
        const Phase* phase = fixture_phase(context, scene.layout.rigid[i].fixture);
        const bool acts = phase != nullptr && (has_forces(phase->effects) || phase->effects.face);
        return acts ? &phase->effects : nullptr;
    };
    bool any = false;
    for (std::size_t i = 0; i < work.things.size() && !any; ++i) any = effects_of(i) != nullptr;
    if (!any) return;
    constexpr double h = defaults::loose_step_s;
    show_middle_of_step(world, scratch);
    context.ahead = (static_cast<double>(step) - 0.5) * h - context.actor.time;
    for (std::size_t i = 0; i < work.things.size(); ++i) {
        const Effects* effects = effects_of(i);
        if (effects == nullptr) continue;
        RigidObject& thing = work.things[i];
        RigidBody& body = thing.body;
        Pushed pushed;
        const double mass = thing.kind.mass_kg + thing.ridden_kg;
        add_forces(context.of_fixture(scene.layout.rigid[i].fixture), *effects,
                   {body.place, body.turn, body.velocity, body.spin, mass}, h, pushed);
        world.loose[i].pushed = pushed.all();
        world.loose[i].pushed_turn = pushed.torque;
        work.pushes[i] = acceleration_with_drag(pushed, work.pulls[i], body.velocity, h) - work.pulls[i];
        if (thing.ridden_kg > 0.0) {
            // About the middle of all the mass; see take_on_riders().
            thing.pressed_turn += (pushed.torque - glm::cross(thing.ridden_middle, pushed.acceleration * mass)) * h;
        } else {
            body.spin += inverse_inertia(thing) * pushed.torque * h;
        }
        body.spin *= (1.0 - pushed.drag * h * 0.5) / (1.0 + pushed.drag * h * 0.5);
        if (effects->face)
            body.spin.z = spin_to_face(context.of_fixture(scene.layout.rigid[i].fixture), *effects, body, h);
    }
}

void take_joints(const SceneView& scene, const World& world, StepScratch& scratch) {
    RigidWork& work = scratch.loose;
    work.joints.clear();
    const EvaluationContext context =
        scene.context(world, world.actors[reference_actor(world)], &scratch.actors[reference_actor(world)].cache);
    for (std::size_t i = 0; i < work.things.size(); ++i) {
        RigidObject& thing = work.things[i];
        if (!thing.held) continue;
        const auto link = context.layout.fixtures[scene.layout.rigid[i].fixture].link;
        const auto other = link ? scene.layout.fixtures[*link].rigid : std::nullopt;
        if (thing.body.asleep && (!other || work.things[*other].body.asleep)) continue;
        joints_of(context, i, work.joints);
        for (std::size_t k = world.actors.size(); thing.joined && link && k < work.obstacles.size(); ++k)
            if (work.obstacles[k].solid.surface == fixture_surface(*link)) work.passes.push_back({i, k});
    }
}

bool rests_held(const SceneView& scene, const EvaluationContext& context, std::vector<RigidObject> things,
                std::size_t rigid, RigidState& loose, RigidScratch& scratch) {
    constexpr int steps = 4;
    constexpr double still_mps = 1e-3;  // gravity alone would give a hundred times that in the first step
    const std::size_t fixture = context.layout.rigid[rigid].fixture;
    const Effects& effects = fixture_phase(context, fixture)->effects;
    if (!things[rigid].held && effects.pushes.empty() && effects.springs.empty()) return false;
    if (effects.joint && effects.joint->motor) return false;
    Pushed pushed;
    const RigidBody& body = things[rigid].body;
    add_forces(context.of_fixture(fixture), effects,
               {body.place, body.turn, Vec3{0.0}, Vec3{0.0}, things[rigid].kind.mass_kg}, defaults::loose_step_s,
               pushed);
    if (glm::length(pushed.torque) > defaults::waking_push_mps2 * things[rigid].kind.mass_kg) return false;
    std::vector<RigidJoint> joints;
    joints_of(context, rigid, joints);
    for (RigidObject& thing : things) thing.body.asleep = true;
    RigidObject& thing = things[rigid];
    thing.body.asleep = false;
    thing.gravity += pushed.all();
    for (int step = 0; step < steps; ++step)
        step_rigid_bodies(*scene.course.solids, {}, things, {}, defaults::loose_step_s, scratch, joints);
    if (glm::length(thing.body.velocity) > still_mps || glm::length(thing.body.spin) > still_mps) return false;
    loose.pushed = pushed.all();
    loose.pushed_turn = pushed.torque;
    return true;
}

}  // namespace leap
