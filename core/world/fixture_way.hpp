// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <vector>

#include "core/units/vector.hpp"

/// Ways of fixtures through points. In a fixture's own frame, metres: ahead, to its left and up from where it was
/// placed, as for its slide.
namespace leap {

/// As the course says it. Where the fixture was placed is its first point and a stop.
struct FixturePath {
    struct Point {
        Vec3 at{0.0};  ///< m, from where the fixture was placed
        bool stops = false;
        friend bool operator==(const Point&, const Point&) = default;
    };
    std::vector<Point> points;  ///< behind the first one; none: it has no path
    bool round = false;         ///< from the last point straight to the first; otherwise back the way it came
    friend bool operator==(const FixturePath&, const FixturePath&) = default;
};

/// Nearer to each other than this (m) two points of a path that follow one another are one.
inline constexpr double min_path_part_m = 1e-3;
inline constexpr std::size_t max_path_points = 1000;
inline constexpr std::size_t fewest_points_of_round = 2;

/// What is wrong with a path, and at which point, when it is about one.
struct PathProblem {
    std::optional<std::size_t> point;
    std::string text;
};
std::optional<PathProblem> path_problem(const FixturePath& path);

/// The same as one round that begins anew at its end; there and back is a round, too. How far a fixture has gone along
/// it counts from where it was placed, 0 m up to length(), which is 0 m again.
struct FixtureWay {
    std::vector<Vec3> points;                       ///< none: it has no path
    std::vector<double> gone_m;                     ///< at each of them, and at the end of the round
    std::vector<std::optional<std::size_t>> stops;  ///< which stop each is, counted along the path from 0

    bool exists() const { return !points.empty(); }
    double length() const { return gone_m.empty() ? 0.0 : gone_m.back(); }
};
FixtureWay way_of(const FixturePath& path);

/// A place on a way. `gone_m` may be anything.
struct OnWay {
    Vec3 at{0.0};                     ///< m, from where the fixture was placed
    Vec3 ahead{1.0, 0.0, 0.0};        ///< along the part that begins or goes on there
    double to_corner_m = 0.0;         ///< to the next point of the way, more than 0
    double to_stop_m = 0.0;           ///< to the next one where it stops, likewise
    double stop_gone_m = 0.0;         ///< how far it will have gone there, less than length()
    std::optional<std::size_t> here;  ///< the stop it stands at
    std::size_t last_stop = 0;        ///< the stop it stands at or has left last
};
/// `way` must exist.
OnWay place_on(const FixtureWay& way, double gone_m);

}  // namespace leap
