// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "core/world/solid.hpp"

namespace leap {

/// Which boxes of a list overlap, each with a list of the others.
class NearPairs {
  public:
    /// Sweep and prune (Cohen et al., "I-COLLIDE", 1995): the boxes are sorted by where they begin along the axis on
    /// which their middles are most spread, so that each is compared with those only that begin within it. n log n plus
    /// the overlaps along that axis. A grid would need a size of cells for crates and ships alike; a tree is kept up to
    /// date at more cost than the sort of a few hundred boxes that all may move. Boxes with low > high are left out.
    void find(std::span<const Bounds> boxes);

    /// Those that overlap box `i`, in the order of the list.
    std::span<const std::uint32_t> of(std::size_t i) const {
        return {others_.data() + begins_[i], begins_[i + 1] - begins_[i]};
    }

  private:
    std::vector<std::uint32_t> sorted_;
    std::vector<std::uint64_t> pairs_;    ///< a box in the upper half, another that overlaps it in the lower
    std::vector<std::uint32_t> others_;   ///< of all boxes, one after the other
    std::vector<std::size_t> begins_{0};  ///< by box: where its others begin, and at last where all end
};

}  // namespace leap
