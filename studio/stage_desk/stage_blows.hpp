// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>

#include "studio/session/session.hpp"
#include "studio/stage_desk/stage_camera.hpp"

namespace leap::studio {

/// Draws the blows that are dealt at the cursor over the stage, by every character and fixture: where each is, with
/// its event's name. One that has met somebody is filled.
void paint_blows(QPainter& painter, QSize size, const StageCamera& camera, const Session& session);

}  // namespace leap::studio
