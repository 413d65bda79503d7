// SPDX-License-Identifier: MIT
#include "core/world/volume.hpp"

#include <algorithm>
#include <cmath>

namespace leap {
namespace {

constexpr HeightSpan nothing{1.0, 0.0};

HeightSpan span_of_box(const Solid& box, const Vec3& at) {
    const Vec3 to = at - box.center;
    const double along = box.turn_cos * to.x + box.turn_sin * to.y;
    const double across = box.turn_cos * to.y - box.turn_sin * to.x;
    if (std::abs(along) > box.half.x || std::abs(across) > box.half.y) return nothing;
    return {box.center.z - box.half.z, box.center.z + box.half.z};
}

/// Each plane cuts the line once, from above or from below.
HeightSpan span_of_hull(const Solid& hull, const Vec3& at) {
    constexpr double upright = 1e-12;
    HeightSpan out{-1e300, 1e300};
    for (const Plane& plane : hull.planes) {
        const double left = plane.offset - plane.normal.x * at.x - plane.normal.y * at.y;
        if (std::abs(plane.normal.z) < upright) {
            if (left < 0.0) return nothing;
        } else if (plane.normal.z > 0.0) {
            out.high = std::min(out.high, left / plane.normal.z);
        } else {
            out.low = std::max(out.low, left / plane.normal.z);
        }
    }
    return out;
}

/// Its two ends stand one above the other.
HeightSpan span_of_round(const Solid& round, const Vec3& at) {
    const Vec3 to = horizontal(at - round.corners[0]);
    const double left = round.radius * round.radius - glm::dot(to, to);
    if (left < 0.0) return nothing;
    const double reach = std::sqrt(left);
    const auto [low, high] = std::minmax(round.corners[0].z, round.corners[1].z);
    return {low - reach, high + reach};
}

/// Where an upright line goes through a triangle seen from above; a point on the line between two belongs to one of
/// them only (the rule of the half-open edge).
void add_crossing(const Solid& triangle, const Vec3& at, std::vector<double>& out) {
    bool within = false;
    for (std::size_t i = 0, j = 2; i < 3; j = i++) {
        const Vec3& a = triangle.corners[i];
        const Vec3& b = triangle.corners[j];
        if ((a.y > at.y) != (b.y > at.y) && at.x < (b.x - a.x) * (at.y - a.y) / (b.y - a.y) + a.x) within = !within;
    }
    const Plane& plane = triangle.planes.front();
    if (!within || plane.normal.z == 0.0) return;
    out.push_back((plane.offset - plane.normal.x * at.x - plane.normal.y * at.y) / plane.normal.z);
}

void add_spans(const std::vector<Solid>& parts, bool closed_mesh, const Vec3& at, std::vector<HeightSpan>& out) {
    if (!closed_mesh) {
        for (const Solid& part : parts)
            if (const HeightSpan span = upright_span(part, at); span.low < span.high) out.push_back(span);
        return;
    }
    std::vector<double> crossings;
    for (const Solid& part : parts) add_crossing(part, at, crossings);
    std::sort(crossings.begin(), crossings.end());
    for (std::size_t i = 0; i + 1 < crossings.size(); i += 2) out.push_back({crossings[i], crossings[i + 1]});
}

Solid box_round(const Bounds& bounds) {
    Piece box;
    box.center = (bounds.low + bounds.high) * 0.5;
    box.size = bounds.high - bounds.low;
    return solids_of(box, 0).front();
}

}  // namespace

HeightSpan upright_span(const Solid& solid, const Vec3& at) {
    switch (solid.kind) {
        case SolidKind::box: return span_of_box(solid, at);
        case SolidKind::hull: return span_of_hull(solid, at);
        case SolidKind::round: return span_of_round(solid, at);
        case SolidKind::triangle: break;
    }
    return nothing;
}

Volumes::Volumes(const std::vector<Piece>& pieces) {
    for (const Piece& piece : pieces) {
        if (piece.solid) continue;
        Volume volume;
        volume.parts = solids_of(piece, 0);
        volume.closed_mesh = piece.kind == PieceKind::mesh;
        for (const Solid& part : volume.parts) volume.bounds.add(part.bounds);
        if (volume.parts.empty()) continue;
        for (const std::string& kind : piece.kinds) {
            const auto number = numbers_.try_emplace(kind, kinds_.size()).first->second;
            if (number == kinds_.size()) kinds_.emplace_back();
            OfKind& all = kinds_[number];
            all.volumes.push_back(volume);
            all.bounds.add(volume.bounds);
            bounds_.add(volume.bounds);
            if (volume.closed_mesh) {
                all.passed.push_back(box_round(volume.bounds));
            } else {
                all.passed.insert(all.passed.end(), volume.parts.begin(), volume.parts.end());
            }
        }
    }
}

std::optional<std::size_t> Volumes::find(std::string_view kind) const {
    const auto found = numbers_.find(kind);
    return found == numbers_.end() ? std::nullopt : std::optional(found->second);
}

InVolume Volumes::look(const OfKind& kind, const Vec3& low_end, double height_m) {
    const double top = low_end.z + height_m;
    std::vector<HeightSpan> spans;
    for (const Volume& volume : kind.volumes)
        if (may_be_in(volume.bounds, low_end, height_m)) add_spans(volume.parts, volume.closed_mesh, low_end, spans);
    if (spans.empty()) return {};
    std::sort(spans.begin(), spans.end(), [](const HeightSpan& a, const HeightSpan& b) { return a.low < b.low; });
    InVolume out;
    double covered = 0.0;
    for (std::size_t i = 0; i < spans.size();) {
        HeightSpan joined = spans[i];
        for (++i; i < spans.size() && spans[i].low <= joined.high; ++i)
            joined.high = std::max(joined.high, spans[i].high);
        const double in = std::min(joined.high, top) - std::max(joined.low, low_end.z);
        if (in <= 0.0) continue;
        // Of several, one above the other, the depth is that of the one in which the lower end is.
        if (covered == 0.0) out.depth_m = joined.high - low_end.z;
        covered += in;
    }
    out.share = height_m > 0.0 ? std::min(1.0, covered / height_m) : 0.0;
    return out;
}

}  // namespace leap
