// SPDX-License-Identifier: MIT
#pragma once

#include <array>
#include <vector>

/// The game's own level: triangles, and a lift that goes up and down. Metres, z up.
namespace little_quay {

using Point = std::array<double, 3>;

struct Triangle {
    std::array<Point, 3> corners;
    std::array<float, 3> colour;
};

struct Level {
    std::vector<Triangle> fixed;
    Point lift_middle{21.0, 3.6, 0.0};  ///< of its plate
    Point lift_half{1.2, 1.2, 0.1};
    double lift_speed = 0.0;  ///< m/s, upward
};

Level make_level();

/// Where the lift's plate is after so many seconds: between 0 and 4 m, and how fast it goes.
void move_lift(Level& level, double seconds);

}  // namespace little_quay
