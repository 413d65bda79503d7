// SPDX-License-Identifier: MIT
#include "core/rigid/face_contact.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <span>

#include "core/units/elementary.hpp"

/// Separating axes (Gottschalk, Lin, Manocha, "OBBTree", 1996): two convex solids are apart exactly when some face
/// normal, or some cross product of two edges, separates them. The axis along which they are furthest apart (or overlap
/// least) is where they touch. Faces then meet in the polygon of the one clipped by the sides of the other (Sutherland
/// and Hodgman, 1974); crossing edges meet in one point.
namespace leap {
namespace {

/// A solid's corners, faces and edge directions, wherever they are kept.
struct Polyhedron {
    std::array<Vec3, 8> box_corners;
    std::array<Plane, 6> own_planes;
    std::array<Vec3, 3> box_edges;
    std::span<const Vec3> corners, edges;
    std::span<const Plane> planes;
    Vec3 middle{0.0};

    explicit Polyhedron(const Solid& solid) {
        if (solid.kind == SolidKind::box) {
            from_box(solid);
        } else {
            corners = solid.corners;
            edges = solid.edges;
            planes = solid.planes;
            if (solid.kind == SolidKind::triangle) {
                // Two faces back to back.
                own_planes[0] = solid.planes[0];
                own_planes[1] = {-solid.planes[0].normal, -solid.planes[0].offset};
                planes = std::span(own_planes).first(2);
            }
        }
        for (const Vec3& corner : corners) middle += corner;
        middle /= static_cast<double>(corners.size());
    }
    Polyhedron(const Polyhedron&) = delete;
    Polyhedron& operator=(const Polyhedron&) = delete;

