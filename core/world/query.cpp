// SPDX-License-Identifier: MIT
#include "core/world/query.hpp"

#include <algorithm>
#include <cmath>

#include "core/world/closest_point.hpp"

namespace leap {
namespace {

constexpr int most_newton_rounds = 40;
constexpr double contact_tolerance_m = 1e-7;

Vec3 into_box(const RayBox& box, const Vec3& v) {
    return {box.turn_cos * v.x + box.turn_sin * v.y, -box.turn_sin * v.x + box.turn_cos * v.y, v.z};
}

/// Distance along a ray to a box in its own frame (slab method), or a negative number.
double ray_box(const RayBox& box, const Vec3& origin, const Vec3& direction, double longest) {
    const Vec3 p = into_box(box, origin - box.center);
    const Vec3 d = into_box(box, direction);
    double near = -1.0;
    double far = longest;
    for (int i = 0; i < 3; ++i) {
        const double inverse = 1.0 / (std::abs(d[i]) < 1e-300 ? 1e-300 : d[i]);
        const double middle = -p[i] * inverse;
        const double reach = box.half[i] * std::abs(inverse);
        near = std::max(near, middle - reach);
        far = std::min(far, middle + reach);
    }
    return near <= far ? near : -1.0;
}

/// Outward normal of the face that a ray meets at `point`.
Vec3 face_of_box(const RayBox& box, const Vec3& point) {
    const Vec3 p = into_box(box, point - box.center);
    int axis = 0;
    for (int i = 1; i < 3; ++i)
        if (std::abs(p[i]) - box.half[i] > std::abs(p[axis]) - box.half[axis]) axis = i;
    Vec3 normal{0.0};
    normal[axis] = p[axis] < 0.0 ? -1.0 : 1.0;
    return {box.turn_cos * normal.x - box.turn_sin * normal.y, box.turn_sin * normal.x + box.turn_cos * normal.y,
            normal.z};
}

/// Clips the ray by every face plane (Cyrus and Beck, 1978).
bool ray_hull(const Solid& hull, const Vec3& origin, const Vec3& direction, double longest, RayHit& out) {
    double near = -1.0;
    double far = longest;
    const Plane* entered = nullptr;
    for (const Plane& plane : hull.planes) {
        const double height = glm::dot(plane.normal, origin) - plane.offset;
        const double closing = glm::dot(plane.normal, direction);
        if (std::abs(closing) < 1e-300) {
            if (height > 0.0) return false;
            continue;
        }
        const double t = -height / closing;
        if (closing < 0.0 && t > near) {
            near = t;
            entered = &plane;
        } else if (closing > 0.0) {
            far = std::min(far, t);
        }
    }
    if (entered == nullptr || near < 0.0 || near > far) return false;
    out.distance = near;
    out.normal = entered->normal;
    return true;
}

/// Möller and Trumbore, "Fast, Minimum Storage Ray/Triangle Intersection" (1997); both sides count.
bool ray_triangle(const Solid& triangle, const Vec3& origin, const Vec3& direction, double longest, RayHit& out) {
    const Vec3 e1 = triangle.corners[1] - triangle.corners[0];
    const Vec3 e2 = triangle.corners[2] - triangle.corners[0];
    const Vec3 p = glm::cross(direction, e2);
    const double determinant = glm::dot(e1, p);
    if (std::abs(determinant) < 1e-14) return false;
    const Vec3 s = origin - triangle.corners[0];
    const double u = glm::dot(s, p) / determinant;
    const Vec3 q = glm::cross(s, e1);
    const double v = glm::dot(direction, q) / determinant;
    const double t = glm::dot(e2, q) / determinant;
    if (u < 0.0 || v < 0.0 || u + v > 1.0 || t < 0.0 || t > longest) return false;
    out.distance = t;
    const Vec3 normal = triangle.planes[0].normal;
    out.normal = glm::dot(normal, direction) > 0.0 ? -normal : normal;
    return true;
}

/// Whether a contact's normal is that of a face: sliding on keeps it.
bool is_face_normal(const Solid& solid, const Vec3& normal) {
    constexpr double flat_cos = 1.0 - 1e-9;
    if (solid.kind == SolidKind::round) return false;
    if (solid.kind == SolidKind::box) {
        const Vec3 own = glm::abs(into_box({solid.center, solid.half, solid.turn_cos, solid.turn_sin}, normal));
        return std::max({own.x, own.y, own.z}) >= flat_cos;
    }
    return std::any_of(solid.planes.begin(), solid.planes.end(), [&](const Plane& plane) {
        const double along = glm::dot(plane.normal, normal);
        return along >= flat_cos || (solid.kind == SolidKind::triangle && along <= -flat_cos);
    });
}

/// Where along the motion a point comes within `reach` of a solid stretched by `drop`. The distance of a point on a
/// straight line to a convex set is a convex function, so Newton's method from the start climbs to its first root and
/// never passes it.
std::optional<double> advance_to(const Solid& solid, double drop, const Vec3& from, const Vec3& motion, double reach,
                                 double farthest, Closest& contact) {
    double share = 0.0;
    for (int round = 0; round < most_newton_rounds; ++round) {
        contact = closest_point(solid, drop, from + motion * share);
        const double gap = contact.distance - reach;
        const double closing = -glm::dot(contact.normal, motion);
        if (closing <= 1e-12) return std::nullopt;
        if (gap <= contact_tolerance_m) return share;
        share += gap / closing;
        if (share > farthest) return std::nullopt;
    }
    return share;
}

}  // namespace

std::optional<RayHit> cast_ray_at(const Solid& solid, const Vec3& origin, const Vec3& direction, double longest) {
    RayHit out;
    out.piece = solid.piece;
    if (solid.kind == SolidKind::box) {
        const RayBox box{solid.center, solid.half, solid.turn_cos, solid.turn_sin};
        out.distance = ray_box(box, origin, direction, longest);
        if (out.distance < 0.0) return std::nullopt;
        out.point = origin + direction * out.distance;
        out.normal = face_of_box(box, out.point);
        return out;
    }
    if (solid.kind == SolidKind::round) {
        if (closest_point(solid, 0.0, origin).distance < 0.0) return std::nullopt;
        Closest contact;
        const auto share = advance_to(solid, 0.0, origin, direction * longest, 0.0, 1.0, contact);
        if (!share) return std::nullopt;
        out.distance = *share * longest;
        out.normal = contact.normal;
    } else if (!ray_hull(solid, origin, direction, longest, out)) {
        return std::nullopt;
    }
    out.point = origin + direction * out.distance;
    return out;
}

Vec3 velocity_of(const Surroundings& around, std::int32_t piece) {
    if (around.moving == nullptr) return Vec3{0.0};
    for (std::size_t i = 0; i < around.moving->velocities.size(); ++i)
        if (around.moving->solids[i].piece == piece) return around.moving->velocities[i];
    return Vec3{0.0};
}

std::optional<RayHit> cast_ray(const Surroundings& around, const Vec3& origin, const Vec3& direction, double longest) {
    const Course& course = around.course;
    RayHit best;
    std::uint32_t met_item = 0;
    bool any = false;
    walk_segment(course.bvh, origin, direction, Vec3{0.0}, Vec3{0.0}, longest,
                 [&](std::uint32_t item, double farthest) {
                     const RayBox& box = course.ray_boxes[item];
                     if (box.half.x >= 0.0) {
                         const double distance = ray_box(box, origin, direction, farthest);
                         if (distance < 0.0) return farthest;
                         best.distance = distance;
                     } else {
                         const Solid& solid = course.solids[item];
                         const bool hull = solid.kind == SolidKind::hull;
                         const bool met = hull ? ray_hull(solid, origin, direction, farthest, best)
                                               : ray_triangle(solid, origin, direction, farthest, best);
                         if (!met) return farthest;
                     }
                     met_item = item;
                     any = true;
                     return best.distance;
                 });
    if (any) {
        best.piece = course.solids[met_item].piece;
        best.point = origin + direction * best.distance;
        if (const RayBox& box = course.ray_boxes[met_item]; box.half.x >= 0.0)
            best.normal = face_of_box(box, best.point);
    }
    if (around.moving != nullptr) {
        Bounds passed;
        passed.add(origin);
        passed.add(origin + direction * (any ? best.distance : longest));
        around.moving->for_each_in(passed, [&](const Solid& solid) {
            if (solid.piece == around.without) return;
            const auto met = cast_ray_at(solid, origin, direction, any ? best.distance : longest);
            if (!met) return;
            any = true;
            best = *met;
        });
    }
    if (!any) return std::nullopt;
    return best;
}

std::optional<SweepHit> sweep(const Surroundings& around, const Capsule& capsule, const Vec3& feet, const Vec3& motion,
                              double gap) {
    const Course& course = around.course;
    const double reach = capsule.radius + gap;
    const double drop = capsule.segment();
    const Vec3 from = feet + Vec3{0.0, 0.0, capsule.radius};
    // A node is passed when the ball passes it, or the segment above the ball does.
    const Vec3 below{reach, reach, reach + drop};
    const Vec3 above{reach, reach, reach};
    SweepHit best;
    const Solid* met = nullptr;
    const auto meet = [&](const Solid& solid, double farthest) {
        Closest contact;
        const auto share = advance_to(solid, drop, from, motion, reach, farthest, contact);
        if (!share) return farthest;
        // Of contacts at the same share the one met most squarely counts.
        if (met != nullptr && *share == best.share && glm::dot(contact.normal, motion) >= glm::dot(best.normal, motion))
            return farthest;
        best.share = *share;
        best.normal = contact.normal;
        best.point = contact.point;
        best.piece = solid.piece;
        met = &solid;
        return *share;
    };
    walk_segment(course.bvh, from, motion, below, above, 1.0,
                 [&](std::uint32_t item, double farthest) { return meet(course.solids[item], farthest); });
    if (around.moving != nullptr) {
        Bounds swept;
        swept.add(glm::min(from, from + motion) - above);
        swept.add(glm::max(from, from + motion) + below);
        around.moving->for_each_in(swept, [&](const Solid& solid) {
            if (solid.piece != around.without) meet(solid, met == nullptr ? 1.0 : best.share);
        });
    }
    if (met == nullptr) return std::nullopt;
    // Back from the stretched solid to the real one: the contact may belong to any height of the segment.
    const double lift = std::clamp(met->bounds.low.z - best.point.z, 0.0, drop);
    best.point.z += lift;
    best.face = most_upright_face(*met, best.point, best.normal);
    best.rounded = !is_face_normal(*met, best.normal);
    return best;
}

std::optional<Overlap> deepest_overlap(const Surroundings& around, const Capsule& capsule, const Vec3& feet,
                                       double gap) {
    const double reach = capsule.radius + gap;
    const double drop = capsule.segment();
    const Vec3 from = feet + Vec3{0.0, 0.0, capsule.radius};
    Overlap best;
    const auto meet = [&](const Solid& solid, double farthest) {
        const Closest contact = closest_point(solid, drop, from);
        const double depth = reach - contact.distance;
        if (depth > 0.0 && depth > best.depth) best = {depth, contact.normal, solid.piece};
        return farthest;
    };
    walk_segment(around.course.bvh, from, Vec3{0.0}, Vec3{reach, reach, reach + drop}, Vec3{reach}, 1.0,
                 [&](std::uint32_t item, double farthest) { return meet(around.course.solids[item], farthest); });
    if (around.moving != nullptr) {
        Bounds about;
        about.add(from - Vec3{reach});
        about.add(from + Vec3{reach, reach, reach + drop});
        around.moving->for_each_in(about, [&](const Solid& solid) {
            if (solid.piece != around.without) meet(solid, 1.0);
        });
    }
    if (best.piece < 0) return std::nullopt;
    return best;
}

}  // namespace leap
