// SPDX-License-Identifier: MIT
#include "core/senses/surface_motion.hpp"

#include "core/senses/fixtures.hpp"

namespace leap {

SurfaceFeel ground_feel(const Course& course, const Actor& actor) {
    if (!actor.body.grounded || !actor.body.ground.is_piece() || course.solids->feels_alike()) return {};
    return course.solids->feel_of(actor.body.ground.index);
}

Vec3 fixture_velocity(const EvaluationContext& context, std::size_t fixture, const Vec3& point) {
    if (const auto rigid = context.layout.fixtures[fixture].rigid) {
        const Phase* phase = fixture_phase(context, fixture);
        if (phase == nullptr || !phase->effects.loose) return Vec3{0.0};
        const RigidBody& body = context.world.loose[*rigid].body;
        return body.asleep ? Vec3{0.0} : body.velocity + glm::cross(body.spin, point - body.place);
    }
    if (!is_on_its_way(context, fixture)) return Vec3{0.0};
    // Slide and swing go steadily, so any short time tells their speed; looked back, since the way may end now.
    constexpr double look_back_s = 1e-4;
    EvaluationContext before = context;
    before.ahead -= look_back_s;
    const FixturePose now = fixture_pose(context, fixture);
    const FixturePose then = fixture_pose(before, fixture);
    if (now.half != then.half) {
        const Vec3 own = glm::inverse(now.turn) * (point - now.center) * (then.half / now.half);
        return (point - then.center - then.turn * own) / look_back_s;
    }
    const Vec3 there = then.center + then.turn * glm::inverse(now.turn) * (point - now.center);
    return (point - there) / look_back_s;
}

}  // namespace leap
