// SPDX-License-Identifier: MIT
#pragma once

#include "core/state/actor.hpp"

namespace leap {

/// The end of a freeze: everything that timers count from is moved on by as long as the character stood, so that it
/// goes on exactly where it was. Its time must have come to `frozen_until`.
void thaw(Actor& actor);

}  // namespace leap
