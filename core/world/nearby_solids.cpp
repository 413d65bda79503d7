// SPDX-License-Identifier: MIT
#include "core/world/nearby_solids.hpp"

#include <algorithm>
#include <array>
#include <bit>

namespace leap {

void NearbySolids::come_to(const std::shared_ptr<const SolidSource>& world, const Bounds& needed, double margin) {
    if (world_ == world && lies_within(needed, kept_)) return;
    world_ = world;
    kept_ = grown(needed, margin);
    solids_.clear();
    rows_.clear();
    reach_ = 0.0;
    solids_in(*world_, kept_, found_);
    too_many_ = found_.size() > most;
    if (too_many_) return;
    for (const Solid* solid : found_) solids_.push_back(*solid);
    rows_.resize((solids_.size() + BvhNode::width - 1) / BvhNode::width);
    for (std::size_t i = 0; i < rows_.size() * BvhNode::width; ++i) {
        BvhNode& row = rows_[i / BvhNode::width];
        const std::size_t at = i % BvhNode::width;
        if (i >= solids_.size()) {
            row.set_empty(at);
            continue;
        }
        row.set_box(at, solids_[i].bounds);
        reach_ = std::max(reach_, largest_coordinate(solids_[i].bounds));
    }
}

void NearbySolids::gather(const Bounds& bounds, SolidSink& sink) const {
    if (too_many_ || !lies_within(bounds, kept_)) return world_->gather(bounds, sink);
    for (const Solid& solid : solids_)
        if (overlap(solid.bounds, bounds)) sink.meet({&solid, 1});
}

void NearbySolids::gather_along(const SweptBox& way, SolidSink& sink) const {
    if (too_many_ || !lies_within(way.bounds(0.0, sink.farthest), kept_)) return world_->gather_along(way, sink);
    struct Passed {
        float near;
        std::size_t solid;
    };
    std::array<Passed, most> passed;
    std::size_t count = 0;
    const BvhSegment segment(reach_, way.from, way.along, way.above, way.below);
    const float far = segment.farthest(sink.farthest);
    for (std::size_t row = 0; row < rows_.size(); ++row) {
        const NodePass pass = pass_node(rows_[row], segment, far);
        for (unsigned left = pass.children(); left != 0; left &= left - 1) {
            const auto child = static_cast<std::size_t>(std::countr_zero(left));
            const Passed next{pass.near[child], row * BvhNode::width + child};
            std::size_t at = count++;
            for (; at > 0 && passed[at - 1].near > next.near; --at) passed[at] = passed[at - 1];
            passed[at] = next;
        }
    }
    for (std::size_t i = 0; i < count && passed[i].near <= segment.farthest(sink.farthest); ++i)
        sink.meet({&solids_[passed[i].solid], 1});
}

}  // namespace leap
