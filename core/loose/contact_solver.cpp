// SPDX-License-Identifier: MIT
#include "core/loose/contact_solver.hpp"

#include <algorithm>
#include <cmath>

#include "core/defaults.hpp"

namespace leap {
namespace {

namespace d = defaults;
using Motion = LooseScratch::Motion;

/// When a gap that closes at `closing` and ever faster by `falling` is gone; negative when not within `longest`.
double time_to_meet(double gap, double closing, double falling, double longest) {
    if (gap <= 0.0) return closing > 0.0 ? 0.0 : -1.0;
    double time = -1.0;
    if (std::abs(falling) < 1e-9) {
        time = closing > 0.0 ? gap / closing : -1.0;
    } else {
        const double root = closing * closing + 2.0 * falling * gap;
        if (root >= 0.0) time = 2.0 * gap / (closing + std::sqrt(root));
    }
    return time >= 0.0 && time <= longest ? time : -1.0;
}

class Rows {
  public:
    explicit Rows(LooseScratch& scratch) : scratch_(scratch) {}

    Motion* motion(std::int32_t thing) {
        return thing < 0 ? nullptr : &scratch_.motions[static_cast<std::size_t>(thing)];
    }
    Vec3 between(const ContactRow& row) {
        const Motion& a = *motion(row.a);
        Vec3 out = a.velocity + glm::cross(a.spin, row.arm_a) - row.other_velocity;
        if (const Motion* b = motion(row.b)) out -= b->velocity + glm::cross(b->spin, row.arm_b);
        return out;
    }
    void push(const ContactRow& row, const Vec3& impulse) {
        Motion& a = *motion(row.a);
        a.velocity += impulse * a.inverse_mass;
        a.spin += a.inverse_inertia * glm::cross(row.arm_a, impulse);
        if (Motion* b = motion(row.b)) {
            b->velocity -= impulse * b->inverse_mass;
            b->spin -= b->inverse_inertia * glm::cross(row.arm_b, impulse);
        }
    }
    /// What one unit of impulse along a direction does to the speed between the two, inverted.
    double mass_along(const ContactRow& row, const Vec3& along) {
        const auto share = [&](const Motion& m, const Vec3& arm) {
            const Vec3 turned = glm::cross(arm, along);
            return m.inverse_mass + glm::dot(turned, m.inverse_inertia * turned);
        };
        double sum = share(*motion(row.a), row.arm_a);
        if (const Motion* b = motion(row.b)) sum += share(*b, row.arm_b);
        return sum > 1e-12 ? 1.0 / sum : 0.0;
    }

    void solve_friction(ContactRow& row) {
        const double most = row.friction * row.normal_impulse;
        for (std::size_t k = 0; k < 2; ++k) {
            const double wanted = row.across_impulse[k] - glm::dot(between(row), row.across[k]) * row.across_mass[k];
            const double now = std::clamp(wanted, -most, most);
            push(row, row.across[k] * (now - row.across_impulse[k]));
            row.across_impulse[k] = now;
        }
    }
    void solve_normal(ContactRow& row) {
        const double speed = glm::dot(between(row), row.contact.normal);
        const double now = std::max(0.0, row.normal_impulse + (row.wanted_speed - speed) * row.normal_mass);
        push(row, row.contact.normal * (now - row.normal_impulse));
        row.normal_impulse = now;
    }
    /// Overlaps are taken out by velocities of their own that are forgotten after the step, so that they add no energy
    /// ("split impulses").
    void solve_overlap(ContactRow& row, double seconds) {
        const double overlap = -row.contact.gap - d::loose_slop_m;
        if (overlap <= 0.0) return;
        Motion& a = *motion(row.a);
        Motion* b = motion(row.b);
        Vec3 between_shifts = a.shift + glm::cross(a.tilt, row.arm_a);
        if (b != nullptr) between_shifts -= b->shift + glm::cross(b->tilt, row.arm_b);
        const double wanted = std::min(overlap * d::loose_push_share / seconds, d::fastest_push_out_mps);
        const double speed = glm::dot(between_shifts, row.contact.normal);
        const double now = std::max(0.0, row.push + (wanted - speed) * row.normal_mass);
        const Vec3 impulse = row.contact.normal * (now - row.push);
        row.push = now;
        a.shift += impulse * a.inverse_mass;
        a.tilt += a.inverse_inertia * glm::cross(row.arm_a, impulse);
        if (b == nullptr) return;
        b->shift -= impulse * b->inverse_mass;
        b->tilt -= b->inverse_inertia * glm::cross(row.arm_b, impulse);
    }

