// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/stage_focus.hpp"

#include <algorithm>
#include <vector>

#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

/// Andrew's monotone chain ("Another efficient algorithm for convex hulls in two dimensions", 1979).
QPolygonF convex_hull(std::vector<QPointF> points) {
    std::sort(points.begin(), points.end(),
              [](const QPointF& a, const QPointF& b) { return a.x() != b.x() ? a.x() < b.x() : a.y() < b.y(); });
    const auto turns_right = [](const QPointF& a, const QPointF& b, const QPointF& c) {
        return (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x()) <= 0.0;
    };
    QPolygonF out;
    for (int side = 0; side < 2; ++side) {
        const auto first = out.size();
        for (const QPointF& point : points) {
            while (out.size() >= first + 2 && turns_right(out[out.size() - 2], out[out.size() - 1], point))
                out.removeLast();
            out << point;
        }
        out.removeLast();
        std::reverse(points.begin(), points.end());
    }
    return out;
}

}  // namespace

void paint_focus(QPainter& painter, const FixturePose& pose, const StageCamera& camera, QSize size) {
    constexpr double beyond_m = 0.03;  // beside its sides, so that both can be seen
    const Vec3 half = pose.half + Vec3{beyond_m};
    std::vector<QPointF> corners;
    for (int i = 0; i < 8; ++i) {
        const Vec3 side{(i & 1) != 0 ? 1.0 : -1.0, (i & 2) != 0 ? 1.0 : -1.0, (i & 4) != 0 ? 1.0 : -1.0};
        const auto corner = camera.project(pose.center + pose.turn * (half * side), size);
        if (!corner) return;
        corners.push_back(*corner);
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(palette::light().sheet, 1.6, Qt::SolidLine, Qt::SquareCap, Qt::RoundJoin));
    painter.drawPolygon(convex_hull(std::move(corners)));
}

}  // namespace leap::studio
