// SPDX-License-Identifier: MIT
#include "core/senses/joints.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/senses/fixtures.hpp"

namespace leap {

namespace {

Vec3 point_of(const EvaluationContext& own, const std::optional<std::array<Expression, 3>>& at) {
    Vec3 out{0.0};
    for (int i = 0; at && i < 3; ++i) out[i] = number(own, (*at)[static_cast<std::size_t>(i)]);
    return out;
}

Vec3 side(OwnAxis axis) {
    switch (axis) {
        case OwnAxis::length: return {1.0, 0.0, 0.0};
        case OwnAxis::width: return {0.0, 1.0, 0.0};
        default: return {0.0, 0.0, 1.0};
    }
}

/// The other end of a joint: the world, another loose thing, or a fixture that stands or moves by itself, which counts
/// as the world where it is now.
struct Anchor {
    std::int32_t thing = -1;
    Vec3 at{0.0};  ///< where the other has the point, in its own frame
    Quat home{1.0, 0.0, 0.0, 0.0};
};

/// `point`, `turn`: of the thing where it was placed.
Anchor anchor_of(const EvaluationContext& context, const std::optional<std::size_t>& link, const Vec3& point,
                 const Quat& turn) {
    if (!link) return {-1, point, turn};
    const FixturePose home = fixture_pose(context, *link, true);
    const Quat back = glm::inverse(home.turn);
    const Vec3 at = back * (point - home.center);
    const Quat seen = back * turn;
    const Phase* phase = fixture_phase(context, *link);
    const auto rigid = context.layout.fixtures[*link].rigid;
    if (rigid && phase != nullptr && phase->effects.loose) return {static_cast<std::int32_t>(*rigid), at, seen};
    const FixturePose now = fixture_pose(context, *link);
    return {-1, now.center + now.turn * at, now.turn * seen};
}

RigidJoint joint_of(const EvaluationContext& context, std::size_t rigid, const Joint& said) {
    const std::size_t fixture = context.layout.rigid[rigid].fixture;
    const EvaluationContext own = context.of_fixture(fixture);
    const FixturePose home = fixture_pose(context, fixture, true);
    std::optional<std::size_t> link;
    if (said.on_link) link = context.layout.fixtures[fixture].link;
    RigidJoint out;
    out.kind = said.slides ? RigidJointKind::slider : RigidJointKind::hinge;
    out.thing = rigid;
    out.at = point_of(own, said.at);
    out.axis = side(said.axis);
    const Anchor anchor = anchor_of(context, link, home.center + home.turn * out.at, home.turn);
    out.other = anchor.thing;
    out.other_at = anchor.at;
    out.home = anchor.home;
    const auto value = [&](const std::optional<Expression>& e, double without) {
        return e ? number(own, *e) : without;
    };
    out.low = value(said.low, out.low);
    out.high = std::max(out.low, value(said.high, out.high));
    out.friction = std::max(0.0, value(said.friction, 0.0));
    out.motor_speed = value(said.motor, 0.0);
    out.motor_most =
        said.motor ? std::clamp(value(said.motor_most, defaults::max_force_n), 0.0, defaults::max_force_n) : 0.0;
    return out;
}

}  // namespace

void joints_of(const EvaluationContext& context, std::size_t rigid, std::vector<RigidJoint>& out) {
    const std::size_t fixture = context.layout.rigid[rigid].fixture;
    const Phase* phase = fixture_phase(context, fixture);
    if (phase == nullptr || !phase->effects.loose) return;
    const Effects& effects = phase->effects;
    if (effects.joint && (!effects.joint->on_link || context.layout.fixtures[fixture].link))
        out.push_back(joint_of(context, rigid, *effects.joint));
    const auto link = context.layout.fixtures[fixture].link;
    if (!effects.tether || !link) return;
    const EvaluationContext own = context.of_fixture(fixture);
    RigidJoint rope;
    rope.kind = RigidJointKind::rope;
    rope.thing = rigid;
    rope.at = point_of(own, effects.tether->at);
    rope.length = std::max(0.0, number(own, effects.tether->length));
    const Anchor anchor = anchor_of(context, link, fixture_pose(context, *link, true).center, {1.0, 0.0, 0.0, 0.0});
    rope.other = anchor.thing;
    rope.other_at = anchor.at;
    out.push_back(rope);
}

double own_joint_way(const EvaluationContext& context, std::size_t fixture, bool slides) {
    const auto rigid = context.layout.fixtures[fixture].rigid;
    const Phase* phase = fixture_phase(context, fixture);
    if (!rigid || phase == nullptr || !phase->effects.loose || !phase->effects.joint) return 0.0;
    const Joint& said = *phase->effects.joint;
    if (said.slides != slides || (said.on_link && !context.layout.fixtures[fixture].link)) return 0.0;
    const RigidJoint joint = joint_of(context, *rigid, said);
    const RigidBody* other =
        joint.other < 0 ? nullptr : &context.world.loose[static_cast<std::size_t>(joint.other)].body;
    return joint_way(joint, context.world.loose[*rigid].body, other);
}

}  // namespace leap
