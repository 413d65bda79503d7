// SPDX-License-Identifier: GPL-3.0-or-later
// Stick and look are shaped where they are drawn: a point is dragged, added or taken away, a stroke is drawn.
#include <QPainter>
#include <algorithm>
#include <cmath>

#include <glm/trigonometric.hpp>

#include "core/defaults.hpp"
#include "studio/shared/palette.hpp"
#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

namespace {

constexpr double point_px = 5.0;
constexpr double begin_px = 3.0;  ///< less is a click
constexpr double margin_px = 5.0;
/// Steps that a dragged value snaps to: hundredths of the stick's way, tenths of a degree.
constexpr double stick_steps = 100.0;
constexpr double look_steps = 10.0;

}  // namespace

/// Lowest and highest value that the lane shows.
std::pair<double, double> ScoreView::input_range(InputCurve curve) const {
    if (is_stick(curve)) return {-1.0, 1.0};
    if (curve == InputCurve::look_up) return {-defaults::steepest_look_deg, defaults::steepest_look_deg};
    const Vec2 start = input_at_start(curve);
    double low = start.x - 90.0;
    double high = start.x + 90.0;
    for (const InputPoint& point : points_of(*session_.tape(), session_.character(), curve)) {
        low = std::min(low, point.value - 10.0);
        high = std::max(high, point.value + 10.0);
    }
    return {low, high};
}

double ScoreView::y_of(InputCurve curve, double value) const {
    const QRectF box = input_lane(curve);
    const auto [low, high] = input_range(curve);
    return box.bottom() - margin_px - (value - low) / (high - low) * (box.height() - 2 * margin_px);
}

double ScoreView::value_at(InputCurve curve, double y) const {
    const QRectF box = input_lane(curve);
    const auto [low, high] = input_range(curve);
    const double value =
        std::clamp(low + (box.bottom() - margin_px - y) / (box.height() - 2 * margin_px) * (high - low), low, high);
    const double steps = is_stick(curve) ? stick_steps : look_steps;
    return std::round(value * steps) / steps;
}

/// What both curves hold before their first point.
Vec2 ScoreView::input_at_start(InputCurve curve) const {
    const RunPointer run = session_.now_run();
    if (is_stick(curve) || !run || session_.character() >= run->trace.tracks.size()) return Vec2(0.0);
    const std::vector<TraceRow>& rows = run->trace.tracks[session_.character()].rows;
    if (rows.empty()) return Vec2(0.0);
    return {glm::degrees(rows.front().look_yaw), glm::degrees(rows.front().look_pitch)};
}

/// True when the mouse is in one of these lanes.
bool ScoreView::begin_point_drag(const QMouseEvent& event) {
    const QPointF at = event.position();
    const Lane* lane = lane_at(at);
    selected_point_.reset();
    if (lane == nullptr || lane->kind != Lane::Kind::input || at.x() < head_width || session_.tape() == nullptr ||
        session_.character() >= session_.tape()->tracks.size())
        return false;
    PointDrag drag;
    drag.curve = static_cast<InputCurve>(lane->index);
    drag.begin = at;
    double nearest = point_px;
    const std::vector<InputPoint> points = points_of(*session_.tape(), session_.character(), drag.curve);
    for (std::size_t i = 0; i < points.size(); ++i) {
        const double away = std::hypot(x_of(points[i].time_s) - at.x(), y_of(drag.curve, points[i].value) - at.y());
        if (away > nearest) continue;
        nearest = away;
        drag.number = i;
    }
    if (drag.number) selected_point_ = SelectedPoint{drag.curve, *drag.number};
    point_drag_ = drag;
    update();
    return true;
}

/// The tape as it is with the mouse here.
std::optional<Tape> ScoreView::pointed_tape(const QPointF& at, bool finer) const {
    const PointDrag& drag = *point_drag_;
    const std::size_t track = session_.character();
    if (drag.number)
        return with_point_moved(*session_.tape(), track, drag.curve, *drag.number,
                                {snapped(time_at(at.x()), finer), value_at(drag.curve, at.y())});
    if (drag.stroke.size() < 2) return std::nullopt;
    return with_stroke(*session_.tape(), track, drag.curve, drag.stroke, input_at_start(drag.curve));
}

void ScoreView::drag_point(const QPointF& at, bool finer) {
    PointDrag& drag = *point_drag_;
    if (std::hypot(at.x() - drag.begin.x(), at.y() - drag.begin.y()) >= begin_px) drag.moved = true;
    if (!drag.moved) return;
    if (!drag.number) {
        const auto put = [&](const QPointF& point) {
            const InputPoint next{snapped(time_at(point.x()), finer), value_at(drag.curve, point.y())};
            // Drawn forth and back, the last word counts.
            while (!drag.stroke.empty() && drag.stroke.back().time_s >= next.time_s) drag.stroke.pop_back();
            drag.stroke.push_back(next);
        };
        if (drag.stroke.empty()) put(drag.begin);
        put(at);
    }
    if (auto tape = pointed_tape(at, finer)) session_.preview_tape(*tape);
    update();
}

void ScoreView::end_point_drag(const QPointF& at, bool finer) {
    const std::optional<Tape> tape = point_drag_->moved ? pointed_tape(at, finer) : std::nullopt;
    const PointDrag drag = *point_drag_;
    point_drag_.reset();
    session_.preview_tape(std::nullopt);
    if (!drag.moved) return session_.set_cursor(time_at(at.x()));
    const QString name = to_qt(std::string(input_curve_name(drag.curve)));
    if (tape) session_.edit_tape(*tape, drag.number ? tr("Move a point of %1").arg(name) : tr("Draw %1").arg(name));
}

