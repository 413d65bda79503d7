// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/simulation/step.hpp"
#include "studio/stage_desk/stage_renderer.hpp"

namespace leap::studio {

/// What of the fixtures is drawn beside themselves, when asked.
struct FixtureShows {
    bool wheel_forces = true;
    bool focus_areas = false;
};

/// Fixtures, their wheels and ropes, the hands that hold them, and what was asked for, at an instant.
void show_fixtures(const SceneView& rehearsal, const World& state, const FixtureShows& shows,
                   StageRenderer::Frame& frame);

}  // namespace leap::studio
