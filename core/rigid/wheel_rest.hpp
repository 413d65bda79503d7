// SPDX-License-Identifier: MIT
#pragma once

#include "core/rigid/wheels.hpp"

namespace leap {

/// Puts a body that stands on its wheels where its springs bear it at rest, so that a run need not begin with its
/// sinking there. True when it stays there by itself: all four wheels on level ground, within their travel, and nothing
/// fixed at the body. Otherwise body and wheels are left as they were.
///
/// Newton's method on height, pitch and roll: with four springs alike at the corners of a rectangle the three don't
/// mix, and on ground that is flat under each wheel the first step is exact.
bool rest_on_wheels(const SolidSource& fixed, const WheelKind& kind, double gravity_mps2, RigidObject& thing,
                    Wheels& wheels);

}  // namespace leap
