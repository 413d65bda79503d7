// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <span>
#include <vector>

#include "core/world/four_floats.hpp"
#include "core/world/solid.hpp"

namespace leap {

/// A bounding volume hierarchy with four children to a node, so that one node's boxes are tested at once. Built as a
/// binary one by the surface area heuristic over 16 bins (Wald, "On fast Construction of SAH-based Bounding Volume
/// Hierarchies", 2007) and then folded to four (Dammertz, Hanika, Keller, "Shallow Bounding Volume Hierarchies", 2008).
/// Two children were tried first: rays in 100 000 boxes took half as long again.
struct Bvh {
    static constexpr int width = 4;
    static constexpr int deepest = 80;  ///< cuts in two below one another; what is left then stays together
    struct alignas(64) Node {
        float low[3][width];  ///< by axis, then child; a child that isn't there has low above high
        float high[3][width];
        std::uint32_t first[width];  ///< leaf: first entry of `items`; inner: the child's node, 0 when there is none
        std::uint32_t count[width];  ///< items of a leaf; 0 for inner nodes
    };
    std::vector<Node> nodes;           ///< empty for no items
    std::vector<std::uint32_t> items;  ///< indices of what was given, by leaf
    double reach = 0.0;                ///< largest coordinate of any box, for the rounding of floats
};

Bvh build_bvh(std::span<const Bounds> bounds);

/// A segment made ready for the nodes' floats. What rounding could take from a box is added to it, so that the walk
/// never misses one (Ize, "Robust BVH Ray Traversal", 2013).
struct BvhSegment {
    FourFloats near_shift[3], far_shift[3], inverse[3];
    bool backwards[3] = {};

    BvhSegment(const Bvh& bvh, const Vec3& from, const Vec3& along, const Vec3& below, const Vec3& above) {
        for (int i = 0; i < 3; ++i) {
            constexpr double rounding = 1.0 / (1 << 21);
            constexpr double steepest = 1e30;  // stands for 1/0 and stays finite when multiplied with any place
            const double slack = rounding * (std::abs(from[i]) + bvh.reach + below[i] + above[i]);
            const double inv = std::clamp(1.0 / (along[i] == 0.0 ? 1e-300 : along[i]), -steepest, steepest);
            backwards[i] = inv < 0.0;
            const auto low = static_cast<float>(-below[i] - slack - from[i]);
            const auto high = static_cast<float>(above[i] + slack - from[i]);
            near_shift[i] = four_times(backwards[i] ? high : low);
            far_shift[i] = four_times(backwards[i] ? low : high);
            inverse[i] = four_times(static_cast<float>(inv));
        }
    }
};

/// Walks every leaf whose box, grown by `below` and `above`, the segment from `from` along `along` (share 0 to
/// `farthest`) passes. `visit(first, count, farthest)` gets a leaf's entries of `items` and returns the new farthest
/// share.
template <class Visit>
void walk_segment(const Bvh& bvh, const Vec3& from, const Vec3& along, const Vec3& below, const Vec3& above,
                  double farthest, Visit visit) {
    if (bvh.nodes.empty()) return;
    constexpr float rounding_up = 1.0F + 1e-6F;
    const BvhSegment segment(bvh, from, along, below, above);
    struct Open {
        std::uint32_t first;
        std::uint32_t count;
        float near;
    };
    // Each node on the way down leaves at most its other children open, and no way is longer than the tree is deep.
    Open stack[static_cast<std::size_t>(Bvh::width - 1) * Bvh::deepest + 1];
    int top = 0;
    stack[top++] = {0, 0, 0.0F};
    while (top > 0) {
        const Open open = stack[--top];
        const auto far_now = static_cast<float>(farthest) * rounding_up;
        if (open.near > far_now) continue;
        if (open.count > 0) {
            farthest = visit(open.first, open.count, farthest);
            continue;
        }
        const Bvh::Node& node = bvh.nodes[open.first];
        FourFloats near = four_times(0.0F);
        FourFloats far = four_times(far_now);
        for (int i = 0; i < 3; ++i) {
            const FourFloats low = load_four(node.low[i]);
            const FourFloats high = load_four(node.high[i]);
            const FourFloats& enter = segment.backwards[i] ? high : low;
            const FourFloats& leave = segment.backwards[i] ? low : high;
            near = larger(near, (enter + segment.near_shift[i]) * segment.inverse[i]);
            far = smaller(far, (leave + segment.far_shift[i]) * segment.inverse[i] * rounding_up);
        }
        // The nearest child is walked first, so that it can shorten the segment for the others.
        const int begin = top;
        for (int child = 0; child < Bvh::width; ++child) {
            if (!(near[child] <= far[child])) continue;
            const Open next{node.first[child], node.count[child], near[child]};
            int at = top++;
            while (at > begin && stack[at - 1].near < next.near) {
                stack[at] = stack[at - 1];
                --at;
            }
            stack[at] = next;
        }
    }
}

}  // namespace leap