  private:
    void from_box(const Solid& box) {
        box_edges = {Vec3{box.turn_cos, box.turn_sin, 0.0}, Vec3{-box.turn_sin, box.turn_cos, 0.0}, world_up};
        for (std::size_t i = 0; i < 8; ++i) {
            Vec3 corner = box.center;
            for (std::size_t axis = 0; axis < 3; ++axis) {
                const double half = box.half[static_cast<int>(axis)];
                corner += box_edges[axis] * ((i >> axis & 1U) != 0 ? half : -half);
            }
            box_corners[i] = corner;
        }
        for (std::size_t axis = 0; axis < 3; ++axis) {
            const double middle_offset = glm::dot(box_edges[axis], box.center);
            const double half = box.half[static_cast<int>(axis)];
            own_planes[2 * axis] = {box_edges[axis], middle_offset + half};
            own_planes[2 * axis + 1] = {-box_edges[axis], half - middle_offset};
        }
        corners = box_corners;
        edges = box_edges;
        planes = own_planes;
    }
};

double lowest(std::span<const Vec3> corners, const Vec3& along) {
    double out = 1e300;
    for (const Vec3& corner : corners) out = std::min(out, glm::dot(corner, along));
    return out;
}

constexpr std::size_t max_corners = 64;
struct Polygon {
    std::array<Vec3, max_corners> corner;
    std::size_t count = 0;
    void add(const Vec3& p) {
        if (count < max_corners) corner[count++] = p;
    }
};

/// The corners that lie on a face, counter-clockwise seen from outside.
Polygon face_polygon(const Polyhedron& solid, const Plane& plane) {
    constexpr double on_face_m = 1e-6;
    Polygon out;
    Vec3 middle{0.0};
    for (const Vec3& corner : solid.corners) {
        if (std::abs(glm::dot(plane.normal, corner) - plane.offset) > on_face_m) continue;
        out.add(corner);
        middle += corner;
    }
    if (out.count < 3) return out;
    middle /= static_cast<double>(out.count);
    const Vec3 x = direction_or_zero(out.corner[0] - middle);
    const Vec3 y = glm::cross(plane.normal, x);
    std::array<std::pair<double, Vec3>, max_corners> sorted;
    for (std::size_t i = 0; i < out.count; ++i) {
        const Vec3 from = out.corner[i] - middle;
        sorted[i] = {elementary::atan2(glm::dot(from, y), glm::dot(from, x)), out.corner[i]};
    }
    std::sort(sorted.begin(), sorted.begin() + static_cast<std::ptrdiff_t>(out.count),
              [](const auto& a, const auto& b) { return a.first < b.first; });
    for (std::size_t i = 0; i < out.count; ++i) out.corner[i] = sorted[i].second;
    return out;
}

/// What of the polygon lies behind a plane.
Polygon clipped(const Polygon& polygon, const Vec3& normal, double offset) {
    Polygon out;
    for (std::size_t i = 0; i < polygon.count; ++i) {
        const Vec3& from = polygon.corner[i];
        const Vec3& to = polygon.corner[(i + 1) % polygon.count];
        const double before = glm::dot(normal, from) - offset;
        const double after = glm::dot(normal, to) - offset;
        if (before <= 0.0) out.add(from);
        if ((before < 0.0 && after > 0.0) || (before > 0.0 && after < 0.0))
            out.add(from + (to - from) * (before / (before - after)));
    }
    return out;
}

/// Of more than four points four that span the face are enough: the ends along two directions across it.
void keep_four(std::vector<ContactPoint>& out, std::size_t first) {
    if (out.size() - first <= 4) return;
    const Vec3 normal = out[first].normal;
    const Vec3 x = direction_or_zero(std::abs(normal.z) < 0.9 ? glm::cross(normal, world_up)
                                                              : glm::cross(normal, Vec3{0.0, 1.0, 0.0}));
    const Vec3 y = glm::cross(normal, x);
    std::array<ContactPoint, 4> kept;
    const std::array<Vec3, 4> ends{x + y * 0.1, -x - y * 0.1, y - x * 0.1, -y + x * 0.1};
    for (std::size_t k = 0; k < ends.size(); ++k)
        kept[k] = *std::max_element(out.begin() + static_cast<std::ptrdiff_t>(first), out.end(),
                                    [&](const ContactPoint& p, const ContactPoint& q) {
                                        return glm::dot(p.point, ends[k]) < glm::dot(q.point, ends[k]);
                                    });
    out.resize(first);
    for (const ContactPoint& contact : kept) {
        const bool known = std::any_of(out.begin() + static_cast<std::ptrdiff_t>(first), out.end(),
                                       [&](const ContactPoint& other) { return other.point == contact.point; });
        if (!known) out.push_back(contact);
    }
}

/// `reference` has the face, `other` lies on it. `towards_a`: 1 when the reference is `b`, -1 when it is `a`.
void meet_on_face(const Polyhedron& reference, const Plane& face, const Polyhedron& other, double towards_a,
                  double margin, std::vector<ContactPoint>& out) {
    const Plane* facing = &other.planes[0];
    for (const Plane& plane : other.planes)
        if (glm::dot(plane.normal, face.normal) < glm::dot(facing->normal, face.normal)) facing = &plane;
    Polygon polygon = face_polygon(other, *facing);
    const Polygon sides = face_polygon(reference, face);
    for (std::size_t i = 0; i < sides.count && polygon.count > 0; ++i) {
        const Vec3 along = sides.corner[(i + 1) % sides.count] - sides.corner[i];
        const Vec3 outward = direction_or_zero(glm::cross(along, face.normal));
        polygon = clipped(polygon, outward, glm::dot(outward, sides.corner[i]));
    }
    const std::size_t first = out.size();
    for (std::size_t i = 0; i < polygon.count; ++i) {
        const double gap = glm::dot(face.normal, polygon.corner[i]) - face.offset;
        if (gap > margin) continue;
        out.push_back({polygon.corner[i] - face.normal * gap, face.normal * towards_a, gap});
    }
    keep_four(out, first);
}

/// The edge of a solid that lies furthest along a direction: its two ends, or one corner twice.
std::pair<Vec3, Vec3> furthest_edge(const Polyhedron& solid, const Vec3& along) {
    constexpr double same_height_m = 1e-5;
    const double highest = -lowest(solid.corners, -along);
    std::array<Vec3, 2> ends;
    std::size_t count = 0;
    for (const Vec3& corner : solid.corners)
        if (count < 2 && glm::dot(corner, along) > highest - same_height_m) ends[count++] = corner;
    return {ends[0], count == 2 ? ends[1] : ends[0]};
}

/// Ericson, "Real-Time Collision Detection" (2005), chapter 5.1.9.
void meet_on_edges(const Polyhedron& a, const Polyhedron& b, const Vec3& normal, double gap,
                   std::vector<ContactPoint>& out) {
    const auto [a0, a1] = furthest_edge(a, -normal);
    const auto [b0, b1] = furthest_edge(b, normal);
    const Vec3 da = a1 - a0;
    const Vec3 db = b1 - b0;
    const double aa = glm::dot(da, da);
    const double bb = glm::dot(db, db);
    const double ab = glm::dot(da, db);
    const double along_a = glm::dot(da, a0 - b0);
    const double along_b = glm::dot(db, a0 - b0);
    const double area = aa * bb - ab * ab;
    const double s = area > 1e-18 ? std::clamp((ab * along_b - along_a * bb) / area, 0.0, 1.0) : 0.5;
    const double t = bb > 1e-18 ? std::clamp((ab * s + along_b) / bb, 0.0, 1.0) : 0.0;
    out.push_back({0.5 * (a0 + da * s + b0 + db * t), normal, gap});
}

}  // namespace

void face_contacts(const Solid& first, const Solid& second, double margin, std::vector<ContactPoint>& out) {
    const Polyhedron a(first);
    const Polyhedron b(second);
    double furthest = -1e300;
    const Plane* face = nullptr;
    bool of_a = true;
    const auto try_faces = [&](const Polyhedron& own, const Polyhedron& other, bool is_a, double advantage) {
        for (const Plane& plane : own.planes) {
            const double apart = lowest(other.corners, plane.normal) - plane.offset;
            if (apart <= furthest + advantage) continue;
            furthest = apart;
            face = &plane;
            of_a = is_a;
        }
        return furthest <= margin;
    };
    // Small advantages keep the choice the same from step to step.
    constexpr double advantage_m = 1e-4;
    if (!try_faces(b, a, false, 0.0) || !try_faces(a, b, true, advantage_m)) return;
    Vec3 crossing{0.0};
    double crossing_apart = furthest + 10.0 * advantage_m;
    for (const Vec3& ea : a.edges) {
        for (const Vec3& eb : b.edges) {
            Vec3 axis = glm::cross(ea, eb);
            const double length = glm::length(axis);
            if (length < 1e-3) continue;
            axis /= length;
            if (glm::dot(axis, a.middle - b.middle) < 0.0) axis = -axis;
            const double apart = lowest(a.corners, axis) + lowest(b.corners, -axis);
            if (apart > margin) return;
            if (apart <= crossing_apart) continue;
            crossing_apart = apart;
            crossing = axis;
        }
    }
    if (crossing != Vec3{0.0}) return meet_on_edges(a, b, crossing, crossing_apart, out);
    if (of_a) {
        meet_on_face(a, *face, b, -1.0, margin, out);
    } else {
        meet_on_face(b, *face, a, 1.0, margin, out);
    }
}

}  // namespace leap
