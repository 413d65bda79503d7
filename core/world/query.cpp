// SPDX-License-Identifier: MIT
#include "core/world/query.hpp"

#include <algorithm>
#include <cmath>

#include "core/world/closest_point.hpp"

namespace leap {
namespace {

constexpr int max_newton_rounds = 40;
constexpr double contact_tolerance_m = 1e-7;

Vec3 into_box(const Solid& box, const Vec3& v) {
    return {box.turn_cos * v.x + box.turn_sin * v.y, -box.turn_sin * v.x + box.turn_cos * v.y, v.z};
}

/// Distance along a ray to a box in its own frame (slab method), or a negative number.
double ray_box(const Solid& box, const Vec3& origin, const Vec3& direction, double longest) {
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
Vec3 face_of_box(const Solid& box, const Vec3& point) {
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
double ray_hull(const Solid& hull, const Vec3& origin, const Vec3& direction, double longest, Vec3& normal) {
    double near = -1.0;
    double far = longest;
    const Plane* entered = nullptr;
    for (const Plane& plane : hull.planes) {
        const double height = glm::dot(plane.normal, origin) - plane.offset;
        const double closing = glm::dot(plane.normal, direction);
        if (std::abs(closing) < 1e-300) {
            if (height > 0.0) return -1.0;
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
    if (entered == nullptr || near < 0.0 || near > far) return -1.0;
    normal = entered->normal;
    return near;
}

/// Möller and Trumbore, "Fast, Minimum Storage Ray/Triangle Intersection" (1997); both sides count.
double ray_triangle(const Solid& triangle, const Vec3& origin, const Vec3& direction, double longest, Vec3& normal) {
    const Vec3 e1 = triangle.corners[1] - triangle.corners[0];
    const Vec3 e2 = triangle.corners[2] - triangle.corners[0];
    const Vec3 p = glm::cross(direction, e2);
    const double determinant = glm::dot(e1, p);
    if (std::abs(determinant) < 1e-14) return -1.0;
    const Vec3 s = origin - triangle.corners[0];
    const double u = glm::dot(s, p) / determinant;
    const Vec3 q = glm::cross(s, e1);
    const double v = glm::dot(direction, q) / determinant;
    const double t = glm::dot(e2, q) / determinant;
    if (u < 0.0 || v < 0.0 || u + v > 1.0 || t < 0.0 || t > longest) return -1.0;
    const Vec3& up = triangle.planes[0].normal;
    normal = glm::dot(up, direction) > 0.0 ? -up : up;
    return t;
}

/// Whether a contact's normal is that of a face: sliding on keeps it.
bool is_face_normal(const Solid& solid, const Vec3& normal) {
    constexpr double flat_cos = 1.0 - 1e-9;
    if (solid.kind == SolidKind::round) return false;
    if (solid.kind == SolidKind::box) {
        const Vec3 own = glm::abs(into_box(solid, normal));
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
    for (int round = 0; round < max_newton_rounds; ++round) {
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

double ray_round(const Solid& solid, const Vec3& origin, const Vec3& direction, double longest, Vec3& normal) {
    if (closest_point(solid, 0.0, origin).distance < 0.0) return -1.0;
    Closest contact;
    const auto share = advance_to(solid, 0.0, origin, direction * longest, 0.0, 1.0, contact);
    if (!share) return -1.0;
    normal = contact.normal;
    return *share * longest;
}

/// Distance along a ray to what is no box, or a negative number.
double ray_other(const Solid& solid, const Vec3& origin, const Vec3& direction, double longest, Vec3& normal) {
    switch (solid.kind) {
        case SolidKind::box: break;
        case SolidKind::hull: return ray_hull(solid, origin, direction, longest, normal);
        case SolidKind::triangle: return ray_triangle(solid, origin, direction, longest, normal);
        case SolidKind::round: return ray_round(solid, origin, direction, longest, normal);
    }
    return -1.0;
}

/// `normal`: of what is no box.
RayHit ray_hit(const Solid& solid, const Vec3& origin, const Vec3& direction, double distance, const Vec3& normal) {
    const Vec3 point = origin + direction * distance;
    return {distance, point, solid.kind == SolidKind::box ? face_of_box(solid, point) : normal, solid.surface};
}

/// The first surface on a ray.
class FirstOnRay final : public SolidSink {
  public:
    FirstOnRay(const Surroundings& around, const Vec3& origin, const Vec3& direction, double longest)
        : around_(around), origin_(origin), direction_(direction) {
        farthest = longest;
    }

    void meet(std::span<const Solid> solids) override {
        for (const Solid& solid : solids) meet(solid);
    }

    std::optional<RayHit> hit() const {
        if (met_ == nullptr) return std::nullopt;
        return ray_hit(*met_, origin_, direction_, farthest, normal_);
    }

  private:
    void meet(const Solid& solid) {
        Vec3 normal{0.0};
        const double distance = solid.kind == SolidKind::box ? ray_box(solid, origin_, direction_, farthest)
                                                             : ray_other(solid, origin_, direction_, farthest, normal);
        if (distance < 0.0 || solid.surface == around_.without) return;
        if (met_ != nullptr && distance == farthest && !precedes(solid, *met_)) return;
        met_ = &solid;
        normal_ = normal;
        farthest = distance;
    }

    const Surroundings& around_;
    Vec3 origin_;
    Vec3 direction_;
    Vec3 normal_{0.0};
    const Solid* met_ = nullptr;
};

/// What a capsule on its way comes upon first.
class FirstOnSweep final : public SolidSink {
  public:
    FirstOnSweep(const Surroundings& around, const Capsule& capsule, const Vec3& feet, const Vec3& motion, double gap)
        : around_(around),
          reach_(capsule.radius + gap),
          drop_(capsule.segment()),
          from_(feet + Vec3{0.0, 0.0, capsule.radius}),
          motion_(motion) {}

    SweptBox way() const { return {from_, motion_, Vec3{reach_}, Vec3{reach_, reach_, reach_ + drop_}}; }

    void meet(std::span<const Solid> solids) override {
        for (const Solid& solid : solids) meet(solid);
    }
    void meet(const Solid& solid) {
        if (solid.surface == around_.without) return;
        Closest contact;
        const auto share = advance_to(solid, drop_, from_, motion_, reach_, farthest, contact);
        if (!share) return;
        if (met_ != nullptr && *share == best_.share) {
            // Of contacts at the same share the one met most squarely counts.
            const double squareness = glm::dot(contact.normal, motion_) - glm::dot(best_.normal, motion_);
            if (squareness > 0.0 || (squareness == 0.0 && !precedes(solid, *met_))) return;
        }
        best_.share = *share;
        best_.normal = contact.normal;
        best_.point = contact.point;
        met_ = &solid;
        farthest = *share;
    }

    std::optional<SweepHit> hit() const {
        if (met_ == nullptr) return std::nullopt;
        SweepHit out = best_;
        out.surface = met_->surface;
        // Back from the stretched solid to the real one: the contact may belong to any height of the segment.
        out.point.z += std::clamp(met_->bounds.low.z - out.point.z, 0.0, drop_);
        out.face = most_upright_face(*met_, out.point, out.normal);
        out.rounded = !is_face_normal(*met_, out.normal);
        return out;
    }

  private:
    const Surroundings& around_;
    double reach_;
    double drop_;
    Vec3 from_;
    Vec3 motion_;
    SweepHit best_;
    const Solid* met_ = nullptr;
};

/// What a capsule stands in deepest.
class Deepest final : public SolidSink {
  public:
    Deepest(const Surroundings& around, const Capsule& capsule, const Vec3& feet, double gap)
        : around_(around),
          reach_(capsule.radius + gap),
          drop_(capsule.segment()),
          from_(feet + Vec3{0.0, 0.0, capsule.radius}) {}

    SweptBox way() const { return {from_, Vec3{0.0}, Vec3{reach_}, Vec3{reach_, reach_, reach_ + drop_}}; }

    void meet(std::span<const Solid> solids) override {
        for (const Solid& solid : solids) meet(solid);
    }
    void meet(const Solid& solid) {
        if (solid.surface == around_.without) return;
        const Closest contact = closest_point(solid, drop_, from_);
        const double depth = reach_ - contact.distance;
        if (depth <= 0.0 || depth < best_.depth) return;
        if (depth == best_.depth && !precedes(solid, *met_)) return;
        best_ = {depth, contact.normal, solid.surface};
        met_ = &solid;
    }

    std::optional<Overlap> found() const {
        if (met_ == nullptr) return std::nullopt;
        return best_;
    }

  private:
    const Surroundings& around_;
    double reach_;
    double drop_;
    Vec3 from_;
    Overlap best_;
    const Solid* met_ = nullptr;
};

}  // namespace

std::optional<RayHit> cast_ray_at(const Solid& solid, const Vec3& origin, const Vec3& direction, double longest) {
    Vec3 normal{0.0};
    const double distance = solid.kind == SolidKind::box ? ray_box(solid, origin, direction, longest)
                                                         : ray_other(solid, origin, direction, longest, normal);
    if (distance < 0.0) return std::nullopt;
    return ray_hit(solid, origin, direction, distance, normal);
}

Vec3 velocity_of(const Surroundings& around, const Surface& surface) {
    const Vec3 fixed = around.fixed.velocity_of(surface);
    return around.moving == nullptr || fixed != Vec3{0.0} ? fixed : around.moving->velocity_of(surface);
}

void Surroundings::gather_along(const SweptBox& way, SolidSink& sink) const {
    fixed.gather_along(way, sink);
    if (moving != nullptr) moving->gather_along(way, sink);
}

std::optional<RayHit> cast_ray(const Surroundings& around, const Vec3& origin, const Vec3& direction, double longest) {
    FirstOnRay first(around, origin, direction, longest);
    around.gather_along({origin, direction, Vec3{0.0}, Vec3{0.0}}, first);
    return first.hit();
}

std::optional<SweepHit> sweep(const Surroundings& around, const Capsule& capsule, const Vec3& feet, const Vec3& motion,
                              double gap) {
    FirstOnSweep first(around, capsule, feet, motion, gap);
    around.gather_along(first.way(), first);
    return first.hit();
}

std::optional<Overlap> deepest_overlap(const Surroundings& around, const Capsule& capsule, const Vec3& feet,
                                       double gap) {
    Deepest deepest(around, capsule, feet, gap);
    around.gather_along(deepest.way(), deepest);
    return deepest.found();
}

}  // namespace leap
