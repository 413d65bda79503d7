// SPDX-License-Identifier: MIT
#include "core/senses/hands.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/senses/sight.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

Quat looking(double yaw_rad, double pitch_rad) {
    return about_axis(yaw_rad, world_up) * about_axis(-pitch_rad, Vec3{0.0, 1.0, 0.0});
}

const ButtonState* state_of(const Actor& actor, ButtonId button) {
    return button ? &actor.buttons[button] : nullptr;
}

/// Things that a hand can take: those with a phase in a hand that aren't held, or hidden.
bool can_be_grabbed(const EvaluationContext& context, std::size_t rigid) {
    const RigidState& loose = context.world.loose[rigid];
    const std::size_t fixture = context.layout.rigid[rigid].fixture;
    const Machine* kind = fixture_kind(context, fixture);
    const Phase* phase = fixture_phase(context, fixture);
    if (kind == nullptr || phase == nullptr || !loose.holder.is_nobody() || phase->effects.hidden) return false;
    return std::any_of(kind->phases.begin(), kind->phases.end(),
                       [](const Phase& each) { return each.effects.in_hand.has_value(); });
}

/// How far along the view a thing is, and by how much the view passes it.
struct Pointed {
    double along = 0.0;
    double aside = 0.0;
};
Pointed pointed_at(const Vec3& eyes, const Vec3& look, const FixturePose& pose) {
    const Vec3 way = pose.center - eyes;
    const double along = glm::dot(way, look);
    return {along, glm::length(way - look * along)};
}

}  // namespace

HandPose hand_pose(const EvaluationContext& context, int hand) {
    const HandsInfo& info = *context.body().hands;
    const Actor& s = context.actor;
    const double side = hand == 0 ? 1.0 : -1.0;
    const double ahead = number(context, info.at[0]);
    const double aside = number(context, info.at[1]) * side;
    const double up = std::min(number(context, info.at[2]), s.height);
    HandPose out;
    const ButtonState* raise = state_of(s, info.buttons[static_cast<std::size_t>(hand)]);
    // At the instant at which its button comes up it is where it was: what it lets go of then leaves from there.
    out.raised = raise != nullptr && (raise->down || raise->fresh_release);
    const double yaw = out.raised ? s.look_yaw : s.facing;
    const Vec3 front = facing_direction(yaw);
    const Vec3 left{-front.y, front.x, 0.0};
    if (!out.raised) {
        out.place = s.body.position + front * ahead + left * aside + world_up * up;
        out.turn = looking(yaw, 0.0);
        return out;
    }
    // Stretched along the view from the shoulder.
    const double shoulder = std::min(number(context, context.body().eyes), s.height) - defaults::shoulder_below_eyes_m;
    out.turn = looking(yaw, s.look_pitch);
    out.place = s.body.position + left * aside + world_up * shoulder +
                out.turn * Vec3{std::max(0.0, number(context, info.reach)), 0.0, 0.0};
    return out;
}

Vec3 hand_velocity(const EvaluationContext& context, int hand) {
    const Actor& s = context.actor;
    Vec3 out = s.body.velocity + s.ground_velocity;
    const HandPose pose = hand_pose(context, hand);
    if (!pose.raised || s.time - s.look_changed_at > defaults::look_steady_s) return out;
    // Turning is about the body's own upright line, nodding about the shoulder.
    const Vec3 front = facing_direction(s.look_yaw);
    const Vec3 left{-front.y, front.x, 0.0};
    const double shoulder = std::min(number(context, context.body().eyes), s.height) - defaults::shoulder_below_eyes_m;
    const Vec3 from_body = pose.place - s.body.position;
    const Vec3 from_shoulder = from_body - left * glm::dot(left, from_body) - world_up * shoulder;
    out += glm::cross(world_up * s.look_rate.x, horizontal(from_body));
    out += glm::cross(-left * s.look_rate.y, from_shoulder);
    return out;
}

