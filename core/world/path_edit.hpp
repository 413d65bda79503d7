// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

#include "core/world/course.hpp"

/// Edits of a fixture's path. Places are in the world's frame, metres.
namespace leap {

/// Its points, where it was placed first; only that one for a fixture without a path.
std::vector<Vec3> path_places(const PlacedFixture& fixture);

/// A point, counted from 0 behind the first one, stands elsewhere. False, and nothing is done, when it would stand on
/// the one before or behind it.
bool move_path_point(PlacedFixture& fixture, std::size_t point, const Vec3& to);
/// A new last point; likewise.
bool add_path_point(PlacedFixture& fixture, const Vec3& at);
/// Likewise: its neighbours may come to stand on each other. What is no round any more for want of points isn't one.
bool remove_path_point(PlacedFixture& fixture, std::size_t point);
/// The fixture stops there, or doesn't any more.
void toggle_path_stop(PlacedFixture& fixture, std::size_t point);

/// As one line: "6, 0, 0 stop; 6, 4, 0; round". Empty for no path.
std::string path_text(const FixturePath& path);
/// Reads such a line; the message says what is wrong with it.
tl::expected<FixturePath, std::string> read_path_text(std::string_view text);

}  // namespace leap
