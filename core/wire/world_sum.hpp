// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>

#include "core/play/world.hpp"

namespace leap {

/// Of everything that a world is: two that differ have other sums, but for one pair in four thousand millions.
std::uint32_t world_sum(const World& world);

}  // namespace leap
