// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/world/course.hpp"
#include "core/world/solid_source.hpp"

/// Questions to what is solid. World frame, metres.
namespace leap {

/// What is solid around somebody at one instant: a world, and what moves in it. Both must live as long as this does.
struct Surroundings {
    const SolidSource& fixed;
    const SolidSource* moving = nullptr;
    Surface without;  ///< what isn't met: what one sits on

    Surroundings(const SolidSource& fixed_ones) : fixed(fixed_ones) {}
    Surroundings(const SolidSource& fixed_ones, const SolidSource& moving_ones)
        : fixed(fixed_ones), moving(&moving_ones) {}
    Surroundings(const Course& course) : fixed(*course.solids) {}
    Surroundings(const Course& course, const SolidSource& moving_ones) : fixed(*course.solids), moving(&moving_ones) {}

    /// Asks both; of two met alike the fixed one counts.
    void gather_along(const SweptBox& way, SolidSink& sink) const;
};

/// How fast something goes that gives way to a push (m/s); zero for what doesn't.
Vec3 velocity_of(const Surroundings& around, const Surface& surface);

struct RayHit {
    double distance = 0.0;
    Vec3 point{0.0};
    Vec3 normal{0.0, 0.0, 1.0};
    Surface surface;
};

/// First surface along a ray of at most `longest` metres; `direction` has length 1. A ray that starts inside a solid
/// does not see that solid.
std::optional<RayHit> cast_ray(const Surroundings& around, const Vec3& origin, const Vec3& direction, double longest);

/// The same for one solid.
std::optional<RayHit> cast_ray_at(const Solid& solid, const Vec3& origin, const Vec3& direction, double longest);

/// An upright capsule; `feet` is its lowest point.
struct Capsule {
    double radius = 0.3;  ///< m
    double height = 1.7;  ///< at least twice the radius
    double segment() const { return height > 2 * radius ? height - 2 * radius : 0.0; }
};

struct SweepHit {
    double share = 0.0;          ///< of the motion, 0 to 1
    Vec3 point{0.0};             ///< where the surfaces meet
    Vec3 normal{0.0, 0.0, 1.0};  ///< from the solid to the capsule
    Vec3 face{0.0, 0.0, 1.0};    ///< normal of the most upright face at the point; differs from `normal` at edges
    Surface surface;
    bool rounded = false;  ///< it met an edge, a corner or something round: sliding on turns the normal
};

/// First contact of a capsule that moves straight by `motion`: the share at which it comes as near as `gap`. Where it
/// is that near already, only motion further inward counts (share 0).
std::optional<SweepHit> sweep(const Surroundings& around, const Capsule& capsule, const Vec3& feet, const Vec3& motion,
                              double gap);

/// How deep the capsule stands in something solid: positive inside, with the way out; nothing when it is free by `gap`.
struct Overlap {
    double depth = 0.0;
    Vec3 normal{0.0, 0.0, 1.0};
    Surface surface;
};
std::optional<Overlap> deepest_overlap(const Surroundings& around, const Capsule& capsule, const Vec3& feet,
                                       double gap = 0.0);

}  // namespace leap
