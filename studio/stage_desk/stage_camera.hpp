// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMatrix4x4>
#include <QPointF>
#include <QSize>
#include <optional>

#include "core/units/vector.hpp"

namespace leap::studio {

enum class StageView3D { behind, eyes, side };

/// Where the stage is seen from. Angles in rad.
struct StageCamera {
    StageView3D view = StageView3D::behind;
    double distance_m = 6.5;
    double side_distance_m = 17.0;
    double yaw = 0.0;  ///< of the view; added to by dragging while nothing plays
    double pitch = -0.28;
    double eye_height_m = 1.58;
    Vec3 target{0.0};              ///< of the feet, after lag
    double free_distance_m = 1e9;  ///< from behind: how far nothing stands in the way
    double lag_s = 0.07;
    Vec3 shake{0.0};     ///< m, right, up, ahead
    double roll = 0.0;   ///< rad, to the right
    double wider = 1.0;  ///< of the view's width

    /// The target follows at a lag: most of a step of the figure is smoothed over this time.
    void follow(const Vec3& feet, double seconds);
    Vec3 position() const;
    QMatrix4x4 view_matrix() const;
    QMatrix4x4 projection(QSize size) const;
    /// Where a world point falls in the picture; nothing behind the camera.
    std::optional<QPointF> project(const Vec3& point, QSize size) const;
};

}  // namespace leap::studio