  private:
    LooseScratch& scratch_;
};

void note_meeting(std::span<const LooseThing> things, double seconds, ContactRow& row, Rows& rows) {
    const LooseThing& a = things[static_cast<std::size_t>(row.a)];
    const double closing = -glm::dot(rows.between(row), row.contact.normal);
    double falling = -glm::dot(a.gravity, row.contact.normal);
    if (row.b >= 0) falling += glm::dot(things[static_cast<std::size_t>(row.b)].gravity, row.contact.normal);
    row.meets_after = time_to_meet(row.contact.gap, closing, falling, seconds);
    row.impact_speed = closing + falling * std::max(0.0, row.meets_after);
    Motion& motion = *rows.motion(row.a);
    const bool still_touching = row.contact.gap <= d::loose_slop_m && row.impact_speed < d::softest_bounce_mps &&
                                closing > -d::softest_bounce_mps;
    if (row.b >= 0) {
        motion.rests = rows.motion(row.b)->rests = true;
    } else if (still_touching) {
        motion.rests = true;
    } else if (row.meets_after >= 0.0) {
        motion.until_impact =
            motion.until_impact < 0.0 ? row.meets_after : std::min(motion.until_impact, row.meets_after);
    }
}

}  // namespace

void prepare_contacts(std::span<const LooseThing> things, double seconds, LooseScratch& scratch) {
    scratch.motions.resize(things.size());
    for (std::size_t i = 0; i < things.size(); ++i) {
        const LooseThing& thing = things[i];
        Motion& motion = scratch.motions[i];
        motion = {};
        if (!thing.there || thing.body.asleep) continue;
        motion.velocity = thing.body.velocity;
        motion.spin = thing.body.spin;
        motion.inverse_mass = 1.0 / std::max(1e-6, thing.kind.mass_kg);
        motion.inverse_inertia = inverse_inertia(thing.kind, thing.body.turn);
    }
    Rows rows(scratch);
    for (ContactRow& row : scratch.rows) {
        const Vec3& normal = row.contact.normal;
        row.arm_a = row.contact.point - things[static_cast<std::size_t>(row.a)].body.place;
        if (row.b >= 0) row.arm_b = row.contact.point - things[static_cast<std::size_t>(row.b)].body.place;
        row.normal_mass = rows.mass_along(row, normal);
        row.across[0] = direction_or_zero(std::abs(normal.z) < 0.9 ? glm::cross(normal, world_up)
                                                                   : glm::cross(normal, Vec3{0.0, 1.0, 0.0}));
        row.across[1] = glm::cross(normal, row.across[0]);
        for (std::size_t k = 0; k < 2; ++k) row.across_mass[k] = rows.mass_along(row, row.across[k]);
        note_meeting(things, seconds, row, rows);
    }
    // Velocities as they are when the contacts act: at the impact, or with the whole step's fall when resting.
    for (std::size_t i = 0; i < things.size(); ++i) {
        Motion& motion = scratch.motions[i];
        if (motion.inverse_mass == 0.0) continue;
        const double fallen = motion.rests ? seconds : std::max(0.0, motion.until_impact);
        if (motion.rests || motion.until_impact >= 0.0) motion.velocity += things[i].gravity * fallen;
    }
    for (ContactRow& row : scratch.rows) {
        const double bounce = std::max(things[static_cast<std::size_t>(row.a)].kind.bounce,
                                       row.b >= 0 ? things[static_cast<std::size_t>(row.b)].kind.bounce : 0.0);
        const bool bounces = row.meets_after >= 0.0 && bounce > 0.0 && row.impact_speed > d::softest_bounce_mps;
        const bool at_surface = !scratch.motions[static_cast<std::size_t>(row.a)].rests && row.meets_after >= 0.0;
        if (bounces) {
            row.wanted_speed = bounce * row.impact_speed;
        } else {
            row.wanted_speed = at_surface ? 0.0 : -std::max(0.0, row.contact.gap) / seconds;
        }
    }
}

void solve_contacts(double seconds, LooseScratch& scratch) {
    Rows rows(scratch);
    const int rounds = std::min(d::most_loose_rounds, d::loose_rounds + static_cast<int>(scratch.rows.size()));
    for (int round = 0; round < rounds; ++round) {
        for (ContactRow& row : scratch.rows) {
            rows.solve_normal(row);
            rows.solve_friction(row);
        }
    }
    for (int round = 0; round < d::loose_push_rounds; ++round)
        for (ContactRow& row : scratch.rows) rows.solve_overlap(row, seconds);
}

}  // namespace leap
