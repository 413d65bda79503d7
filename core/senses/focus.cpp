// SPDX-License-Identifier: MIT
#include "core/senses/focus.hpp"

#include <cmath>

#include "core/defaults.hpp"
#include "core/senses/answers.hpp"
#include "core/senses/fixtures.hpp"
#include "core/senses/sight.hpp"
#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap {
namespace {

/// Where a ray enters a box, or nothing.
std::optional<double> ray_into(const FixturePose& pose, const Vec3& from, const Vec3& direction, double longest) {
    const Quat into = glm::inverse(pose.turn);
    const Vec3 p = into * (from - pose.center);
    const Vec3 d = into * direction;
    double near = 0.0;
    double far = longest;
    for (int i = 0; i < 3; ++i) {
        const double inverse = 1.0 / (std::abs(d[i]) < 1e-300 ? 1e-300 : d[i]);
        near = std::max(near, -p[i] * inverse - pose.half[i] * std::abs(inverse));
        far = std::min(far, -p[i] * inverse + pose.half[i] * std::abs(inverse));
    }
    if (near > far) return std::nullopt;
    return near;
}

bool is_in_front(const EvaluationContext& context, const FocusInfo& focus, const FixturePose& pose,
                 const Vec3& middle) {
    if (!focus.front) return true;
    const Vec3 to = horizontal(middle - pose.center);
    const double length = glm::length(to);
    if (length < 1e-6) return true;
    const double along = glm::dot(to, facing_direction(pose.turn_rad)) / length;
    return along >= elementary::cos(number(context, *focus.front) * 0.5) - 1e-9;
}

}  // namespace

FixtureId focus_at(const EvaluationContext& context) {
    const Actor& s = context.actor;
    const Vec3 middle = s.body.position + world_up * (s.height * 0.5);
    const Vec3 eyes = s.body.position + world_up * std::min(number(context, context.body().eyes), s.height);
    const Vec3 look = look_direction(context.actor);
    FixtureId nearest;
    FixtureId looked_at;
    double least = 1e300;
    double first = 1e300;
    for (const std::size_t i : context.cache->active_fixtures) {
        const KnownPose& known = context.cache->poses[i];
        if (!known.focus_reach) continue;
        const double reach = *known.focus_reach;
        const FixturePose& pose = known.pose;
        const Machine* kind = fixture_kind(context, i);
        const double distance = distance_to(pose, middle);
        if (distance > reach || !is_in_front(context, *kind->fixture->focus, pose, middle)) continue;
        const auto met = ray_into(pose, eyes, look, reach + s.height);
        const bool is_nearer = distance < least;
        const bool is_looked_at = met && *met < first;
        if ((!is_nearer && !is_looked_at) || !is_seen_from(context, eyes, i, pose)) continue;
        if (is_nearer) {
            least = distance;
            nearest = FixtureId(i);
        }
        if (is_looked_at) {
            first = *met;
            looked_at = FixtureId(i);
        }
    }
    return looked_at ? looked_at : nearest;
}

FixtureId focus_now(const EvaluationContext& context) {
    if (const auto& known = answers_for(context).focus) return *known;
    const FixtureId found = focus_at(context);
    answers_for(context).focus = found;
    return found;
}

}  // namespace leap
