// SPDX-License-Identifier: MIT
#include "core/senses/loose_place.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/rigid/contact.hpp"
#include "core/senses/fixtures.hpp"

namespace leap {
RigidKind loose_kind(const EvaluationContext& context, std::size_t fixture) {
    const FixtureInfo& info = *fixture_kind(context, fixture)->fixture;
    RigidKind out;
    out.shape = fixture_shape(context, info);
    out.mass_kg = std::clamp(number(context, info.loose->mass), 0.001, 1e6);
    if (info.loose->friction) out.friction = std::clamp(number(context, *info.loose->friction), 0.0, 100.0);
    if (info.loose->bounce) out.bounce = std::clamp(number(context, *info.loose->bounce), 0.0, 1.0);
    return out;
}

WheelKind wheel_kind(const EvaluationContext& context, std::size_t fixture) {
    const WheelInfo& info = *fixture_kind(context, fixture)->fixture->wheels;
    const EvaluationContext own = context.of_fixture(fixture);
    WheelKind out;
    for (int i = 0; i < 3; ++i) out.hang[i] = number(own, info.at[static_cast<std::size_t>(i)]);
    out.hang.x = std::max(0.05, out.hang.x);
    out.radius = std::clamp(number(own, info.radius), 0.01, 10.0);
    out.travel = std::clamp(number(own, info.travel), 0.0, 10.0);
    out.stiffness = std::clamp(number(own, info.stiffness), 1.0, 1e9);
    out.damping = std::clamp(number(own, info.damping), 0.0, 20.0);
    out.grip = std::clamp(number(own, info.grip), 0.0, 100.0);
    return out;
}

WheelUse wheel_use(const EvaluationContext& context, std::size_t fixture) {
    WheelUse out;
    const Phase* phase = fixture_phase(context, fixture);
    if (phase == nullptr) return out;
    const EvaluationContext own = context.of_fixture(fixture);
    const auto of = [&](const std::optional<Expression>& expression) {
        return expression ? number(own, *expression) : 0.0;
    };
    constexpr double sharpest_rad = 1.0;
    out.push_n = std::clamp(of(phase->effects.wheels_push), -1e7, 1e7);
    out.brake_n = std::clamp(of(phase->effects.wheels_brake), 0.0, 1e7);
    out.turn_rad = std::clamp(of(phase->effects.wheels_turn), -sharpest_rad, sharpest_rad);
    return out;
}

bool loose_lies_in(const EvaluationContext& context, std::size_t fixture, bool deep) {
    if (context.world.loose.empty() || context.layout.can_be_loose(fixture)) return false;
    constexpr double pressed_in_m = 0.004;
    const double gap = deep ? -pressed_in_m : defaults::clear_gap_m;
    Solid own;
    Solid other;
    std::vector<ContactPoint> points;
    const bool placed = context.cache != nullptr && context.cache->poses_hold() && context.ahead == 0.0 &&
                        context.cache->poses.size() == context.world.fixtures.size();
    const auto lies_in = [&](const FixturePose& pose) {
        place_solid(pose, true, {}, own);
        const double size = glm::length(pose.half) + defaults::clear_gap_m;
        return std::any_of(context.layout.rigid.begin(), context.layout.rigid.end(), [&](const RigidLayout& rigid) {
            const std::size_t other_fixture = rigid.fixture;
            if (placed) {
                const FixturePose& known = context.cache->poses[other_fixture].pose;
                if (glm::length(known.center - pose.center) > size + glm::length(known.half)) return false;
            }
            const FixturePose at = fixture_pose(context, other_fixture);
            const double reach = size + glm::length(at.half);
            if (!at.solid || glm::length(at.center - pose.center) > reach) return false;
            place_solid(at, false, {}, other);
            points.clear();
            find_contacts(other, own, gap, points);
            return !points.empty();
        });
    };
    return lies_in(fixture_pose(context, fixture)) || (!deep && lies_in(fixture_pose(context, fixture, true)));
}

bool all_loose_sleep(const World& world) {
    return std::all_of(world.loose.begin(), world.loose.end(),
                       [](const RigidState& loose) { return loose.body.asleep; });
}

}  // namespace leap
