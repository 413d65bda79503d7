// SPDX-License-Identifier: MIT
#include "core/rigid/contact_solver.hpp"

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

#include "core/defaults.hpp"

namespace leap {
namespace {

namespace d = defaults;
using Motion = RigidScratch::Motion;

/// When a gap that closes at `closing` and ever faster by `falling` is gone; nothing when not within `longest`.
std::optional<double> time_to_meet(double gap, double closing, double falling, double longest) {
    if (gap <= 0.0) return closing > 0.0 ? std::optional(0.0) : std::nullopt;
    double time = std::numeric_limits<double>::infinity();
    if (std::abs(falling) < 1e-9) {
        if (closing > 0.0) time = gap / closing;
    } else {
        const double root = closing * closing + 2.0 * falling * gap;
        if (root >= 0.0) time = 2.0 * gap / (closing + std::sqrt(root));
    }
    return time >= 0.0 && time <= longest ? std::optional(time) : std::nullopt;
}

class Rows {
  public:
    explicit Rows(RigidScratch& scratch) : scratch_(scratch) {}

    Motion* motion(std::int32_t thing) {
        return thing < 0 ? nullptr : &scratch_.motions[static_cast<std::size_t>(thing)];
    }
    /// Speed of `a` against `b` along an axis.
    double speed(const ContactRow& row, const ContactAxis& axis) {
        const Motion& a = *motion(row.a);
        double out = glm::dot(a.velocity - row.other_velocity, axis.along) + glm::dot(a.spin, axis.lever_a);
        if (const Motion* b = motion(row.b)) out -= glm::dot(b->velocity, axis.along) + glm::dot(b->spin, axis.lever_b);
        return out;
    }
    ContactAxis axis(const ContactRow& row, const Vec3& along, const Vec3& arm_a, const Vec3& arm_b) {
        ContactAxis out;
        out.along = along;
        const auto share = [&](const Motion& m, const Vec3& arm, Vec3& lever, Vec3& turns) {
            lever = glm::cross(arm, along);
            turns = m.inverse_inertia * lever;
            return m.inverse_mass + glm::dot(lever, turns);
        };
        double sum = share(*motion(row.a), arm_a, out.lever_a, out.turns_a);
        if (const Motion* b = motion(row.b)) sum += share(*b, arm_b, out.lever_b, out.turns_b);
        out.mass = sum > 1e-12 ? 1.0 / sum : 0.0;
        return out;
    }
    /// Brings the axis' impulse to a value; returns by how much the speed changes at most.
    double set_impulse(const ContactRow& row, ContactAxis& axis, double impulse) {
        const double change = impulse - axis.impulse;
        axis.impulse = impulse;
        Motion& a = *motion(row.a);
        a.velocity += axis.along * (change * a.inverse_mass);
        a.spin += axis.turns_a * change;
        if (Motion* b = motion(row.b)) {
            b->velocity -= axis.along * (change * b->inverse_mass);
            b->spin -= axis.turns_b * change;
        }
        return axis.mass > 0.0 ? std::abs(change) / axis.mass : 0.0;
    }

    /// Friction stays inside its cone, the normal impulse doesn't pull.
    double solve(ContactRow& row) {
        ContactAxis& n = row.normal;
        double change = set_impulse(row, n, std::max(0.0, n.impulse + (row.wanted_speed - speed(row, n)) * n.mass));
        const double most = row.friction * n.impulse;
        for (ContactAxis& t : row.across) {
            const double wanted = t.impulse - speed(row, t) * t.mass;
            change = std::max(change, set_impulse(row, t, std::clamp(wanted, -most, most)));
        }
        return change;
    }
    /// Overlaps are taken out by velocities of their own that are forgotten after the step, so that they add no energy
    /// ("split impulses").
    void solve_overlap(ContactRow& row, double seconds) {
        const double overlap = -row.contact.gap - d::loose_slop_m;
        if (overlap <= 0.0) return;
        Motion& a = *motion(row.a);
        Motion* b = motion(row.b);
        const ContactAxis& n = row.normal;
        double now_at = glm::dot(a.shift, n.along) + glm::dot(a.tilt, n.lever_a);
        if (b != nullptr) now_at -= glm::dot(b->shift, n.along) + glm::dot(b->tilt, n.lever_b);
        const double wanted = std::min(overlap * d::loose_push_share / seconds, d::fastest_push_out_mps);
        const double push = std::max(0.0, row.push + (wanted - now_at) * n.mass);
        const double change = push - row.push;
        row.push = push;
        a.shift += n.along * (change * a.inverse_mass);
        a.tilt += n.turns_a * change;
        if (b == nullptr) return;
        b->shift -= n.along * (change * b->inverse_mass);
        b->tilt -= n.turns_b * change;
    }

