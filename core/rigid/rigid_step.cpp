// SPDX-License-Identifier: MIT
#include "core/rigid/rigid_step.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/defaults.hpp"
#include "core/rigid/contact_solver.hpp"
#include "core/units/turn.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

/// What the surface of a piece does to what lies on it: it may carry, and be slippery.
SurfaceFeel surface_feel(const SolidSource& source, const Solid& solid) {
    if (source.feels_alike() || !solid.surface.is_piece()) return {};
    return source.feel_of(solid.surface.index);
}

namespace d = defaults;

/// How far its surface can get in the step.
double reach_of(const RigidObject& thing, double seconds) {
    const double surface =
        glm::length(thing.body.velocity) + glm::length(thing.body.spin) * outer_radius(thing.kind.shape);
    return (surface + glm::length(thing.gravity) * seconds) * seconds + 4.0 * d::loose_slop_m;
}

double surface_speed(const RigidObject& thing) {
    return glm::length(thing.body.velocity) + glm::length(thing.body.spin) * outer_radius(thing.kind.shape);
}

class Step {
  public:
    Step(const SolidSource& fixed, std::span<const KinematicObstacle> obstacles, std::span<RigidObject> things,
         std::span<const ContactExemption> passes, double seconds, RigidScratch& scratch,
         std::span<const RigidJoint> joints)
        : fixed_(fixed),
          obstacles_(obstacles),
          things_(things),
          passes_(passes),
          seconds_(seconds),
          scratch_(scratch),
          joints_(joints) {}

    void run() {
        scratch_.rows.clear();
        scratch_.joint_rows.clear();
        scratch_.touches.clear();
        place_all();
        find_near();
        wake_by_touch();
        wake_by_joints();
        for (std::size_t i = 0; i < things_.size(); ++i)
            if (moves(i)) find_rows(i);
        prepare_contacts(things_, joints_, seconds_, scratch_);
        solve_contacts(seconds_, scratch_);
        for (std::size_t i = 0; i < things_.size(); ++i)
            if (moves(i)) move(i);
        note_touches();
        fall_asleep();
    }

  private:
    bool moves(std::size_t i) const { return things_[i].there && !things_[i].body.asleep; }

    void place_all() {
        scratch_.solids.resize(things_.size());
        scratch_.stands.resize(things_.size());
        for (std::size_t i = 0; i < things_.size(); ++i) {
            if (!things_[i].there) continue;
            const RigidScratch::Stand now{things_[i].kind.shape, things_[i].middle(), things_[i].body.turn};
            if (scratch_.stands[i] == now) continue;
            scratch_.stands[i] = now;
            place_shape(now.shape, now.place, now.turn, {}, scratch_.solids[i]);
        }
    }

    /// Pairs that can touch in the step. What wakes in it isn't faster for that.
    void find_near() {
        constexpr double rounding_m = 1e-9;
        scratch_.reached.assign(things_.size(), Bounds{});
        for (std::size_t i = 0; i < things_.size(); ++i)
            if (things_[i].there)
                scratch_.reached[i] = grown(scratch_.solids[i].bounds, reach_of(things_[i], seconds_) + rounding_m);
        scratch_.near.find(scratch_.reached);
    }

    /// What moves wakes the sleepers it touches, and those wake theirs once they move.
    void wake_by_touch() {
        for (std::size_t i = 0; i < things_.size(); ++i) {
            if (!moves(i) || surface_speed(things_[i]) < d::loose_wakes_mps) continue;
            const double reach = reach_of(things_[i], seconds_);
            for (const std::uint32_t j : scratch_.near.of(i)) {
                if (!things_[j].body.asleep) continue;
                if (!overlap(scratch_.solids[i].bounds, scratch_.solids[j].bounds, reach)) continue;
                scratch_.points.clear();
                find_contacts(scratch_.solids[i], scratch_.solids[j], reach, scratch_.points);
                if (scratch_.points.empty()) continue;
                things_[j].body.asleep = false;
                things_[j].body.still_s = 0.0;
            }
        }
    }

