// SPDX-License-Identifier: MIT
#include "core/rigid/joint.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/defaults.hpp"
#include "core/rigid/rigid_step.hpp"
#include "core/units/elementary.hpp"

namespace leap {
namespace {

const RigidBody still_world{};

/// Where a joint's points and axes are now.
struct JointPlace {
    Vec3 at{0.0}, other_at{0.0};
    Vec3 axis{0.0}, other_axis{0.0};
    Quat turned{1.0, 0.0, 0.0, 0.0};  ///< of the thing against the other, from home, in the world's frame
};

JointPlace place_of(const RigidJoint& joint, const RigidBody& thing, const RigidBody* other) {
    const RigidBody& b = other == nullptr ? still_world : *other;
    JointPlace out;
    out.at = thing.place + thing.turn * joint.at;
    out.other_at = b.place + b.turn * joint.other_at;
    out.axis = thing.turn * joint.axis;
    out.other_axis = b.turn * (joint.home * joint.axis);
    out.turned = thing.turn * glm::inverse(b.turn * joint.home);
    if (out.turned.w < 0.0) out.turned = -out.turned;
    return out;
}

double angle_about(const Quat& turned, const Vec3& axis) {
    return 2.0 * elementary::atan2(glm::dot(Vec3(turned.x, turned.y, turned.z), axis), turned.w);
}

class JointRows {
  public:
    /// What the rows are for: what it has now is stopped at an end, the mean over the step is held, or what contacts
    /// leave is. Of ends and ropes only the last knows those that are not reached yet.
    enum class Stage { stop, mean, end };
    JointRows(RigidScratch& scratch, double seconds, Stage stage)
        : bodies_(scratch.joined), scratch_(scratch), seconds_(seconds), stage_(stage) {}

    void add(const RigidJoint& joint) {
        joint_ = &joint;
        const RigidBody& a = bodies_[joint.thing];
        const RigidBody* b = joint.other < 0 ? nullptr : &bodies_[static_cast<std::size_t>(joint.other)];
        place_ = place_of(joint, a, b);
        arm_a_ = place_.at - a.place;
        arm_b_ = b == nullptr ? Vec3{0.0} : place_.other_at - b->place;
        switch (joint.kind) {
            case RigidJointKind::hinge: add_hinge(); break;
            case RigidJointKind::slider: add_slider(); break;
            case RigidJointKind::rope: add_rope(); break;
        }
    }

  private:
    JointRow& row() {
        JointRow& out = scratch_.joint_rows.emplace_back();
        out.a = static_cast<std::int32_t>(joint_->thing);
        out.b = joint_->other;
        return out;
    }
    const RigidScratch::Motion* motion(std::int32_t thing) const {
        return thing < 0 ? nullptr : &scratch_.motions[static_cast<std::size_t>(thing)];
    }
    /// A row against motion of the two points along a direction.
    JointRow& straight(const Vec3& along) {
        JointRow& out = row();
        ContactAxis& axis = out.axis;
        axis.along = along;
        const RigidScratch::Motion& a = *motion(out.a);
        axis.lever_a = glm::cross(arm_a_, along);
        axis.turns_a = a.inverse_inertia * axis.lever_a;
        double sum = a.inverse_mass + glm::dot(axis.lever_a, axis.turns_a);
        if (const auto* b = motion(out.b)) {
            axis.lever_b = glm::cross(arm_b_, along);
            axis.turns_b = b->inverse_inertia * axis.lever_b;
            sum += b->inverse_mass + glm::dot(axis.lever_b, axis.turns_b);
        }
        axis.mass = sum > 1e-12 ? 1.0 / sum : 0.0;
        return out;
    }
    /// A row against turning about a direction.
    JointRow& turning(const Vec3& about) {
        JointRow& out = row();
        ContactAxis& axis = out.axis;
        const RigidScratch::Motion& a = *motion(out.a);
        axis.lever_a = about;
        axis.turns_a = a.inverse_inertia * about;
        double sum = glm::dot(about, axis.turns_a);
        if (const auto* b = motion(out.b)) {
            axis.lever_b = about;
            axis.turns_b = b->inverse_inertia * about;
            sum += glm::dot(about, axis.turns_b);
        }
        axis.mass = sum > 1e-12 ? 1.0 / sum : 0.0;
        return out;
    }
    static std::array<Vec3, 2> across(const Vec3& axis) {
        const Vec3 first = direction_or_zero(glm::cross(axis, std::abs(axis.z) < 0.9 ? world_up : Vec3{0.0, 1.0, 0.0}));
        return {first, glm::cross(axis, first)};
    }
    /// What it may reach within the step, and is kept from going beyond: one row for each end that there is.
    template <class Make>
    void add_limits(double way, const Vec3& along, const Make& make) {
        const auto end = [&](double left, const Vec3& inward) {
            if (!std::isfinite(left) || (stage_ != Stage::end && left > 0.0)) return;
            JointRow& out = make(inward);
            out.low = 0.0;
            out.wanted_speed = -std::max(0.0, left) / seconds_;
            out.error = std::max(0.0, -left);
        };
        end(way - joint_->low, along);
        end(joint_->high - way, -along);
    }
    /// Friction and motor act on the mean, by half of what they have: the velocity after changes by twice that.
    void add_drag(JointRow& out) const {
        const bool driven = joint_->motor_most > 0.0;
        const double most = (driven ? joint_->motor_most : joint_->friction) * seconds_ * 0.5;
        const RigidScratch::Motion& a = *motion(out.a);
        double now = glm::dot(a.before, out.axis.along) + glm::dot(a.before_spin, out.axis.lever_a);
        if (const auto* b = motion(out.b))
            now -= glm::dot(b->before, out.axis.along) + glm::dot(b->before_spin, out.axis.lever_b);
        out.wanted_speed = 0.5 * ((driven ? joint_->motor_speed : 0.0) + now);
        out.low = -most;
        out.high = most;
    }
    bool is_braked() const { return stage_ == Stage::mean && (joint_->motor_most > 0.0 || joint_->friction > 0.0); }

