// SPDX-License-Identifier: MIT
#include "level.hpp"

#include <cmath>

namespace little_quay {
namespace {

using Colour = std::array<float, 3>;
constexpr Colour timber{0.55F, 0.42F, 0.30F};
constexpr Colour stone{0.50F, 0.52F, 0.55F};

void add_quad(Level& level, const Point& a, const Point& b, const Point& c, const Point& d, const Colour& colour) {
    // Where a block runs out in an edge, two corners are one.
    if (a != b && b != c) level.fixed.push_back({{a, b, c}, colour});
    if (c != d && d != a) level.fixed.push_back({{a, c, d}, colour});
}

/// The six sides of a box, `low` and `high` its corners; at its far end (+x) as high as `high`, at its near end as high
/// as `near`.
void add_block(Level& level, const Point& low, const Point& high, double near, const Colour& colour) {
    const Point a{low[0], low[1], low[2]}, b{high[0], low[1], low[2]}, c{high[0], high[1], low[2]};
    const Point d{low[0], high[1], low[2]};
    const Point e{low[0], low[1], near}, f{high[0], low[1], high[2]}, g{high[0], high[1], high[2]};
    const Point h{low[0], high[1], near};
    add_quad(level, a, d, c, b, colour);
    add_quad(level, e, f, g, h, colour);
    add_quad(level, a, b, f, e, colour);
    add_quad(level, c, d, h, g, colour);
    add_quad(level, b, c, g, f, colour);
    if (near > low[2]) add_quad(level, d, a, e, h, colour);
}

}  // namespace

Level make_level() {
    Level out;
    add_block(out, {-2, -2, -2}, {12, 2, 0}, 0, timber);          // jetty
    add_block(out, {15, -2, -2}, {25, 2, 0}, 0, stone);           // far pier
    add_block(out, {8, 2, -2}, {12, 6, 0}, -2, stone);            // slip
    add_block(out, {12, 2, -2}, {20, 6, 0}, 0, stone);            // ledge
    add_block(out, {-1.75, -2, 0}, {-0.25, -0.8, 2}, 2, timber);  // hut
    add_block(out, {18, 6.5, -2}, {24, 9.5, 4}, 4, timber);       // sail loft
    return out;
}

void move_lift(Level& level, double seconds) {
    constexpr double period_s = 8.0;
    constexpr double pi = 3.14159265358979323846;
    const double turn = 2.0 * pi / period_s;
    level.lift_middle[2] = 2.0 - 2.0 * std::cos(turn * seconds) - level.lift_half[2];
    level.lift_speed = 2.0 * turn * std::sin(turn * seconds);
}

}  // namespace little_quay
