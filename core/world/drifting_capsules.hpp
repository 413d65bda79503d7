// SPDX-License-Identifier: MIT
#pragma once

#include <vector>

#include "core/world/solid_source.hpp"

namespace leap {

/// An upright capsule that goes on steadily from where it was. World frame.
struct DriftingCapsule {
    Surface surface;
    Vec3 feet{0.0};       ///< m, its lowest point at `since`
    double since = 0.0;   ///< s
    Vec3 drift{0.0};      ///< m/s, how it goes on
    Vec3 velocity{0.0};   ///< m/s, what velocity_of() says of it
    double radius = 0.3;  ///< m
    double height = 1.7;  ///< at least twice the radius
};

/// Few capsules that go on all the time, while hardly any query comes near one: where they are is worked out for the
/// queries that do. Most stay in the free box round who asks, which none of them comes into for a while. (Placing
/// them as solids at every stretch of motion was a tenth of what eight characters cost; one bound round all of them
/// lets nearly every query through.)
class DriftingCapsules final {
  public:
    bool empty() const { return capsules_.empty(); }
    /// `around`: where most queries will be.
    void begin(const Vec3& around);
    void add(const DriftingCapsule& capsule);
    /// The instant they are asked for from now on (s), not before they were added.
    void set_time(double time);

    void gather(const Bounds& bounds, SolidSink& sink) const;
    Vec3 velocity_of(const Surface& surface) const;

  private:
    std::vector<DriftingCapsule> capsules_;
    Vec3 around_{0.0};                   ///< m
    double free_m_ = 0.0;                ///< nearer to `around_` than this none of them comes before `until_`
    double until_ = 0.0;                 ///< s
    Bounds free_;                        ///< the box of it
    double time_ = 0.0;                  ///< s
    mutable std::vector<Solid> placed_;  ///< as the last query that came near needed them
};

}  // namespace leap
