// SPDX-License-Identifier: MIT
#pragma once

#include <vector>

#include "core/world/solid.hpp"

namespace leap {

/// One point at which two solids touch, or are about to.
struct ContactPoint {
    Vec3 point{0.0};             ///< m
    Vec3 normal{0.0, 0.0, 1.0};  ///< from `b` to `a`
    double gap = 0.0;            ///< m between the surfaces; negative when they overlap
};

/// Adds the points at which `a` comes within `margin` of `b`: up to eight between flat faces, up to three for round
/// things. World frame.
void find_contacts(const Solid& a, const Solid& b, double margin, std::vector<ContactPoint>& out);

}  // namespace leap
