// SPDX-License-Identifier: GPL-3.0-or-later
// The score by keys alone: the cursor, the moves, and presses and points, which are chosen one after the other and
// moved by ticks.
#include <QKeyEvent>
#include <algorithm>
#include <cmath>

#include "studio/shared/spoken.hpp"
#include "studio/stage_desk/score_metrics.hpp"
#include "studio/stage_desk/score_view.hpp"

namespace leap::studio {

using namespace score;

namespace {

constexpr double value_steps = 20.0;  ///< of a point: in its curve's range

/// The next of what stands at these times, in a direction, from the one that is chosen or from the cursor.
template <class Item>
std::optional<Item> next_of(std::vector<std::pair<double, Item>>& items, const std::optional<Item>& chosen,
                            double cursor, int direction) {
    std::stable_sort(items.begin(), items.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    if (items.empty()) return std::nullopt;
    const auto found =
        std::find_if(items.begin(), items.end(), [&](const auto& each) { return chosen && each.second == *chosen; });
    std::ptrdiff_t at = found - items.begin() + direction;
    if (found == items.end()) {
        const auto behind =
            std::find_if(items.begin(), items.end(), [&](const auto& each) { return each.first >= cursor - 1e-9; });
        at = behind - items.begin() - (direction < 0 ? 1 : 0);
    }
    return items[static_cast<std::size_t>(std::clamp<std::ptrdiff_t>(at, 0, std::ssize(items) - 1))].second;
}

}  // namespace

bool ScoreView::may_edit_tape() const {
    return !session_.playing() && session_.tape() != nullptr && session_.character() < session_.tape()->tracks.size();
}

/// The presses of all buttons, by time.
bool ScoreView::choose_next_press(int direction) {
    if (!may_edit_tape()) return false;
    std::vector<std::pair<double, SelectedPress>> all;
    for (std::size_t i = 0; i < program()->buttons.size(); ++i) {
        const ButtonRow row = row_of(ButtonId(i));
        const std::vector<Press> presses = presses_of(*session_.tape(), row);
        for (std::size_t k = 0; k < presses.size(); ++k) all.emplace_back(presses[k].from_s, SelectedPress{row, k});
    }
    const auto next = next_of(all, selected_press_, session_.cursor(), direction);
    if (!next) return false;
    selected_point_.reset();
    selected_press_ = next;
    session_.set_cursor(presses_of(*session_.tape(), next->row)[next->number].from_s);
    tell_spoken_change(*this);
    update();
    return true;
}

/// The points of the curves that are shown, by time.
bool ScoreView::choose_next_point(int direction) {
    if (!may_edit_tape()) return false;
    std::vector<std::pair<double, SelectedPoint>> all;
    for (const Lane& lane : lanes_) {
        if (lane.kind != Lane::Kind::input) continue;
        const auto curve = static_cast<InputCurve>(lane.index);
        const std::vector<InputPoint> points = points_of(*session_.tape(), session_.character(), curve);
        for (std::size_t i = 0; i < points.size(); ++i) all.emplace_back(points[i].time_s, SelectedPoint{curve, i});
    }
    const auto next = next_of(all, selected_point_, session_.cursor(), direction);
    if (!next) return false;
    selected_press_.reset();
    selected_point_ = next;
    session_.set_cursor(points_of(*session_.tape(), session_.character(), next->curve)[next->number].time_s);
    tell_spoken_change(*this);
    update();
    return true;
}

/// The chosen press by ticks: all of it, or its end.
bool ScoreView::nudge_press(int ticks, bool only_end) {
    if (!selected_press_ || !may_edit_tape()) return false;
    const auto [row, number] = *selected_press_;
    const std::vector<Press> presses = presses_of(*session_.tape(), row);
    if (number >= presses.size()) return false;
    const double by = static_cast<double>(ticks) / session_.rate();
    const double from = snapped(presses[number].from_s + (only_end ? 0.0 : by), false);
    const double to =
        only_end ? snapped(presses[number].to_s + by, false) : from + presses[number].to_s - presses[number].from_s;
    session_.edit_tape(with_press_moved(*session_.tape(), row, number, {from, to}),
                       tr("Move a press of %1").arg(to_qt(row.button)));
    tell_spoken_change(*this);
    return true;
}

/// The chosen point by ticks, or by steps of its curve's range.
bool ScoreView::nudge_point(int ticks, int steps) {
    if (!selected_point_ || !may_edit_tape()) return false;
    const auto [curve, number] = *selected_point_;
    const std::vector<InputPoint> points = points_of(*session_.tape(), session_.character(), curve);
    if (number >= points.size()) return false;
    const auto [low, high] = input_range(curve);
    const InputPoint wanted{
        snapped(points[number].time_s + static_cast<double>(ticks) / session_.rate(), false),
        std::clamp(points[number].value + steps * (is_stick(curve) ? 2.0 : 180.0) / (2.0 * value_steps), low, high)};
    session_.edit_tape(with_point_moved(*session_.tape(), session_.character(), curve, number, wanted),
                       tr("Move a point of %1").arg(to_qt(std::string(input_curve_name(curve)))));
    tell_spoken_change(*this);
    return true;
}

/// One more point at the cursor, where the curve is then: of the curve of the chosen point, or of the first that is
/// shown. It is chosen, so that a stroke is drawn by going on and raising the next.
bool ScoreView::insert_point() {
    if (!may_edit_tape()) return false;
    const auto shown =
        std::find_if(lanes_.begin(), lanes_.end(), [](const Lane& lane) { return lane.kind == Lane::Kind::input; });
    if (!selected_point_ && shown == lanes_.end()) return false;
    const InputCurve curve = selected_point_ ? selected_point_->curve : static_cast<InputCurve>(shown->index);
    const std::size_t track = session_.character();
    const double time = snapped(session_.cursor(), false);
    const Vec2 start = input_at_start(curve);
    double value = curve == InputCurve::stick_ahead || curve == InputCurve::look_up ? start.y : start.x;
    for (const InputPoint& point : points_of(*session_.tape(), track, curve))
        if (point.time_s <= time) value = point.value;
    session_.edit_tape(with_point(*session_.tape(), track, curve, {time, value}, start),
                       tr("Add a point of %1").arg(to_qt(std::string(input_curve_name(curve)))));
    const std::vector<InputPoint> points = points_of(*session_.tape(), track, curve);
    const auto made = std::find_if(points.begin(), points.end(),
                                   [&](const InputPoint& each) { return std::abs(each.time_s - time) < 1e-6; });
    selected_press_.reset();
    selected_point_ = made == points.end()
                          ? std::nullopt
                          : std::optional(SelectedPoint{curve, static_cast<std::size_t>(made - points.begin())});
    tell_spoken_change(*this);
    update();
    return true;
}

void ScoreView::select_next_move(int direction) {
    const auto made = program();
    if (!made || made->moves.empty()) return;
    const auto& moves = made->moves;
    const auto at = std::find(moves.begin(), moves.end(), selected_) - moves.begin() + direction;
    select_machine(moves[static_cast<std::size_t>(std::clamp<std::ptrdiff_t>(at, 0, std::ssize(moves) - 1))]);
    tell_spoken_change(*this);
}

/// Ctrl and Alt with an arrow: what is chosen, and where it goes. False when there is nothing to do so with.
bool ScoreView::take_edit_key(const QKeyEvent& event) {
    const bool shift = (event.modifiers() & Qt::ShiftModifier) != 0;
    const bool control = (event.modifiers() & Qt::ControlModifier) != 0;
    const bool alt = (event.modifiers() & Qt::AltModifier) != 0;
    if (control == alt) return false;
    const bool back = event.key() == Qt::Key_Left || event.key() == Qt::Key_Down;
    const int direction = back ? -1 : 1;
    switch (event.key()) {
        case Qt::Key_Left:
        case Qt::Key_Right:
            if (control) return shift ? choose_next_point(direction) : choose_next_press(direction);
            return nudge_press(direction, shift) || nudge_point(direction, 0);
        case Qt::Key_Up:
        case Qt::Key_Down: return alt && nudge_point(0, direction);
        default: return false;
    }
}

void ScoreView::keyPressEvent(QKeyEvent* event) {
    if (commands_.take_key(*event) || take_edit_key(*event)) return;
    const int rate = session_.now_run() ? session_.now_run()->trace.rate_hz : 120;
    const double tick = 1.0 / rate;
    const double step = event->modifiers() & Qt::ShiftModifier ? 0.1 : tick;
    switch (event->key()) {
        case Qt::Key_Left: session_.set_cursor((std::round(session_.cursor() / tick)) * tick - step); break;
        case Qt::Key_Right: session_.set_cursor((std::round(session_.cursor() / tick)) * tick + step); break;
        case Qt::Key_Home: session_.set_cursor(0.0); break;
        case Qt::Key_End: session_.set_cursor(session_.length()); break;
        case Qt::Key_Plus:
        case Qt::Key_Equal: zoom(0.7, session_.cursor()); break;
        case Qt::Key_Minus: zoom(1.4, session_.cursor()); break;
        case Qt::Key_0: show_all(); break;
        case Qt::Key_Delete:
            if (!delete_selected_press() && !delete_selected_point()) QWidget::keyPressEvent(event);
            break;
        case Qt::Key_Insert:
            if (!insert_point()) QWidget::keyPressEvent(event);
            break;
        case Qt::Key_Up: select_next_move(-1); break;
        case Qt::Key_Down: select_next_move(1); break;
        default: QWidget::keyPressEvent(event);
    }
}

/// What is looked at, for who can't see it: the instant, the chosen move and why it can't start, the chosen press.
QString ScoreView::spoken_words() const {
    QStringList out{tr("at %1 s").arg(session_.cursor(), 0, 'f', 3)};
    const auto made = program();
    if (made && made->has(selected_)) {
        QString words = to_qt(made->machines[selected_].name);
        for (const MoveAnswer& answer : answers_)
            if (answer.move == selected_)
                words += ": " + (answer.why.empty() ? tr("could start now") : to_qt(answer.why));
        out << words;
    }
    if (session_.tape() != nullptr && session_.character() < session_.tape()->tracks.size()) {
        if (selected_press_) {
            const std::vector<Press> presses = presses_of(*session_.tape(), selected_press_->row);
            if (selected_press_->number < presses.size())
                out << tr("selected: %1 from %2 s to %3 s")
                           .arg(to_qt(selected_press_->row.button))
                           .arg(presses[selected_press_->number].from_s, 0, 'f', 3)
                           .arg(presses[selected_press_->number].to_s, 0, 'f', 3);
        }
        if (selected_point_) {
            const auto points = points_of(*session_.tape(), session_.character(), selected_point_->curve);
            if (selected_point_->number < points.size())
                out << tr("selected: %1 becomes %2 at %3 s")
                           .arg(to_qt(std::string(input_curve_name(selected_point_->curve))))
                           .arg(points[selected_point_->number].value, 0, 'f', 2)
                           .arg(points[selected_point_->number].time_s, 0, 'f', 3);
        }
    }
    return out.join('\n');
}

}  // namespace leap::studio
