// SPDX-License-Identifier: MIT
#include "core/world/drifting_capsules.hpp"

#include <algorithm>
#include <cassert>

#include "core/defaults.hpp"

namespace leap {
namespace {

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

struct AxisSpan {
    double low, high;
};

/// Where along an axis what begins between `low` and `high` may be while it goes on by up to `way`.
AxisSpan swept(double low, double high, double way) {
    return {way < 0.0 ? low + way : low, way > 0.0 ? high + way : high};
}

/// How far a stretch of an axis is from a point of it; negative within.
double gap_to(const AxisSpan& span, double from) {
    return std::max(span.low - from, from - span.high);
}

/// The box that a capsule stays in for as long as is foreseen.
Bounds swept_by(const DriftingCapsule& capsule) {
    const Vec3 way = capsule.drift * drift_foreseen_s;
    const Vec3& feet = capsule.feet;
    const AxisSpan x = swept(feet.x - capsule.radius, feet.x + capsule.radius, way.x);
    const AxisSpan y = swept(feet.y - capsule.radius, feet.y + capsule.radius, way.y);
    const AxisSpan z = swept(feet.z, feet.z + capsule.height, way.z);
    return {{x.low, y.low, z.low}, {x.high, y.high, z.high}};
}

/// How far that box is from a point along the axis on which it is farthest: half the side of the greatest cube about
/// the point that the capsule doesn't come into.
double cube_kept(const DriftingCapsule& capsule, const Vec3& from) {
    const Bounds box = swept_by(capsule);
    return std::max({gap_to({box.low.x, box.high.x}, from.x), gap_to({box.low.y, box.high.y}, from.y),
                     gap_to({box.low.z, box.high.z}, from.z)});
}

Bounds cube(const Vec3& middle, double half) {
    return {middle - Vec3{half}, middle + Vec3{half}};
}

}  // namespace

void DriftingCapsules::begin(const Vec3& around) {
    begun_ = true;
    count_ = 0;
    far_ = {};
    around_ = around;
    free_m_ = far_free_m_ = until_ = 1e300;
}

void DriftingCapsules::add(const DriftingCapsule& capsule) {
    if (count_ == capsules_.size()) capsules_.emplace_back();
    capsules_[count_++] = capsule;
    until_ = std::min(until_, capsule.since + drift_foreseen_s);
    free_m_ = std::min(free_m_, cube_kept(capsule, around_));
}

void DriftingCapsules::add_far(std::span<const FarCapsule> far, double free_m, double until) {
    far_ = far;
    until_ = std::min(until_, until);
    far_free_m_ = free_m;
}

void DriftingCapsules::set_far(std::span<const FarCapsule> far) {
    if (!far_.empty()) far_ = far.size() == far_.size() ? far : std::span<const FarCapsule>{};
}

void DriftingCapsules::end() {
    free_ = cube(around_, free_m_);
    far_free_ = cube(around_, far_free_m_);
    by_body_ = cube(around_, std::min({free_m_, far_free_m_, defaults::by_body_m}));
    if (placed_.size() < count_ + far_.size()) placed_.resize(count_ + far_.size());
}

void DriftingCapsules::set_time(double time) {
    assert(count_ == 0 || time >= capsules_.front().since);
    if (time != time_) forget_asked();
    time_ = time;
    foreseen_ = time <= until_;
    if (foreseen_) asked_.add(by_body_);
}

void DriftingCapsules::meet(const DriftingCapsule& capsule, std::size_t place_in, const Bounds& bounds,
                            SolidSink& sink) const {
    const Vec3 feet = feet_at(capsule, time_);
    if (!overlap(bounds_at(capsule, feet), bounds)) return;
    met_ = true;
    place(capsule, feet, placed_[place_in]);
    sink.meet({&placed_[place_in], 1});
}

bool DriftingCapsules::is_met(std::size_t far) const {
    const Vec3 between = far_[far].capsule.feet - around_;
    return far_[far].there && left_out_[far] == 0 &&
           glm::dot(between, between) < defaults::fixture_sight_m * defaults::fixture_sight_m;
}

void DriftingCapsules::gather(const Bounds& bounds, SolidSink& sink) const {
    if (!begun_ || (foreseen_ && lies_within(bounds, by_body_))) return;
    asked_.add(bounds);
    if (!foreseen_ || !lies_within(bounds, free_))
        for (std::size_t i = 0; i < count_; ++i) meet(capsules_[i], i, bounds, sink);
    if (foreseen_ && lies_within(bounds, far_free_)) return;
    for (std::size_t i = 0; i < far_.size(); ++i)
        if (is_met(i)) meet(far_[i].capsule, count_ + i, bounds, sink);
}

bool DriftingCapsules::leave_answers() const {
    if (met_) return false;
    for (std::size_t i = 0; i < count_; ++i)
        if (overlap(swept_by(capsules_[i]), asked_)) return false;
    if (lies_within(asked_, far_free_)) return true;
    for (std::size_t i = 0; i < far_.size(); ++i)
        if (is_met(i) && overlap(swept_by(far_[i].capsule), asked_)) return false;
    return true;
}

void DriftingCapsules::forget_asked() {
    asked_ = {};
    met_ = false;
}

Vec3 DriftingCapsules::velocity_of(const Surface& surface) const {
    for (std::size_t i = 0; i < count_; ++i)
        if (capsules_[i].surface == surface) return capsules_[i].velocity;
    for (std::size_t i = 0; i < far_.size(); ++i)
        if (far_[i].capsule.surface == surface && is_met(i)) return far_[i].capsule.velocity;
    return Vec3{0.0};
}

}  // namespace leap