    /// What moves wakes what it is joined to.
    void wake_by_joints() {
        for (const RigidJoint& joint : joints_) {
            if (joint.other < 0) continue;
            RigidObject& a = things_[joint.thing];
            RigidObject& b = things_[static_cast<std::size_t>(joint.other)];
            if (!a.there || !b.there || a.body.asleep == b.body.asleep) continue;
            RigidObject& mover = a.body.asleep ? b : a;
            RigidObject& sleeper = a.body.asleep ? a : b;
            if (surface_speed(mover) < d::loose_wakes_mps) continue;
            sleeper.body.asleep = false;
            sleeper.body.still_s = 0.0;
        }
    }

    bool are_joined(std::size_t i, std::size_t j) const {
        return std::any_of(joints_.begin(), joints_.end(), [&](const RigidJoint& joint) {
            const auto other = static_cast<std::size_t>(joint.other);
            return joint.kind != RigidJointKind::rope && joint.other >= 0 &&
                   ((joint.thing == i && other == j) || (joint.thing == j && other == i));
        });
    }

    void add_rows(std::size_t a, std::int32_t b, std::int32_t other, double friction,
                  const KinematicObstacle* obstacle = nullptr) {
        for (const ContactPoint& point : scratch_.points) {
            ContactRow row;
            row.a = static_cast<std::int32_t>(a);
            row.b = b;
            row.other = other;
            row.contact = point;
            row.friction = friction;
            if (obstacle != nullptr)
                row.other_velocity =
                    obstacle->velocity + glm::cross(world_up * obstacle->spin, point.point - obstacle->middle);
            scratch_.rows.push_back(row);
        }
    }

    bool goes_through(std::size_t thing, std::size_t obstacle) const {
        return std::any_of(passes_.begin(), passes_.end(), [&](const ContactExemption& pass) {
            return pass.thing == thing && pass.obstacle == obstacle;
        });
    }

    void find_rows(std::size_t i) {
        const RigidObject& thing = things_[i];
        const Solid& own = scratch_.solids[i];
        const double reach = reach_of(thing, seconds_);
        solids_in(fixed_, grown(own.bounds, reach), scratch_.found);
        for (const Solid* solid : scratch_.found) {
            scratch_.points.clear();
            find_contacts(own, *solid, reach, scratch_.points);
            const std::size_t first = scratch_.rows.size();
            const SurfaceFeel feel = surface_feel(fixed_, *solid);
            add_rows(i, -1, -1, std::sqrt(thing.kind.friction * d::course_friction * feel.grip));
            for (std::size_t row = first; row < scratch_.rows.size(); ++row)
                scratch_.rows[row].other_velocity = feel.carries;
        }
        for (std::size_t k = 0; k < obstacles_.size(); ++k) {
            const KinematicObstacle& obstacle = obstacles_[k];
            const double margin = reach + glm::length(obstacle.velocity) * seconds_;
            if (goes_through(i, k)) continue;
            if (!overlap(own.bounds, obstacle.solid.bounds, margin)) continue;
            scratch_.points.clear();
            find_contacts(own, obstacle.solid, margin, scratch_.points);
            add_rows(i, -1, static_cast<std::int32_t>(things_.size() + k),
                     std::sqrt(thing.kind.friction * obstacle.friction), &obstacle);
        }
        for (const std::uint32_t j : scratch_.near.of(i)) {
            if ((j < i && moves(j)) || are_joined(i, j)) continue;
            const double margin = reach + (moves(j) ? reach_of(things_[j], seconds_) : 0.0);
            if (!overlap(own.bounds, scratch_.solids[j].bounds, margin)) continue;
            scratch_.points.clear();
            find_contacts(own, scratch_.solids[j], margin, scratch_.points);
            add_rows(i, moves(j) ? static_cast<std::int32_t>(j) : -1, static_cast<std::int32_t>(j),
                     std::sqrt(thing.kind.friction * things_[j].kind.friction));
        }
    }

    /// Straight to where it should go, but never with its inner ball across a surface that is fixed.
    Vec3 swept(const RigidObject& thing, const Vec3& motion) const {
        const double radius = 0.9 * inner_radius(thing.kind.shape);
        if (glm::dot(motion, motion) < radius * radius * 0.25) return motion;
        const Vec3 lowest = thing.middle() - world_up * radius;
        const auto hit = sweep(fixed_, {radius, 2.0 * radius}, lowest, motion, 0.0);
        return hit ? motion * hit->share : motion;
    }

