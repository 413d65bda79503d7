// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/motion/body.hpp"

namespace leap {

/// Ground that carries the body at its place.
struct Support {
    double feet_z = 0.0;         ///< height of the feet that stand on it
    Vec3 normal{0.0, 0.0, 1.0};  ///< of length 1, upward
    Surface surface;
};

bool is_walkable(const BodyShape& shape, const Vec3& normal);

/// Height of the feet that stand on the plane of a contact. On an edge the upright face goes on as a plane, so the body
/// stands flat-footed at an edge and does not roll over it: that keeps ground contact and height steady on seams,
/// steps and kerbs. (Resting the capsule on the edge itself was tried first: the feet sank by up to a radius before
/// the edge was left, and slopes began to flicker.)
double standing_height(const BodyShape& shape, const Vec3& feet, const Vec3& point, const Vec3& normal);

/// The ground under the feet whose standing height differs from theirs by at most `reach`.
std::optional<Support> find_support(const Surroundings& course, const BodyShape& shape, const Vec3& feet, double reach);

/// Motion that follows a slope: the flat motion with the height that the plane gives it.
Vec3 along_ground(const Vec3& flat_motion, const Vec3& normal);

}  // namespace leap
