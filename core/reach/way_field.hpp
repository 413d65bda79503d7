// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <vector>

#include "core/world/course.hpp"

/// A guess of how far it is to somewhere, for a search that tries what is promising first. World frame, metres.
namespace leap {

/// The course seen from above in squares. In each square the heights at which one can stand, and the air over it; the
/// shortest way from each of them to the goal (Dijkstra 1959), where the air is dearer than the ground and climbing
/// dearer than falling. It knows nothing of moves: it only says which way a quay goes on.
class WayField {
  public:
    /// `goal`: where the feet are to be; a whole piece's top when `piece` is one. `from` must lie inside.
    WayField(const Course& course, const Vec3& goal, const Surface& piece, const Vec3& from, double headroom_m);

    /// The guess at a place of the feet; nowhere infinite.
    double distance_m(const Vec3& feet) const;
    /// The lowest height (m) at which one can stand, the start and the goal included.
    double lowest_m() const { return lowest_m_; }
    /// A place some way on towards the goal, to steer for.
    Vec3 ahead_of(const Vec3& feet, double by_m) const;

  private:
    struct Node {
        Vec3 place{0.0};  ///< of the air over a square: at the height of what it leads to
        bool air = false;
        double cost = 1e300;     ///< m of level ground that the cheapest way to the goal is worth
        std::int32_t next = -1;  ///< towards the goal
    };
    struct Square {
        std::uint32_t first = 0, count = 0;  ///< of its nodes; the last of them is the air
    };

    int column_of(double x) const;
    int row_of(double y) const;
    const Square& square(int column, int row) const;
    void find_levels(const Course& course, double headroom_m);
    void find_costs(const Vec3& goal, const Surface& piece);
    std::int32_t best_near(const Vec3& feet) const;
    double cost_from(const Vec3& feet, const Node& node) const;

    Vec2 low_{0.0};  ///< m
    double side_m_ = 1.0;
    double top_ = 0.0, bottom_ = 0.0;  ///< m
    double lowest_m_ = 0.0;
    int columns_ = 1, rows_ = 1;
    std::vector<Square> squares_;
    std::vector<Node> nodes_;
    std::vector<Surface> surfaces_;  ///< by node
};

}  // namespace leap
