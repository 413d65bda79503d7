// SPDX-License-Identifier: MIT
#include "core/senses/hand_pose.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

Quat looking(double yaw_rad, double pitch_rad) {
    return about_axis(yaw_rad, world_up) * about_axis(-pitch_rad, Vec3{0.0, 1.0, 0.0});
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
    const ButtonState* raise = button_of(s, info.buttons[static_cast<std::size_t>(hand)]);
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

}  // namespace leap
