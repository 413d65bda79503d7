// SPDX-License-Identifier: MIT
#include "core/play/ride.hpp"

#include <cmath>
#include <numbers>

namespace leap {

std::optional<Ride> ride_of(const Rehearsal& r, const State& state) {
    const auto pieces = static_cast<std::int32_t>(r.course.plan.pieces.size());
    if (!state.body.grounded || state.body.ground_piece < pieces) return std::nullopt;
    const auto fixture = static_cast<std::size_t>(state.body.ground_piece - pieces);
    return Ride{fixture, fixture_pose(r.moment(state), fixture)};
}

void carry(const Rehearsal& r, const Ride& ride, State& state) {
    const FixturePose now = fixture_pose(r.moment(state), ride.fixture);
    const Quat turn = now.turn * glm::inverse(ride.pose.turn);
    state.body.position = now.center + turn * (state.body.position - ride.pose.center);
    state.facing = std::remainder(state.facing + now.turn_rad - ride.pose.turn_rad, 2.0 * std::numbers::pi);
}

Vec3 fixture_velocity(const Moment& m, std::size_t fixture, const Vec3& point) {
    if (const std::int32_t loose = m.state.fixtures[fixture].loose; loose >= 0) {
        const Phase* phase = fixture_phase(m, fixture);
        if (phase == nullptr || !phase->effects.loose) return Vec3{0.0};
        const LooseBody& body = m.state.loose[static_cast<std::size_t>(loose)].body;
        return body.asleep ? Vec3{0.0} : body.velocity + glm::cross(body.spin, point - body.place);
    }
    if (!is_on_its_way(m, fixture)) return Vec3{0.0};
    // Slide and swing go steadily, so any short time tells their speed; looked back, since the way may end now.
    constexpr double look_back_s = 1e-4;
    Moment before = m;
    before.ahead -= look_back_s;
    const FixturePose now = fixture_pose(m, fixture);
    const FixturePose then = fixture_pose(before, fixture);
    const Vec3 there = then.center + then.turn * glm::inverse(now.turn) * (point - now.center);
    return (point - there) / look_back_s;
}

void change_ground(const Rehearsal& r, const std::optional<Ride>& before, State& state) {
    const std::optional<Ride> now = ride_of(r, state);
    const Vec3 going = now ? fixture_velocity(r.moment(state), now->fixture, state.body.position) : Vec3{0.0};
    const bool same = before && now && before->fixture == now->fixture;
    if (!same) {
        Vec3 change = state.ground_velocity - going;
        const Vec3& normal = state.body.ground_normal;
        if (state.body.grounded) change -= normal * glm::dot(change, normal);  // along it: it bears the body
        state.body.velocity += change;
    }
    state.ground_velocity = going;
}

void take_ground_along(State& state) {
    state.body.velocity += state.ground_velocity;
    state.ground_velocity = Vec3{0.0};
}

}  // namespace leap
