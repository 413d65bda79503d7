// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stage_desk/score_view.hpp"

#include <QContextMenuEvent>
#include <QHelpEvent>
#include <QMenu>
#include <QToolTip>
#include <cmath>

#include "studio/shared/palette.hpp"
#include "studio/shared/paper_change.hpp"
#include "studio/stage_desk/score_metrics.hpp"

namespace leap::studio {

using namespace score;

ScoreView::ScoreView(Session& session, QWidget* parent) : QWidget(parent), session_(session), commands_(session) {
    scroll_bar_ = new QScrollBar(Qt::Vertical, this);
    scroll_bar_->setFocusPolicy(Qt::NoFocus);
    connect(scroll_bar_, &QScrollBar::valueChanged, this, [this] {
        layout_lanes();
        redraw();
    });
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Timeline"));
    when_paper_changes(*this, [this] { redraw(); });
    setMouseTracking(false);
    const auto again = [this] {
        layout_lanes();
        refresh_answers();
        redraw();
    };
    connect(&session_, &Session::program_changed, this, [this, again] {
        if (!session_.program()->has(selected_)) selected_ = {};
        again();
    });
    connect(&session_, &Session::now_run_changed, this, again);
    connect(&session_, &Session::kept_run_changed, this, [this] { redraw(); });
    for (const auto signal : {&Session::beside_runs_changed, &Session::laid_over_changed})
        connect(&session_, signal, this, [this] { redraw(); });
    connect(&session_, &Session::trial_finished, this, [this] { redraw(); });
    connect(&session_, &Session::tapes_changed, this, [this] {
        press_drag_.reset();  // what was taken hold of may be gone, as by undo
        point_drag_.reset();
        // An edit leaves the stretch of time in view as it is.
        const std::string name = session_.tape() != nullptr ? session_.tape()->name : std::string();
        if (name == shown_tape_) return redraw();
        shown_tape_ = name;
        selected_press_.reset();
        selected_point_.reset();
        show_all();
    });
    connect(&session_, &Session::character_changed, this, again);
    connect(&session_, &Session::cursor_moved, this, [this](double time) {
        keep_in_view(time);
        refresh_answers();
        update();  // what stands still is there
    });
    connect(&session_, &Session::live_updated, this, [this] {
        const double length = session_.length();
        constexpr double shown_s = 8.0;
        to_ = std::max(shown_s, length + 0.4);
        from_ = to_ - shown_s;
        layout_lanes();
        refresh_answers();
        redraw();
    });
    connect(&session_, &Session::play_stopped, this, &ScoreView::show_all);
    connect(&session_, &Session::playback_changed, this, [this] { update(); });
    layout_lanes();
}

const Trace* ScoreView::trace() const {
    if (session_.playing()) return &session_.live_view().trace;
    return session_.now_run() ? &session_.now_run()->trace : nullptr;
}

bool ScoreView::is_of_character(std::int32_t actor) const {
    return actor < 0 || actor == static_cast<std::int32_t>(session_.character());
}

bool ScoreView::is_of_character(const PhaseSpan& span) const {
    return !span.owner.is_actor() || span.owner.is_actor(session_.character());
}

std::shared_ptr<const Program> ScoreView::program() const {
    return session_.run_program();
}

void ScoreView::select_machine(MachineId machine) {
    if (machine == selected_) return;
    selected_ = machine;
    bring_into_view(machine);
    redraw();
    emit machine_selected(machine);
}

void ScoreView::set_curves(const std::vector<std::string>& names) {
    curves_ = names;
    layout_lanes();
    redraw();
    emit curves_changed();
}

void ScoreView::show_all() {
    from_ = 0.0;
    const Tape* tape = session_.tape();
    to_ = std::max(0.5, tape != nullptr ? tape->length_s : 10.0);
    layout_lanes();
    refresh_answers();
    redraw();
}

void ScoreView::zoom(double factor, double around) {
    const double all = std::max(0.5, session_.length());
    const double length = std::clamp((to_ - from_) * factor, 0.02, all * 1.05);
    const double share = (around - from_) / (to_ - from_);
    from_ = around - share * length;
    to_ = from_ + length;
    if (from_ < 0.0) {
        to_ -= from_;
        from_ = 0.0;
    }
    redraw();
}

double ScoreView::x_of(double time) const {
    return head_width + (time - from_) / (to_ - from_) * (width() - head_width);
}

double ScoreView::time_at(double x) const {
    return from_ + (x - head_width) / std::max(1.0, width() - head_width) * (to_ - from_);
}

QSize ScoreView::sizeHint() const {
    return {800, 300};
}

void ScoreView::refresh_answers() {
    answers_ = session_.explain_at(session_.cursor());
}

void ScoreView::keep_in_view(double time) {
    if (time >= from_ && time <= to_) return;
    const double length = to_ - from_;
    from_ = std::max(0.0, time - length * 0.5);
    to_ = from_ + length;
    redraw();
}

void ScoreView::redraw() {
    still_is_current_ = false;
    update();
}

void ScoreView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    if (event->button() == Qt::MiddleButton ||
        (event->button() == Qt::LeftButton && event->modifiers() == Qt::ShiftModifier)) {
        pan_from_ = from_;
        pan_x_ = event->position().x();
        return;
    }
    if (event->button() != Qt::LeftButton) return;
    if (begin_divider_drag(event->position()) || begin_loop_drag(*event)) return;
    if (const Lane* found = lane_at(event->position())) {
        const Lane lane = *found;
        if (lane.kind == Lane::Kind::folded) return set_unfolded(!unfolded_);
        if (event->position().x() < head_width) {
            if (lane.kind == Lane::Kind::stick) show_input_curves(!input_curves_);
            if (lane.kind == Lane::Kind::move) select_machine(lane.machine);
            if (lane.kind == Lane::Kind::fixture)
                select_machine(trace()->fixtures[static_cast<std::size_t>(lane.index)].machine);
            const Trace* run = trace();
            if (lane.kind == Lane::Kind::stance && run != nullptr && !run->empty()) {
                const TraceTrack& track = run->tracks[session_.character()];
                select_machine(track.rows[row_at(track, session_.cursor())].stance);
            }
            return;
        }
        // A click on a phase selects its move as well.
        if (lane.kind == Lane::Kind::move && trace() != nullptr) {
            const double time = time_at(event->position().x());
            for (const PhaseSpan& span : trace()->spans)
                if (span.machine == lane.machine && is_of_character(span) && span.from <= time && span.to >= time)
                    select_machine(lane.machine);
        }
    }
    if (session_.playing() || begin_measured_drag(*event) || begin_press_drag(*event) || begin_point_drag(*event))
        return;
    scrubbing_ = true;
    session_.set_cursor(time_at(event->position().x()));
}