    /// As for overlaps; what holds both ways is corrected both ways.
    void solve_error(JointRow& row, double seconds) {
        if (row.error == 0.0) return;
        const Motion& a = *motion(row.a);
        double now_at = glm::dot(a.shift, row.axis.along) + glm::dot(a.tilt, row.axis.lever_a);
        if (const Motion* b = motion(row.b))
            now_at -= glm::dot(b->shift, row.axis.along) + glm::dot(b->tilt, row.axis.lever_b);
        const double most = d::fastest_push_out_mps;
        const double wanted = std::clamp(row.error * d::loose_push_share / seconds, -most, most);
        double sum = row.push + (wanted - now_at) * row.axis.mass;
        if (row.low >= 0.0) sum = std::max(0.0, sum);
        push(row, sum - row.push, &Motion::shift, &Motion::tilt);
        row.push = sum;
    }

  private:
    void push(const JointRow& row, double change, Vec3 Motion::*straight, Vec3 Motion::*turning) {
        Motion& a = *motion(row.a);
        a.*straight += row.axis.along * (change * a.inverse_mass);
        a.*turning += row.axis.turns_a * change;
        Motion* b = motion(row.b);
        if (b == nullptr) return;
        b->*straight -= row.axis.along * (change * b->inverse_mass);
        b->*turning -= row.axis.turns_b * change;
    }