    void move(std::size_t i) {
        RigidObject& thing = things_[i];
        RigidBody& body = thing.body;
        const Vec3 was = body.place;
        const RigidScratch::Motion& motion = scratch_.motions[i];
        const double before = motion.rests ? 0.0 : motion.until_impact.value_or(seconds_);
        const double after = motion.rests ? 0.0 : seconds_ - before;
        const auto fall = [&](const Vec3& velocity, double time) {
            return velocity * time + thing.gravity * (0.5 * time * time);
        };
        if (motion.rests) {
            // What a contact has changed goes on with what it was left.
            const bool free = motion.drift != Vec3{0.0} || motion.swerve != Vec3{0.0};
            const bool as_expected = free && glm::length(motion.velocity - motion.expected) < d::loose_settled_mps &&
                                     glm::length(motion.spin - motion.expected_spin) < d::loose_settled_mps;
            const Vec3 drift = as_expected ? motion.drift : Vec3{0.0};
            const Vec3 swerve = as_expected ? motion.swerve : Vec3{0.0};
            body.place += swept(thing, (motion.velocity + drift + motion.shift) * seconds_);
            body.velocity = motion.velocity;
            turn_by(body, motion.spin + swerve + motion.tilt, seconds_);
        } else {
            body.place += swept(thing, fall(body.velocity, before));
            body.place += swept(thing, fall(motion.velocity, after) + motion.shift * seconds_);
            body.velocity = motion.velocity + thing.gravity * (motion.until_impact ? after : seconds_);
            turn_by(body, body.spin, before);
            turn_by(body, motion.spin, after);
        }
        // What turns on a hinge has that hinge's friction, and no other.
        const double loss = thing.joined ? 0.0 : d::spin_loss_per_s;
        body.spin = motion.spin * std::max(0.0, 1.0 - loss * seconds_);
        limit(was, body);
    }

    static void limit(const Vec3& was, RigidBody& body) {
        const double speed = glm::length(body.velocity);
        if (!is_finite(body.velocity) || !is_finite(body.spin)) body.velocity = body.spin = Vec3{0.0};
        if (speed > d::fastest_body_mps) body.velocity *= d::fastest_body_mps / speed;
        if (const double spin = glm::length(body.spin); spin > d::fastest_spin_rad_per_s)
            body.spin *= d::fastest_spin_rad_per_s / spin;
        if (is_finite(body.place) && glm::length(body.place) <= d::farthest_place_m) return;
        // Beyond the world it lies where it left it.
        body.place = was;
        body.velocity = body.spin = Vec3{0.0};
        body.asleep = true;
    }

    void note_touches() {
        for (const ContactRow& row : scratch_.rows)
            if (row.normal.impulse > 0.0 || row.contact.gap <= d::loose_slop_m)
                scratch_.touches.push_back({row.a, row.other, row.contact, row.normal.impulse});
    }

    /// A body sleeps when it and all loose bodies it touches have been still for long enough.
    void fall_asleep() {
        for (std::size_t i = 0; i < things_.size(); ++i) {
            if (!moves(i)) continue;
            RigidBody& body = things_[i].body;
            const bool still = surface_speed(things_[i]) < d::loose_still_mps;
            body.still_s = still ? body.still_s + seconds_ : 0.0;
        }
        const auto may_sleep = [&](std::size_t i) { return !moves(i) || things_[i].body.still_s >= d::loose_still_s; };
        scratch_.rests.assign(things_.size(), {});
        const auto note_row = [&](std::int32_t self, std::int32_t other, const ContactRow& row) {
            if (self < 0) return;
            RigidScratch::Rest& rest = scratch_.rests[static_cast<std::size_t>(self)];
            rest.borne = rest.borne || row.normal.impulse > 0.0;
            rest.disturbed = rest.disturbed || row.other_velocity != Vec3{0.0} ||
                             (other >= 0 && !may_sleep(static_cast<std::size_t>(other)));
        };
        for (const ContactRow& row : scratch_.rows) {
            note_row(row.a, row.b, row);
            note_row(row.b, row.a, row);
        }
        for (const RigidJoint& joint : joints_) {
            if (joint.other < 0) continue;
            const auto other = static_cast<std::size_t>(joint.other);
            scratch_.rests[joint.thing].disturbed |= !may_sleep(other);
            scratch_.rests[other].disturbed |= !may_sleep(joint.thing);
        }
        for (std::size_t i = 0; i < things_.size(); ++i) {
            if (!moves(i) || !may_sleep(i)) continue;
            const RigidScratch::Rest& rest = scratch_.rests[i];
            if (rest.disturbed || things_[i].ridden_kg != 0.0) continue;
            if (!rest.borne && !things_[i].borne && things_[i].gravity != Vec3{0.0}) continue;
            things_[i].body.asleep = true;
            things_[i].body.velocity = things_[i].body.spin = Vec3{0.0};
        }
    }

