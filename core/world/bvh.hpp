// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <bit>
#include <cmath>
#include <cstdint>
#include <span>
#include <vector>

#include "core/world/four_floats.hpp"
#include "core/world/solid.hpp"

namespace leap {

/// Four boxes and what they are round.
struct alignas(64) BvhNode {
    static constexpr std::size_t width = 4;
    float low[3][width];  ///< by axis, then child; a child that isn't there has low above high
    float high[3][width];
    std::uint32_t first[width];  ///< leaf: first entry of `items`; inner: the child's node, 0 when there is none
    std::uint32_t count[width];  ///< items of a leaf; 0 for inner nodes

    /// The child's box, rounded outward.
    void set_box(std::size_t child, const Bounds& bounds);
    /// No child there: no segment passes it.
    void set_empty(std::size_t child);
};

/// A bounding volume hierarchy with four children to a node, so that one node's boxes are tested at once. Built as a
/// binary one by the surface area heuristic over 16 bins (Wald, "On fast Construction of SAH-based Bounding Volume
/// Hierarchies", 2007) and then folded to four (Dammertz, Hanika, Keller, "Shallow Bounding Volume Hierarchies", 2008).
/// Two children were tried first: rays in 100 000 boxes took half as long again.
struct Bvh {
    static constexpr int deepest = 80;  ///< cuts in two below one another; what is left then stays together
    std::vector<BvhNode> nodes;         ///< empty for no items
    std::vector<std::uint32_t> items;   ///< indices of what was given, by leaf
    double reach = 0.0;                 ///< largest coordinate of any box, for the rounding of floats
};

Bvh build_bvh(std::span<const Bounds> bounds);

/// How far from the origin a box reaches along any axis, m.
double largest_coordinate(const Bounds& bounds);

/// A segment made ready for the nodes' floats. What rounding could take from a box is added to it, so that the walk
/// never misses one (Ize, "Robust BVH Ray Traversal", 2013).
struct BvhSegment {
    static constexpr float rounding_up = 1.0F + 1e-6F;
    FourFloats near_shift[3], far_shift[3], inverse[3];
    bool backwards[3] = {};

    /// `reach`: the largest coordinate of any box.
    BvhSegment(double reach, const Vec3& from, const Vec3& along, const Vec3& below, const Vec3& above) {
        for (int i = 0; i < 3; ++i) {
            constexpr double rounding = 1.0 / (1 << 21);
            constexpr double steepest = 1e30;  // stands for 1/0 and stays finite when multiplied with any place
            const double slack = rounding * (std::abs(from[i]) + reach + below[i] + above[i]);
            const double inv = std::clamp(1.0 / (along[i] == 0.0 ? 1e-300 : along[i]), -steepest, steepest);
            backwards[i] = inv < 0.0;
            const auto low = static_cast<float>(-below[i] - slack - from[i]);
            const auto high = static_cast<float>(above[i] + slack - from[i]);
            near_shift[i] = four_times(backwards[i] ? high : low);
            far_shift[i] = four_times(backwards[i] ? low : high);
            inverse[i] = four_times(static_cast<float>(inv));
        }
    }

    /// A share of it, in the nodes' floats.
    static float farthest(double share) { return static_cast<float>(share) * rounding_up; }
};

/// From where to where, in shares of the segment, it is in each of a node's boxes.
struct NodePass {
    FourFloats near, far;
    /// One bit for each that it passes.
    unsigned children() const { return which_up_to(near, far); }
};
inline NodePass pass_node(const BvhNode& node, const BvhSegment& segment, float farthest) {
    NodePass out{four_times(0.0F), four_times(farthest)};
    for (int i = 0; i < 3; ++i) {
        const FourFloats low = load_four(node.low[i]);
        const FourFloats high = load_four(node.high[i]);
        const FourFloats& enter = segment.backwards[i] ? high : low;
        const FourFloats& leave = segment.backwards[i] ? low : high;
        out.near = larger(out.near, (enter + segment.near_shift[i]) * segment.inverse[i]);
        out.far = smaller(out.far, (leave + segment.far_shift[i]) * segment.inverse[i] * BvhSegment::rounding_up);
    }
    return out;
}

/// Walks every leaf whose box, grown by `below` and `above`, the segment from `from` along `along` (share 0 to
/// `farthest`) passes. `visit(first, count, farthest)` gets a leaf's entries of `items` and returns the new farthest
/// share.
template <class Visit>
void walk_segment(const Bvh& bvh, const Vec3& from, const Vec3& along, const Vec3& below, const Vec3& above,
                  double farthest, Visit visit) {
    if (bvh.nodes.empty()) return;
    const BvhSegment segment(bvh.reach, from, along, below, above);
    struct Open {
        std::uint32_t first;
        std::uint32_t count;
        float near;
    };
    // Each node on the way down leaves at most its other children open, and no way is longer than the tree is deep.
    Open stack[(BvhNode::width - 1) * Bvh::deepest + 1];
    int top = 0;
    stack[top++] = {0, 0, 0.0F};
    while (top > 0) {
        const Open open = stack[--top];
        const float far_now = BvhSegment::farthest(farthest);
        if (open.near > far_now) continue;
        if (open.count > 0) {
            farthest = visit(open.first, open.count, farthest);
            continue;
        }
        const BvhNode& node = bvh.nodes[open.first];
        const NodePass pass = pass_node(node, segment, far_now);
        // The nearest child is walked first, so that it can shorten the segment for the others.
        const int begin = top;
        for (unsigned left = pass.children(); left != 0; left &= left - 1) {
            const auto child = static_cast<std::size_t>(std::countr_zero(left));
            const Open next{node.first[child], node.count[child], pass.near[child]};
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
