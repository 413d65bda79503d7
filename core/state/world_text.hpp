// SPDX-License-Identifier: MIT
#pragma once

#include <cstddef>
#include <nlohmann/json_fwd.hpp>
#include <optional>
#include <string>

#include "core/state/world.hpp"

/// A world for people and tools to read.
namespace leap {

/// Every listed member by its name. Times that were never are "never"; ids that are none, null.
nlohmann::ordered_json world_json(const World& world);

/// The first member in which two worlds differ, by its path, and both values: "actors[1].body.velocity: 0, 0, 3 and
/// 0, 0, 2.5". Nothing when they are equal.
std::optional<std::string> first_difference(const World& a, const World& b);

/// Bytes that a world takes in memory, with its lists.
std::size_t bytes_of(const World& world);

}  // namespace leap