    void add_point(std::span<const Vec3> ways) {
        for (const Vec3& along : ways) {
            JointRow& out = straight(along);
            out.error = -glm::dot(place_.at - place_.other_at, along);
        }
    }
    void add_hinge() {
        constexpr std::array ways{Vec3{1.0, 0.0, 0.0}, Vec3{0.0, 1.0, 0.0}, Vec3{0.0, 0.0, 1.0}};
        const Vec3 tilted = glm::cross(place_.axis, place_.other_axis);
        for (const Vec3& about : across(place_.other_axis)) turning(about).error = glm::dot(tilted, about);
        if (is_braked()) add_drag(turning(place_.other_axis));
        add_limits(angle_about(place_.turned, place_.other_axis), place_.other_axis,
                   [this](const Vec3& about) -> JointRow& { return turning(about); });
        add_point(ways);
    }
    void add_slider() {
        constexpr std::array axes{Vec3{1.0, 0.0, 0.0}, Vec3{0.0, 1.0, 0.0}, Vec3{0.0, 0.0, 1.0}};
        const Vec3 off{place_.turned.x, place_.turned.y, place_.turned.z};
        for (const Vec3& about : axes) turning(about).error = -2.0 * glm::dot(off, about);
        if (is_braked()) add_drag(straight(place_.other_axis));
        add_limits(glm::dot(place_.at - place_.other_at, place_.other_axis), place_.other_axis,
                   [this](const Vec3& along) -> JointRow& { return straight(along); });
        add_point(across(place_.other_axis));
    }
    void add_rope() {
        const Vec3 apart = place_.at - place_.other_at;
        const double distance = glm::length(apart);
        if (stage_ != Stage::end && distance < joint_->length) return;
        JointRow& out = straight(distance > 1e-9 ? -apart / distance : -world_up);
        out.low = 0.0;
        out.wanted_speed = -std::max(0.0, joint_->length - distance) / seconds_;
        out.error = std::max(0.0, distance - joint_->length);
    }

