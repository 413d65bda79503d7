// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/bodies/scratch.hpp"
#include "core/senses/scene_view.hpp"
#include "core/senses/surface_motion.hpp"

/// Who stands on something that moves goes with it: the body's velocity is relative to what it stands on. Off it, by a
/// launch or over its edge, it takes that along.
namespace leap {

/// What a character stands on, when it isn't the course.
std::optional<Ride> ride_of(const SceneView& scene, const World& world, const Actor& actor);

/// How fast that piece's surface goes, along the ground, m/s.
Vec3 belt_under(const Course& course, const Actor& actor);
/// The body has gone on over a surface that carries it, at `belt`, or has come onto one: its velocity, of the world
/// until now, counts from what is under it.
void count_from_belt(const Course& course, const Vec3& belt, Actor& actor);

/// The character goes where what it stood on has gone since.
void carry(const SceneView& scene, const Ride& ride, const World& world, Actor& actor);

/// The body has come onto other ground, or off it: its velocity counts from there. `before`: what it stood on.
void change_ground(const SceneView& scene, const std::optional<Ride>& before, const World& world, Actor& actor);

/// Off the ground all at once, with what bore it.
void take_ground_along(Actor& actor);

}  // namespace leap
