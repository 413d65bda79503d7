// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>

#include "studio/session/session.hpp"
#include "studio/stage_desk/stage_camera.hpp"

namespace leap::studio {

/// Draws what the probes of a move or stance ask at the cursor over the stage: from where, to where, and what they
/// found. A hit is a filled point with its distance, a miss a hollow one.
void paint_probes(QPainter& painter, QSize size, const StageCamera& camera, const Session& session, MachineId machine);

}  // namespace leap::studio
