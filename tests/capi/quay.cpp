// SPDX-License-Identifier: MIT
#include "tests/capi/quay.hpp"

#include <algorithm>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <numbers>
#include <sstream>

namespace leap::capi_test {
namespace {

/// The faces of a drawn shape as lists of corner numbers: triangles that fan out from one corner in one plane.
void faces_of(const Piece& piece, const Solid& solid, std::vector<unsigned>& faces, std::size_t& count) {
    const auto number = [&](const Vec3& corner) {
        const auto found = std::find(solid.corners.begin(), solid.corners.end(), corner);
        return static_cast<unsigned>(found - solid.corners.begin());
    };
    const DrawnTriangle* last = nullptr;
    std::size_t size_at = 0;
    const std::vector<DrawnTriangle> triangles = drawn_triangles(piece);
    for (const DrawnTriangle& triangle : triangles) {
        const bool goes_on = last != nullptr && last->corners[0] == triangle.corners[0] &&
                             last->corners[2] == triangle.corners[1] &&
                             glm::dot(last->normal, triangle.normal) > 1.0 - 1e-9;
        if (!goes_on) {
            ++count;
            size_at = faces.size();
            faces.push_back(2);
            faces.push_back(number(triangle.corners[0]));
            faces.push_back(number(triangle.corners[1]));
        }
        ++faces[size_at];
        faces.push_back(number(triangle.corners[2]));
        last = &triangle;
    }
}

}  // namespace

std::string text_of(const std::string& path) {
    std::ifstream file(path, std::ios::binary);
    std::ostringstream out;
    out << file.rdbuf();
    return out.str();
}

Sources sources_of(const std::string& folder, const std::string& root) {
    Sources out;
    out.paths.push_back(root);
    for (const auto& entry : std::filesystem::recursive_directory_iterator(folder)) {
        const std::string path = std::filesystem::relative(entry.path(), folder).generic_string();
        if (entry.path().extension() == ".leap" && path != root) out.paths.push_back(path);
    }
    for (const std::string& path : out.paths) out.texts.push_back(text_of(folder + "/" + path));
    for (std::size_t i = 0; i < out.paths.size(); ++i)
        out.sources.push_back({sizeof(leap_source), out.paths[i].c_str(), out.texts[i].c_str(), out.texts[i].size()});
    return out;
}

HandedOver::HandedOver(const CoursePlan& plan) {
    for (std::size_t i = 0; i < plan.pieces.size(); ++i) {
        const Piece& piece = plan.pieces[i];
        traits_.push_back(traits_of(piece));
        if (!piece.solid) continue;
        for (Solid& solid : solids_of(piece, i)) {
            Part part;
            part.turn_rad = piece.turn_deg * std::numbers::pi / 180.0;
            if (solid.kind == SolidKind::hull) faces_of(piece, solid, part.faces, part.face_count);
            part.solid = std::move(solid);
            parts_.push_back(std::move(part));
        }
    }
    std::reverse(parts_.begin(), parts_.end());  // in an order of its own
}

leap_geometry HandedOver::geometry() {
    leap_geometry out{};
    out.size = sizeof out;
    out.user = this;
    out.gather = &HandedOver::gather;
    out.feel = &HandedOver::feel;
    out.is_of_kind = &HandedOver::is_of_kind;
    return out;
}

int HandedOver::gather(void* user, const double low[3], const double high[3], leap_sink* sink) {
    auto& self = *static_cast<HandedOver*>(user);
    ++self.asked;
    const Bounds box{{low[0], low[1], low[2]}, {high[0], high[1], high[2]}};
    for (const Part& part : self.parts_) {
        const Solid& solid = part.solid;
        if (!overlap(solid.bounds, box, 0.01)) continue;
        const unsigned piece = solid.surface.index;
        switch (solid.kind) {
            case SolidKind::box:
                leap_sink_box(sink, piece, solid.part, &solid.center.x, &solid.half.x, part.turn_rad);
                break;
            case SolidKind::triangle:
                leap_sink_triangle(sink, piece, solid.part, &solid.corners[0].x, &solid.corners[1].x,
                                   &solid.corners[2].x);
                break;
            case SolidKind::hull:
                leap_sink_hull(sink, piece, solid.part, &solid.corners[0].x, solid.corners.size(), part.faces.data(),
                               part.face_count);
                break;
            case SolidKind::round:
                leap_sink_round(sink, piece, solid.part, &solid.corners[0].x, &solid.corners[1].x, solid.radius);
                break;
        }
    }
    return 0;
}

void HandedOver::feel(void* user, unsigned piece, double carries[3], double* grip) {
    const auto& self = *static_cast<HandedOver*>(user);
    if (piece >= self.traits_.size()) return;
    for (int i = 0; i < 3; ++i) carries[i] = self.traits_[piece].feel.carries[i];
    *grip = self.traits_[piece].feel.grip;
}

int HandedOver::is_of_kind(void* user, unsigned piece, const char* kind) {
    const auto& self = *static_cast<HandedOver*>(user);
    if (piece >= self.traits_.size()) return 0;
    const auto& kinds = self.traits_[piece].kinds;
    return std::find(kinds.begin(), kinds.end(), kind) != kinds.end() ? 1 : 0;
}

std::string hash_text(const unsigned char hash[8]) {
    std::string out;
    for (int i = 0; i < 8; ++i) {
        char two[3];
        std::snprintf(two, sizeof two, "%02x", hash[i]);
        out += two;
    }
    return out;
}

}  // namespace leap::capi_test
