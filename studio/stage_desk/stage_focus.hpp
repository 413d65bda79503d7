// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>

#include "core/senses/step_cache.hpp"
#include "studio/stage_desk/stage_camera.hpp"

namespace leap::studio {

/// Draws a line round what has the focus: the outline of its box as it is seen. Nothing when a corner lies behind the
/// view.
void paint_focus(QPainter& painter, const FixturePose& pose, const StageCamera& camera, QSize size);

}  // namespace leap::studio
