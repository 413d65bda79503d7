// SPDX-License-Identifier: MIT
#include "core/world/path_edit.hpp"

#include <fmt/format.h>

#include <charconv>

#include "core/units/trimmed.hpp"
#include "core/units/turn.hpp"
#include "core/world/course_edit.hpp"

namespace leap {
namespace {

/// From the world into its own frame, without what rounding leaves.
Vec3 own_of(const PlacedFixture& fixture, const Vec3& place) {
    const Vec3 own = turned(place - fixture.position, -fixture.turn_deg * radians_per_degree);
    return {snapped(own.x, 0.0), snapped(own.y, 0.0), snapped(own.z, 0.0)};
}

/// Takes the path when nothing is wrong with it.
bool take(PlacedFixture& fixture, FixturePath path) {
    if (path_problem(path)) return false;
    fixture.path = std::move(path);
    return true;
}

/// A number and what is behind it, without the comma; nothing when there is none.
std::optional<double> take_number(std::string_view& text) {
    text = trimmed(text);
    double out = 0.0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), out);
    if (error != std::errc{}) return std::nullopt;
    text = trimmed(text.substr(static_cast<std::size_t>(end - text.data())));
    if (text.starts_with(',')) text = trimmed(text.substr(1));
    return out;
}

}  // namespace

std::vector<Vec3> path_places(const PlacedFixture& fixture) {
    std::vector<Vec3> out{fixture.position};
    const double turn_rad = fixture.turn_deg * radians_per_degree;
    for (const FixturePath::Point& point : fixture.path.points)
        out.push_back(fixture.position + turned(point.at, turn_rad));
    return out;
}

bool move_path_point(PlacedFixture& fixture, std::size_t point, const Vec3& to) {
    if (point >= fixture.path.points.size()) return false;
    FixturePath path = fixture.path;
    path.points[point].at = own_of(fixture, to);
    return take(fixture, std::move(path));
}

bool add_path_point(PlacedFixture& fixture, const Vec3& at) {
    FixturePath path = fixture.path;
    path.points.push_back({own_of(fixture, at), false});
    return take(fixture, std::move(path));
}

bool remove_path_point(PlacedFixture& fixture, std::size_t point) {
    if (point >= fixture.path.points.size()) return false;
    FixturePath path = fixture.path;
    path.points.erase(path.points.begin() + static_cast<std::ptrdiff_t>(point));
    if (path.points.size() < fewest_points_of_round) path.round = false;
    return take(fixture, std::move(path));
}

void toggle_path_stop(PlacedFixture& fixture, std::size_t point) {
    if (point < fixture.path.points.size()) fixture.path.points[point].stops = !fixture.path.points[point].stops;
}

std::string path_text(const FixturePath& path) {
    std::string out;
    for (const FixturePath::Point& point : path.points)
        out += fmt::format("{}{}, {}, {}{}", out.empty() ? "" : "; ", point.at.x, point.at.y, point.at.z,
                           point.stops ? " stop" : "");
    if (path.round) out += "; round";
    return out;
}

tl::expected<FixturePath, std::string> read_path_text(std::string_view text) {
    FixturePath out;
    while (!trimmed(text).empty()) {
        const auto end = text.find(';');
        std::string_view part = trimmed(text.substr(0, end));
        text = end == std::string_view::npos ? std::string_view{} : text.substr(end + 1);
        if (part.empty()) continue;
        if (part == "round") {
            out.round = true;
            continue;
        }
        const std::string written(part);
        FixturePath::Point point;
        for (int axis = 0; axis < 3; ++axis) {
            const auto read = take_number(part);
            if (!read || !(std::abs(*read) <= 1e5))
                return tl::make_unexpected(fmt::format(
                    "“{}”: expected three numbers in metres, as in 6, 0, 0 stop; write ; between points", written));
            point.at[axis] = *read;
        }
        point.stops = part == "stop";
        if (!part.empty() && !point.stops)
            return tl::make_unexpected(fmt::format("“{}”: only stop is allowed after a point", written));
        out.points.push_back(point);
    }
    if (const auto problem = path_problem(out)) return tl::make_unexpected(problem->text);
    return out;
}

}  // namespace leap
