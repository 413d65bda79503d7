// SPDX-License-Identifier: MIT
#include "core/reach/way_field.hpp"

#include <algorithm>
#include <cmath>
#include <queue>

#include "core/world/course_edit.hpp"
#include "core/world/query.hpp"

namespace leap {
namespace {

constexpr double margin_m = 6.0;         ///< round the course
constexpr double min_square_m = 0.75;    ///< narrow enough for the tops of crates
constexpr double max_squares = 120'000;  ///< else they get larger
constexpr double walked_step_m = 0.5;    ///< higher ones are climbed
constexpr double air_factor = 2.5;       ///< how much dearer a metre of air is than one of ground
constexpr double climb_factor = 1.5;     ///< of a metre up, beside the way in plan
constexpr double fall_factor = 0.2;
constexpr double leave_ground_m = 1.0;

/// What it costs to come up to what lies higher.
double rise_cost(const Vec3& from, const Vec3& to) {
    return climb_factor * std::max(0.0, to.z - from.z);
}

/// What a step from one place to the other costs when it is walked, climbed or fallen.
double ground_cost(const Vec3& from, const Vec3& to) {
    const double level = horizontal_length(to - from);
    const double rise = to.z - from.z;
    if (std::abs(rise) <= walked_step_m) return level;
    return level + rise_cost(from, to) + fall_factor * std::max(0.0, -rise);
}

}  // namespace

WayField::WayField(const Course& course, const Vec3& goal, const Surface& piece, const Vec3& from, double headroom_m) {
    Vec3 low = glm::min(goal, from);
    Vec3 high = glm::max(goal, from);
    for (std::size_t i = 0; i < course.plan.pieces.size(); ++i) {
        if (!course.plan.pieces[i].solid) continue;
        const ItemBox box = item_box(course.plan, {ItemKind::piece, i}, {});
        if (box.top() < course.plan.water_level) continue;
        for (const Vec2& corner : corners_of(box)) {
            low = glm::min(low, Vec3{corner.x, corner.y, box.bottom()});
            high = glm::max(high, Vec3{corner.x, corner.y, box.top()});
        }
    }
    low_ = Vec2{low.x, low.y} - Vec2{margin_m};
    const Vec2 size = Vec2{high.x, high.y} + Vec2{margin_m} - low_;
    side_m_ = std::max(min_square_m, std::sqrt(size.x * size.y / max_squares));
    columns_ = std::max(1, static_cast<int>(std::ceil(size.x / side_m_)));
    rows_ = std::max(1, static_cast<int>(std::ceil(size.y / side_m_)));
    top_ = high.z + 1.0;
    bottom_ = std::max(course.plan.water_level, low.z - 1.0);
    find_levels(course, headroom_m);
    lowest_m_ = std::min(goal.z, from.z);
    for (const Node& node : nodes_)
        if (!node.air) lowest_m_ = std::min(lowest_m_, node.place.z);
    find_costs(goal, piece);
}

int WayField::column_of(double x) const {
    return std::clamp(static_cast<int>(std::floor((x - low_.x) / side_m_)), 0, columns_ - 1);
}

int WayField::row_of(double y) const {
    return std::clamp(static_cast<int>(std::floor((y - low_.y) / side_m_)), 0, rows_ - 1);
}

const WayField::Square& WayField::square(int column, int row) const {
    return squares_[static_cast<std::size_t>(row) * static_cast<std::size_t>(columns_) +
                    static_cast<std::size_t>(column)];
}

void WayField::find_levels(const Course& course, double headroom_m) {
    constexpr int max_levels = 12;
    squares_.reserve(static_cast<std::size_t>(columns_) * static_cast<std::size_t>(rows_));
    for (int row = 0; row < rows_; ++row)
        for (int column = 0; column < columns_; ++column) {
            Square out{static_cast<std::uint32_t>(nodes_.size()), 0};
            const Vec2 middle = low_ + Vec2{column + 0.5, row + 0.5} * side_m_;
            double above = top_;
            double ceiling = top_ + headroom_m;
            for (int level = 0; level < max_levels; ++level) {
                const auto hit = cast_ray(course, {middle.x, middle.y, above}, -world_up, above - bottom_);
                if (!hit) break;
                constexpr double standable = 0.5;  // of the upward part of the normal: 60 degrees
                if (hit->normal.z > standable && ceiling - hit->point.z >= headroom_m) {
                    nodes_.push_back({hit->point, false, 1e300, -1});
                    surfaces_.push_back(hit->surface);
                }
                ceiling = hit->point.z;
                above = hit->point.z - 1e-3;  // inside of it a ray doesn't see it
            }
            nodes_.push_back({{middle.x, middle.y, 0.0}, true, 1e300, -1});
            surfaces_.push_back({});
            out.count = static_cast<std::uint32_t>(nodes_.size()) - out.first;
            squares_.push_back(out);
        }
}

void WayField::find_costs(const Vec3& goal, const Surface& piece) {
    using Item = std::pair<double, std::int32_t>;
    std::priority_queue<Item, std::vector<Item>, std::greater<>> open;
    const auto offer = [&](std::int32_t node, double cost, std::int32_t next) {
        Node& to = nodes_[static_cast<std::size_t>(node)];
        if (cost >= to.cost) return;
        to.cost = cost;
        to.next = next;
        if (to.air) to.place.z = next < 0 ? goal.z : nodes_[static_cast<std::size_t>(next)].place.z;
        open.emplace(cost, node);
    };
    const Square& at_goal = square(column_of(goal.x), row_of(goal.y));
    for (std::size_t i = 0; i < nodes_.size(); ++i)
        if (!piece.is_none() && surfaces_[i] == piece) offer(static_cast<std::int32_t>(i), 0.0, -1);
    if (open.empty())  // too small a top for a square's middle, or a place
        for (std::uint32_t i = at_goal.first; i < at_goal.first + at_goal.count; ++i)
            offer(static_cast<std::int32_t>(i),
                  nodes_[i].air ? leave_ground_m : std::abs(nodes_[i].place.z - goal.z) * climb_factor, -1);
    std::vector<std::int32_t> square_of(nodes_.size());
    for (std::size_t i = 0; i < squares_.size(); ++i)
        for (std::uint32_t k = 0; k < squares_[i].count; ++k)
            square_of[squares_[i].first + k] = static_cast<std::int32_t>(i);
    // From the goal backwards: `here` is where a step leads to, `other` where it begins.
    while (!open.empty()) {
        const auto [cost, number] = open.top();
        open.pop();
        const Node here = nodes_[static_cast<std::size_t>(number)];
        if (cost > here.cost) continue;
        const std::int32_t own = square_of[static_cast<std::size_t>(number)];
        const int column = own % columns_;
        const int row = own / columns_;
        for (int dy = -1; dy <= 1; ++dy)
            for (int dx = -1; dx <= 1; ++dx) {
                if (column + dx < 0 || column + dx >= columns_ || row + dy < 0 || row + dy >= rows_) continue;
                const Square& near = square(column + dx, row + dy);
                const bool same = dx == 0 && dy == 0;
                for (std::uint32_t i = near.first; i < near.first + near.count; ++i) {
                    const Node& other = nodes_[i];
                    const auto other_number = static_cast<std::int32_t>(i);
                    if (here.air && other.air) {
                        if (!same)
                            offer(other_number, cost + air_factor * horizontal_length(here.place - other.place),
                                  number);
                    } else if (here.air != other.air) {
                        if (same)
                            offer(other_number,
                                  cost + (here.air ? leave_ground_m + rise_cost(other.place, here.place) : 0.0),
                                  number);
                    } else if (!same) {
                        offer(other_number, cost + ground_cost(other.place, here.place), number);
                    }
                }
            }
    }
}

double WayField::cost_from(const Vec3& feet, const Node& node) const {
    if (node.air) return node.cost + air_factor * horizontal_length(node.place - feet) + rise_cost(feet, node.place);
    return node.cost + ground_cost(feet, node.place);
}

std::int32_t WayField::best_near(const Vec3& feet) const {
    std::int32_t best = -1;
    double least = 1e300;
    const int column = column_of(feet.x);
    const int row = row_of(feet.y);
    for (int r = std::max(0, row - 1); r <= std::min(rows_ - 1, row + 1); ++r)
        for (int c = std::max(0, column - 1); c <= std::min(columns_ - 1, column + 1); ++c) {
            const Square& near = square(c, r);
            for (std::uint32_t i = near.first; i < near.first + near.count; ++i)
                if (const double cost = cost_from(feet, nodes_[i]); cost < least) {
                    least = cost;
                    best = static_cast<std::int32_t>(i);
                }
        }
    return best;
}

double WayField::distance_m(const Vec3& feet) const {
    const std::int32_t best = best_near(feet);
    // Outside of the squares it is as far again as to the nearest one.
    const Vec2 high = low_ + Vec2{columns_ * side_m_, rows_ * side_m_};
    const Vec2 inside = glm::clamp(Vec2{feet.x, feet.y}, low_, high);
    const double outside = glm::length(Vec2{feet.x, feet.y} - inside);
    return cost_from({inside.x, inside.y, feet.z}, nodes_[static_cast<std::size_t>(best)]) + air_factor * outside;
}

Vec3 WayField::ahead_of(const Vec3& feet, double by_m) const {
    std::int32_t node = best_near(feet);
    while (node >= 0) {
        const Node& here = nodes_[static_cast<std::size_t>(node)];
        if (here.next < 0 || horizontal_length(here.place - feet) >= by_m) break;
        node = here.next;
    }
    return nodes_[static_cast<std::size_t>(node)].place;
}

}  // namespace leap
