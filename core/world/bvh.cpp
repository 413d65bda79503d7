// SPDX-License-Identifier: MIT
#include "core/world/bvh.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numeric>

namespace leap {
namespace {

constexpr int bin_count = 16;
constexpr std::uint32_t leaf_size = 1;

double half_area(const Bounds& b) {
    const Vec3 d = b.high - b.low;
    return d.x * d.y + d.y * d.z + d.z * d.x;
}

float down(double v) {
    return std::nextafter(static_cast<float>(v), -std::numeric_limits<float>::max());
}
float up(double v) {
    return std::nextafter(static_cast<float>(v), std::numeric_limits<float>::max());
}

class Builder {
  public:
    explicit Builder(std::span<const Bounds> bounds) : bounds_(bounds) {
        out_.items.resize(bounds.size());
        std::iota(out_.items.begin(), out_.items.end(), 0U);
        pairs_.reserve(bounds.size() * 2);
        pairs_.emplace_back();
        split(0, 0, static_cast<std::uint32_t>(bounds.size()), 0);
        out_.reach = largest_coordinate(pairs_[0].box);
        out_.nodes.emplace_back();
        fold(0, 0);
    }
    Bvh take() { return std::move(out_); }

  private:
    /// A node of the binary hierarchy.
    struct Pair {
        Bounds box;
        std::uint32_t first = 0;  ///< leaf: first item; inner: the left child, the right one follows it
        std::uint32_t count = 0;
    };

    Vec3 middle(std::uint32_t item) const { return (bounds_[item].low + bounds_[item].high) * 0.5; }

    /// Writes the node `to` for the binary node `from`: the largest inner child is opened until there are four.
    void fold(std::uint32_t from, std::uint32_t to) {
        std::array<std::uint32_t, BvhNode::width> children{from};
        std::size_t count = 1;
        while (count < BvhNode::width) {
            std::size_t largest = count;
            double area = -1.0;
            for (std::size_t i = 0; i < count; ++i) {
                const Pair& pair = pairs_[children[i]];
                if (pair.count > 0 || half_area(pair.box) <= area) continue;
                area = half_area(pair.box);
                largest = i;
            }
            if (largest == count) break;
            const std::uint32_t left = pairs_[children[largest]].first;
            children[largest] = left;
            children[count++] = left + 1;
        }
        for (std::size_t i = 0; i < BvhNode::width; ++i) {
            const bool there = i < count;
            if (there) {
                out_.nodes[to].set_box(i, pairs_[children[i]].box);
            } else {
                out_.nodes[to].set_empty(i);
            }
            out_.nodes[to].first[i] = out_.nodes[to].count[i] = 0;
            if (!there) continue;
            const Pair& pair = pairs_[children[i]];
            out_.nodes[to].count[i] = pair.count;
            if (pair.count > 0) {
                out_.nodes[to].first[i] = pair.first;
                continue;
            }
            const auto next = static_cast<std::uint32_t>(out_.nodes.size());
            out_.nodes.emplace_back();
            out_.nodes[to].first[i] = next;
            fold(children[i], next);
        }
    }

    void split(std::uint32_t node, std::uint32_t begin, std::uint32_t end, int depth) {
        Bounds all;
        Bounds middles;
        for (std::uint32_t i = begin; i < end; ++i) {
            all.add(bounds_[out_.items[i]]);
            middles.add(middle(out_.items[i]));
        }
        pairs_[node].box = all;
        const std::uint32_t cut =
            end - begin <= leaf_size || depth >= Bvh::deepest ? begin : best_cut(begin, end, middles);
        if (cut == begin || cut == end) {
            pairs_[node].first = begin;
            pairs_[node].count = end - begin;
            return;
        }
        const auto left = static_cast<std::uint32_t>(pairs_.size());
        pairs_[node].first = left;
        pairs_.emplace_back();
        pairs_.emplace_back();
        split(left, begin, cut, depth + 1);
        split(left + 1, cut, end, depth + 1);
    }

    /// Sorts [begin, end) into two sides and returns where the second begins; `begin` when no axis separates.
    std::uint32_t best_cut(std::uint32_t begin, std::uint32_t end, const Bounds& middles) {
        double best_cost = std::numeric_limits<double>::max();
        int best_axis = -1;
        int best_bin = 0;
        for (int axis = 0; axis < 3; ++axis) {
            const double extent = middles.high[axis] - middles.low[axis];
            if (extent <= 1e-12) continue;
            std::array<Bounds, bin_count> boxes{};
            std::array<std::uint32_t, bin_count> counts{};
            for (std::uint32_t i = begin; i < end; ++i) {
                const auto bin = bin_of(out_.items[i], axis, middles);
                boxes[bin].add(bounds_[out_.items[i]]);
                ++counts[bin];
            }
            for (int cut = 1; cut < bin_count; ++cut) {
                Bounds left;
                Bounds right;
                std::uint32_t left_count = 0;
                std::uint32_t right_count = 0;
                for (std::size_t b = 0; b < bin_count; ++b) {
                    if (counts[b] == 0) continue;
                    const bool is_left = b < static_cast<std::size_t>(cut);
                    (is_left ? left : right).add(boxes[b]);
                    (is_left ? left_count : right_count) += counts[b];
                }
                if (left_count == 0 || right_count == 0) continue;
                const double cost = left_count * half_area(left) + right_count * half_area(right);
                if (cost < best_cost) {
                    best_cost = cost;
                    best_axis = axis;
                    best_bin = cut;
                }
            }
        }
        if (best_axis < 0) return begin + (end - begin) / 2;  // all in one place: halve them
        const auto middle_item = std::partition(
            out_.items.begin() + begin, out_.items.begin() + end,
            [&](std::uint32_t item) { return bin_of(item, best_axis, middles) < static_cast<std::size_t>(best_bin); });
        return static_cast<std::uint32_t>(middle_item - out_.items.begin());
    }

    std::size_t bin_of(std::uint32_t item, int axis, const Bounds& middles) const {
        const double extent = middles.high[axis] - middles.low[axis];
        const double share = (middle(item)[axis] - middles.low[axis]) / extent;
        return std::min<std::size_t>(bin_count - 1, static_cast<std::size_t>(share * bin_count));
    }

    std::span<const Bounds> bounds_;
    std::vector<Pair> pairs_;
    Bvh out_;
};

}  // namespace

void BvhNode::set_box(std::size_t child, const Bounds& bounds) {
    for (int axis = 0; axis < 3; ++axis) {
        low[axis][child] = down(bounds.low[axis]);
        high[axis][child] = up(bounds.high[axis]);
    }
}

void BvhNode::set_empty(std::size_t child) {
    constexpr float beyond = std::numeric_limits<float>::infinity();
    for (int axis = 0; axis < 3; ++axis) {
        low[axis][child] = beyond;
        high[axis][child] = -beyond;
    }
}

double largest_coordinate(const Bounds& bounds) {
    double out = 0.0;
    for (int axis = 0; axis < 3; ++axis) out = std::max({out, std::abs(bounds.low[axis]), std::abs(bounds.high[axis])});
    return out;
}

Bvh build_bvh(std::span<const Bounds> bounds) {
    if (bounds.empty()) return {};
    return Builder(bounds).take();
}

}  // namespace leap
