// SPDX-License-Identifier: GPL-3.0-or-later
// The loop's marks on the ruler: drawn there, and set by dragging.
#include <QPainter>
#include <cmath>

#include "studio/shared/palette.hpp"
#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

/// A drag with Ctrl on the ruler spans the loop, one that begins at a mark moves that mark. True when this is one.
bool ScoreView::begin_loop_drag(const QMouseEvent& event) {
    if (session_.playing() || lanes_.empty() || !lanes_.front().box.contains(event.position())) return false;
    const double x = event.position().x();
    if (x < head_width) return false;
    if ((event.modifiers() & Qt::ControlModifier) != 0) {
        session_.set_loop({});
        loop_fixed_end_ = std::clamp(time_at(x), 0.0, session_.length());
        return true;
    }
    const auto& loop = session_.playback().loop();
    if (!loop) return false;
    constexpr double near_px = 5.0;
    if (std::abs(x - x_of(loop->from)) <= near_px) {
        loop_fixed_end_ = loop->to;
    } else if (std::abs(x - x_of(loop->to)) <= near_px) {
        loop_fixed_end_ = loop->from;
    }
    return loop_fixed_end_.has_value();
}

void ScoreView::drag_loop(double x) {
    const double here = std::clamp(time_at(x), 0.0, session_.length());
    session_.set_loop(LoopRange{std::min(here, *loop_fixed_end_), std::max(here, *loop_fixed_end_)});
}

void ScoreView::paint_loop(QPainter& p) {
    const auto& loop = session_.playback().loop();
    if (!loop || lanes_.empty() || session_.playing()) return;
    const double from = std::max(head_width, x_of(loop->from));
    const double to = std::min<double>(width(), x_of(loop->to));
    if (to <= from) return;
    const QRectF ruler = lanes_.front().box;
    QColor band = palette::waiting();
    band.setAlpha(46);
    p.fillRect(QRectF(from, ruler.top(), to - from, ruler.height()), band);
    band.setAlpha(16);
    p.fillRect(QRectF(from, ruler.bottom(), to - from, height() - ruler.bottom()), band);
    p.setPen(QPen(palette::waiting(), 2.0));
    constexpr double foot_px = 4.0;
    const auto mark = [&](double time, double inward) {
        const double x = x_of(time);
        if (x < head_width || x > width()) return;
        p.drawLine(QPointF(x, ruler.top() + 1), QPointF(x, ruler.bottom()));
        p.drawLine(QPointF(x, ruler.top() + 1), QPointF(x + inward * foot_px, ruler.top() + 1));
        p.drawLine(QPointF(x, ruler.bottom()), QPointF(x + inward * foot_px, ruler.bottom()));
    };
    mark(loop->from, 1.0);
    mark(loop->to, -1.0);
}

}  // namespace leap::studio
