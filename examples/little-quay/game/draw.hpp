// SPDX-License-Identifier: MIT
#pragma once

#include "level.hpp"
#include "mover.hpp"

namespace little_quay {

/// The eye behind the keeper.
struct Eye {
    double yaw = 0.0;
    double pitch = -0.25;
    double distance = 6.0;
};

void draw(const Level& level, const Mover::Drawn& keeper, const Eye& eye, int width, int height);

}  // namespace little_quay
