// SPDX-License-Identifier: MIT
#include "core/world/drifting_capsules.hpp"

#include <algorithm>
#include <cassert>
#include <cmath>

#include "core/defaults.hpp"

namespace leap {
namespace {

constexpr double foreseen_s = 2.0 / defaults::slowest_usual_rate_hz;

Vec3 feet_at(const DriftingCapsule& capsule, double time) {
    return capsule.feet + capsule.drift * (time - capsule.since);
}

Bounds bounds_at(const DriftingCapsule& capsule, const Vec3& feet) {
    return {feet - Vec3{capsule.radius, capsule.radius, 0.0},
            feet + Vec3{capsule.radius, capsule.radius, capsule.height}};
}

void place(const DriftingCapsule& capsule, const Vec3& feet, Solid& out) {
    out.kind = SolidKind::round;
    out.surface = capsule.surface;
    out.radius = capsule.radius;
    out.corners.resize(2);
    out.corners[0] = feet + world_up * capsule.radius;
    out.corners[1] = out.corners[0] + world_up * std::max(0.0, capsule.height - 2.0 * capsule.radius);
    out.bounds = bounds_at(capsule, feet);
}

/// How far from a point a capsule keeps, in any direction, for as long as is foreseen; negative when it comes there.
double distance_kept(const DriftingCapsule& capsule, const Vec3& from) {
    const double reach = capsule.radius + capsule.height + glm::length(capsule.drift) * foreseen_s;
    return glm::length(capsule.feet - from) - reach;
}

}  // namespace

void DriftingCapsules::begin(const Vec3& around) {
    capsules_.clear();
    around_ = around;
    free_m_ = 1e300;
}

void DriftingCapsules::add(const DriftingCapsule& capsule) {
    if (capsules_.empty()) until_ = capsule.since + foreseen_s;
    until_ = std::min(until_, capsule.since + foreseen_s);
    capsules_.push_back(capsule);
    free_m_ = std::min(free_m_, distance_kept(capsule, around_));
    if (placed_.size() < capsules_.size()) placed_.emplace_back();
}

void DriftingCapsules::set_time(double time) {
    assert(capsules_.empty() || time >= capsules_.front().since);
    time_ = time;
    // The corners of the box are farther than its sides.
    const double half = time <= until_ ? free_m_ / std::sqrt(3.0) : -1.0;
    free_ = {around_ - Vec3{half}, around_ + Vec3{half}};
}

void DriftingCapsules::gather(const Bounds& bounds, SolidSink& sink) const {
    if (capsules_.empty() || lies_within(bounds, free_)) return;
    for (std::size_t i = 0; i < capsules_.size(); ++i) {
        const Vec3 feet = feet_at(capsules_[i], time_);
        if (!overlap(bounds_at(capsules_[i], feet), bounds)) continue;
        place(capsules_[i], feet, placed_[i]);
        sink.meet({&placed_[i], 1});
    }
}

Vec3 DriftingCapsules::velocity_of(const Surface& surface) const {
    for (const DriftingCapsule& capsule : capsules_)
        if (capsule.surface == surface) return capsule.velocity;
    return Vec3{0.0};
}

}  // namespace leap
