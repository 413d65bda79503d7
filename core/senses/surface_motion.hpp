// SPDX-License-Identifier: MIT
#pragma once

#include "core/senses/evaluation_context.hpp"
#include "core/world/course.hpp"

/// How what is under a character moves, and what it does to them.
namespace leap {

/// What the piece under a character does to it; like any ground when it stands on none.
SurfaceFeel ground_feel(const Course& course, const Actor& actor);
/// How fast a fixture goes at a point of it, m/s, world frame: by its slide and swing, or as a loose body.
Vec3 fixture_velocity(const EvaluationContext& context, std::size_t fixture, const Vec3& point);

}  // namespace leap