    const SolidSource& fixed_;
    std::span<const KinematicObstacle> obstacles_;
    std::span<RigidObject> things_;
    std::span<const ContactExemption> passes_;
    double seconds_;
    RigidScratch& scratch_;
    std::span<const RigidJoint> joints_;
};

}  // namespace

glm::dmat3 inverse_inertia(const RigidObject& thing) {
    glm::dmat3 out = inverse_inertia(thing.kind, thing.body.turn);
    if (thing.ridden_kg > 0.0) out = glm::inverse(glm::inverse(out) + thing.ridden_inertia);
    if (thing.upright) {
        const double about_up = out[2][2];
        out = glm::dmat3{0.0};
        out[2][2] = about_up;
    }
    return out;
}

void step_rigid_bodies(const SolidSource& fixed, std::span<const KinematicObstacle> obstacles,
                       std::span<RigidObject> things, std::span<const ContactExemption> passes, double seconds,
                       RigidScratch& scratch, std::span<const RigidJoint> joints) {
    const bool any = std::any_of(things.begin(), things.end(),
                                 [](const RigidObject& thing) { return thing.there && !thing.body.asleep; });
    scratch.touches.clear();
    if (any) Step(fixed, obstacles, things, passes, seconds, scratch, joints).run();
}

bool rests_there(const SolidSource& fixed, std::span<const RigidObject> things, std::size_t index,
                 RigidScratch& scratch) {
    constexpr double near_m = 0.01;
    const RigidObject& thing = things[index];
    Solid own;
    place_shape(thing.kind.shape, thing.body.place, thing.body.turn, {}, own);
    std::vector<ContactPoint>& points = scratch.points;
    points.clear();
    solids_in(fixed, grown(own.bounds, near_m), scratch.found);
    for (const Solid* solid : scratch.found) {
        find_contacts(own, *solid, near_m, points);
        if (!points.empty() && surface_feel(fixed, *solid).carries != Vec3{0.0}) return false;
    }
    Solid other;
    for (std::size_t j = 0; j < things.size(); ++j) {
        if (j == index || !things[j].there || !things[j].body.asleep) continue;
        place_shape(things[j].kind.shape, things[j].body.place, things[j].body.turn, {}, other);
        if (overlap(own.bounds, other.bounds, near_m)) find_contacts(own, other, near_m, points);
    }
    // Borne when its middle lies over the area that level contacts span: on no side are all of them.
    constexpr double level_cos = 0.995;
    std::erase_if(points, [](const ContactPoint& p) { return p.normal.z < level_cos; });
    // What is round stands on one point, straight under its middle: a ball always, a capsule when it is upright.
    const bool upright = std::abs((thing.body.turn * world_up).z) > level_cos;
    if (thing.kind.shape.kind == RigidShapeKind::ball || (thing.kind.shape.kind == RigidShapeKind::capsule && upright))
        return std::any_of(points.begin(), points.end(), [&](const ContactPoint& p) {
            return horizontal_length(p.point - thing.body.place) < near_m;
        });
    if (points.size() < 3) return false;
    constexpr int sides = 16;
    for (int k = 0; k < sides; ++k) {
        const double angle = 2.0 * std::numbers::pi * k / sides;
        const Vec3 side = facing_direction(angle);
        const bool beyond = std::any_of(points.begin(), points.end(), [&](const ContactPoint& p) {
            return glm::dot(p.point - thing.body.place, side) > near_m;
        });
        if (!beyond) return false;
    }
    return true;
}

}  // namespace leap
