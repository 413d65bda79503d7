// SPDX-License-Identifier: MIT
#include "core/bodies/riders.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/senses/loose_place.hpp"
#include "core/senses/seat.hpp"

namespace leap {
namespace {

struct Rider {
    double mass_kg = 0.0;
    Vec3 arm{0.0};  ///< m from the thing's middle, world frame
};

/// Moments of inertia of a mass of 1 at `arm` from what it is turned about.
glm::dmat3 turned_about(const Vec3& arm) {
    return glm::dmat3(glm::dot(arm, arm)) - glm::outerProduct(arm, arm);
}

/// One body of the thing and its riders. About the middle c of all the mass M the thing's own inertia grows by the sum
/// of m T(r), less M T(c), with T(r) = r r - r (x) r: Steiner's theorem, all arms from the thing's middle.
void add_rider(const Rider& rider, RigidObject& thing) {
    const double before = thing.kind.mass_kg + thing.ridden_kg;
    const double all = before + rider.mass_kg;
    const Vec3 middle = (thing.ridden_middle * before + rider.arm * rider.mass_kg) / all;
    thing.ridden_inertia += turned_about(rider.arm) * rider.mass_kg + turned_about(thing.ridden_middle) * before -
                            turned_about(middle) * all;
    thing.ridden_kg += rider.mass_kg;
    thing.ridden_middle = middle;
}

void press_down(const Rider& rider, const Vec3& gravity, RigidObject& thing) {
    const Vec3 push{0.0, 0.0, -rider.mass_kg * glm::length(gravity) * defaults::loose_step_s};
    thing.body.velocity += push / std::max(1e-6, thing.kind.mass_kg);
    thing.body.spin += inverse_inertia(thing) * glm::cross(rider.arm, push);
}

}  // namespace

std::optional<std::size_t> ridden_thing(const RunLayout& layout, const std::optional<Ride>& ride) {
    if (!ride || !ride->on.is_fixture()) return std::nullopt;
    return layout.fixtures[static_cast<std::size_t>(ride->on.index)].rigid;
}

void wake_ridden(const EvaluationContext& context, std::span<const std::optional<Ride>> rides, World& world,
                 StepScratch& scratch) {
    const auto wake = [&](std::size_t thing) {
        scratch.keep_motion_of(world);
        world.loose[thing].body.still_s = 0.0;
        world.loose[thing].body.asleep = false;
    };
    for (const auto& ride : rides) {
        const auto ridden = ridden_thing(context.layout, ride);
        if (!ridden) continue;
        const Phase* phase = fixture_phase(context, static_cast<std::size_t>(ride->on.index));
        if (phase == nullptr || !phase->effects.loose) continue;
        const Effects& effects = phase->effects;
        if (effects.joint || effects.tether || !effects.pushes.empty() || !effects.springs.empty()) wake(*ridden);
    }
    for (const Actor& actor : world.actors) {
        const auto ridden = actor.seat ? context.layout.fixtures[actor.seat.at()].rigid : std::nullopt;
        const Phase* phase = ridden ? fixture_phase(context, actor.seat.at()) : nullptr;
        if (phase != nullptr && phase->effects.loose) wake(*ridden);
    }
}

void note_riders(const SceneView& scene, std::span<const std::optional<Ride>> rides, const World& world,
                 RigidWork& work) {
    for (RigidObject& thing : work.things) {
        thing.ridden_kg = 0.0;
        thing.ridden_inertia = glm::dmat3{0.0};
        thing.ridden_middle = thing.pressed_turn = Vec3{0.0};
    }
    for (std::size_t k = 0; k < world.actors.size(); ++k) {
        const Actor& actor = world.actors[k];
        const EvaluationContext context = scene.context(world, actor);
        const auto seat = actor.seat ? scene.layout.fixtures[actor.seat.at()].rigid : std::nullopt;
        const auto ridden = seat ? seat : ridden_thing(scene.layout, rides[k]);
        if (!ridden || !work.things[*ridden].there || work.things[*ridden].body.asleep) continue;
        RigidObject& thing = work.things[*ridden];
        Rider rider{std::max(0.0, number(context, context.body().mass)), actor.body.position - thing.body.place};
        if (seat) {
            // Where the seat is by now: the character follows at the end of the substep.
            const FixturePose known = fixture_pose(context, actor.seat.at());
            const Vec3 own = glm::inverse(known.turn) * (seat_place(context, actor.seat.at()) - known.center);
            rider.arm = thing.body.turn * own;
        }
        if (seat || thing.joined) {
            add_rider(rider, thing);
        } else {
            press_down(rider, work.pulls[*ridden], thing);
        }
    }
}

void take_on_riders(RigidWork& work) {
    for (std::size_t i = 0; i < work.things.size(); ++i) {
        RigidObject& thing = work.things[i];
        if (thing.ridden_kg == 0.0) continue;
        const Vec3 own = glm::inverse(thing.body.turn) * thing.ridden_middle;
        thing.shape_at = -own;
        thing.body.velocity += glm::cross(thing.body.spin, thing.ridden_middle);
        thing.body.place += thing.ridden_middle;
        for (RigidJoint& joint : work.joints) {
            if (joint.thing == i) joint.at -= own;
            if (joint.other == static_cast<std::int32_t>(i)) joint.other_at -= own;
        }
    }
}

void set_down_riders(RigidWork& work) {
    for (RigidObject& thing : work.things) {
        if (thing.ridden_kg == 0.0) continue;
        const Vec3 back = thing.body.turn * thing.shape_at;
        thing.body.velocity += glm::cross(thing.body.spin, back);
        thing.body.place += back;
        thing.shape_at = Vec3{0.0};
    }
}

}  // namespace leap
