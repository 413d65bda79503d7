// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <vector>

#include "core/experiments/measured_run.hpp"
#include "core/tape/trace.hpp"
#include "core/world/course.hpp"
#include "studio/stage_desk/figure_pose.hpp"

namespace leap::studio {

/// One corner of a drawn triangle.
struct MeshVertex {
    float position[3];
    float normal[3];
    float color[3];
    float grid;  ///< 1 where the metre grid is drawn
};

/// One corner of a path's ribbon: the shader pushes it sideways to the line's width on screen.
struct RibbonVertex {
    float position[3];
    float next[3];
    float side;   ///< -1 or 1
    float along;  ///< metres from the path's begin, for dashes
    float color[3];
};

/// The path of a measured run as it lies over the rehearsed one.
std::vector<RibbonVertex> measured_ribbon(const std::vector<LaidPoint>& points, const QColor& color);

std::vector<MeshVertex> course_mesh(const Course& course, const Looks& looks, bool volumes = false);
/// A limb at unit size, facing along x: arms and legs hang from the origin down to -1, the head stands on it.
std::vector<MeshVertex> limb_mesh(Limb limb, const QColor& color);
/// A box of unit size about the origin.
std::vector<MeshVertex> box_mesh(const QColor& color);
/// The same with slats along its edges: what can be pushed about.
std::vector<MeshVertex> crate_mesh();
/// A ball of radius 1 in two colours, so that one sees it turn.
std::vector<MeshVertex> float_mesh();
/// A wheel of radius 1, its axle along y, with spokes so that one sees it turn.
std::vector<MeshVertex> wheel_mesh();
/// A ball of radius 1 in one colour.
std::vector<MeshVertex> ball_mesh(const QColor& color);
/// A tube of radius 1 along z with round ends; its middle part is as long as 2.
std::vector<MeshVertex> barrel_mesh();
/// A rod of radius 1 from the origin along z to 1: ropes and other lines.
std::vector<MeshVertex> line_mesh(const QColor& color);
/// A flat disc of radius 1 in the plane z = 0.
std::vector<MeshVertex> disc_mesh(const QColor& color);
/// An arrow of length 1 along x.
std::vector<MeshVertex> arrow_mesh(const QColor& color);

/// The path of a trace between two times; in one colour, but for phases that leave a trail: those
/// have their move's hue, as all moves have when `by_move`.
std::vector<RibbonVertex> path_ribbon(const Trace& trace, std::size_t character, const Program& program, double from,
                                      double to, bool by_move, const QColor& color);

/// A stretch in the air, for labels.
struct AirArc {
    Vec3 start{0.0};
    Vec3 top{0.0};
    Vec3 end{0.0};
    double from = 0.0;
    double to = 0.0;
};
std::vector<AirArc> air_arcs(const Trace& trace, std::size_t character);

}  // namespace leap::studio
