// SPDX-License-Identifier: MIT
#include "link/taken_course.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <utility>

#include "core/units/elementary.hpp"
#include "core/units/turn.hpp"

namespace leap::link {
namespace {

/// Collects each solid once, whatever box it was met in.
class Collecting final : public SolidSink {
  public:
    void meet(std::span<const Solid> solids) override {
        for (const Solid& solid : solids) found.try_emplace({solid.surface, solid.part}, solid);
    }
    std::map<std::pair<Surface, std::uint32_t>, Solid> found;
};

void add_face(Piece& mesh, const std::vector<Vec3>& corners) {
    const auto first = static_cast<std::uint32_t>(mesh.vertices.size());
    for (const Vec3& corner : corners) mesh.vertices.push_back(corner - mesh.center);
    for (std::uint32_t i = 2; i < corners.size(); ++i) mesh.faces.push_back({first, first + i - 1, first + i});
}

/// The corners of a hull that lie in one of its planes, in order round its normal.
std::vector<Vec3> face_of(const Solid& hull, const Plane& plane) {
    constexpr double flat_m = 1e-6;
    std::vector<Vec3> out;
    Vec3 middle{0.0};
    for (const Vec3& corner : hull.corners) {
        if (std::abs(glm::dot(plane.normal, corner) - plane.offset) > flat_m) continue;
        out.push_back(corner);
        middle += corner;
    }
    if (out.size() < 3) return {};
    middle /= static_cast<double>(out.size());
    const Vec3 along = out.front() - middle;
    const Vec3 across = glm::cross(plane.normal, along);
    const auto turn = [&](const Vec3& corner) {
        return elementary::atan2(glm::dot(corner - middle, across), glm::dot(corner - middle, along));
    };
    std::sort(out.begin(), out.end(), [&](const Vec3& a, const Vec3& b) { return turn(a) < turn(b); });
    return out;
}

/// Its corners, which were relative to any place, to the middle of the box round them.
void put_middle(Piece& mesh) {
    Bounds bounds;
    for (const Vec3& corner : mesh.vertices) bounds.add(corner);
    const Vec3 middle = 0.5 * (bounds.low + bounds.high);
    for (Vec3& corner : mesh.vertices) corner -= middle;
    mesh.center += middle;
    mesh.size = bounds.high - bounds.low;
}

Piece box_piece(const Solid& box) {
    Piece out;
    out.center = box.center;
    out.size = 2.0 * box.half;
    out.turn_deg = elementary::atan2(box.turn_sin, box.turn_cos) / radians_per_degree;
    return out;
}

bool is_upright(const Solid& round) {
    const Vec3 axis = round.corners[1] - round.corners[0];
    return std::abs(axis.x) < 1e-9 && std::abs(axis.y) < 1e-9;
}

Piece round_piece(const Solid& round) {
    Piece out;
    const double along = std::abs(round.corners[1].z - round.corners[0].z);
    out.kind = along > 0.0 ? PieceKind::capsule : PieceKind::sphere;
    out.center = 0.5 * (round.corners[0] + round.corners[1]);
    out.size = Vec3{2.0 * round.radius, 2.0 * round.radius, 2.0 * round.radius + along};
    return out;
}

/// Where the feet have been, thinned out: within a cube of this side (m) once.
std::vector<Vec3> places_of(const Record& run) {
    constexpr double side_m = 1.0;
    std::map<std::array<std::int64_t, 3>, Vec3> out;
    for (const TraceTrack& track : run.tracks)
        for (const TraceRow& row : track.rows) {
            const Vec3 at = glm::floor(row.position / side_m);
            out.try_emplace(
                {static_cast<std::int64_t>(at.x), static_cast<std::int64_t>(at.y), static_cast<std::int64_t>(at.z)},
                row.position);
        }
    std::vector<Vec3> places;
    places.reserve(out.size());
    for (const auto& [cube, place] : out) places.push_back(place);
    return places;
}

}  // namespace

TakenCourse solids_round(const Record& run, const SolidSource& solids, const std::string& group, double reach_m) {
    Collecting sink;
    for (const Vec3& place : places_of(run)) solids.gather({place - Vec3{reach_m}, place + Vec3{reach_m}}, sink);
    TakenCourse out;
    std::map<Surface, Piece> meshes;  // what belongs to one piece of the game stays one
    for (const auto& [key, solid] : sink.found) {
        if (solid.kind == SolidKind::box) {
            out.pieces.push_back(box_piece(solid));
        } else if (solid.kind == SolidKind::round) {
            if (is_upright(solid))
                out.pieces.push_back(round_piece(solid));
            else
                ++out.left_out;
        } else {
            Piece& mesh = meshes[solid.surface];
            if (mesh.vertices.empty()) mesh.center = solid.bounds.low;
            if (solid.kind == SolidKind::triangle)
                add_face(mesh, solid.corners);
            else
                for (const Plane& plane : solid.planes) add_face(mesh, face_of(solid, plane));
        }
    }
    for (auto& [surface, mesh] : meshes) {
        mesh.kind = PieceKind::mesh;
        put_middle(mesh);
        out.pieces.push_back(std::move(mesh));
    }
    for (std::size_t i = 0; i < out.pieces.size(); ++i) {
        out.pieces[i].name = group + " " + std::to_string(i + 1);
        out.pieces[i].group = group;
    }
    return out;
}

}  // namespace leap::link
