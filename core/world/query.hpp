// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/world/course.hpp"
#include "core/world/moving_solids.hpp"

/// Questions to a course. World frame, metres.
namespace leap {

/// A course and the solids in it that move, where they stand at one instant. Those must live as long as this does.
struct Surroundings {
    const Course& course;
    const MovingSolids* moving = nullptr;
    std::int32_t without = -1;  ///< a moving piece that isn't met: what one sits on

    Surroundings(const Course& fixed) : course(fixed) {}
    Surroundings(const Course& fixed, const MovingSolids& others) : course(fixed), moving(&others) {}
};

/// How fast a piece goes by itself; zero for those of the course.
Vec3 velocity_of(const Surroundings& around, std::int32_t piece);

struct RayHit {
    double distance = 0.0;
    Vec3 point{0.0};
    Vec3 normal{0.0, 0.0, 1.0};
    std::int32_t piece = -1;
};

/// First surface along a ray of at most `longest` metres; `direction` has length 1. A ray that starts inside a solid
/// does not see that solid.
std::optional<RayHit> cast_ray(const Surroundings& around, const Vec3& origin, const Vec3& direction, double longest);

/// The same for one solid.
std::optional<RayHit> cast_ray_at(const Solid& solid, const Vec3& origin, const Vec3& direction, double longest);

/// An upright capsule; `feet` is its lowest point.
struct Capsule {
    double radius = 0.3;
    double height = 1.7;  ///< at least twice the radius
    double segment() const { return height > 2 * radius ? height - 2 * radius : 0.0; }
};

struct SweepHit {
    double share = 0.0;          ///< of the motion, 0 to 1
    Vec3 point{0.0};             ///< where the surfaces meet
    Vec3 normal{0.0, 0.0, 1.0};  ///< from the course to the capsule
    Vec3 face{0.0, 0.0, 1.0};    ///< normal of the most upright face at the point; differs from `normal` at edges
    std::int32_t piece = -1;
    bool rounded = false;  ///< it met an edge, a corner or something round: sliding on turns the normal
};

/// First contact of a capsule that moves straight by `motion`: the share at which it comes as near as `gap`. Where it
/// is that near already, only motion further inward counts (share 0).
std::optional<SweepHit> sweep(const Surroundings& around, const Capsule& capsule, const Vec3& feet, const Vec3& motion,
                              double gap);

/// How deep the capsule stands in the course: positive inside, with the way out; nothing when it is free by `gap`.
struct Overlap {
    double depth = 0.0;
    Vec3 normal{0.0, 0.0, 1.0};
    std::int32_t piece = -1;
};
std::optional<Overlap> deepest_overlap(const Surroundings& around, const Capsule& capsule, const Vec3& feet,
                                       double gap = 0.0);

}  // namespace leap