    std::span<const RigidBody> bodies_;
    RigidScratch& scratch_;
    double seconds_;
    Stage stage_;
    const RigidJoint* joint_ = nullptr;
    JointPlace place_;
    Vec3 arm_a_{0.0}, arm_b_{0.0};
};

}  // namespace

double joint_way(const RigidJoint& joint, const RigidBody& thing, const RigidBody* other) {
    const JointPlace place = place_of(joint, thing, other);
    const Vec3 apart = place.at - place.other_at;
    if (joint.kind == RigidJointKind::rope) return glm::length(apart);
    if (joint.kind == RigidJointKind::slider) return glm::dot(apart, place.other_axis);
    return angle_about(place.turned, place.other_axis);
}

namespace {

/// Whether a rope can't become taut within the step: until then its ends fall freely.
bool is_slack(const RigidJoint& joint, std::span<const RigidObject> things, double seconds) {
    const RigidObject& thing = things[joint.thing];
    const RigidObject* other = joint.other < 0 ? nullptr : &things[static_cast<std::size_t>(joint.other)];
    const auto reach = [&](const RigidObject& each, const Vec3& arm) {
        const double speed = glm::length(each.body.velocity) + glm::length(each.body.spin) * glm::length(arm);
        return (speed + glm::length(each.gravity) * seconds) * seconds;
    };
    double most = joint_way(joint, thing.body, other == nullptr ? nullptr : &other->body) + reach(thing, joint.at);
    if (other != nullptr) most += reach(*other, joint.other_at);
    return most < joint.length;
}

}  // namespace

namespace {

bool holds(std::span<const RigidObject> things, const RigidJoint& joint, double seconds) {
    const auto moves = [](const RigidObject& thing) { return thing.there && !thing.body.asleep; };
    const RigidObject& thing = things[joint.thing];
    const bool other_moves = joint.other >= 0 && moves(things[static_cast<std::size_t>(joint.other)]);
    if (!thing.there || (!moves(thing) && !other_moves)) return false;
    return joint.kind != RigidJointKind::rope || !is_slack(joint, things, seconds);
}

template <class Do>
void for_each_joined(std::span<const RigidObject> things, std::span<const RigidJoint> joints, double seconds,
                     RigidScratch& scratch, const Do& act) {
    for (const RigidJoint& joint : joints) {
        if (!holds(things, joint, seconds)) continue;
        act(scratch.motions[joint.thing], joint.thing);
        if (joint.other >= 0)
            act(scratch.motions[static_cast<std::size_t>(joint.other)], static_cast<std::size_t>(joint.other));
    }
}

/// All rows until they are settled; no positions are corrected.
void settle_rows(RigidScratch& scratch) {
    const int rounds = std::min(4 * defaults::max_loose_rounds,
                                defaults::loose_rounds + 4 * static_cast<int>(scratch.joint_rows.size()));
    for (int round = 0; round < rounds; ++round) {
        double change = 0.0;
        for (JointRow& row : scratch.joint_rows) change = std::max(change, solve_joint_row(row, scratch));
        if (change < defaults::loose_settled_mps) return;
    }
}

}  // namespace

double solve_joint_row(JointRow& row, RigidScratch& scratch) {
    ContactAxis& axis = row.axis;
    RigidScratch::Motion& a = scratch.motions[static_cast<std::size_t>(row.a)];
    RigidScratch::Motion* b = row.b < 0 ? nullptr : &scratch.motions[static_cast<std::size_t>(row.b)];
    double speed = glm::dot(a.velocity, axis.along) + glm::dot(a.spin, axis.lever_a);
    if (b != nullptr) speed -= glm::dot(b->velocity, axis.along) + glm::dot(b->spin, axis.lever_b);
    const double wanted = axis.impulse + (row.wanted_speed - speed) * axis.mass;
    const double change = std::clamp(wanted, row.low, row.high) - axis.impulse;
    axis.impulse += change;
    a.velocity += axis.along * (change * a.inverse_mass);
    a.spin += axis.turns_a * change;
    if (b != nullptr) {
        b->velocity -= axis.along * (change * b->inverse_mass);
        b->spin -= axis.turns_b * change;
    }
    return axis.mass > 0.0 ? std::abs(change) / axis.mass : 0.0;
}

void note_joined(std::span<const RigidObject> things, std::span<const RigidJoint> joints, double seconds,
                 RigidScratch& scratch) {
    for_each_joined(things, joints, seconds, scratch,
                    [](RigidScratch::Motion& motion, std::size_t) { motion.rests = motion.inverse_mass > 0.0; });
}

void take_joints_over_step(std::span<const RigidObject> things, std::span<const RigidJoint> joints, double seconds,
                           RigidScratch& scratch) {
    using Motion = RigidScratch::Motion;
    std::vector<RigidBody>& bodies = scratch.joined;
    bodies.clear();
    for (const RigidObject& thing : things) bodies.push_back(thing.body);
    const std::vector<Motion> free = scratch.motions;  // what it would come to
    const auto each = [&](const auto& act) {
        std::vector<bool> done(things.size());
        for_each_joined(things, joints, seconds, scratch, [&](Motion& motion, std::size_t i) {
            if (motion.inverse_mass == 0.0 || done[i]) return;
            done[i] = true;
            act(motion, i);
        });
    };
    const auto rows = [&](JointRows::Stage stage) {
        scratch.joint_rows.clear();
        JointRows make(scratch, seconds, stage);
        for (const RigidJoint& joint : joints)
            if (holds(things, joint, seconds)) make.add(joint);
    };
    // What it has now, without what runs into an end.
    each([&](Motion& motion, std::size_t i) {
        motion.velocity = things[i].body.velocity;
        motion.spin = things[i].body.spin;
    });
    rows(JointRows::Stage::stop);
    settle_rows(scratch);
    // The mean over the step, held where things are in its middle.
    each([&](Motion& motion, std::size_t i) {
        motion.before = motion.velocity;
        motion.before_spin = motion.spin;
        bodies[i].place += motion.velocity * (0.5 * seconds);
        turn_by(bodies[i], motion.spin, 0.5 * seconds);
        motion.velocity += (free[i].velocity - things[i].body.velocity) * 0.5;
        motion.spin += (free[i].spin - things[i].body.spin) * 0.5;
    });
    rows(JointRows::Stage::mean);
    settle_rows(scratch);
    each([&](Motion& motion, std::size_t i) {
        const Vec3 mean = motion.velocity;
        const Vec3 mean_spin = motion.spin;
        motion.velocity = motion.expected = 2.0 * mean - motion.before;
        motion.spin = motion.expected_spin = 2.0 * mean_spin - motion.before_spin;
        motion.drift = mean - motion.velocity;
        motion.swerve = mean_spin - motion.spin;
        bodies[i] = things[i].body;
        bodies[i].place += mean * seconds;
        turn_by(bodies[i], mean_spin, seconds);
    });
    // What the solver of contacts holds on to: the joints as they are at the end.
    rows(JointRows::Stage::end);
}

}  // namespace leap
