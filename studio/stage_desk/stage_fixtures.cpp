// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_fixtures.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/bodies/rigid_bodies.hpp"
#include "core/senses/joints.hpp"

namespace leap::studio {
namespace {

constexpr double metres_per_kilonewton = 0.5;
constexpr double glove_radius_m = 0.075;

void show_wheels(const EvaluationContext& m, std::size_t rigid, bool forces, StageRenderer::Frame& frame) {
    const RigidState& loose = m.world.loose[rigid];
    const std::size_t fixture = m.layout.rigid[rigid].fixture;
    const WheelKind kind = wheel_kind(m, fixture);
    const Wheels& wheels = m.world.wheels[*m.layout.rigid[rigid].wheels];
    RigidBody body = loose.body;
    const FixturePose pose = fixture_pose(m, fixture);
    body.place = pose.center;
    body.turn = pose.turn;
    for (std::size_t i = 0; i < wheel_count; ++i) {
        const Quat turned = body.turn * glm::angleAxis(-wheels[i].turned_rad, Vec3{0, 0, 1}) *
                            glm::angleAxis(wheels[i].rolled_rad, Vec3{0, 1, 0});
        frame.wheels.push_back({wheel_place(kind, body, wheels, i), turned, kind.radius});
        if (!forces || !wheels[i].on_ground) continue;
        const Vec3 tip = wheels[i].point + wheels[i].force * (metres_per_kilonewton / 1000.0);
        frame.lines.push_back({wheels[i].point, tip, wheels[i].slides});
    }
}

/// The rope by which a thing is tied, from end to end. A slack one hangs through by a parabola of its length: one of
/// sag s over a way d is about d + 8 s²/(3 d) long.
void show_ropes(const EvaluationContext& m, std::size_t rigid, StageRenderer::Frame& frame) {
    std::vector<RigidJoint> joints;
    joints_of(m, rigid, joints);
    for (const RigidJoint& joint : joints) {
        if (joint.kind != RigidJointKind::rope) continue;
        const auto end = [&](std::size_t thing, const Vec3& at) {
            const FixturePose pose = fixture_pose(m, m.layout.rigid[thing].fixture);
            return pose.center + pose.turn * at;
        };
        const Vec3 from = end(rigid, joint.at);
        const Vec3 to = joint.other < 0 ? joint.other_at : end(static_cast<std::size_t>(joint.other), joint.other_at);
        const double way = glm::length(to - from);
        const double sag = std::sqrt(0.375 * way * std::max(0.0, joint.length - way));
        constexpr int parts = 12;
        const auto at = [&](int i) {
            const double share = static_cast<double>(i) / parts;
            return glm::mix(from, to, share) - world_up * (4.0 * sag * share * (1.0 - share));
        };
        for (int i = 0; i < parts; ++i) frame.ropes.push_back({at(i), at(i + 1)});
    }
}

/// A ring on the ground as far as the focus reaches; for a front only the part in which it listens.
void show_focus(const EvaluationContext& m, std::size_t fixture, const FixturePose& pose, StageRenderer::Frame& frame) {
    const Machine* kind = fixture_kind(m, fixture);
    if (kind == nullptr || !kind->fixture->focus || pose.hidden) return;
    const FocusInfo& focus = *kind->fixture->focus;
    const double reach = number(m, focus.reach) + std::max(pose.half.x, pose.half.y);
    const double angle = focus.front ? number(m, *focus.front) : 2.0 * std::numbers::pi;
    constexpr int parts = 36;
    const Vec3 middle = pose.center - world_up * (pose.half.z - 0.04);
    const auto at = [&](int i) {
        const double turn = pose.turn_rad + angle * (static_cast<double>(i) / parts - 0.5);
        return middle + Vec3{std::cos(turn), std::sin(turn), 0.0} * reach;
    };
    for (int i = 0; i < parts; ++i) frame.lines.push_back({at(i), at(i + 1)});
    if (!focus.front) return;
    frame.lines.push_back({middle, at(0)});
    frame.lines.push_back({middle, at(parts)});
}

}  // namespace

void show_fixtures(const SceneView& rehearsal, const World& state, const FixtureShows& shows,
                   StageRenderer::Frame& frame) {
    const EvaluationContext m = rehearsal.context(state, state.actors.front());
    for (std::size_t i = 0; i < state.fixtures.size(); ++i) {
        if (!m.layout.fixtures[i].kind) continue;
        StageRenderer::Frame::Fixture& shown = frame.fixtures.emplace_back();
        shown.pose = fixture_pose(m, i);
        if (const Machine* kind = fixture_kind(m, i); kind != nullptr) {
            if (kind->fixture->drawn) shown.drawn_as = kind->fixture->drawn->name;
            shown.wears = kind->fixture->wears;
        }
        if (shows.focus_areas) show_focus(m, i, shown.pose, frame);
    }
    for (std::size_t i = 0; i < state.loose.size(); ++i) {
        if (m.layout.rigid[i].wheels) show_wheels(m, i, shows.wheel_forces, frame);
        show_ropes(m, i, frame);
    }
    for (const Actor& actor : state.actors)
        for (const auto& hand : busy_hands(rehearsal, state, actor))
            if (hand) frame.gloves.push_back({*hand, glove_radius_m});
}

}  // namespace leap::studio