void ScoreView::mouseDoubleClickEvent(QMouseEvent* event) {
    const Lane* lane = lane_at(event->position());
    const bool inside = lane != nullptr && lane->kind == Lane::Kind::input && event->position().x() >= head_width;
    if (!inside || session_.tape() == nullptr || session_.character() >= session_.tape()->tracks.size())
        return mousePressEvent(event);
    const auto curve = static_cast<InputCurve>(lane->index);
    const InputPoint point{snapped(time_at(event->position().x()), (event->modifiers() & Qt::AltModifier) != 0),
                           value_at(curve, event->position().y())};
    session_.edit_tape(with_point(*session_.tape(), session_.character(), curve, point, input_at_start(curve)),
                       tr("Add a point of %1").arg(to_qt(std::string(input_curve_name(curve)))));
}

bool ScoreView::delete_selected_point() {
    if (!selected_point_ || session_.playing() || session_.tape() == nullptr) return false;
    const auto [curve, number] = *selected_point_;
    selected_point_.reset();
    if (session_.character() >= session_.tape()->tracks.size() ||
        number >= points_of(*session_.tape(), session_.character(), curve).size())
        return false;
    session_.edit_tape(without_point(*session_.tape(), session_.character(), curve, number),
                       tr("Delete a point of %1").arg(to_qt(std::string(input_curve_name(curve)))));
    return true;
}

/// The tape's own steps, its points where they are far enough apart to be told, and the stroke that is being drawn.
void ScoreView::paint_input(QPainter& p, const Lane& lane) {
    const auto curve = static_cast<InputCurve>(lane.index);
    p.setPen(palette::hairline());
    p.drawLine(lane.box.topLeft(), lane.box.topRight());
    p.setFont(palette::text_font(9.0));
    p.setPen(palette::ink());
    p.drawText(QRectF(30, lane.box.top(), 110, lane.box.height()), Qt::AlignVCenter,
               to_qt(std::string(input_curve_name(curve))));
    const auto [low, high] = input_range(curve);
    p.setFont(palette::number_font(8.0));
    p.setPen(palette::quiet());
    const QRectF scale(head_width - 70, lane.box.top(), 64, lane.box.height());
    const QString unit = is_stick(curve) ? QString() : tr(" deg");
    p.drawText(scale, Qt::AlignRight | Qt::AlignTop, QString::number(high, 'f', 0) + unit);
    p.drawText(scale, Qt::AlignRight | Qt::AlignBottom, QString::number(low, 'f', 0) + unit);
    if (session_.tape() == nullptr || session_.character() >= session_.tape()->tracks.size()) return;
    p.setClipRect(QRectF(head_width, 0, width(), height()));
    p.setPen(palette::faint());
    if (is_stick(curve)) p.drawLine(QPointF(head_width, y_of(curve, 0.0)), QPointF(width(), y_of(curve, 0.0)));

    const std::vector<InputPoint> points = points_of(*session_.tape(), session_.character(), curve);
    const Vec2 start = input_at_start(curve);
    double value = curve == InputCurve::stick_ahead || curve == InputCurve::look_up ? start.y : start.x;
    QPolygonF line{{x_of(0.0), y_of(curve, value)}};
    QPolygonF marks;
    double last_mark = -1e9;
    constexpr double mark_room_px = 7.0;
    for (const InputPoint& point : points) {
        const double x = x_of(point.time_s);
        line << QPointF(x, y_of(curve, value));
        value = point.value;
        line << QPointF(x, y_of(curve, value));
        if (x - last_mark >= mark_room_px && x >= head_width) {
            marks << line.back();
            last_mark = x;
        }
    }
    line << QPointF(x_of(session_.tape()->length_s), y_of(curve, value));
    p.setPen(QPen(palette::ink(), 1.3));
    p.drawPolyline(line);
    p.setPen(Qt::NoPen);
    p.setBrush(palette::ink());
    for (const QPointF& mark : marks) p.drawRect(QRectF(mark.x() - 2.0, mark.y() - 2.0, 4.0, 4.0));
    p.setClipping(false);
}

/// What is held or framed, painted over what stands still.
void ScoreView::paint_held_point(QPainter& p) {
    if (session_.tape() == nullptr || session_.playing() || session_.character() >= session_.tape()->tracks.size())
        return;
    p.setPen(QPen(palette::now(), 1.4));
    p.setBrush(Qt::NoBrush);
    if (point_drag_ && !point_drag_->stroke.empty()) {
        QPolygonF line;
        for (const InputPoint& point : point_drag_->stroke)
            line << QPointF(x_of(point.time_s), y_of(point_drag_->curve, point.value));
        p.drawPolyline(line);
    }
    if (!selected_point_ || input_lane(selected_point_->curve).isNull()) return;
    const std::vector<InputPoint> points = points_of(*session_.tape(), session_.character(), selected_point_->curve);
    if (selected_point_->number >= points.size()) return;
    const InputPoint& point = points[selected_point_->number];
    const QPointF at(x_of(point.time_s), y_of(selected_point_->curve, point.value));
    if (at.x() >= head_width) p.drawRect(QRectF(at.x() - 4.0, at.y() - 4.0, 8.0, 8.0));
}

}  // namespace leap::studio