void ScoreView::mouseMoveEvent(QMouseEvent* event) {
    if (pan_from_) {
        const double moved = (event->position().x() - pan_x_) / std::max(1.0, width() - head_width) * (to_ - from_);
        const double length = to_ - from_;
        from_ = std::clamp(*pan_from_ - moved, 0.0, std::max(0.0, session_.length() - length * 0.1));
        to_ = from_ + length;
        redraw();
    } else if (divider_grip_) {
        drag_divider(event->position().y());
    } else if (point_drag_) {
        drag_point(event->position(), (event->modifiers() & Qt::AltModifier) != 0);
    } else if (measured_drag_) {
        drag_measured(event->position().x());
    } else if (press_drag_) {
        drag_press(event->position(), (event->modifiers() & Qt::AltModifier) != 0);
    } else if (loop_fixed_end_) {
        drag_loop(event->position().x());
    } else if (scrubbing_) {
        session_.set_cursor(time_at(event->position().x()));
    }
}

void ScoreView::mouseReleaseEvent(QMouseEvent* event) {
    if (press_drag_) end_press_drag(event->position(), (event->modifiers() & Qt::AltModifier) != 0);
    if (point_drag_) end_point_drag(event->position(), (event->modifiers() & Qt::AltModifier) != 0);
    if (measured_drag_) session_.keep_laid_over();
    measured_drag_.reset();
    divider_grip_.reset();
    scrubbing_ = false;
    loop_fixed_end_.reset();
    pan_from_.reset();
}

void ScoreView::wheelEvent(QWheelEvent* event) {
    const double steps = (event->angleDelta().y() + event->angleDelta().x()) / 120.0;
    if (event->position().x() < head_width) {
        scroll_bar_->setValue(scroll_bar_->value() - static_cast<int>(steps * 3.0 * lane_height));
    } else if (event->modifiers() & Qt::ShiftModifier) {
        const double length = to_ - from_;
        from_ = std::clamp(from_ - steps * length * 0.1, 0.0, std::max(0.0, session_.length() - length * 0.1));
        to_ = from_ + length;
        redraw();
    } else {
        zoom(std::pow(0.85, steps), std::max(0.0, time_at(event->position().x())));
    }
    event->accept();
}

