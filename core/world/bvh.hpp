// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "core/world/solid.hpp"

namespace leap {

/// A bounding volume hierarchy: binary, flat, built by the surface area heuristic over 16 bins.
/// (Wald, "On fast Construction of SAH-based Bounding Volume Hierarchies", 2007.)
struct Bvh {
    struct Node {
        float low[3];
        std::uint32_t first;  ///< leaf: first entry of `items`; inner: the left child, the right one follows it
        float high[3];
        std::uint32_t count;  ///< 0 for inner nodes
    };
    std::vector<Node> nodes;           ///< empty for no items
    std::vector<std::uint32_t> items;  ///< indices of what was given, by leaf
};

Bvh build_bvh(std::span<const Bounds> bounds);

/// Walks every leaf whose box, grown by `below` and `above`, the segment from `from` along `along` (share 0 to
/// `farthest`) passes. `visit(item, farthest)` returns the new farthest share.
template <class Visit>
void walk_segment(const Bvh& bvh, const Vec3& from, const Vec3& along, const Vec3& below, const Vec3& above,
                  double farthest, Visit visit) {
    if (bvh.nodes.empty()) return;
    Vec3 inverse;
    for (int i = 0; i < 3; ++i) inverse[i] = 1.0 / (along[i] == 0.0 ? 1e-300 : along[i]);
    // Share at which the segment enters the node's grown box, or 2 when it misses.
    const auto entry = [&](const Bvh::Node& node) {
        double near = 0.0;
        double far = farthest;
        for (int i = 0; i < 3; ++i) {
            const double a = (static_cast<double>(node.low[i]) - below[i] - from[i]) * inverse[i];
            const double b = (static_cast<double>(node.high[i]) + above[i] - from[i]) * inverse[i];
            near = std::max(near, std::min(a, b));
            far = std::min(far, std::max(a, b));
        }
        return near <= far ? near : 2e300;
    };
    struct Open {
        std::uint32_t node;
        double near;
    };
    Open stack[96];
    int top = 0;
    const double root = entry(bvh.nodes[0]);
    if (root > 1e300) return;
    stack[top++] = {0, root};
    while (top > 0) {
        const Open open = stack[--top];
        if (open.near > farthest) continue;
        const Bvh::Node& node = bvh.nodes[open.node];
        if (node.count > 0) {
            for (std::uint32_t i = 0; i < node.count; ++i) farthest = visit(bvh.items[node.first + i], farthest);
            continue;
        }
        const double left = entry(bvh.nodes[node.first]);
        const double right = entry(bvh.nodes[node.first + 1]);
        // The nearer child is walked first, so that it can shorten the segment for the other.
        const bool left_first = left <= right;
        if (left < 1e300 && !left_first) stack[top++] = {node.first, left};
        if (right < 1e300) stack[top++] = {node.first + 1, right};
        if (left < 1e300 && left_first) stack[top++] = {node.first, left};
    }
}

}  // namespace leap
