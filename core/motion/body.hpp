// SPDX-License-Identifier: MIT
#pragma once

#include <optional>

#include "core/units/fields.hpp"
#include "core/world/query.hpp"

namespace leap {

/// What of the body decides how it moves.
struct BodyShape {
    Capsule capsule;
    double step_up = 0.35;             ///< m
    double walkable_cos = 0.69;        ///< cosine of the steepest walkable slope
    std::optional<int> locked_axis{};  ///< 0: x, 1: y; nothing: free
    double locked_at = 0.0;            ///< m
};

/// Where the body is and how it moves; world frame.
struct BodyState {
    Vec3 position{0.0};  ///< of the feet
    Vec3 velocity{0.0};  ///< m/s, without what carries it
    bool grounded = false;
    Vec3 ground_normal{0.0, 0.0, 1.0};  ///< of length 1
    Surface ground;                     ///< what it stands on

    static constexpr auto fields() {
        return std::tuple(Field("position", &BodyState::position), Field("velocity", &BodyState::velocity),
                          Field("grounded", &BodyState::grounded), Field("ground_normal", &BodyState::ground_normal),
                          Field("ground", &BodyState::ground));
    }
    friend bool operator==(const BodyState&, const BodyState&) = default;
};

/// Motion over a stretch of time: constant acceleration. On the ground only the flat parts count.
struct MotionLaw {
    Vec3 velocity{0.0};      ///< m/s at the begin
    Vec3 acceleration{0.0};  ///< m/s^2
    /// Whether walkable ground ends the way through the air. Otherwise the body slides along it as along a wall: what
    /// takes it off the ground in spite of it would have it land and lift off without end.
    bool lands = true;
};

struct MotionResult {
    BodyState body;
    double seconds = 0.0;  ///< less than asked when something happened that rules may want to see
    bool landed = false;
    bool left_ground = false;
    bool bumped_wall = false;
    bool bumped_ceiling = false;
    bool slid_round = false;  ///< it slid along an edge or something round, or past the end of a wall
    Vec3 wall_normal{0.0};    ///< of length 1, out of the wall; zero: no wall was met
    Surface bumped;
};

/// Moves the body for at most `seconds`. Stops early where it lands, leaves the ground, or runs into a wall or ceiling,
/// so that the caller can look at its rules at that very instant.
MotionResult move_body(const Surroundings& course, const BodyShape& shape, const BodyState& body, const MotionLaw& law,
                       double seconds);

/// Sets the body down: finds the ground under it (down to `reach` metres), or leaves it in the air.
BodyState settle_body(const Surroundings& course, const BodyShape& shape, BodyState body, double reach);

/// Pushes the body out of solids it stands in, by the shortest way; unchanged when it is free. Where there is no room
/// for it beside all of them, it is free of what is fixed.
BodyState free_body(const Surroundings& course, const BodyShape& shape, BodyState body);

}  // namespace leap
