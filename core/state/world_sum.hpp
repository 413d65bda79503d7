// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>

#include "core/state/world.hpp"

namespace leap {

/// A hash of every listed member of a world: worlds that differ have other sums, except one pair in four thousand
/// million.
std::uint32_t world_sum(const World& world);

}  // namespace leap
