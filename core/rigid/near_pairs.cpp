// SPDX-License-Identifier: MIT
#include "core/rigid/near_pairs.hpp"

#include <algorithm>

namespace leap {
namespace {

/// Along which the middles are most spread.
int widest_axis(std::span<const Bounds> boxes) {
    Vec3 sum{0.0};
    Vec3 squares{0.0};
    for (const Bounds& box : boxes) {
        const Vec3 middle = (box.low + box.high) * 0.5;
        sum += middle;
        squares += middle * middle;
    }
    const double count = std::max<double>(1.0, static_cast<double>(boxes.size()));
    const Vec3 spread = squares - sum * sum / count;
    int axis = spread.y > spread.x ? 1 : 0;
    if (spread.z > spread[axis]) axis = 2;
    return axis;
}

}  // namespace

void NearPairs::find(std::span<const Bounds> boxes) {
    sorted_.clear();
    for (std::size_t i = 0; i < boxes.size(); ++i)
        if (boxes[i].low.x <= boxes[i].high.x) sorted_.push_back(static_cast<std::uint32_t>(i));
    const int axis = widest_axis(boxes);
    std::sort(sorted_.begin(), sorted_.end(), [&](std::uint32_t a, std::uint32_t b) {
        return boxes[a].low[axis] != boxes[b].low[axis] ? boxes[a].low[axis] < boxes[b].low[axis] : a < b;
    });
    pairs_.clear();
    for (std::size_t i = 0; i < sorted_.size(); ++i) {
        const std::uint64_t a = sorted_[i];
        for (std::size_t j = i + 1; j < sorted_.size(); ++j) {
            const std::uint64_t b = sorted_[j];
            if (boxes[b].low[axis] > boxes[a].high[axis]) break;
            if (!overlap(boxes[a], boxes[b])) continue;
            pairs_.push_back(a << 32U | b);
            pairs_.push_back(b << 32U | a);
        }
    }
    std::sort(pairs_.begin(), pairs_.end());
    others_.clear();
    begins_.assign(boxes.size() + 1, 0);
    for (const std::uint64_t pair : pairs_) {
        ++begins_[(pair >> 32U) + 1];
        others_.push_back(static_cast<std::uint32_t>(pair));
    }
    for (std::size_t i = 0; i < boxes.size(); ++i) begins_[i + 1] += begins_[i];
}

}  // namespace leap
