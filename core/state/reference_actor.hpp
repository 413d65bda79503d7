// SPDX-License-Identifier: MIT
#pragma once

#include "core/state/world.hpp"

namespace leap {

/// The first character that isn't only shown; of several who all are, the first. What concerns none of them, such as
/// loose things, is worked out with its room and its solids.
std::size_t reference_actor(const World& world);

/// Whether rules may speak of a character, so that what is round it must be known: not of one that is only shown and
/// holds nothing.
bool is_relevant(const World& world, const Actor& actor);

}  // namespace leap
