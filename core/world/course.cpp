// SPDX-License-Identifier: MIT
#include "core/world/course.hpp"

#include <algorithm>

namespace leap {

Course build_course(CoursePlan plan) {
    Course out;
    out.plan = std::move(plan);
    for (std::size_t i = 0; i < out.plan.pieces.size(); ++i) {
        std::vector<Solid> parts = solids_of(out.plan.pieces[i], static_cast<std::int32_t>(i));
        std::move(parts.begin(), parts.end(), std::back_inserter(out.solids));
    }
    std::vector<Bounds> bounds;
    bounds.reserve(out.solids.size());
    for (const Solid& solid : out.solids) bounds.push_back(solid.bounds);
    out.bvh = build_bvh(bounds);
    // In the order of the leaves: what is looked at together lies together.
    std::vector<Solid> ordered;
    ordered.reserve(out.solids.size());
    for (std::uint32_t& item : out.bvh.items) {
        ordered.push_back(std::move(out.solids[item]));
        item = static_cast<std::uint32_t>(ordered.size() - 1);
    }
    out.solids = std::move(ordered);
    out.ray_boxes.resize(out.solids.size());
    for (std::size_t i = 0; i < out.solids.size(); ++i) {
        const Solid& s = out.solids[i];
        if (s.kind == SolidKind::box) out.ray_boxes[i] = {s.center, s.half, s.turn_cos, s.turn_sin};
    }
    return out;
}

bool is_of_kind(const CoursePlan& plan, std::int32_t piece, std::string_view kind) {
    const auto i = static_cast<std::size_t>(piece);
    if (piece < 0 || i >= plan.pieces.size()) return false;
    const auto& kinds = plan.pieces[i].kinds;
    return std::find(kinds.begin(), kinds.end(), kind) != kinds.end();
}

const Place* find_place(const CoursePlan& plan, std::string_view name) {
    const auto found =
        std::find_if(plan.places.begin(), plan.places.end(), [&](const Place& p) { return p.name == name; });
    return found == plan.places.end() ? nullptr : &*found;
}

}  // namespace leap
