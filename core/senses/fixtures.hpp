// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/senses/evaluate.hpp"

/// Fixtures as things in space: where each stands now, what it is solid for, who is at it.
namespace leap {

/// The shape of a kind, in its own frame.
RigidShape fixture_shape(const EvaluationContext& context, const FixtureInfo& info);
/// The solid that a fixture makes up where it stands; `upright`: turned about the upward axis only.
void place_solid(const FixturePose& pose, bool upright, const Surface& surface, Solid& out);

/// Where fixture `index` of the course stands. `at_rest`: where it was placed, without slide and swing. A pose may
/// depend on another fixture's pose (link_middle, a holder). One that comes back to itself, or over more than
/// defaults::max_pose_chain fixtures, is taken at rest there: fixture_errors() tells of such courses.
FixturePose fixture_pose(const EvaluationContext& context, std::size_t index, bool at_rest = false);

/// Whether what is known of a fixture that keeps still is so in this world, too: of any branch of the run, at any
/// instant. What depends on more than its phase, where that began and the time since never counts as still.
inline bool is_as_known(const EvaluationContext& context, const KnownPose& known, std::size_t index) {
    const MachineState& machine = context.world.machines[index];
    if (!known.still || known.phase != machine.phase || known.phase_since != machine.phase_since) return false;
    if (context.actor.time + context.ahead < known.still_from) return false;
    if (const auto rigid = context.layout.fixtures[index].rigid) {
        const RigidBody& body = context.world.loose[*rigid].body;
        return body.asleep && body.place == known.pose.center && body.turn == known.pose.turn;
    }
    return known.from == context.world.fixtures[index].from;
}

/// The point of it that is nearest to another; that itself when it lies inside.
Vec3 nearest_point(const FixturePose& pose, const Vec3& to);
/// Distance from a point to it, 0 inside.
double distance_to(const FixturePose& pose, const Vec3& point);
/// Whether an upright capsule comes within `gap` of it.
bool meets(const FixturePose& pose, const Capsule& capsule, const Vec3& feet, double gap);

/// Where one comes out of a fixture, or back to it: in front of it, feet at its underside.
struct Exit {
    Vec3 feet{0.0};  ///< m
    double facing_rad = 0.0;
};
Exit exit_of(const EvaluationContext& context, std::size_t index);
/// The same for what it is linked to.
std::optional<Exit> exit_of_link(const EvaluationContext& context, std::size_t index);

/// By how much one is turned who goes in at a fixture and comes out of what it is linked to; rad.
std::optional<double> turn_through(const EvaluationContext& context, std::size_t index);

/// Whether slide or swing still take it somewhere.
bool is_on_its_way(const EvaluationContext& context, std::size_t index);
/// How far slide and swing have taken it.
FixtureOffset fixture_offset(const EvaluationContext& context, std::size_t index, bool with_face = true);
/// Its middle now; unlike its pose this may be asked by what it faces.
Vec3 fixture_middle(const EvaluationContext& context, std::size_t index);

}  // namespace leap
