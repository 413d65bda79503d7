// SPDX-License-Identifier: MIT
#include "core/senses/seat.hpp"

#include <array>
#include <cmath>

#include "core/defaults.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {

Vec3 seat_place(const EvaluationContext& context, std::size_t fixture) {
    const FixturePose pose = fixture_pose(context, fixture);
    const Phase* phase = fixture_phase(context, fixture);
    Vec3 offset{0.0};
    if (phase != nullptr && phase->effects.seat) {
        const EvaluationContext own = context.of_fixture(fixture);
        for (int i = 0; i < 3; ++i) offset[i] = number(own, (*phase->effects.seat)[static_cast<std::size_t>(i)]);
    }
    return pose.center + pose.turn * offset;
}

std::optional<Vec3> place_beside(const EvaluationContext& context, std::size_t fixture) {
    const FixturePose pose = fixture_pose(context, fixture);
    const Capsule capsule{context.actor.radius, context.actor.height};
    // Level, however it lies.
    const Vec3 ahead = facing_direction(pose.turn_rad);
    const Vec3 left{-ahead.y, ahead.x, 0.0};
    const double beside = capsule.radius + defaults::exit_gap_m;
    const double high = glm::length(pose.half);
    const std::array<Vec3, 4> ways{left * (pose.half.y + beside), -left * (pose.half.y + beside),
                                   -ahead * (pose.half.x + beside), ahead * (pose.half.x + beside)};
    for (const Vec3& way : ways) {
        const Vec3 above = pose.center + way + world_up * high;
        const auto ground = cast_ray(context.surroundings(), above, -world_up, 2.0 * high + defaults::deepest_exit_m);
        constexpr double walkable = 0.5;
        if (!ground || ground->normal.z < walkable) continue;
        const Vec3 feet = ground->point + world_up * (2.0 * defaults::contact_gap_m);
        if (!deepest_overlap(context.surroundings(), capsule, feet)) return feet;
    }
    return std::nullopt;
}

}  // namespace leap
