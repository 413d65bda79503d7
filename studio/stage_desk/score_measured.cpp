// SPDX-License-Identifier: GPL-3.0-or-later
// A measured run over the curves: drawn with its points, moved by its begin and stretched by its end.
#include <QPainter>

#include "studio/shared/palette.hpp"
#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

namespace {

std::optional<Measured> measured_of(const std::string& curve) {
    for (const Measured what : {Measured::x, Measured::y, Measured::z, Measured::height, Measured::speed})
        if (measured_name(what) == curve || (what == Measured::height && curve == "feet")) return what;
    return std::nullopt;
}

}  // namespace

/// The points of a curve that were measured: times and values as the curve shows them.
std::vector<QPointF> ScoreView::measured_points(const std::string& curve, const RunValue& shown) const {
    const auto& laid = session_.laid_over();
    const auto what = measured_of(curve);
    if (!laid || !what || session_.playing() || laid->character != session_.character()) return {};
    const TraceTrack& track = shown.run->tracks[session_.character()];
    // A curve may count from another height than the measured one does.
    const double shift =
        shown_value_at(shown.value, *shown.run, session_.character(), 0.0) - rehearsed(*what, track, 0.0);
    std::vector<QPointF> out;
    for (const LaidPoint& point : laid->points)
        if (const auto value = point.values.find(*what); value != point.values.end())
            out.emplace_back(point.time_s, value->second + shift);
    return out;
}

void ScoreView::paint_measured(QPainter& p, const std::vector<QPointF>& points, const QRectF& box, double low,
                               double high) const {
    if (points.empty()) return;
    const auto at = [&](const QPointF& point) {
        return QPointF(x_of(point.x()), box.bottom() - 4.0 - (point.y() - low) / (high - low) * (box.height() - 8.0));
    };
    QPolygonF line;
    for (const QPointF& point : points) line << at(point);
    p.setPen(QPen(palette::measured(), 1.0));
    p.drawPolyline(line);
    p.setPen(Qt::NoPen);
    p.setBrush(palette::measured());
    constexpr double dot_px = 1.8;
    for (const QPointF& point : line) p.drawEllipse(point, dot_px, dot_px);
    // The ends are gripped: a flag at the begin, a bar at the end.
    p.setPen(QPen(palette::measured(), 2.0));
    for (const QPointF& end : {line.first(), line.last()})
        p.drawLine(QPointF(end.x(), box.top() + 3), QPointF(end.x(), box.bottom() - 3));
    p.setFont(palette::text_font(8.0));
    p.drawText(QPointF(line.first().x() + 4, box.top() + 12), tr("measured"));
    p.setBrush(Qt::NoBrush);
}

/// Which end of the measured run is under the mouse, in a lane of a curve that was measured.
std::optional<ScoreView::MeasuredDrag> ScoreView::measured_at(const QPointF& at) const {
    const Lane* lane = lane_at(at);
    if (lane == nullptr || lane->kind != Lane::Kind::curve || at.x() < head_width || trace() == nullptr)
        return std::nullopt;
    const std::string& name = curves_[static_cast<std::size_t>(lane->index)];
    const auto shown = run_value(name, trace(), *program());
    if (!shown) return std::nullopt;
    const std::vector<QPointF> points = measured_points(name, *shown);
    if (points.size() < 2) return std::nullopt;
    constexpr double near_px = 6.0;
    const Alignment& alignment = session_.laid_over()->alignment;
    const double first = (points.front().x() - alignment.later_s) / alignment.stretch;
    const double last = (points.back().x() - alignment.later_s) / alignment.stretch;
    if (std::abs(at.x() - x_of(points.front().x())) <= near_px) return MeasuredDrag{false, first, last, alignment};
    if (std::abs(at.x() - x_of(points.back().x())) <= near_px) return MeasuredDrag{true, first, last, alignment};
    return std::nullopt;
}

bool ScoreView::begin_measured_drag(const QMouseEvent& event) {
    measured_drag_ = measured_at(event.position());
    return measured_drag_.has_value();
}

/// The begin takes all of it along; the end stretches it from its begin.
void ScoreView::drag_measured(double x) {
    const MeasuredDrag& drag = *measured_drag_;
    const double time = time_at(x);
    if (!drag.end) {
        session_.move_laid_over(time - drag.first_s * drag.was.stretch, drag.was.stretch);
        return;
    }
    const double begin = drag.first_s * drag.was.stretch + drag.was.later_s;
    constexpr double shortest_s = 0.05;
    const double stretch = std::max(shortest_s, time - begin) / (drag.last_s - drag.first_s);
    session_.move_laid_over(begin - drag.first_s * stretch, stretch);
}

}  // namespace leap::studio