    RigidScratch& scratch_;
};

/// Things joined by contacts or joints get the number of the first of them, so that each group is solved for as long as
/// it needs alone. Union-find with path halving (Tarjan and van Leeuwen, 1984).
void find_islands(RigidScratch& scratch) {
    std::vector<Motion>& motions = scratch.motions;
    for (std::size_t i = 0; i < motions.size(); ++i) motions[i].island = static_cast<std::int32_t>(i);
    const auto island = [&](std::int32_t i) -> std::int32_t& { return motions[static_cast<std::size_t>(i)].island; };
    const auto first_of = [&](std::int32_t i) {
        for (; island(i) != i; i = island(i)) island(i) = island(island(i));
        return i;
    };
    const auto join = [&](std::int32_t one, std::int32_t other) {
        if (other < 0) return;
        const std::int32_t a = first_of(one);
        const std::int32_t b = first_of(other);
        island(std::max(a, b)) = std::min(a, b);
    };
    for (const ContactRow& row : scratch.rows) join(row.a, row.b);
    for (const JointRow& row : scratch.joint_rows) join(row.a, row.b);
    for (std::size_t i = 0; i < motions.size(); ++i) motions[i].island = first_of(static_cast<std::int32_t>(i));
    for (ContactRow& row : scratch.rows) row.island = motions[static_cast<std::size_t>(row.a)].island;
    for (JointRow& row : scratch.joint_rows) row.island = motions[static_cast<std::size_t>(row.a)].island;
}

void note_meeting(std::span<const RigidObject> things, double seconds, ContactRow& row, Rows& rows) {
    const RigidObject& a = things[static_cast<std::size_t>(row.a)];
    const double closing = -rows.speed(row, row.normal);
    double falling = -glm::dot(a.gravity, row.contact.normal);
    if (row.b >= 0) falling += glm::dot(things[static_cast<std::size_t>(row.b)].gravity, row.contact.normal);
    row.meets_after = time_to_meet(row.contact.gap, closing, falling, seconds);
    row.impact_speed = closing + falling * row.meets_after.value_or(0.0);
    Motion& motion = *rows.motion(row.a);
    const bool still_touching = row.contact.gap <= d::loose_slop_m && row.impact_speed < d::softest_bounce_mps &&
                                closing > -d::softest_bounce_mps;
    if (row.b >= 0) {
        motion.rests = rows.motion(row.b)->rests = true;
    } else if (still_touching) {
        motion.rests = true;
    } else if (row.meets_after) {
        motion.until_impact = std::min(motion.until_impact.value_or(seconds), *row.meets_after);
    }
}

}  // namespace

void prepare_contacts(std::span<const RigidObject> things, std::span<const RigidJoint> joints, double seconds,
                      RigidScratch& scratch) {
    scratch.motions.resize(things.size());
    for (std::size_t i = 0; i < things.size(); ++i) {
        const RigidObject& thing = things[i];
        Motion& motion = scratch.motions[i];
        motion = {};
        if (!thing.there || thing.body.asleep) continue;
        motion.velocity = thing.body.velocity;
        motion.spin = thing.body.spin;
        motion.inverse_mass = 1.0 / std::max(1e-6, thing.kind.mass_kg + thing.ridden_kg);
        motion.inverse_inertia = inverse_inertia(thing);
    }
    Rows rows(scratch);
    for (ContactRow& row : scratch.rows) {
        const Vec3& normal = row.contact.normal;
        const Vec3 arm_a = row.contact.point - things[static_cast<std::size_t>(row.a)].body.place;
        Vec3 arm_b{0.0};
        if (row.b >= 0) arm_b = row.contact.point - things[static_cast<std::size_t>(row.b)].body.place;
        const Vec3 across = direction_or_zero(std::abs(normal.z) < 0.9 ? glm::cross(normal, world_up)
                                                                       : glm::cross(normal, Vec3{0.0, 1.0, 0.0}));
        row.normal = rows.axis(row, normal, arm_a, arm_b);
        row.across[0] = rows.axis(row, across, arm_a, arm_b);
        row.across[1] = rows.axis(row, glm::cross(normal, across), arm_a, arm_b);
        note_meeting(things, seconds, row, rows);
    }
    if (!joints.empty()) note_joined(things, joints, seconds, scratch);
    // Velocities as they are when the contacts act: at the impact, or with the whole step's fall when resting.
    for (std::size_t i = 0; i < things.size(); ++i) {
        Motion& motion = scratch.motions[i];
        if (motion.inverse_mass == 0.0) continue;
        const double fallen = motion.rests ? seconds : motion.until_impact.value_or(0.0);
        if (motion.rests || motion.until_impact) motion.velocity += things[i].gravity * fallen;
        motion.spin += motion.inverse_inertia * things[i].pressed_turn;
    }
    if (!joints.empty()) take_joints_over_step(things, joints, seconds, scratch);
    for (ContactRow& row : scratch.rows) {
        const double bounce = std::max(things[static_cast<std::size_t>(row.a)].kind.bounce,
                                       row.b >= 0 ? things[static_cast<std::size_t>(row.b)].kind.bounce : 0.0);
        const bool bounces = row.meets_after && bounce > 0.0 && row.impact_speed > d::softest_bounce_mps;
        const bool at_surface = !scratch.motions[static_cast<std::size_t>(row.a)].rests && row.meets_after;
        if (bounces) {
            row.wanted_speed = bounce * row.impact_speed;
        } else {
            row.wanted_speed = at_surface ? 0.0 : -std::max(0.0, row.contact.gap) / seconds;
        }
    }
}

namespace {

using ContactRange = std::span<ContactRow>;
using JointRange = std::span<JointRow>;

/// All that is joined is solved together, for as long as it needs. Where nothing touches, joints hold already but for
/// their ends; see take_joints_over_step().
void solve_island(double seconds, ContactRange contacts, JointRange joints, RigidScratch& scratch) {
    Rows rows(scratch);
    const int count = static_cast<int>(contacts.size() + joints.size());
    const int rounds = std::min(d::max_loose_rounds, d::loose_rounds + count);
    for (int round = 0; round < rounds; ++round) {
        double change = 0.0;
        for (JointRow& row : joints)
            if (!contacts.empty() || row.low >= 0.0) change = std::max(change, solve_joint_row(row, scratch));
        for (ContactRow& row : contacts) change = std::max(change, rows.solve(row));
        if (change < d::loose_settled_mps) break;
    }
    for (int round = 0; round < d::loose_push_rounds; ++round) {
        for (JointRow& row : joints) rows.solve_error(row, seconds);
        for (ContactRow& row : contacts) rows.solve_overlap(row, seconds);
    }
}

/// The rows of one island, at the front of what is left; those are sorted by island.
template <class Row>
std::span<Row> taken_front(std::span<Row>& left, std::int32_t island) {
    std::size_t count = 0;
    while (count < left.size() && left[count].island == island) ++count;
    const std::span<Row> out = left.first(count);
    left = left.subspan(count);
    return out;
}

}  // namespace

void solve_contacts(double seconds, RigidScratch& scratch) {
    find_islands(scratch);
    // Lowest first, so that supports are solved before what rests on them.
    std::sort(scratch.rows.begin(), scratch.rows.end(), [](const ContactRow& a, const ContactRow& b) {
        return std::pair(a.island, a.contact.point.z) < std::pair(b.island, b.contact.point.z);
    });
    std::stable_sort(scratch.joint_rows.begin(), scratch.joint_rows.end(),
                     [](const JointRow& a, const JointRow& b) { return a.island < b.island; });
    ContactRange contacts = scratch.rows;
    JointRange joints = scratch.joint_rows;
    while (!contacts.empty() || !joints.empty()) {
        std::int32_t island = contacts.empty() ? joints.front().island : contacts.front().island;
        if (!joints.empty()) island = std::min(island, joints.front().island);
        const ContactRange own = taken_front(contacts, island);
        solve_island(seconds, own, taken_front(joints, island), scratch);
    }
}

}  // namespace leap
