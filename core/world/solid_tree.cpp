// SPDX-License-Identifier: MIT
#include "core/world/solid_tree.hpp"

#include <algorithm>

namespace leap {

SolidTree::SolidTree(std::vector<Solid> solids, std::vector<PieceTraits> traits) : traits_(std::move(traits)) {
    for (const PieceTraits& piece : traits_) feels_alike_ = feels_alike_ && piece.feel == SurfaceFeel{};
    std::vector<Bounds> bounds;
    bounds.reserve(solids.size());
    for (const Solid& solid : solids) bounds.push_back(solid.bounds);
    bvh_ = build_bvh(bounds);
    solids_.reserve(solids.size());
    for (const std::uint32_t item : bvh_.items) solids_.push_back(std::move(solids[item]));
    bvh_.items.clear();  // the solids themselves stand in the order of the leaves now
}

void SolidTree::gather(const Bounds& bounds, SolidSink& sink) const {
    const Vec3 middle = 0.5 * (bounds.low + bounds.high);
    const Vec3 half = 0.5 * (bounds.high - bounds.low);
    walk_segment(bvh_, middle, Vec3{0.0}, half, half, 1.0,
                 [&](std::uint32_t first, std::uint32_t count, double farthest) {
                     sink.meet({&solids_[first], count});
                     return farthest;
                 });
}

void SolidTree::gather_along(const SweptBox& way, SolidSink& sink) const {
    // A node is passed when the box passes it: it reaches to the node from above by `below`, and the other way round.
    walk_segment(bvh_, way.from, way.along, way.above, way.below, sink.farthest,
                 [&](std::uint32_t first, std::uint32_t count, double /*farthest*/) {
                     sink.meet({&solids_[first], count});
                     return sink.farthest;
                 });
}

SurfaceFeel SolidTree::feel_of(std::uint32_t piece) const {
    return piece < traits_.size() ? traits_[piece].feel : SurfaceFeel{};
}

bool SolidTree::is_of_kind(std::uint32_t piece, std::string_view kind) const {
    if (piece >= traits_.size()) return false;
    const auto& kinds = traits_[piece].kinds;
    return std::find(kinds.begin(), kinds.end(), kind) != kinds.end();
}

}  // namespace leap
