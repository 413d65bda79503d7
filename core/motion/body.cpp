// SPDX-License-Identifier: MIT
#include "core/motion/body.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"
#include "core/motion/ground.hpp"

namespace leap {
namespace {

constexpr double gap = defaults::contact_gap_m;

Vec3 unlocked(const BodyShape& shape, Vec3 v) {
    if (shape.locked_axis) v[*shape.locked_axis] = 0.0;
    return v;
}

Vec3 displacement(const MotionLaw& law, double seconds) {
    return law.velocity * seconds + law.acceleration * (0.5 * seconds * seconds);
}

/// When the motion has covered `wanted` along `normal`, between 0 and `longest`; `guess` when rounding leaves no root.
double time_along(const MotionLaw& law, const Vec3& normal, double wanted, double longest, double guess) {
    const double a = 0.5 * glm::dot(law.acceleration, normal);
    const double b = glm::dot(law.velocity, normal);
    const double c = -wanted;
    if (std::abs(a) < 1e-12) {
        const double t = std::abs(b) < 1e-12 ? guess : -c / b;
        return std::clamp(t, 0.0, longest);
    }
    const double root = b * b - 4 * a * c;
    if (root < 0.0) return guess;
    // The stable pair of roots; the contact is the first one that isn't past.
    const double q = -0.5 * (b + std::copysign(std::sqrt(root), b));
    double first = q / a;
    double second = q != 0.0 ? c / q : first;
    if (first > second) std::swap(first, second);
    const double slack = 1e-9;
    if (first >= -slack && first <= longest + slack) return std::clamp(first, 0.0, longest);
    if (second >= -slack && second <= longest + slack) return std::clamp(second, 0.0, longest);
    return guess;
}

/// Whether a wall that was slid along is still there at the end: past its end what it held back goes on.
bool is_still_at(const Surroundings& course, const BodyShape& shape, const Vec3& feet, const Vec3& wall) {
    return sweep(course, shape.capsule, feet, wall * (-3.0 * gap), gap).has_value();
}

/// Takes from `v` what points into the surface. Surfaces too steep to walk on act as walls against motion up them, so
/// that a run or jump is not bent into a climb.
Vec3 slid(const BodyShape& shape, Vec3 v, const Vec3& normal) {
    if (normal.z > 1e-3 && !is_walkable(shape, normal)) {
        const Vec3 side = direction_or_zero(horizontal(normal));
        const double inward = glm::dot(v, side);
        if (inward < 0.0) v -= side * inward;
    }
    const double inward = glm::dot(v, normal);
    if (inward < 0.0) v -= normal * inward;
    return unlocked(shape, v);
}

/// `yields`: how fast what it met goes away by itself.
void note_bump(MotionResult& out, const Vec3& normal, double closing_speed, double yields, const Surface& surface) {
    const double softest = yields > 0.0 ? defaults::softest_bump_of_pushed_mps : defaults::softest_bump_mps;
    if (closing_speed - yields < softest) return;
    if (normal.z < 0.7) out.bumped = surface;
    if (normal.z < -0.7) {
        out.bumped_ceiling = true;
    } else if (normal.z < 0.7) {
        out.bumped_wall = true;
        out.wall_normal = direction_or_zero(horizontal(normal));
    }
}

/// The body has come down on walkable ground: stands up flat on it when there is room.
void land(const Surroundings& course, const BodyShape& shape, const SweepHit& hit, MotionResult& out) {
    BodyState& body = out.body;
    const Vec3 normal = is_walkable(shape, hit.face) ? hit.face : hit.normal;
    const double rest = standing_height(shape, body.position, hit.point, normal);
    const Vec3 lift{0.0, 0.0, rest - body.position.z};
    if (lift.z > 0.0 && !sweep(course, shape.capsule, body.position, lift, gap * 0.5)) body.position.z = rest;
    body.grounded = true;
    body.ground_normal = normal;
    body.ground = hit.surface;
    body.velocity = along_ground(horizontal(body.velocity), normal);
    out.landed = true;
}

bool lands_on(const BodyShape& shape, const SweepHit& hit, const Vec3& velocity, const Vec3& feet) {
    if (glm::dot(velocity, hit.normal) > 1e-9) return false;
    if (is_walkable(shape, hit.normal)) return true;
    if (!is_walkable(shape, hit.face) || velocity.z > 0.0 || hit.normal.z <= 0.0) return false;
    const double off_axis = horizontal_length(hit.point - feet);
    return off_axis <= shape.capsule.radius * defaults::landing_foot_share;
}

MotionResult move_in_air(const Surroundings& course, const BodyShape& shape, const BodyState& body, MotionLaw law,
                         double seconds) {
    MotionResult out;
    out.body = body;
    double left = seconds;
    std::optional<Vec3> before;  // the surface slid along last
    std::optional<Vec3> wall;
    for (int slide = 0; slide < defaults::max_slides && left > 0.0; ++slide) {
        const Vec3 motion = displacement(law, left);
        const auto hit = sweep(course, shape.capsule, out.body.position, motion, gap);
        if (!hit) {
            out.body.position += motion;
            law.velocity += law.acceleration * left;
            left = 0.0;
            break;
        }
        // The sweep went along the chord; the contact's instant comes from the curve itself.
        const double wanted = glm::dot(motion, hit->normal) * hit->share;
        const double t = time_along(law, hit->normal, wanted, left, hit->share * left);
        const Vec3 on_curve = out.body.position + displacement(law, t);
        const Vec3 on_chord = out.body.position + motion * hit->share;
        const bool curve_free = hit->share > 0.0 && !deepest_overlap(course, shape.capsule, on_curve, gap * 0.5);
        out.body.position = curve_free ? on_curve : on_chord;
        law.velocity += law.acceleration * t;
        left -= t;
        if (law.lands && lands_on(shape, *hit, law.velocity, out.body.position)) {
            out.body.velocity = law.velocity;
            land(course, shape, *hit, out);
            out.seconds = seconds - left;
            return out;
        }
        out.slid_round = out.slid_round || hit->rounded;
        const double yields = std::max(0.0, -glm::dot(velocity_of(course, hit->surface), hit->normal));
        note_bump(out, hit->normal, -glm::dot(law.velocity, hit->normal), yields, hit->surface);
        law.velocity = slid(shape, law.velocity, hit->normal);
        law.acceleration = slid(shape, law.acceleration, hit->normal);
        // Between two surfaces only the line where they meet is left.
        if (before && glm::dot(law.velocity, *before) < -1e-9) {
            const Vec3 crease = direction_or_zero(glm::cross(*before, hit->normal));
            law.velocity = unlocked(shape, crease * glm::dot(law.velocity, crease));
            law.acceleration = unlocked(shape, crease * glm::dot(law.acceleration, crease));
        }
        before = hit->normal;
        if (std::abs(hit->normal.z) < 0.7) wall = hit->normal;
        if (out.bumped_wall || out.bumped_ceiling) break;
    }
    if (wall && !out.bumped_wall && !is_still_at(course, shape, out.body.position, *wall)) out.slid_round = true;
    if (!out.bumped_wall && !out.bumped_ceiling) left = 0.0;  // wedged: the rest of the time passes standing
    out.body.velocity = law.velocity;
    out.seconds = seconds - left;
    return out;
}

/// Up, forward, down: onto a step in the way. Returns the place on top, when there is one.
std::optional<Vec3> step_onto(const Surroundings& course, const BodyShape& shape, const Vec3& feet,
                              const Vec3& forward) {
    Vec3 up{0.0, 0.0, shape.step_up};
    if (const auto ceiling = sweep(course, shape.capsule, feet, up, gap)) up *= ceiling->share;
    if (up.z < gap) return std::nullopt;
    const Vec3 raised = feet + up;
    Vec3 ahead = forward;
    if (const auto wall = sweep(course, shape.capsule, raised, forward, gap)) ahead *= wall->share;
    if (horizontal_length(ahead) < 1e-6) return std::nullopt;
    const Vec3 over = raised + ahead;
    const auto support = find_support(course, shape, over, shape.step_up + gap);
    if (!support || support->feet_z < feet.z + gap || support->feet_z > over.z) return std::nullopt;
    return Vec3{over.x, over.y, support->feet_z};
}

/// Puts the feet on the ground under them; false when there is none.
bool stand(const Surroundings& course, const BodyShape& shape, BodyState& body) {
    const auto support = find_support(course, shape, body.position, shape.step_up);
    if (!support) return false;
    const double rise = support->feet_z - body.position.z;
    const bool blocked =
        rise > 1e-6 && sweep(course, shape.capsule, body.position, Vec3{0.0, 0.0, rise}, gap * 0.5).has_value();
    if (!blocked) body.position.z = support->feet_z;
    body.ground_normal = support->normal;
    body.ground = support->surface;
    return true;
}

struct GroundSlide {
    Vec3 velocity{0.0};       ///< flat, what is left of it
    double first_bump = 2.0;  ///< share of the motion after which a wall was run into; above 1: none
};

/// One straight stretch on the ground, sliding along walls and up steps. `arriving` is the velocity that decides
/// whether meeting a wall is a bump: the one at the stretch's begin, so that leaning on a wall is none.
GroundSlide slide_on_ground(const Surroundings& course, const BodyShape& shape, BodyState& body, Vec3 motion,
                            Vec3 velocity, Vec3 arriving, MotionResult& out) {
    const double whole = std::max(horizontal_length(motion), 1e-12);
    GroundSlide result;
    const auto blocked_by = [&](const Vec3& normal, const Surface& surface) {
        const Vec3 side = direction_or_zero(horizontal(normal));
        // What gives way is followed: the velocity it has already isn't lost.
        const double yields = std::max(0.0, -glm::dot(velocity_of(course, surface), side));
        const double inward = -glm::dot(velocity, side);
        note_bump(out, side, -glm::dot(arriving, side), yields, surface);
        if (out.bumped_wall && result.first_bump > 1.0) result.first_bump = 1.0 - horizontal_length(motion) / whole;
        arriving = slid(shape, arriving, side);
        velocity = slid(shape, velocity, side) - side * std::clamp(inward, 0.0, yields);
        return slid(shape, motion, side);
    };
    Vec3 ground = body.ground_normal;
    std::optional<Vec3> before;
    std::optional<Vec3> wall;
    for (int slide = 0; slide < defaults::max_slides; ++slide) {
        if (horizontal_length(motion) < 1e-9) break;
        const Vec3 full = along_ground(motion, ground);
        const auto hit = sweep(course, shape.capsule, body.position, full, gap);
        if (!hit) {
            body.position += full;
            break;
        }
        body.position += full * hit->share;
        motion *= 1.0 - hit->share;
        if (is_walkable(shape, hit->normal)) {
            // A slope (or a seam, which changes nothing). Twice the same one means there is no way up: treat as wall.
            if (before && glm::dot(*before, hit->normal) > 1.0 - 1e-9) {
                motion = blocked_by(hit->normal, hit->surface);
            }
            ground = hit->normal;
            before = hit->normal;
            continue;
        }
        if (const auto top = step_onto(course, shape, body.position, motion)) {
            const Vec3 went = horizontal(*top - body.position);
            body.position = *top;
            ground = world_up;
            motion -= direction_or_zero(motion) * std::min(glm::length(went), glm::length(motion));
            continue;
        }
        out.slid_round = out.slid_round || hit->rounded;
        motion = blocked_by(hit->normal, hit->surface);
        if (before && glm::dot(motion, *before) < -1e-9) motion = Vec3{0.0};  // a corner
        before = wall = direction_or_zero(horizontal(hit->normal));
    }
    if (wall && !is_still_at(course, shape, body.position, *wall)) out.slid_round = true;
    result.velocity = velocity;
    return result;
}

MotionResult move_on_ground(const Surroundings& course, const BodyShape& shape, const BodyState& body,
                            const MotionLaw& law, double seconds) {
    const MotionLaw on_flat{horizontal(law.velocity), horizontal(law.acceleration)};
    double bump_share = 2.0;
    const auto attempt = [&](double time, MotionResult& out) {
        out = {};
        out.body = body;
        out.seconds = time;
        const Vec3 end_velocity = on_flat.velocity + on_flat.acceleration * time;
        const GroundSlide slide =
            slide_on_ground(course, shape, out.body, displacement(on_flat, time), end_velocity, on_flat.velocity, out);
        bump_share = slide.first_bump;
        out.body.velocity = slide.velocity;
        if (!stand(course, shape, out.body)) return false;
        out.body.velocity = along_ground(slide.velocity, out.body.ground_normal);
        return true;
    };
    MotionResult out;
    if (attempt(seconds, out)) {
        if (!out.bumped_wall) return out;
        // Up to the very instant of the bump, so that rules can answer it there.
        const Vec3 motion = displacement(on_flat, seconds);
        const double wanted = bump_share * glm::length(motion);
        const double t = time_along(on_flat, direction_or_zero(motion), wanted, seconds, bump_share * seconds);
        const Vec3 wall = out.wall_normal;
        const Surface surface = out.bumped;
        if (attempt(t, out)) {
            out.bumped_wall = true;
            out.bumped = surface;
            out.wall_normal = wall;
            out.body.velocity = along_ground(slid(shape, horizontal(out.body.velocity), wall), out.body.ground_normal);
            return out;
        }
        seconds = t;  // no ground where it bumps, though there is some further on
    }
    // The ground ends on the way: seek the instant, so that leaving it does not depend on the tick rate.
    double with = 0.0;
    double without = seconds;
    for (int i = 0; i < defaults::ground_end_halvings; ++i) {
        const double middle = 0.5 * (with + without);
        (attempt(middle, out) ? with : without) = middle;
    }
    attempt(without, out);
    out.body.velocity = along_ground(out.body.velocity, body.ground_normal);
    out.body.grounded = false;
    out.body.ground_normal = world_up;
    out.body.ground = {};
    out.left_ground = true;
    return out;
}

}  // namespace

MotionResult move_body(const Surroundings& course, const BodyShape& shape, const BodyState& body, const MotionLaw& law,
                       double seconds) {
    const MotionLaw allowed{unlocked(shape, law.velocity), unlocked(shape, law.acceleration), law.lands};
    MotionResult out = body.grounded ? move_on_ground(course, shape, body, allowed, seconds)
                                     : move_in_air(course, shape, body, allowed, seconds);
    if (!is_finite(out.body.position) || glm::length(out.body.position) > defaults::farthest_place_m) {
        out.body = body;
        out.body.velocity = Vec3{0.0};
        out.seconds = seconds;
    }
    const double speed = glm::length(out.body.velocity);
    if (speed > defaults::fastest_body_mps) out.body.velocity *= defaults::fastest_body_mps / speed;
    if (shape.locked_axis) out.body.position[*shape.locked_axis] = shape.locked_at;
    return out;
}

BodyState settle_body(const Surroundings& course, const BodyShape& shape, BodyState body, double reach) {
    const auto support = find_support(course, shape, body.position, reach);
    body.grounded = support.has_value();
    if (!support) return body;
    body.position.z = support->feet_z;
    body.ground_normal = support->normal;
    body.ground = support->surface;
    return body;
}

BodyState free_body(const Surroundings& course, const BodyShape& shape, BodyState body) {
    constexpr int max_pushes = 16;
    const auto pushed_out = [&](const Surroundings& of) {
        for (int i = 0; i < max_pushes; ++i) {
            const auto inside = deepest_overlap(of, shape.capsule, body.position);
            if (!inside) return true;
            body.position += inside->normal * (inside->depth + defaults::contact_gap_m);
            body.velocity = slid(shape, body.velocity, inside->normal);
        }
        return false;
    };
    // Where there is no room for all, between a wall and a crowd, what moves gives way and the wall doesn't.
    if (!pushed_out(course)) pushed_out(course.fixed);
    return body;
}

}  // namespace leap
