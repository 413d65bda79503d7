// SPDX-License-Identifier: GPL-3.0-or-later
// How far each press may be off, as brackets at the presses: from the earliest to the latest that still goes well.
#include <QPainter>

#include "studio/shared/palette.hpp"
#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

/// The leeway of the tape in view, when one was found for it as it is.
const Leeway* ScoreView::leeway() const {
    if (session_.tape() == nullptr || session_.playing()) return nullptr;
    for (const TrialEntry& entry : session_.trials()) {
        const TrialRunner::Made* made = session_.trial_runner().made(entry.path);
        if (made == nullptr) continue;
        const auto* found = std::get_if<LeewayOutcome>(&made->outcome->what);
        for (std::size_t i = 0; found != nullptr && i < found->tapes.size(); ++i)
            if (made->outcome->tapes[i] == *session_.tape()) return &found->tapes[i];
    }
    return nullptr;
}

void ScoreView::paint_leeway(QPainter& p, const Lane& lane) {
    const Leeway* found = leeway();
    if (found == nullptr) return;
    const std::string& button = program()->buttons[lane.button].name;
    p.setClipRect(QRectF(head_width, 0, width(), height()));
    constexpr double tight_s = 0.03;  // what a hand is usually off by
    constexpr double foot_px = 3.0;
    for (const EventLeeway& event : found->events) {
        if (event.button != button || event.track != session_.character()) continue;
        if (event.is_open()) continue;
        const bool tight = event.tightest_s() < tight_s;
        // A press has its bracket above its bar, a release below.
        const double y = event.of == LeewayOf::release ? lane.box.bottom() - 1.5 : lane.box.top() + 1.5;
        const double inward = event.of == LeewayOf::release ? -foot_px : foot_px;
        p.setPen(QPen(tight ? palette::now() : palette::waiting(), tight ? 1.8 : 1.2));
        const double from = x_of(event.time_s - event.earlier.by_s);
        const double to = x_of(event.time_s + event.later.by_s);
        p.drawLine(QPointF(from, y), QPointF(to, y));
        if (!event.earlier.open) p.drawLine(QPointF(from, y), QPointF(from, y + inward));
        if (!event.later.open) p.drawLine(QPointF(to, y), QPointF(to, y + inward));
    }
    p.setClipping(false);
}

QString ScoreView::leeway_tip(ButtonId button, double time) const {
    const Leeway* found = leeway();
    if (found == nullptr) return {};
    const std::string& name = program()->buttons[button].name;
    const EventLeeway* nearest = nullptr;
    for (const EventLeeway& event : found->events)
        if (event.button == name && event.track == session_.character() &&
            (nearest == nullptr || std::abs(event.time_s - time) < std::abs(nearest->time_s - time)))
            nearest = &event;
    if (nearest == nullptr) return {};
    const auto side = [](const LeewaySide& each) {
        return (each.open ? tr("over %1 ms") : tr("%1 ms")).arg(each.by_s * 1000.0, 0, 'f', 0) +
               (each.why.empty() ? QString() : tr(", beyond it: %1").arg(to_qt(each.why)));
    };
    return tr("%1 at %2 s\nearlier: %3\nlater: %4")
        .arg(nearest->of == LeewayOf::release ? tr("release") : tr("press"))
        .arg(nearest->time_s, 0, 'f', 3)
        .arg(side(nearest->earlier), side(nearest->later));
}

}  // namespace leap::studio
