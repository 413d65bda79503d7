// SPDX-License-Identifier: GPL-3.0-or-later
// Presses are edited where they are drawn: an edge or a whole one is dragged, one is drawn in its row, or taken away.
#include <QMenu>
#include <QPainter>
#include <cmath>

#include "studio/shared/palette.hpp"
#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

namespace {

constexpr double edge_px = 5.0;
constexpr double drag_px = 3.0;  ///< less is a click

}  // namespace

ButtonRow ScoreView::row_of(ButtonId button) const {
    return {session_.character(), program()->buttons[button].name};
}

/// To the tick that is nearest; with Alt held to the millisecond.
double ScoreView::snapped(double time, bool finer) const {
    constexpr double finer_steps = 1000.0;
    const double steps = finer ? finer_steps : session_.rate();
    return std::clamp(std::round(time * steps) / steps, 0.0, session_.tape()->length_s);
}

/// What of the tape lies under the mouse: an edge, a whole press, or room for one. Nothing outside of the rows.
std::optional<ScoreView::PressDrag> ScoreView::press_at(const QPointF& at) const {
    if (session_.playing() || session_.tape() == nullptr || at.x() < head_width) return std::nullopt;
    for (const Lane& lane : lanes_) {
        if (lane.kind != Lane::Kind::button || lane_at(at) != &lane) continue;
        PressDrag out;
        out.row = row_of(lane.button);
        out.begin = at;
        if (out.row.track >= session_.tape()->tracks.size()) return std::nullopt;
        const std::vector<Press> presses = presses_of(*session_.tape(), out.row);
        double nearest = edge_px + 1e-9;
        for (std::size_t i = 0; i < presses.size(); ++i) {
            const double left = x_of(presses[i].from_s);
            const double right = x_of(presses[i].to_s);
            const auto offer = [&](double distance, PressDrag::Part part) {
                if (distance >= nearest) return;
                nearest = distance;
                out.part = part;
                out.number = i;
                out.was = presses[i];
            };
            // A press that is narrow on the screen is moved as a whole from its middle third.
            const double reach = std::min(edge_px, (right - left) / 3.0);
            if (at.x() > left + reach && at.x() < right - reach) offer(0.0, PressDrag::Part::whole);
            offer(std::abs(at.x() - left), PressDrag::Part::begin);
            offer(std::abs(at.x() - right), PressDrag::Part::end);
        }
        return out;
    }
    return std::nullopt;
}

/// The tape as it is with the mouse here.
std::optional<Tape> ScoreView::dragged_tape(const QPointF& at, bool finer) const {
    const PressDrag& drag = *press_drag_;
    const Tape& tape = *session_.tape();
    const double by = time_at(at.x()) - time_at(drag.begin.x());
    switch (drag.part) {
        case PressDrag::Part::room:
            return with_press(tape, drag.row,
                              {snapped(time_at(drag.begin.x()), finer), snapped(time_at(at.x()), finer)});
        case PressDrag::Part::begin:
            return with_press_moved(tape, drag.row, drag.number, {snapped(drag.was.from_s + by, finer), drag.was.to_s});
        case PressDrag::Part::end:
            return with_press_moved(tape, drag.row, drag.number, {drag.was.from_s, snapped(drag.was.to_s + by, finer)});
        case PressDrag::Part::whole: {
            const double from = snapped(drag.was.from_s + by, finer);
            return with_press_moved(tape, drag.row, drag.number, {from, from + drag.was.to_s - drag.was.from_s});
        }
    }
    return std::nullopt;
}

bool ScoreView::begin_press_drag(const QMouseEvent& event) {
    press_drag_ = press_at(event.position());
    select_press(press_drag_ && press_drag_->part != PressDrag::Part::room ? press_drag_ : std::nullopt);
    return press_drag_.has_value();
}

void ScoreView::drag_press(const QPointF& at, bool finer) {
    if (std::abs(at.x() - press_drag_->begin.x()) >= drag_px) press_drag_->moved = true;
    if (!press_drag_->moved) return;
    if (auto tape = dragged_tape(at, finer)) session_.preview_tape(*tape);
}

void ScoreView::end_press_drag(const QPointF& at, bool finer) {
    const PressDrag drag = *press_drag_;
    const std::optional<Tape> tape = drag.moved ? dragged_tape(at, finer) : std::nullopt;
    press_drag_.reset();
    session_.preview_tape(std::nullopt);
    if (!drag.moved) return session_.set_cursor(time_at(at.x()));
    if (!tape) return;
    session_.edit_tape(*tape, drag.part == PressDrag::Part::room
                                  ? tr("Press %1").arg(to_qt(drag.row.button))
                                  : tr("Move a press of %1").arg(to_qt(drag.row.button)));
}

void ScoreView::select_press(const std::optional<PressDrag>& press) {
    if (press) {
        selected_press_ = SelectedPress{press->row, press->number};
    } else {
        selected_press_.reset();
    }
    update();
}

bool ScoreView::delete_selected_press() {
    if (!selected_press_ || session_.playing() || session_.tape() == nullptr) return false;
    const auto [row, number] = *selected_press_;
    selected_press_.reset();
    if (row.track >= session_.tape()->tracks.size() || number >= presses_of(*session_.tape(), row).size()) return false;
    session_.edit_tape(without_press(*session_.tape(), row, number), tr("Delete a press of %1").arg(to_qt(row.button)));
    return true;
}

/// The press that Delete would take away stands in a frame.
void ScoreView::paint_selected_press(QPainter& p) {
    if (!selected_press_ || session_.tape() == nullptr || session_.playing()) return;
    if (selected_press_->row.track != session_.character()) return;
    const std::vector<Press> presses = presses_of(*session_.tape(), selected_press_->row);
    if (selected_press_->number >= presses.size()) return;
    const Press& press = presses[selected_press_->number];
    for (const Lane& lane : lanes_) {
        if (lane.kind != Lane::Kind::button || row_of(lane.button).button != selected_press_->row.button) continue;
        const double left = std::max(head_width, x_of(press.from_s) - 2.0);
        const double right = x_of(press.to_s) + 2.0;
        if (right <= left) return;
        if (buttons_scroll_ && !lanes_region().contains(lane.box)) return;
        p.setPen(QPen(palette::now(), 1.4));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(left, lane.box.top() + 1, right - left, lane.box.height() - 2));
    }
}

/// A press of any button at a time, for those that the tape doesn't press yet.
void ScoreView::add_press_menu(QMenu& menu, const QPointF& at) {
    if (session_.playing() || session_.tape() == nullptr || at.x() < head_width) return;
    if (session_.character() >= session_.tape()->tracks.size()) return;
    constexpr double tap_s = 0.1;
    const double time = snapped(time_at(at.x()), false);
    QMenu* presses = menu.addMenu(tr("Press at %1 s").arg(time, 0, 'f', 3));
    for (std::size_t i = 0; i < program()->buttons.size(); ++i) {
        const ButtonRow row = row_of(ButtonId(i));
        const auto tape = with_press(*session_.tape(), row, {time, time + tap_s});
        QAction* action = presses->addAction(to_qt(row.button));
        action->setEnabled(tape.has_value());
        if (tape)
            connect(action, &QAction::triggered, this,
                    [this, tape = *tape, row] { session_.edit_tape(tape, tr("Press %1").arg(to_qt(row.button))); });
    }
    if (const auto press = press_at(at); press && press->part != PressDrag::Part::room) {
        select_press(press);
        menu.addAction(tr("Delete this press  Del"), this, [this] { delete_selected_press(); });
    }
    menu.addSeparator();
}

}  // namespace leap::studio
