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
constexpr std::uint32_t leaf_size = 2;
constexpr int deepest = 80;  // below the walking stack's size

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
        out_.nodes.reserve(bounds.size() * 2);
        out_.nodes.emplace_back();
        split(0, 0, static_cast<std::uint32_t>(bounds.size()), 0);
    }
    Bvh take() { return std::move(out_); }

  private:
    Vec3 middle(std::uint32_t item) const { return (bounds_[item].low + bounds_[item].high) * 0.5; }

    void split(std::uint32_t node, std::uint32_t begin, std::uint32_t end, int depth) {
        Bounds all;
        Bounds middles;
        for (std::uint32_t i = begin; i < end; ++i) {
            all.add(bounds_[out_.items[i]]);
            middles.add(middle(out_.items[i]));
        }
        for (int a = 0; a < 3; ++a) {
            out_.nodes[node].low[a] = down(all.low[a]);
            out_.nodes[node].high[a] = up(all.high[a]);
        }
        const std::uint32_t cut = end - begin <= leaf_size || depth >= deepest ? begin : best_cut(begin, end, middles);
        if (cut == begin || cut == end) {
            out_.nodes[node].first = begin;
            out_.nodes[node].count = end - begin;
            return;
        }
        const auto left = static_cast<std::uint32_t>(out_.nodes.size());
        out_.nodes[node].first = left;
        out_.nodes[node].count = 0;
        out_.nodes.emplace_back();
        out_.nodes.emplace_back();
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
    Bvh out_;
};

}  // namespace

Bvh build_bvh(std::span<const Bounds> bounds) {
    if (bounds.empty()) return {};
    return Builder(bounds).take();
}

}  // namespace leap