void ScoreView::contextMenuEvent(QContextMenuEvent* event) {
    const auto made = program();
    if (!made) return;
    QMenu menu(this);
    // By a key it is the menu of the cursor's instant.
    const bool by_key = event->reason() == QContextMenuEvent::Keyboard;
    add_press_menu(menu, by_key ? QPointF(std::max(head_width, x_of(session_.cursor())), 0.0) : QPointF(event->pos()));
    QMenu* tape = menu.addMenu(tr("Tape"));
    commands_.fill_menu(*tape);
    menu.addSection(tr("Curves"));
    for (const ShownValue& value : shown_values(*made)) {
        QAction* action = menu.addAction(to_qt(value.name));
        action->setCheckable(true);
        action->setChecked(std::find(curves_.begin(), curves_.end(), value.name) != curves_.end());
        connect(action, &QAction::toggled, this, [this, name = value.name](bool on) {
            std::vector<std::string> changed = curves_;
            std::erase(changed, name);
            if (on) changed.push_back(name);
            set_curves(changed);
        });
    }
    menu.addSeparator();
    QAction* shape = menu.addAction(tr("Edit stick and look as curves"), this, &ScoreView::show_input_curves);
    shape->setCheckable(true);
    shape->setChecked(input_curves_);
    QAction* unfolded = menu.addAction(tr("Show the moves that this tape doesn't use"), this, &ScoreView::set_unfolded);
    unfolded->setCheckable(true);
    unfolded->setChecked(unfolded_);
    if (session_.laid_over()) menu.addAction(tr("Remove the measured run"), this, [this] { session_.lay_over({}); });
    menu.addAction(tr("Show the whole tape"), this, &ScoreView::show_all);
    menu.exec(event->globalPos());
}

QString ScoreView::tip_at(const QPointF& at) const {
    if (const Lane* found = lane_at(at)) {
        const Lane& lane = *found;
        if (lane.kind == Lane::Kind::folded) return unfolded_ ? tr("Hide them again") : tr("Show them");
        if (lane.kind == Lane::Kind::stick)
            return tr("How far the stick is tilted. Click the word to edit stick and look as curves");
        if (lane.kind == Lane::Kind::input && !session_.playing())
            return tr(
                "Drag a point; draw a new stroke beside the others; a double click adds one, Delete takes the "
                "framed one away.\nTimes snap to ticks, with Alt to milliseconds");
        if (lane.kind == Lane::Kind::move)
            for (const MoveAnswer& answer : answers_) {
                if (answer.move != lane.machine) continue;
                QStringList lines{answer.why.empty() ? QString() : to_qt(answer.why)};
                for (const GateAnswer& gate : answer.gates)
                    lines << (gate.holds ? tr("holds: ") : tr("refuses: ")) + to_qt(gate.text) + "  " +
                                 to_qt(gate.seen);
                return lines.join('\n');
            }
        if (lane.kind == Lane::Kind::button && at.x() >= head_width)
            if (QString tip = leeway_tip(lane.button, time_at(at.x())); !tip.isEmpty()) return tip;
        if (lane.kind == Lane::Kind::button && !session_.playing())
            return tr(
                "Drag a press or one of its edges; draw one where there is room; Delete takes the framed one "
                "away.\nTimes snap to ticks, with Alt to milliseconds");
        if (lane.kind == Lane::Kind::ruler && trace() != nullptr && program()) {
            QStringList near;
            const double reach = (to_ - from_) / std::max(1, width()) * 4;
            for (const TraceEvent& event : trace()->events)
                if (std::abs(event.time - time_at(at.x())) < reach)
                    near << QString("%1 s  %2")
                                .arg(event.time, 0, 'f', 3)
                                .arg(to_qt(event_text(event, *program(), *trace())));
            return near.join('\n');
        }
    }
    return {};
}

bool ScoreView::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        QToolTip::showText(help->globalPos(), tip_at(help->pos()), this);
        return true;
    }
    if (event->type() == QEvent::Resize) {
        layout_lanes();
        still_is_current_ = false;
    }
    return QWidget::event(event);
}

}  // namespace leap::studio
