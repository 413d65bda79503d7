// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/simulation/step.hpp"
#include "core/tape/trace.hpp"

namespace leap {

/// What the eye gets at one instant of a run, worked out from the trace: accents never take part in the motion.
struct AccentView {
    std::optional<double> view_width;  ///< rad; nothing: the view's own
    double view_width_share = 0.0;     ///< how much of it counts, 0 to 1
    Vec3 shake{0.0};                   ///< m, in the view's frame: right, up, ahead
    double bob = 0.0;                  ///< m upward
    double lean = 0.0;                 ///< rad to the right
    std::optional<double> lag;         ///< s
    double squash = 1.0;               ///< of the figure's height
    double rumble = 0.0;               ///< of the controller, 0 to 1
    bool trail = false;
    std::optional<double> frozen_since;  ///< s: the figure's pose stands still since then
    std::vector<Vec3> lines;             ///< from the hand to these points
    struct Pose {
        std::string name;
        double weight = 1.0;  ///< 0 to 1
    };
    std::vector<Pose> poses;
};

struct AccentInput {
    const SceneView& rehearsal;
    const Trace& trace;
    const World& world;            ///< at the instant
    const Actor& actor;            ///< of the world: whose eyes
    double time = 0.0;             ///< s
    double walked_before_m = 0.0;  ///< where the trace has forgotten its begin: how far the feet had walked by then
};
AccentView accents_at(const AccentInput& input);

/// How far the feet have walked on the ground until a time: what a gait counts its steps by.
double walked_until(const TraceTrack& track, double time);

/// Rises smoothly from 0 to 1.
double eased(double share);

}  // namespace leap
