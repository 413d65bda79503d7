// SPDX-License-Identifier: MIT
#include "core/senses/sight.hpp"

#include <algorithm>

#include "core/defaults.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

bool is_clear(const EvaluationContext& context, const Vec3& from, std::size_t fixture, const Vec3& to) {
    const Vec3 way = to - from;
    const double distance = glm::length(way) - defaults::sight_gap_m;
    if (distance <= 0.0) return true;
    const Vec3 direction = direction_or_zero(way);
    if (cast_ray({*context.course}, from, direction, distance)) return false;
    if (context.cache == nullptr) return true;
    const std::vector<Solid>& solids = context.cache->moving.solids;
    return std::none_of(solids.begin(), solids.end(), [&](const Solid& solid) {
        const Surface& of = solid.surface;
        const bool hides = of.is_fixture() && of.index != fixture && !context.layout.can_be_loose(of.index);
        return hides && cast_ray_at(solid, from, direction, distance);
    });
}

}  // namespace

bool is_seen_from(const EvaluationContext& context, const Vec3& from, std::size_t fixture, const FixturePose& pose) {
    if (is_clear(context, from, fixture, nearest_point(pose, from)) || is_clear(context, from, fixture, pose.center))
        return true;
    // A post in front of its middle hides little of it.
    const Vec3 way = direction_or_zero(horizontal(pose.center - from));
    const double out = 0.8 * std::max(pose.half.x, pose.half.y);
    const Vec3 aside = Vec3{-way.y, way.x, 0.0} * out;
    const Vec3 above = world_up * (0.8 * pose.half.z);
    return is_clear(context, from, fixture, nearest_point(pose, pose.center + aside)) ||
           is_clear(context, from, fixture, nearest_point(pose, pose.center - aside)) ||
           is_clear(context, from, fixture, nearest_point(pose, pose.center + above));
}

}  // namespace leap
