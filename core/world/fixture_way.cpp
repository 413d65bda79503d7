// SPDX-License-Identifier: MIT
#include "core/world/fixture_way.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cassert>
#include <cmath>

namespace leap {
namespace {

constexpr double at_point_m = 1e-9;  // rounding of how far it has gone

void add_point(const Vec3& at, std::optional<std::size_t> stop, FixtureWay& out) {
    out.points.push_back(at);
    out.stops.push_back(stop);
}

}  // namespace

std::optional<PathProblem> path_problem(const FixturePath& path) {
    Vec3 before{0.0};
    for (std::size_t i = 0; i < path.points.size(); ++i) {
        if (glm::length(path.points[i].at - before) < min_path_part_m)
            return PathProblem{i, "this point equals the one before it; move one of them"};
        before = path.points[i].at;
    }
    if (path.points.size() > max_path_points)
        return PathProblem{std::nullopt, fmt::format("a path has at most {} points", max_path_points)};
    if (path.round && path.points.size() < fewest_points_of_round)
        return PathProblem{std::nullopt, "a round trip needs at least two points besides the start"};
    if (path.round && glm::length(before) < min_path_part_m)
        return PathProblem{path.points.size() - 1,
                           "a round closes by itself: remove the last point, which is the first"};
    return std::nullopt;
}

FixtureWay way_of(const FixturePath& path) {
    FixtureWay out;
    if (path.points.empty()) return out;
    add_point(Vec3{0.0}, 0, out);
    std::size_t stops = 1;
    for (std::size_t i = 0; i < path.points.size(); ++i) {
        const bool turns_back = !path.round && i + 1 == path.points.size();
        const bool stop = path.points[i].stops || turns_back;
        add_point(path.points[i].at, stop ? std::optional(stops++) : std::nullopt, out);
    }
    const std::size_t there = out.points.size();
    for (std::size_t i = there - 1; !path.round && i-- > 1;) add_point(out.points[i], out.stops[i], out);
    out.gone_m.push_back(0.0);
    for (std::size_t i = 0; i < out.points.size(); ++i) {
        const Vec3& next = out.points[(i + 1) % out.points.size()];
        out.gone_m.push_back(out.gone_m.back() + glm::length(next - out.points[i]));
    }
    return out;
}

OnWay place_on(const FixtureWay& way, double gone_m) {
    assert(way.exists());
    const std::size_t count = way.points.size();
    const double length = way.length();
    OnWay out;
    if (!(length > 0.0)) {
        out.at = way.points.front();
        out.here = 0;
        return out;
    }
    double gone = std::fmod(gone_m, length);
    if (gone < 0.0) gone += length;
    if (gone >= length - at_point_m) gone = 0.0;
    // The part that begins there, when it stands at a point.
    const auto after = std::upper_bound(way.gone_m.begin(), way.gone_m.end(), gone + at_point_m);
    const std::size_t part = std::min(count - 1, static_cast<std::size_t>(after - way.gone_m.begin()) - 1);
    const Vec3& from = way.points[part];
    const Vec3& to = way.points[(part + 1) % count];
    const double part_m = way.gone_m[part + 1] - way.gone_m[part];
    out.at = from + (to - from) * std::clamp((gone - way.gone_m[part]) / part_m, 0.0, 1.0);
    out.ahead = (to - from) / part_m;
    out.to_corner_m = way.gone_m[part + 1] - gone;
    if (std::abs(gone - way.gone_m[part]) <= at_point_m) out.here = way.stops[part];
    for (std::size_t i = 1; i <= count; ++i) {
        const std::size_t next = (part + i) % count;
        if (!way.stops[next]) continue;
        out.stop_gone_m = way.gone_m[next];
        out.to_stop_m = way.gone_m[next] - gone + (part + i >= count ? length : 0.0);
        break;
    }
    for (std::size_t i = 0; i < count; ++i) {
        const auto& stop = way.stops[(part + count - i) % count];
        if (!stop) continue;
        out.last_stop = *stop;
        break;
    }
    return out;
}

}  // namespace leap
