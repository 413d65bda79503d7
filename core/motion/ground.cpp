// SPDX-License-Identifier: MIT
#include "core/motion/ground.hpp"

#include "core/defaults.hpp"

namespace leap {

bool is_walkable(const BodyShape& shape, const Vec3& normal) {
    return normal.z >= shape.walkable_cos;
}

double standing_height(const BodyShape& shape, const Vec3& feet, const Vec3& point, const Vec3& normal) {
    const double reach = shape.capsule.radius + defaults::contact_gap_m;
    const double center_z =
        point.z + (reach - normal.x * (feet.x - point.x) - normal.y * (feet.y - point.y)) / normal.z;
    return center_z - shape.capsule.radius;
}

std::optional<Support> find_support(const Surroundings& course, const BodyShape& shape, const Vec3& feet,
                                    double reach) {
    // At an edge the ball under the feet may hang down by up to a radius before it touches.
    const double depth = reach + shape.capsule.radius;
    const auto hit = sweep(course, shape.capsule, feet, Vec3{0.0, 0.0, -depth}, defaults::contact_gap_m);
    if (!hit) return std::nullopt;
    const bool by_contact = is_walkable(shape, hit->normal);
    const bool by_face = is_walkable(shape, hit->face);
    if (!by_contact && !by_face) return std::nullopt;
    const Vec3 normal = by_face ? hit->face : hit->normal;
    const double height = standing_height(shape, feet, hit->point, normal);
    if (height < feet.z - reach || height > feet.z + reach) return std::nullopt;
    return Support{height, normal, hit->surface};
}

Vec3 along_ground(const Vec3& flat_motion, const Vec3& normal) {
    return {flat_motion.x, flat_motion.y, -(normal.x * flat_motion.x + normal.y * flat_motion.y) / normal.z};
}

}  // namespace leap
