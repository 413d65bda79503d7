// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>

#include "core/simulation/step.hpp"
#include "studio/stage_desk/stage_camera.hpp"

namespace leap::studio {

/// A handle on the stage that turns one dial of the grip of what a hand holds.
struct GripHandle {
    DialId dial;
    QString word;
    Vec3 thing{0.0};  ///< the middle of what is held
    Vec3 at{0.0};     ///< where the handle is
    Vec3 axis{0.0};   ///< along which the dial moves the thing, or about which it turns it; mirrored in the left hand
    bool turns = false;
};

/// Handles for every part of a grip that is a dial by itself, of everything that is in a hand.
std::vector<GripHandle> grip_handles(const SceneView& rehearsal, const World& state, const Actor& actor);
/// The handle under a point of the picture, or nothing.
std::optional<GripHandle> grip_handle_at(const std::vector<GripHandle>& handles, const StageCamera& camera, QSize size,
                                         const QPointF& point);
/// By how much a drag of the mouse changes the handle's dial, SI.
double grip_change(const GripHandle& handle, const StageCamera& camera, QSize size, const QPointF& drag);
/// `chosen`: the dial whose handle is ringed; none: none.
void paint_grip(QPainter& painter, const std::vector<GripHandle>& handles, const StageCamera& camera, QSize size,
                DialId chosen);

}  // namespace leap::studio
