// SPDX-License-Identifier: MIT
#include "core/reach/leap_way.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/units/turn.hpp"

namespace leap {
namespace {

constexpr double farthest_gap_m = 12.0;
constexpr double min_gap_m = 0.3;
constexpr double min_rise_m = 0.4;
constexpr double highest_rise_m = 6.0;
constexpr double deepest_fall_m = 12.0;
constexpr double min_top_m = 0.8;

Vec2 own_frame(const ItemBox& box, const Vec2& point) {
    return turned_in_plan(point - Vec2{box.center.x, box.center.y}, -box.turn_deg);
}

Vec2 nearest_in(const ItemBox& box, const Vec2& point) {
    const Vec2 own = own_frame(box, point);
    const Vec2 clamped{std::clamp(own.x, -box.half.x, box.half.x), std::clamp(own.y, -box.half.y, box.half.y)};
    return Vec2{box.center.x, box.center.y} + turned_in_plan(clamped, box.turn_deg);
}

/// How far one can go from a point of the box against `direction` until its edge.
double room_behind(const ItemBox& box, const Vec2& point, const Vec2& direction) {
    const Vec2 own = own_frame(box, point);
    const Vec2 way = turned_in_plan(-direction, -box.turn_deg);
    double out = 1e300;
    for (int i = 0; i < 2; ++i) {
        if (std::abs(way[i]) < 1e-9) continue;
        const double side = way[i] > 0.0 ? box.half[i] : -box.half[i];
        out = std::min(out, (side - own[i]) / way[i]);
    }
    return std::max(0.0, out);
}

/// The two nearest points of two boxes that don't overlap; in the middle of what lies opposite.
std::pair<Vec2, Vec2> nearest_points(const ItemBox& a, const ItemBox& b) {
    // From the middle of either towards the other, and their mean: for sides that face each other that is the middle
    // of what they share.
    Vec2 p{0.0};
    Vec2 q{0.0};
    const auto settle = [&](Vec2 start) {
        for (int i = 0; i < 24; ++i) {
            const Vec2 in_a = nearest_in(a, start);
            start = nearest_in(b, in_a);
        }
        return start;
    };
    const Vec2 from_a = settle({a.center.x, a.center.y});
    const Vec2 from_b = settle({b.center.x, b.center.y});
    q = nearest_in(b, 0.5 * (from_a + from_b));
    p = nearest_in(a, q);
    return {p, q};
}

std::optional<LeapWay> onto(const ItemBox& from, const ItemBox& to, double longest_run_up, double radius) {
    std::optional<LeapWay> best;
    double best_run = 0.0;
    for (int side = 0; side < 4; ++side) {
        const Vec2 inward = turned_in_plan({1.0, 0.0}, to.turn_deg + 90.0 * side);
        const double half = side % 2 == 0 ? to.half.x : to.half.y;
        const Vec2 lip = Vec2{to.center.x, to.center.y} - inward * half;
        const Vec2 stand = lip - inward * (radius + 0.02);
        if (!is_inside(from, stand)) continue;
        const double run = std::min(longest_run_up, room_behind(from, stand, inward) - radius);
        if (run <= best_run) continue;
        best_run = run;
        LeapWay way;
        way.direction = {inward.x, inward.y, 0.0};
        way.lip = {lip.x, lip.y, to.top()};
        way.edge = {stand.x, stand.y, from.top()};
        way.start = way.edge - way.direction * run;
        best = way;
    }
    return best;
}

/// Down to what one stands on: over the side with the longest run-up.
std::optional<LeapWay> off(const ItemBox& from, const ItemBox& to, double longest_run_up, double radius) {
    std::optional<LeapWay> best;
    double best_run = -1.0;
    for (int side = 0; side < 4; ++side) {
        const Vec2 outward = turned_in_plan({1.0, 0.0}, from.turn_deg + 90.0 * side);
        const double half = side % 2 == 0 ? from.half.x : from.half.y;
        const Vec2 edge = Vec2{from.center.x, from.center.y} + outward * half;
        if (!is_inside(to, edge + outward * (2.0 * radius))) continue;
        const double run = std::min(longest_run_up, 2.0 * half - radius);
        if (run <= best_run) continue;
        best_run = run;
        LeapWay way;
        way.direction = {outward.x, outward.y, 0.0};
        way.edge = {edge.x, edge.y, from.top()};
        way.lip = {edge.x, edge.y, to.top()};
        way.start = way.edge - way.direction * std::max(0.0, run);
        best = way;
    }
    return best;
}

bool has_level_top(const Piece& piece) {
    return piece.solid && (piece.kind == PieceKind::box || piece.kind == PieceKind::cylinder);
}

}  // namespace

std::vector<LeapWay> leap_ways(const ItemBox& from, const ItemBox& to, double longest_run_up, double radius) {
    const auto [p, q] = nearest_points(from, to);
    const double gap = glm::length(q - p);
    constexpr double touching_m = 0.02;
    if (gap < touching_m) {
        const auto way =
            to.top() > from.top() ? onto(from, to, longest_run_up, radius) : off(from, to, longest_run_up, radius);
        if (way) return {*way};
    }
    Vec2 direction = gap >= touching_m ? (q - p) / gap : Vec2{to.center.x, to.center.y} - p;
    if (glm::length(direction) < 1e-6) return {};
    direction = glm::normalize(direction);
    const Vec2 aside{-direction.y, direction.x};
    std::vector<LeapWay> out;
    for (const double shift_m : {0.0, 0.7, -0.7, 1.4, -1.4, 2.1, -2.1, 2.8, -2.8}) {
        const Vec2 lip = nearest_in(to, p + aside * shift_m);
        const Vec2 edge = nearest_in(from, lip);
        constexpr double wider_m = 0.05;
        if (shift_m != 0.0 && (glm::length(lip - edge) > gap + wider_m || glm::length(edge - p) < 0.5)) continue;
        LeapWay way;
        way.direction = {direction.x, direction.y, 0.0};
        way.edge = {edge.x, edge.y, from.top()};
        way.lip = {lip.x, lip.y, to.top()};
        const double run = std::min(longest_run_up, room_behind(from, edge, direction) - radius);
        if (run < 0.0) continue;
        way.start = way.edge - way.direction * run;
        out.push_back(way);
    }
    return out;
}

std::vector<std::size_t> leap_neighbours(const CoursePlan& plan, std::size_t from, std::size_t most) {
    std::vector<std::pair<double, std::size_t>> found;
    const ItemBox own = item_box(plan, {ItemKind::piece, from}, {});
    for (std::size_t i = 0; i < plan.pieces.size(); ++i) {
        if (i == from || !has_level_top(plan.pieces[i])) continue;
        const ItemBox box = item_box(plan, {ItemKind::piece, i}, {});
        if (box.top() < plan.water_level || std::min(box.half.x, box.half.y) * 2.0 < min_top_m) continue;
        const double rise = box.top() - own.top();
        if (rise > highest_rise_m || rise < -deepest_fall_m) continue;
        const auto [p, q] = nearest_points(own, box);
        const double gap = glm::length(q - p);
        const bool walked_to = gap < min_gap_m && std::abs(rise) < min_rise_m;
        if (gap > farthest_gap_m || walked_to) continue;
        found.emplace_back(gap + 0.5 * std::abs(rise), i);
    }
    std::sort(found.begin(), found.end());
    // Crates that stand on the piece would crowd out the quay across the gap.
    constexpr int max_on_it = 2;
    int on_it = 0;
    std::vector<std::size_t> out;
    for (const auto& [distance, piece] : found) {
        const ItemBox box = item_box(plan, {ItemKind::piece, piece}, {});
        const bool stands_on_it = is_inside(own, {box.center.x, box.center.y});
        if (out.size() < most && (!stands_on_it || on_it++ < max_on_it)) out.push_back(piece);
    }
    return out;
}

}  // namespace leap
