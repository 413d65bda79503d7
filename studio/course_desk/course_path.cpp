// SPDX-License-Identifier: GPL-3.0-or-later
// Paths of fixtures on the plan: drawn for all of them, dragged by the points of the one that is selected.
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

#include "core/world/path_edit.hpp"
#include "studio/course_desk/course_drawing.hpp"
#include "studio/shared/palette.hpp"

namespace leap::studio {
namespace {

constexpr double end_handle_px = 26.0;
constexpr double point_px = 8.0;

bool is_at(const CourseDrawing::Handle& handle, const QPointF& point) {
    return handle.kind == CourseDrawing::Handle::Kind::path_point &&
           (handle.at - point).manhattanLength() < 2.0 * point_px;
}

/// Whether its kind has a phase that follows a path.
bool follows_path(Session& session, const PlacedFixture& fixture) {
    if (!session.program()) return false;
    const auto kind = session.program()->find_machine(fixture.kind);
    if (!kind) return false;
    const auto& phases = session.program()->machines[*kind].phases;
    return std::any_of(phases.begin(), phases.end(),
                       [](const Phase& phase) { return phase.effects.follow.has_value(); });
}

}  // namespace

void CourseDrawing::add_path_handles(const CourseItem& item, std::vector<Handle>& out) const {
    if (item.kind != ItemKind::fixture) return;
    const PlacedFixture& fixture = editor_.plan().fixtures[item.index];
    if (fixture.path.points.empty() && !follows_path(editor_.session(), fixture)) return;
    const std::vector<Vec3> places = path_places(fixture);
    for (std::size_t i = 1; i < places.size(); ++i) {
        Handle handle{Handle::Kind::path_point, at(places[i])};
        handle.point = i - 1;
        handle.stops = fixture.path.points[i - 1].stops || (!fixture.path.round && i + 1 == places.size());
        out.push_back(handle);
    }
    // A little further on the way of its last part, or ahead of it.
    const QPointF last = at(places.back());
    QPointF on = places.size() > 1 ? last - at(places[places.size() - 2]) : QPointF(1.0, 1.0);
    const double length = std::hypot(on.x(), on.y());
    if (length < 1e-6) on = QPointF(1.0, 0.0);
    const double away = places.size() > 1 ? end_handle_px : 3.0 * end_handle_px;
    out.push_back({Handle::Kind::path_end, last + on * (away / std::max(length, 1e-6))});
}

void CourseDrawing::drag_path(const CourseItem& item, const QPointF& point) {
    const PlacedFixture& base = editor_.drag_base().fixtures[item.index];
    const std::vector<Vec3> places = path_places(base);
    const bool adds = handle_.kind == Handle::Kind::path_end;
    // What the drawing doesn't show of the place stays as it is, and so does what goes along the other axis only.
    Vec3 to = adds ? places.back() : places[std::min(handle_.point + 1, places.size() - 1)];
    const Vec3 shift = world(point) - world(pressed_at_);
    for (const int axis : {across_axis(), upward_axis()})
        if (std::abs(shift[axis]) >= 0.5 * editor_.snap_m()) to[axis] = snapped(world(point)[axis], editor_.snap_m());
    editor_.drag([&](CoursePlan& plan) {
        PlacedFixture& fixture = plan.fixtures[item.index];
        if (adds) {
            add_path_point(fixture, to);
        } else {
            move_path_point(fixture, handle_.point, to);
        }
    });
}

bool CourseDrawing::take_path_point_out(const QPointF& point, Qt::KeyboardModifiers modifiers) {
    if ((modifiers & Qt::ControlModifier) == 0) return false;
    const auto item = editor_.single();
    for (const Handle& handle : handles()) {
        if (!is_at(handle, point)) continue;
        editor_.edit(tr("Remove a point from the path"),
                     [&](CoursePlan& plan) { remove_path_point(plan.fixtures[item->index], handle.point); });
        return true;
    }
    return false;
}

void CourseDrawing::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto item = editor_.single();
    for (const Handle& handle : handles()) {
        if (!is_at(handle, event->position())) continue;
        editor_.edit(tr("Stop"), [&](CoursePlan& plan) { toggle_path_stop(plan.fixtures[item->index], handle.point); });
        return;
    }
    mousePressEvent(event);
}

void CourseDrawing::paint_fixture_paths(QPainter& painter) const {
    constexpr double stop_px = 4.0;
    constexpr double bend_px = 2.0;
    const auto& fixtures = editor_.plan().fixtures;
    for (std::size_t i = 0; i < fixtures.size(); ++i) {
        const PlacedFixture& fixture = fixtures[i];
        if (fixture.path.points.empty()) continue;
        QPolygonF line;
        for (const Vec3& place : path_places(fixture)) line << at(place);
        if (fixture.path.round) line << line.front();
        const bool selected = editor_.is_selected({ItemKind::fixture, i});
        const QColor color = selected ? palette::now() : palette::quiet();
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(color, selected ? 2.0 : 1.4, Qt::DashDotLine));
        painter.drawPolyline(line);
        painter.setPen(QPen(color, 1.4));
        painter.setBrush(color);
        painter.drawEllipse(line.front(), stop_px, stop_px);
        for (std::size_t p = 0; p < fixture.path.points.size(); ++p) {
            const bool last = !fixture.path.round && p + 1 == fixture.path.points.size();
            const double radius = fixture.path.points[p].stops || last ? stop_px : bend_px;
            painter.drawEllipse(line[static_cast<int>(p) + 1], radius, radius);
        }
    }
}

}  // namespace leap::studio
