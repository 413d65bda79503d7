// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "core/tape/trace.hpp"
#include "studio/stage_desk/stage_renderer.hpp"

namespace leap::studio {

/// Dust where somebody lands, spray where somebody falls into water, sparks where a blow or a strike meets: what there
/// is to see at an instant (s) of a run. For the eye only, and a function of the run and the instant alone, so that
/// going back in time shows the same. The harder it was, the more of it: m/s into the ground or the water.
std::vector<StageRenderer::Frame::Puff> puffs_at(const Trace& trace, const Course& course, double now);

}  // namespace leap::studio
