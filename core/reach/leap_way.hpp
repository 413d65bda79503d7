// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/world/course_edit.hpp"

namespace leap {

/// The straight way on which one would leap from the top of one piece to the top of another.
struct LeapWay {
    Vec3 start{0.0};      ///< of the feet, where the run-up begins
    Vec3 edge{0.0};       ///< where the first piece ends
    Vec3 lip{0.0};        ///< where the second begins, at its top
    Vec3 direction{0.0};  ///< level, of length 1
    double gap() const { return horizontal_length(lip - edge); }
    double rise() const { return lip.z - edge.z; }
    /// How far a place lies beyond the lip; negative: short of it.
    double beyond_lip(const Vec3& place) const { return glm::dot(place - lip, direction); }
};

/// Ways over the narrowest part of the gap: in its middle first, then further and further aside; onto a piece that
/// stands on the first one, or down to what it stands on, from the side that leaves the longest run-up. None when the
/// first has no room for feet beside the second.
std::vector<LeapWay> leap_ways(const ItemBox& from, const ItemBox& to, double longest_run_up, double radius);

/// Pieces near enough to be leaped to, nearest first, at most `most`: those with a level top that isn't
/// under water and can't be simply walked to, and of those that stand on the piece itself no more than two.
std::vector<std::size_t> leap_neighbours(const CoursePlan& plan, std::size_t from, std::size_t most);

}  // namespace leap