Held in_grip(const EvaluationContext& own, const Grip& grip, int hand) {
    const HandPose pose = hand_pose(own, hand);
    const double mirrored = hand == 0 ? -1.0 : 1.0;
    const Vec3 at{number(own, grip.at[0]), number(own, grip.at[1]) * mirrored, number(own, grip.at[2])};
    Held out{pose.place + pose.turn * at, pose.turn};
    if (!grip.turned) return out;
    const auto& turned = *grip.turned;
    out.turn = pose.turn * about_axis(number(own, turned[2]) * mirrored, Vec3{0.0, 0.0, 1.0}) *
               about_axis(number(own, turned[1]), Vec3{0.0, 1.0, 0.0}) *
               about_axis(number(own, turned[0]) * mirrored, Vec3{1.0, 0.0, 0.0});
    return out;
}

std::int32_t held_by(const World& world, const Actor& actor, int hand) {
    for (std::size_t i = 0; i < world.loose.size(); ++i)
        if (world.loose[i].holder.is_actor(static_cast<std::size_t>(actor.id)) && world.loose[i].hand == hand)
            return static_cast<std::int32_t>(i);
    return -1;
}

std::int32_t within_grasp(const EvaluationContext& context, int hand) {
    if (!context.body().hands) return -1;
    const HandsInfo& info = *context.body().hands;
    const double near = number(context, info.near);
    const double far = number(context, info.far);
    const Vec3 palm = hand_pose(context, hand).place;
    const Vec3 eyes =
        context.actor.body.position + world_up * std::min(number(context, context.body().eyes), context.actor.height);
    const Vec3 look = sense_vector(context, Sense::look);
    std::int32_t nearest = -1;
    std::int32_t pointed = -1;
    double least = near;
    double first = far;
    for (std::size_t i = 0; i < context.world.loose.size(); ++i) {
        if (!can_be_grabbed(context, i)) continue;
        const FixturePose pose = fixture_pose(context, context.layout.rigid[i].fixture);
        if (const double distance = distance_to(pose, palm); distance <= least) {
            least = distance;
            nearest = static_cast<std::int32_t>(i);
        }
        const Pointed at = pointed_at(eyes, look, pose);
        const double forgiving = glm::length(pose.half) + defaults::pointing_gap_m;
        if (at.along > 0.0 && at.along < first && at.aside < forgiving &&
            is_seen_from(context, eyes, context.layout.rigid[i].fixture, pose)) {
            first = at.along;
            pointed = static_cast<std::int32_t>(i);
        }
    }
    return nearest >= 0 ? nearest : pointed;
}

bool hands_do_something(const SceneView& scene, const Actor& actor) {
    const auto& hands = scene.program.bodies[actor.kind].hands;
    if (!hands) return false;
    const auto is_fresh = [&](ButtonId button) {
        const ButtonState* state = state_of(actor, button);
        return state != nullptr && (state->fresh_press || state->fresh_release);
    };
    return std::any_of(hands->buttons.begin(), hands->buttons.end(), is_fresh) ||
           std::any_of(hands->uses.begin(), hands->uses.end(), is_fresh);
}

void use_hands(const SceneView& scene, World& world, Actor& actor, StepCache& cache) {
    const auto& hands = scene.program.bodies[actor.kind].hands;
    if (!hands || world.loose.empty()) return;
    const HandsInfo& info = *hands;
    for (int hand = 0; hand < 2; ++hand) {
        const ButtonState* raise = state_of(actor, info.buttons[static_cast<std::size_t>(hand)]);
        const ButtonState* use = state_of(actor, info.uses[static_cast<std::size_t>(hand)]);
        const std::int32_t held = held_by(world, actor, hand);
        const auto tell = [&](std::int32_t loose, FixtureEvent event) {
            const auto fixture = scene.layout.rigid[static_cast<std::size_t>(loose)].fixture;
            actor.contacts[fixture].events = static_cast<std::uint8_t>(actor.contacts[fixture].events | event);
            cache.note_fixture_change();
        };
        if (held >= 0) {
            if (use != nullptr && use->fresh_press) tell(held, fixture_used_in_hand);
            if (raise != nullptr && raise->fresh_release) tell(held, fixture_let_go);
        } else if (raise != nullptr && raise->fresh_press) {
            const std::int32_t wanted = within_grasp(scene.context(world, actor, &cache), hand);
            if (wanted < 0) continue;
            world.loose[static_cast<std::size_t>(wanted)].hand = static_cast<std::int8_t>(hand);
            tell(wanted, fixture_grabbed);
        }
    }
}

}  // namespace leap
