// SPDX-License-Identifier: MIT
#pragma once

#include <span>
#include <vector>

#include "core/defaults.hpp"
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

/// How long a capsule goes on as is foreseen, s.
inline constexpr double drift_foreseen_s = 2.0 / defaults::slowest_usual_rate_hz;

/// One of many that somebody is surrounded by, told once for all who look at them.
struct FarCapsule {
    DriftingCapsule capsule;
    double reach_m = 0.0;  ///< farther than this from its feet no part of it comes in the time that is foreseen
    bool there = false;
};

/// Few capsules that go on all the time, while hardly any query comes near one: where they are is worked out for the
/// queries that do. Most stay in the free box round who asks, which none of them comes into for a while. (Placing
/// them as solids at every stretch of motion was a tenth of what eight characters cost; one bound round all of them
/// lets nearly every query through.)
class DriftingCapsules final {
  public:
    /// Whether there has never been one to look for.
    bool empty() const { return !begun_; }
    /// They are told anew. `around`: where most queries will be.
    void begin(const Vec3& around);
    void add(const DriftingCapsule& capsule);
    /// Others of which none comes nearer to `around` than `free_m` along any axis before `until` (s). They must live
    /// as long as this is asked.
    void add_far(std::span<const FarCapsule> far, double free_m, double until);
    /// They stand elsewhere in memory now, or are others: then they have to be told anew, and until then there are
    /// none.
    void set_far(std::span<const FarCapsule> far);
    /// By each of the far ones: those that are told by add(), or that aren't to be met.
    std::vector<std::uint8_t>& left_out() { return left_out_; }
    /// All have been told.
    void end();
    /// The instant they are asked for from now on (s), not before they were added.
    void set_time(double time);

    void gather(const Bounds& bounds, SolidSink& sink) const;
    Vec3 velocity_of(const Surface& surface) const;

    /// Whether nothing that was asked for at this instant has met one, nor would meet one of those told since: what was
    /// answered then holds with them, too. To be asked before the time is set.
    bool leave_answers() const;
    /// What was answered so far need not hold.
    void forget_asked();

  private:
    void meet(const DriftingCapsule& capsule, std::size_t place, const Bounds& bounds, SolidSink& sink) const;
    bool is_met(std::size_t far) const;

    bool begun_ = false;
    std::size_t count_ = 0;
    std::vector<DriftingCapsule> capsules_;  ///< the first `count_` of them; the others are room
    std::span<const FarCapsule> far_;
    std::vector<std::uint8_t> left_out_;  ///< beside `far_`
    Vec3 around_{0.0};                    ///< m
    double free_m_ = 0.0;      ///< half the side of the box about `around_` that no told one comes into before `until_`
    double far_free_m_ = 0.0;  ///< and no far one
    double until_ = 0.0;       ///< s
    double time_ = 0.0;        ///< s
    bool foreseen_ = false;    ///< it is no later than `until_`
    Bounds by_body_;           ///< of these boxes the part near `around_`, where most is asked for
    Bounds free_;              ///< the first of these boxes
    Bounds far_free_;          ///< the second
    mutable Bounds asked_;     ///< round what was asked for at this instant, and round all that is by the body
    mutable bool met_ = false;           ///< one of those queries has come near a capsule
    mutable std::vector<Solid> placed_;  ///< as the last query that came near needed them
};

}  // namespace leap
